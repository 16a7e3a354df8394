"""Who works, and when: people, and the hours of working days, counted from the day a plan starts.

Work is counted in working hours from the first working day's beginning; a day is a whole number of days after the
start.
"""

from dataclasses import dataclass
from math import floor

WEEK = 7
SLIGHT = 1e-9
EXPERIENCE = {"learning": 1.5, "practised": 1.0, "quick": 0.85}
"""How much longer than usual the work takes somebody, by experience: usual values of ours."""


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody of a crew: the role, and how much longer than usual the work takes there (1 is usual)."""

    role: str
    factor: float = 1.0


@dataclass(frozen=True, slots=True)
class Calendar:
    """Working days of ``hours`` each, on ``weekdays`` (0 is Monday); ``first`` is the weekday of the plan's day 0."""

    hours: float = 8.0
    weekdays: frozenset[int] = frozenset({0, 1, 2, 3, 4})
    first: int = 0

    def _is_working(self, day: int) -> bool:
        return (self.first + day) % WEEK in self.weekdays

    def day_of(self, work: float, *, end: bool = False) -> tuple[int, float]:
        """Return the day and the hour within it of a working hour; of an ``end``, the day it ends on."""
        number = floor(work / self.hours + SLIGHT)
        hour = max(0.0, work - number * self.hours)
        if end and number > 0 and hour < SLIGHT * self.hours:
            number, hour = number - 1, self.hours
        weeks, rest = divmod(number, len(self.weekdays))
        return self._from(weeks * WEEK, rest), hour

    def _from(self, day: int, working: int) -> int:
        """The working day of that number among those from ``day`` on."""
        while True:
            if self._is_working(day):
                if working == 0:
                    return day
                working -= 1
            day += 1

    def stretches(self, start: float, end: float) -> list[tuple[int, float, float]]:
        """Return the days between two working hours, each with the hours of the day it begins and ends at."""
        found: list[tuple[int, float, float]] = []
        while start < end - SLIGHT:
            day, hour = self.day_of(start)
            stop = min(self.hours, hour + end - start)
            found.append((day, hour, stop))
            start += stop - hour
        return found

    def work_at(self, day: float, hour: float = 0.0) -> float:
        """Return the first working hour at or after an hour of a day."""
        whole = floor(day)
        weeks, rest = divmod(whole, WEEK)
        before = weeks * len(self.weekdays) + sum(self._is_working(other) for other in range(rest))
        if not self._is_working(whole):
            return before * self.hours
        return before * self.hours + min(max(0.0, hour), self.hours)

    def after(self, work: float, days: float) -> float:
        """Return the first working hour so many calendar days after the end of some work."""
        day, hour = self.day_of(work, end=True)
        return self.work_at(day + days, hour)
