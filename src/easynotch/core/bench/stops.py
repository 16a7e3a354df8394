"""The stops along a board: each is one place where the pencil is set, read off the removals alone.

A stop belongs to one removal: a notch is drawn with the square's heel in its corner, an end cut with one leg.
"""

from dataclasses import dataclass, replace
from enum import StrEnum
from math import radians, tan

from ..solid import Face, Mark, Member, Plane, Removal, marks_of
from ..tools import Setting, Square, hold, hold_line
from .jig import jig_of, pair_of
from .steps import Cheeks, goes_straight, near_line_of

EDGE = 1e-6
"""mm: a point this near to an edge of the board is on it."""
OVER_SUPPORTS = frozenset({"kicker", "ledger"})
"""Roles of notches that are cut into the finished outline."""


class StopKind(StrEnum):
    """What is done at a stop."""

    HOOK = "hook"
    JIG = "jig"
    LINE = "line"
    NOTCH = "notch"
    CARRY = "carry"
    CROSS = "cross"
    WRITE = "write"
    CHECK = "check"
    TRACE = "trace"


ON_THE_TAPE = frozenset({StopKind.LINE, StopKind.NOTCH, StopKind.CARRY})
"""Stops at which pencil lines are drawn."""


@dataclass(frozen=True, slots=True)
class Stop:
    """One stop. Distances are mm from the hook (the member's zero), along the top or the bottom edge.

    ``along_top`` and ``also_top`` are the running marks it uses on the top edge; ``along_bottom`` where its line
    leaves the bottom edge; ``lines`` are drawn at it, ``start`` is where the first starts and ``line_length`` how
    long that is; ``lens`` is the point to look at. ``face`` is the face that lies up; ``set_back`` how far, along
    the edge, a line carried round stands from its near one, positive towards the foot;
    ``twin`` that it is the other of two cheeks, struck on the near face in the waste.
    """

    id: str
    kind: StopKind
    role: str
    number: int
    marks: tuple[str, ...]
    lens: tuple[float, float]
    along_top: float | None = None
    also_top: float | None = None
    along_bottom: float | None = None
    start: tuple[float, float] | None = None
    lines: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = ()
    line_length: float | None = None
    setting: Setting | None = None
    face: Face = Face.NEAR
    set_back: float = 0.0
    twin: bool = False


def stops_of(
    member: Member, square: Square, cheeks: Cheeks = Cheeks.CARRIED, *, jig: bool = False, more: int = 0
) -> tuple[Stop, ...]:
    """The stops of a member in the order of practice: hook end and crown, its lines as its removals were declared,
    compound ones carried round, waste crossed, the writing, a last measurement, then the others traced.

    Args:
        member: the piece.
        square: the user's.
        cheeks: whether a compound cut's far line is drawn on the far face, or beside the near one.
        jig: whether a jig is made first.
        more: how many are traced from this one.
    """
    # A notch over a support is drawn into what is drawn already: the lines it will shorten are first drawn whole.
    first = tuple(removal for removal in member.removals if removal.planes[0].role not in OVER_SUPPORTS)
    lines = {mark.id: mark for mark in marks_of(member)}
    lines.update((mark.id, mark) for mark in marks_of(replace(member, removals=first)))
    pair = pair_of(member)
    stops = []
    for removal in member.removals:
        drawn = [line for cut in removal.planes if (line := lines.get(cut.id)) is not None and line.pieces]
        if drawn:
            stops.append(_stop(member, removal, drawn, pair, square))
    numbered = []
    notches = 0
    for stop in stops:
        notches += stop.kind is StopKind.NOTCH
        numbered.append(replace(stop, number=notches if stop.kind is StopKind.NOTCH else 0))
    length = max((u for mark in lines.values() for piece in mark.pieces for u, _ in piece), default=0.0)
    middle = (length / 2, member.stock.depth / 2)
    hook = Stop("hook", StopKind.HOOK, "hook", 0, (), (0.0, 0.0), along_top=0.0)
    made = jig_of(member, square) if jig else None
    first_of_all = [Stop("jig", StopKind.JIG, "jig", 0, (), made.heel, setting=made)] if made else []
    return (
        *first_of_all,
        hook,
        *numbered,
        *_carried(member, pair, square, cheeks),
        Stop("cross", StopKind.CROSS, "cross", 0, tuple(lines), middle),
        Stop("write", StopKind.WRITE, "write", 0, (), middle),
        *_check(numbered),
        *([Stop("trace", StopKind.TRACE, "trace", more, (), middle)] if more else []),
    )


def _carried(member: Member, pair: tuple[Plane, Plane] | None, square: Square, cheeks: Cheeks) -> list[Stop]:
    """A stop for every removal whose far line is not the near one carried square across."""
    near = marks_of(member)
    far = {mark.id: mark for mark in marks_of(member, Face.FAR)}
    stops = []
    for removal in member.removals:
        drawn = [line for cut in removal.planes if (line := far.get(cut.id)) is not None and line.pieces]
        if not drawn or all(goes_straight(cut) for cut in removal.planes):
            continue
        beside = cheeks is Cheeks.ONE_FACE and len(removal.planes) == 1
        stop = _stop(member, removal, drawn, pair, square, Face.FAR)
        stop = replace(stop, id=f"far_{stop.id}", kind=StopKind.CARRY, face=Face.NEAR if beside else Face.FAR)
        seen = near_line_of(drawn[0], near)
        if seen is not None and seen.along is not None and drawn[0].along is not None:
            stop = replace(stop, set_back=drawn[0].along - seen.along)
            own = next(mark for mark in near if mark.id == drawn[0].id)
            if beside and not own.pieces and own.along is not None:
                stop = _other_cheek(stop, own, own.along - seen.along, member.stock.depth)
        stops.append(stop)
    return stops


def _other_cheek(stop: Stop, own: Mark, set_back: float, depth: float) -> Stop:
    """The second of two cheeks that meet on the piece's centre: its line on the near face lies in the waste."""
    assert own.along is not None
    start, end = (own.along, 0.0), (own.along + depth * tan(radians(own.angle)), depth)
    return replace(stop, twin=True, along_top=own.along, start=start, lines=((start, end),), set_back=set_back,
                   lens=((start[0] + end[0]) / 2, depth / 2), setting=None)  # fmt: skip


def _check(stops: list[Stop]) -> list[Stop]:
    """Between the first and the last running mark on the top edge: finds a tape that slipped."""
    ticks = sorted({round(at, 6) for stop in stops for at in (stop.along_top, stop.also_top) if at is not None})
    if len(ticks) < 2:
        return []
    first, last = ticks[0], ticks[-1]
    return [Stop("check", StopKind.CHECK, "check", 0, (), ((first + last) / 2, 0.0), start=(first, 0.0),
                 lines=(((first, 0.0), (last, 0.0)),), line_length=last - first)]  # fmt: skip


def _stop(
    member: Member,
    removal: Removal,
    drawn: list[Mark],
    pair: tuple[Plane, Plane] | None,
    square: Square,
    face: Face = Face.NEAR,
) -> Stop:
    near = (1 if face is Face.FAR else -1) * member.stock.thickness / 2
    on_top = sorted(
        {round(mark.along, 6): mark.along for mark in drawn if _starts_on_top(mark) and mark.along is not None}.values()
    )
    if drawn[0].role == "heel" and drawn[0].along is not None:
        # The notch lies at the lower edge; its plumb line is struck from the running mark above it.
        on_top = [drawn[0].along]
    if drawn[0].role == "housing":
        # It lies within the face, and is set out square down from the edge: a tread at its nosing, a riser at the foot
        # of its front line, clear of the nosing.
        ends = sorted(drawn[0].pieces[0], key=lambda end: end[1])
        on_top = [ends[-1 if drawn[0].id.startswith("riser") else 0][0]]
    below = [mark.pieces[-1][1][0] for mark in drawn if abs(mark.pieces[-1][1][1] - member.stock.depth) < EDGE]
    first = drawn[0].pieces[0]
    # What leaves no line on this face is not drawn at it: a lap's cheek, the far side of a hip's V.
    ids = {mark.id for mark in drawn}
    cuts = [cut for cut in removal.planes if cut.id in ids]
    notch = len(removal.planes) > 1 and len(cuts) == 2
    setting = None
    if notch:
        setting = hold(cuts[0].plane, cuts[1].plane, square, member.zero, near)
    elif pair is not None:
        setting = hold_line(cuts[0].plane, pair, square, reach=first[1][1], zero=member.zero, near=near)
    middle = ((first[0][0] + first[1][0]) / 2, (first[0][1] + first[1][1]) / 2)
    return Stop(
        id="+".join(mark.id for mark in drawn),
        kind=StopKind.NOTCH if notch else StopKind.LINE,
        role=cuts[-1].role if notch else drawn[0].role,
        number=0,
        marks=tuple(mark.id for mark in drawn),
        lens=setting.heel if notch and setting else middle,
        along_top=on_top[0] if on_top else None,
        also_top=on_top[1] if len(on_top) > 1 else None,
        along_bottom=below[0] if below else None,
        start=first[0],
        lines=tuple(piece for mark in drawn for piece in mark.pieces),
        line_length=((first[1][0] - first[0][0]) ** 2 + (first[1][1] - first[0][1]) ** 2) ** 0.5,
        setting=setting,
    )


def _starts_on_top(mark: Mark) -> bool:
    return abs(mark.pieces[0][0][1]) < EDGE
