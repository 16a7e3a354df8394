"""Regions of an outline with inside corners, out of the skeleton of its sides' planes."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from math import atan2, hypot, pi

from shapely import LinearRing, LineString, Polygon
from shapely import Point as ShapelyPoint

from ...terms import Count, message
from ..model.roof import RoofError
from ..planes.planes import Slope
from .seams import Point, Region, moved_out, sides_round
from .skeleton import Skeleton, SkeletonError, skeleton_of

Step = tuple[int, int, int | None]
"""A stretch of a region's edge, the region on its left: from one node to the next, and the plane beyond."""
ONE = 1e-4
"""mm: nearer corners are one."""
STRAIGHT = 1e-3
"""mm: a corner of a region that stands out of its side less is none."""


def regions_of(
    bearing: tuple[Point, ...], slopes: Sequence[Slope | None]
) -> tuple[tuple[Slope | None, ...], tuple[Region, ...]]:
    """Find what every slope covers in plan.

    Args:
        bearing: the bearing lines' outline, counter-clockwise, mm.
        slopes: over the side from each corner to the next, None over a gable.

    Returns:
        The slopes again, one for all sides that lie under one roof plane, and their regions.

    Raises:
        RoofError: slopes that enclose no roof, or plates so high that a side beside them has none.
    """
    speeds = [0.0 if slope is None else 1.0 / slope.rise_per_run for slope in slopes]
    level = _level_outline(bearing, slopes)
    try:
        skeleton = skeleton_of(level, speeds)
    except SkeletonError as error:
        raise RoofError("plan.corners", message("error.outline_no_roof")) from error
    loops = [
        (plane, loop)
        for plane in dict.fromkeys(skeleton.plane_of)
        if speeds[skeleton.plane_of.index(plane)] > 0
        for loop in _loops(skeleton, plane)
    ]
    merged: list[Slope | None] = list(slopes)
    owner: dict[tuple[int, int], Slope] = {}
    regions: list[tuple[Slope, list[Step]]] = []
    for plane, loop in loops:
        sides = [start for start, _, _ in loop if _is_side(skeleton, start, loop, plane)]
        slope = _one_slope([one for k in sides if (one := slopes[k]) is not None])
        for side in sides:
            merged[side] = slope
        owner |= {(start, end): slope for start, end, _ in loop}
        regions.append((slope, loop))
    made = [_region(skeleton, slope, loop, owner) for slope, loop in regions]
    if level is not bearing:
        made = [part for region in made for part in _within(region, bearing)]
    order = {id(slope): number for number, slope in enumerate(dict.fromkeys(one for one in merged if one))}
    return tuple(merged), tuple(sorted(made, key=lambda region: order[id(region.slope)]))


def _level_outline(bearing: tuple[Point, ...], slopes: Sequence[Slope | None]) -> tuple[Point, ...]:
    """Return where every plane is as high as over the lowest plate: the bearing lines, moved out under higher ones.

    Raises:
        RoofError: plates so high that a side between them has no roof.
    """
    lowest = min(slope.plate for slope in slopes if slope is not None)
    outs = [0.0 if slope is None else (slope.plate - lowest) / slope.rise_per_run for slope in slopes]
    if max(outs) < STRAIGHT:
        return bearing
    made = moved_out(bearing, outs)
    for number, (((a, b), (c, d)), ((e, f), (g, h))) in enumerate(
        zip(sides_round(bearing), sides_round(made), strict=True)
    ):
        if (c - a) * (g - e) + (d - b) * (h - f) <= 0:
            raise RoofError(f"plan.edges[{number}].plate", message("error.outline_plate", n=Count(number + 1)))
    if not LinearRing(made).is_simple:
        raise RoofError("plan.edges", message("error.outline_plates"))
    return made


def _within(region: Region, bearing: tuple[Point, ...]) -> list[Region]:
    """Return what of a region lies over the walls: past them are only eaves. More than one part where the outline
    parts it.
    """
    walls = LinearRing(bearing)
    sides = [
        (LineString(side), beyond) for side, beyond in zip(sides_round(region.corners), region.bounds, strict=True)
    ]
    found = Polygon(region.corners).intersection(Polygon(bearing))
    made = []
    for part in getattr(found, "geoms", [found]):
        if part.geom_type != "Polygon" or part.area < STRAIGHT:
            continue
        corners = tuple(part.exterior.coords)[:-1] if part.exterior.is_ccw else tuple(part.exterior.coords)[:0:-1]
        corners = tuple(
            one for k, one in enumerate(corners) if hypot(one[0] - corners[k - 1][0], one[1] - corners[k - 1][1]) > ONE
        )
        bounds = []
        for (a, b), (c, d) in sides_round(corners):
            middle = ShapelyPoint((a + c) / 2, (b + d) / 2)
            line, beyond = min(sides, key=lambda side: side[0].distance(middle))
            at_wall = beyond is None or (walls.distance(middle) < line.distance(middle))
            bounds.append(None if at_wall else beyond)
        made.append(_from_eave(region.slope, list(corners), bounds))
    return made


def _is_side(skeleton: Skeleton, start: int, loop: list[Step], plane: int) -> bool:
    """Whether a stretch that starts at a node is a wall: it runs from a corner to the next."""
    count = len(skeleton.plane_of)
    return start < count and skeleton.plane_of[start] == plane and (start, (start + 1) % count, None) in loop


def _one_slope(sides: list[Slope]) -> Slope:
    """One slope over walls on one line, from the first one's start to the last one's end."""
    first = sides[0]
    if len(sides) == 1:
        return first
    start = min(sides, key=lambda one: first.station_of(one.start)).start
    end = max(sides, key=lambda one: first.station_of(one.end)).end
    return replace(min(sides, key=lambda one: int(one.id[1:])), start=start, end=end)


def _loops(skeleton: Skeleton, plane: int) -> Iterator[list[Step]]:
    """The closed edges of what one plane covers."""
    count = len(skeleton.plane_of)
    steps: list[Step] = [(k, (k + 1) % count, None) for k in range(count) if skeleton.plane_of[k] == plane]
    for arc in skeleton.arcs:
        if arc.left == plane:
            steps.append((arc.start, arc.end, arc.right))
        if arc.right == plane:
            steps.append((arc.end, arc.start, arc.left))
    while steps:
        loop = [steps.pop(0)]
        while loop[-1][1] != loop[0][0]:
            following = [step for step in steps if step[0] == loop[-1][1]]
            if not following:
                raise RoofError("plan.corners", message("error.outline_no_roof"))
            # Where a region touches itself in a point, the sharpest turn to the left stays on this part of it.
            taken = max(following, key=lambda step: _turn(skeleton, loop[-1], step))
            steps.remove(taken)
            loop.append(taken)
        yield loop


def _turn(skeleton: Skeleton, before: Step, after: Step) -> float:
    one, other = (_direction(skeleton, step) for step in (before, after))
    turn = (other - one) % (2 * pi)
    return turn if turn <= pi else turn - 2 * pi


def _direction(skeleton: Skeleton, step: Step) -> float:
    (a, b, _), (c, d, _) = skeleton.nodes[step[0]], skeleton.nodes[step[1]]
    return atan2(d - b, c - a)


def _region(skeleton: Skeleton, slope: Slope, loop: list[Step], owner: dict[tuple[int, int], Slope]) -> Region:
    """A region from its eave's start; points in the middle of a straight seam are left out."""
    points = [skeleton.nodes[start][:2] for start, _, _ in loop]
    bounds = [owner.get((end, start)) for start, end, _ in loop]
    return _from_eave(slope, points, bounds)


def _from_eave(slope: Slope, points: list[Point], bounds: list[Slope | None]) -> Region:
    first = min(
        range(len(points)), key=lambda k: (abs(round(slope.inward_of(points[k]), 3)), slope.station_of(points[k]))
    )
    points, bounds = [*points[first:], *points[:first]], [*bounds[first:], *bounds[:first]]
    kept = [
        k
        for k, bound in enumerate(bounds)
        if bound is None
        or bound is not bounds[k - 1]
        or not _straight(points[k - 1], points[k], points[(k + 1) % len(points)])
    ]
    return Region(slope, tuple(points[k] for k in kept), tuple(bounds[k] for k in kept))


def _straight(before: Point, at: Point, after: Point) -> bool:
    (a, b), (c, d), (e, f) = before, at, after
    long = hypot(e - a, f - b)
    return long > 0 and abs((c - a) * (f - b) - (d - b) * (e - a)) / long < STRAIGHT
