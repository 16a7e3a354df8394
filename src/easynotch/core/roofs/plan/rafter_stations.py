"""Where the rafters along an eave of an outline stand: under its nodes, stepped between them, and from beside every
inside corner over what has no wall under it.
"""

from collections.abc import Iterator
from itertools import pairwise
from math import hypot

from ...tape import whole_down, whole_up
from ...terms import Count, message
from ..model.roof import RoofError
from ..model.setting_out import FirstBay, bays_between
from ..planes.planes import Slope
from .beside_corners import beside_corners
from .headers import gaps_of
from .hip_heads import head_places, heads_of, jacks_from, king_shift
from .layout import RoofLayout, RoofSide
from .seam_sections import outline_of
from .seams import NODE, TINY, Point, Region

MOST_PIECES = 4000
SKEW = 1e-6
"""Of a unit normal: less of it along the eave is none."""


def stations_along(layout: RoofLayout, side: RoofSide, region: Region) -> list[float]:
    """At the nodes; between them and towards both ends stepped by the spacing, as design 5.3 steps commons. Over an
    inside corner from the rafter beside it, so that the valley's jacks stand in opposite pairs. Beside an opening
    stand its trimmers, in the place of whatever would come into them.
    """
    half, trimmers = layout.roof.rafter.thickness / 2, []
    for gap in gaps_of(layout):
        if gap.slope == side.slope:
            trimmers += [gap.low - half, gap.high + half]
    stepped = _stepped(layout, side, region)
    return sorted([*trimmers, *(at for at in stepped if all(abs(at - one) >= 2 * half for one in trimmers))])


def _stepped(layout: RoofLayout, side: RoofSide, region: Region) -> list[float]:
    low, high = (choose(region.station(point) for point in region.corners) for choose in (min, max))
    if (high - low) / layout.roof.spacing > MOST_PIECES:
        raise RoofError("rafter.spacing", message("error.roof_too_many", most=Count(MOST_PIECES)))
    walls, thick = outline_of(layout).walls(side.slope), layout.roof.rafter.thickness
    fixed, beside = fixed_stations(layout, side, region), beside_corners(layout, side.slope)
    if not beside:
        return _along_wall(layout, side, fixed, (low, high), (0.0, side.slope.length))
    made: list[float] = []
    for start, end, first, last in walls:
        at_ends = sorted({beside[corner] for corner in (first, last) if corner in beside})
        between = [
            at for at in fixed if start - TINY < at < end + TINY and all(abs(at - one) > thick for one in at_ends)
        ]
        own = sorted([*at_ends, *between]) or [(start + end) / 2]
        ends = (own[0] if first in beside else min(start, low), own[-1] if last in beside else max(end, high))
        walls_end = (own[0] if first in beside else start, own[-1] if last in beside else end)
        made += _along_wall(layout, side, own, ends, walls_end)
    return sorted([*made, *_beyond_corners(layout, region, walls, beside)])


def _beyond_corners(
    layout: RoofLayout, region: Region, walls: list[tuple[float, float, int, int]], beside: dict[int, float]
) -> Iterator[float]:
    """Stepped from beside every inside corner over what has no wall under it: between two corners to the highest point
    there, else to the slope's end.
    """
    spacing, thick = layout.roof.spacing, layout.roof.rafter.thickness
    low, high = (choose(region.station(point) for point in region.corners) for choose in (min, max))
    first, last = walls[0], walls[-1]
    # Where two valleys meet above a mouth the slope begins highest.
    tops = [
        (valley.high.x, valley.high.y)
        for valley in outline_of(layout).valleys
        if region.slope in (valley.first, valley.second)
    ]
    for (_, start, _, before), (end, _, after, _) in pairwise(walls):
        over = [point for point in tops if start < region.station(point) < end]
        middle = region.station(max(over, key=region.inward)) if over else (start + end) / 2
        for corner in (before, after):
            if corner in beside:
                yield from bays_between(beside[corner], middle, spacing, thick)
        yield middle
    for corner, far in ((first[2], low), (last[3], high)):
        if corner in beside and abs(far - beside[corner]) > spacing:
            sign = 1.0 if far > beside[corner] else -1.0
            yield from (
                beside[corner] + sign * spacing * k
                for k in range(1, whole_down(abs(far - beside[corner]) / spacing) + 1)
            )


def _along_wall(
    layout: RoofLayout, side: RoofSide, fixed: list[float], reach: tuple[float, float], ends_at: tuple[float, float]
) -> list[float]:
    """Between fixed rafters, and from them towards both ends of what is reached; ``ends_at`` are the wall's."""
    spacing, thick = layout.roof.spacing, layout.roof.rafter.thickness
    low, high = reach
    made = list(fixed)
    equal = layout.roof.first_bay is FirstBay.EQUAL
    for first, second in pairwise(fixed):
        # Opposite eaves run opposite ways: both are stepped from the same end, so that their rafters face each other.
        ends = (first, second) if _is_forward(side) else (second, first)
        if layout.roof.plan.plain:
            # From the king common of a hipped end towards a gable.
            gabled = [abs(at - end) < thick for at, end in zip((first, second), ends_at, strict=True)]
            ends = ends if gabled[0] == gabled[1] else (second, first) if gabled[0] else (first, second)
        made += bays_between(*ends, spacing, thick, equal=equal)
    jacks = layout.roof.hip.jacks if layout.roof.hip is not None else "commons"
    if jacks == "corner":
        return sorted([*made, *_from_corners(layout, side.slope, fixed, reach, ends_at)])
    past = jacks_from(layout, side.slope)
    for start, direction, stop, corner in (
        (fixed[0] + past, -1.0, low + thick / 2, ends_at[0]), (fixed[-1] - past, 1.0, high - thick / 2, ends_at[1])
    ):  # fmt: skip
        whole = abs(corner - start)
        step = whole / max(1, whole_up(whole / spacing)) if jacks == "even" and whole > spacing else spacing
        at = start + direction * step
        while (stop - at) * direction > 0:
            if abs(at - corner) < thick / 2:
                # It would stand half on the walls' corner: flush with it instead.
                at = corner - direction * thick / 2
            made.append(at)
            at += direction * step
    return sorted(made)


def _is_forward(side: RoofSide) -> bool:
    """Whether an eave runs the way its opposite one is said to run: along the plan's length, or else across it."""
    along = side.slope.along
    return along.x > SKEW or (abs(along.x) <= SKEW and along.y > 0)


def _from_corners(
    layout: RoofLayout, slope: Slope, fixed: list[float], reach: tuple[float, float], ends_at: tuple[float, float]
) -> list[float]:
    """Stepped from both ends of the wall towards the first and last fixed rafter, one clear of each; past the wall's
    ends, where a hip leans out, stepped on from there.
    """
    spacing, thick, heads = layout.roof.spacing, layout.roof.rafter.thickness, heads_of(layout.roof)
    past = jacks_from(layout, slope)
    # Where the king stands farther off, the end common does not: the last jack is clear of the nearer one.
    clear = thick + (max(0.0, heads.king) / 2 if heads is not None and head_places(layout) else 0.0)
    made: list[float] = []
    for start, direction, last, far in ((ends_at[0], 1.0, fixed[0], reach[0]), (ends_at[1], -1.0, fixed[-1], reach[1])):
        made += bays_between(start, last + direction * past, spacing, clear)
        if (start - far) * direction > thick / 2:
            # Flush with the walls' corner, between what stands on the wall and what hangs past it.
            made.append(start + direction * thick / 2)
        step = 1
        while (start - direction * step * spacing - far) * direction > thick / 2:
            made.append(start - direction * step * spacing)
            step += 1
    return made


def framing_ends(layout: RoofLayout, slope: Slope) -> tuple[float, float]:
    """From where to where the framing reaches along an eave; its sheathing lies beyond."""
    corners, roof = layout.roof.plan.corners, outline_of(layout)
    numbers = [number for number, one in enumerate(roof.slopes) if one == slope]
    ends = [slope.station_of(corners[k % len(corners)]) for number in numbers for k in (number, number + 1)]
    return min(ends), max(ends)


def _shift(layout: RoofLayout, slope: Slope, point: Point) -> float:
    """How far beside a node the rafter stands, mm."""
    roof = outline_of(layout)
    node = next((one for one in roof.nodes if hypot(one.x - point[0], one.y - point[1]) < NODE), None)
    return 0.0 if node is None else king_shift(layout, slope, node)


def fixed_stations(layout: RoofLayout, side: RoofSide, region: Region) -> list[float]:
    """Under the nodes, above the eave itself, and not in a rafter that stands already; at least one."""
    thick, slope = layout.roof.rafter.thickness, side.slope
    low, high = framing_ends(layout, slope)
    found: list[float] = []
    walls = [(start, end) for start, end, *_ in outline_of(layout).walls(slope)]
    for at in sorted(region.station(point) + _shift(layout, slope, point) for point in region.upper):
        place = min(max(at, low + thick / 2), high - thick / 2)
        if any(wall - TINY < at < other + TINY for wall, other in walls) and all(
            abs(place - one) > thick for one in found
        ):
            found.append(place)
    if found:
        return found
    # Of several walls the widest's middle.
    low, high = max(walls, key=lambda ends: ends[1] - ends[0]) if len(walls) > 1 else (low, high)
    return [(low + high) / 2]
