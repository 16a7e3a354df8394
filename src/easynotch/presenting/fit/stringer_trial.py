"""What a tried stringer's gaps and levels tell, in words: causes with their size, and what puts each right."""

from ...core.rules import Words
from ...core.survey import StringerCause, StringerTold
from ...core.terms import Angle, Count, Length, Message, Value
from ...drawing.trial import draw_stringer_trial
from ...exchange import WorkedFlight
from ..mark.titles import title_in
from ..shared.in_words import sheet_view
from .joints import LARGER
from .trial import LIKELY, MOST, NEARLY, passed_said, spots_of
from .trial_models import CauseView, CorrectionView, TrialPlaceView, TrialView, TriedPieceView

GAPS = ("head_top", "head_bottom")
HEIGHTS = ("drop", "tread", "ground", "rise")
LENGTHS = frozenset({StringerCause.RISE, StringerCause.CREEP})
"""Causes that are a length; the others are angles."""


def stringer_trial_view(worked: WorkedFlight, words: Words) -> TrialView | None:
    """Return what a trial tells; None of a stair whose stringers are not tried so."""
    if worked.tried is None:
        return None
    shown = [one for one in worked.causes if one.explains >= LIKELY]
    told = [one for one in shown if one.id is not StringerCause.NOT_TOLD]
    close = len(told) < len(shown) or (len(told) > 1 and told[0].explains - told[1].explains < NEARLY)
    pattern = worked.pattern.member
    drawn = draw_stringer_trial(worked.tried, worked.seen, LARGER)
    return TrialView(
        drawing=sheet_view(drawn.sheet, words),
        spots=spots_of(drawn),
        pieces=[TriedPieceView(id=pattern.id, name=title_in(worked, pattern, words))],
        piece=pattern.id,
        gaps=list(GAPS),
        heights=list(HEIGHTS),
        causes=[_cause(one, worked, words) for one in shown[: MOST + 1]],
        others=words.say(Message("cause.as_likely" if close else "cause.less_likely")),
        fits=len(worked.causes) == 1 and worked.causes[0].id is StringerCause.NOT_TOLD,
        places=[
            TrialPlaceView(id=one, label=words.say(Message(f"trial.stringer_{one}")), passed=one in worked.passed)
            for one in worked.places
        ],
        pattern=worked.tried_as,
        said=passed_said(len(worked.passed), len(worked.places), words),
    )


def _cause(one: StringerTold, worked: WorkedFlight, words: Words) -> CauseView:
    size: Value = Length(abs(one.size)) if one.id in LENGTHS else Angle(abs(one.size))
    values: dict[str, Value] = {
        "size": size, "share": Count(round(100 * one.explains)),
        "rise": Length(worked.layout.flight.total_rise + worked.level_held + one.size),
    }  # fmt: skip
    key = _key(one, worked)
    told = one.id is not StringerCause.NOT_TOLD
    return CauseView(
        id=str(one.id), say=words.say(Message(f"stringer_cause.{key}.say", values)),
        remedy=words.say(Message(f"stringer_cause.{key}.do", values)),
        explains=words.say(Message("cause.explains", values)) if told else "",
        correction=_correction(one, worked, words),
    )  # fmt: skip


def _key(one: StringerTold, worked: WorkedFlight) -> str:
    if one.id is not StringerCause.NOT_TOLD:
        return f"{one.id}_{'more' if one.size > 0 else 'less'}"
    if len(worked.causes) == 1:
        return "fits"
    return "not_told_rise" if worked.causes[1].id in LENGTHS else "not_told_ground"


def _correction(one: StringerTold, worked: WorkedFlight, words: Words) -> CorrectionView | None:
    """A rise that was measured anew: every riser follows from it."""
    if one.id is not StringerCause.RISE or worked.two is not None or worked.layout.flight.ground is not None:
        return None
    rise = worked.layout.flight.total_rise + worked.level_held + one.size
    say = words.say(Message("cause.take_rise", {"rise": Length(rise)}))
    return CorrectionView(path="total_rise", value=f"{rise:.1f} mm", say=say)
