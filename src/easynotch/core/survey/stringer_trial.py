"""What a tried stringer's gaps and levels tell: causes, each as large as explains best what was read, ranked.

The stringer is a rigid body in section. It is stood on its foot and pushed to the header until it touches. For every
cause the readings that follow are worked out, and its size is where they come nearest to those that were read.
"""

from dataclasses import dataclass, replace
from enum import StrEnum
from math import cos, radians, sin, tan

from .explain import explain

Point = tuple[float, float]
READ, LEVEL_READ, HEIGHT_READ = 0.5, 0.5, 1.5
"""mm: how well a gap is read with a feeler, one under a level, and a height with tape and level."""
MOST, MOST_TURN = 60.0, 3.0
"""mm, and degrees: what is off by more shows without a trial."""


class StringerCause(StrEnum):
    """What can be off; ``not_told`` is what was read does not tell."""

    RISE = "rise"
    CREEP = "creep"
    SLOPE = "slope"
    FOOT = "foot"
    HEAD = "head"
    GROUND = "ground"
    NOT_TOLD = "not_told"


HEIGHTS = frozenset({StringerCause.RISE, StringerCause.CREEP})
"""Causes that are alike until the rise is measured again."""
TURNS = frozenset({StringerCause.FOOT, StringerCause.GROUND})
"""Causes that are alike until the level was laid on the ground."""


@dataclass(frozen=True, slots=True)
class StringerSection:
    """A stringer in section as it was cut, where it belongs: x out from the header's face, z over the framing's top
    there, mm. ``head`` is its plumb cut from the top level cut down, ``toe`` the foot's front end, on the ground where
    the rise was measured; ``going`` how long the level is that is laid on a tread, ``rise`` the finished one.
    """

    head: tuple[Point, Point]
    toe: Point
    going: float
    rise: float


@dataclass(frozen=True, slots=True)
class StringerSeen:
    """What was read: gaps, level, at the head's top and bottom; how far the top level cut lies under the framing's top;
    the gap under a level a tread long laid on a middle tread, and on the ground at the foot, positive where they fall
    outward; the finished rise measured again, mm; None of what was not.
    """

    head_top: float | None = None
    head_bottom: float | None = None
    drop: float | None = None
    tread: float | None = None
    ground: float | None = None
    rise: float | None = None

    @property
    def rows(self) -> tuple[float | None, ...]:
        """Gaps, then heights and levels."""
        return (self.head_top, self.head_bottom, self.drop, self.tread, self.ground, self.rise)


SPREADS = (READ, READ, HEIGHT_READ, LEVEL_READ, LEVEL_READ, HEIGHT_READ)


@dataclass(frozen=True, slots=True)
class StringerTold:
    """A cause with its size, mm (degrees of an angle), and how much of what was read it explains, 0 to 1."""

    id: StringerCause
    size: float
    explains: float


def stringer_with(section: StringerSection, cause: StringerCause, size: float) -> StringerSeen:
    """What a stringer would show that is right but for one cause, or right for a place that is not as measured.

    The finished rise is ``size`` more than was measured; the stringer so much taller than it should be; its treads
    drawn falling outward, too much taken off its foot at the back, its plumb cut off the header at the bottom, the
    ground falling outward, by ``size`` degrees.
    """
    turn, head, drop = 0.0, section.head, -section.head[0][1]
    if cause is StringerCause.FOOT:
        turn = radians(size)
    elif cause is StringerCause.GROUND:
        # Measured at the toe; nearer to the header it is higher, and the foot with it.
        turn = -radians(size)
    elif cause is StringerCause.HEAD:
        (x, z), (_, low) = head
        head = ((x, z), (x + (z - low) * tan(radians(size)), low))
    turned = [_about(section.toe, point, turn) for point in head]
    first = min(x for x, _ in turned)
    gaps = [x - first for x, _ in turned]
    drop += turned_down(section, turn)
    if cause is StringerCause.RISE:
        drop += size
    elif cause is StringerCause.CREEP:
        drop -= size
    falls = -turn + (radians(size) if cause is StringerCause.SLOPE else 0.0)
    return StringerSeen(
        head_top=gaps[0], head_bottom=gaps[1], drop=drop,
        tread=section.going * tan(falls),
        ground=section.going * tan(radians(size)) if cause is StringerCause.GROUND else 0.0,
        rise=section.rise + (size if cause is StringerCause.RISE else 0.0),
    )  # fmt: skip


def turned_down(section: StringerSection, turn: float) -> float:
    """How much lower the head's top comes, turned about the toe."""
    return section.head[0][1] - _about(section.toe, section.head[0], turn)[1]


def _about(centre: Point, point: Point, turn: float) -> Point:
    """A point turned so that the head, which lies before the toe, sinks."""
    x, z = point[0] - centre[0], point[1] - centre[1]
    return centre[0] + x * cos(turn) - z * sin(turn), centre[1] + x * sin(turn) + z * cos(turn)


def stringer_causes(section: StringerSection, seen: StringerSeen) -> tuple[StringerTold, ...]:
    """What explains what was read, best first; ``not_told`` before two that are alike until something more is read."""
    if seen.head_top is not None or seen.head_bottom is not None:
        # Where one gap was read, the other is closed.
        seen = replace(seen, head_top=seen.head_top or 0.0, head_bottom=seen.head_bottom or 0.0)
    mosts: dict[str, float] = {
        cause: MOST if cause in HEIGHTS else MOST_TURN for cause in StringerCause if cause is not StringerCause.NOT_TOLD
    }
    found = explain(
        seen.rows, stringer_with(section, StringerCause.RISE, 0.0).rows, SPREADS,
        lambda cause, size: stringer_with(section, StringerCause(cause), size).rows, mosts,
    )  # fmt: skip
    if not found:
        return (StringerTold(StringerCause.NOT_TOLD, 0.0, 1.0),)
    told = tuple(StringerTold(StringerCause(one.cause), one.size, one.explains) for one in found)
    open_heights = told[0].id in HEIGHTS and seen.rise is None
    open_turns = told[0].id in TURNS and seen.ground is None
    if open_heights or open_turns:
        return (StringerTold(StringerCause.NOT_TOLD, 0.0, told[0].explains), *told)
    return told
