"""Which piece from which board: cutting plans with their proven bound.

Boards are filled by patterns. A plain good plan comes first (longest pieces first, into the board they fill best);
then patterns are added as long as a linear programme says they would save (column generation), and whole numbers of
each are chosen by branch and bound within a fixed number of nodes, so that the same input gives the same plan. The
bound is what no plan can go under: the dual prices of the pieces over the best that any pattern makes of them
(A. A. Farley, 1990), with every piece at the least it can take up.
"""

from dataclasses import dataclass
from math import ceil, floor

import highspy
import numpy as np

from .ends import Lying, Turn, lying_ways, pitch
from .pieces import StockLength, Wanted
from .solver import solver as quiet_solver

UNIT = 0.5
"""mm: the grid lengths are packed on, pieces up and, for the bound, down."""
NODES = 40
CLOSE_ENOUGH = 1e-4
FEASIBLE = 2
"""As the solver calls a solution it holds."""
ROUNDS = 120
CHEAPER = 1e-7


@dataclass(frozen=True, slots=True)
class Laid:
    """A piece in a board: from where to where, mm from the board's trimmed end, and how it lies."""

    id: str
    start: float
    stop: float
    turn: Turn


@dataclass(frozen=True, slots=True)
class Board:
    """A board as it is cut, and how many are cut so. ``rest`` is the off-cut at its end, ``shared`` how many of its
    cuts part two pieces at an angle.
    """

    stock: StockLength
    laid: tuple[Laid, ...]
    count: int
    rest: float
    shared: int


@dataclass(frozen=True, slots=True)
class Plan:
    """A cutting plan: its boards, cost, the proven bound, and what is longer than any stock.

    ``gap`` is how much of the cost is not proven needed, 0 to 1.
    """

    boards: tuple[Board, ...]
    cost: float
    bound: float
    too_long: tuple[str, ...]

    @property
    def gap(self) -> float:
        """The share of the cost above the bound."""
        return 0.0 if self.cost <= 0 else max(0.0, (self.cost - self.bound) / self.cost)


@dataclass(frozen=True, slots=True)
class _Item:
    """A piece in numbers: its way to lie first, its whole length, and what each more of it takes."""

    wanted: Wanted
    ways: dict[Turn, Lying]
    turns: tuple[Turn, Turn]
    length: float
    each: float
    least: float
    extra: float


def nest(wanted: tuple[Wanted, ...], stock: tuple[StockLength, ...], kerf: float, trim: float = 0.0) -> Plan:
    """A cutting plan for pieces of one section.

    Args:
        wanted: the pieces.
        stock: what there is, cheapest to dearest or not.
        kerf: the saw's, mm, square to its cut.
        trim: what is sawn off either end of every board.
    """
    rooms = tuple((one, one.length - 2 * trim) for one in stock if one.length > 2 * trim)
    longest = max((room for _, room in rooms), default=0.0)
    items = _items(wanted, kerf)
    fits = tuple(item for item in items if item.length <= longest + 1e-6)
    too_long = tuple(item.wanted.id for item in items if item not in fits)
    if not fits:
        return Plan((), 0.0, 0.0, too_long)
    master = _Master(fits, rooms, _first_fit(fits, rooms))
    bound = _bound(fits, rooms, _priced(master), kerf)
    chosen = _whole(master)
    boards = tuple(
        _board(fits, stock_length, room, pattern, times, kerf) for (stock_length, room, pattern), times in chosen
    )
    cost = sum(board.stock.cost * board.count for board in boards)
    return Plan(boards, cost, min(cost, _stepped(bound, rooms)), too_long)


def _items(wanted: tuple[Wanted, ...], kerf: float) -> tuple[_Item, ...]:
    made = []
    ways = [lying_ways(one.member, edge_free=one.edge_free) for one in wanted]
    every = [way for found in ways for way in found.values()]
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
        dearest = max((pitch(way, other, kerf) for way in own for other in every), default=straight)
        least = min(pitch(way, other, kerf) for way in own for other in every)
        made.append(
            _Item(one, found, best[0], marked.length, best[1], min(least, best[1]), max(0.0, dearest - best[1]))
        )
    return tuple(sorted(made, key=lambda item: (-item.length, item.wanted.id)))


Rooms = tuple[tuple[StockLength, float], ...]
Pattern = tuple[int, ...]
Column = tuple[int, Pattern]
"""Which stock length, and how many of each item."""


def _size(items: tuple[_Item, ...], pattern: Pattern) -> float:
    """What a pattern surely takes: every kind's own pitch, the dearest change after it, and no kerf at the end."""
    used = [(item, n) for item, n in zip(items, pattern, strict=True) if n]
    if not used:
        return 0.0
    whole = sum(n * item.each + item.extra for item, n in used)
    # After the last piece nothing follows: only its own length counts.
    return whole - min(item.each + item.extra - item.length for item, _ in used)


def _first_fit(items: tuple[_Item, ...], rooms: Rooms) -> list[Column]:
    """Longest first, into a board of the length that wastes least for what is left; a plain good plan at once."""
    left = [item.wanted.count for item in items]
    stock = [one.count for one, _ in rooms]
    made: list[Column] = []
    order = sorted(range(len(rooms)), key=lambda k: (rooms[k][0].cost > 0, rooms[k][0].cost / rooms[k][1]))
    while any(left):
        best: tuple[float, int, Pattern] | None = None
        for k in order:
            if stock[k] == 0:
                continue
            pattern = _filled(items, left, rooms[k][1])
            if not any(pattern):
                continue
            used = sum(n * item.length for n, item in zip(pattern, items, strict=True))
            score = rooms[k][0].cost / used
            if best is None or score < best[0] - 1e-12:
                best = (score, k, pattern)
        if best is None:
            # What is on hand is used up: the pieces left find no board.
            break
        _, k, pattern = best
        counted = stock[k]
        if counted is not None:
            stock[k] = counted - 1
        made.append((k, pattern))
        left = [n - m for n, m in zip(left, pattern, strict=True)]
    for number, item in enumerate(items):
        single = tuple(int(k == number) for k in range(len(items)))
        made += [(k, single) for k, (_, room) in enumerate(rooms) if item.length <= room]
    return list(dict.fromkeys(made))


def _filled(items: tuple[_Item, ...], left: list[int], room: float) -> Pattern:
    pattern = [0] * len(items)
    for number in range(len(items)):
        while pattern[number] < left[number]:
            pattern[number] += 1
            if _size(items, tuple(pattern)) > room + 1e-9:
                pattern[number] -= 1
                break
    return tuple(pattern)


class _Master:
    """The master: as many of each pattern as bring every piece, no more boards than are on hand. Patterns are added to
    it as they are found, so that every solution starts from the one before.
    """

    def __init__(self, items: tuple[_Item, ...], rooms: Rooms, columns: list[Column]) -> None:
        self.items, self.rooms = items, rooms
        self.limited = [k for k, (one, _) in enumerate(rooms) if one.count is not None]
        self.columns: list[Column] = []
        self.solver = quiet_solver()
        none, nothing = np.array([], dtype=np.int32), np.array([])
        for item in items:
            self.solver.addRow(float(item.wanted.count), highspy.kHighsInf, 0, none, nothing)
        for k in self.limited:
            self.solver.addRow(-highspy.kHighsInf, float(rooms[k][0].count or 0), 0, none, nothing)
        for column in columns:
            self.add(column)

    def add(self, column: Column) -> None:
        """A pattern more."""
        k, pattern = column
        rows = [row for row, n in enumerate(pattern) if n]
        values = [float(pattern[row]) for row in rows]
        if k in self.limited:
            rows.append(len(self.items) + self.limited.index(k))
            values.append(1.0)
        # Of two plans that cost the same, the one with less wood in its boards.
        cost = self.rooms[k][0].cost + CHEAPER * self.rooms[k][1]
        self.solver.addCol(cost, 0.0, highspy.kHighsInf, len(rows), np.array(rows, dtype=np.int32), np.array(values))
        self.columns.append(column)

    def prices(self) -> tuple[list[float], dict[int, float]]:
        """What each piece is worth at the best mix of patterns, and what a board on hand is."""
        self.solver.run()
        duals = list(self.solver.getSolution().row_dual)
        rest = dict(zip(self.limited, duals[len(self.items) :], strict=True))
        return [max(0.0, value) for value in duals[: len(self.items)]], rest

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


def _priced(master: _Master) -> list[float]:
    """Patterns added as long as one would lower the cost; the pieces' prices at the end."""
    known = set(master.columns)
    prices: list[float] = []
    for _ in range(ROUNDS):
        prices, limits = master.prices()
        fresh = []
        found = _knapsacks(master.items, prices, master.rooms)
        for k, ((one, room), (worth, pattern)) in enumerate(zip(master.rooms, found, strict=True)):
            price = one.cost + CHEAPER * room - limits.get(k, 0.0)
            if worth > price + 1e-7 and (k, pattern) not in known:
                fresh.append((k, pattern))
        if not fresh:
            break
        known.update(fresh)
        for column in fresh:
            master.add(column)
    return prices


def _knapsacks(items: tuple[_Item, ...], worth: list[float], rooms: Rooms) -> list[tuple[float, Pattern]]:
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


def _read_back(
    items: tuple[_Item, ...], best: np.ndarray, taken: list[tuple[int, np.ndarray]]
) -> tuple[float, Pattern]:
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


def _bound(items: tuple[_Item, ...], rooms: Rooms, duals: list[float], kerf: float) -> float:
    """No plan costs less: the pieces' prices, brought down until no board could hold more than it costs.

    However ends lie into each other, no wood is shared: over a board's four corners pieces take their mean length, and
    a kerf lies between each two. Lengths are rounded down to the grid.
    """
    if not duals:
        return 0.0
    dearest = 1.0
    for one, room in rooms:
        # What is on hand costs nothing: at most so many of its fillings come off the demand.
        if one.cost > 0:
            dearest = max(dearest, _loosest(items, duals, room + kerf) / one.cost)
    free = sum((one.count or 0) * _loosest(items, duals, room + kerf) for one, room in rooms if one.cost <= 0)
    total = sum(price * item.wanted.count for price, item in zip(duals, items, strict=True))
    return max(0.0, total - free) / dearest


def _loosest(items: tuple[_Item, ...], worth: list[float], room: float) -> float:
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


def _stepped(bound: float, rooms: Rooms) -> float:
    """Where every board costs the same, only whole boards can be bought."""
    costs = {one.cost for one, _ in rooms if one.cost > 0}
    if len(costs) != 1:
        return bound
    price = costs.pop()
    return ceil(bound / price - 1e-6) * price


def _whole(master: _Master) -> list[tuple[tuple[StockLength, float, Pattern], int]]:
    """Whole numbers of each pattern; what they bring beyond the demand is left out of the last boards."""
    items, rooms, columns = master.items, master.rooms, master.columns
    plain = _as_filled(items, rooms)
    left = [item.wanted.count for item in items]
    found: dict[tuple[int, Pattern], int] = {}
    values = master.whole()
    for c in sorted(range(len(values)), key=lambda c: (-sum(columns[c][1]), columns[c])):
        k, pattern = columns[c]
        for _ in range(round(values[c])):
            kept = tuple(min(n, rest) for n, rest in zip(pattern, left, strict=True))
            left = [rest - n for rest, n in zip(left, kept, strict=True)]
            if any(kept):
                found[k, kept] = found.get((k, kept), 0) + 1
    made = [((*rooms[k], pattern), times) for (k, pattern), times in found.items()]
    return made if not any(left) and _cost(made) <= _cost(plain) + 1e-9 else plain


def _cost(chosen: list[tuple[tuple[StockLength, float, Pattern], int]]) -> float:
    return sum(one.cost * times for (one, _, _), times in chosen)


def _as_filled(items: tuple[_Item, ...], rooms: Rooms) -> list[tuple[tuple[StockLength, float, Pattern], int]]:
    """The plain plan, where no better was found."""
    left = [item.wanted.count for item in items]
    stock = [one.count for one, _ in rooms]
    made: dict[tuple[int, Pattern], int] = {}
    while any(left):
        tried = []
        for k, (one, room) in enumerate(rooms):
            if stock[k] == 0:
                continue
            pattern = _filled(items, left, room)
            used = sum(n * item.length for n, item in zip(pattern, items, strict=True))
            if used:
                tried.append((one.cost / used, k, pattern))
        if not tried:
            break
        _, k, pattern = min(tried)
        counted = stock[k]
        if counted is not None:
            stock[k] = counted - 1
        made[k, pattern] = made.get((k, pattern), 0) + 1
        left = [n - m for n, m in zip(left, pattern, strict=True)]
    return [((*rooms[k], pattern), times) for (k, pattern), times in made.items()]


def _board(
    items: tuple[_Item, ...], stock: StockLength, room: float, pattern: Pattern, times: int, kerf: float
) -> Board:
    """A pattern laid out: each next piece the one, and the way, that comes nearest to the one before."""
    left = {number: n for number, n in enumerate(pattern) if n}
    number = next(iter(left))
    turn = items[number].turns[0]
    laid: list[Laid] = []
    at, shared = 0.0, 0
    before: Lying | None = None
    while left:
        if before is not None:
            nearest = min(
                (
                    (pitch(before, way, kerf) + way.length, k, other)
                    for k in left
                    for other, way in items[k].ways.items()
                ),
                key=lambda tried: (tried[0] - items[tried[1]].length, tried[1], tried[2]),
            )
            _, number, turn = nearest
            way = items[number].ways[turn]
            step = pitch(before, way, kerf)
            shared += step < before.length + kerf - 1e-6
            at += step
        way = items[number].ways[turn]
        laid.append(Laid(items[number].wanted.id, at, at + way.length, turn))
        before = way
        left[number] -= 1
        if not left[number]:
            del left[number]
    end = max(one.stop for one in laid)
    if end > room + 1e-6:
        laid, shared = _surely(items, pattern, kerf)
        end = max(one.stop for one in laid)
    return Board(stock, tuple(laid), times, room - end, shared)


def _surely(items: tuple[_Item, ...], pattern: Pattern, kerf: float) -> tuple[list[Laid], int]:
    """Kind by kind, as the pattern was counted."""
    laid: list[Laid] = []
    at, shared = 0.0, 0
    before: Lying | None = None
    for item, n in zip(items, pattern, strict=True):
        for k in range(n):
            turn = item.turns[k % 2]
            way = item.ways[turn]
            if before is not None:
                step = pitch(before, way, kerf)
                shared += step < before.length + kerf - 1e-6
                at += step
            laid.append(Laid(item.wanted.id, at, at + way.length, turn))
            before = way
    return laid, shared
