"""Roofs over any outline: a plane over every eave, and where they meet.

Over an outline without inside corners the roof is what lies under all its planes at once: over each eave a convex
polygon in plan, found by clipping the outline with the level lines in which two planes are equally high. With inside
corners it is what the planes of neighbouring sides leave as they climb (the skeleton of the outline).
"""

from dataclasses import replace
from math import atan2, degrees, hypot

from shapely import LinearRing, Polygon

from ...solid import Vector
from ...terms import Count, Length, message
from ..model.roof import Edge, RoofError
from ..planes.planes import Slope
from .concave import regions_of
from .seams import TINY, OutlineRoof, Point, Region, Seam, SeamKind, moved_out, sides_round

FEWEST, MOST = 3, 24
STRAIGHT_ON = 1e-6
"""Radians: a corner that turns less is none."""
LEVEL = 1e-9
"""Of a direction: less inward of a wall runs along it."""
NEAR_WALL = 1e-3
"""mm: what is nearer to a wall's line lies on it."""
SHORTEST_SIDE, NARROWEST = 50.0, 300.0
"""mm: with inside corners, a shorter side is a step no eave runs along, and a narrower neck has no room for rafters."""


def check_outline(corners: tuple[Point, ...]) -> None:
    """Refuse what is no outline of a roof.

    Raises:
        RoofError: too few or too many corners, one on the next, sides that cross, a corner that is none, and beside
            inside corners a step or a neck too narrow for a roof.
    """
    if not FEWEST <= len(corners) <= MOST:
        raise RoofError("plan.corners", message("error.outline_count", least=Count(FEWEST), most=Count(MOST)))
    turns = []
    for number, ((a, b), (c, d)) in enumerate(sides_round(corners)):
        e, f = corners[(number + 2) % len(corners)]
        if hypot(c - a, d - b) < 1.0:
            raise RoofError(f"plan.corners[{number}]", message("error.outline_twice"))
        turns.append((c - a) * (f - d) - (d - b) * (e - c))
    if not LinearRing(corners).is_simple:
        raise RoofError("plan.corners", message("error.outline_crossed"))
    if _area(corners) < 0:
        raise RoofError("plan.corners", message("error.outline_clockwise"))
    for number, turn in enumerate(turns):
        (a, b), (c, d), (e, f) = (corners[(number + k) % len(corners)] for k in range(3))
        if abs(turn) < STRAIGHT_ON * hypot(c - a, d - b) * hypot(e - c, f - d):
            raise RoofError(f"plan.corners[{(number + 1) % len(corners)}]", message("error.outline_straight"))
    if min(turns) < 0:
        _check_inside_corners(corners)


def _check_inside_corners(corners: tuple[Point, ...]) -> None:
    """Refuse steps and necks no roof can be framed over."""
    for number, ((a, b), (c, d)) in enumerate(sides_round(corners)):
        length = hypot(c - a, d - b)
        if length < SHORTEST_SIDE:
            raise RoofError(f"plan.corners[{number}]", message("error.outline_step", length=Length(length)))
    # What is left farther from every side than half a neck is wide: more than one part lie beside a narrower one.
    narrow = Polygon(corners).buffer(-NARROWEST / 2)
    if narrow.is_empty or narrow.geom_type != "Polygon":
        raise RoofError("plan.corners", message("error.outline_neck", width=Length(NARROWEST)))


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
            raised for it. Over plates at different heights hips and valleys come over a wall beside its corner.

    Raises:
        RoofError: what is no outline, a side without pitch, no eave at all, slopes that never meet, or one that
            its neighbours cover whole.
    """
    check_outline(corners)
    if len(edges) != len(corners):
        raise RoofError("plan.edges", message("error.outline_edges", n=Count(len(corners))))
    bearing = moved_out(corners, [sheathing] * len(corners))
    slopes: list[Slope | None] = []
    for number, (edge, (start, end)) in enumerate(zip(edges, sides_round(bearing), strict=True)):
        own = rise_per_run if edge.slope is None else edge.slope
        if edge.gable:
            slopes.append(None)
            continue
        if own <= 0:
            raise RoofError(f"plan.edges[{number}].pitch", message("error.outline_flat"))
        slopes.append(Slope(f"s{number + 1}", start, end, own, edge.plate, hap))
    if not any(slopes):
        raise RoofError("plan.edges", message("error.outline_no_eave"))
    flattest = min(slope.rise_per_run for slope in slopes if slope is not None)
    slopes = [
        slope and replace(slope, plate=slope.plate + line_up_at * (slope.rise_per_run - flattest)) for slope in slopes
    ]
    if any(angle > 180.0 for angle in angles(bearing)):
        return _over_inside_corners(bearing, slopes)
    regions = tuple(_region(bearing, slopes, number) for number, slope in enumerate(slopes) if slope is not None)
    for number, region in enumerate(regions):
        if len(region.corners) < 3:
            at = [n for n, slope in enumerate(slopes) if slope is not None][number]
            raise RoofError(f"plan.edges[{at}].pitch", message("error.outline_swallowed", n=Count(at + 1)))
    seams = tuple(_seams(regions))
    if not seams:
        raise RoofError("plan.edges", message("error.outline_never_meet"))
    return OutlineRoof(bearing, tuple(slopes), regions, seams)


def _over_inside_corners(bearing: tuple[Point, ...], slopes: list[Slope | None]) -> OutlineRoof:
    """The roof over an outline with inside corners.

    Raises:
        RoofError: a gable at an inside corner, plates so high that a wing has no roof, slopes that enclose none, or two
            that look one way and meet in a level line.
    """
    for number, angle in enumerate(angles(bearing)):
        beside = ((number - 1) % len(bearing), number)
        gable = next((k for k in beside if slopes[k] is None), None)
        if angle > 180.0 and gable is not None:
            raise RoofError(f"plan.edges[{gable}]", message("error.outline_gable_inside", n=Count(gable + 1)))
    merged, regions = regions_of(bearing, slopes)
    seams = tuple(_seams(regions))
    for seam in seams:
        if seam.kind is SeamKind.VALLEY and abs(seam.first.inward.dot(seam.direction)) < LEVEL:
            at = sorted(merged.index(slope) for slope in (seam.first, seam.second))
            values = {"one": Count(at[0] + 1), "other": Count(at[1] + 1)}
            raise RoofError(f"plan.edges[{at[1]}].pitch", message("error.outline_level_valley", **values))
    return OutlineRoof(bearing, merged, regions, seams)


def angles(corners: tuple[Point, ...]) -> list[float]:
    """The inside angle at every corner, degrees."""
    return [_angle(corners, number) for number in range(len(corners))]


def offset(roof: OutlineRoof, outs: tuple[float, ...]) -> tuple[Point, ...]:
    """The outline moved outward, each side by its own distance."""
    return moved_out(roof.corners, list(outs))


def areas_over(roof: OutlineRoof, outs: tuple[float, ...]) -> list[tuple[Slope, float]]:
    """What every slope covers in plan, mm², out to lines so far outside the walls, each side by its own distance."""
    outer = offset(roof, outs)
    if not roof.valleys:
        return [
            (slope, _region(outer, list(roof.slopes), number).area)
            for number, slope in enumerate(roof.slopes)
            if slope is not None
        ]
    inside = [(region.slope, region.area) for region in roof.regions]
    return [
        *inside,
        *((slope, area) for number in range(len(outer)) for slope, area in _eave_areas(roof, outer, number)),
    ]


def _eave_areas(roof: OutlineRoof, outer: tuple[Point, ...], number: int) -> list[tuple[Slope, float]]:
    """What the slopes cover of the strip outside one side's wall: near its corners its neighbours' planes govern where
    they are lower, at an inside corner where they are higher.
    """
    count, slopes = len(outer), roof.slopes
    strip = [roof.corners[number], outer[number], outer[(number + 1) % count], roof.corners[(number + 1) % count]]
    turned_in = [angle > 180.0 for angle in angles(roof.corners)]
    beside = [(slopes[number - 1], turned_in[number]), (slopes[(number + 1) % count], turned_in[(number + 1) % count])]
    own = slopes[number]
    if own is None:
        # Past a gable every slope covers as much of the strip as it does of the wall.
        covers = [
            (region.slope, length) for region in roof.regions if (length := _on_side(roof, region, number)) > TINY
        ]
        whole = sum(length for _, length in covers)
        return [(slope, abs(_area(tuple(strip))) * length / whole) for slope, length in covers]
    found, left = [], abs(_area(tuple(strip)))
    for other, inward in beside:
        if other is not None and other != own:
            area = _clipped_area(strip, *((own, [other]) if inward else (other, [own])))
            found.append((other, area))
            left -= area
    return [(own, left), *found]


def _on_side(roof: OutlineRoof, region: Region, number: int) -> float:
    """How much of a side's wall a region covers, mm."""
    (a, b), (c, d) = roof.corners[number], roof.corners[(number + 1) % len(roof.corners)]
    length = hypot(c - a, d - b)
    x, y = (c - a) / length, (d - b) / length
    total = 0.0
    for (p, q), (r, s) in sides_round(region.corners):
        if max(abs((p - a) * y - (q - b) * x), abs((r - a) * y - (s - b) * x)) < NEAR_WALL:
            ends = sorted(((p - a) * x + (q - b) * y, (r - a) * x + (s - b) * y))
            total += max(0.0, min(ends[1], length) - max(ends[0], 0.0))
    return total


def _clipped_area(strip: list[Point], slope: Slope, others: list[Slope]) -> float:
    """What of a strip lies lower under one plane than under others, mm²."""
    points, bounds = strip, [None] * len(strip)
    for other in others:
        points, bounds = _clip(points, bounds, slope, other)  # type: ignore[assignment, arg-type]
    return abs(_area(tuple(points))) if len(points) > 2 else 0.0


def _area(points: tuple[Point, ...]) -> float:
    return sum(a * d - b * c for (a, b), (c, d) in sides_round(points)) / 2


def _angle(points: tuple[Point, ...], number: int) -> float:
    """The inside angle at a corner, degrees."""
    before, at, after = points[number - 1], points[number], points[(number + 1) % len(points)]
    one, other = (before[0] - at[0], before[1] - at[1]), (after[0] - at[0], after[1] - at[1])
    # From the side after the corner round the inside to the one before it: more than 180 where it turns inward.
    return degrees(atan2(other[0] * one[1] - other[1] * one[0], one[0] * other[0] + one[1] * other[1])) % 360.0


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
    seams: list[Seam] = []
    eaves = [region.slope for region in regions]
    order = {id(region.slope): number for number, region in enumerate(regions)}
    if any(beyond is not None and id(beyond) not in order for region in regions for beyond in region.bounds):
        # Cut back to walls at different heights a slope may lose its region.
        raise RoofError("plan.edges", message("error.outline_plates"))
    for region in regions:
        for (start, end), beyond in zip(sides_round(region.corners), region.bounds, strict=True):
            if beyond is None or order[id(beyond)] < order[id(region.slope)]:
                continue
            if hypot(end[0] - start[0], end[1] - start[1]) < 1e-3:
                continue
            seams.append(_seam(eaves, region.slope, beyond, start, end))
    kinds = [SeamKind.HIP, SeamKind.VALLEY, SeamKind.RIDGE]
    return sorted(seams, key=lambda seam: kinds.index(seam.kind))


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
