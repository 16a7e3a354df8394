"""How far a stringer's layout can be slid along its board to dodge a marked defect.

Every notch's corner and the wood left under it must stay out of the defect. Source: ``trade.md`` 4.4.
"""

from ..solid import Member
from .layout import Layout

Span = tuple[float, float]
LEAST = 0.5
"""mm: a shorter stretch is no room to slide in."""
NEAR = 10.0
"""mm: a defect that stops this near above a corner still weakens it."""


def slides(layout: Layout, pattern: Member, stock_length: float) -> tuple[Span, ...]:
    """By how much the layout may be shifted from the board's better end, as stretches from and to; empty where no
    place on the board is free of its defects.

    A defect does no harm in waste, and none along a whole edge; it does where a notch's corner would come into it:
    within the board's width left under that corner.
    """
    room = stock_length - pattern.lengths["board"]
    if room < 0:
        return ()
    free: list[Span] = [(0.0, room)]
    for low, high in (span for corner in notch_corners(layout, pattern) for span in _blocked(corner, layout)):
        free = [part for start, stop in free for part in ((start, min(stop, low)), (max(start, high), stop))]
        free = [(start, stop) for start, stop in free if stop - start > LEAST]
    return tuple(sorted(free))


def notch_corners(layout: Layout, pattern: Member) -> tuple[tuple[float, float], ...]:
    """The inner corners of the pattern's notches: along the board from its head end, and down from the top edge."""
    found = []
    for k in range(1, layout.tread_count):
        x, z = layout.riser_plumbs[k - 1], layout.tread_levels[k]
        # The corner in the member's own frame, whose x runs down the slope from the header's face.
        along = x * layout.cos - (z - layout.edge_at_header) * layout.sin
        down = -x * layout.sin - (z - layout.edge_at_header) * layout.cos
        found.append((along - pattern.zero, down))
    return tuple(found)


def _blocked(corner: tuple[float, float], layout: Layout) -> list[Span]:
    """The shifts that bring a corner into a defect."""
    along, down = corner
    return [(one.start - along, one.stop - along) for one in layout.flight.around.defects if one.deep > down - NEAR]
