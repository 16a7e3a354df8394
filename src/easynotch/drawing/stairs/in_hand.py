"""The board a stringer comes from: its defects where they lie, and the layout slid clear of them."""

from collections.abc import Iterable

from ...core.solid import Lying, Member, housings, lie_clear, outline
from ...core.stairs import Layout
from ...core.terms import Length
from ..sheet import Dimension, Layer, Point, Sheet, area, rectangle


def draw_in_hand(layout: Layout, pattern: Member) -> Sheet | None:
    """The stock board, its better end to the left and its top edge up, with the piece laid out from there, or from the
    other end where only that keeps clear; None where the board's length is not known or too short for it.
    """
    length, depth = layout.flight.stock.length, pattern.stock.depth
    if length is None or length < pattern.lengths["board"]:
        return None
    defects = layout.flight.around.defects
    lying = lie_clear(defects, pattern, length) or Lying(turned=False, defects=defects, free=())
    free, turned = lying.free, lying.turned
    shift = lying.start if free else 0.0

    def along(u: float) -> float:
        """A place from the end the layout starts at, from the board's left end."""
        return length - u if turned else u

    def on_board(corners: Iterable[Point]) -> list[Point]:
        return [(along(u - pattern.zero + shift), v) for u, v in corners]

    paths = [
        rectangle("board", Layer.FRAMING, (0.0, 0.0), (length, depth)),
        area("laid", Layer.WOOD if free else Layer.THEORY, on_board(outline(pattern))),
        *(area(f"housing_{n}", Layer.FRAMING, on_board(housing)) for n, housing in enumerate(housings(pattern), 1)),
        *(
            rectangle(
                f"defect_{n}",
                Layer.CUT,
                (defect.start, defect.top),
                (min(defect.stop, length), min(defect.deep, depth)),
            )
            for n, defect in enumerate(defects, 1)
            if defect.start < length
        ),
    ]
    found = []
    if free:
        low, high = shift, free[0][1]
        end = pattern.lengths["board"]
        room = sorted((along(low + end), along(high + end)))
        found.append(Dimension("slide_room", (room[0], depth), (room[1], depth), 34.0, Length(high - low)))
        if low > 0:
            key = "slide_from_other" if turned else "slide_from"
            start = sorted((along(0.0), along(low)))
            found.append(Dimension(key, (start[0], depth), (start[1], depth), 34.0, Length(low)))
    return Sheet((0.0, 0.0, length, depth + 60.0), tuple(paths), tuple(found))
