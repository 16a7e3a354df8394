"""Footprints: what a piece with upright sides covers in plan, and how one piece is cut off beside another.

Pieces come into a corner one after another; each is cut by that upright side of one that stands there already which
leaves most of it. What is left of it and what stands there never share any plan, so the pieces never share any wood.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ...solid import Vector
from .planes import UP

NEAR = 1e-6
"""mm: what is nearer lies on a line."""
RIPS = 0.1
"""Of a cheek's unit normal along its piece: less is a rip along the piece, not a cut across it."""


@dataclass(frozen=True, slots=True)
class FootprintSide:
    """An upright side of a piece: a point of it, its level normal out of the piece, whose it is, and which of its
    faces; ``against`` is the side of another piece it was cut along.
    """

    at: Vector
    normal: Vector
    owner: str
    face: str
    against: "FootprintSide | None" = None

    def above(self, point: Vector) -> float:
        """How far in front of it a point lies, level, mm."""
        return (point.x - self.at.x) * self.normal.x + (point.y - self.at.y) * self.normal.y


@dataclass(frozen=True, slots=True)
class Footprint:
    """A convex outline in plan, counter-clockwise; ``sides[i]`` runs from corner ``i`` to the next."""

    corners: tuple[Vector, ...]
    sides: tuple[FootprintSide, ...]

    @property
    def area(self) -> float:
        """mm²."""
        return area(self.corners)

    def edge(self, number: int) -> tuple[Vector, Vector]:
        """One side's two ends."""
        return self.corners[number], self.corners[(number + 1) % len(self.corners)]


def area(corners: Sequence[Vector]) -> float:
    """Of a polygon in plan, mm²."""
    around = zip(corners, (*corners[1:], *corners[:1]), strict=True)
    return sum(a.x * b.y - a.y * b.x for a, b in around) / 2


def strip(owner: str, start: Vector, end: Vector, right: float, left: float) -> Footprint:
    """A straight piece from one point to another, so far to the right and left of the line between them; its sides
    are named right, strip_end, left and strip_start.
    """
    direction = Vector(end.x - start.x, end.y - start.y, 0.0).unit()
    side = UP.cross(direction)
    a, b = start - side * right, end - side * right
    c, d = end + side * left, start + side * left
    corners = tuple(Vector(point.x, point.y, 0.0) for point in (a, b, c, d))
    rows = (
        (corners[0], -side, "right"),
        (corners[1], direction, "strip_end"),
        (corners[2], side, "left"),
        (corners[3], -direction, "strip_start"),
    )
    return Footprint(corners, tuple(FootprintSide(at, normal, owner, face) for at, normal, face in rows))


def cut_by(footprint: Footprint, side: FootprintSide, face: str) -> Footprint | None:
    """What is left in front of a side; the new edge is named ``face``. None where nothing is."""
    heights = [side.above(corner) for corner in footprint.corners]
    if min(heights) >= -NEAR:
        return footprint
    if max(heights) <= NEAR:
        return None
    mine = FootprintSide(side.at, -side.normal, footprint.sides[0].owner, face, side if side.owner else None)
    corners: list[Vector] = []
    sides: list[FootprintSide] = []
    count = len(heights)
    for number in range(count):
        after = (number + 1) % count
        here, there = heights[number], heights[after]
        if here >= -NEAR:
            corners.append(footprint.corners[number])
            sides.append(footprint.sides[number] if there >= -NEAR or here > NEAR else mine)
        if (here > NEAR and there < -NEAR) or (here < -NEAR and there > NEAR):
            share = here / (here - there)
            corners.append(footprint.corners[number] + (footprint.corners[after] - footprint.corners[number]) * share)
            sides.append(mine if here > 0 else footprint.sides[number])
    return Footprint(tuple(corners), tuple(sides))


def disjoint(one: Footprint, other: Footprint) -> bool:
    """Whether two pieces cover none of the same plan."""
    return any(
        all(side.above(corner) >= -NEAR for corner in b.corners)
        for a, b in ((one, other), (other, one))
        for side in a.sides
    )


def cut_against(
    piece: Footprint, foot: Iterable[Vector], standing: Footprint, face: str, across: Vector | None = None
) -> Footprint | None:
    """A piece cut off beside one that stands there: along the side that leaves most of it and all of its foot; with
    ``across``, the way the piece runs, along none that would rip it. None where no side does.
    """
    points = tuple(foot)
    found = [
        left
        for side in standing.sides
        if all(side.above(point) >= -NEAR for point in points)
        and (across is None or abs(side.normal.dot(across)) > RIPS)
        and (left := cut_by(piece, side, face)) is not None
    ]
    return max(found, key=lambda left: left.area, default=None)


def contact_share(piece: Footprint, number: int, mate: Footprint) -> float:
    """How much of a side that was cut along a mate's side that one backs, 0 to 1 of its length in plan."""
    start, end = piece.edge(number)
    against, length = piece.sides[number].against, (end - start).length
    if against is None or length <= NEAR:
        return 0.0
    direction, shared = (end - start) * (1.0 / length), 0.0
    for at, side in enumerate(mate.sides):
        if side.face == against.face:
            low, high = sorted((point - start).dot(direction) for point in mate.edge(at))
            shared += max(0.0, min(high, length) - max(low, 0.0))
    return shared / length


def trim_to_neighbours(
    piece: Footprint, foot: Sequence[Vector], standing: Iterable[Footprint], face: str, across: Vector | None = None
) -> Footprint | None:
    """A piece cut off beside everything it would stand in, its new edges named face, face_side, face_2, …"""
    number = 0
    for other in standing:
        if disjoint(piece, other):
            continue
        name = face if number == 0 else f"{face}_side" if number == 1 else f"{face}_{number}"
        left = cut_against(piece, foot, other, name, across)
        if left is None:
            return None
        piece, number = left, number + 1
    return piece
