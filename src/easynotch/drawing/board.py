"""The board lying on the horses: what is left, what goes, and the stops along it."""

from dataclasses import dataclass

from ..core.bench import Cheeks, Stop, goes_straight, stops_of
from ..core.solid import Face, HalfPlane, Mark, Member, clip, marks_of, outline, regions, stretch
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
    far: "FarSheet | None" = None


@dataclass(frozen=True, slots=True)
class FarSheet:
    """A member's far face, seen through the wood in the near face's frame."""

    outline: tuple[Point, ...]
    waste: tuple[tuple[Point, ...], ...]
    marks: tuple[Mark, ...]


@dataclass(frozen=True, slots=True)
class Bench:
    """What decides which stops a board has: the square, one face or both, whether a jig is made, how many follow."""

    square: Square
    cheeks: Cheeks = Cheeks.CARRIED
    jig: bool = False
    more: int = 0


def draw_board(member: Member, marks: tuple[Mark, ...], bench: Bench) -> BoardSheet:
    """Draw a member's near face, and its far one where they differ.

    Args:
        member: the piece.
        marks: its near-face marks.
        bench: how it is worked.
    """
    # A compound end reaches farther on one face than on the other: the board has to hold both.
    both = [found for face in (Face.NEAR, Face.FAR) if (found := stretch(member, face))]
    ends = (min([member.zero, *(low for low, _ in both)]), max([member.zero, *(high for _, high in both)]))
    left = tuple((u - member.zero, v) for u, v in outline(member))
    length = ends[1] - ends[0]
    return BoardSheet(
        depth=member.stock.depth,
        board=length,
        stock=member.stock.length,
        outline=left,
        waste=_waste(member, Face.NEAR, ends),
        marks=marks,
        stops=stops_of(member, bench.square, bench.cheeks, jig=bench.jig, more=bench.more),
        far=_far(member, ends),
    )


def _far(member: Member, ends: tuple[float, float]) -> FarSheet | None:
    if all(goes_straight(cut) for cut in member.cut_planes):
        return None
    left = tuple((u - member.zero, v) for u, v in outline(member, Face.FAR))
    return FarSheet(left, _waste(member, Face.FAR, ends), marks_of(member, Face.FAR))


def _waste(member: Member, face: Face, ends: tuple[float, float]) -> tuple[tuple[Point, ...], ...]:
    scraps = [_within(region.corners, ends) for region in regions(member, face)]
    return tuple(tuple((u - member.zero, v) for u, v in scrap) for scrap in scraps if len(scrap) > 2)


def _within(corners: tuple[Point, ...], ends: tuple[float, float]) -> list[Point]:
    """The part of a scrap that lies on the shortest board that holds the piece."""
    kept = clip(list(corners), HalfPlane(1.0, 0.0, ends[0]), keep_front=True)
    return clip(kept, HalfPlane(-1.0, 0.0, -ends[1]), keep_front=True)
