"""What a stair hangs on and lands on and is not cut here: framing above, hangers, platform, as plain blocks."""

from ...solid import Stock, straight
from ..layout.layout import Layout
from ..layout.places import lying
from ..members.header_pieces import hanger_sheets
from ..members.platform import TwoFlights, moved
from ..members.treads import Placed
from ..model.surroundings import Turn

DEEP = 235.0
"""mm: a header whose depth was not measured is drawn so deep."""
BACK = 450.0
"""mm of the surface above that is drawn."""


def supports(layout: Layout, two: TwoFlights | None) -> list[Placed]:
    """The surface above with its framing, the hangers on it, and the platform between two flights, in the world of the
    upper one.
    """
    flight = layout.flight
    thick = flight.upper_finish + (flight.head.header_depth or DEEP)
    # The framing stands behind a fascia.
    front, under = -flight.head.fascia, -(flight.head.header_depth or DEEP)
    above = lying(front, flight.width / 2, under, thick)
    made = [straight("support_above", "support", Stock(thick, BACK), [above], flight.width), *hanger_sheets(layout)]
    if two is not None:
        platform = two.platform
        deep = platform.finish + (platform.header_depth or DEEP)
        foot, top = layout.finished_risers[-1], layout.bearing_level
        beside = platform.well + flight.width if platform.turn is Turn.BACK else 0.0
        frame = lying(foot + platform.depth, flight.width / 2, top - deep, deep)
        stock = Stock(deep, platform.depth)
        made.append(straight("support_platform", "support", stock, [frame], flight.width + beside))
        made += [(sheet, tuple(moved(it, two.below) for it in frames)) for sheet, frames in hanger_sheets(two.lower)]
    return made
