"""Solids for volumes, overlaps and pictures: a member as a double-precision ``manifold3d`` mesh."""

from collections.abc import Sequence

from manifold3d import Manifold, OpType

from .face import Face, Point, outline
from .frame import Frame
from .member import Member
from .vector import Plane, Vector

PAST = 10.0
"""mm."""


def box(low: Vector, high: Vector) -> Manifold:
    """An upright box between two corners."""
    size = high - low
    return Manifold.cube((size.x, size.y, size.z)).translate((low.x, low.y, low.z))


def as_manifold(member: Member, placement: Frame | None = None) -> Manifold:
    """The member's solid in its own frame, or in the world when a placement is given; ``volume()`` is in mm³."""
    half = member.stock.thickness / 2
    low, high = Vector(member.reach[0], 0.0, -half), Vector(member.reach[1], member.stock.depth, half)
    solid = box(low, high)
    # Wedges reach past the board: a wedge that only touches its faces can be lost in the subtraction.
    past = Vector(PAST, PAST, PAST)
    room = box(low - past, high + past)
    wedges = []
    for removal in member.removals:
        if len(removal.planes) == 1:
            solid = _behind(solid, removal.planes[0].plane)
        else:
            wedge = room
            for cut in removal.planes:
                wedge = _in_front(wedge, cut.plane)
            wedges.append(wedge)
    if wedges:
        # All at once: taken off one after the other, wedges that share a face can lose one.
        solid = solid - Manifold.batch_boolean(wedges, OpType.Add)
    if placement is None:
        return solid
    x, y, z, o = placement.x, placement.y, placement.z, placement.origin
    return solid.transform(((x.x, y.x, z.x, o.x), (x.y, y.y, z.y, o.y), (x.z, y.z, z.z, o.z)))


def seen_outline(member: Member, face: Face = Face.NEAR) -> tuple[Point, ...]:
    """What is seen of a piece that lies before one: what is left of its wide face, or of one that was planed away on
    every side, as a post is, the solid's own outline from there.
    """
    left = outline(member, face)
    if left:
        return left
    shapes = as_manifold(member).project().to_polygons()
    largest = max(shapes, key=lambda shape: float(abs(_twice_area(shape))), default=None)
    return () if largest is None else tuple((float(u), float(v)) for u, v in largest)


def _twice_area(shape: Sequence[Sequence[float]]) -> float:
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(shape, [*shape[1:], *shape[:1]], strict=True))


def _in_front(solid: Manifold, plane: Plane) -> Manifold:
    return solid.trim_by_plane((plane.normal.x, plane.normal.y, plane.normal.z), plane.offset)


def _behind(solid: Manifold, plane: Plane) -> Manifold:
    return solid.trim_by_plane((-plane.normal.x, -plane.normal.y, -plane.normal.z), -plane.offset)
