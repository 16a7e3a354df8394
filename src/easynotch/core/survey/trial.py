"""What a tried pattern's gaps tell: causes, each as large as explains best what was seen, ranked.

The pattern is a rigid body in the section of the roof. It is laid on as a carpenter does: down on the plate, the head's
top level with the ridge's, and pushed in until heel or head touches. For every cause the gaps that follow are worked
out, and its size is where they come nearest to those that were read. Source: ``trade.md`` 9.
"""

from dataclasses import dataclass, replace
from enum import StrEnum
from math import cos, degrees, hypot, radians, sin

from .explain import Explained, explain

Point = tuple[float, float]
READ = 0.5
"""mm: how well a gap is read with a feeler."""
HEIGHT_READ = 1.5
"""mm: how well a height is read with tape and level."""
MOST, MOST_TURN = 60.0, radians(3.0)
"""mm, and radians: what is off by more shows without a trial."""
STEPS = 6
"""Of turning until the tops are level: each leaves a hundredth of what was left."""


class CauseId(StrEnum):
    """What can be off; ``not_told`` is what gaps cannot tell."""

    RUN = "run"
    PITCH = "pitch"
    RIDGE_HEIGHT = "ridge_height"
    PLATE_LEVEL = "plate_level"
    SEAT = "seat"
    NOT_TOLD = "not_told"


HEIGHTS = (CauseId.RIDGE_HEIGHT, CauseId.PLATE_LEVEL, CauseId.SEAT)
"""Causes that turn the pattern about its plate: by gaps alone they are alike."""


@dataclass(frozen=True, slots=True)
class PatternSection:
    """A rafter in section as it was cut, where it belongs: x inward of the bearing line, z over the plate, mm.

    ``heel`` runs from the notch's corner down, ``seat`` from the corner inward, ``head`` from its top down as far as
    what it leans on reaches; ``edge`` is the point of the top edge over the corner, ``rise_per_run`` the slope of the
    piece; ``over`` is how much higher the ridge's top is than the top of the head.
    """

    heel: tuple[Point, Point]
    seat: tuple[Point, Point]
    head: tuple[Point, Point]
    edge: Point
    rise_per_run: float
    over: float = 0.0

    @property
    def per_run(self) -> float:
        """Along the edge for each mm of run."""
        return hypot(1.0, self.rise_per_run)


@dataclass(frozen=True, slots=True)
class Place:
    """Where the supports stand: the plate's top, the ridge's face, and its top there, mm."""

    plate: float
    face: float
    top: float


@dataclass(frozen=True, slots=True)
class Seen:
    """What was read: gaps, level at the head's top and bottom and at the heel, plumb at the seat, each the widest, and
    heights of the ridge's top and the plate over the plates' own level, and the rafter's stand over its plate, mm;
    None of what was not.
    """

    head_top: float | None = None
    head_bottom: float | None = None
    seat: float | None = None
    heel: float | None = None
    ridge: float | None = None
    plate: float | None = None
    stand: float | None = None

    @property
    def rows(self) -> tuple[float | None, ...]:
        """Gaps, then heights."""
        return (self.head_top, self.head_bottom, self.seat, self.heel, self.ridge, self.plate, self.stand)


SPREADS = (READ, READ, READ, READ, HEIGHT_READ, HEIGHT_READ, HEIGHT_READ)


@dataclass(frozen=True, slots=True)
class Cause:
    """A cause with its size, mm (degrees of a pitch): how much farther the ridge stands, higher it, the plate or the
    seat lies, or steeper the cuts are than they should be; how much of what was seen it explains, 0 to 1; and by how
    much that is put right: the piece longer along its edge, the ridge, plate or seat higher, the cuts steeper.
    """

    id: CauseId
    size: float
    explains: float
    correction: float


def laid_on(pattern: PatternSection, place: Place) -> Seen:
    """The gaps a pattern shows when it is laid on: down on the plate, tops level, pushed in until it touches."""
    turn = 0.0
    for _ in range(STEPS):
        # The head rises by its level distance from the plate for every radian.
        turn += (place.top - _lifted(pattern, place, turn)) / pattern.head[0][0]
    turned = [_turned(point, turn) for point in (*pattern.heel, *pattern.seat, *pattern.head)]
    down = place.plate - min(z for _, z in turned[2:4])
    heel, head = max(x for x, _ in turned[:2]), max(x for x, _ in turned[4:])
    across = min(-heel, place.face - head)
    tops = [place.face - (x + across) for x, _ in turned[4:]]
    return Seen(
        tops[0], tops[1], max(z + down - place.plate for _, z in turned[2:4]), max(-(x + across) for x, _ in turned[:2])
    )


def _lifted(pattern: PatternSection, place: Place, turn: float) -> float:
    """How high the head's top comes, turned so far and down on the plate."""
    seat = min(_turned(point, turn)[1] for point in pattern.seat)
    return _turned(pattern.head[0], turn)[1] + place.plate - seat


def _turned(point: Point, turn: float) -> Point:
    x, z = point
    return x * cos(turn) - z * sin(turn), x * sin(turn) + z * cos(turn)


def with_cause(pattern: PatternSection, cause: CauseId, size: float) -> Seen:
    """What a pattern that was cut right but for one cause, or right for a place that is not as drawn, would show."""
    (face, top), stand = pattern.head[0], pattern.edge[1]
    place, ridge = Place(0.0, face, top), top + pattern.over
    heights = (ridge, 0.0, stand)
    if cause is CauseId.RUN:
        place = replace(place, face=face + size)
    elif cause is CauseId.RIDGE_HEIGHT:
        place, heights = replace(place, top=top + size), (ridge + size, 0.0, stand)
    elif cause is CauseId.PLATE_LEVEL:
        place, heights = replace(place, plate=size), (ridge, size, stand)
    elif cause is CauseId.SEAT:
        pattern, heights = _seat_higher(pattern, size), (ridge, 0.0, stand - size)
    elif cause is CauseId.PITCH:
        pattern = _steeper(pattern, radians(size))
    ridge, plate, stood = heights
    return replace(laid_on(pattern, place), ridge=ridge, plate=plate, stand=stood)


def _seat_higher(pattern: PatternSection, size: float) -> PatternSection:
    """Its notch cut so much too deep, plumb: the rafter sits lower."""
    (x, z), bottom = pattern.heel
    (a, b), (c, d) = pattern.seat
    return replace(pattern, heel=((x, z + size), bottom), seat=((a, b + size), (c, d + size)))


def _steeper(pattern: PatternSection, turn: float) -> PatternSection:
    """Its plumb and level lines drawn for a steeper roof by an angle: turned on the board about the edge."""

    def about(centre: Point, point: Point) -> Point:
        x, z = _turned((point[0] - centre[0], point[1] - centre[1]), -turn)
        return centre[0] + x, centre[1] + z

    top = pattern.head[0]
    heel, seat = (tuple(about(pattern.edge, point) for point in line) for line in (pattern.heel, pattern.seat))
    return replace(pattern, heel=heel, seat=seat, head=(top, about(top, pattern.head[1])))  # type: ignore[arg-type]


def causes_of(pattern: PatternSection, seen: Seen) -> tuple[Cause, ...]:
    """What explains what was seen, best first.

    Gaps within twice what a feeler reads tell nothing. A ridge, a plate and a seat that are too high or low turn the
    pattern about its plate, and it gapes alike for all three: which it is, is not told without a height that was read.
    """
    mosts: dict[str, float] = {cause: MOST for cause in CauseId if cause is not CauseId.NOT_TOLD}
    mosts[CauseId.PITCH] = degrees(MOST_TURN)
    found = explain(
        seen.rows, with_cause(pattern, CauseId.RUN, 0.0).rows, SPREADS,
        lambda cause, size: with_cause(pattern, CauseId(cause), size).rows,
        mosts,
    )  # fmt: skip
    if not found:
        return (Cause(CauseId.NOT_TOLD, 0.0, 1.0, 0.0),)
    told = tuple(_told(pattern, one) for one in found)
    if told[0].id in HEIGHTS and all(row is None for row in seen.rows[4:]):
        return (Cause(CauseId.NOT_TOLD, 0.0, told[0].explains, 0.0), *told)
    return told


def _told(pattern: PatternSection, one: Explained) -> Cause:
    cause = CauseId(one.cause)
    correction = one.size * pattern.per_run if cause is CauseId.RUN else -one.size
    return Cause(cause, one.size, one.explains, correction)
