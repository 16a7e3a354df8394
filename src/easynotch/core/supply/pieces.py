"""What is to be cut, by the section it comes from, and what there is to cut it from."""

from collections.abc import Callable
from dataclasses import dataclass

from ..solid import Member

ALIKE = 0.05
"""mm: sections nearer than this are one."""
SHEET_ROLES = frozenset({"template"})
"""Pieces made from sheet, never nested into boards."""


@dataclass(frozen=True, slots=True)
class Wanted:
    """A piece and how many of it are wanted; ``edge_free`` where its crown does not matter, ``face_given`` where the
    face it is marked on does; ``seen`` where it stays visible.
    """

    id: str
    member: Member
    count: int
    edge_free: bool = False
    face_given: bool = False
    seen: bool = False


@dataclass(frozen=True, slots=True)
class StockLength:
    """Boards of one length, and what one costs: as many as are bought, or as many as there are.

    ``id`` names a board on hand, of which ``start`` is where its clear length begins (past a defect), and ``straight``
    what was found when it was sighted along: None where nobody looked.
    """

    length: float
    cost: float
    id: str = ""
    count: int | None = None
    start: float = 0.0
    straight: bool | None = None


@dataclass(frozen=True, slots=True)
class Section:
    """A section of timber: thickness and depth."""

    thickness: float
    depth: float


def may_lie(piece: Wanted, stock: StockLength) -> bool:
    """Whether a piece may come out of a board: what stays visible is not cut from one that was found crooked."""
    return not (piece.seen and stock.straight is False)


def own_section(piece: Wanted) -> Section:
    """The section a piece has itself."""
    return Section(piece.member.stock.thickness, piece.member.stock.depth)


def by_section(
    wanted: tuple[Wanted, ...], cut_from: Callable[[Wanted], Section] = own_section
) -> dict[Section, tuple[Wanted, ...]]:
    """The pieces by the section they are cut from, in the order they come.

    Args:
        wanted: the pieces.
        cut_from: what a piece is cut from: its own section, or a wider one it is ripped out of.
    """
    found: dict[Section, list[Wanted]] = {}
    for one in wanted:
        if one.count < 1 or one.member.role in SHEET_ROLES:
            continue
        stock = cut_from(one)
        key = next(
            (k for k in found if abs(k.thickness - stock.thickness) < ALIKE and abs(k.depth - stock.depth) < ALIKE),
            stock,
        )
        found.setdefault(key, []).append(one)
    return {key: tuple(pieces) for key, pieces in found.items()}
