"""The dry fit of a stair in words: its joints, how the pattern is tried, and the survey of one that stands."""

from collections.abc import Iterator

from ...core.rules import Words
from ...core.solid import Member
from ...core.stairs import (
    Layout,
    Mend,
    TreadMend,
    string_head,
    survey_built,
)
from ...core.terms import Count, Length, Message, Value, message
from ...drawing.stairs.built import draw_built
from ...exchange import WorkedFlight
from ..mark.titles import title_in
from ..shared.in_words import sheet_view
from ..shared.lengths import format_length
from ..shared.models import FitView
from .joints import WRONG, fit_view
from .models import BuiltView, RiserView, StairFitView
from .stringer_trial import stringer_trial_view

NO_STAIR_FIT = StairFitView(fit=[], trial=[], tried=None, built=None)


def stair_fit_of(worked: WorkedFlight, words: Words) -> StairFitView:
    """Return the dry fit of a flight as it is shown."""
    return StairFitView(
        fit=_fits(worked, words),
        trial=[words.say(step) for step in _trial(worked.layout)],
        tried=stringer_trial_view(worked, words),
        built=_built(worked, words),
    )


def _fits(worked: WorkedFlight, words: Words) -> list[FitView]:
    views = []
    for touch, one in zip(worked.framing.touches, worked.fitted, strict=True):
        views.append(fit_view(touch, one, worked.tape, words, _joint(worked, touch.id, touch.member, words)))
    return sorted(views, key=lambda view: view.level not in WRONG)


def _joint(worked: WorkedFlight, joint: str, member: Member, words: Words) -> str:
    """What a joint is between: its piece and its place."""
    place = joint.rpartition(".")[2].removeprefix("lower_")
    piece = title_in(worked, member, words)
    name, _, number = place.rpartition("_")
    if number.isdigit():
        key = f"housed_{name}" if member.role == "string" else name
        return words.say(Message(f"flight_fit.{key}", {"piece": piece, "n": Count(int(number))}))
    bears = member.role in ("stringer", "string")
    key = place if bears or place.startswith(("kicker_", "ledger_", "hanger")) else f"piece_{place}"
    return words.say(Message(f"flight_fit.{key}", {"piece": piece}))


def _trial(layout: Layout) -> Iterator[Message]:
    values: dict[str, Value] = {
        "rise": Length(layout.flight.total_rise), "drop": Length(-layout.tread_levels[0])
    }  # fmt: skip
    keys: tuple[str, ...] = ("check_rise", "hold", "scrap", "both", "gap_top", "gap_bottom", "rest")
    if layout.flight.around.housed is not None:
        top = string_head(layout, layout.flight.around.housed).top
        values |= {"over": Length(top), "under": Length(-top)}
        hold = "hold_string" if top >= 0 else "hold_string_under"
        keys = ("check_rise", hold, "both", "gap_top", "gap_bottom", "template", "wedges")
    for key in keys:
        yield Message(f"trial_flight.{key}", values)


def _built(worked: WorkedFlight, words: Words) -> BuiltView | None:
    """The survey of a stair as it stands."""
    built = worked.layout.flight.around.built or worked.whole.flight.around.built
    if built is None:
        return None
    limit = worked.limits.limits["riser_difference"]
    found = survey_built(built, limit.amount, worked.layout.flight.tread.thickness)
    mends = {mend.number: mend for mend in found.mends}
    changed = sum(mend.mend is not Mend.STAY for mend in found.mends)
    said = (
        message("built.some", n=Count(changed), becomes=Length(found.becomes))
        if changed
        else message("built.none", limit=limit.value)
    )
    return BuiltView(
        say=words.say(said),
        risers=[
            RiserView(
                number=k,
                measured=format_length(riser, words),
                odd=k in found.odd,
                becomes=format_length(found.risers[k - 1], words),
                mend=_mend(mends.get(k), words),
            )
            for k, riser in enumerate(built.risers, 1)
        ],
        drawing=sheet_view(draw_built(built.risers, built.goings, found.risers, BUILT_LARGER), words),
    )


def _mend(mend: TreadMend | None, words: Words) -> str:
    """What is done to the tread on top of a riser; nothing over the last one."""
    if mend is None:
        return ""
    up = "_up" if mend.by > 0 else "_down"
    key = {Mend.STAY: "stay", Mend.PLANE: "plane", Mend.PACK: "pack_up", Mend.RECUT: f"recut{up}"}[mend.mend]
    return words.say(Message(f"mend.{key}", {"by": Length(abs(mend.by))}))


BUILT_LARGER = 3.0
