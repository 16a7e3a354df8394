"""A worked-out roof as the stations show it: every number in words, with its ends."""

from ..core.roofs import NotchRule, RoofLayout, last_bay_options, notch_alternatives
from ..core.rules import Words
from ..core.solid import Fitted
from ..core.tape import Tape, nearest
from ..core.terms import Length, Level, Message, message
from ..drawing import draw_board, draw_notch, draw_plan, draw_section
from ..exchange import RoofInput, WorkedRoof
from .board_view import Tools, board_view, shown
from .roof_talk import RoofTalk, title_of
from .screen_models import (
    AlternativeView,
    FactView,
    FirstBayView,
    FitView,
    PieceView,
    PlaceView,
    RoofView,
    ScreenView,
    SettingOutView,
    StationView,
)
from .views import check_view, fact_view, limits_said, readings, sheet_view, urgency, working_view

SHOWN_LENGTHS = ("theoretical", "head_to_plate", "tail", "overall")


def roof_screen_of(
    given: RoofInput, worked: WorkedRoof, words: Words, supposed: list[str], piece: str, tools: Tools
) -> ScreenView:
    """Everything the stations show of a roof, the board of one piece (the pattern by default) among it."""
    laid = next((one for one in worked.members if one.member.id == piece), worked.pattern)
    talk = RoofTalk(worked.layout)
    board = board_view(laid, draw_board(laid.member, laid.marks, tools.square), words, talk, tools.saws)
    return ScreenView(
        kind="roof",
        facts=[fact_view(key, value, words) for key, value in worked.facts.items()],
        checks=[check_view(check, words) for check in sorted(worked.checks, key=urgency)],
        working=[working_view(one, words) for one in worked.working],
        candidates=[],
        drift=None,
        sketch=sheet_view(draw_section(worked.layout, worked.framing), words),
        pieces=[
            PieceView(id=one.member.id, title=words.say(talk.title(one.member)), count=one.member.count)
            for one in worked.members
        ],
        board=board,
        stations=_stations(worked, len(board.stops), words, supposed),
        limits=limits_said(worked.limits, words),
        confirm=words.say(worked.limits.confirm),
        readings=readings(given, words),
        supposed=supposed,
        roof=_roof(worked, words),
    )


def _roof(worked: WorkedRoof, words: Words) -> RoofView:
    out = worked.framing.setting_out
    lengths = worked.pattern.member.lengths
    return RoofView(
        plan=sheet_view(draw_plan(worked.layout, worked.framing), words),
        notch=sheet_view(draw_notch(worked.layout, worked.framing), words),
        alternatives=_alternatives(worked.layout, words),
        fit=[_fit(one, worked.tape, words) for one in worked.fitted],
        setting_out=SettingOutView(
            length=shown(worked.layout.roof.plan.length, words),
            thickness=out.thickness,
            say=words.say(message("setting_out.say")),
            places=[
                PlaceView(number=n, at=shown(max(0.0, side), words), centre=centre)
                for n, (side, centre) in enumerate(zip(out.near_sides, out.centres, strict=True), 1)
            ],
            ways=_ways(worked.layout, words),
            hooked=worked.layout.roof.hooked,
        ),
        lengths=[_length(key, lengths[key], words) for key in SHOWN_LENGTHS if key in lengths],
    )


def _ways(layout: RoofLayout, words: Words) -> list[FirstBayView]:
    roof = layout.roof
    if layout.hipped:
        return []
    options = last_bay_options(roof.plan.length, roof.spacing, roof.rafter.thickness)
    return [
        FirstBayView(
            id=first,
            name=words.say(Message(f"first_bay.{first}")),
            chosen=first is roof.first_bay,
            count=len(out.centres),
            last=shown(out.last_bay, words),
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


def _fit(one: Fitted, tape: Tape, words: Words) -> FitView:
    member, _, place = one.exact.id.rpartition(".")
    key = "open" if one.on_tape.opening > 0 else "tight"
    touching = nearest(abs(one.on_tape.opening), tape).divisions == 0
    level = Level.OK if abs(one.exact.opening) < 1e-3 and one.exact.contact >= 0.5 else Level.STOP
    return FitView(
        id=one.exact.id,
        text=words.say(Message(f"fit.{place}", {"piece": _piece_name(member, words)})),
        exact=one.exact.opening,
        on_tape=words.figure(Length(abs(one.on_tape.opening))),
        signed=one.on_tape.opening if abs(one.on_tape.opening) > 1e-6 else 0.0,
        bound=words.figure(Length(one.bound)),
        contact=one.exact.contact,
        level="close" if touching and level is Level.OK else (key if level is Level.OK else level),
    )


def _piece_name(member: str, words: Words) -> str:
    piece, _, side = member.partition(".")
    name = words.say(title_of(piece))
    # A pair's own name tells its side.
    return f"{name}, {words.say(Message(f'side.{side}')).lower()}" if side and not piece.startswith("pair_") else name


def _stations(worked: WorkedRoof, stops: int, words: Words, supposed: list[str]) -> list[StationView]:
    """How each station stands."""
    levels = {check.level for check in worked.checks}
    worst = "stop" if Level.STOP in levels else ("look" if Level.LOOK in levels else "settled")
    count = int(worked.facts["rafter_count"])
    fine = sum(abs(one.exact.opening) < 1e-3 for one in worked.fitted)
    rows: list[tuple[str, str, dict[str, str]]] = [
        ("measure", "open" if supposed else "settled", {"n": str(3 - len(supposed)), "all": "3"}),
        ("work_out", "waiting" if supposed else worst, {"n": str(count)}),
        ("mark", "waiting" if supposed else "open", {"n": str(stops)}),
        ("cut", "later", {}),
        ("fit", "waiting" if supposed else "open", {"n": str(fine), "all": str(len(worked.fitted))}),
    ]
    return [
        StationView(id=name, state=state, text=words.say(Message(f"station_roof.{name}.{state}", dict(values))))
        for name, state, values in rows
    ]
