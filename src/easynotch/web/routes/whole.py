"""The whole in the world, which pieces would claim the same wood, and the pitch that brings a ridge to a height."""

from math import atan, degrees

from flask import Response
from pydantic import Field

from ...core.roofs import RoofError, Shape, pitch_for_ridge
from ...core.tape import Units
from ...core.terms import message
from ...exchange import JobInput, Problem, Problems, RoofInput
from ...presenting.work_out.models import OverlapsView, WholeView
from ...presenting.work_out.roof_models import PitchView
from ...presenting.work_out.whole import overlaps_of, whole_of
from ..bodies.view import described
from ..server import problem
from ..server.first_work import Asked, about_first_work, work_questions
from ..server.requests import WordsQuery, answer, words_of

api = work_questions("whole", __name__)


@about_first_work(api, "/whole", WholeView(solids=[]))
def whole(asked: Asked) -> WholeView:
    """The first work of a job as solids in the world."""
    return whole_of(asked.worked, asked.words)


@about_first_work(api, "/overlaps", OverlapsView(pieces=0, overlaps=[]))
def standing_in_each_other(asked: Asked) -> OverlapsView:
    """Every pair of pieces of the first work that would claim the same wood."""
    return overlaps_of(asked.worked, asked.words)


class RidgeQuery(WordsQuery):
    """To what height above the plates the ridge's top was brought, mm."""

    top: float = Field(gt=0, le=100_000)


@api.post("/pitch", responses={200: described(PitchView)})
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
