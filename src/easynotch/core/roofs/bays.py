"""The clear bays between rafters along an eave: where blocks go."""

from itertools import pairwise

from .layout import Leg, RoofLayout
from .setting_out import SettingOut

Bay = tuple[float, float]


def clear_bays(layout: RoofLayout, out: SettingOut, leg: Leg) -> list[Bay]:
    """From where to where each bay is clear, in the eave's own stations; false tails beside the rafters narrow it."""
    length, half = layout.roof.plan.length, out.thickness / 2
    stations = sorted(c if leg.slope.id.startswith("a") else length - c for c in out.in_world)
    bays = [(low + half, high - half) for low, high in pairwise(stations)]
    tail = layout.roof.eaves.false_tail
    if tail is not None:
        thick = tail.stock.thickness
        last = stations[-1]
        bays = [
            (low + thick, high - (thick if high + half > last - 1e-6 and beyond_wall(layout, last) else 0.0))
            for low, high in bays
        ]
    return [(low, high) for low, high in bays if high > low]


def beyond_wall(layout: RoofLayout, station: float) -> bool:
    """Whether a false tail on this rafter's far face would stand beyond the end wall."""
    tail = layout.roof.eaves.false_tail
    reach = layout.roof.rafter.thickness / 2 + (tail.stock.thickness if tail else 0.0)
    return station + reach > layout.roof.plan.length
