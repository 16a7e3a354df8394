"""Where the stringers stand across the stair, and what stands between them.

Across the stair y runs to the left as one looks down it, from the middle.
"""

from ...solid import Frame, Vector
from ...tape import whole_up
from .layout import Layout

STRETCH = 1.15
"""How much the spacing of a narrow flight's stringers may be stretched by, where that is the habit."""
NARROW = 2
"""How many bays a narrow flight has at most."""


def stringer_count(layout: Layout) -> int:
    """How many stringers keep within the spacing limit, centre to centre; never fewer than two.

    A narrow flight may stretch the limit a little so that two or three carry it, where that is the habit.
    """
    flight = layout.flight
    if flight.around.housed is not None:
        return 2
    room = flight.width - flight.stock.thickness
    return max(2, whole_up(room / allowed_spacing(layout)) + 1)


def allowed_spacing(layout: Layout) -> float:
    """The stringers' greatest spacing: the one that was said, stretched where two or three then carry the flight."""
    flight, stretched = layout.flight, layout.flight.stringer_spacing * STRETCH
    room = flight.width - flight.stock.thickness
    return stretched if flight.stretch and room <= NARROW * stretched else flight.stringer_spacing


def toe(layout: Layout) -> float:
    """The plumb line of the sawn toes, from the header's face: stringers are squared before any riser board is on."""
    return layout.riser_plumbs[-1] if layout.flight.around.housed is None else layout.walked[-1][1]


def stringer_places(layout: Layout) -> tuple[float, ...]:
    """The stringers' centres, from the right to the left, evenly spaced between the outer ones."""
    count, room = stringer_count(layout), layout.flight.width - layout.flight.stock.thickness
    return tuple(-room / 2 + k * room / (count - 1) for k in range(count))


def spacer(layout: Layout) -> float:
    """The clear room between two stringers; negative where they do not fit."""
    count = stringer_count(layout)
    return (layout.flight.width - count * layout.flight.stock.thickness) / (count - 1)


def kicker_stands(layout: Layout) -> float:
    """The level of the kicker's underside: on what the stringers stand on, or level on the highest of a ground that
    falls across, packed up where it is lower.
    """
    ground, width = layout.flight.ground, layout.flight.width
    if ground is None or ground.across == 0:
        return layout.bearing_level
    return layout.bearing_level - min(ground.across_at(y, width) for y in (-width / 2, width / 2))


def lying(x: float, left: float, z: float, thickness: float) -> Frame:
    """A board lying flat across the stair: its top edge in front at x, beginning at its left end, its underside at z;
    its near face lies up.
    """
    return Frame.along(Vector(x, left, z + thickness / 2), Vector(0.0, -1.0, 0.0), Vector(-1.0, 0.0, 0.0))


def upright(x: float, right: float, top: float, thickness: float) -> Frame:
    """A board on edge across the stair: its back at x, beginning at its right end, its top edge at a level; its near
    face looks down the stair.
    """
    return Frame.along(Vector(x + thickness / 2, right, top), Vector(0.0, 1.0, 0.0), Vector(0.0, 0.0, -1.0))
