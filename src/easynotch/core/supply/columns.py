"""Patterns found by their price: the linear programme of a cutting plan, and the bound its prices prove."""

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from fractions import Fraction
from functools import reduce
from math import ceil, floor, gcd, lcm

import highspy
import numpy as np

from .packing import Column, Item, Pattern, Rooms
from .pieces import StockLength, may_lie
from .solver import solver as quiet_solver

UNIT = 0.5
"""mm: the grid lengths are packed on, pieces up and, for the bound, down."""
NODES = 20
CLOSE_ENOUGH = 1e-4
FEASIBLE = 2
"""As the solver calls a solution it holds."""
ROUNDS = 120
CHEAPER = 1e-7


class Master:
    """The master: as many of each pattern as bring every piece. Patterns are added to it as they are found, so that
    every solution starts from the one before. ``cheaper`` is what a millimetre of board counts beside its price, so
    that of two plans that cost the same the one with less wood is taken; nothing where a cost is to be proved.
    """

    def __init__(self, items: tuple[Item, ...], rooms: Rooms, columns: list[Column], cheaper: float = CHEAPER) -> None:
        self.items, self.rooms, self.cheaper = items, rooms, cheaper
        self.columns: list[Column] = []
        self.solver = quiet_solver()
        none, nothing = np.array([], dtype=np.int32), np.array([])
        for item in items:
            self.solver.addRow(float(item.wanted.count), highspy.kHighsInf, 0, none, nothing)
        self.limited: dict[int, int] = {}
        for k, (room, _) in enumerate(rooms):
            if room.count is not None:
                self.limited[k] = len(items) + len(self.limited)
                self.solver.addRow(-highspy.kHighsInf, float(room.count), 0, none, nothing)
        for column in columns:
            self.add(column)

    def add(self, column: Column) -> None:
        """A pattern more."""
        k, pattern = column
        rows = [row for row, n in enumerate(pattern) if n]
        values = [float(pattern[row]) for row in rows]
        if k in self.limited:
            rows, values = [*rows, self.limited[k]], [*values, 1.0]
        cost = self.rooms[k][0].cost + self.cheaper * self.rooms[k][1]
        self.solver.addCol(cost, 0.0, highspy.kHighsInf, len(rows), np.array(rows, dtype=np.int32), np.array(values))
        self.columns.append(column)

    def prices(self) -> tuple[list[float], dict[int, float]]:
        """What each piece is worth at the best mix of patterns, and what one more of each limited board would save."""
        self.solver.run()
        duals = list(self.solver.getSolution().row_dual)
        saved = {k: max(0.0, -duals[row]) for k, row in self.limited.items()}
        return [max(0.0, value) for value in duals[: len(self.items)]], saved

    def whole(self, nodes: int = NODES) -> tuple[list[float], float]:
        """Whole numbers of each pattern (empty where none were found within the nodes), and what no choice of these
        patterns can cost less than.
        """
        for number in range(len(self.columns)):
            self.solver.changeColIntegrality(number, highspy.HighsVarType.kInteger)
        self.solver.setOptionValue("mip_max_nodes", nodes)
        # Within less than the next cost there can be it is the best, where equal cost is equal wood.
        alike = by_length(self.rooms)
        step = price_step(self.rooms) if alike else None
        self.solver.setOptionValue("mip_rel_gap", CLOSE_ENOUGH if alike else 0.0)
        self.solver.setOptionValue("mip_abs_gap", 0.99 * (step or 0.0))
        self.solver.run()
        info = self.solver.getInfo()
        if info.primal_solution_status != FEASIBLE:
            return [], 0.0
        return list(self.solver.getSolution().col_value), float(info.mip_dual_bound)


@dataclass(frozen=True, slots=True)
class Prices:
    """What each piece is worth at the best mix of patterns, and what one more of each limited board would save."""

    pieces: list[float]
    saved: dict[int, float]

    def lowest(self, items: tuple[Item, ...], rooms: Rooms) -> float:
        """What these prices say every plan of the patterns known costs at least."""
        limited = sum(self.saved.get(k, 0.0) * (room.count or 0) for k, (room, _) in enumerate(rooms))
        return sum(price * item.wanted.count for price, item in zip(self.pieces, items, strict=True)) - limited


def priced(master: Master, should_continue: Callable[[], bool]) -> tuple[Prices, bool]:
    """Patterns added as long as one would lower the cost and nobody stopped it; the prices at the end, and whether it
    was stopped.
    """
    known = set(master.columns)
    prices: list[float] = []
    saved: dict[int, float] = {}
    for _ in range(ROUNDS):
        prices, saved = master.prices()
        if not should_continue():
            return Prices(prices, saved), True
        fresh = []
        found = _knapsacks(master.items, prices, master.rooms)
        for k, ((one, room), (worth, pattern)) in enumerate(zip(master.rooms, found, strict=True)):
            price = one.cost + CHEAPER * room + saved.get(k, 0.0)
            if worth > price + 1e-7 and (k, pattern) not in known:
                fresh.append((k, pattern))
        if not fresh:
            break
        known.update(fresh)
        for column in fresh:
            master.add(column)
    return Prices(prices, saved), False


def _knapsacks(items: tuple[Item, ...], worth: list[float], rooms: Rooms) -> list[tuple[float, Pattern]]:
    """For each room the dearest pattern that surely fits; each kind's first piece carries the change to another kind.

    One table serves all rooms that may hold the same pieces: what fits a shorter board is its beginning.
    """
    found: dict[int, tuple[float, Pattern]] = {}
    for worths in {_worth_in(items, worth, room) for room, _ in rooms}:
        like = [k for k, (one, _) in enumerate(rooms) if _worth_in(items, worth, one) == worths]
        found |= zip(like, _knapsack(items, worths, [rooms[k][1] for k in like]), strict=True)
    return [found[k] for k in range(len(rooms))]


def _worth_in(items: tuple[Item, ...], worth: Sequence[float], stock: StockLength) -> tuple[float, ...]:
    """What each piece is worth in a board: nothing where it may not lie in it."""
    return tuple(price if may_lie(item.wanted, stock) else 0.0 for item, price in zip(items, worth, strict=True))


def _knapsack(items: tuple[Item, ...], worth: Sequence[float], rooms: list[float]) -> list[tuple[float, Pattern]]:
    """The dearest pattern for each clear length."""
    slack = min(max(0.0, item.each + item.extra - item.length) for item in items)
    sizes = [floor((room + slack) / UNIT) + 1 for room in rooms]
    size = max(sizes)
    best = np.zeros(size)
    taken: list[tuple[int, np.ndarray]] = []
    for number, item in enumerate(items):
        if worth[number] <= 0:
            continue
        each, first = ceil(item.each / UNIT), ceil((item.each + item.extra) / UNIT)
        choice = np.zeros(size, dtype=np.int32)
        before = best.copy()
        for n in range(1, item.wanted.count + 1):
            shift = first + (n - 1) * each
            if shift >= size:
                break
            tried = before[: size - shift] + n * worth[number]
            better = tried > best[shift:] + 1e-12
            best[shift:][better] = tried[better]
            choice[shift:][better] = n
        taken.append((number, choice))
    return [_read_back(items, best[:room], taken) for room in sizes]


def _read_back(items: tuple[Item, ...], best: np.ndarray, taken: list[tuple[int, np.ndarray]]) -> tuple[float, Pattern]:
    """The pattern that makes the best of a room."""
    pattern = [0] * len(items)
    at = int(np.argmax(best))
    value = float(best[at])
    for number, choice in reversed(taken):
        n = int(choice[at])
        if n:
            pattern[number] = n
            item = items[number]
            at -= ceil((item.each + item.extra) / UNIT) + (n - 1) * ceil(item.each / UNIT)
    return value, tuple(pattern)


def dual_bound_prices(items: tuple[Item, ...], rooms: Rooms, prices: Prices, kerf: float) -> Prices:
    """Prices at which no filling of any board is worth more than it costs, so that their sum is a cost no plan can go
    under (A. A. Farley, 1990).

    However ends lie into each other, no wood is shared: over a board's four corners pieces take their mean length, and
    a kerf lies between each two. Lengths are rounded down to the grid. A limited board's price is what it could hold
    at most beyond its cost.
    """
    worth = prices.pieces
    bought = [(one, room) for one, room in rooms if one.count is None and one.cost > 0]
    dearest = max([1.0, *(_loosest(items, worth, room + kerf) / one.cost for one, room in bought)])
    lower = [price / dearest for price in worth]
    limited = ((k, one, room) for k, (one, room) in enumerate(rooms) if one.count is not None)
    saved = {
        k: max(0.0, _loosest(items, _worth_in(items, lower, one), room + kerf) - one.cost) for k, one, room in limited
    }
    return Prices(lower, saved)


def _loosest(items: tuple[Item, ...], worth: Sequence[float], room: float) -> float:
    """The most any filling of a board could be worth, on the loose side."""
    size = floor(room / UNIT) + 2
    best = np.zeros(size)
    for number, item in enumerate(items):
        weight = max(1, floor(item.least / UNIT))
        left = item.wanted.count
        lot = 1
        while left > 0 and worth[number] > 0:
            n = min(lot, left)
            left -= n
            lot *= 2
            shift = weight * n
            if shift >= size:
                continue
            best[shift:] = np.maximum(best[shift:], best[: size - shift] + n * worth[number])
    return float(best.max())


def stepped(bound: float, rooms: Rooms) -> float:
    """The next cost that can be: only whole boards are bought."""
    step = price_step(rooms)
    return bound if step is None else ceil(bound / step - 1e-6) * step


def by_length(rooms: Rooms) -> bool:
    """Whether boards are paid for by their length, so that plans of one cost waste alike."""
    rates = [room.cost / room.length for room, _ in rooms if room.cost > 0]
    return not rates or max(rates) - min(rates) <= 1e-9 * max(rates)


def price_step(rooms: Rooms) -> float | None:
    """What every board's price is a whole number of; None where they have nothing in common."""
    costs = [room.cost for room, _ in rooms if room.cost > 0]
    prices = [Fraction(cost).limit_denominator(1000) for cost in costs]
    if not prices or any(abs(float(price) - cost) > 1e-9 for price, cost in zip(prices, costs, strict=True)):
        return None
    return float(reduce(_common, prices))


def _common(one: Fraction, other: Fraction) -> Fraction:
    """The largest number both are multiples of."""
    below = lcm(one.denominator, other.denominator)
    return Fraction(gcd(int(one * below), int(other * below)), below)
