"""Two flights with a platform between: every riser of the stair is equal, whatever the platform falls.

The rise left over the platform's own fall is shared by all risers of both flights. Each flight has a world of its
own; ``below`` says where the lower one's stands in the upper one's.
"""

from dataclasses import dataclass, replace
from math import cos, pi, sin

from ...solid import Frame, Vector
from ...terms import Count, message
from ..layout.layout import Layout, lay_out, riser_count
from ..model.flight import Flight, FlightError, RiserChoice, RiserRule
from ..model.surroundings import Platform, Surroundings, Turn


@dataclass(frozen=True)
class TwoFlights:
    """A stair of two flights: their layouts, the platform's top below the surface above and above the one below, and
    the lower flight's world as seen from the upper one's.
    """

    platform: Platform
    upper: Layout
    lower: Layout
    below: Frame

    @property
    def framing_height(self) -> float:
        """The platform's framing top over the finished surface below, at its lower edge."""
        return self.lower.flight.total_rise - self.platform.finish

    @property
    def drop(self) -> float:
        """The platform's finished top at its upper edge, below the finished surface above."""
        return self.upper.flight.total_rise


def straight_down(flight: Flight) -> Flight:
    """The flight as if no platform broke it: what its riser count is chosen by."""
    platform = flight.around.platform
    if platform is None:
        return flight
    rise = flight.total_rise - platform.fall * platform.depth
    return replace(flight, total_rise=rise, around=replace(flight.around, platform=None))


def split(flight: Flight) -> TwoFlights | None:
    """The stair in its two flights; None where it has no platform.

    Raises:
        FlightError: a platform on falling ground, with built or housed work, or with too few risers on one side.
    """
    platform = flight.around.platform
    if platform is None:
        return None
    if flight.ground is not None:
        raise FlightError("platform", message("error.platform_ground"))
    whole = straight_down(flight)
    if whole.total_rise <= 0:
        raise FlightError("platform.fall", message("error.platform_fall"))
    count = riser_count(whole)
    if not 2 <= platform.after <= count - 2:
        raise FlightError("platform.after", message("error.platform_after", n=Count(count), most=Count(count - 2)))
    riser = whole.total_rise / count
    around, least = flight.around, Surroundings()
    upper_around = replace(around, platform=None, slab=None, footing=None, deck_below=None, anchors=None, built=None,
                           room=None)  # fmt: skip
    upper = replace(
        flight,
        total_rise=riser * platform.after,
        riser=RiserChoice(RiserRule.COUNT, platform.after),
        lower_finish=0.0,
        kicker=None,
        around=upper_around,
    )
    lower = replace(
        flight,
        total_rise=riser * (count - platform.after),
        riser=RiserChoice(RiserRule.COUNT, count - platform.after),
        upper_finish=platform.finish,
        head=replace(flight.head, header_depth=platform.header_depth),
        around=replace(
            around, platform=None, built=None, top_landing=least.top_landing, overhead=(), trial_sheet=None,
            header_length=None, room=None, level_held=None,
        ),
    )  # fmt: skip
    above = lay_out(upper)
    if around.room is not None and platform.turn is Turn.STRAIGHT:
        left = around.room - above.finished_risers[-1] - platform.depth
        lower = replace(lower, around=replace(lower.around, room=left))
    beneath = lay_out(lower)
    return TwoFlights(platform, above, beneath, _below(above, platform))


def _below(upper: Layout, platform: Platform) -> Frame:
    """Where the lower flight's world begins: its header's face on the platform's edge, its framing's top."""
    foot = upper.finished_risers[-1]
    falls = platform.fall * platform.depth
    z = upper.bearing_level - falls - platform.finish
    width, depth = upper.flight.width, platform.depth
    x, y, angle = {
        Turn.STRAIGHT: (foot + depth, 0.0, 0.0),
        Turn.LEFT: (foot + depth / 2, width / 2, pi / 2),
        Turn.RIGHT: (foot + depth / 2, -width / 2, -pi / 2),
        Turn.BACK: (foot, -(width + platform.well), pi),
    }[platform.turn]
    along = Vector(round(cos(angle), 12), round(sin(angle), 12), 0.0)
    return Frame.along(Vector(x, y, z), along, Vector(-along.y, along.x, 0.0))


def moved(frame: Frame, base: Frame) -> Frame:
    """A frame of a world that itself lies in another: as that other sees it."""

    def turned(v: Vector) -> Vector:
        return base.x * v.x + base.y * v.y + base.z * v.z

    return Frame(base.to_world(frame.origin), turned(frame.x), turned(frame.y), turned(frame.z))
