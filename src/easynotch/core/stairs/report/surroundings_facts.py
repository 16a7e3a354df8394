"""The facts of what stands around the stringers: only those of what is there."""

from math import hypot

from ..layout.layout import Layout
from ..layout.places import toe
from ..members.foot_support import footing_plan
from ..members.guard import baluster_length, guard_layout, opening_under
from ..members.housed_strings import template_of
from ..members.kicker import anchor_plan, kicker_pieces
from ..members.platform import TwoFlights
from ..members.slab import slab_plan
from .surroundings_checks import headroom

LOWER = (
    "riser_count", "tread_count", "total_run", "first_riser", "head_drop", "plumb_bearing", "head_overlap",
    "head_missing", "head_face", "head_below", "board_length", "string_top",
)  # fmt: skip
"""Facts in which the flight below a platform differs from the one above."""
SHORT_HEAD = ("head_face", "head_below")
"""Of either flight alone: what its own foot cuts off."""


def around_facts(layout: Layout) -> dict[str, float | int]:
    """The facts of a flight's surroundings."""
    around = layout.flight.around
    facts: dict[str, float | int] = {}
    if layout.landing is not None:
        facts |= {"foot": layout.landing.foot, "rise_at_foot": layout.landing.rise}
    clear = headroom(layout)
    if clear is not None:
        facts["stair_headroom"] = clear
    pieces = kicker_pieces(layout)
    if pieces:
        facts["kicker_length"] = pieces[0][0].lengths["overall"]
    anchors = anchor_plan(layout)
    if anchors is not None:
        facts |= {"anchor_count": len(anchors.places), "anchor_hole": anchors.hole}
    facts |= _guard(layout) | _slab(layout) | _footing(layout)
    if around.housed is not None:
        template = template_of(layout, around.housed)
        facts |= {
            "housing_length": template.tread_length,
            "housing_mouth": template.tread_mouth,
            "riser_mouth": template.riser_mouth,
        }
    facts["square_diagonal"] = hypot(layout.flight.width, toe(layout))
    return facts


def _guard(layout: Layout) -> dict[str, float | int]:
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return {}
    return {
        "post_count": len(set_out.posts),
        "rail_between": set_out.clear / layout.cos,
        "baluster_count": set_out.count * (len(set_out.posts) - 1),
        "baluster_gap": set_out.gap,
        "baluster_gap_slope": set_out.gap / layout.cos,
        "baluster_length": baluster_length(layout, guard),
        "guard_slope": layout.degrees,
        "guard_opening": opening_under(layout, guard),
    }


def _slab(layout: Layout) -> dict[str, float | int]:
    plan = slab_plan(layout)
    if plan is None:
        return {}
    facts: dict[str, float | int] = {
        "slab_top": plan.top, "slab_near": plan.near, "slab_far": plan.far, "slab_diagonal": plan.diagonal,
        "slab_falls": plan.falls,
    }  # fmt: skip
    facts["slab_volume"] = plan.volume
    if plan.gravel > 0:
        facts["gravel_volume"] = plan.gravel
    return facts | ({"slab_bags": plan.bags} if plan.bags is not None else {})


def _footing(layout: Layout) -> dict[str, float | int]:
    plan = footing_plan(layout)
    if plan is None:
        return {}
    facts: dict[str, float | int] = {
        "footing_top": plan.top, "footing_diagonal": plan.diagonal, "footing_volume": plan.volume,
    }  # fmt: skip
    return facts | ({"footing_bags": plan.bags} if plan.bags is not None else {})


def stair_facts(
    two: TwoFlights, upper: dict[str, float | int], lower: dict[str, float | int]
) -> dict[str, float | int]:
    """The facts of a stair of two flights: what both share is told once, what differs below with ``lower.``."""
    count = two.upper.riser_count + two.lower.riser_count
    treads = two.upper.tread_count + two.lower.tread_count
    own = {f"lower.{key}": lower[key] for key in LOWER if key in lower}
    below = {key: value for key, value in lower.items() if key not in upper and key not in SHORT_HEAD}
    return {
        **upper, **below, "riser_count": count, "tread_count": treads,
        "total_run": two.upper.total_run + two.lower.total_run, "upper.riser_count": two.upper.riser_count,
        "upper.total_run": two.upper.total_run, **own,
        "platform_drop": two.drop, "platform_framing": two.framing_height,
    }  # fmt: skip
