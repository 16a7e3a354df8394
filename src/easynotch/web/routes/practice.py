"""Practice: a made-up piece whose numbers are hidden, worked out by hand, checked with the tape's tolerance.

The pieces are made from a number, so that an answer is checked against the very piece it was asked of; the answers
come from the same work-out as every other board.
"""

from secrets import randbelow

from flask import Response
from pydantic import Field

from ...core.tape import Units
from ...core.terms import Length, Message
from ...exchange import (
    Problems,
    typed_length,
)
from ...presenting.practice.made_up import ASKED, given_in_words, made_up
from ...presenting.shared.in_words import working_view
from ...presenting.shared.lengths import format_length
from ...store import keep_answer, progress
from ..bodies.answers import AnsweredView, PracticeView, ProgressView, QuestionView
from ..bodies.describing import blueprint
from ..bodies.works import AnswerBody, School
from ..server import problem
from ..server.requests import WordsQuery, answer, database, words_of

api = blueprint("practice", __name__, "practice", "/api/practice")

SLACK = 1e-6
"""mm: an answer a whole division off is the mark beside the true one, and good."""


class PracticeQuery(WordsQuery):
    """Which school and units; ``seed`` asks for a piece again, without it a new one is made up."""

    school: School = "stairs"
    units: Units = Units.IMPERIAL
    seed: int = Field(default=0, ge=0, le=2**31)


@api.get("", responses={200: PracticeView})
def make_up(query: PracticeQuery) -> Response:
    """A made-up piece: what is given, and what is asked."""
    seed = query.seed or 1 + randbelow(2**31 - 1)
    words = words_of(query, query.units)
    job, worked = made_up(query.school, query.units, seed)
    found = {working.fact: working for working in worked.working}
    with database().read() as db:
        stored = progress(db)
    return answer(
        PracticeView(
            seed=seed,
            school=query.school,
            given=given_in_words(job, worked, words),
            questions=[
                QuestionView(fact=fact, label=working_view(found[fact], words).label)
                for fact in ASKED[query.school]
                if fact in found
            ],
            progress=[
                ProgressView(school=one.school, question=one.question, tried=one.tried, good=one.good,
                             label=words.say(Message(f"fact.{one.question}")))
                for one in stored
            ],
        )
    )  # fmt: skip


@api.post("/answer", responses={200: AnsweredView})
def check(query: WordsQuery, body: AnswerBody) -> Response:
    """Check an answer: good within the tape's tolerance; explained by the two roads to the number either way."""
    words = words_of(query, body.units)
    try:
        given = typed_length(body.answer, body.units, "answer")
    except Problems as found:
        return problem.from_problems(found, words)
    _, worked = made_up(body.school, body.units, body.seed)
    line = next((working for working in worked.working if working.fact == body.question), None)
    if line is None or body.question not in ASKED[body.school]:
        return problem.problem(422, words.say(Message("problem.no_question")))
    true = line.first.result
    good = abs(given - true) <= words.tape.division + SLACK
    with database().connect() as db:
        keep_answer(db, body.school, body.seed, body.question, good=good)
    off = Length(abs(given - true))
    key = "good" if good else "high" if given > true else "low"
    return answer(
        AnsweredView(
            good=good,
            said=words.say(Message(f"practice.{key}", {"true": Length(true), "off": off})),
            expected=format_length(true, words),
            working=working_view(line, words),
        )
    )
