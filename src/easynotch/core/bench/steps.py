"""The bench steps of a piece: in which order it is drawn, from which hook, with which tool.

All derived from the member's marks; none written for a kind of member. A step says everything it needs: the running
distance, how the direction is held, which side goes. Whoever follows them literally on a blank board gets the piece.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import pairwise
from math import ceil, floor, hypot, inf, radians

from ..solid import CutPlane, Face, Mark, Member, marks_of
from ..tools import IMPERIAL, Held, Square, Way, hold_angle
from .drawn import Down, DrawnLine, Edge, Tick, drawn_lines


class Method(StrEnum):
    """How running marks are set: each on the tape from one hook; stepped off along the edge; or read across the square,
    its twelfths as feet and inches (its millimetres as centimetres)."""

    TAPE = "tape"
    STEP_OFF = "step_off"
    TWELFTHS = "twelfths"


class Hook(StrEnum):
    """The end the tape is hooked on."""

    HEAD = "head"
    FOOT = "foot"


class Hold(StrEnum):
    """Whether the square's heel lies towards the user or away."""

    TOWARD = "toward"
    AWAY = "away"


class Cheeks(StrEnum):
    """A compound cut's second line: carried round the edge to the far face, or struck beside the first on the near
    face, parallel to it, and cut without turning the board.
    """

    CARRIED = "carried"
    ONE_FACE = "one_face"


class Handed(StrEnum):
    """Which hand draws: it decides on which side the drawing lies, never a number."""

    RIGHT = "right"
    LEFT = "left"


@dataclass(frozen=True, slots=True)
class Preferences:
    """How the user works. Preferences change drawings and words, never the lines on the board."""

    method: Method = Method.TAPE
    way: Way = Way.SQUARE
    hook: Hook = Hook.HEAD
    hold: Hold = Hold.TOWARD
    handed: Handed = Handed.RIGHT
    cheeks: Cheeks = Cheeks.CARRIED
    square: Square = IMPERIAL
    metric: bool = False


class StepKind(StrEnum):
    """What is done at a step."""

    CROWN = "crown"
    HOOK = "hook"
    DRAW = "draw"
    CARRY = "carry"
    CROSS = "cross"
    WRITE = "write"
    CHECK = "check"
    TRACE = "trace"


@dataclass(frozen=True, slots=True)
class SteppedOff:
    """A running mark stepped off: so many whole steps along the edge and a part of one, mm each.

    ``level`` is the part measured level. Where the board is too narrow to hold it between two plumb lines,
    ``widths`` of the tongue are struck first, each ``width``, and ``rest`` is what is left to measure.
    """

    steps: int
    step: float
    part: float
    level: float = 0.0
    widths: int = 0
    width: float = 0.0
    rest: float = 0.0


@dataclass(frozen=True, slots=True)
class Across:
    """A running mark read across the square: ``level`` on the body and ``plumb`` on the tongue, ``reading`` between
    them, each a ``scale``-th of the real length, mm. ``held`` tells that both are on the square.
    """

    level: float
    plumb: float
    reading: float
    scale: float
    held: bool


@dataclass(frozen=True, slots=True)
class Step:
    """One step. ``line`` and ``held`` where one is drawn; ``run`` its running distance from the hook, mm, exact;
    ``stepped`` where it is stepped off, ``across`` where it is read across the square; ``beside`` the near line
    that a far one is struck parallel to, on the near face; ``expected`` what a check should measure between ``ends``;
    ``count`` how many are traced.
    """

    id: str
    kind: StepKind
    line: DrawnLine | None = None
    held: Held | None = None
    run: float | None = None
    stepped: SteppedOff | None = None
    across: Across | None = None
    set_back: float = 0.0
    beside: str = ""
    ends: tuple[str, str] = ("", "")
    expected: float | None = None
    count: int = 0


def steps_of(member: Member, likes: Preferences, division: float, more: int = 0) -> tuple[Step, ...]:
    """Every step of a piece in the order of practice: crown and hook, the lines in the order the cuts are declared,
    compound ones carried round the edge to the far face, waste crossed, hand and place written, a last measurement,
    then the others traced from it and counted.

    Args:
        member: the piece.
        likes: how the user works.
        division: of the user's tape, mm.
        more: how many are traced from this one.
    """
    near = drawn_lines(member)
    length = hooked_length(near)
    step = _stepping(member, near, likes)
    return (
        Step("crown", StepKind.CROWN),
        Step("hook", StepKind.HOOK, run=0.0),
        *(_draw(line, likes, division, length, step) for line in near),
        *_carried(member, near, likes, division, length),
        *(Step(f"cross_{group}", StepKind.CROSS, line=line) for group, line in _groups(near).items()),
        Step("write", StepKind.WRITE),
        *_last_check(near),
        *([Step("trace", StepKind.TRACE, count=more)] if more else []),
    )


def hooked_length(lines: tuple[DrawnLine, ...]) -> float:
    """From the hook at the head to the farthest running mark: there the tape is hooked from the foot."""
    return max((line.anchor.at for line in lines if isinstance(line.anchor, Tick)), default=0.0)


@dataclass(frozen=True, slots=True)
class _Stepping:
    """What is stepped along the edge, mm; the board's lean, and how wide a level line lies on it."""

    step: float
    level: float
    plumb: float
    chord: float


def _draw(line: DrawnLine, likes: Preferences, division: float, length: float, stepping: _Stepping | None) -> Step:
    held = hold_angle(
        line.angle, likes.way, square=likes.square, division=division, depth=line.across, metric=likes.metric
    )
    run, stepped, across = None, None, None
    if isinstance(line.anchor, Tick):
        run = line.anchor.at if likes.hook is Hook.HEAD else length - line.anchor.at
        if stepping is not None and likes.way is not Way.TEMPLATE:
            if likes.method is Method.STEP_OFF:
                stepped = _stepped(run, stepping, likes.square)
            elif likes.method is Method.TWELFTHS and run > 0:
                across = _read_across(run, stepping, likes)
    return Step(f"draw_{line.face}_{line.id}", StepKind.DRAW, line, held, run, stepped, across)


def _stepped(run: float, stepping: _Stepping, square: Square) -> SteppedOff:
    whole = max(0, floor(run / stepping.step + 1e-9))
    part = run - whole * stepping.step
    level = part * stepping.level
    widths = max(0, ceil((level - stepping.chord) / square.tongue_width)) if level > stepping.chord else 0
    return SteppedOff(
        whole, stepping.step, part, level, widths, square.tongue_width, level - widths * square.tongue_width
    )


def _read_across(run: float, stepping: _Stepping, likes: Preferences) -> Across:
    scale = TENTHS if likes.metric else TWELFTHS
    level, plumb = run * stepping.level / scale, run * stepping.plumb / scale
    held = level <= likes.square.body_reach and plumb <= likes.square.tongue_reach
    return Across(level, plumb, run / scale, scale, held)


def _stepping(member: Member, lines: tuple[DrawnLine, ...], likes: Preferences) -> _Stepping | None:
    """What is stepped off: the even distance between notches along the top edge (a flight's step), else the length
    along the edge of a foot (300 mm) of level run. None for a board that stands too steep.
    """
    along = member.placement.x
    level, plumb = hypot(along.x, along.y), abs(along.z)
    if level < LEVEL_LEAST:
        return None
    chord = member.stock.depth / plumb if plumb > LEVEL_LEAST else inf
    ticks = [line.anchor.at for line in lines if isinstance(line.anchor, Tick) and line.role == "riser"]
    gaps = [b - a for a, b in pairwise(sorted(ticks)) if b - a > 1.0]
    even = len(gaps) > 1 and max(gaps) - min(gaps) < 1e-6
    unit = UNIT_RUN_METRIC if likes.metric else UNIT_RUN
    return _Stepping(gaps[0] if even else unit / level, level, plumb, chord)


UNIT_RUN, UNIT_RUN_METRIC = 304.8, 300.0
TWELFTHS, TENTHS = 12.0, 10.0
LEVEL_LEAST = 0.05
"""Of a unit: a board that stands steeper is not stepped off by its run."""


def _carried(
    member: Member, near: tuple[DrawnLine, ...], likes: Preferences, division: float, length: float
) -> Iterator[Step]:
    """Lines carried round the edge to the far face, where a cut does not go straight through."""
    if all(goes_straight(cut) for cut in member.cut_planes):
        return
    on_top = {
        line.id: line.anchor.at for line in near if isinstance(line.anchor, Tick) and line.anchor.edge is Edge.TOP
    }
    marks = [mark for mark in marks_of(member) if mark.id in on_top]
    wedges = {cut.id for removal in member.removals if len(removal.planes) > 1 for cut in removal.planes}
    for line, mark in zip(drawn_lines(member, Face.FAR), visible(marks_of(member, Face.FAR)), strict=True):
        made = _draw(line, likes, division, length, None)
        seen = near_line_of(mark, marks)
        back, beside = 0.0, ""
        if seen is not None and isinstance(line.anchor, Tick) and line.anchor.edge is Edge.TOP:
            back = line.anchor.at - on_top[seen.id]
            beside = seen.id if likes.cheeks is Cheeks.ONE_FACE and line.id not in wedges else ""
        yield replace(made, id=f"carry_{line.id}", kind=StepKind.CARRY, set_back=back, beside=beside)


def visible(marks: Sequence[Mark]) -> list[Mark]:
    """The marks that leave a line."""
    return [mark for mark in marks if mark.pieces]


def near_line_of(far: Mark, near: Sequence[Mark]) -> Mark | None:
    """The near line a far one is set from: of the same role, parallel, the nearest that can be seen."""
    if far.along is None:
        return None
    lines = [
        (abs(one.along - far.along), one)
        for one in visible(near)
        if one.role == far.role and one.along is not None and abs(one.angle - far.angle) < PARALLEL
    ]
    return min(lines, key=lambda one: one[0])[1] if lines else None


PARALLEL = 1e-6
"""Degrees."""


def goes_straight(cut: CutPlane) -> bool:
    """Whether a cut stands square to the wide faces: its far line is its near one carried straight across."""
    return abs(cut.plane.normal.z) < STRAIGHT


STRAIGHT = 1e-9


def _groups(lines: tuple[DrawnLine, ...]) -> dict[int, DrawnLine]:
    """One line of every piece of waste, the first."""
    groups: dict[int, DrawnLine] = {}
    for line in lines:
        groups.setdefault(line.group, line)
    return groups


def _last_check(lines: tuple[DrawnLine, ...]) -> Iterator[Step]:
    """Between the first and the last running mark on the top edge: one measurement that finds a slipped hook."""
    ticks = [line for line in lines if isinstance(line.anchor, Tick) and line.anchor.edge is Edge.TOP]
    if len(ticks) < 2:
        return
    first, last = (pick(ticks, key=_at) for pick in (min, max))
    yield Step("check", StepKind.CHECK, ends=(first.id, last.id), expected=_at(last) - _at(first))


def _at(line: DrawnLine) -> float:
    return line.anchor.at if isinstance(line.anchor, Tick) else 0.0


def bound_of_step(step: Step, steps: tuple[Step, ...], division: float, setting: float) -> tuple[float, float]:
    """How far a drawn line may stand from the true one: at its anchor, mm, and in direction, degrees.

    Half a division for a mark read on the tape; stepped off, half a division for the part and the setting error of
    every whole step; read across the square, half a division as many times as the scale is small; a point found down
    another line, or a line struck beside another, adds that line's own error there.
    """
    line, held = step.line, step.held
    assert line is not None
    assert held is not None
    if isinstance(line.anchor, Down):
        base = next(one for one in steps if one.line is not None and one.held and one.line.id == line.anchor.line
                    and one.line.face is line.face)  # fmt: skip
        anchor, turn = bound_of_step(base, steps, division, setting)
        return anchor + abs(line.anchor.at) * radians(turn) + division / 2, held.error
    if step.beside:
        base = next(one for one in steps if one.kind is StepKind.DRAW and one.line is not None
                    and one.line.id == step.beside)  # fmt: skip
        anchor, turn = bound_of_step(base, steps, division, setting)
        return anchor + division / 2, turn
    if step.stepped is not None:
        return division / 2 + step.stepped.steps * setting, held.error
    if step.across is not None:
        return step.across.scale * division / 2, held.error
    return division / 2, held.error
