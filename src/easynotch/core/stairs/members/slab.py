"""The slab at the foot: its level from a datum, form, volume, bags, gravel."""

from dataclasses import dataclass

from ...tape import whole_up
from ..layout.layout import Layout

LITRE = 1e6
"""mm³."""


@dataclass(frozen=True, slots=True)
class SlabPlan:
    """A slab as it is set out and poured.

    ``top``, ``near`` and ``far`` lie so far below the finished surface above, at the foot and at its near and far edge;
    ``start`` and ``end`` are its edges, level from the header's face; ``falls`` how much lower its far edge lies than
    its near one; ``volume`` and ``gravel`` in litres.
    """

    top: float
    near: float
    far: float
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
    foot, top = layout.finished_risers[-1], layout.flight.upper_finish - layout.bearing_level
    start = foot - slab.back
    volume = slab.length * slab.width * slab.thickness / LITRE
    return SlabPlan(
        top=top,
        near=top - slab.fall * slab.back,
        far=top + slab.fall * (slab.length - slab.back),
        start=start,
        end=start + slab.length,
        falls=slab.fall * slab.length,
        diagonal=(slab.length**2 + slab.width**2) ** 0.5,
        volume=volume,
        bags=whole_up(volume / slab.bag) if slab.bag > 0 else None,
        gravel=slab.length * slab.width * slab.gravel / LITRE,
    )
