"""The roads to the figures of foot, guard and slab, each with a second road that shares no intermediate."""

from collections.abc import Iterator
from math import atan, cos, hypot, sqrt

from ..terms import Count, Length, Working
from .below import footing_plan
from .guard import guard_layout
from .landing_loop import foot_at
from .layout import Layout
from .slab import slab_plan
from .surroundings import Guard
from .working import line, road


def around_working(layout: Layout) -> tuple[Working, ...]:
    """Run and foot, balusters and what passes under the rail, the slab's form and top: of what is there."""
    return (_run(layout), *_foot(layout), *_guard(layout), *_poured(layout))


def _run(layout: Layout) -> Working:
    """Goings one after the other; and the slope's triangle over what the treads climb."""
    n, going = layout.tread_count, layout.going
    climbs = n * layout.flight.total_rise / layout.riser_count
    return Working(
        "total_run",
        road(line("goings", n * going, n=Count(n), going=Length(going))),
        road(
            line("climbed", climbs, n=Count(n), rise=Length(layout.flight.total_rise), all=Count(layout.riser_count)),
            line("level", climbs / layout.slope, up=Length(climbs)),
        ),
    )


def _foot(layout: Layout) -> Iterator[Working]:
    landing, board = layout.landing, layout.flight.riser_board
    if landing is None:
        return
    start = board if layout.flight.head.riser_board else 0.0
    run = layout.tread_count * layout.going
    yield Working(
        "foot",
        road(line("plus", start + run, one=Length(start), other=Length(run))),
        road(line("plus", layout.riser_plumbs[-1] + board, one=Length(foot_at(layout.flight, landing.count) - board),
                  other=Length(board))),
    )  # fmt: skip


def _guard(layout: Layout) -> Iterator[Working]:
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return
    gap, climbs = set_out.gap, set_out.gap * layout.riser / layout.going
    angle = atan(layout.flight.total_rise / (layout.riser_count * layout.going))
    yield Working(
        "baluster_gap_slope",
        road(line("by_cosine", gap / cos(angle), level=Length(gap))),
        road(
            line("climb", climbs, level=Length(gap), riser=Length(layout.riser), going=Length(layout.going)),
            line("diagonal", hypot(gap, climbs), one=Length(gap), other=Length(climbs)),
        ),
    )
    yield _baluster(layout, guard)
    up = layout.riser + guard.under
    out = up * layout.going / layout.riser
    slant = hypot(up, out)
    yield Working(
        "guard_opening",
        road(line("ball", up + out - slant, up=Length(up), out=Length(out), slant=Length(slant))),
        road(line("ball_area", 2 * up * out / (up + out + slant), up=Length(up), out=Length(out), slant=Length(slant))),
    )


def _baluster(layout: Layout, guard: Guard) -> Working:
    """From the nosings' line up to both rails; and as the slope takes it off and adds it at the ends."""
    top = guard.height - guard.rail.depth / layout.cos
    low = guard.under + guard.lower_rail.depth / layout.cos
    wide = guard.baluster.thickness
    ends = wide * layout.riser / layout.going
    rails = guard.rail.depth + guard.lower_rail.depth
    between = guard.height - guard.under
    taken = rails * sqrt(1 + (layout.flight.total_rise / (layout.riser_count * layout.going)) ** 2)
    return Working(
        "baluster_length",
        road(
            line("minus", top - low, whole=Length(top), part=Length(low)),
            line("plus", top - low + ends, one=Length(top - low), other=Length(ends)),
        ),
        road(
            line("rails_plumb", taken, rails=Length(rails)),
            line("stick", between - taken + wide * layout.slope, whole=Length(between), rails=Length(taken),
                 wide=Length(wide)),
        ),
    )  # fmt: skip


def _poured(layout: Layout) -> Iterator[Working]:
    """The form's diagonal and its top, of a slab or a strip footing."""
    for name, plan, given in (
        ("slab", slab_plan(layout), layout.flight.around.slab),
        ("footing", footing_plan(layout), layout.flight.around.footing),
    ):
        if plan is None or given is None:
            continue
        long, wide = given.length, given.width
        yield Working(
            f"{name}_diagonal",
            road(line("diagonal", hypot(long, wide), one=Length(long), other=Length(wide))),
            road(line("diagonal_turned", long / cos(atan(wide / long)), run=Length(long), width=Length(wide))),
        )
        flight, n = layout.flight, layout.riser_count
        yield Working(
            f"{name}_top",
            road(line("plus", flight.total_rise + flight.lower_finish, one=Length(flight.total_rise),
                      other=Length(flight.lower_finish))),
            road(
                line("risers", n * layout.riser, n=Count(n), riser=Length(layout.riser)),
                line("plus", flight.upper_finish - layout.bearing_level, one=Length(n * layout.riser),
                     other=Length(flight.lower_finish)),
            ),
        )  # fmt: skip
