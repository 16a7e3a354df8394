"""A made-up building as it really stands, which the simulated instruments read; nothing else may know it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cache
from math import hypot
from random import Random

from ..core.survey import AtSide, Distance, Place, survey_of

Point = tuple[float, float]
CORNER_OFF, LEVEL_OFF, BOW, VALUE_OFF = 5.0, 4.0, 6.0, 4.0
"""mm: how far, one in three times more, a made-up building is off its drawing."""
BLUNDER = -30.0
"""mm: what something in the way takes off the first reading of the last diagonal."""
EMPTY: Mapping[str, float] = {"total_rise": 2734.0, "width": 912.0, "plan.length": 8988.0, "plan.width": 5994.0}
"""mm: what stands where nothing was measured yet."""
USUAL = 1000.0
STORE, STORE_CORNERS = "Crooked store", 4
"""What the work of the examples is called whose building is known."""


@dataclass(frozen=True, slots=True)
class TrueSite:
    """The corners as they stand, the plates' heights over the first corner, how far each wall bows out in its middle
    and its plate sags there, how high the ridge went over what was drawn, and pairs of corners with something in the
    way of the first reading.
    """

    seed: str
    corners: tuple[Point, ...]
    heights: tuple[float, ...]
    bows: tuple[float, ...]
    sags: tuple[float, ...]
    ridge_off: float = 0.0
    in_the_way: Mapping[frozenset[int], float] = field(default_factory=dict)

    def distance(self, start: int, end: int) -> float:
        """Between two corners, mm."""
        (a, b), (c, d) = self.corners[start], self.corners[end]
        return hypot(c - a, d - b)

    def apart(self, one: Place, other: Place) -> float:
        """Level, between two places on the plates, mm."""
        (a, b), (c, d) = self._point(one), self._point(other)
        return hypot(c - a, d - b)

    def _point(self, place: Place) -> Point:
        if not isinstance(place, AtSide):
            return self.corners[place]
        (a, b), (c, d) = self.corners[place.side], self.corners[(place.side + 1) % len(self.corners)]
        share = self._share(place)
        return a + (c - a) * share, b + (d - b) * share

    def height(self, place: Place) -> float:
        """A plate's top over the first corner's, mm."""
        if not isinstance(place, AtSide):
            return self.heights[place]
        share = self._share(place)
        low, high = self.heights[place.side], self.heights[(place.side + 1) % len(self.heights)]
        return low + (high - low) * share - self.sags[place.side] * 4 * share * (1 - share)

    def offset(self, place: AtSide) -> float:
        """How far a wall stands outside the string between its corners, mm."""
        share = self._share(place)
        return self.bows[place.side] * 4 * share * (1 - share)

    def value(self, key: str, drawn: float | None) -> float:
        """A measured value of a work by its key: near what was drawn, mm."""
        if drawn is None:
            return EMPTY.get(key, USUAL)
        return drawn + Random(f"{self.seed}:{key}").gauss(0.0, VALUE_OFF)

    def _share(self, place: AtSide) -> float:
        length = self.distance(place.side, (place.side + 1) % len(self.corners))
        return min(max(place.along / length, 0.0), 1.0)


def site_of(seed: str, drawn: Sequence[Point]) -> TrueSite:
    """The building of a seed over a plan's corners, which are drawn counter-clockwise; without corners only values can
    be read.
    """
    if seed.startswith(STORE) and len(drawn) == STORE_CORNERS:
        return _crooked_store()
    chance = Random(f"site:{seed}")
    count = len(drawn)
    off = [(chance.gauss(0, CORNER_OFF), chance.gauss(0, CORNER_OFF)) for _ in drawn]
    heights = [0.0, *(chance.gauss(0, LEVEL_OFF) for _ in drawn[1:])]
    return TrueSite(
        seed,
        tuple((x + a, y + b) for (x, y), (a, b) in zip(drawn, off, strict=True)),
        tuple(heights),
        tuple(chance.gauss(0, BOW) for _ in drawn),
        tuple(abs(chance.gauss(0, LEVEL_OFF)) for _ in drawn),
        chance.gauss(0, LEVEL_OFF),
        {frozenset((1, 3 % count)): BLUNDER} if count > 3 else {},
    )


@cache
def _crooked_store() -> TrueSite:
    """The demo's store: corners that its sides and diagonals come to."""
    drawn = ((0.0, 0.0), (9000.0, 0.0), (9000.0, 6000.0), (0.0, 6000.0))
    read = ((0, 1, 9004.0), (1, 2, 6012.0), (2, 3, 9010.0), (3, 0, 5995.0), (0, 2, 10831.0), (1, 3, 10818.0))
    distances = [Distance(number, *row, 1.0) for number, row in enumerate(read)]
    plan = survey_of(drawn, distances, (), ()).plan
    assert plan is not None
    return TrueSite(
        STORE, plan.corners, (0.0, 6.0, -4.0, 9.0), (2.0, -1.0, 12.0, 0.0), (10.0, 0.0, 2.0, 1.0), 6.0,
        {frozenset((1, 3)): BLUNDER},
    )  # fmt: skip
