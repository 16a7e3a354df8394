"""The board lying on the horses: what is left, what goes, and the stops along it."""

from dataclasses import dataclass

from shapely import Polygon, box

from ..core.bench import Stop, stops_of
from ..core.solid import Mark, Member, outline, stretch
from ..core.tools import Square
from .sheet import Point

SMALLEST_WASTE = 1.0
"""mm²: a smaller scrap is not drawn."""


@dataclass(frozen=True, slots=True)
class BoardSheet:
    """A member's near face, u from the hook and v down from the top edge, mm.

    ``board`` is the shortest board that holds it and ``stock`` the board in the yard, if its length is known.
    ``waste`` are the scraps, each as a polygon.
    """

    depth: float
    board: float
    stock: float | None
    outline: tuple[Point, ...]
    waste: tuple[tuple[Point, ...], ...]
    marks: tuple[Mark, ...]
    stops: tuple[Stop, ...]


def draw_board(member: Member, marks: tuple[Mark, ...], square: Square) -> BoardSheet:
    """Draw a member's near face.

    Args:
        member: the piece.
        marks: its near-face marks.
        square: the user's square, for the settings.
    """
    ends = stretch(member) or (member.zero, member.zero)
    left = tuple((u - member.zero, v) for u, v in outline(member))
    length = ends[1] - ends[0]
    whole = box(0.0, 0.0, length, member.stock.depth)
    scraps = whole.difference(Polygon(left)) if len(left) > 2 else whole
    parts = getattr(scraps, "geoms", [scraps])
    pieces = [part for part in parts if isinstance(part, Polygon) and part.area > SMALLEST_WASTE]
    return BoardSheet(
        depth=member.stock.depth,
        board=length,
        stock=member.stock.length,
        outline=left,
        waste=tuple(tuple((float(x), float(y)) for x, y in piece.exterior.coords[:-1]) for piece in pieces),
        marks=marks,
        stops=stops_of(member, square),
    )
