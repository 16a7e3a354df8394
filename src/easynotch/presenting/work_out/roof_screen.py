"""A worked-out roof as the stations show it: every number in words, with its ends."""

from dataclasses import replace
from math import hypot, isfinite

from ...core.roofs import (
    NotchRule,
    RoofLayout,
    Tail,
    Tails,
    angles,
    chalk_line,
    fascia_run,
    last_bay_options,
    lay_out_roof,
    lookout_places,
    notch_alternatives,
    notch_choices,
)
from ...core.rules import Words
from ...core.terms import Angle, Count, Length, Level, Limit, Message, Value, Working, against
from ...drawing import draw_notch, draw_plan, draw_section
from ...exchange import CornersInput, RoofInput, WorkedRoof
from ..fit.roof_joints import fit_views, trial_steps
from ..fit.trial import trial_view
from ..mark.board import board_view
from ..mark.models import AlternativeView
from ..mark.patterns import pattern_of
from ..mark.pieces import piece_views
from ..mark.setting_out import laths_of
from ..mark.tools import Tools
from ..shared.assumed import assumed_of
from ..shared.in_words import check_view, fact_view, limits_said, readings, sheet_view, urgency, working_view
from ..shared.kept import kept_of, keys_of
from ..shared.lengths import format_length
from ..shared.models import FactView, Shown
from .models import ScreenView, StationView
from .roof_models import (
    FasciaPieceView,
    FasciaView,
    FirstBayView,
    LathView,
    NotchView,
    PlaceView,
    RoofView,
    SettingOutView,
    SideView,
    StandView,
)
from .survey import survey_view

SAME = 0.05
"""mm: two notches whose depths differ less are one."""
NEAR = 0.8
"""Rafter depths round the notch: what is drawn of one to choose."""
SHOWN_LENGTHS = ("theoretical", "head_to_plate", "tail", "overall")


def roof_screen_of(
    given: RoofInput, worked: WorkedRoof, words: Words, supposed: list[str], piece: str, tools: Tools
) -> ScreenView:
    """Everything the stations show of a roof, the board of one piece (the pattern by default) among it."""
    board = board_view(worked, pattern_of(worked, piece), words, tools)
    return ScreenView(
        kind="roof",
        facts=[fact_view(key, value, words) for key, value in worked.facts.items() if not key.startswith("survey.")],
        checks=[check_view(check, words) for check in sorted(worked.checks, key=urgency)],
        working=[working_view(one, words) for one in _by_school(worked, tools.habit("ridge_deduction"))],
        candidates=[],
        drift=None,
        sketch=sheet_view(draw_section(worked.layout, worked.framing), words),
        pieces=piece_views(worked, words, tools),
        board=board,
        stations=_stations(worked, len(board.stops), words, supposed, len(assumed_of(given, words))),
        limits=limits_said(worked.limits, words),
        confirm=words.say(worked.limits.confirm),
        readings=readings(given, words),
        supposed=supposed,
        assumed=assumed_of(given, words),
        kept=kept_of(given, words),
        keys=keys_of(given, words),
        roof=_roof(given, worked, words, tools),
    )


def _roof(given: RoofInput, worked: WorkedRoof, words: Words, tools: Tools) -> RoofView:
    out = worked.framing.setting_out
    lengths = worked.pattern.member.lengths
    return RoofView(
        plan=sheet_view(draw_plan(worked.layout, worked.framing), words),
        notch=sheet_view(draw_notch(worked.layout), words),
        alternatives=_alternatives(worked.layout, words),
        notches=_notches(worked, words),
        fit=fit_views(worked, words),
        line_up=str(worked.layout.roof.plan.line_up),
        trial=trial_steps(worked, tools.habit("ridge_order") == "ridge_first", words),
        tried=trial_view(worked, words),
        setting_out=SettingOutView(
            length=format_length(worked.layout.roof.plan.length, words),
            thickness=out.thickness,
            say=words.say(
                Message("set_out.say" if _on_every_plate(worked) else f"setting_out.{worked.layout.roof.hooked}")
            ),
            places=[
                PlaceView(number=n, at=format_length(max(0.0, side), words), centre=centre)
                for n, (side, centre) in enumerate(zip(out.near_sides, out.centres, strict=True), 1)
            ],
            ways=_ways(worked.layout, words),
            hooked=worked.layout.roof.hooked,
            fascia=_fascia(worked, words),
            lookouts=_lookouts(worked, words),
            laths=_laths(worked, words),
        ),
        survey=None if worked.survey is None else survey_view(worked.survey, words),
        sides=_sides(given, worked, words),
        lengths=[_length(key, lengths[key], words) for key in SHOWN_LENGTHS if key in lengths],
    )


def _on_every_plate(worked: WorkedRoof) -> bool:
    """Whether plates differ in what stands along them."""
    return worked.layout.hipped


def _laths(worked: WorkedRoof, words: Words) -> list[LathView]:
    """Every plate and the ridge, where one lath does not serve all of them."""
    if not _on_every_plate(worked):
        return []
    return [
        LathView(
            title=lath.title, length=format_length(lath.length, words),
            stands=[
                StandView(at=format_length(abs(stand.near), words), near=stand.near, far=stand.far, title=stand.title)
                for stand in lath.stands
            ],
        )
        for lath in laths_of(worked, words)
    ]  # fmt: skip


def _tie(corners: tuple[tuple[float, float], ...], number: int, words: Words) -> str:
    """From the corner before an inside one to the corner after it: with both sides it fixes the inside corner."""
    before, after = (number - 1) % len(corners), (number + 1) % len(corners)
    (a, b), (c, d) = corners[before], corners[after]
    values: dict[str, Value] = {
        "n": Count(number + 1), "before": Count(before + 1),
        "tie": Length(hypot(c - a, d - b)),
    }  # fmt: skip
    return words.say(Message("outline.tie", values))


def _sides(given: RoofInput, worked: WorkedRoof, words: Words) -> list[SideView]:
    """The sides of an outline as they are measured: length, and the inside angle at the corner each begins at."""
    corners = worked.layout.roof.plan.corners
    if not corners:
        return []
    typed = given.plan.edges if isinstance(given.plan, CornersInput) else ()
    found = []
    for number, (at, angle) in enumerate(zip(corners, angles(corners), strict=True)):
        after = corners[(number + 1) % len(corners)]
        edge = typed[number] if number < len(typed) else None
        found.append(
            SideView(
                number=number + 1,
                length=format_length(hypot(after[0] - at[0], after[1] - at[1]), words),
                angle=words.figure(Angle(angle)),
                degrees=angle,
                pitch=edge.pitch.text if edge is not None and edge.pitch is not None else "",
                plate=format_length(edge.plate.mm, words).text if edge is not None and edge.plate.mm else "",
                roof=edge.roof if edge is not None else "eave",
                tie=_tie(corners, number, words) if angle > 180.0 else "",
                at=at,
            )
        )
    return found


def _by_school(worked: WorkedRoof, school: str) -> list[Working]:
    """Half the ridge off before or after: the shop's way is the first road, the other one its check."""
    return [
        replace(working, first=working.second, second=working.first)
        if school == "after" and working.fact == "head_to_plate"
        else working
        for working in worked.working
    ]


def _notches(worked: WorkedRoof, words: Words) -> list[NotchView]:
    """The notches to choose between, each as its joint with what it comes to."""
    roof, now = worked.layout.roof, worked.layout.notch
    limit = worked.limits.limits.get("notch_share")
    made = []
    for key, notch in notch_choices(roof).items():
        layout = lay_out_roof(replace(roof, notch=notch))
        sizes, share = layout.notch, notch.rule is NotchRule.FRACTION
        made.append(
            NotchView(
                id=key,
                name=words.say(Message(f"notch_choice.{key}")),
                rule=notch.rule,
                typed=f"{notch.value:.6g}" if share else f"{notch.value:.6f} mm",
                chosen=abs(sizes.depth - now.depth) < SAME,
                level=_notch_level(sizes.hap, sizes.fraction(roof.rafter.depth), limit),
                seat=format_length(sizes.seat, words) if isfinite(sizes.seat) else None,
                hap=format_length(sizes.hap, words),
                depth=format_length(sizes.depth, words),
                share=f"{sizes.fraction(roof.rafter.depth):.2f}",
                drawing=sheet_view(replace(draw_notch(layout, NEAR), dimensions=()), words),
            )
        )
    return made


def _notch_level(hap: float, share: float, limit: Limit | None) -> str:
    if hap <= 0:
        return Level.STOP
    return against(limit, share) if limit is not None else Level.OK


def _lookouts(worked: WorkedRoof, words: Words) -> list[Shown]:
    """Where lookouts lie along the end rafter, up the slope from its tail."""
    layout = worked.layout
    if not any(piece.member.role == "lookout" for piece in worked.framing.pieces):
        return []
    side = layout.sides[0]
    places = lookout_places(layout, side)
    return [format_length((place - places[0]) * side.slope.per_run, words) for place in places]


def _fascia(worked: WorkedRoof, words: Words) -> FasciaView | None:
    """The fascia of the first side, piece by piece, with the rafters' near sides along each."""
    layout, out = worked.layout, worked.framing.setting_out
    eaves = layout.roof.eaves
    if eaves.fascia <= 0 or layout.hipped:
        return None
    run = fascia_run(layout, out)
    said = ["drop_square" if eaves.tail is Tail.SQUARE else "drop", "splices" if run.splices else "whole", "marks"]
    values: dict[str, Value] = {
        "drop": Length(eaves.fascia * layout.sides[0].slope.rise_per_run),
        "n": Count(len(run.pieces)),
    }
    if "triangle_plumb" in worked.facts:
        said.append("triangle")
        values |= {key: Length(worked.facts[f"triangle_{key}"]) for key in ("level", "plumb")}
    if eaves.tails is Tails.SNAPPED:
        line = chalk_line(layout, out)
        said += ["snapped", "pin"] if line.pin else ["snapped"]
        values |= {
            "out": Length(line.level), "along": Length(line.along), "pin": Length(line.pin or 0.0),
            "first": Count(line.pulled[0] + 1), "last": Count(line.pulled[1] + 1),
        }  # fmt: skip
    return FasciaView(
        length=format_length(run.length, words),
        pieces=[
            FasciaPieceView(
                start=piece.start,
                length=format_length(piece.stop - piece.start, words),
                marks=[format_length(max(0.0, mark), words) for mark in piece.marks],
            )
            for piece in run.pieces
        ],
        say=[words.say(Message(f"fascia_run.{key}", values)) for key in said],
    )


def _ways(layout: RoofLayout, words: Words) -> list[FirstBayView]:
    roof = layout.roof
    if layout.hipped:
        return []
    options = last_bay_options(roof.plan.length, roof.spacing, roof.rafter.thickness)
    return [
        FirstBayView(
            id=first,
            name=words.within(Message(f"first_bay.{first}")),
            chosen=first is roof.first_bay,
            count=len(out.centres),
            last=format_length(out.last_bay, words),
        )
        for first, out in options.items()
    ]


def _length(key: str, value: float, words: Words) -> FactView:
    return fact_view(key, value, words)


def _alternatives(layout: RoofLayout, words: Words) -> list[AlternativeView]:
    made = []
    for rule, notch in notch_alternatives(layout.roof, layout.notch).items():
        share = rule is NotchRule.FRACTION
        value = f"{notch.value:.3f}" if share else words.value(Length(notch.value))
        typed = f"{min(1.0, max(0.001, notch.value)):.6g}" if share else f"{notch.value:.6f} mm"
        made.append(
            AlternativeView(
                rule=rule,
                label=words.say(Message(f"notch_rule.{rule}")),
                value=value,
                typed=typed,
                chosen=rule is layout.roof.notch.rule,
            )
        )
    return made


def _stations(worked: WorkedRoof, stops: int, words: Words, supposed: list[str], assumed: int) -> list[StationView]:
    """How each station stands."""
    levels = {check.level for check in worked.checks}
    worst = "stop" if Level.STOP in levels else ("look" if Level.LOOK in levels else "settled")
    count = int(worked.facts["rafter_count"])
    fine = sum(abs(fit.exact.opening) < 1e-3 + fit.within for fit in worked.fitted)
    rows: list[tuple[str, str, dict[str, str]]] = [
        (
            "measure",
            "open" if supposed else "assumed" if assumed else "settled",
            {"n": str(assumed if assumed and not supposed else 3 - len(supposed)), "all": "3"},
        ),
        ("work_out", "waiting" if supposed else worst, {"n": str(count)}),
        ("mark", "waiting" if supposed else "open", {"n": str(stops)}),
        ("cut", "waiting" if supposed else "open", {"n": str(sum(member.member.count for member in worked.members))}),
        ("fit", "waiting" if supposed else "open", {"n": str(fine), "all": str(len(worked.fitted))}),
    ]
    return [
        StationView(
            id=name, state="look" if state == "assumed" else state,
            text=words.within(Message(f"station_roof.{name}.{state}", dict(values))),
        )
        for name, state, values in rows
    ]  # fmt: skip
