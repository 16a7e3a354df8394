"""Which piece from which board: cutting plans with their proven bound.

Boards are filled by patterns. A plain good plan comes first (longest pieces first, into the board they fill best);
then patterns are added as long as a linear programme says they would save (column generation), and then every one
that could still be part of a cheaper plan (reduced cost fixing), where they are not too many. Whole numbers of each
are chosen by branch and bound within a fixed number of nodes, so that the same input gives the same plan.

The bound is what no plan can go under: the dual prices of the pieces over the best that any filling makes of them
(A. A. Farley, 1990), with every piece at the least it can take up however ends lie into each other; raised to the
next cost that whole boards can come to, and to what a programme in whole boards proves over all such fillings.
"""

from collections.abc import Callable
from dataclasses import dataclass, replace

from .boards import Board, Saw, board_of, lies_in
from .columns import Master, Prices, by_length, dual_bound_prices, priced, stepped
from .orders import shortest
from .packing import Column, Item, Pattern, Rooms, allowed, first_fit, items_of, upper_length
from .patterns import candidate_patterns
from .pieces import StockLength, Wanted
from .sighted import sighted

LOOKS = 2
"""How often what is left to gain is looked at again."""
SHARES = (1.0, 1 / 8, 1 / 64)
"""Of what could still be gained: where too many fillings could, only those nearer to nothing wasted are taken."""
MOST_ORDERS = 300
"""Fillings whose best order is looked for, for one bound."""
CENT = 1e-6
"""Of whatever boards are paid in: costs nearer than this are one."""


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
    should_continue: Callable[[], bool] = always,
) -> Plan:
    """A cutting plan for pieces of one section.

    Args:
        wanted: the pieces.
        stock: the lengths that can be bought, in any order, each of which costs something; and boards on hand, which
            are as many as they are.
        kerf: the saw's, mm, square to its cut.
        trim: what is sawn off either end of every board.
        should_continue: asked between two rounds of looking for a cheaper plan; where it says no, the plain good plan
            stands, with what is proved of it so far.
    """
    rooms = tuple((kind, kind.length - 2 * trim) for kind in stock if kind.length > 2 * trim and kind.count != 0)
    items = items_of(wanted, kerf)
    bought = max((room for one, room in rooms if one.count is None), default=0.0)
    fits = tuple(item for item in items if item.length <= bought + 1e-9)
    too_long = tuple(item.wanted.id for item in items if item not in fits)
    if not fits:
        return Plan((), 0.0, 0.0, too_long)
    plain = first_fit(fits, rooms)
    master = Master(fits, rooms, list(plain))
    prices, stopped = priced(master, should_continue)
    lowest = dual_bound_prices(fits, rooms, prices, kerf)
    bound = stepped(max(0.0, lowest.lowest(fits, rooms)), rooms)
    chosen, cost = plain, _cost(plain, rooms)
    if not stopped and (cost > bound + CENT or not by_length(rooms)):
        lowest = _better_prices(fits, rooms, lowest, kerf, should_continue)
        bound = max(bound, stepped(max(0.0, lowest.lowest(fits, rooms)), rooms))
        for _ in range(LOOKS):
            loose = _loose(fits, rooms, lowest, kerf, cost)
            _add_fitting(master, loose, kerf)
            before, chosen = cost, _better(chosen, _whole(master), rooms, fits)
            cost = _cost(chosen, rooms)
            # What was too much to look at may not be once less is left to gain.
            if cost <= bound + CENT or cost > before - CENT or loose.whole:
                break
        if cost > bound + CENT:
            bound = max(bound, _loose_bound(master, loose, kerf))
    planned = [board_of(fits, rooms[k][0], pattern, n, Saw(kerf, trim)) for (k, pattern), n in chosen.items()]
    boards = sighted(planned, wanted, stock)
    return Plan(boards, cost, min(cost, bound), too_long, stopped)


def _better_prices(
    items: tuple[Item, ...], rooms: Rooms, lowest: Prices, kerf: float, should_continue: Callable[[], bool]
) -> Prices:
    """Prices for pieces that all take the least they can, where ends that lie into each other make that less than they
    surely take: those whose sum is more.
    """
    if all(item.each - item.least < CENT and item.extra < CENT for item in items):
        return lowest
    least = tuple(replace(item, each=item.least, extra=0.0, length=item.least - kerf) for item in items)
    prices, _ = priced(Master(least, rooms, list(first_fit(least, rooms))), should_continue)
    other = dual_bound_prices(items, rooms, prices, kerf)
    return max(lowest, other, key=lambda one: one.lowest(items, rooms))


@dataclass(frozen=True, slots=True)
class Loose:
    """Fillings of boards that could be part of a cheaper plan, by the length of board; ``whole`` where they are all
    there are.
    """

    patterns: dict[int, list[Pattern]]
    whole: bool


def _loose(items: tuple[Item, ...], rooms: Rooms, prices: Prices, kerf: float, cost: float) -> Loose:
    """Fillings that could be part of a plan cheaper than one of that cost, each piece at the least it can take up
    however ends lie into each other; where they are too many, those of them that waste least.
    """
    sizes, counts = [item.least for item in items], [item.wanted.count for item in items]
    spare = max(0.0, cost - prices.lowest(items, rooms))
    found: dict[int, list[Pattern]] = {}
    whole = True
    for k, (one, room) in enumerate(rooms):
        price = one.cost + prices.saved.get(k, 0.0)
        for share in SHARES:
            patterns = candidate_patterns(
                sizes, allowed(items, counts, one), prices.pieces, room + kerf, price - spare * share
            )
            if patterns is not None:
                found[k] = patterns
                break
            whole = False
    return Loose(found, whole)


def _add_fitting(master: Master, loose: Loose, kerf: float) -> None:
    """Those of the fillings that really fit, where they are laid out."""
    known = set(master.columns)
    for k, patterns in loose.patterns.items():
        room = master.rooms[k][1]
        for pattern in patterns:
            if (k, pattern) not in known and (
                upper_length(master.items, pattern) <= room + 1e-9 or lies_in(master.items, pattern, room, kerf)
            ):
                master.add((k, pattern))


def _loose_bound(master: Master, loose: Loose, kerf: float) -> float:
    """What no plan can cost less than, in whole boards over every filling there could be; 0 where they are too many.

    A filling that fits in no order, all of which were looked at, is none.
    """
    if not loose.whole:
        return 0.0
    programme = Master(master.items, master.rooms, [], cheaper=0.0)
    reaches: dict[Pattern, float] = {}
    for k, patterns in loose.patterns.items():
        room = master.rooms[k][1]
        for pattern in patterns:
            if upper_length(master.items, pattern) > room + 1e-9:
                if pattern not in reaches and len(reaches) < MOST_ORDERS:
                    best = shortest(master.items, pattern, kerf)
                    reaches[pattern] = 0.0 if best is None else best.reach
                if reaches.get(pattern, 0.0) > room + 1e-6:
                    continue
            programme.add((k, pattern))
    return stepped(programme.whole(nodes=1)[1], master.rooms) if programme.columns else 0.0


def _whole(master: Master) -> dict[Column, int]:
    """Whole numbers of each pattern; what they bring beyond the demand is left out of the last boards."""
    left = [item.wanted.count for item in master.items]
    found: dict[Column, int] = {}
    columns, values = master.columns, master.whole()[0]
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
    """The plan found, where it brings every piece and costs less than the one there was, or as much and less wood."""
    brought = [sum(pattern[i] * n for (_, pattern), n in found.items()) for i in range(len(items))]
    whole = brought == [item.wanted.count for item in items]
    return found if whole and _ranked(found, rooms) <= _ranked(plain, rooms) else plain


def _ranked(chosen: dict[Column, int], rooms: Rooms) -> tuple[float, float]:
    """Cost first, then wood."""
    return round(_cost(chosen, rooms), 6), sum(rooms[k][0].length * n for (k, _), n in chosen.items())


def _cost(chosen: dict[Column, int], rooms: Rooms) -> float:
    return sum(rooms[k][0].cost * n for (k, _), n in chosen.items())
