"""A stair as it stands: which riser breaks the permitted difference, and the least that mends it.

The floor below and the surface above stay where they are; treads can be brought up or down. As few of them as
possible are touched: the longest run of treads that can stay is kept, the others are shared evenly between them.
"""

from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise

from ...terms.check import TOUCHING
from ..model.surroundings import Built

PLANED = 6.35
"""mm: more than this is not planed off a tread; the seat under it is cut again."""


class Mend(StrEnum):
    """What is done to a tread."""

    STAY = "stay"
    PLANE = "plane"
    PACK = "pack"
    RECUT = "recut"


@dataclass(frozen=True, slots=True)
class TreadMend:
    """A tread from below (1 first): how far its top goes up (down where negative), and how."""

    number: int
    by: float
    mend: Mend


@dataclass(frozen=True, slots=True)
class Survey:
    """What an existing flight is found to be.

    ``difference`` is between its highest and lowest riser, ``steps`` between each two neighbours; ``odd`` numbers the
    risers (1 lowest) farthest from the middle one that make it break the limit; ``risers`` are as they become.
    """

    rise: float
    mean: float
    difference: float
    going_difference: float
    odd: tuple[int, ...]
    odd_goings: tuple[int, ...]
    mends: tuple[TreadMend, ...]
    risers: tuple[float, ...]
    becomes: float


def survey_built(built: Built, permitted: float, thickness: float) -> Survey:
    """Look at a stair as it stands.

    Args:
        built: its risers and goings, from the bottom.
        permitted: difference between any two risers, mm.
        thickness: of a tread: packing of more than that is a new seat.
    """
    risers, n = built.risers, len(built.risers)
    heights = [0.0]
    for riser in risers:
        heights.append(heights[-1] + riser)
    wanted = _fewest(heights, permitted)
    mends = tuple(TreadMend(k, wanted[k] - heights[k], _how(wanted[k] - heights[k], thickness)) for k in range(1, n))
    after = tuple(wanted[k + 1] - wanted[k] for k in range(n))
    return Survey(
        rise=heights[-1],
        mean=heights[-1] / n,
        difference=max(risers) - min(risers),
        going_difference=max(built.goings) - min(built.goings) if built.goings else 0.0,
        odd=_odd(risers, permitted),
        odd_goings=_odd(built.goings, permitted),
        mends=mends,
        risers=after,
        becomes=max(after) - min(after),
    )


def _odd(sizes: tuple[float, ...], permitted: float) -> tuple[int, ...]:
    """Those outside the stretch of the permitted width that holds the most of the others."""
    if not sizes or max(sizes) - min(sizes) <= permitted + TOUCHING:
        return ()
    best = max(
        (
            [k for k, size in enumerate(sizes, 1) if low - TOUCHING <= size <= low + permitted + TOUCHING]
            for low in sizes
        ),
        key=len,
    )
    return tuple(k for k in range(1, len(sizes) + 1) if k not in best)


def _how(by: float, thickness: float) -> Mend:
    if abs(by) <= TOUCHING:
        return Mend.STAY
    if by < 0:
        return Mend.PLANE if -by <= PLANED + TOUCHING else Mend.RECUT
    return Mend.PACK if by <= thickness else Mend.RECUT


def _fewest(heights: list[float], permitted: float) -> list[float]:
    """The treads' heights with as few as possible moved, and of those ways the one that moves them least."""
    n = len(heights) - 1
    best: list[float] | None = None
    score = (n + 1, 0.0)
    mean = (heights[-1] - heights[0]) / n
    shares = {(heights[j] - heights[i]) / (j - i) for i in range(n) for j in range(i + 1, n + 1)}
    lows = sorted({low for share in shares for low in (share, share - permitted) if low <= mean + TOUCHING})
    for low in lows:
        if low + permitted < mean - TOUCHING:
            continue
        kept = _chain(heights, low - TOUCHING / 2, low + permitted + TOUCHING / 2)
        if kept is None:
            continue
        moved = _between(heights, kept)
        tried = (n + 1 - len(kept), sum(abs(a - b) for a, b in zip(moved, heights, strict=True)))
        if tried < score:
            best, score = moved, tried
    return best or [heights[0] + k * mean for k in range(n + 1)]


def _chain(heights: list[float], low: float, high: float) -> list[int] | None:
    """The longest row of treads, floor and top among them, that can stay with every riser from ``low`` to ``high``."""
    n = len(heights) - 1
    longest: list[tuple[int, int] | None] = [(1, -1), *([None] * n)]
    for j in range(1, n + 1):
        for i in range(j):
            before = longest[i]
            if before is None or not (j - i) * low <= heights[j] - heights[i] <= (j - i) * high:
                continue
            now = longest[j]
            if now is None or before[0] + 1 > now[0]:
                longest[j] = (before[0] + 1, i)
    if longest[n] is None:
        return None
    row, at = [n], n
    while at > 0:
        step = longest[at]
        assert step is not None
        at = step[1]
        row.append(at)
    return row[::-1]


def _between(heights: list[float], kept: list[int]) -> list[float]:
    moved = list(heights)
    for i, j in pairwise(kept):
        for k in range(i + 1, j):
            moved[k] = heights[i] + (k - i) * (heights[j] - heights[i]) / (j - i)
    return moved
