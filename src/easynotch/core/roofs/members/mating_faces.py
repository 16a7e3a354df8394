"""What a cut leans on, as it really stands: supports with ends, and the faces of pieces that lie in the cut's plane."""

from collections.abc import Iterable

from ...solid import Face, MateFace, Member, Plane, Vector, member_face, sawn_face, support_face, together
from ..plan.layout import RoofLayout, RoofSide
from ..plan.seam_sections import inside_corners

ONE = 1e-6
"""mm, and of a unit normal: planes this near are one."""
WALL = 2400.0
"""mm: how far a wall's face reaches down."""


def faces_in(plane: Plane, members: Iterable[Member]) -> MateFace | None:
    """Every wide and every sawn face of pieces that looks out of a plane, or None where there is none.

    Args:
        plane: in the world, its normal the way the faces look.
        members: the pieces a plan lets a cut lean on, in their places.
    """
    found = []
    for member in members:
        half, frame = member.stock.thickness / 2, member.placement
        for face, side in ((Face.NEAR, -1.0), (Face.FAR, 1.0)):
            if _same(plane, frame.plane_to_world(Plane(Vector(0.0, 0.0, side), half))):
                found.append(member_face(member, face))
        for cut in member.cut_planes:
            if _same(plane, frame.plane_to_world(cut.plane)):
                found.append(sawn_face(member, cut.id))
    return together(*found) if found else None


def _same(plane: Plane, other: Plane) -> bool:
    return (plane.normal - other.normal).length < ONE and abs(plane.offset - other.offset) < ONE * 1e3


def plate_top(layout: RoofLayout, side: RoofSide) -> MateFace:
    """The top of plate and sheathing under an eave."""
    return strip(layout, side, 0.0, layout.roof.plan.plate + layout.roof.plan.sheathing, side.slope.plate)


def plates_under(layout: RoofLayout, sides: Iterable[RoofSide]) -> MateFace:
    """The tops of several plates: of the two a hip stands over."""
    return together(*(plate_top(layout, side) for side in sides))


def strip(layout: RoofLayout, side: RoofSide, near: float, far: float, level: float) -> MateFace:
    """A level face along an eave as long as its wall, from one distance inward to another."""
    return _along(layout, side, (near, level), (far, level))


def wall_face(layout: RoofLayout, side: RoofSide, inward: float, top: float, bottom: float | None = None) -> MateFace:
    """A plumb face looking back at the eave, as long as its wall, from a height down to another or to the ground."""
    return _along(layout, side, (inward, top - WALL if bottom is None else bottom), (inward, top))


def _along(layout: RoofLayout, side: RoofSide, first: tuple[float, float], second: tuple[float, float]) -> MateFace:
    """The face between two lines along a wall, each so far inward and so high; beside a wing of several walls."""
    level = abs(first[1] - second[1]) < ONE
    faces = [
        support_face(
            side.slope.at(low, *first),
            side.slope.at(high, *first),
            side.slope.at(high, *second),
            side.slope.at(low, *second),
        )
        for low, high in _walls(layout, side, past_corner=second[0] if level else 0.0)
    ]
    return faces[0] if len(faces) == 1 else together(*faces)


def _walls(layout: RoofLayout, side: RoofSide, past_corner: float) -> list[tuple[float, float]]:
    """Where walls stand along an eave. A wall reaches over its sheathing at both ends; at an inside corner the plates
    of both walls lap, so that each runs on as wide as the other is.
    """
    over, slope = layout.roof.plan.sheathing, side.slope
    found = layout.outline.walls(slope) if layout.outline is not None else []
    if not found:
        return [(-over, slope.length + over)]
    turned = inside_corners(layout)
    return [
        (low - (past_corner if start in turned else over), high + (past_corner if end in turned else over))
        for low, high, start, end in found
    ]
