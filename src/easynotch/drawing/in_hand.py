"""The board a stringer comes from: its defects where they lie, and the layout slid clear of them."""

from ..core.solid import Lying, Member, housings, lie_clear, outline
from ..core.stairs import Layout
from ..core.terms import Length
from .sheet import Dimension, Layer, Sheet, area, rectangle


def draw_in_hand(layout: Layout, pattern: Member) -> Sheet | None:
    """The stock board, its better end to the left (turned where only that keeps clear) and its top edge up; None where
    its length is not known or the stringer does not fit on it.
    """
    length, depth = layout.flight.stock.length, pattern.stock.depth
    if length is None or length < pattern.lengths["board"]:
        return None
    defects = layout.flight.around.defects
    lying = lie_clear(defects, pattern, length) or Lying(turned=False, defects=defects, free=())
    free = lying.free
    shift = lying.start if free else 0.0
    laid = [(u - pattern.zero + shift, v) for u, v in outline(pattern)]
    paths = [
        rectangle("board", Layer.FRAMING, (0.0, 0.0), (length, depth)),
        area("laid", Layer.WOOD if free else Layer.THEORY, laid),
        *(
            area(f"housing_{n}", Layer.FRAMING, [(u - pattern.zero + shift, v) for u, v in corners])
            for n, corners in enumerate(housings(pattern), 1)
        ),
        *(
            rectangle(f"defect_{n}", Layer.CUT, (one.start, one.top), (min(one.stop, length), min(one.deep, depth)))
            for n, one in enumerate(lying.defects, 1)
            if one.start < length
        ),
    ]
    found = []
    if free:
        low, high = shift, free[0][1]
        end = pattern.lengths["board"]
        found.append(Dimension("slide_room", (low + end, depth), (high + end, depth), 34.0, Length(high - low)))
        if low > 0:
            found.append(Dimension("slide_from", (0.0, depth), (low, depth), 34.0, Length(low)))
    return Sheet((0.0, 0.0, length, depth + 60.0), tuple(paths), tuple(found))
