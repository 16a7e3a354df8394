"""``POST /api/work-out``: a job in, everything that follows from it out; nothing is stored."""

from typing import Any

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag
from pydantic import Field

from ..core.tape import Units
from ..exchange import FlightInput, JobInput, Problems, contract, work_out_flight
from . import problem
from .kept import WordsQuery, answer, words_of
from .models import WorkAnswer, WorkOutAnswer
from .screen import screen_of

api = APIBlueprint("work_out", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])

SUPPOSED_RISE = {Units.IMPERIAL: "4'", Units.METRIC: "1200 mm"}
"""What the sketch of an unmeasured flight is drawn with. It is marked as supposed and never stored."""


class WorkOutQuery(WordsQuery):
    """How to answer; ``suppose`` draws a flight whose total rise is missing, ``piece`` names the board wanted."""

    suppose: bool = False
    piece: str = Field(default="", max_length=60)


@api.before_request
def suppose() -> None:
    """Before the body is validated: fill in a total rise that is still missing, where the drawing asks for it."""
    g.supposed = _suppose(request.get_json()) if request.args.get("suppose") == "true" else []


@api.post("/work-out", responses={200: WorkOutAnswer})
def work_out(query: WorkOutQuery, body: JobInput) -> Response:
    """Work a job out."""
    try:
        works = [_work(given, body, query, number) for number, given in enumerate(body.works)]
    except Problems as found:
        return problem.from_problems(found, words_of(query, body.units))
    return answer(WorkOutAnswer(works=works))


def _work(given: FlightInput, job: JobInput, query: WorkOutQuery, number: int) -> WorkAnswer:
    words = words_of(query, job.units)
    worked = work_out_flight(given, job.units, job.limits, f"works[{number}]", words.tape)
    return WorkAnswer(**contract(given.name, worked), screen=screen_of(given, worked, words, g.supposed, query.piece))


def _suppose(data: Any) -> list[str]:
    """Fill in a missing total rise, and say so."""
    works = data.get("works") if isinstance(data, dict) else None
    supposed: list[str] = []
    for work in works if isinstance(works, list) else []:
        if isinstance(work, dict) and work.get("total_rise") in (None, ""):
            units = Units.METRIC if data.get("units") == "metric" else Units.IMPERIAL
            work["total_rise"] = SUPPOSED_RISE[units]
            supposed.append("total_rise")
    return supposed
