"""Joints: a sawn face against the face it is meant to lie on."""

from dataclasses import dataclass

from .face import Face, HalfPlane, Point, clip
from .frame import Frame
from .mark import marks_of
from .member import Member
from .vector import Plane, Vector

SQUARE = 1e-12
"""Of a unit normal: a cut with less tilt stands square to the wide faces."""
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
    flat = [(p.x, p.y) for p in map(frame.to_local, face)]
    shared = _shared(flat, [(p.x, p.y) for p in map(frame.to_local, mate)])
    whole, touching = _area(flat), _area(shared)
    if whole < SMALLEST_CONTACT or touching < SMALLEST_CONTACT:
        return Joint(joint_id, 0.0, 0.0)
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    in_world = member.placement.plane_to_world(sawn)
    gaps = [_gap(frame.to_world(Vector(u, v, 0.0)), plane, in_world) for u, v in shared]
    return Joint(joint_id, max(gaps, key=abs), min(1.0, touching / whole))


def _shared(corners: list[Point], mate: list[Point]) -> list[Point]:
    """The part of a convex polygon within another, whose corners run counter-clockwise."""
    for (a, b), (c, d) in zip(mate, [*mate[1:], mate[0]], strict=True):
        corners = clip(corners, HalfPlane(b - d, c - a, (b - d) * a + (c - a) * b), keep_front=True)
    return corners


def _area(corners: list[Point]) -> float:
    """Of a simple polygon, whichever way round its corners run."""
    return abs(sum(a * d - b * c for (a, b), (c, d) in zip(corners, [*corners[1:], *corners[:1]], strict=True))) / 2


def _gap(at: Vector, mate: Plane, sawn: Plane) -> float:
    """How far the sawn plane stands in front of a point of the mate, along the mate's normal."""
    return -sawn.above(at) / sawn.normal.dot(mate.normal)


def face_polygon(member: Member, cut_id: str) -> list[Vector]:
    """The sawn face of one plane through the whole thickness, in the world: its near-face line carried across.

    Exact for planes square to the wide face; a compound cut takes its far edge from the far face's own line.
    """
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    near = _line(member, Face.NEAR, cut_id)
    far = near if abs(sawn.normal.z) < SQUARE else _line(member, Face.FAR, cut_id)
    if near is None or far is None:
        return []
    z = member.stock.thickness / 2
    ends = [(*near[0], -z), (*near[1], -z), (*far[1], z), (*far[0], z)]
    return [member.placement.to_world(Vector(u + member.zero, v, w)) for u, v, w in ends]


def _line(member: Member, face: Face, cut_id: str) -> tuple[Point, Point] | None:
    mark = next((mark for mark in marks_of(member, face) if mark.id == cut_id), None)
    return (mark.pieces[0][0], mark.pieces[-1][1]) if mark is not None and mark.pieces else None
