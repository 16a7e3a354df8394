"""Truing: how far every corner moves for the outline to be as it was drawn, and what goes under a plate to level it."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from math import cos, hypot, sin

import numpy as np

from .least_moves import STILL, TINY, Row, least_give, least_moves
from .readings import Place

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Truing:
    """Where every corner belongs, and how far it moves there, mm; ``beyond`` is how much farther than is allowed a wall
    has to move all the same, ``stuck`` the wall that allows least of it.
    """

    corners: tuple[Point, ...]
    moves: tuple[Point, ...]
    beyond: float = 0.0
    stuck: int | None = None

    @property
    def farthest(self) -> float:
        """The longest move, mm."""
        return max(hypot(x, y) for x, y in self.moves)


ROUNDS = 4
HELD = 1e9
"""How much more than another's a move of a corner counts that is to stay."""


def true_up(standing: Sequence[Point], drawn: Sequence[Point], held: Collection[int] = ()) -> Truing:
    """The outline as drawn, laid over the one that stands so that all moves together, squared, are the least; corners
    that are ``held`` stay, as far as the outline lets them.
    """
    one, other = np.array(standing, dtype=float), np.array(drawn, dtype=float)
    counts = np.array([HELD if corner in held else 1.0 for corner in range(len(one))])
    middle, centre = (np.average(points, axis=0, weights=counts) for points in (one, other))
    near, far = one - middle, other - centre
    near = near * counts[:, None]
    # The turn that brings the drawn outline nearest, in the plane: by the sums of the corners' products.
    turn = np.arctan2(float(np.sum(far[:, 0] * near[:, 1] - far[:, 1] * near[:, 0])), float(np.sum(far * near)))
    rows = np.array([[cos(turn), -sin(turn)], [sin(turn), cos(turn)]])
    placed = far @ rows.T + middle
    corners = tuple((float(x), float(y)) for x, y in placed)
    return Truing(corners, tuple((c - a, d - b) for (a, b), (c, d) in zip(standing, corners, strict=True)))


def true_within(
    standing: Sequence[Point], drawn: Sequence[Point], held: Collection[int], allows: Mapping[int, float]
) -> Truing:
    """The outline as drawn, laid over the one that stands with the least moves, squared, of which none takes a wall
    farther out or in than it ``allows``, mm; where that cannot be, none takes one much farther.

    The outline is moved and turned by so little that what a turn moves counts as straight; a few rounds make it exact.
    A linear programme finds how far the walls have to give, a quadratic one the least moves then.
    """
    made = true_up(standing, drawn, held)
    if not allows:
        return made
    corners, walls = np.array(made.corners), [*_walls(standing, allows), *_held(held)]
    stood, beyond, stuck = np.array(standing, dtype=float), 0.0, None
    for _ in range(ROUNDS):
        middle = corners.mean(axis=0)
        size = max(1.0, float(np.abs(corners - middle).max()))
        turned = np.stack([-(corners - middle)[:, 1], (corners - middle)[:, 0]], axis=1) / size
        moves = corners - stood
        # What a step along x, along y and a turn do to every wall's and held corner's move.
        rows = [(np.array([*way, float(turned[k] @ way)]), float(moves[k] @ way), most) for k, way, most, _ in walls]
        gives, tight = least_give(rows)
        beyond, stuck = gives, None if gives < STILL or walls[tight][3] < 0 else walls[tight][3]
        step = least_moves(moves, turned, [(row, at, most + gives + TINY) for row, at, most in rows])
        corners = _turned(corners + step[:2], middle + step[:2], float(step[2]) / size)
        if float(np.abs(step).max()) < TINY:
            break
    placed = tuple((float(x), float(y)) for x, y in corners)
    moved = tuple((c - a, d - b) for (a, b), (c, d) in zip(standing, placed, strict=True))
    return Truing(placed, moved, beyond if beyond >= STILL else 0.0, stuck)


def _walls(standing: Sequence[Point], allows: Mapping[int, float]) -> list[tuple[int, Row, float, int]]:
    """For both corners of every wall that allows so much: the corner, out of the wall, what it allows, and the wall."""
    count, found = len(standing), []
    for wall, most in allows.items():
        (a, b), (c, d) = standing[wall], standing[(wall + 1) % count]
        out = np.array([d - b, a - c]) / hypot(c - a, d - b)
        found += [(corner % count, out, most, wall) for corner in (wall, wall + 1)]
    return found


def _held(held: Collection[int]) -> list[tuple[int, Row, float, int]]:
    """Corners that stay: neither along x nor along y do they move."""
    return [(corner, np.array(way), STILL / 2, -1) for corner in held for way in ((1.0, 0.0), (0.0, 1.0))]


def _turned(corners: Row, middle: Row, angle: float) -> Row:
    rows = np.array([[cos(angle), -sin(angle)], [sin(angle), cos(angle)]])
    return np.array((corners - middle) @ rows.T + middle)


def packers_of(heights: Mapping[Place, float]) -> dict[Place, float]:
    """What is packed under a plate at every place for it to be level: the highest less what stands there, mm."""
    highest = max(heights.values(), default=0.0)
    return {place: highest - height for place, height in heights.items()}
