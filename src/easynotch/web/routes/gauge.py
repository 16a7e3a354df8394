"""``POST /api/gauge-check``: what is really clamped, or where the first mark really came; nothing is stored."""

from flask import Response
from pydantic import Field

from ...core.terms import Message
from ...exchange import JobInput, Problem, Problems
from ...presenting.mark.gauge_check import GaugeView, Read, gauge_rows
from ..bodies.view import described
from ..server import problem
from ..server.first_work import work_questions
from ..server.requests import WordsQuery, answer, words_of
from ..server.worked import worked_of

# What is missing is supposed as on the screen; the check is of the drawing that is there.
api = work_questions("gauge", __name__)


class GaugeQuery(WordsQuery):
    """Which stop of which piece, and what was read there; what was not read is left empty."""

    piece: str = Field(max_length=300)
    stop: str = Field(max_length=300)
    tongue: str = Field(default="", max_length=100)
    body: str = Field(default="", max_length=100)
    first: str = Field(default="", max_length=100)


@api.post("/gauge-check", responses={200: described(GaugeView)})
def gauge_check(query: GaugeQuery, body: JobInput) -> Response:
    """What a setting or a first mark that is off does to a piece, and how to absorb it."""
    words = words_of(query, body.units)
    try:
        worked = worked_of(body, 0, words.tape) if body.works else None
        found = next((member for member in worked.members if member.member.id == query.piece), None) if worked else None
        if worked is None or found is None:
            raise Problems([Problem("stop", Message("problem.no_stop"))])
        read = Read(query.stop, query.tongue, query.body, query.first)
        return answer(GaugeView(rows=gauge_rows(read, body, (worked, found.member), words)))
    except Problems as wrong:
        return problem.from_problems(wrong, words)
