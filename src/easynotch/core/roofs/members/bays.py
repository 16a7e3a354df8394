"""The clear bays between rafters along an eave: where blocks go."""

from itertools import pairwise

from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout, RoofSide
from .half_lap import pairs_of

Bay = tuple[float, float]
Standing = tuple[float, float]
"""A rafter's station along its eave, and half its thickness."""


def clear_bays(layout: RoofLayout, out: SettingOut, side: RoofSide) -> list[Bay]:
    """From where to where each bay is clear, in the eave's own stations; false tails beside the rafters narrow it."""
    sides = {station: direction for station, direction, _ in false_tail_sides(layout, out, side)}
    tail = layout.roof.eaves.false_tail
    thick = tail.stock.thickness if tail is not None else 0.0
    bays = [
        (
            low + low_half + (thick if sides.get(low, 0) > 0 else 0.0),
            high - high_half - (thick if sides.get(high, 0) < 0 else 0.0),
        )
        for (low, low_half), (high, high_half) in pairwise(standing(layout, out, side))
    ]
    return [(low, high) for low, high in bays if high > low]


def standing(layout: RoofLayout, out: SettingOut, side: RoofSide) -> list[Standing]:
    """The rafters along an eave, from its own start: half-lapped pairs as thick as they were measured."""
    halves = [out.thickness / 2] * len(out.in_world)
    if layout.roof.lapped and len(layout.sides) == 2:
        own = layout.sides.index(side)
        halves = [pair[own].thickness / 2 for pair in pairs_of(layout, len(out.in_world))]
    return sorted((side.slope.station(centre), half) for centre, half in zip(out.in_world, halves, strict=True))


def false_tail_sides(layout: RoofLayout, out: SettingOut, side: RoofSide) -> list[tuple[float, int, float]]:
    """Which rafters have a false tail: their station, on which face (1 the far one, −1 the near one), and half the
    rafter's thickness.

    On the far face, but never beyond the end wall; where a bay has no room for another the last rafter's goes first.
    """
    tail = layout.roof.eaves.false_tail
    if tail is None:
        return []
    rafters, thick = standing(layout, out, side), tail.stock.thickness
    found: list[tuple[float, int, float]] = []
    room = {low: high - low - one - other for (low, one), (high, other) in pairwise(rafters)}
    last, half = rafters[-1]
    if last + half + thick > layout.roof.plan.length and len(rafters) > 1 and room[rafters[-2][0]] >= thick:
        found.append((last, -1, half))
        room[rafters[-2][0]] -= thick
    elif last + half + thick <= layout.roof.plan.length:
        found.append((last, 1, half))
    found += [(station, 1, half) for station, half in rafters[:-1] if room[station] >= thick]
    return sorted(found)
