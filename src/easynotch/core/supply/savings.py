"""The least that pieces take up in a board together, however their angled ends lie into each other.

Whatever two neighbouring ends save, each saw cut is one junction and every end is part of one at most. Numbers are
laid on the ends, so that the two of every pair that could be neighbours come to what that pair saves at least: then a
board's pieces save no more than their ends' numbers together. Of all such numbers those are taken whose sum over the
whole batch is least: the dual of the dearest fractional matching of ends (J. Edmonds, 1965).
"""

from collections.abc import Sequence
from dataclasses import dataclass

import highspy
import numpy as np

from .ends import Lying, Turn, pitch
from .solver import solver

MOST_ENDS = 400
"""More ends than that are not paired: the programme would take longer than it saves."""


@dataclass(frozen=True, slots=True)
class Ends:
    """A piece's ways to lie, its whole length, and how many of it there are."""

    ways: dict[Turn, Lying]
    length: float
    count: int


def savings(pieces: Sequence[Ends], kerf: float) -> list[float] | None:
    """What each piece's two ends can save at most, together, in any plan; None where they are too many to pair.

    Args:
        pieces: of one section.
        kerf: the saw's.
    """
    kinds = 2 * len(pieces)
    if kinds > MOST_ENDS:
        return None
    pairs: dict[tuple[int, int], float] = {}
    rights = [_shown(piece, at, right=True) for at, piece in enumerate(pieces)]
    lefts = [_shown(piece, at, right=False) for at, piece in enumerate(pieces)]
    for one, piece in zip(rights, pieces, strict=True):
        for left in lefts:
            for end, lying in one:
                for facing, after in left:
                    saved = piece.length + kerf - pitch(lying, after, kerf)
                    key = (min(end, facing), max(end, facing))
                    if saved > pairs.get(key, 0.0):
                        pairs[key] = saved
    if not pairs:
        return [0.0] * len(pieces)
    found = _least_numbers([piece.count for piece in pieces for _ in range(2)], pairs)
    return [found[2 * at] + found[2 * at + 1] for at in range(len(pieces))]


def _shown(piece: Ends, at: int, *, right: bool) -> list[tuple[int, Lying]]:
    """Every way the piece may lie, by which of its two ends (0 its head, 1 its foot) then looks right or left."""
    return [(2 * at + ((turn is Turn.AS_MARKED) is right), lying) for turn, lying in piece.ways.items()]


def _least_numbers(weights: Sequence[int], pairs: dict[tuple[int, int], float]) -> list[float]:
    """The numbers on the ends, none negative, every pair's two at least what it saves, their weighted sum least."""
    model = solver()
    none = np.array([], dtype=np.int32)
    for weight in weights:
        model.addCol(float(weight), 0.0, highspy.kHighsInf, 0, none, np.array([], dtype=np.float64))
    for (one, other), saved in pairs.items():
        if one == other:
            model.addRow(saved, highspy.kHighsInf, 1, np.array([one], dtype=np.int32), np.array([2.0]))
        else:
            model.addRow(saved, highspy.kHighsInf, 2, np.array([one, other], dtype=np.int32), np.array([1.0, 1.0]))
    model.run()
    found = [max(0.0, float(value)) for value in model.getSolution().col_value]
    # What the solver leaves open by its tolerance is put on the ends themselves.
    short = max((saved - found[one] - found[other] for (one, other), saved in pairs.items()), default=0.0)
    return [value + max(0.0, short) for value in found]
