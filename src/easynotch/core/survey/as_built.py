"""Where a rectangle's long plates lie as they were surveyed, seen from the ridge that is kept."""

from dataclasses import dataclass
from enum import StrEnum
from math import hypot

from .survey import Survey

Point = tuple[float, float]
Node = tuple[float, float, float]
FIRST, SECOND_END, SECOND, FIRST_END = range(4)


class Datum(StrEnum):
    """What stays where it is: the ridge over the middles of both ends, or a long wall, the ridge along it."""

    RIDGE = "ridge"
    FIRST_SIDE = "first_side"
    SECOND_SIDE = "second_side"


@dataclass(frozen=True, slots=True)
class PlateLines:
    """The long walls' faces with their plates' tops, from the first end on: x along the ridge from the first end wall,
    y across with the ridge at half the drawn width, z over the plates' own level; and how long the ridge is between
    the end walls.
    """

    length: float
    first: tuple[Node, ...]
    second: tuple[Node, ...]


def plate_lines(survey: Survey, datum: Datum, width: float) -> PlateLines:
    """The plates of a surveyed rectangle; a plate no level was read of lies level.

    Args:
        survey: one whose corners are known.
        datum: what is kept.
        width: of the plan as it was drawn, mm.
    """
    assert survey.plan is not None
    corners = survey.plan.corners
    origin, x, y = _axes(corners, datum, width)

    def seen(point: Point) -> Point:
        a, b = point[0] - origin[0], point[1] - origin[1]
        return a * x[0] + b * x[1], a * y[0] + b * y[1]

    a, b, c, d = (seen(corner) for corner in corners)
    start, stop = _at_ridge(d, a, width / 2), _at_ridge(b, c, width / 2)
    lines = []
    for side in (FIRST, SECOND):
        nodes = [(*seen(point), height) for point, height in _nodes(survey, side)]
        lines.append(tuple(sorted((u - start, v, z) for u, v, z in nodes)))
    return PlateLines(stop - start, *lines)


def _axes(corners: tuple[Point, ...], datum: Datum, width: float) -> tuple[Point, Point, Point]:
    """A point at x = 0, y = 0 and both axes, so that the ridge lies at half the width."""
    a, b, c, d = corners
    if datum is Datum.RIDGE:
        start, end = _middle(d, a), _middle(b, c)
    else:
        start, end = (a, b) if datum is Datum.FIRST_SIDE else (d, c)
    long = hypot(end[0] - start[0], end[1] - start[1])
    x = ((end[0] - start[0]) / long, (end[1] - start[1]) / long)
    y = (-x[1], x[0])
    off = {Datum.RIDGE: width / 2, Datum.FIRST_SIDE: 0.0, Datum.SECOND_SIDE: width}[datum]
    return (start[0] - y[0] * off, start[1] - y[1] * off), x, y


def _middle(one: Point, other: Point) -> Point:
    return (one[0] + other[0]) / 2, (one[1] + other[1]) / 2


def _at_ridge(start: Point, end: Point, across: float) -> float:
    """How far along the ridge an end wall's line crosses it."""
    share = (across - start[1]) / (end[1] - start[1])
    return start[0] + (end[0] - start[0]) * share


def _nodes(survey: Survey, side: int) -> list[tuple[Point, float]]:
    """The points of a wall where something was read, and its corners, each with its plate's height."""
    assert survey.plan is not None
    corners = survey.plan.corners
    (a, b), (c, d) = corners[side], corners[(side + 1) % len(corners)]
    long = hypot(c - a, d - b)
    u, v = (c - a) / long, (d - b) / long
    return [((a + u * along + v * out, b + v * along - u * out), height) for along, out, height in survey.wall(side)]
