"""Which piece from which board: cutting plans with their proven bound.

Boards are filled by patterns. A plain good plan comes first (longest pieces first, into the board they fill best);
then patterns are added as long as a linear programme says they would save (column generation), and whole numbers of
each are chosen by branch and bound within a fixed number of nodes, so that the same input gives the same plan. The
bound is what no plan can go under: the dual prices of the pieces over the best that any pattern makes of them
(A. A. Farley, 1990), with every piece at the least it can take up.
"""

from collections.abc import Callable
from dataclasses import dataclass

from .boards import Board, Saw, board_of
from .columns import Master, bound_of, priced
from .packing import Column, Item, Rooms, first_fit, items_of
from .pieces import StockLength, Wanted


@dataclass(frozen=True, slots=True)
class Plan:
    """A cutting plan: its boards, cost, the proven bound, and what is longer than any stock.

    ``gap`` is how much of the cost is not proven needed, 0 to 1; ``stopped`` tells that a cheaper one was not looked
    for to the end.
    """

    boards: tuple[Board, ...]
    cost: float
    bound: float
    too_long: tuple[str, ...]
    stopped: bool = False

    @property
    def gap(self) -> float:
        """The share of the cost above the bound."""
        return 0.0 if self.cost <= 0 else max(0.0, (self.cost - self.bound) / self.cost)


def always() -> bool:
    """Nobody stops it."""
    return True


def nest(
    wanted: tuple[Wanted, ...],
    stock: tuple[StockLength, ...],
    kerf: float,
    trim: float = 0.0,
    go_on: Callable[[], bool] = always,
) -> Plan:
    """A cutting plan for pieces of one section.

    Args:
        wanted: the pieces.
        stock: the lengths that can be bought, in any order, each of which costs something; and boards on hand, which
            are as many as they are.
        kerf: the saw's, mm, square to its cut.
        trim: what is sawn off either end of every board.
        go_on: asked between two rounds of looking for a cheaper plan; where it says no, the plain good plan stands,
            with what is proved of it so far.
    """
    rooms = tuple((one, one.length - 2 * trim) for one in stock if one.length > 2 * trim and one.count != 0)
    items = items_of(wanted, kerf)
    bought = max((room for one, room in rooms if one.count is None), default=0.0)
    fits = tuple(item for item in items if item.length <= bought + 1e-9)
    too_long = tuple(item.wanted.id for item in items if item not in fits)
    if not fits:
        return Plan((), 0.0, 0.0, too_long)
    plain = first_fit(fits, rooms)
    master = Master(fits, rooms, list(plain))
    prices, stopped = priced(master, go_on)
    bound = bound_of(fits, rooms, prices, kerf)
    chosen = plain if stopped else _better(plain, _whole(master), rooms, fits)
    boards = tuple(board_of(fits, rooms[k][0], pattern, n, Saw(kerf, trim)) for (k, pattern), n in chosen.items())
    cost = _cost(chosen, rooms)
    return Plan(boards, cost, min(cost, bound), too_long, stopped)


def _whole(master: Master) -> dict[Column, int]:
    """Whole numbers of each pattern; what they bring beyond the demand is left out of the last boards."""
    left = [item.wanted.count for item in master.items]
    found: dict[Column, int] = {}
    columns, values = master.columns, master.whole()
    for c in sorted(range(len(values)), key=lambda c: (-sum(columns[c][1]), columns[c])):
        k, pattern = columns[c]
        for _ in range(round(values[c])):
            kept = tuple(min(n, rest) for n, rest in zip(pattern, left, strict=True))
            left = [rest - n for rest, n in zip(left, kept, strict=True)]
            if any(kept):
                found[k, kept] = found.get((k, kept), 0) + 1
    return found


def _better(
    plain: dict[Column, int], found: dict[Column, int], rooms: Rooms, items: tuple[Item, ...]
) -> dict[Column, int]:
    """The plan found, where it brings every piece and costs no more than the plain one."""
    brought = [sum(pattern[i] * n for (_, pattern), n in found.items()) for i in range(len(items))]
    whole = brought == [item.wanted.count for item in items]
    return found if whole and _cost(found, rooms) <= _cost(plain, rooms) + 1e-9 else plain


def _cost(chosen: dict[Column, int], rooms: Rooms) -> float:
    return sum(rooms[k][0].cost * n for (k, _), n in chosen.items())
