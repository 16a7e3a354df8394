"""The weighted straight skeleton of an outline: the seams between the planes that climb from its sides.

All sides move inward at once, a flat slope faster than a steep one, a gable not at all. Seen from above, the corners
between them draw the seams. What happens on the way (a side grows too short, an inward corner meets another side) is
where three planes meet: each such point is solved for, none is stepped to.

Symmetrical plans have many such points in one place. So the order of events is found with every plane turned and
shifted by far less than matters; then points that belong together are put where the true planes meet. Sides on one
line and of one pitch have one plane: where nothing is left between them they are one side.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from math import cos, hypot, inf, sin

import numpy as np

Point = tuple[float, float]
Node = tuple[float, float, float]
"""A point in plan, and how far above the eaves' level."""
Line = tuple[float, float, float, float]
"""A moving side: its inward normal in plan, its offset along it, and its speed, level distance over height."""

TURNED, SHIFTED = 3e-8, 1e-6
"""Radians and mm by which sides are moved to tell which of several events comes first."""
TOGETHER = 1.0
"""mm: nodes that are nearer may be one."""
EXACT = 1e-5
"""mm: all planes of one node pass it this near."""
SAME_LINE, SAME_WAY = 1e-3, 1e-9
"""mm, and of a unit normal: two sides that differ less lie on one line."""
SAME_SPEED = 2e-5
"""Level mm per mm of rise: pitches that differ less part their planes by a few hundredths of a mm over a whole roof."""
LATE, PAST = 1e-3, 1e-2
"""mm: an event may come so much before its time, and so far past a side's end: by what planes were moved."""


class SkeletonError(ValueError):
    """An outline whose planes enclose no roof."""


@dataclass(frozen=True, slots=True)
class Arc:
    """A seam of two planes: ``left`` and ``right`` of whoever walks from its start to its end, by their numbers; the
    nodes it runs between, by theirs.
    """

    left: int
    right: int
    start: int
    end: int


@dataclass(frozen=True, slots=True)
class Skeleton:
    """The plane of every side of an outline, by its number; the nodes and seams over it. The first nodes are the
    outline's corners, in order.
    """

    plane_of: tuple[int, ...]
    nodes: tuple[Node, ...]
    arcs: tuple[Arc, ...]


@dataclass(slots=True)
class _Wave:
    """Sides, by their planes, that enclose what is left of the plan at a height; the corner before each began at a
    node.
    """

    sides: list[int]
    began: list[int]
    height: float


def skeleton_of(corners: Sequence[Point], speeds: Sequence[float]) -> Skeleton:
    """Find the nodes and seams over an outline.

    Args:
        corners: counter-clockwise, mm.
        speeds: of the side from each corner to the next, level distance over height: 1 over its slope, 0 of a gable.

    Raises:
        SkeletonError: planes that enclose no roof.
    """
    true: list[Line] = []
    moved: list[Line] = []
    plane_of: list[int] = []
    for number in range(len(corners)):
        line = _line(corners, number, speeds[number])
        same = next((k for k, one in enumerate(true) if _coincide(one, line)), None)
        plane_of.append(len(true) if same is None else same)
        if same is None:
            moved.append(_moved(line, corners, number))
            true.append(line)
    found = _Search(moved, corners, plane_of)
    found.run()
    return _settled(true, found, tuple(plane_of))


def _coincide(one: Line, other: Line) -> bool:
    return hypot(one[0] - other[0], one[1] - other[1]) < SAME_WAY and (
        abs(one[2] - other[2]) < SAME_LINE and abs(one[3] - other[3]) < SAME_SPEED
    )


def _line(corners: Sequence[Point], number: int, speed: float) -> Line:
    (a, b), (c, d) = corners[number], corners[(number + 1) % len(corners)]
    length = hypot(c - a, d - b)
    x, y = -(d - b) / length, (c - a) / length
    return x, y, x * a + y * b, speed


def _moved(line: Line, corners: Sequence[Point], number: int) -> Line:
    """A side turned about its middle and shifted, by an amount no two planes share."""
    share = (0.6180339887 * (number + 1)) % 1.0 - 0.5
    x, y, _, speed = line
    turn = TURNED * share
    a, b = x * cos(turn) - y * sin(turn), x * sin(turn) + y * cos(turn)
    (p, q), (r, s) = corners[number], corners[(number + 1) % len(corners)]
    return a, b, a * (p + r) / 2 + b * (q + s) / 2 + SHIFTED * ((share * 7.0) % 1.0), speed


def meeting(one: Line, other: Line, third: Line) -> Node | None:
    """Where three planes meet; None where they do not in one point."""
    a, b, c, u = one
    d, e, f, v = other
    g, h, k, w = third
    # By Cramer's rule: a·x + b·y − u·z = c.
    whole = a * (-e * w + v * h) - b * (-d * w + v * g) - u * (d * h - e * g)
    if abs(whole) < 1e-18:
        return None
    x = c * (-e * w + v * h) - b * (-f * w + v * k) - u * (f * h - e * k)
    y = a * (-f * w + v * k) - c * (-d * w + v * g) - u * (d * k - f * g)
    z = a * (e * k - f * h) - b * (d * k - f * g) + c * (d * h - e * g)
    return x / whole, y / whole, z / whole


class _Search:
    """What happens to the moving sides, event by event, until nothing of the plan is left."""

    def __init__(self, lines: list[Line], corners: Sequence[Point], plane_of: list[int]) -> None:
        self.lines = lines
        self.nodes: list[Node] = [(x, y, 0.0) for x, y in corners]
        self.arcs: list[Arc] = []
        self._solved: dict[tuple[int, int, int], Node | None] = {}
        self._waves = [_Wave(list(plane_of), list(range(len(corners))), 0.0)]

    def run(self) -> None:
        for _ in range(8 * len(self._waves[0].sides)):
            if not self._waves:
                return
            self._next_event(self._waves.pop())
        raise SkeletonError

    def _at(self, one: int, other: int, third: int) -> Node | None:
        first, second, last = sorted((one, other, third))
        key = (first, second, last)
        if key not in self._solved:
            self._solved[key] = meeting(self.lines[first], self.lines[second], self.lines[last])
        return self._solved[key]

    def _next_event(self, wave: _Wave) -> None:
        best: tuple[float, int, int | None, Node] | None = None
        if len(wave.sides) == 3 and (at := self._at(*wave.sides)) is not None:
            best = (at[2], 0, None, at)
        for number, hit, at in self._events(wave):
            if at[2] >= wave.height - LATE and (best is None or at[2] < best[0]):
                best = (at[2], number, hit, at)
        if best is None:
            raise SkeletonError
        _, number, hit, at = best
        self.nodes.append(at)
        node = len(self.nodes) - 1
        if hit is None:
            self._side_gone(wave, number, node)
        else:
            self._split(wave, number, hit, node)

    def _events(self, wave: _Wave) -> Iterator[tuple[int, int | None, Node]]:
        """Sides that grow too short, and inward corners that meet a side: the place in the wave, what is met."""
        sides, count = wave.sides, len(wave.sides)
        for number, side in enumerate(sides):
            before, after = sides[number - 1], sides[(number + 1) % count]
            at = self._at(before, side, after)
            if at is not None and self._shrinks(before, side, after, wave.height):
                yield number, None, at
            if self._turns_in(before, side):
                for step in range(1, count - 2):
                    hit = (number + step) % count
                    if sides[hit] in (before, side):
                        continue  # the corner lies on that plane all along
                    at = self._at(before, side, sides[hit])
                    if at is not None and at[2] >= wave.height - LATE and self._reaches(wave, hit, at):
                        yield number, hit, at

    def _shrinks(self, before: int, side: int, after: int, height: float) -> bool:
        """Whether a side's ends come nearer to each other."""
        now, later = (self._length(before, side, after, at) for at in (height, height + 1.0))
        return later < now or now <= 0

    def _length(self, before: int, side: int, after: int, height: float) -> float:
        start, end = self._corner(before, side, height), self._corner(side, after, height)
        x, y, _, _ = self.lines[side]
        return (end[0] - start[0]) * y - (end[1] - start[1]) * x

    def _corner(self, one: int, other: int, height: float) -> Point:
        """Where two sides meet at a height."""
        a, b, c, u = self.lines[one]
        d, e, f, v = self.lines[other]
        turn = a * e - b * d
        if abs(turn) < 1e-15:
            return inf, inf
        p, q = c + u * height, f + v * height
        return (p * e - b * q) / turn, (a * q - p * d) / turn

    def _turns_in(self, before: int, side: int) -> bool:
        a, b, _, _ = self.lines[before]
        d, e, _, _ = self.lines[side]
        return a * e - b * d < 0

    def _reaches(self, wave: _Wave, hit: int, at: Node) -> bool:
        """Whether a point lies on a side, between its ends at that height."""
        sides = wave.sides
        side = sides[hit]
        x, y, _, _ = self.lines[side]
        start = self._corner(sides[hit - 1], side, at[2])
        end = self._corner(side, sides[(hit + 1) % len(sides)], at[2])
        from_start, from_end = ((at[0] - p) * y - (at[1] - q) * x for p, q in (start, end))
        return from_start >= -PAST and from_end <= PAST

    def _arc(self, wave: _Wave, number: int, node: int) -> None:
        """The seam the corner before a side has drawn."""
        self.arcs.append(Arc(wave.sides[number - 1], wave.sides[number], wave.began[number], node))

    def _side_gone(self, wave: _Wave, number: int, node: int) -> None:
        count = len(wave.sides)
        if count == 3:
            for one in range(3):
                self._arc(wave, one, node)
            return
        after = (number + 1) % count
        self._arc(wave, number, node)
        self._arc(wave, after, node)
        began = list(wave.began)
        began[after] = node
        left = [k for k in range(count) if k != number]
        self._go_on([wave.sides[k] for k in left], [began[k] for k in left], node)

    def _split(self, wave: _Wave, number: int, hit: int, node: int) -> None:
        """An inward corner parts what is left in two: what lies from its side to the side it met, and the rest."""
        self._arc(wave, number, node)
        count = len(wave.sides)
        for first, last in ((number, hit), (hit, (number - 1) % count)):
            places = [(first + k) % count for k in range((last - first) % count + 1)]
            began = [wave.began[k] for k in places]
            began[0] = node
            self._go_on([wave.sides[k] for k in places], began, node)

    def _go_on(self, sides: list[int], began: list[int], node: int) -> None:
        """What is left after an event at a node. A side between two of one plane is gone too, and these are one."""
        while len(sides) > 2:
            wave = _Wave(sides, began, self.nodes[node][2])
            count = len(sides)
            closed = next((k for k in range(count) if sides[k - 1] == sides[k]), None)
            if closed is not None:
                sides = [side for k, side in enumerate(sides) if k != closed]
                # The corner before the pair stays, the one between them is none.
                began = [one for k, one in enumerate(began) if k != closed]
                continue
            gone = next(
                (k for k in range(count) if sides[k - 1] == sides[(k + 1) % count] and node in _ends(began, k)), None
            )
            if gone is None:
                self._waves.append(wave)
                return
            for corner in (gone, (gone + 1) % count):
                if began[corner] != node:
                    self._arc(wave, corner, node)
            kept = [k for k in range(count) if k != gone]
            began[(gone + 1) % count] = node
            sides, began = [sides[k] for k in kept], [began[k] for k in kept]
        if len(sides) == 2 and began[0] != began[1]:
            self.arcs.append(Arc(sides[1], sides[0], began[0], began[1]))


def _ends(began: list[int], number: int) -> tuple[int, int]:
    return began[number], began[(number + 1) % len(began)]


def _settled(true: list[Line], found: _Search, plane_of: tuple[int, ...]) -> Skeleton:
    """Nodes put where the true planes meet: all that lie together at once, where the planes of all of them do."""
    count = len(plane_of)
    home = list(range(len(found.nodes)))

    def root(node: int) -> int:
        while home[node] != node:
            node = home[node]
        return node

    planes: dict[int, set[int]] = {node: set() for node in home}
    for arc in found.arcs:
        for node in (arc.start, arc.end):
            planes[node] |= {arc.left, arc.right}
    places: dict[int, Node] = {node: found.nodes[node] for node in range(count)}
    for node in range(count, len(home)):
        places[node] = _met(true, planes[node], found.nodes[node])[0]
    inner = range(count, len(home))
    near = sorted(
        (gap, one, other)
        for one, other in combinations(inner, 2)
        if (gap := _apart(found.nodes[one], found.nodes[other])) < TOGETHER
    )
    for _, one, other in near:
        a, b = root(one), root(other)
        place, off = _met(true, planes[a] | planes[b], found.nodes[a])
        if a != b and off < EXACT:
            home[b] = a
            planes[a] |= planes[b]
            places[a] = place
    kept = [node for node in range(len(home)) if root(node) == node]
    number = {node: k for k, node in enumerate(kept)}
    nodes = tuple(places[node] for node in kept)
    arcs = [
        Arc(arc.left, arc.right, number[root(arc.start)], number[root(arc.end)])
        for arc in found.arcs
        if root(arc.start) != root(arc.end)
    ]
    return Skeleton(plane_of, nodes, tuple(_fused(nodes, arcs)))


def _fused(nodes: tuple[Node, ...], arcs: list[Arc]) -> list[Arc]:
    """At a node that a seam of two planes runs through, whatever else ends there, its two parts are one: one seam at
    every node, and none where one does so already.
    """
    left = list(arcs)
    for node in sorted({arc.end for arc in arcs} | {arc.start for arc in arcs}):
        if any(_runs_past(nodes, arc, node) for arc in left):
            continue
        at = [arc if arc.end == node else _turned(arc) for arc in left if node in (arc.start, arc.end)]
        for one, other in combinations(at, 2):
            if (one.left, one.right) == (other.right, other.left):
                left = [arc for arc in left if arc not in (one, _turned(one), other, _turned(other))]
                left.append(Arc(one.left, one.right, one.start, other.start))
                break
    return left


def _runs_past(nodes: tuple[Node, ...], arc: Arc, node: int) -> bool:
    """Whether a node lies on a seam, not at its ends."""
    if node in (arc.start, arc.end):
        return False
    there, back = _apart(nodes[arc.start], nodes[node]), _apart(nodes[node], nodes[arc.end])
    return there + back - _apart(nodes[arc.start], nodes[arc.end]) < EXACT


def _turned(arc: Arc) -> Arc:
    return Arc(arc.right, arc.left, arc.end, arc.start)


def _met(true: list[Line], sides: set[int], guess: Node) -> tuple[Node, float]:
    """Where planes meet nearest to a point, and how far the farthest of them passes it, mm."""
    rows = np.array([(x, y, -speed) for x, y, _, speed in (true[side] for side in sorted(sides))])
    offs = np.array([true[side][2] for side in sorted(sides)])
    by, *_ = np.linalg.lstsq(rows, offs - rows @ np.array(guess), rcond=1e-7)
    place = np.array(guess) + by
    off = float(np.max(np.abs(rows @ place - offs)))
    return (float(place[0]), float(place[1]), float(place[2])), off


def _apart(one: Node, other: Node) -> float:
    return hypot(one[0] - other[0], one[1] - other[1], one[2] - other[2])
