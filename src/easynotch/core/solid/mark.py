"""Marks: where a removal's plane crosses a face, clipped to what remains of the board."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from math import atan2, degrees, hypot

from .face import Face, HalfPlane, Point, Region, across, regions
from .member import CutPlane, Member

SHORTEST = 1e-6
"""mm: a shorter piece of a line is a touching corner, not a mark."""
PARALLEL = 1e-12

Interval = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Mark:
    """A pencil line on a face, in the face's (u, v), u measured from the member's zero.

    ``along`` is where the line, extended, crosses the face's first edge (the top edge on a wide face), from the
    zero; None for a gauge line, which runs along the board. ``angle`` is from square across, degrees, positive
    where the line leans towards the foot on its way across. ``pieces`` are its visible parts, each from the
    first edge downwards. ``waste`` points into the wood that goes, as a unit (u, v).
    """

    id: str
    role: str
    face: Face
    along: float | None
    angle: float
    pieces: tuple[tuple[Point, Point], ...]
    waste: Point


def marks_of(member: Member, face: Face = Face.NEAR) -> tuple[Mark, ...]:
    """Every mark of a member on one face, in the order of its removals."""
    return _marks(member, face)


@lru_cache(maxsize=512)
def _marks(member: Member, face: Face) -> tuple[Mark, ...]:
    if face is Face.FAR and all(abs(cut.plane.normal.z) < PARALLEL for cut in member.cut_planes):
        # Every cut stands square to the wide faces: the far lines are the near ones carried straight through.
        return tuple(replace(mark, face=face) for mark in marks_of(member))
    taken = regions(member, face)
    lines = [
        _mark(member, face, cut, taken, (number, place))
        for number, removal in enumerate(member.removals)
        for place, cut in enumerate(removal.planes)
    ]
    return tuple(line for line in lines if line is not None)


def _mark(member: Member, face: Face, cut: CutPlane, taken: tuple[Region, ...], which: tuple[int, int]) -> Mark | None:
    number, place = which
    line = taken[number].halves[place]
    norm = hypot(line.a, line.b)
    if norm < PARALLEL:
        return None
    # The line as a point and a direction that runs down the face (or to the foot, where it runs along it).
    direction = (-line.b / norm, line.a / norm)
    if direction[1] < -PARALLEL or (abs(direction[1]) <= PARALLEL and direction[0] < 0):
        direction = (-direction[0], -direction[1])
    base = (line.a * line.c / norm**2, line.b * line.c / norm**2)
    own = [half for i, half in enumerate(taken[number].halves) if i != place]
    spans = _inside(_EVERYWHERE, base, direction, _board(member, face) + own)
    if spans:
        ends = [base[0] + direction[0] * at for at in spans[0]]
        low, high = min(ends), max(ends)
        for i, region in enumerate(taken):
            if i == number or not region.corners or region.extent[0] > high or region.extent[1] < low:
                continue
            spans = [piece for span in spans for piece in _outside(span, base, direction, region.halves)]
    top = across(face, member.stock)[0]
    along = None
    if abs(direction[1]) > PARALLEL:
        along = base[0] + direction[0] * (top - base[1]) / direction[1] - member.zero

    def at(distance: float) -> Point:
        return base[0] + direction[0] * distance - member.zero, base[1] + direction[1] * distance

    return Mark(
        id=cut.id,
        role=cut.role,
        face=face,
        along=along,
        angle=degrees(atan2(direction[0], direction[1])),
        pieces=tuple((at(start), at(end)) for start, end in spans),
        waste=(line.a / norm, line.b / norm),
    )


_EVERYWHERE = (-1e9, 1e9)


def _board(member: Member, face: Face) -> list[HalfPlane]:
    (low, high), (head, foot) = across(face, member.stock), member.reach
    return [
        HalfPlane(1.0, 0.0, head), HalfPlane(-1.0, 0.0, -foot), HalfPlane(0.0, 1.0, low), HalfPlane(0.0, -1.0, -high)
    ]  # fmt: skip


def _inside(span: Interval, base: Point, direction: Point, region: Sequence[HalfPlane]) -> list[Interval]:
    """The part of a stretch of a line that lies in front of every half-plane, or none."""
    start, end = span
    (x, y), (dx, dy) = base, direction
    for half in region:
        slope = half.a * dx + half.b * dy
        height = half.a * x + half.b * y - half.c
        if slope > PARALLEL:
            start = max(start, -height / slope)
        elif slope < -PARALLEL:
            end = min(end, -height / slope)
        elif height < SHORTEST:
            # A line in the plane of another cut is not in front of it: two cuts of one plane leave one mark.
            return []
        if end - start <= SHORTEST:
            return []
    return [(start, end)]


def _outside(span: Interval, base: Point, direction: Point, region: Sequence[HalfPlane]) -> list[Interval]:
    """The parts of a stretch that another removal leaves standing."""
    gone = _inside(span, base, direction, region)
    if not gone:
        return [span]
    start, end = gone[0]
    return [piece for piece in ((span[0], start), (end, span[1])) if piece[1] - piece[0] > SHORTEST]
