"""A plan: every task given its people and its hours, the most pressing first, and why it starts when it does.

Method: a serial schedule with the latest start as its rule of priority, each task at the first place it fits in. No
task starts before what it needs, nobody is in two places at once; the plan is good, and not proved to be the shortest.
"""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from enum import StrEnum
from itertools import combinations

from .crew import EXPERIENCE, Calendar, Person
from .kinds import kinds
from .network import floats, in_order
from .task import MINUTES, Task, base_minutes

SLIGHT = 1e-9
LEADS = EXPERIENCE["practised"]
"""Who takes no longer than this leads."""


class Reason(StrEnum):
    """Why a task does not start earlier."""

    START = "start"
    NEEDS = "needs"
    WAITS = "waits"
    PEOPLE = "people"
    HELD = "held"


@dataclass(frozen=True, slots=True)
class Held:
    """A task that is held by hand until a day of the plan: weather, somebody else's work."""

    day: int


@dataclass(frozen=True, slots=True)
class Booking:
    """A task in the plan: working hours from and to, the people on it by their place in the crew, why it does not
    start earlier and because of which task; ``short`` where fewer people are there than it takes.
    """

    task: Task
    start: float
    end: float
    people: tuple[int, ...]
    reason: Reason
    because: str = ""
    short: bool = False


@dataclass(frozen=True, slots=True)
class Schedule:
    """A plan of the tasks that are not done: in the order they start, and the chain of them that sets the end."""

    bookings: tuple[Booking, ...]
    chain: frozenset[str]

    @property
    def end(self) -> float:
        """The working hour at which everything is done."""
        return max((one.end for one in self.bookings), default=0.0)


def schedule(
    tasks: Sequence[Task],
    crew: Sequence[Person],
    calendar: Calendar,
    factors: Mapping[str, float] | None = None,
    held: Mapping[str, Held] | None = None,
    shares: Mapping[str, float] | None = None,
) -> Schedule:
    """Plan the tasks.

    Args:
        tasks: the tasks of one job.
        crew: who works, at least one.
        calendar: their hours.
        factors: how much longer than usual each kind takes this shop.
        held: until when tasks are held, by their ids.
        shares: how much of a task is still to do, from 0 (done) to 1, by its id.
    """
    factors, held, shares = factors or {}, held or {}, shares or {}
    todo = [one for one in tasks if shares.get(one.id, 1.0) > 0]
    hours = {one.id: base_minutes(one) / MINUTES * factors.get(one.kind, 1.0) * shares.get(one.id, 1.0) for one in todo}
    spare = floats(todo, hours, calendar)
    place = {one.id: n for n, one in enumerate(in_order(todo))}
    waiting = sorted(todo, key=lambda one: (spare[one.id].latest, place[one.id]))
    plan = _Plan(tuple(crew), calendar)
    while waiting:
        one = next(one for one in waiting if all(other in plan.booked for other in one.after if other in place))
        waiting.remove(one)
        plan.book(one, hours[one.id], held.get(one.id))
    order = sorted(plan.booked.values(), key=lambda one: (one.start, place[one.task.id]))
    return Schedule(tuple(order), frozenset(plan.chain()))


class _Plan:
    """A plan as it is made: what is booked so far, and the hours each of the crew is at something."""

    def __init__(self, crew: tuple[Person, ...], calendar: Calendar) -> None:
        self.crew, self.calendar = crew, calendar
        self.booked: dict[str, Booking] = {}
        self.busy: list[list[Booking]] = [[] for _ in crew]

    def book(self, task: Task, hours: float, held: Held | None) -> None:
        """Book a task whose needs are booked at its earliest place, before others that are booked where it fits."""
        ready, reason, because = self._ready(task, held)
        if task.waits:
            end = self.calendar.after(ready, task.days)
            self.booked[task.id] = Booking(task, ready, end, (), reason, because)
            return
        start, team = self._place(task, hours, ready)
        if start > ready + SLIGHT:
            # The last of the team to come free, and from what.
            before = [one for person in team for one in self.busy[person] if abs(one.end - start) < SLIGHT]
            reason, because = Reason.PEOPLE, before[0].task.id if before else because
        end = start + hours * self._pace(task, team)
        booking = Booking(task, start, end, team, reason, because, task.people > len(self.crew))
        self.booked[task.id] = booking
        for person in team:
            self.busy[person].append(booking)

    def _place(self, task: Task, hours: float, ready: float) -> tuple[float, tuple[int, ...]]:
        """The earliest start with a team that is free for all of it, and that team."""
        ends = {one.end for rows in self.busy for one in rows if one.end > ready}
        for start in sorted({ready, *ends}):
            teams = [
                team for team in self._teams(task)
                if all(self._is_free(person, start, start + hours * self._pace(task, team)) for person in team)
            ]  # fmt: skip
            if teams:
                return start, min(teams, key=lambda team: self._rank(task, team))
        raise AssertionError("after everything that is booked everybody is free")

    def _is_free(self, person: int, start: float, end: float) -> bool:
        return all(one.end <= start + SLIGHT or one.start >= end - SLIGHT for one in self.busy[person])

    def chain(self) -> Iterator[str]:
        """Yield the tasks from the one that ends last back to the start: each starts because of the next."""
        at = max(self.booked.values(), key=lambda one: (one.end, one.task.id), default=None)
        while at is not None:
            yield at.task.id
            at = self.booked.get(at.because)

    def _ready(self, task: Task, held: Held | None) -> tuple[float, Reason, str]:
        """When a task could start, were everybody free, why not before, and because of which task."""
        ready, reason, because = 0.0, Reason.START, ""
        for other in (self.booked[name] for name in task.after if name in self.booked):
            if other.end > ready + SLIGHT:
                ready, because = other.end, other.task.id
                reason = Reason.WAITS if other.task.waits else Reason.NEEDS
        if held is not None and (until := self.calendar.work_at(held.day)) > ready + SLIGHT:
            return until, Reason.HELD, ""
        return ready, reason, because

    def _teams(self, task: Task) -> list[tuple[int, ...]]:
        """Who could do it together: as many as it takes, or all there are; what is led, not by learners alone."""
        teams = list(combinations(range(len(self.crew)), min(task.people, len(self.crew))))
        if not kinds()[task.kind].leads:
            return teams
        led = [team for team in teams if any(self.crew[person].factor <= LEADS for person in team)]
        return led or teams

    def _rank(self, task: Task, team: tuple[int, ...]) -> tuple[float, tuple[int, ...]]:
        """What a team is chosen by: the quicker one, then those who lead least unless it leads."""
        order = team if kinds()[task.kind].leads else tuple(-person for person in reversed(team))
        return self._pace(task, team), order

    def _pace(self, task: Task, team: tuple[int, ...]) -> float:
        """How much longer than usual a team takes: the mean of them; where one leads, as the most experienced does."""
        paces = [self.crew[person].factor for person in team]
        return min(paces) if kinds()[task.kind].leads else sum(paces) / len(paces)
