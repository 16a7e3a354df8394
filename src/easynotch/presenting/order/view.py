"""The order of work of a job as it is shown: plan, crew, times, and where crews differ."""

from collections.abc import Mapping, Sequence
from typing import Any

from ...core.rules import Words
from ...core.schedule import Schedule, kinds
from ...core.terms import Message
from ...exchange.working.order import SCHOOLS
from .models import CrewView, PersonView, ScheduleView, SchoolView, TimeView
from .plan import Given, moment, said_time, stretches, task_views


def order_view(  # noqa: PLR0913, PLR0917 - what a job's page is made of
    given: Given, plan: Schedule, job: str, settings: Mapping[str, Any], origins: Mapping[str, str],
    factors: Mapping[str, tuple[float, int]], told: Sequence[str], agreed_at: str, words: Words,
) -> ScheduleView:  # fmt: skip
    """Return what is shown of a job's order of work.

    Args:
        given: what the plan was made of.
        plan: the plan.
        job: the job's name.
        settings: the settings that hold, as a document.
        origins: where each of them comes from.
        factors: how much longer than usual each kind takes, and from how many tasks that was learnt.
        told: what is said of works that cannot be planned.
        agreed_at: when a plan was agreed last, empty where none was.
        words: in which it is told.
    """
    tasks = task_views(given, plan, words)
    return ScheduleView(
        job=job, starts=said_time(moment(given, 0.0)), ends=said_time(moment(given, plan.end, end=True)),
        agreed_at=agreed_at, agreed_ends=max((span[1] for span in given.agreed.values()), default=""),
        crew=_crew(given, plan, settings["crew"], own=origins["crew"] == "job"),
        tasks=tasks, stretches=stretches(given, plan),
        times=_times({one.kind for one in tasks}, factors, settings, words),
        schools=_schools(given, settings, origins, words), told=list(told),
    )  # fmt: skip


def _crew(given: Given, plan: Schedule, said: Mapping[str, Any], *, own: bool) -> CrewView:
    first = {
        person: next((one.task.id for one in plan.bookings if person in one.people), "")
        for person in range(len(given.crew.people))
    }
    people = [
        PersonView(role=one["role"], experience=one["experience"], first=first[person])
        for person, one in enumerate(said["people"])
    ]
    return CrewView(people=people, hours=said["hours"], begins=said["begins"], weekdays=list(said["weekdays"]), own=own)


def _times(
    shown: set[str], factors: Mapping[str, tuple[float, int]], settings: Mapping[str, Any], words: Words
) -> list[TimeView]:
    """The kinds of this job that take time, in the order they are usually done."""
    found: list[TimeView] = []
    for kind in kinds().values():
        if kind.id not in shown or not any((kind.start, kind.piece, kind.cut, kind.metre, kind.square_metre)):
            continue
        factor, learnt = factors.get(kind.id, (1.0, 0))
        typed = kind.id in settings["times"]
        found.append(
            TimeView(
                kind=kind.id, title=words.say(Message(f"task.{kind.id}")), factor=round(factor, 2),
                origin="typed" if typed else "learnt" if learnt else "usual", learnt_from=learnt,
            )
        )  # fmt: skip
    return found


def _schools(given: Given, settings: Mapping[str, Any], origins: Mapping[str, str], words: Words) -> list[SchoolView]:
    """Where crews differ, of the kinds of works there are."""
    there = {task.kind for work in given.works for task in work.tasks}
    names = [
        *(SCHOOLS["flight"] if "surfaces" in there else ()), *(SCHOOLS["roof"] if "walls" in there else ()),
    ]  # fmt: skip
    return [
        SchoolView(
            key=name,
            title=words.say(Message(f"choice.{name}.title")),
            answer=words.say(Message(f"choice.{name}.{settings['habits'][name]}.name")).lower(),
            say=words.say(Message(f"choice.{name}.{settings['habits'][name]}.say")),
            said=words.say(Message(f"setting.from_{origins[f'habits.{name}']}")),
        )
        for name in names
    ]
