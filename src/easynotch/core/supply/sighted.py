"""Straight boards for what stays visible: boards of a plan change places, which costs nothing.

What is cut from which length is settled by cost and wood. Then a board in which something lies that stays visible, and
which nobody found straight, changes with one on hand that is: one left over, or one that holds nothing visible.
"""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from itertools import chain, repeat

from .boards import Board
from .pieces import StockLength, Wanted

ROOM = 1e-6
"""mm."""


def sighted(boards: Sequence[Board], wanted: Sequence[Wanted], stock: Sequence[StockLength]) -> tuple[Board, ...]:
    """The boards of a plan, the straight ones on hand given to what stays visible as far as they go.

    Args:
        boards: as they were planned.
        wanted: the pieces.
        stock: every length there was; of those on hand, what was not planned is left over.
    """
    pieces = {piece.id: piece for piece in wanted}
    single = list(chain.from_iterable(repeat(replace(board, count=1), board.count) for board in boards))
    planned = {(board.stock.id, board.stock.start) for board in boards}
    left = [kind for kind in stock if kind.straight and (kind.id, kind.start) not in planned]
    longest_first = sorted(range(len(single)), key=lambda k: (-_seen(single[k], pieces), k))
    for k in longest_first:
        board = single[k]
        if board.stock.straight or not _seen(board, pieces):
            continue
        spare = min((one for one in left if _holds(one, board)), key=lambda one: (one.length, one.id), default=None)
        if spare is not None:
            left.remove(spare)
            single[k] = _in(spare, board)
        elif (other := _exchange(single, board, pieces)) is not None:
            there = single[other]
            single[k], single[other] = _in(there.stock, board), _in(board.stock, there)
    return _together(single)


def _exchange(boards: Sequence[Board], board: Board, pieces: Mapping[str, Wanted]) -> int | None:
    """A straight board that holds nothing visible, where each of the two holds what lies in the other."""
    for number, there in enumerate(boards):
        if not there.stock.straight or _seen(there, pieces):
            continue
        if _holds(there.stock, board) and _holds(board.stock, there):
            return number
    return None


def _seen(board: Board, pieces: Mapping[str, Wanted]) -> float:
    """How much of a board stays visible, mm."""
    return sum(piece.stop - piece.start for piece in board.laid if pieces[piece.id].seen)


def _holds(stock: StockLength, board: Board) -> bool:
    """Whether what was planned in one board lies in another too, with as much sawn off its end."""
    return stock.length >= board.stock.length - board.rest - ROOM


def _in(stock: StockLength, board: Board) -> Board:
    return replace(board, stock=stock, rest=board.rest + stock.length - board.stock.length)


def _together(boards: Sequence[Board]) -> tuple[Board, ...]:
    """Boards that are cut alike, counted."""
    found: dict[Board, int] = {}
    for one in boards:
        found[one] = found.get(one, 0) + 1
    return tuple(replace(one, count=n) for one, n in found.items())
