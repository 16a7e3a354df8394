"""What a tried pattern's gaps tell, in words: causes with their size, and what puts each right."""

import re
from math import atan, degrees

from ...core.roofs import SEAM_ROLES, Shape, TrialPlace, distance_if
from ...core.rules import Words
from ...core.survey import Cause, CauseId
from ...core.terms import Angle, Count, Length, Listed, Message, Value, message
from ...drawing.trial import TrialSheet, draw_pattern_trial
from ...exchange import WorkedRoof
from ..mark.titles import title_in
from ..shared.in_words import sheet_view
from .joints import LARGER
from .trial_models import CauseView, CorrectionView, TrialPlaceView, TrialSpotView, TrialView, TriedPieceView

LIKELY = 0.5
"""Of what was seen: a cause that explains less is not told."""
MOST = 3
GAPS = ("head_top", "head_bottom", "seat", "heel")
HEIGHTS = ("ridge", "plate", "stand")
NEARLY = 0.05
"""Of what was seen: causes that explain so nearly as much are not told from one another."""


def trial_view(worked: WorkedRoof, words: Words) -> TrialView | None:
    """Return what a trial tells; None of a roof whose pattern is not tried between a plate and a ridge board."""
    if worked.tried is None and not worked.tryable:
        return None
    shown = [one for one in worked.causes if one.explains >= LIKELY and (one.id is CauseId.NOT_TOLD or one.size)]
    told = [one for one in shown if one.id is not CauseId.NOT_TOLD]
    close = len(told) < len(shown) or (len(told) > 1 and told[0].explains - told[1].explains < NEARLY)
    seam = worked.tried_piece != worked.pattern.member.id
    titles = {one.member.id: title_in(worked, one.member, words) for one in worked.members}
    drawn = draw_pattern_trial(worked.tried, worked.seen, LARGER) if worked.tried else None
    return TrialView(
        drawing=sheet_view(drawn.sheet, words) if drawn else None,
        spots=spots_of(drawn),
        pieces=[TriedPieceView(id=name, name=titles[name]) for name in worked.tryable],
        piece=worked.tried_piece,
        gaps=list(GAPS),
        # A hip's head does not come up to the ridge's top: how far it should is known of a single level ridge.
        heights=[name for name in HEIGHTS if name != "ridge" or not seam or "ridge_top" in worked.facts],
        causes=[_cause(one, worked, words) for one in shown[: MOST + 1]],
        others=words.say(Message("cause.as_likely" if close else "cause.less_likely")),
        fits=worked.gaps_read and len(worked.causes) == 1 and worked.causes[0].id is CauseId.NOT_TOLD,
        places=[_place(one, worked, words) for one in worked.places],
        pattern=worked.tried_as,
        said=passed_said(len(worked.passed), len(worked.places), words),
    )


def spots_of(drawn: TrialSheet | None) -> list[TrialSpotView]:
    """Where on a drawing of a trial each reading is taken."""
    return [TrialSpotView(id=name, at=at) for name, at in drawn.places.items()] if drawn else []


def passed_said(passed: int, places: int, words: Words) -> str:
    """At how many of its places a pattern fits."""
    key = "trial.passed_all" if passed == places else "trial.passed"
    return words.say(Message(key, {"n": Count(passed), "all": Count(places)}))


def _place(place: TrialPlace, worked: WorkedRoof, words: Words) -> TrialPlaceView:
    wall = re.fullmatch(r"s(\d+)", place.slope)
    side = message("survey.side_number", n=Count(int(wall[1]))) if wall else Message(f"side.{place.slope}")
    label = words.say(message("trial.place", side=Listed((side,)), at=Listed((Message(f"trial.at.{place.at}"),))))
    return TrialPlaceView(id=place.id, label=label, passed=place.id in worked.passed)


def _cause(one: Cause, worked: WorkedRoof, words: Words) -> CauseView:
    key = _key(one, alone=len(worked.causes) == 1)
    if one.id is CauseId.RUN and worked.tried_piece != worked.pattern.member.id:
        key = f"{key}_along"
    slope = degrees(atan(worked.tried.rise_per_run if worked.tried else 0.0))
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
        correction=_correction(one, worked, words),
    )


def _correction(one: Cause, worked: WorkedRoof, words: Words) -> CorrectionView | None:
    """A ridge at another distance: the span is other, or a hip's two points lie otherwise apart."""
    layout = worked.layout
    plan = layout.roof.plan
    if one.id is not CauseId.RUN:
        return None
    member = next(piece.member for piece in worked.framing.pieces if piece.member.id == worked.tried_piece)
    if member.role in SEAM_ROLES:
        read = distance_if(layout, member, one.size)
        say = words.say(Message("cause.take_taped", {"read": Length(read)}))
        return CorrectionView(path=f"taped.{member.id}.read", value=f"{read:.1f} mm", say=say)
    centred = plan.plain or (plan.shape is Shape.RECTANGLE and plan.ridge_at is None and len(layout.sides) > 1)
    if member.id != worked.pattern.member.id or not (centred and layout.alike) or worked.survey is not None:
        return None
    width = (plan.rectangle[1] if plan.rectangle else plan.width) + 2 * one.size
    return CorrectionView(
        path="plan.width", value=f"{width:.1f} mm",
        say=words.say(Message("cause.take_width", {"width": Length(width)})),
    )  # fmt: skip


def _key(one: Cause, *, alone: bool) -> str:
    if one.id is CauseId.NOT_TOLD:
        return "fits" if alone else "not_told"
    return f"{one.id}_{'more' if one.size > 0 else 'less'}"
