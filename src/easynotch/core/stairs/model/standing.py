"""What a stair is fitted to as it stands: a header out of level, a landing that falls at its foot, crooked walls."""

from dataclasses import dataclass

from ...solid import Plane, Vector


@dataclass(frozen=True, slots=True)
class Wall:
    """A wall beside a stair: how far outside the stair's side it stands at the lowest tread's nosing and at the top
    one's, mm, and how much farther out it leans for every mm up.
    """

    low: float
    high: float
    leans: float = 0.0


@dataclass(frozen=True, slots=True)
class Standing:
    """The header's top over where the rise was measured, at the stair's left and right side looking down, mm; the
    landing's fall away from the building under the foot; and the walls on either side, None where there is none.
    """

    header: tuple[float, float] = (0.0, 0.0)
    foot_fall: float = 0.0
    left: Wall | None = None
    right: Wall | None = None

    def header_at(self, y: float, width: float) -> float:
        """The header's top over where the rise was measured, across the stair at y: positive to the left."""
        left, right = self.header
        return (left + right) / 2 + (left - right) * y / width


def wall_plane(wall: Wall, side: float, low: Vector, high: Vector) -> Plane:
    """A wall's face, outward from the stair.

    Args:
        wall: how far outside it stands.
        side: the stair's side it stands beside, by its y: positive to the left looking down.
        low: the lowest tread's nosing, in the stair's middle.
        high: the top tread's.
    """
    way = 1.0 if side > 0 else -1.0
    along = high.x - low.x
    # What it leans between both nosings is no turn of the wall in plan.
    turn = (wall.high - wall.low - wall.leans * (high.z - low.z)) / along if abs(along) > 0 else 0.0
    normal = Vector(-turn, way, -wall.leans).unit()
    return Plane.through(Vector(low.x, side + way * wall.low, low.z), normal)
