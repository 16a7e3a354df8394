"""The whole in the world: every piece as a solid with the frames it stands in. Kept apart: solids take their time."""

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.solid import Frame, Member, as_manifold
from ..exchange import JobInput, Problems, WorkedRoof, worked_out
from . import problem
from .kept import WordsQuery, answer, words_of
from .roof_talk import RoofTalk
from .screen_models import SolidView, WholeView
from .work_out import suppose_missing

api = APIBlueprint("whole", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])


@api.before_request
def suppose() -> None:
    """As for a work-out: what is missing is supposed, for the drawing."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/whole", responses={200: WholeView})
def whole(query: WordsQuery, body: JobInput) -> Response:
    """The first work of a job as solids in the world."""
    words = words_of(query, body.units)
    try:
        worked = worked_out(body, 0, words.tape) if body.works else None
    except Problems as found:
        return problem.from_problems(found, words)
    if not isinstance(worked, WorkedRoof):
        return answer(WholeView(solids=[]))
    talk = RoofTalk(worked.layout)
    solids = [
        _solid(piece.member, piece.frames, words.say(talk.title(piece.member))) for piece in worked.framing.pieces
    ]
    return answer(WholeView(solids=solids))


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
