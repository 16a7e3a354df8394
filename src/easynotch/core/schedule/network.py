"""The network of tasks: when each can start at the earliest and must at the latest, were there people enough.

Method: the critical path method, forwards and backwards over the tasks in an order in which none comes before what it
needs.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from graphlib import TopologicalSorter

from .crew import Calendar
from .task import Task


@dataclass(frozen=True, slots=True)
class Float:
    """Working hours from the start: earliest and latest start of a task, were there people enough."""

    earliest: float
    latest: float

    @property
    def slack(self) -> float:
        """How much later it could start without moving the end."""
        return self.latest - self.earliest


def in_order(tasks: Sequence[Task]) -> list[Task]:
    """Return the tasks so that each comes after what it needs, otherwise as they are given. Raises CycleError."""
    by_id = {one.id: one for one in tasks}
    place = {one.id: n for n, one in enumerate(tasks)}
    sorter = TopologicalSorter({one.id: [other for other in one.after if other in by_id] for one in tasks})
    sorter.prepare()
    found: list[Task] = []
    ready: list[str] = []
    while sorter.is_active():
        ready = sorted([*ready, *sorter.get_ready()], key=place.__getitem__)
        first, *ready = ready
        found.append(by_id[first])
        sorter.done(first)
    return found


def floats(tasks: Sequence[Task], hours: Mapping[str, float], calendar: Calendar) -> dict[str, Float]:
    """Return every task's float.

    Args:
        tasks: the tasks.
        hours: how long each takes, by id.
        calendar: the working days, for what waits.
    """
    ordered = in_order(tasks)
    earliest: dict[str, float] = {}
    ends: dict[str, float] = {}
    for one in ordered:
        earliest[one.id] = max((ends[other] for other in one.after if other in ends), default=0.0)
        start = earliest[one.id]
        ends[one.id] = calendar.after(start, one.days) if one.waits else start + hours[one.id]
    end = max(ends.values(), default=0.0)
    latest: dict[str, float] = {}
    for one in reversed(ordered):
        due = min((latest[other.id] for other in ordered if one.id in other.after), default=end)
        # A wait is as long here as it is at its earliest: across week-ends it may be a little less or more.
        latest[one.id] = due - (ends[one.id] - earliest[one.id])
    return {one.id: Float(earliest[one.id], latest[one.id]) for one in tasks}
