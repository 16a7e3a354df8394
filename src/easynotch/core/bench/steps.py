"""The bench steps of a piece: in which order it is drawn, from which hook, with which tool.

All derived from the member's marks; none written for a kind of member. A step says everything it needs: the running
distance, how the direction is held, which side goes. Whoever follows them literally on a blank board gets the piece.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import pairwise
from math import floor, radians

from ..solid import Face, Member
from ..tools import IMPERIAL, Held, Square, Way, hold_angle
from .drawn import Down, DrawnLine, Edge, Tick, drawn_lines


class Method(StrEnum):
    """How running marks are set: each on the tape from one hook, or stepped off along the edge."""

    TAPE = "tape"
    STEP_OFF = "step_off"


class Hook(StrEnum):
    """The end the tape is hooked on."""

    HEAD = "head"
    FOOT = "foot"


class Hold(StrEnum):
    """Whether the square's heel lies towards the user or away."""

    TOWARD = "toward"
    AWAY = "away"


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


@dataclass(frozen=True, slots=True)
class SteppedOff:
    """A running mark stepped off: so many whole steps along the edge and a part of one, mm each."""

    steps: int
    step: float
    part: float


@dataclass(frozen=True, slots=True)
class Step:
    """One step. ``line`` and ``held`` where one is drawn; ``run`` its running distance from the hook, mm, exact;
    ``stepped`` where it is stepped off; ``expected`` what a check should measure between ``ends``.
    """

    id: str
    kind: StepKind
    line: DrawnLine | None = None
    held: Held | None = None
    run: float | None = None
    stepped: SteppedOff | None = None
    set_back: float = 0.0
    ends: tuple[str, str] = ("", "")
    expected: float | None = None


def steps_of(member: Member, likes: Preferences, division: float) -> tuple[Step, ...]:
    """Every step of a piece in the order of practice: crown and hook, the lines in the order the cuts are declared,
    compound ones carried round the edge to the far face, waste crossed, hand and place written, a last measurement.

    Args:
        member: the piece.
        likes: how the user works.
        division: of the user's tape, mm.
    """
    near = drawn_lines(member)
    length = hooked_length(near)
    step = _step_length(member, near)
    return (
        Step("crown", StepKind.CROWN),
        Step("hook", StepKind.HOOK, run=0.0),
        *(_draw(line, likes, division, length, step) for line in near),
        *_carried(member, near, likes, division, length),
        *(Step(f"cross_{group}", StepKind.CROSS, line=line) for group, line in _groups(near).items()),
        Step("write", StepKind.WRITE),
        *_last_check(near),
    )


def hooked_length(lines: tuple[DrawnLine, ...]) -> float:
    """From the hook at the head to the farthest running mark: there the tape is hooked from the foot."""
    return max((line.anchor.at for line in lines if isinstance(line.anchor, Tick)), default=0.0)


def _draw(line: DrawnLine, likes: Preferences, division: float, length: float, step: float | None) -> Step:
    held = hold_angle(
        line.angle, likes.way, square=likes.square, division=division, depth=line.across, metric=likes.metric
    )
    run, stepped = None, None
    if isinstance(line.anchor, Tick):
        run = line.anchor.at if likes.hook is Hook.HEAD else length - line.anchor.at
        if likes.method is Method.STEP_OFF and step is not None and line.face is Face.NEAR:
            whole = max(0, floor(run / step + 1e-9))
            stepped = SteppedOff(whole, step, run - whole * step)
    return Step(f"draw_{line.face}_{line.id}", StepKind.DRAW, line, held, run, stepped)


def _step_length(member: Member, lines: tuple[DrawnLine, ...]) -> float | None:
    """What is stepped off: the even distance between notches along the top edge (a flight's step), else the length
    along the edge of a foot (300 mm) of level run.
    """
    ticks = [line.anchor.at for line in lines if isinstance(line.anchor, Tick) and line.role == "riser"]
    gaps = [b - a for a, b in pairwise(sorted(ticks)) if b - a > 1.0]
    if len(gaps) > 1 and max(gaps) - min(gaps) < 1e-6:
        return gaps[0]
    along = member.placement.x
    level = (along.x**2 + along.y**2) ** 0.5
    return UNIT_RUN / level if level > LEVEL_LEAST else None


UNIT_RUN = 304.8
LEVEL_LEAST = 0.05
"""Of a unit: a board that stands steeper is not stepped off by its run."""


def _carried(
    member: Member, near: tuple[DrawnLine, ...], likes: Preferences, division: float, length: float
) -> Iterator[Step]:
    """Lines carried round the edge to the far face, where a cut does not go straight through."""
    if all(abs(cut.plane.normal.z) < STRAIGHT for cut in member.cut_planes):
        return
    at_near = {line.id: line.anchor.at for line in near if isinstance(line.anchor, Tick)}
    for line in drawn_lines(member, Face.FAR):
        made = _draw(line, likes, division, length, None)
        back = 0.0
        if isinstance(line.anchor, Tick) and line.id in at_near:
            back = line.anchor.at - at_near[line.id]
        yield replace(made, id=f"carry_{line.id}", kind=StepKind.CARRY, set_back=back)


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
    every whole step; a point found down another line adds that line's own error there.
    """
    line, held = step.line, step.held
    assert line is not None
    assert held is not None
    if isinstance(line.anchor, Down):
        base = next(one for one in steps if one.line is not None and one.held and one.line.id == line.anchor.line
                    and one.line.face is line.face)  # fmt: skip
        anchor, turn = bound_of_step(base, steps, division, setting)
        return anchor + abs(line.anchor.at) * radians(turn) + division / 2, held.error
    if step.stepped is not None:
        return division / 2 + step.stepped.steps * setting, held.error
    return division / 2, held.error
