"""The board lying on the horses: what is left, what goes, and the stops along it."""

from dataclasses import dataclass

from ..core.bench import Stop, stops_of
from ..core.solid import Face, HalfPlane, Mark, Member, clip, outline, regions, stretch
from ..core.tools import Square
from .sheet import Point


@dataclass(frozen=True, slots=True)
class BoardSheet:
    """A member's near face, u from the hook and v down from the top edge, mm.

    ``board`` is the shortest board that holds it and ``stock`` the board in the yard, if its length is known.
    ``waste`` is what each removal takes off, as polygons that may overlap.
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
    # A compound end reaches farther on one face than on the other: the board has to hold both.
    both = [found for face in (Face.NEAR, Face.FAR) if (found := stretch(member, face))]
    ends = (min([member.zero, *(low for low, _ in both)]), max([member.zero, *(high for _, high in both)]))
    left = tuple((u - member.zero, v) for u, v in outline(member))
    length = ends[1] - ends[0]
    scraps = [_within(region.corners, ends) for region in regions(member, Face.NEAR)]
    return BoardSheet(
        depth=member.stock.depth,
        board=length,
        stock=member.stock.length,
        outline=left,
        waste=tuple(tuple((u - member.zero, v) for u, v in scrap) for scrap in scraps if len(scrap) > 2),
        marks=marks,
        stops=stops_of(member, square),
    )


def _within(corners: tuple[Point, ...], ends: tuple[float, float]) -> list[Point]:
    """The part of a scrap that lies on the shortest board that holds the piece."""
    kept = clip(list(corners), HalfPlane(1.0, 0.0, ends[0]), keep_front=True)
    return clip(kept, HalfPlane(-1.0, 0.0, -ends[1]), keep_front=True)
