"""A made-up timber yard: its stock, prices, lead times and shortages come from a seed, so that the same question gets
the same answer. It stands in for a real one, to try ordering, back-orders and substitutions with.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from random import Random

PER_CUBIC_METRE = 900.0
"""What timber costs in the yard's own money, before its whims."""
LONGEST_WAIT = 14
"""Days."""


@dataclass(frozen=True, slots=True)
class Line:
    """Boards asked for: section and length in mm, and how many."""

    thickness: float
    depth: float
    length: float
    count: int


@dataclass(frozen=True, slots=True)
class Instead:
    """A longer board the yard has in place of one it is short of: how many, what one costs."""

    length: float
    count: int
    price: float


@dataclass(frozen=True, slots=True)
class Offer:
    """What the yard says to a line: how many lie there now, what one costs, how many days the others take, and what it
    has instead of them.
    """

    line: Line
    here: int
    price: float
    days: int
    instead: tuple[Instead, ...]

    @property
    def short(self) -> int:
        """How many are on back-order."""
        return max(0, self.line.count - self.here)


def ask_yard(seed: int, lines: Sequence[Line], lengths: Sequence[float]) -> tuple[Offer, ...]:
    """What the yard of a seed offers for every line.

    Args:
        seed: which yard, on which day.
        lines: what is asked for.
        lengths: the lengths the yard deals in, mm.
    """
    return tuple(_offer(seed, line, lengths) for line in lines)


def _offer(seed: int, line: Line, lengths: Sequence[float]) -> Offer:
    there, price, days = _shelf(seed, line, line.length)
    instead = []
    missing = line.count - there
    for length in sorted(lengths):
        if missing > 0 and length > line.length + 1.0:
            more, dearer, _ = _shelf(seed, line, length)
            if more > 0:
                instead.append(Instead(length, min(more, missing), dearer))
    return Offer(line, min(there, line.count), price, days if missing > 0 else 0, tuple(instead))


def _shelf(seed: int, line: Line, length: float) -> tuple[int, float, int]:
    """How many boards of a length lie there, what one costs, and how soon more come."""
    chance = Random(f"{seed}:{line.thickness:.1f}:{line.depth:.1f}:{length:.0f}")
    there = chance.choice((0, 2, 3, 5, 8, 12, 20, 40))
    whim = chance.uniform(0.85, 1.25)
    cubic = line.thickness * line.depth * length / 1e9
    return there, round(cubic * PER_CUBIC_METRE * whim, 2), chance.randint(2, LONGEST_WAIT)
