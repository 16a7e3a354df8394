"""Boards on hand: what of each is clear of its defects, and what is left of one when pieces were cut from it."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from .pieces import StockLength

Sighted = Literal["", "straight", "crooked"]
"""What was found when a board was sighted along."""
LEAST_KEPT = 300.0
"""mm: a shorter off-cut is firewood."""


@dataclass(frozen=True, slots=True)
class OnHand:
    """A board on hand: its length, its defects as intervals from its better end, which no piece may meet, and whether
    it was found straight when it was sighted along (None where nobody looked).
    """

    id: str
    length: float
    defects: tuple[tuple[float, float], ...] = ()
    straight: bool | None = None


def clear_lengths(boards: Sequence[OnHand]) -> tuple[StockLength, ...]:
    """The clear lengths of boards on hand, each there once; they cost nothing any more."""
    found = []
    for board in boards:
        at = 0.0
        for start, stop in sorted(board.defects):
            if start - at >= LEAST_KEPT:
                found.append(StockLength(start - at, 0.0, board.id, 1, at, board.straight))
            at = max(at, stop)
        if board.length - at >= LEAST_KEPT or (not board.defects and board.length > 0):
            found.append(StockLength(board.length - at, 0.0, board.id, 1, at, board.straight))
    return tuple(found)


def off_cuts(board: OnHand, used: Sequence[tuple[float, float]], kerf: float) -> tuple[OnHand, ...]:
    """What is left of a board after pieces were cut from it, a kerf off either end where it was sawn.

    Args:
        board: as it was.
        used: where pieces lay, mm from its better end.
        kerf: the saw's.
    """
    left, at = [], 0.0
    for start, stop in sorted(used):
        left.append((at, start - kerf))
        at = max(at, stop + kerf)
    left.append((at, board.length))
    kept = []
    for low, high in left:
        if high - low >= LEAST_KEPT:
            inside = tuple((max(a, low) - low, min(b, high) - low) for a, b in board.defects if b > low and a < high)
            kept.append(OnHand(board.id, high - low, inside, board.straight))
    return tuple(kept)
