"""Regions and seams: what each slope of a roof covers in plan, and the lines where two slopes meet.

A seam is a hip where it climbs from an outward corner of the walls, a valley where both slopes climb away from it, and
else a ridge, level or climbing.
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import cached_property
from itertools import pairwise
from math import acos, atan, degrees, hypot

from ...solid import Vector
from ..planes.planes import UP, Slope

Point = tuple[float, float]
TINY = 1e-6
"""mm: nearer points are one."""
NODE = 1e-3
"""mm: a seam's end that is nearer to a node lies at it."""
SAME_LINE = 1.0
"""mm: what runs or lies less apart is in one line."""
FLAT = 1e-9
"""Rise over run: slopes that fall away less together make a valley's line flat, which is none."""


class SeamKind(StrEnum):
    """What stands under a seam."""

    HIP = "hip"
    VALLEY = "valley"
    RIDGE = "ridge"


@dataclass(frozen=True)
class Seam:
    """Where two slopes meet, from ``low`` to ``high``: a hip and most valleys climb from a ``corner`` of the walls, a
    ridge has none.

    ``first`` and ``second`` are its slopes, the first to the right of whoever climbs it.
    """

    first: Slope
    second: Slope
    low: Vector
    high: Vector
    corner: Vector | None

    @cached_property
    def kind(self) -> SeamKind:
        """Hip, valley or ridge."""
        if self.fall(self.first) + self.fall(self.second) < -FLAT:
            return SeamKind.VALLEY
        return SeamKind.RIDGE if self.corner is None else SeamKind.HIP

    @cached_property
    def run(self) -> float:
        """Its length in plan, mm."""
        return hypot(self.high.x - self.low.x, self.high.y - self.low.y)

    @cached_property
    def direction(self) -> Vector:
        """Level, along it, upwards."""
        return Vector(self.high.x - self.low.x, self.high.y - self.low.y, 0.0).unit()

    @cached_property
    def rise_per_run(self) -> float:
        """Its slope, rise over run."""
        return self.first.rise_per_run * self.first.inward.dot(self.direction)

    def climbs_to(self, node: Vector) -> bool:
        """Whether a point is its upper end."""
        return (self.high - node).length < NODE

    def ends_at(self, node: Vector) -> bool:
        """Whether a point is its upper end, or its lower one where that is no corner of the walls."""
        return self.climbs_to(node) or (self.corner is None and (self.low - node).length < NODE)

    def touches(self, node: Vector) -> bool:
        """Whether a point is one of its ends."""
        return min((self.high - node).length, (self.low - node).length) < NODE

    def runs_through(self, node: Vector) -> bool:
        """Whether a point lies on it, not at its ends."""
        off = node - self.low
        along = off.x * self.direction.x + off.y * self.direction.y
        aside = off.y * self.direction.x - off.x * self.direction.y
        return abs(aside) < SAME_LINE < along < self.run - SAME_LINE

    def side(self, slope: Slope) -> Vector:
        """Level, square to it, towards one of its slopes."""
        left = UP.cross(self.direction)
        return left if slope == self.second else -left

    def fall(self, slope: Slope) -> float:
        """How fast a slope falls away from it, square to it, rise over run."""
        return -slope.rise_per_run * slope.inward.dot(self.side(slope))

    def drop(self, thickness: float) -> float:
        """How far a square-topped stick under it is let down, plumb, for both its edges to lie in the roof.

        Between unequal pitches it is shifted too: a stick on the centre line would touch the steeper plane alone.
        """
        one, other = self.fall(self.first), self.fall(self.second)
        if self.kind is SeamKind.VALLEY:
            # Its centre line lies in both planes; where one of them falls away from it, it is let down for that one.
            return max(0.0, thickness / 2 * max(one, other))
        # Where it leans out over a wall's end one plane climbs away from it: it lies wholly under that one.
        return max(0.0, thickness * one * other / (one + other))

    def shift(self, thickness: float) -> float:
        """How far such a stick stands aside of the seam towards the first slope; nothing between equal pitches, and
        nothing of a valley.
        """
        if self.kind is SeamKind.VALLEY:
            return 0.0
        one, other = self.fall(self.first), self.fall(self.second)
        return thickness / 2 * min(1.0, max(-1.0, (other - one) / (one + other)))

    @property
    def backing(self) -> tuple[float, float]:
        """From a square top to either plane, measured square to the seam, degrees."""
        up = Vector(-self.direction.x * self.rise_per_run, -self.direction.y * self.rise_per_run, 1.0).unit()
        return tuple(degrees(acos(min(1.0, up.dot(one.plane.normal)))) for one in (self.first, self.second))  # type: ignore[return-value]

    @property
    def dihedral(self) -> float:
        """Between the two planes, inside the roof, degrees."""
        return 180.0 - degrees(acos(self.first.plane.normal.dot(self.second.plane.normal)))

    @property
    def slope_degrees(self) -> float:
        """Its slope, degrees."""
        return degrees(atan(self.rise_per_run))

    def plan_angle(self, slope: Slope) -> float:
        """From an eave to it in plan, degrees; from the eave drawn on past an inside corner to a valley."""
        direction = self.direction
        along = slope.along if slope == self.first else -slope.along
        along = -along if self.kind is SeamKind.VALLEY else along
        return degrees(acos(max(-1.0, min(1.0, direction.dot(along)))))


@dataclass(frozen=True)
class Region:
    """What a slope covers in plan: its corners from the eave's start, counter-clockwise, and what bounds each side.

    ``bounds`` has, for the side from each corner to the next, the slope beyond it, or None at a wall.
    """

    slope: Slope
    corners: tuple[Point, ...]
    bounds: tuple[Slope | None, ...]

    @cached_property
    def run(self) -> float:
        """The farthest it reaches inward of the bearing line, mm."""
        return max(self.inward(point) for point in self.corners)

    def inward(self, point: Point) -> float:
        """How far inward of the bearing line a point lies, mm."""
        return self.slope.inward_of(point)

    def station(self, point: Point) -> float:
        """How far along the eave a point lies, mm."""
        return self.slope.station_of(point)

    @cached_property
    def area(self) -> float:
        """In plan, mm²."""
        return abs(sum(a * d - b * c for (a, b), (c, d) in sides_round(self.corners))) / 2

    @property
    def upper(self) -> list[Point]:
        """The corners that do not lie on the eave."""
        return [point for point in self.corners if self.inward(point) > TINY]


@dataclass(frozen=True)
class OutlineRoof:
    """The roof over an outline: regions, and the seams between them, hips before valleys before ridges.

    ``slopes`` has the slope over the side from each corner to the next, None over a gable: sides that lie on one line
    under one roof plane have one slope.
    """

    corners: tuple[Point, ...]
    slopes: tuple[Slope | None, ...]
    regions: tuple[Region, ...]
    seams: tuple[Seam, ...]

    @property
    def hips(self) -> list[Seam]:
        """Seams that climb from an outward corner of the walls."""
        return [seam for seam in self.seams if seam.kind is SeamKind.HIP]

    @property
    def valleys(self) -> list[Seam]:
        """Seams both slopes climb away from."""
        return [seam for seam in self.seams if seam.kind is SeamKind.VALLEY]

    @property
    def ridges(self) -> list[Seam]:
        """The other seams."""
        return [seam for seam in self.seams if seam.kind is SeamKind.RIDGE]

    def walls(self, slope: Slope) -> list[tuple[float, float, int, int]]:
        """From where to where, along its eave, walls stand under a slope, and between which corners: more than one
        beside a wing.
        """
        found = []
        for number, one in enumerate(self.slopes):
            if one == slope:
                after = (number + 1) % len(self.corners)
                low, high = (slope.station_of(self.corners[k]) for k in (number, after))
                found.append((low, high, number, after))
        return sorted(found)

    @cached_property
    def nodes(self) -> tuple[Vector, ...]:
        """The points where seams end above, highest first, each once."""
        found: list[Vector] = []
        for seam in self.seams:
            for point in (seam.high, *(() if seam.corner is not None else (seam.low,))):
                if all((point - one).length > 1e-3 for one in found):
                    found.append(point)
        return tuple(sorted(found, key=lambda point: -point.z))

    def seams_of(self, slope: Slope) -> list[Seam]:
        """The seams that bound a slope."""
        return [seam for seam in self.seams if slope in (seam.first, seam.second)]


def sides_round(points: tuple[Point, ...]) -> list[tuple[Point, Point]]:
    """From each corner to the next, the last to the first."""
    return list(pairwise([*points, points[0]]))


def moved_out(points: tuple[Point, ...], outs: list[float]) -> tuple[Point, ...]:
    """Every side moved outward; neighbours are drawn on until they meet."""
    made: list[Point] = []
    sides = sides_round(points)
    for number, out in enumerate(outs):
        before = number - 1
        (a, b), (c, d) = sides[before], sides[number]
        one, other = _line(a, b, outs[before]), _line(c, d, out)
        turn = one[0] * other[1] - one[1] * other[0]
        made.append(((one[2] * other[1] - one[1] * other[2]) / turn, (one[0] * other[2] - one[2] * other[0]) / turn))
    return tuple(made)


def _line(start: Point, end: Point, out: float) -> tuple[float, float, float]:
    """A side as a·x + b·y = c, moved outward (to the right of who walks it)."""
    length = hypot(end[0] - start[0], end[1] - start[1])
    a, b = (end[1] - start[1]) / length, -(end[0] - start[0]) / length
    return a, b, a * start[0] + b * start[1] + out
