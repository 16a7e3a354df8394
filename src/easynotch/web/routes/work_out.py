"""``POST /api/work-out``: a job in, everything that follows from it out; nothing is stored."""

from flask import Response, g, request
from pydantic import Field

from ...core.terms import Message
from ...drawing import draw_elevation, draw_plan, draw_section
from ...exchange import (
    FlightInput,
    JobInput,
    Problem,
    Problems,
    RoofInput,
    WorkedFlight,
    WorkedRoof,
    contract,
    measured_roof,
)
from ...presenting.mark.pieces import tools_of
from ...presenting.shared.assumed import assumed_of
from ...presenting.shared.in_words import fact_view, readings, sheet_view
from ...presenting.shared.supposed import suppose_missing
from ...presenting.work_out.flight_screen import screen_of
from ...presenting.work_out.models import SketchView, WorkAnswer, WorkOutAnswer
from ...presenting.work_out.roof_screen import roof_screen_of
from ..bodies.describing import blueprint
from ..bodies.view import described
from ..server import problem
from ..server.requests import WordsQuery, answer, words_of
from ..server.worked import worked_of

api = blueprint("work_out", __name__, "work-out")


class WorkOutQuery(WordsQuery):
    """How to answer; ``suppose`` draws a flight whose total rise is missing, ``piece`` names the board wanted."""

    suppose: bool = False
    piece: str = Field(default="", max_length=60)


@api.before_request
def suppose() -> None:
    """Before the body is validated: fill in a total rise that is still missing, where the drawing asks for it."""
    g.supposed = suppose_missing(request.get_json()) if request.args.get("suppose") == "true" else []


@api.post("/work-out", responses={200: described(WorkOutAnswer)})
def answer_work_out(query: WorkOutQuery, body: JobInput) -> Response:
    """Work a job out."""
    try:
        works = [_work(number, body, query) for number in range(len(body.works))]
    except Problems as found:
        return problem.from_problems(found, words_of(query, body.units))
    return answer(WorkOutAnswer(works=works))


def _work(number: int, job: JobInput, query: WorkOutQuery) -> WorkAnswer:
    words = words_of(query, job.units)
    given = job.works[number]
    worked = worked_of(job, number, words.tape)
    tools = tools_of(job)
    if isinstance(worked, WorkedRoof) and isinstance(given, RoofInput):
        screen = roof_screen_of(given, worked, words, g.supposed, query.piece, tools)
    else:
        assert isinstance(worked, WorkedFlight)
        assert isinstance(given, FlightInput)
        screen = screen_of(given, worked, words, g.supposed, query.piece, tools)
    return WorkAnswer(**contract(given.name, worked), screen=screen)


@api.post("/sketch", responses={200: described(SketchView)})
def sketch(query: WorkOutQuery, body: JobInput) -> Response:
    """The first work's sketch, and how what is typed was understood: what is still being typed reaches nothing else."""
    words = words_of(query, body.units)
    try:
        if not body.works:
            raise Problems([Problem("works", Message("error.no_works"))])
        given = body.works[0]
        if isinstance(given, RoofInput):
            roof = measured_roof(given, body.units, "works[0]")
            facts, plan = roof.facts, draw_plan(roof.layout, roof.framing)
            drawn = draw_section(roof.layout, roof.framing)
        else:
            worked = worked_of(body, 0, words.tape)
            assert isinstance(worked, WorkedFlight)
            facts, plan, drawn = worked.facts, None, draw_elevation(worked.layout, worked.pattern.member)
    except Problems as found:
        return problem.from_problems(found, words)
    return answer(
        SketchView(
            sketch=sheet_view(drawn, words),
            plan=sheet_view(plan, words) if plan is not None else None,
            facts=[fact_view(key, value, words) for key, value in facts.items() if not key.startswith("survey.")],
            readings=readings(given, words),
            supposed=g.supposed,
            assumed=assumed_of(given, words),
        )
    )
