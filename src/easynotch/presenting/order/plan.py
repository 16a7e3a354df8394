"""The plan of a job in words: every task with its time, its people and its reason."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import date, datetime, time, timedelta

from ...core.rules import Words
from ...core.schedule import GREEN_SOFTWOOD, Booking, Calendar, Held, Reason, Schedule, Task, kinds, schedule
from ...core.terms import Count, Length, Message, message
from ...exchange.working.order import Crew
from .models import StretchView, TaskState, TaskView

STATIONS = {
    "measure": "measure", "true_plates": "measure", "pattern": "mark", "set_out": "mark", "try": "fit",
    "check_stair": "fit", "check_roof": "fit",
}  # fmt: skip
"""Where a task is done in the product; what makes pieces is done at Cut."""
FOOT = 0.3048
CUBIC_METRE = 1e9
"""mm³."""


@dataclass(frozen=True, slots=True)
class Said:
    """What is known of a task: the share still to do (0 is done), in words where a station tells it, until when it is
    held and why.
    """

    share: float = 1.0
    progress: Message | None = None
    by_hand: bool = True
    held_until: date | None = None
    held_why: str = ""


NOTHING_SAID = Said()


@dataclass(frozen=True, slots=True)
class WorkPart:
    """A work of the job with its tasks."""

    work_id: str
    name: str
    tasks: tuple[Task, ...]


@dataclass(frozen=True, slots=True)
class Given:
    """What a plan is made of: works, crew, how much longer than usual each kind takes, what is known of tasks by id,
    and the day it starts.
    """

    works: tuple[WorkPart, ...]
    crew: Crew
    factors: Mapping[str, float]
    said: Mapping[str, Said]
    first: date
    agreed: Mapping[str, tuple[str, str]] = field(default_factory=dict)

    @property
    def calendar(self) -> Calendar:
        """The working days from the first on."""
        return self.crew.calendar(self.first.weekday())

    def known(self, task: Task) -> Said:
        """What is known of a task."""
        return self.said.get(task.id, NOTHING_SAID)


def planned(given: Given) -> Schedule:
    """Return the plan of everything that is not done."""
    tasks = [task for work in given.works for task in work.tasks]
    known = {task.id: given.known(task) for task in tasks}
    return schedule(
        tasks, given.crew.people, given.calendar, given.factors,
        {
            name: Held((one.held_until - given.first).days)
            for name, one in known.items() if one.held_until is not None and one.held_until > given.first
        },
        {name: one.share for name, one in known.items()},
    )  # fmt: skip


def moment(given: Given, work: float, *, end: bool = False) -> datetime:
    """Return the local time of a working hour."""
    day, hour = given.calendar.day_of(work, end=end)
    return _at(given, day, hour)


def _at(given: Given, day: int, hour: float) -> datetime:
    midnight = datetime.combine(given.first + timedelta(days=day), time())
    return midnight + timedelta(minutes=round((given.crew.begins + hour) * 60))


def said_time(at: datetime) -> str:
    """A local time as it is sent."""
    return at.isoformat(timespec="minutes")


def spans(given: Given, plan: Schedule) -> dict[str, tuple[str, str]]:
    """Return from and to of every task of a plan, by id."""
    return {
        one.task.id: (said_time(moment(given, one.start)), said_time(moment(given, one.end, end=True)))
        for one in plan.bookings
    }


def stretches(given: Given, plan: Schedule) -> list[StretchView]:
    """Return the hours of every task, day by day and person by person; nobody's of what passes by itself."""
    return [
        StretchView(
            task=one.task.id, day=said_time(_at(given, day, 0.0))[:10], starts=said_time(_at(given, day, begins)),
            ends=said_time(_at(given, day, ends)), person=person,
        )
        for one in plan.bookings
        for day, begins, ends in given.calendar.stretches(one.start, one.end)
        for person in (one.people or (None,))
    ]  # fmt: skip


def task_views(given: Given, plan: Schedule, words: Words) -> list[TaskView]:
    """Return every task, those still to do in the order they start, then those that are done."""
    work_of = {task.id: work for work in given.works for task in work.tasks}
    tasks = {task.id: task for work in given.works for task in work.tasks}
    first = min((one.start for one in plan.bookings if one.people), default=0.0)
    views = [_view(given, plan, one, work_of, first, words) for one in plan.bookings]
    booked = {one.task.id for one in plan.bookings}
    return [*views, *(_done(given, task, work_of[name], words) for name, task in tasks.items() if name not in booked)]


def _view(
    given: Given, plan: Schedule, one: Booking, works: Mapping[str, WorkPart], first: float, words: Words
) -> TaskView:
    task, known, work = one.task, given.known(one.task), works[one.task.id]
    starts, ends = moment(given, one.start), moment(given, one.end, end=True)
    was = given.agreed.get(task.id)
    now = [said_time(starts), said_time(ends)]
    return TaskView(
        id=task.id, kind=task.kind, work_id=work.work_id, work=work.name, title=title_of(task, words),
        amount=_amount(task, words), state=_state(one, first), starts=now[0], ends=now[1],
        minutes=0 if task.waits else round((one.end - one.start) * 60),
        people=[given.crew.people[person].role for person in one.people], crew=list(one.people),
        why=_why(given, plan, one, works, words), notes=_notes(given, one, words),
        cautions=[words.say(Message(f"caution.{name}")) for name in _cautions(task)],
        chain=task.id in plan.chain, by_hand=known.by_hand and not task.waits,
        progress=words.say(known.progress) if known.progress else "", station=_station(task),
        held_until=known.held_until.isoformat() if known.held_until else "", held_why=known.held_why,
        was=list(was) if was is not None and list(was) != now else [],
    )  # fmt: skip


def _done(given: Given, task: Task, work: WorkPart, words: Words) -> TaskView:
    known = given.known(task)
    return TaskView(
        id=task.id, kind=task.kind, work_id=work.work_id, work=work.name, title=title_of(task, words),
        amount=_amount(task, words), state="done", starts="", ends="", minutes=0, people=[], crew=[], why="", notes=[],
        cautions=[], chain=False, by_hand=known.by_hand, progress=words.say(known.progress) if known.progress else "",
        station=_station(task), held_until="", held_why="", was=[],
    )  # fmt: skip


def title_of(task: Task, words: Words) -> str:
    """A task as it is called."""
    return words.say(Message(f"task.{task.kind}_{task.how}" if task.how else f"task.{task.kind}"))


def _station(task: Task) -> str:
    return STATIONS.get(task.kind, "cut" if task.makes else "")


def _state(one: Booking, first: float) -> TaskState:
    if one.task.waits:
        return "passing"
    if one.start <= first:
        return "now"
    return "next" if one.start <= first + 1 else "later"


def _amount(task: Task, words: Words) -> str:
    """How much there is to do, by what its kind is timed by."""
    kind, amount = kinds()[task.kind], task.amount
    parts: list[str] = []
    if kind.piece and amount.pieces > 1:
        parts.append(words.within(message("amount.pieces", n=Count(amount.pieces))))
    if kind.cut and amount.cuts:
        parts.append(words.within(message("amount.cuts", n=Count(amount.cuts))))
    if kind.metre and amount.metres:
        parts.append(words.within(message("amount.metres", long=_far(amount.metres, words))))
    if kind.square_metre and amount.square_metres:
        area = words.fact_value("sheathing_area", amount.square_metres * 1e6)
        parts.append(words.within(message("amount.square_metres", area=area)))
    return ", ".join(parts)


def _far(metres: float, words: Words) -> str:
    """A rough length: whole feet, or whole metres."""
    return words.value(Length(round(metres / FOOT) * FOOT * 1000.0)) if words.tape.imperial else f"{metres:.0f} m"


def _why(given: Given, plan: Schedule, one: Booking, works: Mapping[str, WorkPart], words: Words) -> str:
    """Why it does not start earlier."""
    if one.reason is Reason.HELD:
        why = given.known(one.task).held_why
        return words.say(message("schedule.held", why=why) if why else Message("schedule.held_plain"))
    before = next((other for other in plan.bookings if other.task.id == one.because), None)
    if before is None:
        return words.say(Message("schedule.start"))
    work, title = works[one.because], title_of(before.task, words)
    if work.work_id != works[one.task.id].work_id and work.name:
        title = words.say(message("schedule.of_work", task=title, work=work.name))
    if one.reason is not Reason.PEOPLE:
        return words.say(Message(f"schedule.{one.reason}", {"task": title}))
    busy = [given.crew.people[person].role for person in one.people if person in before.people]
    return words.say(
        Message("schedule.people" if len(busy) > 1 else "schedule.person", {"who": " and ".join(busy), "task": title})
    )


def _notes(given: Given, one: Booking, words: Words) -> list[str]:
    task = one.task
    notes: list[str] = []
    if one.short:
        notes.append(words.say(message("schedule.short", n=Count(task.people), all=Count(len(given.crew.people)))))
    if task.lift is not None:
        long, weight = task.lift
        notes.append(
            words.say(
                message(
                    "schedule.lift",
                    long=Length(long),
                    kg=Count(round(weight)),
                    density=Count(round(GREEN_SOFTWOOD * CUBIC_METRE)),
                )
            )
        )
    return notes


def _cautions(task: Task) -> Sequence[str]:
    lift = ("lift",) if task.lift is not None and "lift" not in kinds()[task.kind].cautions else ()
    return (*kinds()[task.kind].cautions, *lift)
