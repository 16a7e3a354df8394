"""Solids for volumes, overlaps and pictures: a member as a double-precision ``manifold3d`` mesh."""

from manifold3d import Manifold, OpType

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


def _in_front(solid: Manifold, plane: Plane) -> Manifold:
    return solid.trim_by_plane((plane.normal.x, plane.normal.y, plane.normal.z), plane.offset)


def _behind(solid: Manifold, plane: Plane) -> Manifold:
    return solid.trim_by_plane((-plane.normal.x, -plane.normal.y, -plane.normal.z), -plane.offset)
