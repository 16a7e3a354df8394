"""The pencil lines a piece needs on a face, as they run on the uncut board.

All layout comes before any cutting, so a line is drawn through wood that another cut takes away later: a hip's plumb
lines start on the square edge that its backing planes off, a notch's plumb line on the top edge above it.
"""

from dataclasses import dataclass
from math import cos, hypot, radians, sin, tan

from ..solid import Face, Mark, Member, marks_of
from .layout import Layout
from .step import Point

ON = 1e-4
"""mm: a point this near to an edge or to a line lies on it."""
ALONG = 89.999
"""Degrees from square across: a line beyond it runs along the board and is gauged."""
STEEP = 60.0
"""Degrees: a line that leans more is not carried up to the top edge to be set there."""
OVER_SUPPORTS = frozenset({"kicker", "ledger"})
"""Roles of notches that are set out from lines drawn before."""


@dataclass(frozen=True, slots=True)
class Needed:
    """A line a face needs, from where it is set (``start``) to its farther end.

    ``base`` is the id of the line it is set from, or empty where it is set on the board's edge (or, where it is
    ``gauged``, runs along the board); ``angle`` is from square across, positive where it leans to the foot on its way
    down; ``waste`` the side that goes, ``head``, ``foot``, ``top`` or ``bottom``; ``group`` numbers the removal.
    """

    id: str
    role: str
    group: int
    face: Face
    start: Point
    end: Point
    angle: float
    waste: str
    base: str = ""
    gauged: bool = False
    housed: bool = False

    @property
    def direction(self) -> Point:
        """Down the line."""
        lean = radians(self.angle)
        return sin(lean), cos(lean)

    def point(self, distance: float) -> Point:
        """A point so far along it from where it is set, towards its farther end."""
        length = hypot(self.end[0] - self.start[0], self.end[1] - self.start[1]) or 1.0
        share = distance / length
        return (
            self.start[0] + (self.end[0] - self.start[0]) * share,
            self.start[1] + (self.end[1] - self.start[1]) * share,
        )

    def along(self, point: Point) -> float | None:
        """How far from its start a point lies on it; None where it lies beside it."""
        du, dv = self.end[0] - self.start[0], self.end[1] - self.start[1]
        length = hypot(du, dv)
        if length < ON:
            return None
        u, v = point[0] - self.start[0], point[1] - self.start[1]
        aside = abs(u * dv - v * du) / length
        at = (u * du + v * dv) / length
        return at if aside < ON and -ON <= at <= length + ON else None


def needed_lines(member: Member, layout: Layout, face: Face) -> tuple[Needed, ...]:
    """Every line of a face in the order its removals are declared, each set from an edge or from a line before it."""
    groups = {cut.id: number for number, removal in enumerate(member.removals) for cut in removal.planes}
    made: list[Needed] = []
    for mark in marks_of(member, face):
        if mark.pieces:
            made.append(_needed(member, layout, mark, groups[mark.id], made))
    return tuple(made)


def _needed(member: Member, layout: Layout, mark: Mark, group: int, before: list[Needed]) -> Needed:
    shift = member.zero - layout.origin
    first, last = ((u + shift, v) for u, v in (mark.pieces[0][0], mark.pieces[-1][1]))
    housed = member.removals[group].housing
    made = Needed(mark.id, mark.role, group, mark.face, first, last, mark.angle, _waste(mark), housed=housed)
    if mark.along is None or abs(mark.angle) > ALONG:
        # A cut along the board is gauged its whole length; one side of a notch, between its others.
        alone = len(member.removals[group].planes) == 1
        ends = ((layout.left, first[1]), (layout.right, first[1])) if alone else (first, last)
        return _replaced(made, *ends, gauged=True)
    if first[1] < ON or housed:
        return made
    top = (mark.along + shift, 0.0)
    on_board = layout.left - ON <= top[0] <= layout.right + ON and abs(mark.angle) < STEEP
    own = all(line.group != group for line in before)
    based = _on_line(made, before)
    if mark.role not in OVER_SUPPORTS and on_board and own and based is None:
        return _replaced(made, top, last)
    if based is not None:
        line, start = based
        return _replaced(made, start, last if start == first else first, base=line.id)
    if abs(last[1] - layout.depth) < ON:
        return _replaced(made, last, first)
    return _replaced(made, top, last) if on_board else made


def _on_line(made: Needed, before: list[Needed]) -> tuple[Needed, Point] | None:
    """The line before it, of its own removal first, that it starts or ends on, and that end."""
    for line in sorted(before, key=lambda line: line.group != made.group):
        if line.gauged:
            continue
        for point in (made.start, made.end):
            if line.along(point) is not None:
                return line, point
    return None


def _waste(mark: Mark) -> str:
    if abs(mark.angle) > ALONG:
        return "bottom" if mark.waste[1] > 0 else "top"
    lean = radians(mark.angle)
    return "foot" if mark.waste[0] * cos(lean) - mark.waste[1] * sin(lean) > 0 else "head"


def _replaced(line: Needed, start: Point, end: Point, *, base: str = "", gauged: bool = False) -> Needed:
    return Needed(line.id, line.role, line.group, line.face, start, end, line.angle, line.waste, base, gauged,
                  line.housed)  # fmt: skip


def crossing(point: Point, angle: float, v: float) -> Point:
    """Where a line through a point, so many degrees from square across, comes to a depth."""
    return point[0] + (v - point[1]) * tan(radians(angle)), v
