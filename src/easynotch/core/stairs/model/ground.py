"""The ground a stair lands on, as it was measured.

Distances are level, from the header's face; drops are plumb, from the finished surface above. Source: ``trade.md``
4.1.
"""

from dataclasses import dataclass
from enum import StrEnum
from itertools import pairwise


class Side(StrEnum):
    """A side of the stair, as one looks down it."""

    LEFT = "left"
    MIDDLE = "middle"
    RIGHT = "right"


@dataclass(frozen=True, slots=True)
class Reading:
    """A drop measured at a distance."""

    at: float
    drop: float


@dataclass(frozen=True, slots=True)
class Ground:
    """What the stair lands on, as it was measured.

    ``readings`` are in order of distance, one at least; ``slope`` is its fall away from the building where only one
    was taken (negative where it rises). ``across`` is its fall towards the right across the stair, and ``measured``
    the side the readings were taken on; ``typed_at`` is where the total
    rise itself was. ``confirmed`` is the measurement taken again at the foot; ``pegged`` where it is to be taken, while
    it is not.
    """

    readings: tuple[Reading, ...]
    slope: float = 0.0
    across: float = 0.0
    measured: Side = Side.MIDDLE
    confirmed: Reading | None = None
    typed_at: float | None = None
    pegged: float | None = None

    @property
    def typed(self) -> Reading:
        """The reading that was typed as the total rise."""
        return next((reading for reading in self.readings if reading.at == self.typed_at), self.readings[0])

    def drop(self, at: float) -> float:
        """How far the ground lies below the surface above, at a distance: straight between readings and on beyond
        the outermost, brought to the confirming measurement.
        """
        if self.confirmed is None:
            return self._measured(at)
        return self._measured(at) + self.confirmed.drop - self._measured(self.confirmed.at)

    def _measured(self, at: float) -> float:
        first = self.readings[0]
        if len(self.readings) == 1:
            return first.drop + (at - first.at) * self.slope
        pair = next((two for two in pairwise(self.readings) if at <= two[1].at), (self.readings[-2], self.readings[-1]))
        low, high = pair
        return low.drop + (at - low.at) * (high.drop - low.drop) / (high.at - low.at)

    def across_at(self, y: float, width: float) -> float:
        """How much lower than where it was measured the ground lies at y (positive to the left looking down)."""
        measured = {Side.LEFT: width / 2, Side.MIDDLE: 0.0, Side.RIGHT: -width / 2}[self.measured]
        return (measured - y) * self.across
