"""A whole flight: drawings, figures by group, the landing loop, the order of work, the cut list; and its dry fit.

Apart from the work-out, which is answered while one types.
"""

from collections.abc import Iterator

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Words
from ..core.solid import Member
from ..core.stairs import (
    FlightFraming,
    Landing,
    Layout,
    Mend,
    TreadMend,
    anchor_plan,
    frame_flight,
    order_of_work,
    string_head,
    survey_built,
)
from ..core.terms import Count, Length, Message, Value, message
from ..drawing import draw_foot, draw_head, draw_in_hand, draw_stair, draw_stair_plan
from ..drawing.built import draw_built
from ..exchange import JobInput, Worked, WorkedFlight, habit_of
from ..presenting.mark.titles import title_in
from ..presenting.shared.shown import shown
from .first_work import first_work
from .fit_views import WRONG, fit_view
from .kept import WordsQuery
from .shown_models import FactView, FitView
from .stair_models import BuiltView, FiguresView, RiserView, StairFitView, StairView
from .views import fact_view, sheet_view
from .work_out import suppose_missing

api = APIBlueprint("stair", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])

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
DETAILS = {"head": draw_head, "feet": draw_foot}
"""What a group of figures is drawn with."""
BUILT_LARGER = 3.0


@api.before_request
def suppose() -> None:
    """As for a work-out: what is missing is supposed, for the drawing."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/stair", responses={200: StairView})
def stair(query: WordsQuery, body: JobInput) -> Response:
    """The first work of a job as a whole stair; nothing where it is none."""

    def made(worked: Worked | None, words: Words) -> StairView:
        if not isinstance(worked, WorkedFlight):
            return StairView(elevation=None, plan=None, board=None, groups=[], loop=[], order=[])
        in_hand = draw_in_hand(worked.layout, worked.pattern.member)
        on_the_ground = habit_of(body.settings, "stringer_assembly") == "on_the_ground"
        layouts = [worked.layout] if worked.two is None else [worked.two.lower, worked.two.upper]
        return StairView(
            elevation=sheet_view(draw_stair(worked.layout, worked.two, worked.framing), words),
            plan=sheet_view(draw_stair_plan(worked.layout, worked.two, worked.framing), words),
            board=sheet_view(in_hand, words) if in_hand else None,
            groups=list(_groups(worked, words)),
            loop=[words.say(said) for said in _loop(worked.whole.landing)],
            order=[
                words.say(step) for layout in layouts for step in order_of_work(layout, on_the_ground=on_the_ground)
            ],
        )

    return first_work(query, body, made)


def _groups(worked: WorkedFlight, words: Words) -> Iterator[FiguresView]:
    for group, keys in GROUPS.items():
        facts: list[FactView] = [fact_view(key, worked.facts[key], words) for key in keys if key in worked.facts]
        if group == "feet":
            facts += _anchors(worked, words)
        if facts:
            drawn = DETAILS.get(group)
            yield FiguresView(
                id=group, title=words.say(Message(f"group.{group}")), facts=facts,
                drawing=sheet_view(drawn(*_flight_there(group, worked)), words) if drawn else None,
            )  # fmt: skip


def _anchors(worked: WorkedFlight, words: Words) -> Iterator[FactView]:
    """Where each anchor goes through the kicker."""
    plan = anchor_plan(_flight_there("feet", worked)[0])
    for n, at in enumerate(plan.places if plan is not None else (), 1):
        said = shown(at, words)
        label = words.say(message("fact.anchor_at", n=Count(n)))
        yield FactView(id=f"anchor_{n}", label=label, text=said.text, sense=said.sense, value=at)


def _flight_there(group: str, worked: WorkedFlight) -> tuple[Layout, FlightFraming]:
    """The flight whose head or foot is drawn: of two with a platform the upper one's head, the lower one's foot."""
    layout = worked.two.lower if worked.two is not None and group == "feet" else worked.layout
    return layout, worked.framing if worked.two is None else frame_flight(layout)


def _loop(landing: Landing | None) -> Iterator[Message]:
    """The landing loop as a person would go round it."""
    if landing is None:
        return
    for one in landing.rounds:
        yield message(
            "landing_loop.round", rise=Length(one.rise), n=Count(one.count), foot=Length(one.foot),
            found=Length(one.found),
        )  # fmt: skip
    key = "rests" if landing.met else "to_and_fro"
    yield Message(
        f"landing_loop.{key}",
        {"n": Count(landing.count), "rise": Length(landing.rise), "foot": Length(landing.foot)},
    )


@api.post("/stair-fit", responses={200: StairFitView})
def stair_fit(query: WordsQuery, body: JobInput) -> Response:
    """The dry fit of the first work, where it is a flight."""

    def made(worked: Worked | None, words: Words) -> StairFitView:
        if not isinstance(worked, WorkedFlight):
            return StairFitView(fit=[], trial=[], built=None)
        return StairFitView(
            fit=_fits(worked, words),
            trial=[words.say(step) for step in _trial(worked.layout)],
            built=_built(worked, words),
        )

    return first_work(query, body, made)


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
                number=k, measured=shown(riser, words), odd=k in found.odd, becomes=shown(found.risers[k - 1], words),
                mend=_mend(mends.get(k), words),
            )
            for k, riser in enumerate(built.risers, 1)
        ],
        drawing=sheet_view(draw_built(built.risers, built.goings, found.risers, BUILT_LARGER), words),
    )  # fmt: skip


def _mend(mend: TreadMend | None, words: Words) -> str:
    """What is done to the tread on top of a riser; nothing over the last one."""
    if mend is None:
        return ""
    up = "_up" if mend.by > 0 else "_down"
    key = {Mend.STAY: "stay", Mend.PLANE: "plane", Mend.PACK: "pack_up", Mend.RECUT: f"recut{up}"}[mend.mend]
    return words.say(Message(f"mend.{key}", {"by": Length(abs(mend.by))}))
