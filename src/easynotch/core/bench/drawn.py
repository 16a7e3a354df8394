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
Point = tuple[float, float]


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
        across: how far across the board it runs from where it is set, mm.
        whole: whether its anchor could be placed on the board.
    """

    id: str
    role: str
    group: int
    face: Face
    anchor: Anchor
    angle: float
    waste: str
    across: float
    whole: bool = True


def drawn_lines(member: Member, face: Face = Face.NEAR) -> tuple[DrawnLine, ...]:
    """Every line of a face in the order its removals are declared, each set from an edge or from one before it."""
    groups = {cut.id: number for number, removal in enumerate(member.removals) for cut in removal.planes}
    made: list[_Set] = []
    for mark in marks_of(member, face):
        if mark.pieces:
            made.append(_line(member, mark, groups[mark.id], made))
    return tuple(one.line for one in made)


@dataclass(frozen=True, slots=True)
class _Set:
    """A line and the point it was set at."""

    line: DrawnLine
    point: Point


def _line(member: Member, mark: Mark, group: int, before: list[_Set]) -> _Set:
    anchor, point, whole = _anchor(member, mark, group, before)
    if abs(mark.angle) > ALONG:
        waste = "bottom" if mark.waste[1] > 0 else "top"
    else:
        lean = radians(mark.angle)
        waste = "foot" if mark.waste[0] * cos(lean) - mark.waste[1] * sin(lean) > 0 else "head"
    across = max(abs(v - point[1]) for piece in mark.pieces for _, v in piece)
    return _Set(DrawnLine(mark.id, mark.role, group, mark.face, anchor, mark.angle, waste, across, whole), point)


def _anchor(member: Member, mark: Mark, group: int, before: list[_Set]) -> tuple[Anchor, Point, bool]:
    """From the top edge where it reaches it; from a line before it that it starts or ends on, its own group's first;
    from the bottom edge; the notch's first line from the running mark above it.
    """
    start, end = mark.pieces[0][0], mark.pieces[-1][1]
    if mark.along is None or abs(mark.angle) > ALONG:
        return Gauged(start[1]), start, True
    on_top = (Tick(Edge.TOP, mark.along), (mark.along, 0.0), True)
    if abs(start[1]) < ON:
        return on_top
    wedge = len(member.removals[group].planes) > 1
    within = member.reach[0] - member.zero <= mark.along <= member.reach[1] - member.zero
    if wedge and within and all(one.line.group != group for one in before):
        # A notch at the lower edge: its plumb line is struck down from the running mark.
        return on_top
    for one in sorted(before, key=lambda one: one.line.group != group):
        for point in (start, end):
            at = _down(one, point)
            if at is not None:
                return Down(one.line.id, at), point, True
    if abs(end[1] - member.stock.depth) < ON:
        return Tick(Edge.BOTTOM, end[0]), end, True
    # All layout comes before any cutting: a mark past the piece's own end is still on the blank.
    return *on_top[:2], within


def _down(one: _Set, point: Point) -> float | None:
    """How far down a line, from where it was set, a point on it lies; None where it is not on it."""
    if isinstance(one.line.anchor, Gauged):
        return None
    way = (sin(radians(one.line.angle)), cos(radians(one.line.angle)))
    u, v = point[0] - one.point[0], point[1] - one.point[1]
    return u * way[0] + v * way[1] if abs(u * way[1] - v * way[0]) < ON else None
