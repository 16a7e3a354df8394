"""What happens when one rounded riser is stepped off again and again."""

from dataclasses import dataclass

from ..tape import Tape, nearest


@dataclass(frozen=True, slots=True)
class Drift:
    """A gauge clamped at ``gauge`` mm where ``riser`` is exact, stepped ``count`` times.

    ``total`` is how far the last mark has run off; the finished risers come out ``each`` but for the ``last``.
    ``creep`` is the error after each step.
    """

    gauge: float
    riser: float
    count: int
    total: float
    each: float
    last: float
    creep: tuple[float, ...]

    @property
    def difference(self) -> float:
        """Between the largest and the smallest finished riser."""
        return abs(self.total)


def drift(riser: float, count: int, gauge: float | None, tape: Tape) -> Drift:
    """The drift of a setting over a flight; without one, that of the tape's mark nearest to the riser.

    Args:
        riser: exact finished riser, mm.
        count: number of risers.
        gauge: what is clamped on the square, mm.
        tape: where the nearest mark is looked up.
    """
    setting = nearest(riser, tape).mm if gauge is None else gauge
    error = setting - riser
    return Drift(
        gauge=setting,
        riser=riser,
        count=count,
        total=count * error,
        each=setting,
        last=setting - count * error,
        creep=tuple(k * error for k in range(1, count + 1)),
    )
