"""What is checked on a stair once it stands: what each reading should be. Source: ``trade.md`` 4.

Tolerances are ours where no limit stands behind them: what a tape and a level show on sound work.
"""

from collections.abc import Iterator

from ...terms import Limits, Should
from ..layout.layout import Layout
from ..members.guard import guard_layout

LEVEL = 3.2
"""mm: a level across a tread; a rise read with tape and level."""
SQUARE = 6.4
"""mm: a diagonal, a height over the nosings."""


def stair_shoulds(layout: Layout, diagonal: float | None, limits: Limits) -> tuple[Should, ...]:
    """Return the checks of this very stair, in the order they are made.

    Args:
        layout: the flight; of a stair with a platform the upper one.
        diagonal: from the header to the other side's toe, level; None where the stair is not one flight.
        limits: what finished risers may differ by.
    """
    return tuple(_shoulds(layout, diagonal, limits))


def _shoulds(layout: Layout, diagonal: float | None, limits: Limits) -> Iterator[Should]:
    around = layout.flight.around
    if diagonal is not None and around.housed is None:
        yield Should("stair_diagonal", diagonal, SQUARE)
    if not layout.flight.flush:
        yield Should("top_riser", layout.riser, LEVEL)
    yield Should("bottom_riser", layout.riser, LEVEL)
    if "riser_difference" in limits:
        yield Should("risers_differ", 0.0, limits["riser_difference"].amount, one_way=True)
    yield Should("tread_level", 0.0, LEVEL, one_way=True)
    set_out = guard_layout(layout)
    if around.guard is not None:
        yield Should("guard_height", around.guard.height, SQUARE)
        if set_out is not None and set_out.clear > 0:
            yield Should("guard_gap", set_out.gap, LEVEL, one_way=True)
    if around.handrail is not None:
        yield Should("handrail_height", around.handrail.height, SQUARE)
