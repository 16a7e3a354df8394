"""A survey of plates as Measure shows it: drawn, in sentences, reading by reading, and how to true it."""

from dataclasses import dataclass
from math import hypot

from ...core.rules import Words
from ...core.survey import AtSide, Place, packers_of, truing_of
from ...core.terms import Count, Length, Message
from ...drawing.survey import draw_survey, times_of
from ...exchange import WorkedSurvey
from ..shared.in_words import fact_view, sheet_view
from ..shared.lengths import format_length
from ..shared.models import FactView, SheetView, Shown

SHOWN = (
    "survey.out_of_square", "survey.out_of_parallel", "survey.out_of_level", "survey.twist", "survey.out_of_straight",
    "survey.misfit", "survey.within",
)  # fmt: skip
STILL = 0.05
"""mm: what moves less stays."""


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveView:
    """What is done at a corner or a place of the plates, and how much."""

    at: str
    what: str
    by: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class SurveyReadingView:
    """A reading beside what all of them say together: how far it is off, where that is more than such a
    reading may be, and whether it may be the wrong one."""

    number: int
    off: Shown | None
    suspect: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class SurveyView:
    """A survey: drawn with what is off so many ``times``, what it found, its readings, what is still to be read, and
    how the plates are trued.
    """

    drawing: SheetView
    times: str
    facts: list[FactView]
    readings: list[SurveyReadingView]
    missing: list[tuple[int, int]]
    moves: list[MoveView]
    packers: list[MoveView]
    cut_to: bool


def survey_view(worked: WorkedSurvey, words: Words) -> SurveyView:
    """A worked-out survey in words."""
    survey = worked.survey
    truing = truing_of(survey)
    moves = [] if truing is None else [
        MoveView(at=_place(number, words), what=_way(move, words), by=format_length(hypot(*move), words))
        for number, move in enumerate(truing.moves) if hypot(*move) > STILL
    ]  # fmt: skip
    packers = [
        MoveView(at=_place(place, words), what=words.say(Message("survey.pack")), by=format_length(by, words))
        for place, by in packers_of(survey.levels.heights).items() if by > STILL
    ]  # fmt: skip
    return SurveyView(
        drawing=sheet_view(draw_survey(survey), words),
        times=words.say(Message("survey.times", {"n": Count(times_of(survey))})),
        facts=[fact_view(key, worked.facts[key], words) for key in _shown(worked) if key in worked.facts],
        readings=_readings(worked, words),
        missing=[(a + 1, b + 1) for a, b in survey.missing],
        moves=moves, packers=packers, cut_to=worked.cut_to,
    )  # fmt: skip


def _shown(worked: WorkedSurvey) -> list[str]:
    """What is told of a survey, in order: the corners' angles last."""
    return [*SHOWN, *(f"survey.corner.{k}" for k in range(1, len(worked.survey.drawn) + 1))]


def _readings(worked: WorkedSurvey, words: Words) -> list[SurveyReadingView]:
    survey, plan = worked.survey, worked.survey.plan
    off = {**(plan.residuals if plan is not None else {}), **survey.levels.residuals}
    wrong = {
        *(plan.suspects.readings if plan is not None and plan.suspects is not None else ()),
        *survey.levels.suspects,
    }
    return [
        SurveyReadingView(
            number=number,
            off=format_length(abs(off[number]), words) if abs(off.get(number, 0.0)) > reading.spread else None,
            suspect=number in wrong,
        )
        for number, reading in enumerate(worked.given.readings)
    ]  # fmt: skip


def _place(place: Place, words: Words) -> str:
    if isinstance(place, AtSide):
        return words.say(Message("survey.at_side", {"n": Count(place.side + 1), "along": Length(place.along)}))
    return words.say(Message("survey.at_corner", {"n": Count(place + 1)}))


def _way(move: tuple[float, float], words: Words) -> str:
    """Which way a corner moves, as one stands on the first corner and looks along the first side."""
    x, y = move
    along = "along" if x > 0 else "back"
    across = "in" if y > 0 else "out"
    parts = [(abs(x), along), (abs(y), across)]
    said = [words.say(Message(f"survey.way.{way}", {"by": Length(by)})) for by, way in parts if by > STILL]
    return ", ".join(said)
