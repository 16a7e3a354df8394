"""Truing: how far every corner moves for the outline to be as it was drawn, and what goes under a plate to level it."""

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from math import cos, hypot, sin

import numpy as np

from .readings import Place

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Truing:
    """Where every corner belongs, and how far it moves there, mm."""

    corners: tuple[Point, ...]
    moves: tuple[Point, ...]

    @property
    def farthest(self) -> float:
        """The longest move, mm."""
        return max(hypot(x, y) for x, y in self.moves)


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


def packers_of(heights: Mapping[Place, float]) -> dict[Place, float]:
    """What is packed under a plate at every place for it to be level: the highest less what stands there, mm."""
    highest = max(heights.values(), default=0.0)
    return {place: highest - height for place, height in heights.items()}
