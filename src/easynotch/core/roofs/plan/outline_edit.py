"""Outlines as they are typed: a regular one, one with a side or an angle measured anew."""

from math import acos, cos, degrees, hypot, pi, radians, sin

from .outline import angles
from .seams import Point

PARALLEL = 0.01
"""Radians: sides that turn less against each other run the same way."""


def regular(sides: int, side: float) -> tuple[Point, ...]:
    """The corners of a regular outline, its first side along the world's x from the origin."""
    points: list[Point] = [(0.0, 0.0)]
    for number in range(sides - 1):
        turn = 2 * pi * number / sides
        points.append((points[-1][0] + side * cos(turn), points[-1][1] + side * sin(turn)))
    return tuple(points)


def with_side(corners: tuple[Point, ...], number: int, length: float) -> tuple[Point, ...]:
    """The outline with one side of another length: what comes after it moves along it, as far as a side that runs the
    same way and takes up the difference; else the last side closes.
    """
    count = len(corners)
    start, end = corners[number], corners[(number + 1) % count]
    now = hypot(end[0] - start[0], end[1] - start[1])
    by = length - now
    direction = ((end[0] - start[0]) / now, (end[1] - start[1]) / now)
    if number == count - 1:
        # The closing side ends at the first corner, which stays: its other end moves.
        before = (k for k in range(number, 0, -1) if _runs_along(corners, k - 1, direction))
        moved, direction = range(next(before, number), number + 1), (-direction[0], -direction[1])
    else:
        after = (k for k in range(number + 1, count) if _runs_along(corners, k, direction))
        moved = range(number + 1, next(after, count - 1) + 1)
    return tuple(
        (x + direction[0] * by, y + direction[1] * by) if at in moved else (x, y) for at, (x, y) in enumerate(corners)
    )


def _runs_along(corners: tuple[Point, ...], number: int, direction: Point) -> bool:
    """Whether a side runs one way or back."""
    (a, b), (c, d) = corners[number], corners[(number + 1) % len(corners)]
    return abs((c - a) * direction[1] - (d - b) * direction[0]) < PARALLEL * hypot(c - a, d - b)


def with_wing(corners: tuple[Point, ...], number: int) -> tuple[Point, ...]:
    """The outline with a wing pulled out of the middle of a side: a third as wide as the side is long, and as deep."""
    (a, b), (c, d) = corners[number], corners[(number + 1) % len(corners)]
    length = hypot(c - a, d - b)
    x, y = (c - a) / length, (d - b) / length
    wide = length / 3
    spots = ((wide, 0.0), (wide, wide), (2 * wide, wide), (2 * wide, 0.0))
    new = tuple((a + x * along + y * out, b + y * along - x * out) for along, out in spots)
    return (*corners[: number + 1], *new, *corners[number + 1 :])


def with_angle(corners: tuple[Point, ...], number: int, angle: float) -> tuple[Point, ...]:
    """The outline with another inside angle at a corner, degrees: what comes after it turns round it."""
    if number == len(corners) - 1:
        return _last_angle(corners, angle)
    turn = radians(angles(corners)[number] - angle)
    pivot = corners[number]
    made = list(corners)
    for at in range(number + 1, len(corners)) if number > 0 else range(len(corners) - 1, len(corners)):
        x, y = corners[at][0] - pivot[0], corners[at][1] - pivot[1]
        by = turn if number > 0 else -turn
        made[at] = (pivot[0] + x * cos(by) - y * sin(by), pivot[1] + x * sin(by) + y * cos(by))
    return tuple(made)


def _last_angle(corners: tuple[Point, ...], angle: float) -> tuple[Point, ...]:
    """Nothing comes after the last corner: it slides along the side before it, by the law of sines."""
    before, last, first = corners[-2], corners[-1], corners[0]
    far = hypot(first[0] - before[0], first[1] - before[1])
    now = hypot(last[0] - before[0], last[1] - before[1])
    direction = ((last[0] - before[0]) / now, (last[1] - before[1]) / now)
    across = ((first[0] - before[0]) * direction[0] + (first[1] - before[1]) * direction[1]) / far
    rest = 180.0 - angle - degrees(acos(max(-1.0, min(1.0, across))))
    length = far * sin(radians(rest)) / sin(radians(angle))
    return (*corners[:-1], (before[0] + direction[0] * length, before[1] + direction[1] * length))
