"""Joints: a sawn face against the face it is meant to lie on."""

from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import hypot, inf

from shapely import GEOSException, Polygon, difference, intersection, unary_union
from shapely.geometry.base import BaseGeometry

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
ACROSS = 0.1
"""Of a direction: a face that lies flatter to a member's thickness than this has no width across it."""
CONVEX = 1e-6
"""mm²: a smaller turn to the right is noise."""
WHOLE = 0.999
"""Of a face: so much of it is all of it."""
SMALLEST_CONTACT = 1e-6
"""mm²: a smaller shared area counts as none."""


@dataclass(frozen=True, slots=True)
class Joint:
    """A member's face against its mate's.

    ``opening`` is the signed gap of greatest magnitude over the contact, mm, positive open, negative
    overlapping. ``contact`` is the share of the member's face that the mate's real face covers, 0 to 1; ``bears`` the
    share of what can bear: of the smallest of the face and of what the mate offers beside the member's thickness and
    beside its other side.
    """

    id: str
    opening: float
    contact: float
    bears: float = 1.0


def close_joint(joint_id: str, member: Member, cut_id: str, mates: tuple[tuple[Vector, ...], ...]) -> Joint:
    """The joint between the plane ``cut_id`` of a member and flat faces in the world that lie in one plane.

    Args:
        joint_id: the joint's name.
        member: whose face lies on the mates.
        cut_id: which of its cut planes.
        mates: the mates' faces as polygons in world coordinates, counter-clockwise seen from their front.
    """
    normal = _facing(mates[0])
    plane = Plane.through(mates[0][0], normal)
    corners = (*mates[0][1:], mates[0][0])
    first = max((b - a for a, b in zip(mates[0], corners, strict=True)), key=lambda edge: edge.length).unit()
    frame = Frame.along(mates[0][0], first, normal.cross(first))
    face = face_polygon(member, cut_id)
    if len(face) < 3:
        return Joint(joint_id, 0.0, 0.0, 0.0)
    flat = [(p.x, p.y) for p in map(frame.to_local, face)]
    offered = [[(p.x, p.y) for p in map(frame.to_local, mate)] for mate in mates]
    shared = _shared(flat, offered)
    whole, touching = _area(flat), sum(_area(part) for part in shared)
    if whole < SMALLEST_CONTACT or touching < SMALLEST_CONTACT:
        return Joint(joint_id, 0.0, 0.0, 0.0)
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    in_world = member.placement.plane_to_world(sawn)
    gaps = [_gap(frame.to_world(Vector(u, v, 0.0)), plane, in_world) for part in shared for u, v in part]
    # Where the face is held whole, nothing more can be asked for.
    can = whole
    if touching < WHOLE * whole:
        through = member.placement.z
        ways = (frame.to_local(frame.origin + way) for way in (through, normal.cross(through)))
        can = min(whole, *(_across(offered, flat, way) for way in ways))
    return Joint(joint_id, max(gaps, key=abs), min(1.0, touching / whole), min(1.0, touching / max(can, touching)))


def _across(offered: list[list[Point]], flat: list[Point], through: Vector) -> float:
    """The area of what mates offer within a face's reach one way, and beyond it on both sides the other way."""
    size = hypot(through.x, through.y)
    if size < ACROSS:
        return inf
    a, b = through.x / size, through.y / size
    places = [a * u + b * v for u, v in flat]
    low, high = min(places), max(places)
    band = [
        clip(clip(part, HalfPlane(a, b, low), keep_front=True), HalfPlane(-a, -b, -high), keep_front=True)
        for part in offered
    ]
    there = [part for part in band if len(part) > 2]
    if len(there) < 2:
        return sum(map(_area, there))
    # Plates overlap at their corner: what both offer counts once.
    return float(unary_union([Polygon(part).buffer(0) for part in there]).area)


def _facing(corners: tuple[Vector, ...]) -> Vector:
    """A flat polygon's normal, from all its corners: three of them may nearly lie in one line."""
    total = Vector(0.0, 0.0, 0.0)
    for a, b in pairwise(corners[1:]):
        total = total + (a - corners[0]).cross(b - corners[0])
    return total.unit()


def _shared(corners: list[Point], mates: list[list[Point]]) -> list[list[Point]]:
    """The parts of a polygon within others, whose corners run counter-clockwise; what two of them offer counts once."""
    parts = [part for mate in mates for part in _within(corners, mate)]
    return parts if len(parts) < 2 else _parts(unary_union([Polygon(part).buffer(0) for part in parts]))


def _within(corners: list[Point], mate: list[Point]) -> list[list[Point]]:
    """The parts of a polygon within another one: clipped to it edge by edge where it is convex."""
    if not _is_convex(mate):
        try:
            return _parts(intersection(Polygon(corners), Polygon(mate)))
        except GEOSException:  # a face that crosses itself, of a piece that was cut right through
            return []
    for (a, b), (c, d) in zip(mate, [*mate[1:], mate[0]], strict=True):
        corners = clip(corners, HalfPlane(b - d, c - a, (b - d) * a + (c - a) * b), keep_front=True)
    return [corners] if len(corners) > 2 and _area(corners) > SMALLEST_CONTACT else []


def _parts(shape: BaseGeometry) -> list[list[Point]]:
    parts = [part for part in getattr(shape, "geoms", [shape]) if isinstance(part, Polygon) and not part.is_empty]
    return [[(float(u), float(v)) for u, v in part.exterior.coords[:-1]] for part in parts]


def _is_convex(corners: list[Point]) -> bool:
    """Whether a polygon whose corners run counter-clockwise never turns right."""
    for k, (u, v) in enumerate(corners):
        (a, b), (c, d) = corners[k - 1], corners[(k + 1) % len(corners)]
        if (u - a) * (d - v) - (v - b) * (c - u) < -CONVEX:
            return False
    return True


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
