"""A whole stair: drawings, figures by group, the landing loop and the order of work."""

from collections.abc import Iterator

from ...core.rules import Words
from ...core.stairs import (
    FlightFraming,
    Landing,
    Layout,
    anchor_plan,
    frame_flight,
    order_of_work,
)
from ...core.terms import Count, Length, Message, message
from ...drawing import draw_foot, draw_head, draw_in_hand, draw_stair, draw_stair_plan
from ...exchange import WorkedFlight
from ..shared.in_words import fact_view, sheet_view
from ..shared.lengths import format_length
from ..shared.models import FactView
from .stair_models import FiguresView, StairView

GROUPS = {
    "landing": ("foot", "rise_at_foot", "stair_headroom"),
    "head": ("head_drop", "string_top", "plumb_bearing", "head_overlap", "head_missing"),
    "stringers": ("stringer_count", "spacer", "between_strings", "square_diagonal", "board_length"),
    "feet": ("first_riser", "kicker_length", "anchor_count", "anchor_hole",
             "footing_top", "footing_diagonal", "footing_volume",
             "footing_bags"),
    "platform": (
        "upper.riser_count", "lower.riser_count", "platform_drop", "platform_framing", "upper.total_run",
        "lower.total_run",
        "lower.head_drop", "lower.string_top",
        "lower.plumb_bearing", "lower.head_overlap", "lower.head_missing", "lower.first_riser",
        "lower.board_length",
    ),
    "guard": ("post_count", "rail_between", "baluster_count", "baluster_gap", "baluster_gap_slope",
              "baluster_length", "guard_slope", "guard_opening"),
    "slab": ("slab_top", "slab_near", "slab_far", "slab_diagonal", "slab_falls", "slab_volume", "slab_bags",
             "gravel_volume"),
    "housings": ("housing_pitch", "housing_length", "housing_mouth", "riser_mouth"),
}  # fmt: skip
"""Which figures belong together."""


CUT_OFF = {f"{flight}{key}": f"{flight}{short}" for flight in ("", "lower.")
           for key, short in (("plumb_bearing", "head_face"), ("head_missing", "head_below"))}  # fmt: skip
"""What is said of a head whose plumb face the foot cuts off, in place of what its board alone would give."""
DETAILS = {"head": draw_head, "feet": draw_foot}
"""What a group of figures is drawn with."""


NO_STAIR = StairView(elevation=None, plan=None, board=None, groups=[], loop=[], order=[])


def stair_of(worked: WorkedFlight, words: Words, *, on_the_ground: bool) -> StairView:
    """Return a whole stair as it is shown; ``on_the_ground`` where the stringers are assembled there."""
    in_hand = draw_in_hand(worked.layout, worked.pattern.member)
    layouts = [worked.layout] if worked.two is None else [worked.two.lower, worked.two.upper]
    return StairView(
        elevation=sheet_view(draw_stair(worked.layout, worked.two, worked.framing), words),
        plan=sheet_view(draw_stair_plan(worked.layout, worked.two, worked.framing), words),
        board=sheet_view(in_hand, words) if in_hand else None,
        groups=list(_groups(worked, words)),
        loop=[words.say(said) for said in _loop(worked.whole.landing)],
        order=[words.say(step) for layout in layouts for step in order_of_work(layout, on_the_ground=on_the_ground)],
    )


def _groups(worked: WorkedFlight, words: Words) -> Iterator[FiguresView]:
    for group, keys in GROUPS.items():
        own = (CUT_OFF[key] if CUT_OFF.get(key) in worked.facts else key for key in keys)
        facts: list[FactView] = [fact_view(key, worked.facts[key], words) for key in own if key in worked.facts]
        if group == "feet":
            facts += _anchors(worked, words)
        if facts:
            drawn = DETAILS.get(group)
            yield FiguresView(
                id=group, title=words.say(Message(f"group.{group}")), facts=facts,
                drawing=sheet_view(drawn(*flight_at(group, worked)), words) if drawn else None,
            )  # fmt: skip


def _anchors(worked: WorkedFlight, words: Words) -> Iterator[FactView]:
    """Where each anchor goes through the kicker."""
    plan = anchor_plan(flight_at("feet", worked)[0])
    for n, at in enumerate(plan.places if plan is not None else (), 1):
        said = format_length(at, words)
        label = words.say(message("fact.anchor_at", n=Count(n)))
        yield FactView(id=f"anchor_{n}", label=label, text=said.text, sense=said.sense, value=at)


def flight_at(group: str, worked: WorkedFlight) -> tuple[Layout, FlightFraming]:
    """The flight whose head or foot is drawn: of two with a platform the upper one's head, the lower one's foot."""
    layout = worked.two.lower if worked.two is not None and group == "feet" else worked.layout
    return layout, worked.framing if worked.two is None else frame_flight(layout)


def _loop(landing: Landing | None) -> Iterator[Message]:
    """The landing loop as a person would go round it."""
    if landing is None:
        return
    for round in landing.rounds:
        yield message(
            "landing_loop.round", rise=Length(round.rise), n=Count(round.count), foot=Length(round.foot),
            found=Length(round.found),
        )  # fmt: skip
    key = "rests" if landing.met else "to_and_fro"
    yield Message(
        f"landing_loop.{key}",
        {"n": Count(landing.count), "rise": Length(landing.rise), "foot": Length(landing.foot)},
    )
