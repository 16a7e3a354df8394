"""What the readings' tolerances leave open at a piece's place: how far run and height may be off, and which reading
would narrow it most.

Every reading is moved by one standard deviation, and the plates are laid anew: what a place then moves by is that
reading's share. Readings are independent, so shares add up squared.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import hypot

from .adjustment import SPREAD
from .as_built import Datum, Node, PlateLines, plate_lines
from .levels import levels_of
from .survey import Survey, survey_of
from .truing import true_up

NOTHING = 1e-6
"""mm: what a place moves by less does not hang on a reading."""
UNIFORM = 1.0 / 3.0
"""Of a bound's square: the variance of what lies anywhere within it alike."""


@dataclass(frozen=True, slots=True)
class PlaceRange:
    """How far the wall may stand off, and its plate lie off, at a place: 95 times of 100, mm; and by its number the
    reading that adds most to either, None where nothing was read that matters.
    """

    run: float
    height: float
    most_run: int | None
    most_height: int | None


def place_ranges(
    survey: Survey, datum: Datum, width: float, places: Sequence[tuple[int, float]]
) -> tuple[PlaceRange, ...]:
    """The ranges at places of a surveyed rectangle's long plates.

    Args:
        survey: one whose corners are known.
        datum: what is kept.
        width: of the plan as it was drawn, mm.
        places: on the first side (0) or the second (1), and how far along the ridge from the first end.
    """
    standing = [_at(plate_lines(survey, datum, width), *place) for place in places]
    shares: list[dict[int, tuple[float, float]]] = [{} for _ in places]
    for number, moved in _each_moved(survey):
        lines = plate_lines(moved, datum, width)
        for k, place in enumerate(places):
            y, z = _at(lines, *place)
            shares[k][number] = (y - standing[k][0], z - standing[k][1])
    return tuple(_range(one) for one in shares)


def wall_ranges(survey: Survey, places: Sequence[tuple[int, float]]) -> tuple[PlaceRange, ...]:
    """The ranges at places of any outline's walls: of a wall square to itself, with the roof laid over all walls so
    that its corners are off the least.

    Args:
        survey: one whose corners are known.
        places: a side by its number from 0, and how far along it.
    """
    shares: list[dict[int, tuple[float, float]]] = [{} for _ in places]
    standing = _on_walls(survey, survey, places)
    for number, moved in _each_moved(survey):
        for k, (out, z) in enumerate(_on_walls(survey, moved, places)):
            shares[k][number] = (out - standing[k][0], z - standing[k][1])
    return tuple(_range(one) for one in shares)


def _on_walls(survey: Survey, moved: Survey, places: Sequence[tuple[int, float]]) -> list[tuple[float, float]]:
    """How far walls stand out of where they were first believed to be at places, and their plates' heights there."""
    assert survey.plan is not None
    assert moved.plan is not None
    count, corners = len(survey.drawn), survey.plan.corners
    laid = true_up(corners, moved.plan.corners).corners
    found = []
    for side, along in places:
        (a, b), (c, d) = corners[side], corners[(side + 1) % count]
        (p, q), (r, s) = laid[side], laid[(side + 1) % count]
        long = hypot(c - a, d - b)
        at = min(max(along, 0.0), long)
        share = at / long
        off = ((p - a) * (1 - share) + (r - c) * share, (q - b) * (1 - share) + (s - d) * share)
        out = (off[0] * (d - b) - off[1] * (c - a)) / long
        height = moved.levels.at(side, at, long, count)
        found.append((out + moved.offset_at(side, at), 0.0 if height is None else height))
    return found


def opening_range(reading: float, bound: float, saw: float) -> float:
    """How far a joint may open, 95 times of 100, mm: by readings and saw, each so certain, and by a tape's rounding."""
    return hypot(reading, saw, SPREAD * bound * UNIFORM**0.5)


def _range(shares: dict[int, tuple[float, float]]) -> PlaceRange:
    runs = {number: share[0] ** 2 for number, share in shares.items() if abs(share[0]) > NOTHING}
    heights = {number: share[1] ** 2 for number, share in shares.items() if abs(share[1]) > NOTHING}
    return PlaceRange(
        SPREAD * sum(runs.values()) ** 0.5, SPREAD * sum(heights.values()) ** 0.5,
        max(runs, key=runs.__getitem__, default=None), max(heights, key=heights.__getitem__, default=None),
    )  # fmt: skip


def _each_moved(survey: Survey) -> list[tuple[int, Survey]]:
    """The survey with each of its readings one standard deviation longer."""
    made = []
    levels = survey.levels.readings
    for k, one in enumerate(survey.distances):
        rows = [*survey.distances]
        rows[k] = replace(one, value=one.value + one.tolerance / SPREAD)
        made.append((one.number, survey_of(survey.drawn, rows, levels, survey.offsets)))
    for k, level in enumerate(levels):
        heights = [*levels]
        heights[k] = replace(level, value=level.value + level.tolerance / SPREAD)
        made.append((level.number, replace(survey, levels=levels_of(heights))))
    for k, offset in enumerate(survey.offsets):
        offsets = [*survey.offsets]
        offsets[k] = replace(offset, value=offset.value + offset.tolerance / SPREAD)
        made.append((offset.number, replace(survey, offsets=tuple(offsets))))
    return made


def _at(lines: PlateLines, side: int, along: float) -> tuple[float, float]:
    """Across and height of a plate's line so far along the ridge: on the stretch between two of its points there."""
    nodes: tuple[Node, ...] = (lines.first, lines.second)[side]
    start, end = next(
        (pair for pair in pairwise(nodes) if pair[0][0] <= along <= pair[1][0]),
        (nodes[0], nodes[1]) if along < nodes[0][0] else (nodes[-2], nodes[-1]),
    )
    share = (along - start[0]) / (end[0] - start[0])
    return start[1] + (end[1] - start[1]) * share, start[2] + (end[2] - start[2]) * share
