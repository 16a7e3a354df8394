"""Where pieces stand square against a board's wide faces: a joint is two planes that must be one, so a sawn face that
lies in the board's own face is looked up there, and seen along the board.
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

from .face import Face
from .frame import Frame
from .joint import face_polygon
from .member import Member
from .vector import Plane, Vector

ONE = 1e-6
"""mm, and of a unit normal: what is less apart is one."""
FLUSH = 1e-3
"""mm: faces this near lie in one plane."""


@dataclass(frozen=True, slots=True)
class Meeting:
    """A piece's sawn face on a wide face of a board, from one side of the piece to the other along the board, mm."""

    piece: str
    face: Face
    low: float
    high: float


def meetings(board: Member, placed: Iterable[tuple[Member, tuple[Frame, ...]]]) -> tuple[Meeting, ...]:
    """Return where pieces stand square on a board, near face first, in their order along it.

    Args:
        board: the board, in its place.
        placed: pieces with every place they stand in.
    """
    length = board.lengths.get("overall", board.reach[1])
    found = {
        (face, round(low, 3)): Meeting(member.id, face, low, high)
        for member, frames in placed
        for frame in frames
        for face, low, high in _on_faces(board, member, frame)
        if high > ONE and low < length - ONE and high - low > ONE
    }
    return tuple(sorted(found.values(), key=lambda one: (one.face is Face.FAR, one.low)))


def _on_faces(board: Member, member: Member, frame: Frame) -> Iterator[tuple[Face, float, float]]:
    half = board.stock.thickness / 2
    if abs(frame.z.dot(board.placement.x)) < 1.0 - ONE:
        return
    for face, way in ((Face.NEAR, -1.0), (Face.FAR, 1.0)):
        own = frame.plane_to_local(board.placement.plane_to_world(Plane(Vector(0.0, 0.0, way), half)))
        for cut in member.cut_planes:
            # What is sawn off lies past the plane: on the board's own side.
            if (cut.plane.normal + own.normal).length > ONE or abs(cut.plane.offset + own.offset) > FLUSH:
                continue
            corners = [member.placement.to_local(corner) for corner in face_polygon(member, cut.id)]
            along = [board.placement.to_local(frame.to_world(corner)) for corner in corners]
            deep = [at.y for at in along]
            if along and max(deep) > ONE and min(deep) < board.stock.depth - ONE:
                yield face, min(at.x for at in along), max(at.x for at in along)
