"""A pattern laid out on its board, piece after piece."""

from collections.abc import Iterator
from dataclasses import dataclass

from .ends import Lying, Turn, pitch
from .orders import Next, shortest
from .packing import Item, Pattern
from .pieces import StockLength


@dataclass(frozen=True, slots=True)
class Laid:
    """A piece in a board: from where to where, mm from the board's end, and how it lies."""

    id: str
    start: float
    stop: float
    turn: Turn


@dataclass(frozen=True, slots=True)
class Board:
    """A board as it is cut, and how many are cut so. ``rest`` is the off-cut at its end, ``shared`` how many of its
    cuts part two pieces at an angle.
    """

    stock: StockLength
    laid: tuple[Laid, ...]
    count: int
    rest: float
    shared: int


@dataclass(frozen=True, slots=True)
class Saw:
    """What the saw takes: its kerf, and what is sawn off either end of every board, mm."""

    kerf: float
    trim: float = 0.0


def board_of(items: tuple[Item, ...], stock: StockLength, pattern: Pattern, times: int, saw: Saw) -> Board:
    """A pattern laid out: each next piece the one, and the way, that comes nearest to the one before; where that takes
    more than there is, kind by kind as it was counted, or in the best order of all.
    """
    room = stock.length - saw.trim
    laid, shared = _laid(items, _nearest_first(items, pattern, saw.kerf), saw)
    if max(piece.stop for piece in laid) > room + 1e-6:
        laid, shared = _laid(items, _kind_by_kind(items, pattern), saw)
    best = shortest(items, pattern, saw.kerf) if max(one.stop for one in laid) > room + 1e-6 else None
    if best is not None:
        laid, shared = _laid(items, iter(best.pieces), saw)
    return Board(stock, laid, times, room - max(one.stop for one in laid), shared)


def lies_in(items: tuple[Item, ...], pattern: Pattern, room: float, kerf: float) -> bool:
    """Whether a pattern, laid out as it would be cut, lies within a clear length."""
    saw = Saw(kerf)
    for order in (_nearest_first(items, pattern, kerf), _kind_by_kind(items, pattern)):
        laid, _ = _laid(items, order, saw)
        if max(piece.stop for piece in laid) <= room + 1e-9:
            return True
    best = shortest(items, pattern, kerf)
    if best is None or best.reach > room + 1e-9:
        return False
    laid, _ = _laid(items, iter(best.pieces), saw)
    return min(one.start for one in laid) >= -1e-9 and max(one.stop for one in laid) <= room + 1e-9


def _laid(items: tuple[Item, ...], order: Iterator[Next], saw: Saw) -> tuple[tuple[Laid, ...], int]:
    """Pieces one after the other, and how many cuts part two of them at an angle."""
    laid: list[Laid] = []
    at, shared = saw.trim, 0
    before: Lying | None = None
    for number, turn in order:
        lying = items[number].ways[turn]
        if before is not None:
            step = pitch(before, lying, saw.kerf)
            shared += step < before.length + saw.kerf - 1e-6
            at += step
        laid.append(Laid(items[number].wanted.id, at, at + lying.length, turn))
        before = lying
    return tuple(laid), shared


def _nearest_first(items: tuple[Item, ...], pattern: Pattern, kerf: float) -> Iterator[Next]:
    left = {number: n for number, n in enumerate(pattern) if n}
    number, turn = next(iter(left)), Turn.AS_MARKED
    while True:
        yield number, turn
        before = items[number].ways[turn]
        left[number] -= 1
        if not left[number]:
            del left[number]
        if not left:
            return
        tried = [
            (pitch(before, lying, kerf) + lying.length - items[k].length, k, other)
            for k in left
            for other, lying in items[k].ways.items()
        ]
        _, number, turn = min(tried)


def _kind_by_kind(items: tuple[Item, ...], pattern: Pattern) -> Iterator[Next]:
    for number, (item, n) in enumerate(zip(items, pattern, strict=True)):
        for k in range(n):
            yield number, item.turns[k % 2]
