"""The facts and checks of a roof over an outline."""

from collections.abc import Iterator
from itertools import pairwise
from math import atan, cos, degrees, hypot, radians, tan

from ...solid import Frame
from ...terms import Angle, Check, Count, Length, Level, make_check
from ..framing.pieces import Framing
from ..model.roof import KeepPlanes, LineUp
from ..plan.head_order import arrange
from ..plan.hip_heads import head_places, heads_in_turn
from ..plan.layout import RoofLayout
from ..plan.outline import areas_over
from ..plan.seam_sections import at_valley, drop_and_shift, keep_method, outline_of, reach_aside, stock_of
from ..plan.seams import TINY, OutlineRoof, Region, Seam, SeamKind
from ..planes.planes import Slope
from .bearings_below import check_bearings
from .laid_checks import check_laid

ALIKE = 1e-6
LEANS = 90.0 - 1e-6
"""Degrees in plan, from an eave: a hip at more leans out over the end of its wall."""
SHARP, FLAT = 30.0, 165.0
"""Degrees: corners beyond these are worked out, and looked at."""
ALONG_EAVES = frozenset(
    {"common", "king_common", "end_common", "jack", "hung", "trimmed", "over_gable", "valley_jack", "hip_valley_jack"}
)
"""Roles that stand side by side along an eave."""
SQUARE_CORNER = 45.0
"""Degrees in plan, from an eave to the hip over a square corner between equal pitches."""
SLIGHT = 250.0
"""mm: a slope that reaches less inward has no room for rafters between plate and heads."""
WIDE = 2.0
"""Times the overhang that was said: a wider one is told."""
LEVEL_ENOUGH = 1.6
"""mm: fascias that differ less in height meet by eye."""


def hip_facts_of(layout: RoofLayout) -> dict[str, float]:
    """What holds for every hip alike; what differs between corners stands on the members and is left out."""
    hips = outline_of(layout).hips
    if not hips or not _same(hips, layout):
        return {}
    hip, slope = hips[0], hips[0].first
    common = degrees(atan(slope.rise_per_run))
    aside = radians(90.0 - hip.plan_angle(slope))
    angle = degrees(atan(hip.rise_per_run))
    found = {
        "hip_plan_run": hip.run,
        "hip_slope": angle,
        "backing": hip.backing[0],
        "dihedral": hip.dihedral,
        "hip_plan_angle": hip.plan_angle(slope),
        "bevels.plumb_hip": 90.0 - angle,
        "bevels.level_hip": angle,
        # On the sloping top edge the cheek's line: as far across as in plan, but the run longer by the slope.
        "bevels.edge_jack": degrees(atan(cos(radians(common)) / tan(aside))) if abs(aside) > ALIKE else 90.0,
    }
    if abs(hip.plan_angle(slope) - SQUARE_CORNER) < ALIKE:
        found |= {
            "bevels.edge_hip": degrees(atan(cos(radians(angle)))),
            "bevels.face_purlin": degrees(atan(slope.rise_per_run / slope.per_run)),
            "bevels.edge_purlin": degrees(atan(cos(radians(common)))),
        }
    # What a square top would be let down by, which one that is planed is planed off at its edges.
    found["hip_drop"] = hip.drop(stock_of(layout, hip).thickness)
    return found


def valley_facts_of(layout: RoofLayout) -> dict[str, float]:
    """What holds for every valley alike; what differs between inside corners is left out."""
    valleys = outline_of(layout).valleys
    if not valleys:
        return {}
    first = valleys[0]
    alike = all(
        abs(valley.rise_per_run - first.rise_per_run) < ALIKE
        and abs(valley.plan_angle(valley.first) - first.plan_angle(first.first)) < ALIKE
        and abs(valley.plan_angle(valley.second) - valley.plan_angle(valley.first)) < ALIKE
        for valley in valleys
    )
    if not alike:
        return {}
    angle = degrees(atan(first.rise_per_run))
    found = {
        "valley_slope": angle,
        "valley_plan_angle": first.plan_angle(first.first),
        "valley_trough": first.backing[0],
        "bevels.plumb_valley": 90.0 - angle,
        "bevels.level_valley": angle,
    }
    if abs(first.plan_angle(first.first) - SQUARE_CORNER) < ALIKE:
        found["bevels.edge_valley"] = degrees(atan(cos(radians(angle))))
    return found


def ridge_facts(layout: RoofLayout, framing: Framing) -> dict[str, float]:
    """Of a single level ridge: between its posts, or with what it runs on past its hips, and its top above the plates;
    where four hips meet at commons that of the block between them.
    """
    ridges = [plan.seam for plan in arrange(layout).hip_and_ridge_members if plan.seam.kind is SeamKind.RIDGE]
    if len(ridges) != 1 or abs(ridges[0].rise_per_run) > ALIKE:
        return {}
    (ridge,) = ridges
    ends = (ridge.high, ridge.low)
    flats = sum(
        post.flat for post in arrange(layout).posts if any((post.at - end).length < ALIKE * 1e3 for end in ends)
    )
    top = ridge.high.z - drop_and_shift(layout, ridge)[0]
    length = ridge.run - flats
    if head_places(layout):
        length = next(piece.member.lengths["overall"] for piece in framing.pieces if piece.member.role == "ridge")
    return {"ridge_length": length, "ridge_top": top,
            "ridge_underside": top - stock_of(layout, ridge).depth}  # fmt: skip


def _same(hips: list[Seam], layout: RoofLayout) -> bool:
    first = hips[0]
    rise_per_run = layout.sides[0].slope.rise_per_run
    return all(abs(side.slope.rise_per_run - rise_per_run) < ALIKE for side in layout.sides) and all(
        abs(hip.run - first.run) < 1e-3 and abs(hip.rise_per_run - first.rise_per_run) < ALIKE for hip in hips
    )


def sloping_area(layout: RoofLayout) -> float:
    """Over all slopes to the fascias' outer faces and the verges, mm²."""
    roof = outline_of(layout)
    outs = tuple(layout.roof.eaves.verge if one is None else layout.out_of(one) for one in roof.slopes)
    return sum(area * slope.per_run for slope, area in areas_over(roof, outs))


def check_outline_roof(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """What is particular to an outline."""
    roof = outline_of(layout)
    yield from _fascias(layout)
    yield from _hips(layout, roof)
    yield from _slight(layout)
    yield from _bare(layout, framing)
    yield from _posts(layout)
    yield from _past_walls(layout, framing)
    yield from check_bearings(layout, framing)
    yield from check_laid(layout, framing)
    yield from _valleys(layout)
    jacks = [
        piece.member.lengths["short_point"]
        for piece in framing.pieces
        if piece.member.role in ("jack", "valley_jack", "hip_valley_jack")
    ]
    if jacks:
        level = Level.LOOK if min(jacks) < layout.roof.rafter.depth - ALIKE else Level.OK
        yield make_check("shortest_jack", level, Length(min(jacks)))
    elif roof.hips:
        yield make_check("no_jacks", Level.LOOK, Length(layout.roof.spacing))


def _fascias(layout: RoofLayout) -> Iterator[Check]:
    """Unequal pitches over equal overhangs bring fascias to different heights; how to line them up, both ways."""
    heights = [side.slope.height(-layout.out_of(side.slope)) for side in layout.sides]
    apart = max(heights) - min(heights)
    plates = [side.slope.plate for side in layout.sides]
    if layout.roof.plan.line_up is LineUp.OVERHANG and max(plates) - min(plates) > LEVEL_ENOUGH:
        outs = [layout.out_of(side.slope) for side in layout.sides]
        level = Level.LOOK if max(outs) > WIDE * layout.out else Level.OK
        between = Length(max(plates) - min(plates))
        yield make_check("plates_apart", level, Length(max(outs)), least=Length(min(outs)), plates=between)
    if apart <= LEVEL_ENOUGH:
        yield make_check("fascias_level", Level.OK, Length(apart))
        return
    steepest = max(layout.sides, key=lambda side: side.slope.rise_per_run).slope
    shorter = layout.out * min(side.slope.rise_per_run for side in layout.sides) / steepest.rise_per_run
    yield make_check("fascias_level", Level.LOOK, Length(apart), out=Length(shorter), plate=Length(apart))


def _hips(layout: RoofLayout, roof: OutlineRoof) -> Iterator[Check]:
    deep: list[float] = []
    for number, hip in enumerate(roof.hips, 1):
        angles = [hip.plan_angle(slope) for slope in (hip.first, hip.second)]
        corner = sum(angles)
        if max(angles) > LEANS:
            yield make_check(
                f"hip_leans.{number}",
                Level.LOOK,
                Angle(max(angles)),
                n=Count(number),
            )
        if not SHARP <= corner <= FLAT:
            yield make_check(f"corner_odd.{number}", Level.LOOK, Angle(corner), n=Count(number))
        one, other = (hip.fall(slope) for slope in (hip.first, hip.second))
        if abs(one - other) > ALIKE and keep_method(layout, hip) is not KeepPlanes.BACK:
            shift = abs(drop_and_shift(layout, hip)[1])
            yield make_check(f"hip_shifted.{number}", Level.LOOK, Length(shift), n=Count(number))
        stock, drop = stock_of(layout, hip), drop_and_shift(layout, hip)[0]
        deep.append(stock.depth * hypot(1.0, hip.rise_per_run) - (layout.notch.hap - drop))
    if deep:
        # Lying flatter than a common, a hip is less deep plumb: what it leaves for a notch under the same height.
        yield make_check("hip_notch", Level.STOP if min(deep) <= 0 else Level.OK, Length(min(deep)))


def _valleys(layout: RoofLayout) -> Iterator[Check]:
    """Whether valleys are as deep as the plumb cuts of what lands on them, and whether one carries another."""
    roof, rafter = outline_of(layout), layout.roof.rafter
    below = [
        stock_of(layout, valley).depth * hypot(1.0, valley.rise_per_run)
        + drop_and_shift(layout, valley)[0]
        - reach_aside(layout, valley, slope) * valley.fall(slope)
        - rafter.depth * slope.per_run
        for valley in roof.valleys
        for slope in (valley.first, valley.second)
    ]
    if below:
        least = min(below)
        yield make_check("valley_deep", Level.OK if least >= -LEVEL_ENOUGH else Level.STOP, Length(abs(least)))
        short = sum(plan.butts and plan.seam.kind is SeamKind.VALLEY for plan in arrange(layout).hip_and_ridge_members)
        yield make_check("valley_carries", Level.LOOK if short else Level.OK, Count(short), n=Count(short))


def _slight(layout: RoofLayout) -> Iterator[Check]:
    """Whether a slope is taken over by its neighbours before anything finds room under it."""
    least = min(side.run for side in layout.sides)
    level = Level.STOP if least < SLIGHT else Level.OK
    yield make_check("slope_slight", level, Length(least))


def _bare(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Where a slope rises to a gable's wall alone: its rafters find nothing to lean against."""
    frames = [frame for piece in framing.pieces if piece.member.role in ALONG_EAVES for frame in piece.frames]
    bare = [side for side, region in zip(layout.sides, outline_of(layout).regions, strict=True)
            if not any(_stands_on(side.slope, region, frame) for frame in frames)]  # fmt: skip
    if bare:
        yield make_check("slope_bare", Level.STOP, Length(max(side.run for side in bare)), n=Count(len(bare)))


def _stands_on(slope: Slope, region: Region, frame: Frame) -> bool:
    """Whether a rafter in a place is one of a slope's."""
    at = frame.origin
    stations = [region.station(point) for point in region.corners]
    return (
        (frame.x - slope.frame(0.0, 1.0).x).length < TINY
        and abs(slope.plane.above(at)) < ALIKE * 1e3
        and min(stations) <= slope.station_of((at.x, at.y)) <= max(stations)
    )


def _past_walls(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Where rafters that hang past a wall's end stand farther apart than was said, for want of a hold between."""
    widest = 0.0
    for side in layout.sides:
        start, down = side.slope.at(0.0, 0.0, 0.0), side.slope.frame(0.0, side.run).x
        standing = sorted(
            ((frame.origin - start).dot(side.slope.along), piece.member.role == "hung")
            for piece in framing.pieces if piece.member.role in ALONG_EAVES
            for frame in piece.frames if (frame.x - down).length < TINY
        )  # fmt: skip
        widest = max([widest, *(far - near for (near, one), (far, other) in pairwise(standing) if one or other)])
    if widest > layout.roof.spacing + 1.0:
        yield make_check("past_walls", Level.LOOK, Length(widest), spacing=Length(layout.roof.spacing))


def _posts(layout: RoofLayout) -> Iterator[Check]:
    """Where heads meet: the posts, and where there is no room for one."""
    arranged = arrange(layout)
    if arranged.posts:
        widest = 2 * max(post.flat for post in arranged.posts)
        yield make_check("posts_near", Level.OK, Length(widest), n=Count(len(arranged.posts)))
    roof = outline_of(layout)
    beside = [place.at for place in head_places(layout)]
    crowded = [node for node in arranged.in_turn if not at_valley(roof, node) and node not in beside]
    if crowded and not heads_in_turn(layout):
        yield make_check("heads_in_turn", Level.LOOK, Count(len(crowded)), n=Count(len(crowded)))
    ridges = [seam for seam in arranged.left_out if seam.kind is SeamKind.RIDGE]
    others = [seam for seam in arranged.left_out if seam.kind is not SeamKind.RIDGE]
    if ridges:
        yield make_check("ridge_left_out", Level.LOOK, Length(max(seam.run for seam in ridges)), n=Count(len(ridges)))
    if others:
        yield make_check("seam_left_out", Level.STOP, Length(max(seam.run for seam in others)), n=Count(len(others)))
