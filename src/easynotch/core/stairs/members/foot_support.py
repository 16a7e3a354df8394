"""What the foot stands on where it is no slab: a deck or floor with a block let in under it, or a strip footing."""

from ...solid import Stock, straight
from ...tape import whole_up
from ..layout.layout import Layout
from ..layout.places import upright
from .slab import LITRE, SlabPlan
from .treads import Placed


def footing_plan(layout: Layout) -> SlabPlan | None:
    """The strip footing under a flight's foot, set out and poured as a slab is that neither falls nor lies on
    gravel.
    """
    footing = layout.flight.around.footing
    if footing is None:
        return None
    start = layout.finished_risers[-1] - footing.back
    volume = footing.length * footing.width * footing.depth / LITRE
    top = layout.flight.upper_finish - layout.bearing_level
    return SlabPlan(
        top=top,
        near=top,
        far=top,
        start=start,
        end=start + footing.length,
        falls=0.0,
        diagonal=(footing.length**2 + footing.width**2) ** 0.5,
        volume=volume,
        bags=whole_up(volume / footing.bag) if footing.bag > 0 else None,
        gravel=0.0,
    )


def foot_blocks(layout: Layout) -> list[Placed]:
    """The block on edge under the boards of a deck below, along the middle of the kicker, or behind the toes where
    there is none.
    """
    flight, deck = layout.flight, layout.flight.around.deck_below
    if deck is None or deck.block is None:
        return []
    front = layout.riser_plumbs[-1]
    wide = flight.kicker.width if flight.kicker else flight.stock.thickness
    back = front - wide / 2 - deck.block.thickness / 2
    frames = [upright(back, -flight.width / 2, layout.bearing_level - deck.boards, deck.block.thickness)]
    stock = Stock(deck.block.thickness, deck.block.depth)
    return [straight("foot_block", "foot_block", stock, frames, flight.width)]
