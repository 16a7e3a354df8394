"""Joints: a sawn face against the face it is meant to lie on."""

from dataclasses import dataclass

from shapely import Polygon, get_coordinates

from .face import Face
from .frame import Frame
from .mark import marks_of
from .member import Member
from .vector import Plane, Vector

SMALLEST_CONTACT = 1e-6
"""mm²: a smaller shared area counts as none."""


@dataclass(frozen=True, slots=True)
class Joint:
    """A member's face against its mate's.

    ``opening`` is the signed gap of greatest magnitude over the contact, mm, positive open, negative
    overlapping. ``contact`` is the share of the member's face that the mate's face covers, 0 to 1.
    """

    id: str
    opening: float
    contact: float


def close_joint(joint_id: str, member: Member, cut_id: str, mate: tuple[Vector, ...]) -> Joint:
    """The joint between the plane ``cut_id`` of a member and a flat face in the world.

    Args:
        joint_id: the joint's name.
        member: whose face lies on the mate.
        cut_id: which of its cut planes.
        mate: the mate's face as a polygon in world coordinates, counter-clockwise seen from its front.
    """
    normal = (mate[1] - mate[0]).cross(mate[2] - mate[1]).unit()
    plane = Plane.through(mate[0], normal)
    first = (mate[1] - mate[0]).unit()
    frame = Frame.along(mate[0], first, normal.cross(first))
    face = face_polygon(member, cut_id)
    flat = Polygon([(p.x, p.y) for p in map(frame.to_local, face)]) if len(face) > 2 else Polygon()
    shared = flat.intersection(Polygon([(p.x, p.y) for p in map(frame.to_local, mate)]))
    if flat.area < SMALLEST_CONTACT or shared.area < SMALLEST_CONTACT:
        return Joint(joint_id, 0.0, 0.0)
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    in_world = member.placement.plane_to_world(sawn)
    gaps = [_gap(frame.to_world(Vector(u, v, 0.0)), plane, in_world) for u, v in get_coordinates(shared)]
    return Joint(joint_id, max(gaps, key=abs), min(1.0, shared.area / flat.area))


def _gap(at: Vector, mate: Plane, sawn: Plane) -> float:
    """How far the sawn plane stands in front of a point of the mate, along the mate's normal."""
    return -sawn.above(at) / sawn.normal.dot(mate.normal)


def face_polygon(member: Member, cut_id: str) -> list[Vector]:
    """The sawn face of one plane through the whole thickness, in the world: its near-face line carried across.

    Exact for planes square to the wide face; a compound cut takes its far edge from the far face's own line.
    """
    corners: list[Vector] = []
    for face, order in ((Face.NEAR, 1), (Face.FAR, -1)):
        marks = marks_of(member, face, only=cut_id)
        if not marks or not marks[0].pieces:
            return []
        mark = marks[0]
        ends = [mark.pieces[0][0], mark.pieces[-1][1]][::order]
        z = member.stock.thickness / 2 * (-1 if face is Face.NEAR else 1)
        corners += [member.placement.to_world(Vector(u + member.zero, v, z)) for u, v in ends]
    return corners
