"""The whole in the world: every piece as a solid with the frames it stands in, and which would claim the same wood."""

from ...core.rules import Words
from ...core.solid import Frame, Member, as_manifold, overlaps
from ...core.stairs import supports
from ...core.terms import Message
from ...exchange import Worked, WorkedFlight
from ..mark.titles import title_in
from .models import OverlapsView, SolidView, WholeView


def whole_of(worked: Worked, words: Words) -> WholeView:
    """Return every piece as a solid, and what a stair hangs on and lands on."""
    solids = [
        _solid(piece.member, piece.frames, title_in(worked, piece.member, words))
        for piece in worked.framing.pieces
        if piece.frames
    ]
    if isinstance(worked, WorkedFlight):
        solids += [_solid(member, frames, "") for member, frames in supports(worked.layout, worked.two)]
    return WholeView(solids=solids)


def overlaps_of(worked: Worked, words: Words) -> OverlapsView:
    """Return every pair of pieces that would claim the same wood, in words."""
    pieces = [(piece.member, piece.frames) for piece in worked.framing.pieces]
    names = {piece.member.id: title_in(worked, piece.member, words) for piece in worked.framing.pieces}
    found_pairs = {(overlap.one, overlap.other): overlap for overlap in reversed(overlaps(pieces))}
    return OverlapsView(
        pieces=sum(len(frames) for _, frames in pieces),
        overlaps=[
            words.say(Message("overlap", {"one": names[one], "other": names[other]})) for one, other in found_pairs
        ],
    )


def _solid(member: Member, frames: tuple[Frame, ...], title: str) -> SolidView:
    mesh = as_manifold(member).to_mesh64()
    return SolidView(
        id=member.id,
        title=title,
        role=member.role,
        corners=[round(float(v), 4) for v in mesh.vert_properties[:, :3].ravel()],
        triangles=[int(v) for v in mesh.tri_verts.ravel()],
        frames=[
            [round(v, 6) for one in (frame.origin, frame.x, frame.y) for v in (one.x, one.y, one.z)] for frame in frames
        ],
    )
