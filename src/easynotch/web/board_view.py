"""The board of the Mark station in words: stops, running marks, figures."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from ..core.bench import OVER_SUPPORTS, Hook, Stop, StopKind
from ..core.rules import Words
from ..core.solid import Cut, Member
from ..core.tape import Style
from ..core.terms import Angle, Count, Length, Message, Value
from ..core.tools import Reach, Saw, Setting, Square, Way, lying, reach, standing
from ..drawing import BoardSheet
from ..exchange import WorkedMember
from .held_view import HeldLines, held_lines, likes_of
from .screen_models import BoardView, CutView, MarkView, Point, RunningView, SawView, Shown, SquareView, StopView

AT_HOOK = 1e-6
"""mm: a mark this near to the hook is the hook."""
GRADUATIONS = {True: (25.4, 25.4 / 16, 1.0), False: (10.0, 1.0, 10.0)}
"""By imperial or not: mm of a numbered graduation and of a fine one, and what the numbered one counts."""


def shown(mm: float, words: Words) -> Shown:
    """A length as it is called."""
    text, sense = words.called(mm)
    return Shown(mm=mm, text=text, sense=sense)


@dataclass(frozen=True, slots=True)
class Tools:
    """The shop's square, saws and habits."""

    square: Square
    saws: tuple[Saw, ...]
    habit: Callable[[str], str]


class Talk(Protocol):
    """What is said at the stops of one kind of member."""

    def key(self, stop: Stop) -> str:
        """Which sentences a stop has: ``stop.KEY.title``, ``.say`` and ``.ends``."""

    def values(self, stop: Stop) -> dict[str, Value]:
        """What fills them, beside the running marks."""

    def figure(self, stop: Stop) -> float | None:
        """The one figure that is read large, where it is none of the running marks."""

    def measure(self, stop: Stop, last: float) -> tuple[Point, Point] | None:
        """The two ends of a figure that is not read on the tape along the top edge."""

    def title(self, member: Member) -> Message:
        """What the piece is called."""


def board_view(laid: WorkedMember, sheet: BoardSheet, words: Words, talk: Talk, tools: Tools) -> BoardView:
    """A piece on the horses."""
    member = laid.member
    held = held_lines(member, likes_of(tools.habit, tools.square, words), words)
    imperial = words.tape.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)
    unit, division, numbered = GRADUATIONS[imperial]
    edges = sorted(
        {
            round(at, 6): at
            for stop in sheet.stops
            for at in (stop.along_top, stop.also_top)
            if at and abs(at) > AT_HOOK
        }.values()
    )
    return BoardView(
        id=member.id,
        title=words.say(talk.title(member)),
        count=member.count,
        depth=sheet.depth,
        board=shown(sheet.board, words),
        stock=shown(sheet.stock, words) if sheet.stock else None,
        outline=list(sheet.outline),
        waste=[list(scrap) for scrap in sheet.waste],
        marks=[MarkView(id=mark.id, role=mark.role, pieces=list(mark.pieces)) for mark in sheet.marks],
        running=[RunningView(number=n, at=at, figure=shown(held.run(at), words)) for n, at in enumerate(edges, 1)],
        left_handed=tools.habit("hand") == "left",
        hook=0.0 if held.likes.hook is Hook.HEAD else held.length,
        stops=[_stop(stop, laid, words, talk, edges[-1] if edges else 0.0, (tools, held)) for stop in sheet.stops],
        tape_unit=unit,
        tape_division=division,
        tape_numbered=numbered,
    )


def _figure(stop: Stop, member: Member, talk: Talk) -> float | None:
    if stop.kind is StopKind.HOOK:
        return 0.0
    if stop.kind is StopKind.FINISH:
        return member.lengths.get("board", member.lengths.get("overall"))
    own = talk.figure(stop)
    if own is not None:
        return own
    for along in (stop.also_top, stop.along_top, stop.along_bottom):
        if along is not None:
            return along
    return stop.line_length


def _stop(
    stop: Stop, laid: WorkedMember, words: Words, talk: Talk, last: float, way: tuple[Tools, HeldLines]
) -> StopView:
    member = laid.member
    tools, held = way
    key = talk.key(stop)
    values: dict[str, Value] = {
        "n": Count(stop.number),
        "first": Length(stop.along_top or 0.0),
        "second": Length(stop.also_top or 0.0),
        "edges": words.say(Message(f"square.{_traced(stop)}_edges")).lower(),
        **talk.values(stop),
    }
    figure = _figure(stop, member, talk)
    ends = words.say(Message(f"stop.{key}.ends", values))
    on_tape = stop.also_top if stop.also_top is not None else stop.along_top
    if held.likes.hook is Hook.FOOT and figure is not None and figure == on_tape:
        figure, ends = held.run(figure), words.say(Message("held.from_foot"))
    title = words.say(Message(f"stop.{key}.title", values))
    told = words.say(Message(f"stop.{key}.say", values))
    if held.likes.hook is Hook.FOOT and stop.kind is StopKind.HOOK:
        title, told, ends = (words.say(Message(f"held.hook_{part}")) for part in ("title", "say", "ends"))
    square = stop.setting if held.likes.way is Way.SQUARE and stop.role not in OVER_SUPPORTS else None
    return StopView(
        id=stop.id,
        kind=stop.kind,
        title=title,
        say=told,
        figure=None if figure is None else shown(figure, words),
        ends=ends,
        held=held.of(stop.marks, words, shown=square is not None),
        check=held.check(words) if stop.kind is StopKind.FINISH else "",
        marks=list(stop.marks),
        lines=list(stop.lines),
        lens=stop.lens,
        at=on_tape,
        measure=talk.measure(stop, last),
        square=_square(square, words) if square else None,
        cuts=[_cut(cut, member.stock.thickness, words, tools.saws) for cut in laid.cuts if cut.id in stop.marks],
    )


def _cut(cut: Cut, thickness: float, words: Words, saws: tuple[Saw, ...]) -> CutView:
    """What a cut asks of the saws."""
    flat, upright = lying(cut), standing(cut)
    rows: list[tuple[str, dict[str, Value]]] = [
        ("circular", {"line": Angle(cut.line_angle), "tilt": Angle(cut.blade_tilt)}),
        ("lying" if flat.turns else "lying_far", {"mitre": Angle(flat.mitre), "bevel": Angle(flat.bevel)}),
        (
            "standing" if upright.turns else "standing_far",
            {"mitre": Angle(upright.mitre), "bevel": Angle(upright.bevel)},
        ),
    ]
    found = []
    for saw in saws:
        reached = reach(saw, cut, thickness)
        values: dict[str, Value] = {"saw": saw.name, "tilt": Angle(saw.tilt), "depth": Length(saw.depth)}
        found.append(
            SawView(
                level="ok" if reached is Reach.WHOLE else "look",
                text=words.say(Message(f"saw.{reached}", values)),
            )
        )
    return CutView(id=cut.id, lines=[words.say(Message(f"saw.{key}", values)) for key, values in rows], saws=found)


def _traced(stop: Stop) -> str:
    return "inside" if stop.setting and stop.setting.inside else "outside"


def _square(setting: Setting, words: Words) -> SquareView:
    unit, division, numbered = GRADUATIONS[words.tape.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)]
    return SquareView(
        shape=list(setting.shape),
        heel=setting.heel,
        tongue_at=setting.tongue_at,
        body_at=setting.body_at,
        tongue_figure=shown(setting.tongue_figure, words),
        body_figure=shown(setting.body_figure, words),
        reaches=setting.reaches,
        scales=words.say(Message(f"square.{'inside' if setting.inside else 'outside'}_scales")).lower(),
        unit=unit,
        division=division,
        numbered=numbered,
    )
