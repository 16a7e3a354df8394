"""Members: stock, where it lies, and what is taken off it."""

from collections.abc import Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from .frame import Frame
from .vector import Plane, Vector


class Hand(StrEnum):
    """Which of a mirrored pair a piece is."""

    LEFT = "left"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class Stock:
    """Timber as it is: actual thickness and depth (the wide face) in mm, the length in the yard if known."""

    thickness: float
    depth: float
    length: float | None = None


@dataclass(frozen=True, slots=True)
class CutPlane:
    """One sawn plane in the member's frame; its normal points out of the wood, into what is removed."""

    id: str
    role: str
    plane: Plane


SQUARE = 1e-9
"""Of a unit normal: what is less lies in the wide face."""
HOUSING_DEPTH = "housing_depth"
"""The role of the plane a housing stops at."""


@dataclass(frozen=True, slots=True, eq=False)
class Removal:
    """What is taken off: the convex region in front of all its planes.

    One plane is an end cut or a lengthwise cut, two and more are a wedge (a notch). A housing is a wedge that stops at
    a depth, within the wood: the piece's outline stays whole.
    """

    planes: tuple[CutPlane, ...]

    @property
    def square(self) -> bool:
        """Whether it is sawn square to the wide faces."""
        return all(abs(cut.plane.normal.z) < SQUARE for cut in self.planes)

    @property
    def housing(self) -> bool:
        """Whether it is let in to a depth, so that the wood behind it stays."""
        return any(cut.role == HOUSING_DEPTH for cut in self.planes)


@dataclass(frozen=True, slots=True)
class Theory:
    """The theoretical plumb lines of a sloping piece, before anything is deducted for what it meets.

    The one at the head passes through the frame's origin. ``plate`` and ``tail`` are the x at which those over the
    bearing line and at the eave (the fascia's outer face) cross the top edge's centre, None where it has none;
    ``unit`` is how far the piece runs, level, while a common rafter of its roof runs 1 (a hip 1.414).
    """

    plate: float | None = None
    tail: float | None = None
    unit: float = 1.0


@dataclass(frozen=True, slots=True, eq=False)
class Member:
    """A piece of the building.

    ``reach`` is the stretch of x (from, to) that holds everything that is left of it; ``zero`` is the x from
    which running distances are measured. ``lengths`` are in mm, by name; ``theory`` is a sloping
    piece's; ``place`` is the number of the only place it was cut for. Members and removals are compared by
    identity: that keeps what is derived from them at hand without hashing every plane again.
    """

    id: str
    role: str
    stock: Stock
    placement: Frame
    removals: tuple[Removal, ...]
    reach: tuple[float, float]
    zero: float
    count: int = 1
    hand: Hand | None = None
    lengths: Mapping[str, float] = field(default_factory=dict)
    theory: Theory | None = None
    place: int | None = None

    @property
    def cut_planes(self) -> tuple[CutPlane, ...]:
        """Every sawn plane, in the order they were declared."""
        return tuple(plane for removal in self.removals for plane in removal.planes)


PlaneRow = tuple[str, str, Vector, Vector]
"""A plane in the world: its id and role, a point of it, and its normal, out of the wood."""


def removal(frame: Frame, *planes: PlaneRow) -> Removal:
    """A removal from planes in the world, for a member lying in a frame."""
    return Removal(
        tuple(
            CutPlane(plane_id, role, frame.plane_to_local(Plane.through(point, normal)))
            for plane_id, role, point, normal in planes
        )
    )
