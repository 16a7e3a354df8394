"""What stands over a neighbouring slope of the roof, where a covering would ride on it."""

from collections.abc import Iterator

from ...terms import Check, Count, Length, Level, make_check
from ..model.roof import RidgeTop, Tail
from ..plan.hip_heads import head_places, heads_of
from ..plan.layout import RoofLayout
from ..plan.seams import OutlineRoof
from ..planes.planes import Slope

SHOWS = 1.0
"""mm: less is planed off with two strokes, or covered by any sheet."""


def check_proud(layout: RoofLayout) -> Iterator[Check]:
    """Whatever stands over its neighbouring slope."""
    if layout.outline is not None:
        yield from _fascias(layout, layout.outline)
    if not head_places(layout):
        return
    kings, ridge = over_hip_ends(layout)
    if kings > SHOWS:
        yield make_check("kings_proud", Level.LOOK, Length(kings))
    if ridge > SHOWS:
        yield make_check("ridge_end_proud", Level.LOOK, Length(ridge))


def over_hip_ends(layout: RoofLayout) -> tuple[float, float]:
    """How far the upper corners of the king commons' heads and of the ridge's end stand over the hip-end slope, plumb.

    Both lie in the side slopes, half a ridge's thickness off the middle; from the peak towards the hip end they reach
    out by half their own thickness, or as far as the ridge runs on. What they reach out farther is too high by the
    slope's rate. Never less than nothing.
    """
    roof, heads = layout.roof, heads_of(layout.roof)
    assert heads is not None
    rise_per_run, aside = layout.sides[0].slope.rise_per_run, layout.half_ridge
    kings = rise_per_run * (roof.rafter.thickness / 2 - heads.king - aside)
    # A ridge that carries the hips is sawn to the hip ends' slopes itself.
    if heads.on_ridge:
        return max(kings, 0.0), 0.0
    flush = 0.0 if roof.ridge.top is RidgeTop.BEVELLED else aside
    return max(kings, 0.0), max(rise_per_run * (heads.ridge_past - flush), 0.0)


def _fascias(layout: RoofLayout, outline: OutlineRoof) -> Iterator[Check]:
    """Where two eaves meet at a corner, the higher fascia's top against the other's slope."""
    numbers = {side.slope.id: number for number, side in enumerate(layout.sides, 1)}
    worst: tuple[float, int, int] | None = None
    for hip in outline.hips:
        if hip.corner is None:
            continue
        ends = [(slope.height(-layout.out_of(slope)), slope) for slope in (hip.first, hip.second)]
        (low, under), (high, over) = sorted(ends, key=lambda one: one[0])
        if high - low > SHOWS and (worst is None or high - low > worst[0]):
            worst = (high - low, numbers[over.id], numbers[under.id])
    if worst is not None and layout.roof.eaves.fascia > 0:
        yield make_check(
            "fascia_proud",
            Level.LOOK,
            Length(worst[0]),
            n=Count(worst[1]),
            other=Count(worst[2]),
        )
    bottoms = [bottom_edge(layout, side.slope) for side in layout.sides]
    apart = max(bottoms) - min(bottoms)
    if worst is None and layout.roof.eaves.fascia > 0 and apart > SHOWS:
        yield make_check("fascia_bottoms", Level.LOOK, Length(apart))


def bottom_edge(layout: RoofLayout, slope: Slope) -> float:
    """The level of a fascia's lower outer edge: square to the roof it hangs the less the steeper the roof is."""
    eaves = layout.roof.eaves
    hangs = eaves.fascia_depth / slope.per_run if eaves.tail is Tail.SQUARE else eaves.fascia_depth
    return slope.height(-layout.out_of(slope)) - hangs
