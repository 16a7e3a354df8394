"""Riser candidates: every count worth looking at, with what it gives and which school picks it."""

from dataclasses import dataclass

from ...tape import whole_down, whole_near, whole_up
from ...terms import Check, Level, Limits
from ..layout.layout import Layout, lay_out
from ..model.flight import MOST_RISERS, Flight, FlightError, RiserRule
from .checks import check_shape


@dataclass(frozen=True, slots=True)
class Candidate:
    """A riser count and its consequences. ``fewest`` and ``comfortable`` tell which school picks it."""

    layout: Layout
    checks: tuple[Check, ...]
    fewest: bool
    comfortable: bool
    chosen: bool

    @property
    def fits(self) -> bool:
        """Whether it breaks none of the limits."""
        return all(check.level is not Level.STOP for check in self.checks)


def riser_candidates(flight: Flight, limits: Limits) -> tuple[Candidate, ...]:
    """Every count whose riser lies within the limits, one on either side of them, and the chosen one.

    The fewest-steps school divides by the highest riser allowed (the flight's own ``at_most`` if it gives one)
    and rounds up; the comfort school takes the whole count nearest to the comfortable riser (or the flight's
    ``target``).

    Raises:
        FlightError: as ``lay_out``.
    """
    chosen = lay_out(flight)
    rule, value = flight.riser.rule, flight.riser.value
    rise = chosen.flight.total_rise
    highest = value if rule is RiserRule.AT_MOST else limits["riser_max"].amount
    target = value if rule is RiserRule.TARGET else limits["riser_comfortable"].amount
    fewest = _within(whole_up(rise / highest) if rise / highest < MOST_RISERS else MOST_RISERS)
    comfortable = _within(whole_near(min(rise / target, MOST_RISERS)))
    most = _within(whole_down(min(rise / limits["riser_min"].amount, MOST_RISERS)))
    counts = {*range(_within(fewest - 1), _within(most + 1) + 1), chosen.riser_count, comfortable}
    if len(counts) > 24:
        counts = {count for count in counts if abs(count - chosen.riser_count) <= 8 or count in (fewest, comfortable)}
    return tuple(
        Candidate(
            layout=layout,
            checks=check_shape(layout, limits),
            fewest=count == fewest,
            comfortable=count == comfortable,
            chosen=count == chosen.riser_count,
        )
        for count in sorted(counts)
        for layout in _laid_out(flight, count)
    )


def _laid_out(flight: Flight, count: int) -> tuple[Layout, ...]:
    """The flight with so many risers; none where falling ground is never reached with them."""
    try:
        return (lay_out(flight, count),)
    except FlightError:
        return ()


def _within(count: int) -> int:
    return max(2, min(count, MOST_RISERS))
