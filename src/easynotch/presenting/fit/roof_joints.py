"""What the dry fit of a roof says, joint by joint, and how the pattern is tried."""

from dataclasses import replace

from ...core.roofs import RidgeKind, head_places
from ...core.rules import Words
from ...core.solid import Fitted, Touch
from ...core.tape import Tape
from ...core.terms import Count, Length, Message, Named, Value
from ...exchange import JointRange, WorkedRoof, joint_ranges
from ..shared.models import FitView
from .joints import WRONG, fit_view

APART = 1.6
"""mm: plates that differ less in height are level by eye."""


def fit_views(worked: WorkedRoof, words: Words) -> list[FitView]:
    """Every joint of the dry fit, those that need a look first."""
    ranges = joint_ranges(worked)
    views = [
        replace(_fit(touch, one, worked.tape, words), ranges=_ranges(ranges.get(touch.id), words))
        for touch, one in zip(worked.framing.touches, worked.fitted, strict=True)
    ]
    return sorted(views, key=lambda view: view.level not in WRONG)


def _fit(touch: Touch, fit: Fitted, tape: Tape, words: Words) -> FitView:
    return fit_view(touch, fit, tape, words, words.say(Message("fit.joint", {"joint": Named(fit.exact.id)})))


def _ranges(found: JointRange | None, words: Words) -> str | None:
    """Within what a joint closes by what was read, and the reading that would narrow it most."""
    if found is None:
        return None
    by = Length(found.by)
    if found.reading is None:
        return words.say(Message("fit.range_cut", {"by": by}))
    return words.say(Message("fit.range", {"by": by, "n": Count(found.reading + 1)}))


def _outline_order(worked: WorkedRoof) -> list[str]:
    """What is set up over an outline, in order, by what stands there."""
    members = [piece.member for piece in worked.framing.pieces]
    roles, purlins = {member.role for member in members}, worked.layout.roof.plan.purlins
    notched = any(cut.role == "heel" for member in members if member.role == "purlin" for cut in member.cut_planes)
    rows = (
        ("plates", True), ("post", "king_post" in roles), ("hips", "hip" in roles), ("ridges", "wing_ridge" in roles),
        ("valleys", "valley" in roles), ("purlins", not all(one.plumb for one in purlins)),
        ("purlins_plumb", any(one.plumb for one in purlins)), ("purlins_round", notched), ("pattern", True),
        ("headers", "roof_header" in roles),
        ("jacks", "jack" in roles), ("valley_jacks", bool(roles & {"valley_jack", "hip_valley_jack"})),
        ("valley_boards", "valley_board" in roles), ("laid_boards", "laid_board" in roles),
        ("laid", "laid_ridge" in roles),
    )  # fmt: skip
    return [step for step, stands in rows if stands]


def trial_steps(worked: WorkedRoof, ridge_first: bool, words: Words) -> list[str]:
    """Where the pattern is tried and how the ridge is set, in the order of the shop's habit."""
    layout = worked.layout
    keys = ["plates"]
    beside = bool(head_places(layout))
    if layout.outline is not None and not beside:
        keys = [f"outline_{step}" for step in _outline_order(worked)]
        plates = [side.slope.plate for side in layout.sides]
        apart = max(plates) - min(plates)
        if apart > APART:
            keys[0] = f"{keys[0]}_apart"
        values: dict[str, Value] = {
            "hap": Length(layout.notch.hap), "peak": Length(layout.peak), "plates": Length(apart),
        }  # fmt: skip
        return [words.say(Message(f"trial.{key}", values)) for key in keys]
    if layout.roof.ridge.kind is RidgeKind.NONE or len(layout.sides) == 1:
        keys += [("pair_no_ridge" if layout.roof.lapped else "pair_plumb") if len(layout.sides) > 1 else "shed"]
    else:
        keys += ["prop", "string", "pattern"] if ridge_first else ["pair", "bring_up", "string"]
    # Where gaps can be typed, what they tell is worked out.
    gaps = ["gap_top", "gap_bottom"] if worked.tried is None else []
    keys += ["corners", *gaps, "rest", *(["hips_beside", "outline_jacks"] if beside else [])]
    side, roof = layout.sides[-1] if len(layout.sides) == 2 else layout.sides[0], layout.roof
    values = {
        "hap": Length(layout.notch.hap),
        "run": Length(side.run),
        "span": Length(roof.plan.width),
        "peak": Length(layout.peak),
        "underside": Length(worked.facts.get("ridge_underside", layout.peak)),
    }
    return [words.say(Message(f"trial.{key}", values)) for key in keys]
