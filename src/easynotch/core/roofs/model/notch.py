"""The notch over the plate: one rule chosen, the other two measures following from it."""

from dataclasses import dataclass
from math import inf, sqrt

from .roof import Notch, NotchRule


@dataclass(frozen=True, slots=True)
class NotchSizes:
    """Seat (level), heel (plumb), height above plate (plumb) and depth square to the edge, mm.

    On a roof without any pitch a notch that goes into the wood has no end: its seat is infinite.
    """

    seat: float
    heel: float
    hap: float
    depth: float

    def fraction(self, stock_depth: float) -> float:
        """The share of the rafter's depth that is cut away."""
        return self.depth / stock_depth


def size_notch(notch: Notch, rise_per_run: float, stock_depth: float) -> NotchSizes:
    """Size a notch.

    The heel stands plumb over the plate's outer face, the seat lies level on the plate: seat = heel ÷ slope, height
    above plate = plumb depth − heel, and the depth square to the edge is the triangle's height over its long side.

    Args:
        notch: rule and value; a value that leaves no notch, or no rafter, is computed all the same.
        rate: the slope, rise over run.
        stock_depth: of the rafter.
    """
    per_run = sqrt(1.0 + rise_per_run * rise_per_run)
    plumb = stock_depth * per_run
    if notch.rule is NotchRule.SEAT:
        heel = notch.value * rise_per_run
    elif notch.rule is NotchRule.FRACTION:
        heel = notch.value * stock_depth * per_run
    else:
        heel = plumb - notch.value
    seat = heel / rise_per_run if rise_per_run > 0 else (0.0 if heel == 0 else inf)
    return NotchSizes(seat=seat, heel=heel, hap=plumb - heel, depth=heel / per_run)
