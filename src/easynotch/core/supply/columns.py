"""Patterns found by their price: the linear programme of a cutting plan, and the bound its prices prove."""

from collections.abc import Callable
from math import ceil, floor

import highspy
import numpy as np

from .packing import Column, Item, Pattern, Rooms
from .pieces import StockLength
from .solver import solver as quiet_solver

UNIT = 0.5
"""mm: the grid lengths are packed on, pieces up and, for the bound, down."""
NODES = 40
CLOSE_ENOUGH = 1e-4
FEASIBLE = 2
"""As the solver calls a solution it holds."""
ROUNDS = 120
CHEAPER = 1e-7


class Master:
    """The master: as many of each pattern as bring every piece. Patterns are added to it as they are found, so that
    every solution starts from the one before.
    """

    def __init__(self, items: tuple[Item, ...], rooms: Rooms, columns: list[Column]) -> None:
        self.items, self.rooms = items, rooms
        self.columns: list[Column] = []
        self.solver = quiet_solver()
        none, nothing = np.array([], dtype=np.int32), np.array([])
        for item in items:
            self.solver.addRow(float(item.wanted.count), highspy.kHighsInf, 0, none, nothing)
        self.limited: dict[int, int] = {}
        for k, (one, _) in enumerate(rooms):
            if one.count is not None:
                self.limited[k] = len(items) + len(self.limited)
                self.solver.addRow(-highspy.kHighsInf, float(one.count), 0, none, nothing)
        for column in columns:
            self.add(column)

    def add(self, column: Column) -> None:
        """A pattern more."""
        k, pattern = column
        rows = [row for row, n in enumerate(pattern) if n]
        values = [float(pattern[row]) for row in rows]
        if k in self.limited:
            rows, values = [*rows, self.limited[k]], [*values, 1.0]
        # Of two plans that cost the same, the one with less wood in its boards.
        cost = self.rooms[k][0].cost + CHEAPER * self.rooms[k][1]
        self.solver.addCol(cost, 0.0, highspy.kHighsInf, len(rows), np.array(rows, dtype=np.int32), np.array(values))
        self.columns.append(column)

    def prices(self) -> tuple[list[float], dict[int, float]]:
        """What each piece is worth at the best mix of patterns, and what one more of each limited board would save."""
        self.solver.run()
        duals = list(self.solver.getSolution().row_dual)
        saved = {k: max(0.0, -duals[row]) for k, row in self.limited.items()}
        return [max(0.0, value) for value in duals[: len(self.items)]], saved

    def whole(self) -> list[float]:
        """Whole numbers of each pattern; empty where none were found within the nodes."""
        for number in range(len(self.columns)):
            self.solver.changeColIntegrality(number, highspy.HighsVarType.kInteger)
        self.solver.setOptionValue("mip_max_nodes", NODES)
        self.solver.setOptionValue("mip_rel_gap", CLOSE_ENOUGH)
        self.solver.run()
        if self.solver.getInfo().primal_solution_status != FEASIBLE:
            return []
        return list(self.solver.getSolution().col_value)


def priced(master: Master, go_on: Callable[[], bool]) -> tuple[list[float], bool]:
    """Patterns added as long as one would lower the cost and nobody stopped it; the pieces' prices at the end, and
    whether it was stopped.
    """
    known = set(master.columns)
    prices: list[float] = []
    for _ in range(ROUNDS):
        prices, saved = master.prices()
        if not go_on():
            return prices, True
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
    return prices, False


def _knapsacks(items: tuple[Item, ...], worth: list[float], rooms: Rooms) -> list[tuple[float, Pattern]]:
    """For each room the dearest pattern that surely fits; each kind's first piece carries the change to another kind.

    One table serves all rooms: what fits a shorter board is its beginning.
    """
    slack = min(max(0.0, item.each + item.extra - item.length) for item in items)
    sizes = [floor((room + slack) / UNIT) + 1 for _, room in rooms]
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


def bound_of(items: tuple[Item, ...], rooms: Rooms, duals: list[float], kerf: float) -> float:
    """No plan costs less: the pieces' prices, brought down until no board could hold more than it costs.

    However ends lie into each other, no wood is shared: over a board's four corners pieces take their mean length, and
    a kerf lies between each two. Lengths are rounded down to the grid. What boards on hand could hold at most costs
    nothing.
    """
    if not duals:
        return 0.0
    bought = [(one, room) for one, room in rooms if one.count is None]
    total = sum(price * item.wanted.count for price, item in zip(duals, items, strict=True))
    total -= sum(_loosest(items, duals, room + kerf) * one.count for one, room in rooms if one.count is not None)
    dearest = max([1.0, *(_loosest(items, duals, room + kerf) / one.cost for one, room in bought if one.cost > 0)])
    return _stepped(max(0.0, total) / dearest, bought)


def _loosest(items: tuple[Item, ...], worth: list[float], room: float) -> float:
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


def _stepped(bound: float, rooms: list[tuple[StockLength, float]]) -> float:
    """Where every board costs the same, only whole boards can be bought."""
    costs = {one.cost for one, _ in rooms}
    if len(costs) != 1:
        return bound
    price = costs.pop()
    return ceil(bound / price - 1e-6) * price
