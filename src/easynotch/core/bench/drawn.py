"""Pencil lines as a person sets them: from where on the board, at what angle, and which side of them goes.

Read off the marks of any member; none is written for a kind of member.
"""

from dataclasses import dataclass
from enum import StrEnum
from math import cos, radians, sin

from ..solid import Face, Mark, Member, marks_of

ON = 1e-4
"""mm: a line's end this near to an edge or another line lies on it."""
ALONG = 89.999
"""Degrees from square across: a line beyond it runs along the board and is gauged."""


class Edge(StrEnum):
    """A long edge of the face that is drawn on."""

    TOP = "top"
    BOTTOM = "bottom"


@dataclass(frozen=True, slots=True)
class Tick:
    """A running mark on an edge, mm from the hook."""

    edge: Edge
    at: float


@dataclass(frozen=True, slots=True)
class Down:
    """A point on a line drawn before: so far from where that one was set, down it (up it where negative), mm."""

    line: str
    at: float


@dataclass(frozen=True, slots=True)
class Gauged:
    """A line along the board, so far from the top edge, mm."""

    at: float


Anchor = Tick | Down | Gauged


@dataclass(frozen=True, slots=True)
class DrawnLine:
    """One pencil line on a face.

    Attributes:
        id: of its mark.
        role: of its cut.
        group: the number of the removal it bounds; lines of one group bound one piece of waste.
        face: the face it is drawn on.
        anchor: where it is set.
        angle: degrees from square across, positive where it leans to the foot on its way down.
        waste: the side that goes: towards ``head`` or ``foot``; of a gauge line towards ``top`` or ``bottom``.
        whole: whether its anchor could be placed on the board.
    """

    id: str
    role: str
    group: int
    face: Face
    anchor: Anchor
    angle: float
    waste: str
    whole: bool = True


def drawn_lines(member: Member, face: Face = Face.NEAR) -> tuple[DrawnLine, ...]:
    """Every line of a face in the order its removals are declared, each set from an edge or from one before it."""
    groups = {cut.id: number for number, removal in enumerate(member.removals) for cut in removal.planes}
    made: list[tuple[DrawnLine, Mark]] = []
    for mark in marks_of(member, face):
        if mark.pieces:
            made.append((_line(member, mark, groups[mark.id], made), mark))
    return tuple(line for line, _ in made)


def _line(member: Member, mark: Mark, group: int, before: list[tuple[DrawnLine, Mark]]) -> DrawnLine:
    anchor, whole = _anchor(member, mark, group, before)
    if abs(mark.angle) > ALONG:
        waste = "bottom" if mark.waste[1] > 0 else "top"
    else:
        lean = radians(mark.angle)
        waste = "foot" if mark.waste[0] * cos(lean) - mark.waste[1] * sin(lean) > 0 else "head"
    return DrawnLine(mark.id, mark.role, group, mark.face, anchor, mark.angle, waste, whole)


def _anchor(
    member: Member, mark: Mark, group: int, before: list[tuple[DrawnLine, Mark]]
) -> tuple[Anchor, bool]:
    """From the top edge where it reaches it; from a line before it that it starts or ends on, its own group's first;
    from the bottom edge; the notch's first line from the running mark above it.
    """
    start, end = mark.pieces[0][0], mark.pieces[-1][1]
    if mark.along is None or abs(mark.angle) > ALONG:
        return Gauged(start[1]), True
    if abs(start[1]) < ON:
        return Tick(Edge.TOP, mark.along), True
    first_of_group = all(line.group != group for line, _ in before)
    wedge = len(member.removals[group].planes) > 1
    if wedge and first_of_group and member.reach[0] - member.zero <= mark.along <= member.reach[1] - member.zero:
        # A notch at the lower edge: its plumb line is struck down from the running mark.
        return Tick(Edge.TOP, mark.along), True
    for line, other in sorted(before, key=lambda pair: pair[0].group != group):
        at = _crossing(mark, other, line)
        if at is not None:
            return Down(line.id, at), True
    if abs(end[1] - member.stock.depth) < ON:
        return Tick(Edge.BOTTOM, end[0]), True
    return Tick(Edge.TOP, mark.along), False


def _crossing(mark: Mark, other: Mark, line: DrawnLine) -> float | None:
    """How far down another line, from where that was set, this one starts or ends on it; None where it does not."""
    if isinstance(line.anchor, Gauged):
        return None
    way = (sin(radians(other.angle)), cos(radians(other.angle)))
    origin = anchor_point(line, other)
    for u, v in (mark.pieces[0][0], mark.pieces[-1][1]):
        along = (u - origin[0]) * way[0] + (v - origin[1]) * way[1]
        beside = (u - origin[0]) * way[1] - (v - origin[1]) * way[0]
        if abs(beside) < ON:
            return along
    return None


def anchor_point(line: DrawnLine, mark: Mark) -> tuple[float, float]:
    """Where a line was set, exactly."""
    anchor = line.anchor
    if isinstance(anchor, Tick):
        return (anchor.at, 0.0) if anchor.edge is Edge.TOP else mark.pieces[-1][1]
    if isinstance(anchor, Down):
        return min((mark.pieces[0][0], mark.pieces[-1][1]), key=lambda end: end[1])
    return mark.pieces[0][0]
