"""What a survey is told of: what is missing, what disagrees, what is spare, and whether truing comes first."""

from collections.abc import Iterator, Sequence
from math import hypot

from ..terms import Check, Count, Length, Level, Listed, Message, make_check
from .readings import Distance
from .survey import Survey
from .truing import Truing, true_within

STAYS = 0.5
"""mm: a corner that is to stay moves by no more."""
SOUND = 1e-6
"""mm: a survey that is out by less is as drawn."""


def check_survey(survey: Survey, movable: float | None, *, worth: bool = True) -> Iterator[Check]:
    """The checks of a survey.

    Args:
        survey: its readings and what they say.
        movable: how far a corner can still be moved, mm; None where that was not said.
        worth: whether truing takes less than cutting every piece for its place.
    """
    if survey.missing:
        count = Count(len(survey.missing))
        yield make_check("survey_missing", Level.LOOK, count, pairs=_pairs(survey.missing))
        return
    plan = survey.plan
    if plan is None:
        yield make_check("survey_disagrees", Level.STOP, None, None, "survey_apart")
        return
    yield from _plan_disagrees(survey)
    for number in survey.levels.suspects:
        off = survey.levels.residuals[number]
        values = {"reading": Count(number + 1)}
        yield make_check(f"survey_disagrees.{number + 1}", Level.STOP, Length(abs(off)), None, "survey_level", **values)
    if not agrees(survey):
        return
    yield make_check("survey_misfit", Level.OK, Length(max(plan.misfit, survey.levels.misfit)), n=Count(_count(survey)))
    if plan.spare == 0:
        yield make_check("survey_spare", Level.LOOK)
    yield from _truing(survey, movable, worth=worth)


def agrees(survey: Survey) -> bool:
    """Whether the corners are known and no reading disagrees with the others."""
    return survey.plan is not None and survey.plan.suspects is None and not survey.levels.suspects


def truing_of(survey: Survey) -> Truing | None:
    """How the corners move for the plan to be as drawn; None of a survey that says nothing yet."""
    if survey.plan is None or not agrees(survey):
        return None
    return true_within(survey.plan.corners, survey.drawn, survey.held, dict(survey.allows))


def _plan_disagrees(survey: Survey) -> Iterator[Check]:
    suspects = survey.plan.suspects if survey.plan is not None else None
    if suspects is None:
        return
    named = suspects.named
    if named is None:
        among = [one for one in survey.distances if one.number in suspects.readings] or list(survey.distances)
        values = {"readings": Listed(tuple(_reading(one) for one in among)), "pairs": _pairs(suspects.tell)}
        yield make_check("survey_disagrees", Level.STOP, Count(len(among)), None, "survey_among", **values)
        return
    reading = next(one for one in survey.distances if one.number == named)
    words = "survey_long" if suspects.off > 0 else "survey_short"
    yield make_check(
        "survey_disagrees", Level.STOP, Length(abs(suspects.off)), None, words,
        a=Count(reading.start + 1), b=Count(reading.end + 1), reading=Count(reading.number + 1),
    )  # fmt: skip


def _truing(survey: Survey, movable: float | None, *, worth: bool) -> Iterator[Check]:
    made = truing_of(survey)
    if made is None or made.farthest < SOUND:
        return
    stuck = max((hypot(*made.moves[corner]) for corner in survey.held), default=0.0)
    if stuck > STAYS:
        yield make_check("survey_held", Level.OK, Length(stuck))
    elif made.stuck is not None:
        allowed = Length(dict(survey.allows)[made.stuck])
        yield make_check("survey_walls", Level.OK, Length(made.beyond), n=Count(made.stuck + 1), allowed=allowed)
    elif movable is None:
        yield make_check("survey_true_first", Level.OK, Length(made.farthest))
    else:
        level = Level.LOOK if made.farthest <= movable and worth else Level.OK
        yield make_check("survey_true_first", level, Length(made.farthest), movable=Length(movable))


def _count(survey: Survey) -> int:
    return len(survey.distances) + len(survey.levels.residuals)


def _pairs(pairs: Sequence[tuple[int, int]]) -> Listed:
    return Listed(tuple(Message("survey.pair", {"a": Count(a + 1), "b": Count(b + 1)}) for a, b in pairs))


def _reading(one: Distance) -> Message:
    return Message("survey.pair", {"a": Count(one.start + 1), "b": Count(one.end + 1)})
