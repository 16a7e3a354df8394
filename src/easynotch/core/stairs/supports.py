"""What a stair hangs on and lands on and is not cut here: the framing above and the platform, as plain blocks."""

from ..solid import Stock, straight
from .layout import Layout
from .places import lying
from .platform import TwoFlights
from .steps import Placed
from .surroundings import Turn

DEEP = 235.0
"""mm: a header whose depth was not measured is drawn so deep."""
BACK = 450.0
"""mm of the surface above that is drawn."""


def supports(layout: Layout, two: TwoFlights | None) -> list[Placed]:
    """The surface above with its framing, and the platform between two flights, in the upper flight's world."""
    flight = layout.flight
    thick = flight.upper_finish + (flight.head.header_depth or DEEP)
    # The framing stands behind a fascia.
    front, under = -flight.head.fascia, -(flight.head.header_depth or DEEP)
    above = lying(front, flight.width / 2, under, thick)
    made = [straight("support_above", "support", Stock(thick, BACK), [above], flight.width)]
    if two is not None:
        platform = two.platform
        deep = platform.finish + (platform.header_depth or DEEP)
        foot, top = layout.finished_risers[-1], layout.bearing_level
        beside = platform.well + flight.width if platform.turn is Turn.BACK else 0.0
        frame = lying(foot + platform.depth, flight.width / 2, top - deep, deep)
        stock = Stock(deep, platform.depth)
        made.append(straight("support_platform", "support", stock, [frame], flight.width + beside))
    return made
