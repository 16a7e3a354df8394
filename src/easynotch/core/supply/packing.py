"""Pieces as numbers to pack: what each takes in a board, beside its like and beside others."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from .ends import Lying, Turn, lying_ways, pitch
from .pieces import StockLength, Wanted, may_lie
from .savings import Ends, savings

Rooms = tuple[tuple[StockLength, float], ...]
Pattern = tuple[int, ...]
Column = tuple[int, Pattern]
"""Which stock length, and how many of each item."""


@dataclass(frozen=True, slots=True)
class Item:
    """A piece in numbers: how its kind lies, one after the other; its whole length; what each more of its kind takes,
    kerf included; the least any plan can count it with; and what a change to another kind after it may take more.
    """

    wanted: Wanted
    ways: dict[Turn, Lying]
    turns: tuple[Turn, Turn]
    length: float
    each: float
    least: float
    extra: float


def items_of(wanted: tuple[Wanted, ...], kerf: float) -> tuple[Item, ...]:
    """The pieces in numbers, longest first."""
    made = []
    ways = [lying_ways(piece.member, edge_free=piece.edge_free, face_given=piece.face_given) for piece in wanted]
    every = [lying for found in ways for lying in found.values()]
    for one, found in zip(wanted, ways, strict=True):
        marked = found[Turn.AS_MARKED]
        straight = pitch(marked, marked, kerf)
        best = ((Turn.AS_MARKED, Turn.AS_MARKED), straight)
        for turn in (Turn.END_FOR_END, Turn.OTHER_EDGE):
            if turn in found:
                there, back = pitch(marked, found[turn], kerf), pitch(found[turn], marked, kerf)
                if max(there, back) < best[1] - 1e-6:
                    best = ((Turn.AS_MARKED, turn), max(there, back))
        own = list(found.values())
        dearest = max((pitch(lying, other, kerf) for lying in own for other in every), default=straight)
        mean = sum(stop - start for start, stop in zip(marked.starts, marked.stops, strict=True)) / 4
        made.append(Item(one, found, best[0], marked.length, best[1], mean + kerf, max(0.0, dearest - best[1])))
    return tuple(sorted(_at_least(made, kerf), key=lambda item: (-item.length, item.wanted.id)))


def _at_least(items: list[Item], kerf: float) -> list[Item]:
    """The items with what they can be counted with at least: the mean of a piece's length over its section's corners,
    or its whole length less what its ends can save; of both, which hold in every board, the one that is more in all.
    """
    saved = savings([Ends(item.ways, item.length, item.wanted.count) for item in items], kerf)
    if saved is None:
        return items
    paired = [
        replace(item, least=min(item.each, item.length + kerf - most)) for item, most in zip(items, saved, strict=True)
    ]
    return max(items, paired, key=lambda one: sum(item.wanted.count * item.least for item in one))


def upper_length(items: tuple[Item, ...], pattern: Pattern) -> float:
    """What a pattern surely takes: every kind's own pitch, the dearest change after it, and no kerf at the end."""
    used = [(item, n) for item, n in zip(items, pattern, strict=True) if n]
    if not used:
        return 0.0
    whole = sum(n * item.each + item.extra for item, n in used)
    # After the last piece nothing follows: only its own length counts.
    return whole - min(item.each + item.extra - item.length for item, _ in used)


def allowed(items: tuple[Item, ...], counts: Sequence[int], stock: StockLength) -> list[int]:
    """How many of each kind may lie in a board: none of those that may not come out of it."""
    return [n if may_lie(item.wanted, stock) else 0 for item, n in zip(items, counts, strict=True)]


def _filled(items: tuple[Item, ...], left: list[int], room: float) -> Pattern:
    """As many of each kind as surely fit, the longest first."""
    pattern = [0] * len(items)
    for number in range(len(items)):
        while pattern[number] < left[number]:
            pattern[number] += 1
            if upper_length(items, tuple(pattern)) > room + 1e-9:
                pattern[number] -= 1
                break
    return tuple(pattern)


def first_fit(items: tuple[Item, ...], rooms: Rooms) -> dict[Column, int]:
    """Longest first, into a board of the length that costs least for what lies in it: a plain good plan at once.

    Boards on hand cost nothing, so they come first, the one that is filled best before the others.
    """
    left = [item.wanted.count for item in items]
    there = [one.count for one, _ in rooms]
    made: dict[Column, int] = {}
    while any(left):
        tried = []
        for k, (one, room) in enumerate(rooms):
            if there[k] == 0:
                continue
            pattern = _filled(items, allowed(items, left, one), room)
            used = sum(n * item.length for n, item in zip(pattern, items, strict=True))
            if used:
                tried.append((one.cost / used, room - used if one.cost <= 0 else 0.0, k, pattern))
        _, _, k, pattern = min(tried)
        there[k] = None if (n := there[k]) is None else n - 1
        made[k, pattern] = made.get((k, pattern), 0) + 1
        left = [n - m for n, m in zip(left, pattern, strict=True)]
    return made
