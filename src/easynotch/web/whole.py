"""The whole in the world: every piece as a solid with the frames it stands in. Kept apart: solids take their time."""

from math import atan, degrees

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag
from pydantic import Field

from ..core.roofs import RoofError, Shape, pitch_for_ridge
from ..core.rules import Words
from ..core.solid import Frame, Member, as_manifold, overlaps
from ..core.stairs import supports
from ..core.tape import Units
from ..core.terms import Message, message
from ..exchange import JobInput, Problem, Problems, RoofInput, Worked, WorkedFlight
from ..presenting.mark.titles import title_in
from . import problem
from .first_work import first_work
from .kept import WordsQuery, answer, words_of
from .roof_models import PitchView
from .screen_models import OverlapsView, SolidView, WholeView
from .work_out import suppose_missing

api = APIBlueprint("whole", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])


@api.before_request
def suppose() -> None:
    """As for a work-out: what is missing is supposed, for the drawing."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/whole", responses={200: WholeView})
def whole(query: WordsQuery, body: JobInput) -> Response:
    """The first work of a job as solids in the world."""

    def made(worked: Worked | None, words: Words) -> WholeView:
        if worked is None:
            return WholeView(solids=[])
        solids = [
            _solid(piece.member, piece.frames, title_in(worked, piece.member, words))
            for piece in worked.framing.pieces
            if piece.frames
        ]
        if isinstance(worked, WorkedFlight):
            solids += [_solid(member, frames, "") for member, frames in supports(worked.layout, worked.two)]
        return WholeView(solids=solids)

    return first_work(query, body, made)


class RidgeQuery(WordsQuery):
    """To what height above the plates the ridge's top was brought, mm."""

    top: float = Field(gt=0, le=100_000)


@api.post("/pitch", responses={200: PitchView})
def pitch(query: RidgeQuery, body: JobInput) -> Response:
    """The pitch that brings a roof's ridge to a height, neat enough to be set out by."""
    words = words_of(query, body.units)
    given = body.works[0] if body.works else None
    if not isinstance(given, RoofInput) or given.plan.shape != Shape.RECTANGLE:
        return problem.from_problems(Problems([Problem("works[0].plan.shape", message("error.no_ridge"))]), words)
    try:
        slope = pitch_for_ridge(given.roof(body.units), query.top)
    except RoofError as found:
        return problem.from_problems(Problems([Problem(f"works[0].{found.path}", found.message)]), words)
    return answer(PitchView(pitch=neat(slope, body.units)))


def neat(slope: float, units: Units) -> str:
    """A pitch to an eighth in twelve, or to half a degree."""
    if units is Units.METRIC:
        return f"{max(0.5, round(degrees(atan(slope)) * 2) / 2):g}°"
    return f"{max(0.125, round(slope * 12 * 8) / 8):g}/12"


@api.post("/overlaps", responses={200: OverlapsView})
def standing_in_each_other(query: WordsQuery, body: JobInput) -> Response:
    """Every pair of pieces of the first work that would claim the same wood."""

    def made(worked: Worked | None, words: Words) -> OverlapsView:
        if worked is None:
            return OverlapsView(pieces=0, overlaps=[])
        pieces = [(piece.member, piece.frames) for piece in worked.framing.pieces]
        names = {piece.member.id: title_in(worked, piece.member, words) for piece in worked.framing.pieces}
        found_pairs = {(one.one, one.other): one for one in reversed(overlaps(pieces))}
        return OverlapsView(
            pieces=sum(len(frames) for _, frames in pieces),
            overlaps=[
                words.say(Message("overlap", {"one": names[one], "other": names[other]})) for one, other in found_pairs
            ],
        )

    return first_work(query, body, made)


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
