"""The slab at the foot: its level from a datum, form, volume, bags, gravel."""

from dataclasses import dataclass

from ..tape import whole_up
from .layout import Layout

LITRE = 1e6
"""mm³."""


@dataclass(frozen=True, slots=True)
class SlabPlan:
    """A slab as it is set out and poured.

    ``top`` lies that far below the finished surface above, at the foot; ``start`` and ``end`` are its edges, level
    from the header's face; ``falls`` how much lower its far edge lies; ``volume`` and ``gravel`` in litres.
    """

    top: float
    start: float
    end: float
    falls: float
    diagonal: float
    volume: float
    bags: int | None
    gravel: float


def slab_plan(layout: Layout) -> SlabPlan | None:
    """The slab under a flight's foot; it stays level across the stair and falls away along it from the foot."""
    slab = layout.flight.around.slab
    if slab is None:
        return None
    foot = layout.finished_risers[-1]
    start = foot - slab.back
    volume = slab.length * slab.width * slab.thickness / LITRE
    return SlabPlan(
        top=layout.flight.upper_finish - layout.bearing_level,
        start=start,
        end=start + slab.length,
        falls=slab.fall * max(0.0, slab.length - slab.back),
        diagonal=(slab.length**2 + slab.width**2) ** 0.5,
        volume=volume,
        bags=whole_up(volume / slab.bag) if slab.bag > 0 else None,
        gravel=slab.length * slab.width * slab.gravel / LITRE,
    )
