"""Roofs over any convex outline: a plane over every eave, and where they meet.

The roof is what lies under all its planes at once; over each eave it is a convex polygon in plan. Two of these
polygons share a seam: a hip where it climbs from a corner of the walls, else a ridge. Everything is found by clipping
the outline with the level lines in which two planes are equally high (the lower envelope of planes).
"""

from dataclasses import dataclass, replace
from functools import cached_property
from itertools import pairwise
from math import acos, atan, degrees, hypot

from ...solid import Vector
from ...terms import Count, message
from ..model.roof import Edge, RoofError
from ..planes.planes import UP, Slope

Point = tuple[float, float]
TINY = 1e-6
"""mm: nearer points are one."""
FEWEST, MOST = 3, 12


@dataclass(frozen=True)
class Seam:
    """Where two slopes meet, from ``low`` to ``high``: a hip climbs from the ``corner`` of the walls, a ridge has none.

    ``first`` and ``second`` are its slopes, the first to the right of whoever climbs it.
    """

    first: Slope
    second: Slope
    low: Vector
    high: Vector
    corner: Vector | None

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

    def side(self, slope: Slope) -> Vector:
        """Level, square to it, towards one of its slopes."""
        left = UP.cross(self.direction)
        return left if slope is self.second else -left

    def fall(self, slope: Slope) -> float:
        """How fast a slope falls away from it, square to it, rise over run."""
        return -slope.rise_per_run * slope.inward.dot(self.side(slope))

    def drop(self, thickness: float) -> float:
        """How far a square-topped stick under it is let down, plumb, for both its edges to lie in the roof.

        Between unequal pitches it is shifted too: a stick on the centre line would touch the steeper plane alone.
        """
        one, other = self.fall(self.first), self.fall(self.second)
        # Where it leans out over a wall's end one plane climbs away from it: it lies wholly under that one.
        return max(0.0, thickness * one * other / (one + other))

    def shift(self, thickness: float) -> float:
        """How far such a stick stands aside of the seam towards the first slope; nothing between equal pitches."""
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
        """From an eave to it in plan, degrees."""
        direction = self.direction
        along = slope.along if slope is self.first else -slope.along
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
        slope = self.slope
        return (point[0] - slope.start[0]) * slope.inward.x + (point[1] - slope.start[1]) * slope.inward.y

    def station(self, point: Point) -> float:
        """How far along the eave a point lies, mm."""
        slope = self.slope
        return (point[0] - slope.start[0]) * slope.along.x + (point[1] - slope.start[1]) * slope.along.y

    @cached_property
    def area(self) -> float:
        """In plan, mm²."""
        return abs(sum(a * d - b * c for (a, b), (c, d) in _round(self.corners))) / 2

    @property
    def upper(self) -> list[Point]:
        """The corners that do not lie on the eave."""
        return [point for point in self.corners if self.inward(point) > TINY]


@dataclass(frozen=True)
class OutlineRoof:
    """The roof over an outline: a region for each eave, and the seams between them, hips before ridges."""

    corners: tuple[Point, ...]
    regions: tuple[Region, ...]
    seams: tuple[Seam, ...]

    @property
    def hips(self) -> list[Seam]:
        """Seams that climb from a corner of the walls."""
        return [seam for seam in self.seams if seam.corner is not None]

    @property
    def ridges(self) -> list[Seam]:
        """The other seams."""
        return [seam for seam in self.seams if seam.corner is None]

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


def check_outline(corners: tuple[Point, ...]) -> None:
    """Refuse what is no convex outline.

    Raises:
        RoofError: too few or too many corners, one on the next, sides that cross, or a corner that turns inward.
    """
    if not FEWEST <= len(corners) <= MOST:
        raise RoofError("plan.corners", message("error.outline_count", least=Count(FEWEST), most=Count(MOST)))
    turns = []
    for number, ((a, b), (c, d)) in enumerate(_round(corners)):
        e, f = corners[(number + 2) % len(corners)]
        if hypot(c - a, d - b) < 1.0:
            raise RoofError(f"plan.corners[{number}]", message("error.outline_twice"))
        turns.append((c - a) * (f - d) - (d - b) * (e - c))
    if _area(corners) < 0:
        raise RoofError("plan.corners", message("error.outline_clockwise"))
    if any(turn <= 0 for turn in turns):
        at = next(number for number, turn in enumerate(turns) if turn <= 0)
        raise RoofError(f"plan.corners[{(at + 1) % len(corners)}]", message("error.outline_concave"))
    # Every corner turns the same way; a star that goes round twice does so too.
    whole = sum(_angle(corners, number) for number in range(len(corners)))
    if abs(whole - 180.0 * (len(corners) - 2)) > 1e-6:
        raise RoofError("plan.corners", message("error.outline_crossed"))


def lay_out_outline(
    corners: tuple[Point, ...],
    edges: tuple[Edge, ...],
    rise_per_run: float,
    hap: float,
    sheathing: float,
    line_up_at: float = 0.0,
) -> OutlineRoof:
    """Find the regions and seams of a roof.

    Args:
        corners: of the framing, counter-clockwise, mm.
        edges: for the side from each corner to the next; a missing pitch is the roof's own.
        rate: the roof's own pitch, rise over run.
        hap: the planes' height over every bearing line, mm.
        sheathing: how far the bearing lines stand outside the framing, mm.
        line_up_at: how far out from every bearing line the planes are equally high, mm: the steeper sides' plates are
            raised for it, and hips then come over a wall beside its corner.

    Raises:
        RoofError: what is no convex outline, a side without pitch, no eave at all, slopes that never meet, or one that
            its neighbours cover whole.
    """
    check_outline(corners)
    if len(edges) != len(corners):
        raise RoofError("plan.edges", message("error.outline_edges", n=Count(len(corners))))
    bearing = _outside(corners, [sheathing] * len(corners))
    slopes: list[Slope | None] = []
    for number, (edge, (start, end)) in enumerate(zip(edges, _round(bearing), strict=True)):
        own = rise_per_run if edge.slope is None else edge.slope
        if edge.gable:
            slopes.append(None)
            continue
        if own <= 0:
            raise RoofError(f"plan.edges[{number}].pitch", message("error.outline_flat"))
        slopes.append(Slope(f"s{number + 1}", start, end, own, 0.0, hap))
    if not any(slopes):
        raise RoofError("plan.edges", message("error.outline_no_eave"))
    flattest = min(slope.rise_per_run for slope in slopes if slope is not None)
    slopes = [slope and replace(slope, plate=line_up_at * (slope.rise_per_run - flattest)) for slope in slopes]
    regions = tuple(_region(bearing, slopes, number) for number, slope in enumerate(slopes) if slope is not None)
    for number, region in enumerate(regions):
        if len(region.corners) < 3:
            at = [n for n, slope in enumerate(slopes) if slope is not None][number]
            raise RoofError(f"plan.edges[{at}].pitch", message("error.outline_swallowed", n=Count(at + 1)))
    seams = tuple(_seams(regions))
    if not seams:
        raise RoofError("plan.edges", message("error.outline_never_meet"))
    return OutlineRoof(bearing, regions, seams)


def angles(corners: tuple[Point, ...]) -> list[float]:
    """The inside angle at every corner, degrees."""
    return [_angle(corners, number) for number in range(len(corners))]


def offset(roof: OutlineRoof, outs: tuple[float, ...]) -> tuple[Point, ...]:
    """The outline moved outward, each side by its own distance."""
    return _outside(roof.corners, list(outs))


def areas_over(roof: OutlineRoof, outs: tuple[float, ...]) -> list[tuple[Slope, float]]:
    """What every slope covers in plan, mm², out to lines so far outside the walls, each side by its own distance."""
    starts = {region.slope.start: region.slope for region in roof.regions}
    slopes = [starts.get(corner) for corner in roof.corners]
    outer = offset(roof, outs)
    return [(slope, _region(outer, slopes, number).area) for number, slope in enumerate(slopes) if slope is not None]


def _round(points: tuple[Point, ...]) -> list[tuple[Point, Point]]:
    return list(pairwise([*points, points[0]]))


def _area(points: tuple[Point, ...]) -> float:
    return sum(a * d - b * c for (a, b), (c, d) in _round(points)) / 2


def _angle(points: tuple[Point, ...], number: int) -> float:
    """The inside angle at a corner, degrees."""
    before, at, after = points[number - 1], points[number], points[(number + 1) % len(points)]
    one, other = (before[0] - at[0], before[1] - at[1]), (after[0] - at[0], after[1] - at[1])
    cosine = (one[0] * other[0] + one[1] * other[1]) / (hypot(*one) * hypot(*other))
    return degrees(acos(max(-1.0, min(1.0, cosine))))


def _outside(points: tuple[Point, ...], outs: list[float]) -> tuple[Point, ...]:
    """Every side moved outward; neighbours are drawn on until they meet."""
    made: list[Point] = []
    sides = _round(points)
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


def _region(bearing: tuple[Point, ...], slopes: list[Slope | None], number: int) -> Region:
    """The outline clipped to where one plane is the lowest, its own eave first."""
    slope = slopes[number]
    assert slope is not None
    points = [*bearing[number:], *bearing[:number]]
    bounds: list[Slope | None] = [None] * len(points)
    for other in slopes:
        if other is not None and other is not slope:
            points, bounds = _clip(points, bounds, slope, other)
    return Region(slope, tuple(points), tuple(bounds))


def _clip(
    points: list[Point], bounds: list[Slope | None], slope: Slope, other: Slope
) -> tuple[list[Point], list[Slope | None]]:
    """Keep what lies lower under one plane than under another; the cut side is bounded by the other."""
    above = [_height(slope, point) - _height(other, point) for point in points]
    kept: list[Point] = []
    tags: list[Slope | None] = []
    for number, point in enumerate(points):
        after = (number + 1) % len(points)
        here, there = above[number], above[after]
        if here <= TINY:
            kept.append(point)
            tags.append(bounds[number] if there <= TINY or here < -TINY else other)
        if (here < -TINY and there > TINY) or (here > TINY and there < -TINY):
            share = here / (here - there)
            target = points[after]
            kept.append((point[0] + share * (target[0] - point[0]), point[1] + share * (target[1] - point[1])))
            tags.append(other if here < 0 else bounds[number])
    return kept, tags


def _height(slope: Slope, point: Point) -> float:
    inward = (point[0] - slope.start[0]) * slope.inward.x + (point[1] - slope.start[1]) * slope.inward.y
    return slope.height(inward)


def _seams(regions: tuple[Region, ...]) -> list[Seam]:
    hips: list[Seam] = []
    ridges: list[Seam] = []
    eaves = [region.slope for region in regions]
    order = {id(region.slope): number for number, region in enumerate(regions)}
    for region in regions:
        for (start, end), beyond in zip(_round(region.corners), region.bounds, strict=True):
            if beyond is None or order[id(beyond)] < order[id(region.slope)]:
                continue
            if hypot(end[0] - start[0], end[1] - start[1]) < 1e-3:
                continue
            seam = _seam(eaves, region.slope, beyond, start, end)
            (ridges if seam.corner is None else hips).append(seam)
    return hips + ridges


def _seam(eaves: list[Slope], slope: Slope, beyond: Slope, start: Point, end: Point) -> Seam:
    """A region is walked with its inside to the left: climbing start to end, its own slope lies to the left. A hip
    is what starts over an eave's wall: at a corner, or beside it where plates are raised.
    """
    one, other = (Vector(*point, _height(slope, point)) for point in (start, end))
    over = next(((at, wall) for at in (one, other) if (wall := _wall_under(eaves, at)) is not None), None)
    corner = over[0] if over else None
    climbs = corner is one if corner is not None else other.z >= one.z
    low, high = (one, other) if climbs else (other, one)
    first, second = (beyond, slope) if climbs else (slope, beyond)
    return Seam(first, second, low, high, Vector(corner.x, corner.y, over[1].plate) if corner and over else None)


def _wall_under(eaves: list[Slope], at: Vector) -> Slope | None:
    """The eave's wall a point lies over, the last of two at a corner."""
    found = None
    for slope in eaves:
        off = at - slope.at(0.0, 0.0, at.z)
        if abs(off.dot(slope.inward)) < 1e-3 and -1e-3 < off.dot(slope.along) < slope.length + 1e-3:
            found = slope
    return found
