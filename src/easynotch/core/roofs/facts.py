"""The facts of a roof: the flat numbers of the contract (``docs/facts.md``), mm, mm² and degrees.

What differs between sides stands on the members and is left out here.
"""

from math import atan, degrees, isfinite

from .framing import RAFTERS, Framing
from .hips import hip_facts
from .layout import RoofLayout
from .ridge import fascia_drop, ridge_top
from .roof import RidgeKind

COUNTED = RAFTERS | {"hip"}


def facts_of(layout: RoofLayout, framing: Framing) -> dict[str, float | int]:
    """Every fact of a roof."""
    roof, sizes, first = layout.roof, layout.notch, layout.legs[0]
    facts: dict[str, float | int] = {
        "hap": sizes.hap,
        "heel": sizes.heel,
        "notch_depth": sizes.depth,
        "ridge_length": layout.ridge_length,
        "sheathing_area": sheathing_area(layout),
        "rafter_count": sum(piece.member.count for piece in framing.pieces if piece.member.role in COUNTED),
    }
    if isfinite(sizes.seat):
        facts["seat"] = sizes.seat
    if len(layout.legs) == 2:
        facts["ridge_top"] = ridge_top(layout)
        if roof.ridge.kind is not RidgeKind.NONE:
            facts["ridge_underside"] = ridge_top(layout) - roof.ridge.stock.depth
    if len(layout.legs) == 4:
        facts["ridge_top"] = ridge_top(layout)
        facts["ridge_underside"] = ridge_top(layout) - roof.ridge.stock.depth
        facts["break_height"] = layout.legs[1].slope.plate
    if layout.alike:
        slope = degrees(atan(first.slope.rate))
        facts |= {
            "run": first.run,
            "rise": first.run * first.slope.rate,
            "slope": slope,
            "common_difference": roof.spacing * first.slope.per_run,
            "fascia_drop": fascia_drop(layout),
            "bevels.plumb_common": 90.0 - slope,
            "bevels.level_common": slope,
        }
    if layout.hipped:
        facts |= hip_facts(layout)
    return facts


def sheathing_area(layout: RoofLayout) -> float:
    """The sloping area over overhangs and verges, to the fascias' outer faces, mm²."""
    if layout.hipped:
        # Every slope has the same pitch, so that the whole is the plan's area up the slope.
        plan, first = layout.roof.plan, layout.legs[0]
        reaches = [layout.roof.eaves.verge if end is None else layout.out + plan.sheathing for end in layout.ends]
        across = 2 * (first.run + layout.out)
        return across * (plan.length + sum(reaches)) * first.slope.per_run
    length = layout.ridge_length
    area = 0.0
    for leg in layout.legs:
        level = leg.run + (layout.out if leg.bears else 0.0)
        if len(layout.legs) == 1:
            level += layout.roof.plan.upper_overhang
        area += level * leg.slope.per_run * length
    return area
