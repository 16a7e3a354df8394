"""The order and the ways in which a board's pieces take up least, by looking at every one (M. Held, R. Karp, 1962)."""

from dataclasses import dataclass
from itertools import product
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
    ways = [(at, (k, turn), lying) for at, k in enumerate(kinds) for turn, lying in items[k].ways.items()]
    whole = tuple(pattern[k] for k in kinds)
    if prod(n + 1 for n in whole) * len(ways) ** 2 > MOST_STATES:
        return None
    pitches = [[pitch(before, after, kerf) for _, _, after in ways] for _, _, before in ways]
    # Of what is left, for each way that lies before it: how far it reaches at least, and which way then comes next.
    reaches: dict[Pattern, list[tuple[float, int]]] = {}
    for left in product(*(range(n + 1) for n in whole)):
        after = [(way, reaches[_less(left, at)][way][0]) for way, (at, _, _) in enumerate(ways) if left[at]]
        reaches[left] = (
            [min([(step[way] + reach, way) for way, reach in after]) for step in pitches]
            if after
            else [(lying.length, -1) for _, _, lying in ways]
        )
    reach, way = min((reaches[_less(whole, at)][way][0], way) for way, (at, _, _) in enumerate(ways))
    left, order = whole, []
    while way >= 0:
        at, piece, _ = ways[way]
        left = _less(left, at)
        order.append(piece)
        way = reaches[left][way][1]
    return Order(tuple(order), reach)


def _less(left: Pattern, at: int) -> Pattern:
    """One piece fewer of a kind."""
    return (*left[:at], left[at] - 1, *left[at + 1 :])
