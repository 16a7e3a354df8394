"""The dry fit: what should touch what, exactly as laid out and as it comes out when marked on a tape.

A joint is two planes that must be one. Which ones is declared by whoever lays a building out, never found by
proximity.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

from ..tape import nearest_mark
from .face import Face, on_face, outline
from .joint import Joint, close_joint, face_polygon
from .mark import marks_of
from .member import CutPlane, Member, Removal
from .straight import as_sawn
from .vector import Plane, Vector

Polygon = tuple[Vector, ...]


@dataclass(frozen=True, slots=True)
class MatePart:
    """A face a joint's mate offers: its polygon in the world (counter-clockwise from its front, empty where nothing is
    left of it), of a given member as it is cut, or of a support that stays as it is.
    """

    polygon: Callable[[Member | None], Polygon]
    member: Member | None = None
    cut_id: str | None = None


@dataclass(frozen=True, slots=True)
class MateFace:
    """What a piece lies on: one face, or several that lie in one plane."""

    parts: tuple[MatePart, ...]

    @property
    def member(self) -> Member | None:
        """The first one's piece, or None where it is a support."""
        return self.parts[0].member

    def polygons(self) -> tuple[Polygon, ...]:
        """The faces, in the world."""
        return tuple(face for part in self.parts if len(face := part.polygon(part.member)) > 2)


def together(*mates: MateFace) -> MateFace:
    """Faces in one plane as one mate."""
    return MateFace(tuple(part for mate in mates for part in mate.parts))


def support_face(*corners: Vector) -> MateFace:
    """The face of a support: a plate, a wall, a beam."""
    return MateFace((MatePart(lambda _: corners),))


def sawn_face(member: Member, cut_id: str) -> MateFace:
    """A sawn face of another member."""

    def polygon(mate: Member | None) -> Polygon:
        assert mate is not None
        return tuple(reversed(_facing(mate, cut_id)))

    return MateFace((MatePart(polygon, member, cut_id),))


def member_face(member: Member, face: Face) -> MateFace:
    """A long face of another member, as it is cut."""

    def polygon(mate: Member | None) -> Polygon:
        assert mate is not None
        corners = outline(mate, face)
        if len(corners) < 3:
            return ()
        turn = sum(a * d - b * c for (a, b), (c, d) in zip(corners, [*corners[1:], *corners[:1]], strict=True))
        # Seen from its front a near and a bottom face run as u and v do, a far and a top face against them.
        if (turn > 0) is (face in (Face.NEAR, Face.BOTTOM)):
            corners = tuple(reversed(corners))
        return tuple(mate.placement.to_world(on_face(face, mate.stock, u, v)) for u, v in corners)

    return MateFace((MatePart(polygon, member),))


def _facing(member: Member, cut_id: str) -> Polygon:
    """A sawn face's corners, clockwise seen from outside the wood."""
    corners = face_polygon(member, cut_id)
    if len(corners) < 3:
        return ()
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == cut_id)
    out = member.placement.plane_to_world(sawn).normal
    turn = (corners[1] - corners[0]).cross(corners[2] - corners[1])
    return tuple(corners) if turn.dot(out) < 0 else tuple(reversed(corners))


@dataclass(frozen=True, slots=True)
class Touch:
    """A declared joint: a member's sawn plane against its mate's face; ``within`` is how far it may stand open because
    pieces that differ by so little are cut alike, as was asked for, mm.
    """

    id: str
    member: Member
    cut_id: str
    mate: MateFace
    within: float = 0.0


@dataclass(frozen=True, slots=True)
class Fitted:
    """A joint as it should be and as it would come out on the tape, with the bound it must keep, mm; and ``within``
    what it may stand open in exact geometry already.
    """

    exact: Joint
    on_tape: Joint
    bound: float
    within: float = 0.0


def close(touch: Touch) -> Joint:
    """A joint in exact geometry."""
    mates = touch.mate.polygons()
    if not mates:
        return Joint(touch.id, 0.0, 0.0, 0.0)
    return close_joint(touch.id, touch.member, touch.cut_id, mates)


def dry_fit(touches: tuple[Touch, ...], division: float) -> tuple[Fitted, ...]:
    """Every joint exact, and with each member cut to its rounded marks.

    Args:
        touches: the joints.
        division: of the tape, mm.
    """
    rounded: dict[int, Member] = {}

    def cut(member: Member) -> Member:
        if id(member) not in rounded:
            rounded[id(member)] = on_the_tape(member, division)
        return rounded[id(member)]

    fitted = []
    for touch in touches:
        parts = tuple(
            replace(part, member=cut(part.member)) if part.member is not None else part for part in touch.mate.parts
        )
        marked = replace(touch, member=cut(touch.member), mate=MateFace(parts))
        fitted.append(Fitted(close(touch), close(marked), bound_of(touch, division), touch.within))
    return tuple(fitted)


def on_the_tape(member: Member, division: float) -> Member:
    """The member as it is cut when every plane is moved along it to its rounded mark, angles exact.

    A mark is read on the near face's top edge, from the member's zero; a gauge line is read across the board.
    """
    member = as_sawn(member)
    alongs = {mark.id: mark.along for mark in marks_of(member)}

    def moved(cut: CutPlane) -> CutPlane:
        normal, offset = cut.plane.normal, cut.plane.offset
        along = alongs.get(cut.id)
        if along is not None:
            shift = (nearest_mark(along, division) - along) * normal.x
        elif abs(normal.y) > abs(normal.z):
            across_at = (offset + normal.z * member.stock.thickness / 2) / normal.y
            shift = (nearest_mark(across_at, division) - across_at) * normal.y
        else:
            shift = (nearest_mark(offset, division) - offset) if abs(normal.z) > 0 else 0.0
        return replace(cut, plane=Plane(normal, offset + shift))

    removals = tuple(Removal(tuple(moved(cut) for cut in removal.planes)) for removal in member.removals)
    return replace(member, removals=removals)


def bound_of(touch: Touch, division: float) -> float:
    """How far a joint may open on the tape: half a division of each mark that places one of its two planes, times
    the share of it that moves the plane; and what a cut that is sawn square is off at its edges.
    """
    own = next(cut.plane for cut in touch.member.cut_planes if cut.id == touch.cut_id)
    others = [
        abs(cut.plane.normal.x) or 1.0
        for part in touch.mate.parts if part.member is not None
        for cut in part.member.cut_planes if cut.id == part.cut_id
    ]  # fmt: skip
    sawn = next(cut.plane for cut in as_sawn(touch.member).cut_planes if cut.id == touch.cut_id)
    leans = abs(own.normal.z - sawn.normal.z) * touch.member.stock.thickness / 2
    return division / 2 * ((abs(own.normal.x) or 1.0) + max(others, default=0.0)) + leans + touch.within
