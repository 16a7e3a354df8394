"""The board of the Mark station in words: stops, running marks, figures."""

from ..core.bench import Stop, StopKind
from ..core.rules import Words
from ..core.solid import Member
from ..core.stairs import Layout
from ..core.tape import Style
from ..core.terms import Count, Length, Message, Value
from ..core.tools import Setting
from ..drawing import BoardSheet
from .models import BoardView, MarkView, Point, RunningView, Shown, SquareView, StopView

GRADUATIONS = {True: (25.4, 25.4 / 16, 1.0), False: (10.0, 1.0, 10.0)}
"""By imperial or not: mm of a numbered graduation and of a fine one, and what the numbered one counts."""


def shown(mm: float, words: Words) -> Shown:
    """A length as it is called."""
    text, sense = words.called(mm)
    return Shown(mm=mm, text=text, sense=sense)


def board_view(member: Member, sheet: BoardSheet, words: Words, layout: Layout) -> BoardView:
    """A piece on the horses."""
    imperial = words.tape.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)
    unit, division, numbered = GRADUATIONS[imperial]
    edges = sorted({round(at, 6): at for stop in sheet.stops for at in (stop.along_top, stop.also_top) if at}.values())
    return BoardView(
        id=member.id,
        title=words.say(Message(f"board.{member.id}")),
        count=member.count,
        depth=sheet.depth,
        board=shown(sheet.board, words),
        stock=shown(sheet.stock, words) if sheet.stock else None,
        outline=list(sheet.outline),
        waste=[list(scrap) for scrap in sheet.waste],
        marks=[MarkView(id=mark.id, role=mark.role, pieces=list(mark.pieces)) for mark in sheet.marks],
        running=[RunningView(number=n, at=at, figure=shown(at, words)) for n, at in enumerate(edges, 1)],
        stops=[_stop(stop, member, layout, words, edges[-1] if edges else 0.0) for stop in sheet.stops],
        tape_unit=unit,
        tape_division=division,
        tape_numbered=numbered,
    )


def _figure(stop: Stop, member: Member, layout: Layout) -> float | None:
    """The one figure that is read large at a stop."""
    if stop.kind is StopKind.HOOK:
        return 0.0
    if stop.kind is StopKind.FINISH:
        return member.lengths["board"]
    if stop.role == "foot":
        return layout.tread_levels[-1] - layout.bearing_level
    if stop.role == "kicker" and layout.flight.kicker:
        return layout.flight.kicker.thickness
    if stop.role == "ledger" and layout.flight.head.ledger:
        return layout.flight.head.ledger.depth
    for along in (stop.also_top, stop.along_top, stop.along_bottom):
        if along is not None:
            return along
    return stop.line_length


def _measure(stop: Stop, member: Member, last_tooth: float) -> tuple[Point, Point] | None:
    """The two ends of a figure that is not read on the tape along the top edge."""
    if stop.role == "foot" and stop.start is not None:
        return (last_tooth, 0.0), stop.start
    if stop.along_bottom is not None and stop.along_top is None:
        return (0.0, member.stock.depth), (stop.along_bottom, member.stock.depth)
    return None


def _stop(stop: Stop, member: Member, layout: Layout, words: Words, last_tooth: float) -> StopView:
    key = "notch" if stop.kind is StopKind.NOTCH and stop.role == "tread" else stop.role
    kicker, ledger = layout.flight.kicker, layout.flight.head.ledger
    off = ledger if stop.role == "ledger" else None
    values: dict[str, Value] = {
        "n": Count(stop.number),
        "first": Length(stop.along_top or 0.0),
        "second": Length(stop.also_top or 0.0),
        "line": Length(layout.tread_levels[-1] - layout.bearing_level),
        "up": Length(off.depth if off else kicker.thickness if kicker else 0.0),
        "back": Length(off.width if off else kicker.width if kicker else 0.0),
    }
    figure = _figure(stop, member, layout)
    return StopView(
        id=stop.id,
        kind=stop.kind,
        title=words.say(Message(f"stop.{key}.title", values)),
        say=words.say(Message(f"stop.{key}.say", values)),
        figure=None if figure is None else shown(figure, words),
        ends=words.say(Message(f"stop.{key}.ends", values)),
        marks=list(stop.marks),
        lines=list(stop.lines),
        lens=stop.lens,
        at=stop.also_top if stop.also_top is not None else stop.along_top,
        measure=_measure(stop, member, last_tooth),
        square=_square(stop.setting, words) if stop.setting and key not in ("kicker", "ledger") else None,
    )


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
        unit=unit,
        division=division,
        numbered=numbered,
    )
