"""The landing loop: on ground that falls, the rise depends on the run, the run on the riser count, the count on the
rise. Solved together; nothing is guessed twice.

Distances are level, from the header's face; drops are plumb, from the finished surface above. Source: ``trade.md``
4.1.
"""

from collections.abc import Callable
from dataclasses import dataclass

from ...tape import WHOLE, whole_near
from ...terms import Count, Length, message
from ..model.flight import MOST_RISERS, Flight, FlightError, RiserRule
from ..model.ground import Ground

LEAST_RISE = 1.0
"""mm: less is no stair."""
CLOSE = 1.0
"""mm: a confirming measurement this near to the computed foot was taken there."""


@dataclass(frozen=True, slots=True)
class Round:
    """Once round the loop: the rise looked at, the count it gives, where that lands, and the rise there."""

    rise: float
    count: int
    foot: float
    found: float


@dataclass(frozen=True, slots=True)
class Landing:
    """Where a flight lands: its count, its foot's distance from the header's face, the rise there, and the rounds
    by which a person would come to it. ``met`` is False where those rounds go to and fro without end.
    """

    count: int
    foot: float
    rise: float
    rounds: tuple[Round, ...]
    met: bool


def foot_at(flight: Flight, count: int) -> float:
    """Where the lowest finished riser stands, from the header's face."""
    start = flight.riser_board if flight.head.riser_board else 0.0
    return start + (count if flight.flush else count - 1) * flight.tread.going


def land(flight: Flight, ground: Ground, chosen: Callable[[float], int]) -> Landing:
    """Where the flight lands on falling ground.

    Args:
        flight: the flight; its riser choice decides.
        ground: what it lands on.
        chosen: the count a rise gives on level ground.

    Raises:
        FlightError: where no count reaches the ground, or the ground comes up to the surface above.
    """
    count = _count(flight, ground)
    foot = foot_at(flight, count)
    rise = ground.drop(foot)
    if rise < LEAST_RISE:
        raise FlightError("ground", message("error.ground_meets", foot=Length(foot), n=Count(count)))
    rounds, met = _rounds(flight, ground, chosen, count)
    return Landing(count, foot, rise, rounds, met)


def _count(flight: Flight, ground: Ground) -> int:
    rule, value = flight.riser.rule, flight.riser.value
    if rule is RiserRule.COUNT:
        return int(value)
    rises = {count: ground.drop(foot_at(flight, count)) for count in range(2, MOST_RISERS + 1)}
    standing = {count: rise for count, rise in rises.items() if rise >= LEAST_RISE}
    if not standing:
        raise FlightError("ground", message("error.ground_meets", foot=Length(foot_at(flight, 2)), n=Count(2)))
    if rule is RiserRule.AT_MOST:
        fits = [count for count, rise in standing.items() if rise / count <= value * (1 + WHOLE)]
        if not fits:
            fall = ground.drop(foot_at(flight, 3)) - ground.drop(foot_at(flight, 2))
            raise FlightError("ground", message("error.ground_runs_away", fall=Length(fall), riser=Length(value)))
        return fits[0]
    own = [count for count, rise in standing.items() if whole_near(rise / value) == count]
    return own[0] if own else min(standing, key=lambda count: abs(standing[count] / count - value))


def _rounds(
    flight: Flight, ground: Ground, chosen: Callable[[float], int], count: int
) -> tuple[tuple[Round, ...], bool]:
    """Measure, work out, look where it lands, measure there again: until the count stays."""
    rise, rounds, seen = ground.drop(0.0), [], set[int]()
    while rise >= LEAST_RISE:
        try:
            now = chosen(rise)
        except FlightError:
            break
        foot = foot_at(flight, now)
        found = ground.drop(foot)
        rounds.append(Round(rise, now, foot, found))
        if now in seen:
            break
        seen.add(now)
        rise = found
    met = len(rounds) > 1 and rounds[-1].count == rounds[-2].count == count
    return tuple(rounds), met
