"""Corners from lengths between them by least squares, and the reading that does not fit the others.

Unknown are all corners' coordinates but the first one's and the second one's y: the first lies at the origin and the
first side along x. Each reading counts by its tolerance. What a reading leaves of itself, divided by what it may, tells
whether it fits; one alone that the others all agree without is named.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations
from math import hypot

import numpy as np
from numpy.typing import NDArray

from .readings import Distance

Matrix = NDArray[np.float64]
Point = tuple[float, float]
SPREAD = 1.96
"""Standard deviations in a tolerance: 95 of 100 readings lie within it."""
FITS = 3.5
"""Standard deviations: a reading farther off than this is off by more than chance."""
STEPS, SMALL = 60, 1e-10
"""Rounds of the adjustment at most, and mm: a smaller step ends it."""
FREE = 1e-8
"""Of a reading's weight: less room for a residual is none, and nothing can be told of it."""
RANK = 1e-9
CIRCLE = 2.4477
"""Standard deviations, in the worst direction: the circle 95 of 100 corners lie within."""


@dataclass(frozen=True, slots=True)
class Suspects:
    """Readings, by their numbers, each of which could be the one that is wrong: all others agree without it. With one
    alone it is named. ``off`` is how far that one is off, mm; ``tell`` are pairs of corners whose length would tell.
    """

    readings: tuple[int, ...]
    off: float
    tell: tuple[tuple[int, int], ...]

    @property
    def named(self) -> int | None:
        """The reading that is wrong, where it can be told."""
        return self.readings[0] if len(self.readings) == 1 else None


@dataclass(frozen=True, slots=True)
class Adjusted:
    """Corners as they stand, mm, how far each may be off, what every reading is off, what the readings say too much."""

    corners: tuple[Point, ...]
    within: tuple[float, ...]
    residuals: dict[int, float]
    normalized: dict[int, float]
    spare: int
    suspects: Suspects | None
    covariance: Matrix

    @property
    def misfit(self) -> float:
        """The largest residual, mm."""
        return max((abs(one) for one in self.residuals.values()), default=0.0)


def missing_ties(nominal: Sequence[Point], distances: Sequence[Distance]) -> list[tuple[int, int]]:
    """The pairs of corners whose lengths are needed before the corners are known, sides first; none where they are."""
    count = len(nominal)
    known = [(one.start, one.end) for one in distances]
    pairs = sorted(combinations(range(count), 2), key=lambda pair: (pair[1] - pair[0] not in (1, count - 1), pair))
    rows, needed = [_row(nominal, pair) for pair in known], []
    wanted, rank = 2 * count - 3, _rank(rows)
    for pair in pairs:
        if rank == wanted:
            break
        if pair in known or (pair[1], pair[0]) in known:
            continue
        more = _rank([*rows, _row(nominal, pair)])
        if more > rank:
            rows, rank = [*rows, _row(nominal, pair)], more
            needed.append(pair)
    return needed


def adjust(nominal: Sequence[Point], distances: Sequence[Distance]) -> Adjusted | None:
    """Corners by least squares; None where readings are missing or do not come together."""
    if missing_ties(nominal, distances):
        return None
    found = _solved(nominal, distances)
    return None if found is None else _with_suspects(nominal, distances, found)


def _with_suspects(nominal: Sequence[Point], distances: Sequence[Distance], found: Adjusted) -> Adjusted:
    if not _wrong(found):
        return found
    alone: list[tuple[int, float]] = []
    for left_out in distances:
        others = [one for one in distances if one is not left_out]
        if missing_ties(nominal, others):
            continue
        without = _solved(nominal, others)
        if without is not None and not _wrong(without):
            (a, b), (c, d) = without.corners[left_out.start], without.corners[left_out.end]
            alone.append((left_out.number, left_out.value - hypot(c - a, d - b)))
    known = {frozenset((one.start, one.end)) for one in distances}
    unread = [pair for pair in combinations(range(len(nominal)), 2) if frozenset(pair) not in known]
    again = [(one.start, one.end) for one in sorted(distances, key=lambda one: -one.value)
             if one.number in dict(alone)]  # fmt: skip
    readings = tuple(number for number, _ in alone)
    off = alone[0][1] if len(alone) == 1 else 0.0
    tell = () if len(alone) == 1 else tuple(unread[:1] or again[:2])
    return Adjusted(found.corners, found.within, found.residuals, found.normalized, found.spare,
                    Suspects(readings, off, tell), found.covariance)  # fmt: skip


def _wrong(found: Adjusted) -> bool:
    return max((abs(one) for one in found.normalized.values()), default=0.0) > FITS


def _solved(nominal: Sequence[Point], distances: Sequence[Distance]) -> Adjusted | None:
    """The corners all readings agree on best, by Gauss's steps from the plan as it was drawn."""
    count = len(nominal)
    points = _placed(nominal)
    sigma = np.array([one.tolerance / SPREAD for one in distances])
    for _ in range(STEPS):
        design = np.array([_row(points, (one.start, one.end)) for one in distances])
        lengths = np.array([_apart(points, one.start, one.end) for one in distances])
        wanted = np.array([one.value for one in distances])
        step, *_ = np.linalg.lstsq(design / sigma[:, None], (wanted - lengths) / sigma, rcond=None)
        moved = _moved(points, step)
        points = moved
        if not np.all(np.isfinite(step)):
            return None
        if float(np.max(np.abs(step))) < SMALL:
            break
    design = np.array([_row(points, (one.start, one.end)) for one in distances])
    weighted = design / sigma[:, None]
    covariance = np.linalg.pinv(weighted.T @ weighted)
    residuals = {one.number: one.value - _apart(points, one.start, one.end) for one in distances}
    room = 1.0 - np.einsum("ij,jk,ik->i", weighted, covariance, weighted)
    normalized = {
        one.number: residuals[one.number] / (float(sigma[k]) * float(room[k]) ** 0.5) if room[k] > FREE else 0.0
        for k, one in enumerate(distances)
    }
    return Adjusted(
        tuple(points), _circles(covariance, count), residuals, normalized, len(distances) - (2 * count - 3), None,
        covariance,
    )  # fmt: skip


def _circles(covariance: Matrix, count: int) -> tuple[float, ...]:
    """How far every corner may be off, whichever way, seen from the first corner along the first side."""
    made = [0.0, CIRCLE * float(covariance[0, 0]) ** 0.5]
    for corner in range(2, count):
        k = 2 * corner - 3
        made.append(CIRCLE * float(np.linalg.eigvalsh(covariance[k : k + 2, k : k + 2])[-1]) ** 0.5)
    return tuple(made[:count])


def _placed(nominal: Sequence[Point]) -> list[Point]:
    """The plan as drawn, moved and turned until its first side lies along x from the origin."""
    (a, b), (c, d) = nominal[0], nominal[1]
    long = hypot(c - a, d - b)
    x, y = (c - a) / long, (d - b) / long
    return [((p - a) * x + (q - b) * y, (q - b) * x - (p - a) * y) for p, q in nominal]


def _apart(points: Sequence[Point], start: int, end: int) -> float:
    return hypot(points[end][0] - points[start][0], points[end][1] - points[start][1])


def _row(points: Sequence[Point], pair: tuple[int, int]) -> list[float]:
    """How a length changes with every unknown: the second corner's x, then x and y of those after it."""
    start, end = pair
    long = _apart(points, start, end)
    x, y = (points[end][0] - points[start][0]) / long, (points[end][1] - points[start][1]) / long
    row = [0.0] * (2 * len(points) - 3)
    for corner, sign in ((start, -1.0), (end, 1.0)):
        if corner == 1:
            row[0] += sign * x
        elif corner > 1:
            row[2 * corner - 3] += sign * x
            row[2 * corner - 2] += sign * y
    return row


def _rank(rows: list[list[float]]) -> int:
    return int(np.linalg.matrix_rank(np.array(rows), tol=RANK * 1e3)) if rows else 0


def _moved(points: Sequence[Point], step: Matrix) -> list[Point]:
    made = [points[0], (points[1][0] + float(step[0]), 0.0)]
    for corner in range(2, len(points)):
        k = 2 * corner - 3
        made.append((points[corner][0] + float(step[k]), points[corner][1] + float(step[k + 1])))
    return made
