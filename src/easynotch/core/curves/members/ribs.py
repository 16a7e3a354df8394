"""Ribs: where their curves lie, along and square to their own chord, and level and plumb as they stand.

A point of the common rib that lies a level distance from the wall lies on the hip over the same part of its level run,
at the same height. So a hip's curve is no arc. Source: ``trade.md`` 8.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import ceil, hypot, radians, sin, tan

from ...solid import Stock
from ..model.curve import Curve, Form

WHOLE = 1e-9
"""Of a bay: a quotient this near to a whole number is it."""


@dataclass(frozen=True, slots=True)
class Station:
    """A point of a curve: along the chord and square to it, level and plumb from the low end, mm."""

    along: float
    square: float
    level: float
    plumb: float


@dataclass(frozen=True, slots=True)
class Rib:
    """A rib: how many of it there are, its chord, and points of its curve from the low end."""

    id: str
    role: str
    stock: Stock
    count: int
    chord: float
    stations: tuple[Station, ...]
    arc_length: float | None = None

    @property
    def run(self) -> float:
        """Its chord, level."""
        return self.stations[-1].level

    @property
    def rise(self) -> float:
        """Its chord, plumb."""
        return self.stations[-1].plumb


def ribs_of(curve: Curve) -> tuple[Rib, ...]:
    """Return every kind of rib: the common one, and of a cove round corners the hips and the short ribs at them."""
    return (common_rib(curve), *(_at_corners(curve) if curve.form is Form.COVE and curve.corners else ()))


def rib_count(curve: Curve) -> int:
    """Return how many ribs stand along the length: one flush with either end, no bay over the spacing; one where no
    length was said.
    """
    if curve.length is None:
        return 1
    return max(2, ceil((curve.length - curve.stock.thickness) / curve.spacing - WHOLE) + 1)


def common_rib(curve: Curve) -> Rib:
    """Return the common rib, its chord divided into equal parts."""
    chord, parts = curve.arc.chord, curve.divisions
    stations = tuple(_on_common(curve, chord * part / parts) for part in range(parts + 1))
    return Rib("rib", "rib", curve.stock, rib_count(curve), chord, stations, curve.arc.length)


def _on_common(curve: Curve, along: float) -> Station:
    """A point of the common rib's curve, over a place of its chord."""
    square = curve.arc.square(along)
    return Station(along, square, along * curve.cos - square * curve.sin, along * curve.sin + square * curve.cos)


def corner_angle(curve: Curve) -> float:
    """Return the angle in plan between a wall and the hip over its corner, degrees: half the room's own angle there."""
    return 90.0 - 180.0 / curve.corners


def _at_corners(curve: Curve) -> Iterator[Rib]:
    alpha = radians(corner_angle(curve))
    common = common_rib(curve)
    yield _standing(curve, "hip_rib", "hip_rib", curve.corners, [
        (one.level / sin(alpha), one.plumb) for one in common.stations
    ])  # fmt: skip
    # From the last common, which meets the hip's high end, towards the corner; both sides of each.
    reach = common.run / tan(alpha)
    number = 1
    while (level := (reach - number * curve.spacing) * tan(alpha)) > curve.stock.thickness:
        along = _reaching(curve, level)
        parts = [along * part / curve.divisions for part in range(curve.divisions + 1)]
        points = [(one.level, one.plumb) for one in (_on_common(curve, part) for part in parts)]
        yield _standing(curve, f"jack_rib_{number}", "jack_rib", 2 * curve.corners, points)
        number += 1


def _standing(curve: Curve, name: str, role: str, count: int, points: list[tuple[float, float]]) -> Rib:
    """A rib through points, level and plumb from its low end: its chord runs from the first to the last."""
    run, rise = points[-1]
    chord = hypot(run, rise)
    along, square = (run / chord, rise / chord), (-rise / chord, run / chord)
    stations = tuple(Station(x * along[0] + z * along[1], x * square[0] + z * square[1], x, z) for x, z in points)
    return Rib(name, role, curve.stock, count, chord, stations)


def _reaching(curve: Curve, level: float) -> float:
    """The place of the common rib's chord over which its curve is so far from the wall, level."""
    low, high = 0.0, curve.arc.chord
    while high - low > 1e-10 * curve.arc.chord:
        middle = (low + high) / 2
        low, high = (middle, high) if _on_common(curve, middle).level < level else (low, middle)
    return (low + high) / 2
