"""Practice: a made-up piece whose numbers are hidden, worked out by hand, checked with the tape's tolerance.

The pieces are made from a number, so that an answer is checked against the very piece it was asked of; the answers
come from the same work-out as every other board.
"""

from random import Random
from secrets import randbelow
from typing import Any, Literal

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import Field

from ..core.rules import Words
from ..core.tape import Tape, Units
from ..core.terms import Count, Length, Message, Value
from ..exchange import (
    JobInput,
    Problems,
    RoofInput,
    WorkedFlight,
    WorkedRoof,
    typed_length,
    usual_flight,
    usual_roof,
    worked_out,
)
from ..presenting.shared.shown import shown
from ..store import keep_answer, progress
from . import problem
from .bodies import AnswerBody
from .kept import WordsQuery, answer, database, words_of
from .models import AnsweredView, PracticeView, ProgressView, QuestionView
from .views import working_view

api = APIBlueprint("practice", __name__, url_prefix="/api/practice", abp_tags=[Tag(name="practice")])

School = Literal["stairs", "rafters", "hips"]
ASKED: dict[str, tuple[str, ...]] = {
    "stairs": ("riser", "going", "step", "throat", "head_drop", "first_riser"),
    "rafters": ("theoretical", "head_to_plate", "tail", "hap", "seat", "notch_depth", "fascia_drop"),
    "hips": ("rise", "theoretical", "common_difference", "ridge_length"),
}
SLACK = 1e-6
"""mm: an answer a whole division off is the mark beside the true one, and good."""
MOST_TRIES = 40
"""Made-up pieces before one is found that has nothing against it."""


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
    found = {one.fact: one for one in worked.working}
    with database().read() as db:
        kept = progress(db)
    return answer(
        PracticeView(
            seed=seed,
            school=query.school,
            given=_given(job, worked, words),
            questions=[
                QuestionView(fact=fact, label=working_view(found[fact], words).label)
                for fact in ASKED[query.school]
                if fact in found
            ],
            progress=[
                ProgressView(school=one.school, question=one.question, tried=one.tried, good=one.good,
                             label=words.say(Message(f"fact.{one.question}")))
                for one in kept
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
    line = next((one for one in worked.working if one.fact == body.question), None)
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
            expected=shown(true, words),
            working=working_view(line, words),
        )
    )


def made_up(school: str, units: Units, seed: int) -> tuple[JobInput, WorkedFlight | WorkedRoof]:
    """The piece of a seed: the first made up that works out with nothing that stops it."""
    for turn in range(MOST_TRIES):
        chance = Random(f"{school}:{units}:{seed}:{turn}")
        job = JobInput.model_validate(
            {"format": "easy-notch-job", "version": 1, "name": "practice", "units": units,
             "works": [_document(school, units, chance)]}
        )  # fmt: skip
        try:
            worked = worked_out(job, 0, Tape.of(units, False))
        except Problems:
            continue
        if all(check.level != "stop" for check in worked.checks):
            return job, worked
    raise LookupError(seed)


def _document(school: str, units: Units, chance: Random) -> dict[str, Any]:
    """A work of a school, its sizes by chance within what is usual."""
    imperial = units is Units.IMPERIAL

    def length(low: int, high: int, step: int = 1) -> str:
        """In eighths of an inch, or mm."""
        value = chance.randrange(low, high + 1, step)
        return f"{value // 8} {value % 8}/8 in" if imperial else f"{value} mm"

    if school == "stairs":
        document = usual_flight(units, "practice")
        document["total_rise"] = length(220, 900) if imperial else length(700, 2900)
        document["stock"] = {**document["stock"], "length": "20'" if imperial else "7000 mm"}
        return document
    document = usual_roof(units, "practice")
    ends = ["hip", "hip"] if school == "hips" else ["gable", "gable"]
    width = length(8 * 12 * 8, 8 * 12 * 16, 4) if imperial else length(2400, 5200, 5)
    long = length(8 * 12 * 20, 8 * 12 * 30, 4) if imperial else length(6200, 9000, 5)
    document["plan"] = {**document["plan"], "length": long, "width": width, "ends": ends}
    twelfths, angle = chance.choice([4, 5, 6, 7, 8, 9, 10, 12]), chance.randrange(20, 46)
    if school == "hips":
        deeper = {"thickness": '1 1/2"', "depth": '9 1/4"'} if imperial else {"thickness": "45 mm", "depth": "220 mm"}
        document["hip"] = {**deeper, "keep_planes": "drop", "head": "commons"}
    document["pitch"] = f"{twelfths}/12" if imperial else f"{angle}°"
    document["rafter"] = {**document["rafter"], "length": "24'" if imperial else "8000 mm"}
    document["eaves"] = {**document["eaves"], "overhang": length(64, 160) if imperial else length(200, 500, 5)}
    return document


def _given(job: JobInput, worked: WorkedFlight | WorkedRoof, words: Words) -> list[str]:
    """What a hand needs to know to work it out, in sentences."""
    if isinstance(worked, WorkedFlight):
        flight = worked.layout.flight
        rows: list[tuple[str, dict[str, Value]]] = [
            ("flight", {"rise": Length(flight.total_rise), "n": Count(worked.layout.riser_count)}),
            ("tread", {"going": Length(worked.layout.going + flight.tread.nosing),
                       "nosing": Length(flight.tread.nosing), "thickness": Length(flight.tread.thickness)}),
            ("finish", {"upper": Length(flight.upper_finish), "lower": Length(flight.lower_finish)}),
            ("board", {"depth": Length(flight.stock.depth)}),
        ]  # fmt: skip
    else:
        roof, given = worked.layout.roof, job.works[0]
        assert isinstance(given, RoofInput)
        rows = [
            ("roof", {"length": Length(roof.plan.length), "width": Length(roof.plan.width), "pitch": given.pitch.text}),
            ("ridge", {"thickness": Length(roof.ridge.stock.thickness), "depth": Length(roof.ridge.stock.depth)}),
            ("rafter", {"depth": Length(roof.rafter.depth), "thickness": Length(roof.rafter.thickness),
                        "spacing": Length(roof.spacing)}),
            ("notch", {"seat": Length(worked.layout.notch.seat)}),
            ("eaves", {"overhang": Length(roof.eaves.overhang), "fascia": Length(roof.eaves.fascia)}),
        ]  # fmt: skip
    return [words.say(Message(f"practice.{key}", values)) for key, values in rows]
