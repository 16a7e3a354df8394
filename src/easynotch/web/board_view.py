"""The board of the Mark station in words: stops, running marks, figures."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Protocol

from ..core.bench import ON_THE_TAPE, OVER_SUPPORTS, Cheeks, Hold, Hook, Stop, StopKind
from ..core.rules import Words
from ..core.solid import Cut, Face, Mark, Member
from ..core.tape import Style
from ..core.terms import Angle, Count, Length, Message, Value
from ..core.tools import Reach, Saw, Setting, Square, Way, lying, reach, standing
from ..drawing import Bench, draw_board
from ..exchange import WorkedMember
from ..exchange.supply import SPARED, SPARES
from .held_view import AT_ONCE, HeldLines, held_lines, likes_of
from .mark_models import BoardView, CutView, FarView, MarkView, RunningView, SawView, SquareView, StopView
from .shown_models import Point, Shown

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

    def spare(self, member: Member) -> int:
        """How many more of a piece are cut, by habit: of rafters, where stock can split."""
        return SPARES[self.habit("spares")] if member.role in SPARED else 0

    def bench(self, member: Member) -> Bench:
        """How a piece is worked."""
        return Bench(
            self.square,
            Cheeks(self.habit("cheeks")),
            jig=self.habit("tool") == Way.JIG,
            more=member.count - 1 + self.spare(member),
        )


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


def board_view(laid: WorkedMember, words: Words, talk: Talk, tools: Tools) -> BoardView:
    """A piece on the horses."""
    member = laid.member
    sheet = draw_board(member, laid.marks, tools.bench(member))
    held = held_lines(member, likes_of(tools.habit, tools.square, words), words)
    imperial = words.tape.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)
    unit, division, numbered = GRADUATIONS[imperial]
    edges = sorted(
        {
            round(at, 6): at
            for stop in sheet.stops
            if stop.kind is not StopKind.CARRY
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
        marks=_marks(sheet.marks),
        far=None
        if sheet.far is None
        else FarView(
            outline=list(sheet.far.outline),
            waste=[list(scrap) for scrap in sheet.far.waste],
            marks=_marks(sheet.far.marks),
        ),
        away=held.likes.hold is Hold.AWAY,
        running=[RunningView(number=n, at=at, figure=shown(held.run(at), words)) for n, at in enumerate(edges, 1)],
        left_handed=tools.habit("hand") == "left",
        hook=0.0 if held.likes.hook is Hook.HEAD else held.length,
        stops=[_stop(stop, laid, words, talk, edges[-1] if edges else 0.0, (tools, held)) for stop in sheet.stops],
        tape_unit=unit,
        tape_division=division,
        tape_numbered=numbered,
    )


def _marks(marks: tuple[Mark, ...]) -> list[MarkView]:
    return [MarkView(id=mark.id, role=mark.role, pieces=list(mark.pieces)) for mark in marks]


def _figure(stop: Stop, talk: Talk) -> float | None:
    """The one figure that is read large; none where nothing is measured."""
    if stop.kind is StopKind.HOOK:
        return 0.0
    if stop.kind is StopKind.CHECK:
        return stop.line_length
    if stop.kind not in ON_THE_TAPE:
        return None
    own = talk.figure(stop)
    if own is not None:
        return own
    for along in (stop.also_top, stop.along_top, stop.along_bottom):
        if along is not None:
            return along
    return stop.line_length


@dataclass(frozen=True, slots=True)
class _Told:
    """What is read at a stop."""

    title: str
    say: str
    figure: float | None
    ends: str


def _told(stop: Stop, member: Member, words: Words, talk: Talk, held: HeldLines) -> _Told:
    """The words of a stop: those of the piece's kind for its lines and its hook, common ones for what every piece
    has.
    """
    drawn = stop.kind in ON_THE_TAPE or stop.kind is StopKind.HOOK
    values: dict[str, Value] = {
        "n": Count(stop.number),
        "first": Length(stop.along_top or 0.0),
        "second": Length(stop.also_top or 0.0),
        "edges": words.say(Message(f"square.{_traced(stop)}_edges")).lower(),
        "piece": words.say(talk.title(member)),
        "back": Length(abs(stop.set_back)),
        **(talk.values(stop) if drawn else {}),
    }
    if stop.kind is StopKind.JIG and stop.setting is not None:
        (a, _), (b, _) = stop.setting.tongue_at, stop.setting.body_at
        values |= {"tongue": Length(stop.setting.tongue_figure), "body": Length(stop.setting.body_figure),
                   "long": Length(abs(b - a))}  # fmt: skip
    figure = _figure(stop, talk)
    key = talk.key(stop) if drawn else str(stop.kind)
    title, said, ends = (words.say(Message(f"stop.{key}.{part}", values)) for part in ("title", "say", "ends"))
    if held.likes.hook is Hook.FOOT:
        on_tape = stop.also_top if stop.also_top is not None else stop.along_top
        if stop.kind is StopKind.HOOK:
            title, said, ends = (words.say(Message(f"held.hook_{part}")) for part in ("title", "say", "ends"))
        elif figure is not None and figure == on_tape:
            figure, ends = held.run(figure), words.say(Message("held.from_foot"))
    if stop.kind is StopKind.CARRY:
        way = "straight" if abs(stop.set_back) < AT_ONCE else "say_foot" if stop.set_back > 0 else "say_head"
        kind = "far" if stop.face is Face.FAR else "cheek" if stop.twin else "beside"
        said = words.say(Message(f"stop.{kind}.{way}", values))
        if stop.face is Face.NEAR and way != "straight":
            figure, ends = abs(stop.set_back), words.say(Message("stop.beside.ends"))
        title = words.say(Message(f"stop.{kind}.title", values | {"title": title}))
    return _Told(title, said, figure, ends)


def _stop(
    stop: Stop, laid: WorkedMember, words: Words, talk: Talk, last: float, way: tuple[Tools, HeldLines]
) -> StopView:
    member = laid.member
    tools, held = way
    told = _told(stop, member, words, talk, held)
    hidden = held.likes.way is not Way.SQUARE or stop.role in OVER_SUPPORTS
    square = None if hidden and stop.kind is not StopKind.JIG else stop.setting
    carry = stop.kind is StopKind.CARRY
    return StopView(
        id=stop.id,
        kind=stop.kind,
        title=told.title,
        say=told.say,
        figure=None if told.figure is None else shown(told.figure, words),
        ends=told.ends,
        held=held.of(stop.marks, words, shown=square is not None, far=carry) if stop.kind in ON_THE_TAPE else [],
        others=held.others(stop.marks, words) if square is not None and stop.kind in ON_THE_TAPE else "",
        face=stop.face,
        marks=list(stop.marks),
        lines=list(stop.lines),
        lens=stop.lens,
        at=stop.also_top if stop.also_top is not None else stop.along_top,
        measure=_between(stop, talk, last),
        square=_square(square, words) if square else None,
        cuts=[_cut(cut, member.stock.thickness, words, tools.saws) for cut in laid.cuts if cut.id in stop.marks]
        if stop.kind in ON_THE_TAPE and not carry
        else [],
    )


def _between(stop: Stop, talk: Talk, last: float) -> tuple[Point, Point] | None:
    """The two ends of a figure not read on the tape: the last check's, a line's struck beside another, the kind's."""
    if stop.kind is StopKind.CHECK:
        return stop.lines[0]
    if stop.kind is not StopKind.CARRY or stop.face is Face.FAR:
        return talk.measure(stop, last)
    if stop.along_top is None or abs(stop.set_back) < AT_ONCE:
        return None
    return (stop.along_top - stop.set_back, 0.0), (stop.along_top, 0.0)


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
