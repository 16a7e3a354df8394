"""The facts of a roof: the flat numbers of the contract (``docs/facts.md``), mm, mm² and degrees.

What differs between sides stands on the members and is left out here.
"""

from math import atan, degrees, isfinite, radians, tan

from ..framing.pieces import RAFTERS, Framing
from ..members.fascia_run import gable_triangle
from ..members.ridge import fascia_drop, ridge_top
from ..members.under_ridge import beam_pocket
from ..model.roof import RidgeKind, Tails
from ..plan.hip_heads import head_places, jack_step
from ..plan.layout import RoofLayout
from .chalk import chalk_line
from .outline_facts import hip_facts_of, ridge_facts, sloping_area, valley_facts_of

COUNTED = RAFTERS | {"hip", "valley", "valley_short"}


def facts_of(layout: RoofLayout, framing: Framing) -> dict[str, float | int]:
    """Every fact of a roof."""
    roof, sizes = layout.roof, layout.notch
    facts: dict[str, float | int] = {
        "hap": sizes.hap,
        "heel": sizes.heel,
        "notch_depth": sizes.depth,
        "rafter_count": sum(piece.member.count for piece in framing.pieces if piece.member.role in COUNTED),
    }
    if isfinite(sizes.seat):
        facts["seat"] = sizes.seat
    if layout.outline is not None:
        facts["sheathing_area"] = sloping_area(layout)
        facts["peak"] = layout.peak
        facts |= _alike(layout) | hip_facts_of(layout) | valley_facts_of(layout) | ridge_facts(layout, framing)
        return facts | (_around(layout, framing) if layout.roof.plan.plain else {})
    facts |= {"ridge_length": layout.ridge_length, "sheathing_area": sheathing_area(layout)}
    if len(layout.sides) == 2:
        facts["ridge_top"] = ridge_top(layout)
        if roof.ridge.kind is not RidgeKind.NONE:
            facts["ridge_underside"] = ridge_top(layout) - roof.ridge.stock.depth
    if len(layout.sides) == 4:
        facts["ridge_top"] = ridge_top(layout)
        facts["ridge_underside"] = ridge_top(layout) - roof.ridge.stock.depth
        facts["break_height"] = layout.sides[1].slope.plate
    if len(layout.sides) == 2 and abs(layout.sides[1].slope.plate - layout.sides[0].slope.plate) > 1e-6:
        facts["second_plate"] = layout.sides[1].slope.plate - layout.sides[0].slope.plate
    return facts | _alike(layout) | _around(layout, framing)


def _alike(layout: RoofLayout) -> dict[str, float]:
    """What holds where all slopes are alike."""
    if not layout.alike:
        return {}
    first = layout.sides[0]
    slope = degrees(atan(first.slope.rise_per_run))
    found = {
        "run": first.run,
        "rise": first.run * first.slope.rise_per_run,
        "slope": slope,
        "fascia_drop": fascia_drop(layout),
        "bevels.plumb_common": 90.0 - slope,
        "bevels.level_common": slope,
    }
    hips = layout.outline.hips if layout.outline is not None else []
    # A jack is shorter than the last by the spacing's run at the hip's own angle in plan; at 45° that is the spacing.
    per = tan(radians(hips[0].plan_angle(hips[0].first))) if hips else 1.0
    even = layout.roof.hip is not None and layout.roof.hip.jacks == "even"
    if hips and even and not head_places(layout):
        # Closed up, they differ by another step along every eave.
        return found
    return found | {"common_difference": jack_step(layout) * per * first.slope.per_run}


def _around(layout: RoofLayout, framing: Framing) -> dict[str, float]:
    """What is built round the rafters, where it was asked for."""
    found: dict[str, float] = {}
    pocket = beam_pocket(layout)
    if pocket is not None:
        found |= {"pocket_sill": pocket.sill, "pocket_width": pocket.width, "pocket_height": pocket.height}
    if layout.roof.lapped and len(layout.sides) == 2 and layout.alike:
        # The lap is a rhombus between both edges; the peg goes through its middle.
        found["peg_drop"] = layout.roof.rafter.depth * layout.sides[0].slope.per_run / 2
    triangle = gable_triangle(layout)
    if triangle is not None and triangle.plumb > 0:
        found |= {"triangle_level": triangle.level, "triangle_plumb": triangle.plumb}
    if layout.roof.eaves.tails is Tails.SNAPPED and not layout.hipped:
        line = chalk_line(layout, framing.setting_out)
        found |= {"chalk_level": line.level, "chalk_along": line.along}
        if line.pin is not None:
            found["chalk_pin"] = line.pin
    height = layout.roof.plan.wall_height
    if height is not None and len(layout.sides) > 1:
        found["headroom"] = height + lowest(layout)
    return found


def lowest(layout: RoofLayout) -> float:
    """The lowest thing over the middle of the room, above the plates: a collar tie, the ridge, or the rafters."""
    roof = layout.roof
    rafters = min(
        side.slope.height(side.run - layout.half_ridge) - roof.rafter.depth * side.slope.per_run
        for side in layout.sides
        if not side.broken_above
    )
    ridge = ridge_top(layout) - roof.ridge.stock.depth if roof.ridge.kind is not RidgeKind.NONE else rafters
    collar = roof.collar.height if roof.collar is not None else rafters
    return min(rafters, ridge, collar)


def sheathing_area(layout: RoofLayout) -> float:
    """The sloping area over overhangs and verges, to the fascias' outer faces, mm²."""
    length = layout.ridge_length
    area = 0.0
    for side in layout.sides:
        level = side.run + (layout.out if side.bears else 0.0)
        if len(layout.sides) == 1:
            level += layout.roof.plan.upper_overhang
        area += level * side.slope.per_run * length
    return area
