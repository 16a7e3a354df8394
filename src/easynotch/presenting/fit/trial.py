"""What a tried pattern's gaps tell, in words: causes with their size, and what puts each right."""

import re
from math import atan, degrees

from ...core.roofs import TrialPlace
from ...core.rules import Words
from ...core.survey import Cause, CauseId
from ...core.terms import Angle, Count, Length, Listed, Message, Value, message
from ...exchange import WorkedRoof
from .trial_models import CauseView, TrialPlaceView, TrialView

LIKELY = 0.5
"""Of what was seen: a cause that explains less is not told."""
MOST = 3
NEARLY = 0.05
"""Of what was seen: causes that explain so nearly as much are not told from one another."""


def trial_view(worked: WorkedRoof, words: Words) -> TrialView | None:
    """Return what a trial tells; None of a roof whose pattern is not tried between a plate and a ridge board."""
    if worked.tried is None:
        return None
    shown = [one for one in worked.causes if one.explains >= LIKELY and (one.id is CauseId.NOT_TOLD or one.size)]
    told = [one for one in shown if one.id is not CauseId.NOT_TOLD]
    close = len(told) < len(shown) or (len(told) > 1 and told[0].explains - told[1].explains < NEARLY)
    return TrialView(
        causes=[_cause(one, worked, words) for one in shown[: MOST + 1]],
        others=words.say(Message("cause.as_likely" if close else "cause.less_likely")),
        fits=worked.gaps_read and len(worked.causes) == 1 and worked.causes[0].id is CauseId.NOT_TOLD,
        places=[_place(one, worked, words) for one in worked.places],
        pattern=worked.tried_as,
        said=said_passed(worked, words),
    )


def said_passed(worked: WorkedRoof, words: Words) -> str:
    """At how many of its places a pattern fits."""
    values = {"n": Count(len(worked.passed)), "all": Count(len(worked.places))}
    return words.say(
        Message("trial.passed_all" if len(worked.passed) == len(worked.places) else "trial.passed", values)
    )


def _place(place: TrialPlace, worked: WorkedRoof, words: Words) -> TrialPlaceView:
    wall = re.fullmatch(r"s(\d+)", place.slope)
    side = message("survey.side_number", n=Count(int(wall[1]))) if wall else Message(f"side.{place.slope}")
    label = words.say(message("trial.place", side=Listed((side,)), at=Listed((Message(f"trial.at.{place.at}"),))))
    return TrialPlaceView(id=place.id, label=label, passed=place.id in worked.passed)


def _cause(one: Cause, worked: WorkedRoof, words: Words) -> CauseView:
    key = _key(one, alone=len(worked.causes) == 1)
    slope = degrees(atan(worked.layout.sides[0].slope.rise_per_run))
    size: Value = Angle(abs(one.size)) if one.id is CauseId.PITCH else Length(abs(one.size))
    values: dict[str, Value] = {
        "size": size, "by": Length(abs(one.correction)), "slope": Angle(slope),
        "share": Count(round(100 * one.explains)),
    }  # fmt: skip
    return CauseView(
        id=str(one.id),
        say=words.say(Message(f"cause.{key}.say", values)),
        remedy=words.say(Message(f"cause.{key}.do", values)),
        explains="" if one.id is CauseId.NOT_TOLD else words.say(Message("cause.explains", values)),
    )


def _key(one: Cause, *, alone: bool) -> str:
    if one.id is CauseId.NOT_TOLD:
        return "fits" if alone else "not_told"
    return f"{one.id}_{'more' if one.size > 0 else 'less'}"
