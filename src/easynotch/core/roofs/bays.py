"""The clear bays between rafters along an eave: where blocks go."""

from itertools import pairwise

from .layout import Leg, RoofLayout
from .setting_out import SettingOut

Bay = tuple[float, float]


def clear_bays(layout: RoofLayout, out: SettingOut, leg: Leg) -> list[Bay]:
    """From where to where each bay is clear, in the eave's own stations; false tails beside the rafters narrow it."""
    stations, half = stations_of(layout, out, leg), out.thickness / 2
    sides = dict(false_tail_sides(layout, out, leg))
    tail = layout.roof.eaves.false_tail
    thick = tail.stock.thickness if tail is not None else 0.0
    bays = [
        (
            low + half + (thick if sides.get(low, 0) > 0 else 0.0),
            high - half - (thick if sides.get(high, 0) < 0 else 0.0),
        )
        for low, high in pairwise(stations)
    ]
    return [(low, high) for low, high in bays if high > low]


def stations_of(layout: RoofLayout, out: SettingOut, leg: Leg) -> list[float]:
    """The rafters' stations along an eave, from its own start."""
    length = layout.roof.plan.length
    return sorted(c if leg.slope.id.startswith("a") else length - c for c in out.in_world)


def false_tail_sides(layout: RoofLayout, out: SettingOut, leg: Leg) -> list[tuple[float, int]]:
    """Which rafters have a false tail, by their station, and on which face: 1 the far one, −1 the near one.

    On the far face, but never beyond the end wall; where a bay has no room for another the last rafter's goes first.
    """
    tail = layout.roof.eaves.false_tail
    if tail is None:
        return []
    stations, half, thick = stations_of(layout, out, leg), out.thickness / 2, tail.stock.thickness
    found: list[tuple[float, int]] = []
    room = {low: high - low - 2 * half for low, high in pairwise(stations)}
    last = stations[-1]
    if last + half + thick > layout.roof.plan.length and len(stations) > 1 and room[stations[-2]] >= thick:
        found.append((last, -1))
        room[stations[-2]] -= thick
    elif last + half + thick <= layout.roof.plan.length:
        found.append((last, 1))
    found += [(station, 1) for station in stations[:-1] if room[station] >= thick]
    return sorted(found)
