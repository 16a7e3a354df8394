"""What the order of work shows, as plain dataclasses. Times are local: ``2026-12-01T07:00``."""

from dataclasses import dataclass, field
from typing import Literal

TaskState = Literal["done", "now", "next", "later", "passing"]


@dataclass(frozen=True, slots=True, kw_only=True)
class TaskView:
    """A task of the plan: what it is, from when to when and by whom, why not earlier, and what to look out for.

    ``chain`` where it is one of those that set the end; ``by_hand`` where it is ticked here, and not by what is done
    at a station; ``was`` from and to as agreed, where it has moved since.
    """

    id: str
    kind: str
    work_id: str
    work: str
    title: str
    amount: str
    state: TaskState
    starts: str
    ends: str
    minutes: int
    people: list[str]
    crew: list[int]
    why: str
    notes: list[str]
    cautions: list[str]
    chain: bool
    by_hand: bool
    progress: str
    station: str
    held_until: str
    held_why: str
    was: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class StretchView:
    """A task's hours on one day, of one of the crew by place; nobody's while something cures."""

    task: str
    day: str
    starts: str
    ends: str
    person: int | None


@dataclass(frozen=True, slots=True, kw_only=True)
class PersonView:
    """Somebody of the crew, and what they start with."""

    role: str
    experience: str
    first: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CrewView:
    """Who works, how long a day, from when, on which weekdays; whether it is said for this job alone."""

    people: list[PersonView]
    hours: float
    begins: str
    weekdays: list[int]
    own: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class TimeView:
    """How long a kind of task takes the shop, over the usual time: as typed, learnt from so many, or usual."""

    kind: str
    title: str
    factor: float
    origin: Literal["usual", "learnt", "typed"]
    learnt_from: int


@dataclass(frozen=True, slots=True, kw_only=True)
class SchoolView:
    """Where crews differ, and what holds here."""

    key: str
    title: str
    answer: str
    say: str
    said: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ScheduleView:
    """The order of work of a job."""

    job: str
    starts: str
    ends: str
    agreed_at: str
    agreed_ends: str
    crew: CrewView
    tasks: list[TaskView] = field(default_factory=list)
    stretches: list[StretchView] = field(default_factory=list)
    times: list[TimeView] = field(default_factory=list)
    schools: list[SchoolView] = field(default_factory=list)
    told: list[str] = field(default_factory=list)
