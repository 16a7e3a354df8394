"""The order and the ways in which a board's pieces take up least, by looking at every one (M. Held, R. Karp, 1962)."""

from dataclasses import dataclass
from functools import cache
from math import prod

from .ends import Turn, pitch
from .packing import Item, Pattern

Next = tuple[int, Turn]
MOST_STATES = 6_000
"""Of what is left and what lay last, each with every next one: more take longer than they save."""


@dataclass(frozen=True, slots=True)
class Order:
    """Pieces one after the other, and where the last one's farthest point comes, from the first one's."""

    pieces: tuple[Next, ...]
    reach: float


def shortest(items: tuple[Item, ...], pattern: Pattern, kerf: float) -> Order | None:
    """The order in which a pattern's pieces reach least far; None where there are too many to look at."""
    kinds = [k for k, n in enumerate(pattern) if n]
    ways = sum(len(items[k].ways) for k in kinds)
    if prod(pattern[k] + 1 for k in kinds) * ways * ways > MOST_STATES:
        return None

    @cache
    def rest(left: Pattern, last: Next) -> tuple[float, tuple[Next, ...]]:
        before = items[last[0]].ways[last[1]]
        if not any(left):
            return before.length, ()
        best: tuple[float, tuple[Next, ...]] | None = None
        for k in kinds:
            if not left[k]:
                continue
            fewer = tuple(n - (number == k) for number, n in enumerate(left))
            for turn, lying in items[k].ways.items():
                reach, order = rest(fewer, (k, turn))
                found = pitch(before, lying, kerf) + reach, ((k, turn), *order)
                if best is None or found[0] < best[0] - 1e-9:
                    best = found
        assert best is not None
        return best

    tried: list[tuple[float, int, tuple[Next, ...]]] = []
    for k in kinds:
        fewer = tuple(n - (number == k) for number, n in enumerate(pattern))
        for turn in items[k].ways:
            reach, order = rest(fewer, (k, turn))
            tried.append((reach, len(tried), ((k, turn), *order)))
    reach, _, order = min(tried)
    return Order(order, reach)
