"""A piece on its uncut board on the horses: what is left, and what goes."""

from dataclasses import dataclass

from ..core.bench import Layout
from ..core.solid import Face, HalfPlane, Mark, Member, clip, extent, marks_of, regions, seen_outline
from .sheet import Point

STRAIGHT = 1e-9
Line = tuple[Point, Point]


@dataclass(frozen=True, slots=True)
class FaceSheet:
    """A wide face of the board, seen from the near side: u from the board's left end, v down from its top edge, mm.

    ``waste`` is what squaring the end and each removal take off, as polygons that may overlap; ``lines`` are the
    pieces of every mark by its id, ``roles`` what each is for.
    """

    outline: tuple[Point, ...]
    waste: tuple[tuple[Point, ...], ...]
    lines: dict[str, tuple[Line, ...]]
    roles: dict[str, str]


@dataclass(frozen=True, slots=True)
class BoardSheet:
    """A member on its board; ``board`` is the shortest board that holds it, ``far`` its far face where they differ."""

    depth: float
    board: float
    near: FaceSheet
    far: FaceSheet | None


def draw_board(member: Member, layout: Layout, length: float) -> BoardSheet:
    """Draw a member's near face, and its far one where they differ.

    Args:
        member: the piece.
        layout: where it lies on its board.
        length: how much of the board is drawn, mm.
    """
    low, high = extent(member)
    straight = all(abs(cut.plane.normal.z) < STRAIGHT for cut in member.cut_planes)
    return BoardSheet(
        depth=member.stock.depth,
        board=high - low,
        near=_face(member, layout, length, Face.NEAR),
        far=None if straight else _face(member, layout, length, Face.FAR),
    )


def _face(member: Member, layout: Layout, length: float, face: Face) -> FaceSheet:
    marks = marks_of(member, face)
    return FaceSheet(
        outline=tuple((layout.u(x), y) for x, y in seen_outline(member, face)),
        waste=_waste(member, layout, length, face),
        lines={mark.id: _pieces(mark, member, layout) for mark in marks},
        roles={mark.id: mark.role for mark in marks},
    )


def _pieces(mark: Mark, member: Member, layout: Layout) -> tuple[Line, ...]:
    shift = layout.u(member.zero)
    return tuple(((a + shift, b), (c + shift, d)) for (a, b), (c, d) in mark.pieces)


def _waste(member: Member, layout: Layout, length: float, face: Face) -> tuple[tuple[Point, ...], ...]:
    blank: list[list[Point]] = []
    for start, end in ((0.0, layout.left), (layout.right, length)):
        if end - start > STRAIGHT:
            blank.append([(start, 0.0), (end, 0.0), (end, layout.depth), (start, layout.depth)])
    scraps = []
    drawn = (layout.left - layout.u(0.0), min(length, layout.right) - layout.u(0.0))
    for removal, region in zip(member.removals, regions(member, face), strict=True):
        # An end is waste out to the end of the board, however far that is.
        corners = _stretch(drawn, layout.depth) if len(removal.planes) == 1 else list(region.corners)
        for half in region.halves if len(removal.planes) == 1 else ():
            corners = clip(corners, half, keep_front=True)
        corners = clip(corners, HalfPlane(1.0, 0.0, drawn[0]), keep_front=True)
        corners = clip(corners, HalfPlane(-1.0, 0.0, -drawn[1]), keep_front=True)
        scraps.append([(layout.u(x), y) for x, y in corners])
    return tuple(tuple(scrap) for scrap in (*blank, *scraps) if len(scrap) > 2)


def _stretch(span: tuple[float, float], depth: float) -> list[Point]:
    return [(span[0], 0.0), (span[1], 0.0), (span[1], depth), (span[0], depth)]
