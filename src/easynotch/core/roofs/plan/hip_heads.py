"""How the heads of a rectangle's hips meet where no post stands: in the corner of king and end common, or on the ridge.

On the ridge, the ridge runs on past the point where the planes meet until it carries the hips' whole cheeks, its top
cut off in the end's plane; the first commons stand beside the hips instead of under that point.
"""

from dataclasses import dataclass
from functools import lru_cache
from math import sqrt

from ...solid import Vector
from ...tape import whole_up
from ...terms import message
from ..model.roof import Roof, RoofError
from ..planes.footprint import Footprint, FootprintSide, cut_by, strip, trim_to_neighbours
from ..planes.planes import Slope
from .arrangement import HipOrRidgePlan, end_name
from .layout import RoofLayout
from .seam_sections import from_node, on_wall, outline_of, reach_aside
from .seams import NODE, Seam

ROOT = sqrt(2.0)
ON_RIDGE = frozenset({"ridge_single", "ridge_double"})
"""Heads that lie on the ridge itself."""
POSTS_OR_PAIRS = frozenset({"post", "pairs"})
"""Heads that need no commons beside them."""


@dataclass(frozen=True, slots=True)
class Heads:
    """Level, from the point where ridge and hips' lines meet, mm.

    ``ridge_past`` is how far the ridge runs on past the point; ``king`` how far past the run, towards the roof's
    middle, kings stand; ``cornered`` tells whether hips go into the corner beside a king, ``on_ridge`` whether they
    lie on the ridge.
    """

    ridge_past: float
    king: float
    cornered: bool
    on_ridge: bool


def heads_of(roof: Roof) -> Heads | None:
    """The heads of a rectangle's hips; None where they meet at posts or in pairs."""
    hip, common, ridge = roof.hip, roof.rafter.thickness, roof.ridge.stock.thickness
    if hip is None or hip.head in POSTS_OR_PAIRS:
        return None
    if hip.head not in ON_RIDGE:
        return Heads(common / 2, 0.0, cornered=True, on_ridge=False)
    # A cheek against the ridge is as long as the hip is thick at 45°.
    half_cheek = hip.stock.thickness / ROOT
    past = ridge / 2 + half_cheek
    if hip.head == "ridge_double":
        return Heads(past, (common - ridge) / 2, cornered=True, on_ridge=True)
    return Heads(past, half_cheek - ridge / 2 + common / 2, cornered=False, on_ridge=True)


def heads_in_turn(layout: RoofLayout) -> bool:
    """Whether the plan says that heads go against one another, without posts."""
    return layout.roof.hip is not None and layout.roof.hip.head == "pairs"


@dataclass(frozen=True)
class HeadPlace:
    """A point where two hips meet a ridge: the level way from it into the roof, its ridge (None where four hips meet),
    and the slopes on both sides of that and at the ends.
    """

    at: Vector
    inward: Vector
    ridge: Seam | None
    sides: tuple[Slope, ...]
    ends: tuple[Slope, ...]


@lru_cache(maxsize=64)
def head_places(layout: RoofLayout) -> tuple[HeadPlace, ...]:
    """Where a plain rectangle's hips meet without posts; none of any other roof."""
    if layout.outline is None or not layout.roof.plan.plain or heads_of(layout.roof) is None:
        return ()
    roof, found = outline_of(layout), []
    for node in roof.nodes:
        ridges = [seam for seam in roof.ridges if seam.ends_at(node)]
        hips = [seam for seam in roof.hips if seam.climbs_to(node)]
        if not hips or on_wall(roof, node):
            continue
        around = list(dict.fromkeys(slope for hip in hips for slope in (hip.first, hip.second)))
        if ridges:
            sides: tuple[Slope, ...] = (ridges[0].first, ridges[0].second)
            inward = from_node(ridges[0], node)
        else:
            # Four hips: the ridge is said to run along the plan's length.
            sides = tuple(slope for slope in around if abs(slope.inward.x) < abs(slope.inward.y))
            inward = Vector(1.0, 0.0, 0.0)
        ends = tuple(slope for slope in around if slope not in sides)
        found.append(HeadPlace(node, inward, ridges[0] if ridges else None, sides, ends))
    # Kings that would stand in one another leave no place for heads between them.
    crowded = len(found) > 1 and (found[0].at - found[1].at).length < layout.roof.rafter.thickness
    return () if crowded else tuple(found)


def check_heads(layout: RoofLayout) -> None:
    """Refuse a ridge that is too short for hips to lie on it from both ends.

    Raises:
        RoofError: at the hips' heads.
    """
    heads, roof = heads_of(layout.roof), outline_of(layout)
    if heads is None or not heads.on_ridge or not layout.roof.plan.plain:
        return
    places = head_places(layout)
    hips = sum(not on_wall(roof, node) for node in roof.nodes)
    long = max((ridge.run for ridge in roof.ridges), default=0.0)
    if len(places) < hips or long < hips * heads.king + layout.roof.rafter.thickness:
        raise RoofError("hip.head", message("error.roof_hip_head"))


def head_place(layout: RoofLayout, node: Vector) -> HeadPlace | None:
    """The place of heads at a node, or None where it is none."""
    return next((place for place in head_places(layout) if (place.at - node).length < NODE), None)


def rafters_beside(layout: RoofLayout, place: HeadPlace) -> list[tuple[Slope, Footprint]]:
    """King commons on both sides of a place, and the end commons to it, as they stand in plan before any hip."""
    heads, half = heads_of(layout.roof), layout.roof.rafter.thickness / 2
    assert heads is not None
    found = []
    for slopes, along, short in (
        (place.sides, heads.king, layout.roof.ridge.stock.thickness / 2), (place.ends, 0.0, heads.ridge_past)
    ):  # fmt: skip
        for slope in slopes:
            top = place.at + place.inward * along
            low = slope.inward_of((top.x, top.y)) + layout.out_of(slope)
            ends = (top - slope.inward * low, top - slope.inward * short)
            found.append((slope, strip(beside_name(slope, place), *ends, half, half)))
    return found


def kings_beside(layout: RoofLayout, slope: Slope) -> list[Footprint]:
    """The king commons an end common goes against, where the slope is a hipped end's."""
    return [
        footprint
        for place in head_places(layout) if slope in place.ends
        for own, footprint in rafters_beside(layout, place) if own in place.sides
    ]  # fmt: skip


def beside_name(slope: Slope, place: HeadPlace) -> str:
    """What a rafter beside hips is called in plan: by its slope and the point its hips meet at."""
    return f"beside_{slope.id}_{place.at.x:.3f}_{place.at.y:.3f}"


def king_shift(layout: RoofLayout, slope: Slope, node: Vector) -> float:
    """How far along an eave the king common stands from under a node, mm: beside hips that lie on the ridge."""
    heads, place = heads_of(layout.roof), head_place(layout, node)
    if heads is None or place is None or slope not in place.sides:
        return 0.0
    return heads.king * place.inward.dot(slope.along)


def beside_stations(layout: RoofLayout, slope: Slope) -> list[float]:
    """Where king commons, or an end common, stand along an eave beside the heads of hips."""
    return [
        slope.station_of((place.at.x, place.at.y)) + king_shift(layout, slope, place.at)
        for place in head_places(layout) if slope in (*place.sides, *place.ends)
    ]  # fmt: skip


def jacks_from(layout: RoofLayout, slope: Slope) -> float:
    """How far past the rafters it is stepped from, towards the roof's middle, an eave's first jack is stepped, mm:
    beside an end common so that the jacks of both sides of a hip stand opposite each other.
    """
    heads = heads_of(layout.roof)
    ends = {end for place in head_places(layout) for end in place.ends}
    return max(0.0, heads.king) if heads is not None and slope in ends else 0.0


def jack_step(layout: RoofLayout) -> float:
    """From one jack to the next along the plate: the spacing, or what it is closed up to so that none is a sliver."""
    hip, heads, spacing = layout.roof.hip, heads_of(layout.roof), layout.roof.spacing
    if hip is None or hip.jacks != "even" or not head_places(layout):
        return spacing
    assert heads is not None
    whole = layout.sides[0].run + max(0.0, heads.king)
    return whole / max(1, whole_up(whole / spacing))


def stub_ridge(layout: RoofLayout, place: HeadPlace) -> HipOrRidgePlan:
    """The block between two king commons where four hips meet: a ridge as long as they are thick."""
    heads = heads_of(layout.roof)
    assert heads is not None
    low, high = (place.at + place.inward * (sign * heads.ridge_past) for sign in (-1.0, 1.0))
    first, second = sorted(place.sides, key=lambda slope: slope.inward.cross(place.inward).z)
    seam = Seam(first, second, low, high, None)
    right, left = (reach_aside(layout, seam, slope) for slope in (first, second))
    name = f"stick_{len(outline_of(layout).seams)}"
    return HipOrRidgePlan(seam, name, strip(name, low, high, right, left))


def beside_commons(
    layout: RoofLayout,
    place: HeadPlace,
    footprints: dict[str, Footprint | None],
    hips: list[tuple[str, Seam]],
    ridge: str | None,
) -> None:
    """Cut what meets at a place: the ridge so far past it, each hip in the corner beside its king, or at the ridge."""
    heads = heads_of(layout.roof)
    assert heads is not None
    standing: list[Footprint] = []
    if ridge is not None and place.ridge is not None and (board := footprints[ridge]) is not None:
        end = FootprintSide(place.at - place.inward * heads.ridge_past, place.inward, "", "")
        footprints[ridge] = board = cut_by(board, end, end_name(place.ridge, place.at))
        standing += [board] if board is not None else []
    beside = rafters_beside(layout, place) if heads.cornered else []
    for name, hip in hips:
        footprint = footprints[name]
        if footprint is None:
            continue
        own = [
            one for slope, one in beside
            if slope in (hip.first, hip.second) and (slope in place.sides or not heads.on_ridge)
        ]  # fmt: skip
        foot = [hip.low + hip.side(slope) * reach_aside(layout, hip, slope) for slope in (hip.first, hip.second)]
        footprints[name] = trim_to_neighbours(footprint, foot, [*own, *standing], "head")
