"""What a work's card on the bench shows: its drawing, a summary and the next step."""

import json
from dataclasses import dataclass

from ...core.rules import Words
from ...core.tape import Units
from ...core.terms import Count, Length, Level, Message
from ...drawing import draw_plan_card, draw_profile, draw_silhouette
from ...exchange import FORMAT, VERSION, Problems, WorkedRoof, read_job, worked_out
from .flight_screen import profile_view
from .models import PlanCardView, ProfileView


@dataclass(frozen=True, slots=True)
class Card:
    """A work as its card shows it."""

    profile: ProfileView | None
    plan: PlanCardView | None
    summary: str
    following: str


def card_of(document: str, units: Units, limits: str, words: Words) -> Card:
    """Work a document out and return its card.

    Args:
        document: the work as JSON.
        units: of its job.
        limits: of its job, as JSON; empty for the usual ones.
        words: what it says is said in.
    """
    whole = {"format": FORMAT, "version": VERSION, "name": "", "units": str(units), "works": [json.loads(document)]}
    try:
        worked = worked_out(read_job(whole | ({"limits": json.loads(limits)} if limits else {})), 0)
    except (ValueError, Problems):
        return Card(None, None, "", words.say(Message(
            "next.measure" if '"roof"' not in document else "next.measure_roof")))  # fmt: skip
    levels = {check.level for check in worked.checks}
    key = "stop" if Level.STOP in levels else "look" if Level.LOOK in levels else "mark"
    following = words.say(Message(f"next.{key}"))
    if isinstance(worked, WorkedRoof):
        layout = worked.layout
        pitch = json.loads(document).get("pitch")
        summary = Message("next.roof_summary", {"pitch": str(pitch), "run": Length(layout.sides[0].run)})
        plan = draw_plan_card(layout)
        if plan is not None:
            card = PlanCardView(outline=list(plan.outline), seams=list(plan.seams))
            return Card(None, card, words.say(summary), following)
        return Card(profile_view(draw_silhouette(layout)), None, words.say(summary), following)
    stair = worked.whole
    summary = Message("next.summary", {"n": Count(stair.riser_count), "riser": Length(stair.riser)})
    return Card(profile_view(draw_profile(stair)), None, words.say(summary), following)
