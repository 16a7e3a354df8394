"""Joints: a sawn face against the face it is meant to lie on."""

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from shapely import Polygon, difference

from .face import Face, HalfPlane, Point, clip, regions
from .frame import Frame
from .member import Member, Removal
from .vector import Plane, Vector

SQUARE = 1e-12
"""Of a unit normal, squared: what is less is none."""
GRID = 1e-7
"""mm: corners of faces are laid on this grid, so that edges that should be one leave no splinter between them."""
CLEAR = 0.01
"""mm: so far from a face along the board a wedge surely takes nothing of it."""
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
    normal = _facing(mate)
    plane = Plane.through(mate[0], normal)
    first = max((b - a for a, b in zip(mate, (*mate[1:], mate[0]), strict=True)), key=lambda edge: edge.length).unit()
    frame = Frame.along(mate[0], first, normal.cross(first))
    face = face_polygon(member, cut_id)
    if len(face) < 3:
        return Joint(joint_id, 0.0, 0.0)
    flat = [(p.x, p.y) for p in map(frame.to_local, face)]
    shared = _shared(flat, [(p.x, p.y) for p in map(frame.to_local, mate)])
    whole, touching = _area(flat), _area(shared)
    if whole < SMALLEST_CONTACT or touching < SMALLEST_CONTACT:
        return Joint(joint_id, 0.0, 0.0)
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    in_world = member.placement.plane_to_world(sawn)
    gaps = [_gap(frame.to_world(Vector(u, v, 0.0)), plane, in_world) for u, v in shared]
    return Joint(joint_id, max(gaps, key=abs), min(1.0, touching / whole))


def _facing(corners: tuple[Vector, ...]) -> Vector:
    """A flat polygon's normal, from all its corners: three of them may nearly lie in one line."""
    total = Vector(0.0, 0.0, 0.0)
    for a, b in pairwise(corners[1:]):
        total = total + (a - corners[0]).cross(b - corners[0])
    return total.unit()


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


@lru_cache(maxsize=1024)
def face_polygon(member: Member, cut_id: str) -> tuple[Vector, ...]:
    """The sawn face of one plane, in the world: the plane within the board, in front of its own removal's other
    planes and outside every other removal. Empty where nothing of it is left; of several parts the largest.
    """
    number, sawn = next(
        (i, cut) for i, removal in enumerate(member.removals) for cut in removal.planes if cut.id == cut_id
    )
    frame = _on(sawn.plane)
    corners = _wide(member)
    for half in _board(member, frame):
        corners = clip(corners, half, keep_front=True)
    for plane, keep_front in _cuts(member, number, cut_id):
        corners = clip(corners, _seen(plane, frame), keep_front=keep_front)
    if len(corners) < 3:
        return ()
    along = [frame.origin.x + u * frame.x.x + v * frame.y.x for u, v in corners]
    first, last = min(along) - CLEAR, max(along) + CLEAR
    for i, (removal, region) in enumerate(zip(member.removals, regions(member, Face.NEAR), strict=True)):
        if i == number or len(removal.planes) < 2:
            continue
        # What is sawn square to the wide faces takes no more of the length anywhere than on them.
        if removal.square and (region.extent[1] < first or region.extent[0] > last):
            continue
        corners = _less(corners, removal, frame)
    return tuple(member.placement.to_world(frame.to_world(Vector(u, v, 0.0))) for u, v in corners)


def _on(plane: Plane) -> Frame:
    """A frame whose x and y lie in a plane of the member."""
    normal = plane.normal
    flattest = min(
        (Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0), Vector(0.0, 0.0, 1.0)), key=lambda axis: abs(axis.dot(normal))
    )
    first = normal.cross(flattest).unit()
    return Frame.along(normal * plane.offset, first, normal.cross(first))


def _wide(member: Member) -> list[Point]:
    size = 4 * (abs(member.reach[0]) + abs(member.reach[1]) + member.stock.depth + member.stock.thickness)
    return [(-size, -size), (size, -size), (size, size), (-size, size)]


def _board(member: Member, frame: Frame) -> list[HalfPlane]:
    """The board's six faces as seen in the plane a frame lies in; those parallel to it hold it whole or not at all."""
    half, (head, foot), depth = member.stock.thickness / 2, member.reach, member.stock.depth
    seen: list[HalfPlane] = []
    for a, b, at, low, high in (
        (frame.x.x, frame.y.x, frame.origin.x, head, foot),
        (frame.x.y, frame.y.y, frame.origin.y, 0.0, depth),
        (frame.x.z, frame.y.z, frame.origin.z, -half, half),
    ):
        if a * a + b * b < SQUARE:
            a = b = 0.0  # noqa: PLW2901 - what is left of a direction square to the plane is noise
        seen += [HalfPlane(a, b, low - at), HalfPlane(-a, -b, at - high)]
    return seen


def _cuts(member: Member, number: int, cut_id: str) -> list[tuple[Plane, bool]]:
    """What a sawn face is clipped by beside the board: its own removal's planes, and the board's other end cuts."""
    own = [(cut.plane, True) for cut in member.removals[number].planes if cut.id != cut_id]
    others = [
        (removal.planes[0].plane, False)
        for i, removal in enumerate(member.removals)
        if i != number and len(removal.planes) == 1
    ]
    return [*own, *others]


def _seen(plane: Plane, frame: Frame) -> HalfPlane:
    """A plane's front as seen in the plane a frame lies in; one parallel to it is all front or all back."""
    local = frame.plane_to_local(plane)
    a, b = local.normal.x, local.normal.y
    if a * a + b * b < SQUARE:
        return HalfPlane(0.0, 0.0, local.offset)
    return HalfPlane(a, b, local.offset)


def _less(corners: list[Point], wedge: Removal, frame: Frame) -> list[Point]:
    """A face less what a wedge takes off it; the largest part where it falls apart."""
    taken = corners
    for cut in wedge.planes:
        taken = clip(taken, _seen(cut.plane, frame), keep_front=True)
        if len(taken) < 3:
            return corners
    if _area(taken) < SMALLEST_CONTACT:
        return corners
    left = difference(Polygon(corners), Polygon(taken), grid_size=GRID)
    parts = [part for part in getattr(left, "geoms", [left]) if isinstance(part, Polygon) and not part.is_empty]
    if not parts:
        return []
    largest = max(parts, key=lambda part: part.area)
    return [(float(u), float(v)) for u, v in largest.exterior.coords[:-1]]
