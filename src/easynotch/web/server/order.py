"""The order of work of a job, from what is kept: its works worked out, what is done at the stations, what was said."""

import json
import sqlite3
from dataclasses import dataclass, replace
from datetime import date, datetime, timedelta
from functools import lru_cache
from typing import Any

from ...core.rules import Words
from ...core.schedule import Task, kinds
from ...core.terms import Count, Level, Message, message
from ...exchange import JobInput, Problems, SettingsInput, worked_out
from ...exchange.working.order import crew_of, factors_of, tasks_of, unmeasured_tasks
from ...presenting.cut.batch import shape_of
from ...presenting.order.plan import Given, Said, WorkPart
from ...presenting.shared.supposed import suppose_missing
from ...store import (
    Job,
    KeptPlan,
    KeptTask,
    Work,
    list_works,
    pattern_tried,
    plan_of,
    ticks_of,
    times_taken,
    yard_owes,
)
from .cut_before import Done, good_pieces
from .requests import settled_job

YARD = "job.yard"
"""The task that is over once what was ordered came."""


@dataclass(frozen=True, slots=True)
class WorkTasks:
    """A work's tasks; its pieces' shapes by id, the pattern's first; whether Fit says that the pattern passed, None
    where it is not tried there; how many checks of what stands were read, of how many, and how many of them are off;
    and what keeps the work from being worked out.
    """

    tasks: tuple[Task, ...]
    shapes: tuple[tuple[str, str], ...] = ()
    passed: bool | None = None
    stands: tuple[int, int, int] = (0, 0, 0)
    problems: tuple[Message, ...] = ()


@dataclass(frozen=True, slots=True)
class JobOrder:
    """The plan of a job before it is told; the shop's times, each with how many tasks it was learnt from; what is kept
    of the plan; the settings that hold; and what is said of works that cannot be planned.
    """

    given: Given
    factors: dict[str, tuple[float, int]]
    kept: KeptPlan
    settings: dict[str, Any]
    told: tuple[str, ...]


def order_of(db: sqlite3.Connection, job: Job, today: date, words: Words) -> JobOrder:
    """Return a job's order of work as it stands on a day."""
    document = settled_job(db, job, [])
    settings = SettingsInput.model_validate(document["settings"])
    kept, done = plan_of(db, job.id), good_pieces(db, job, words)
    yard = _yard(db, job.id, today)
    works: list[WorkPart] = []
    said: dict[str, Said] = {}
    told: list[str] = []
    for work in list_works(db, job.id):
        if work.archived:
            continue
        name = str(work.document.get("name", ""))
        found = tasks_kept(json.dumps(document | {"works": [work.document]}), work.id)
        if found.problems:
            why = "; ".join(words.say(one) for one in found.problems)
            told.append(words.say(message("schedule.unworked", work=name, why=why)))
        elif not found.shapes:
            told.append(words.say(message("schedule.unmeasured", work=name)))
        gone = {one.id: _since(one, kept, today) for one in found.tasks}
        tasks = tuple(_left(one, gone[one.id]) for one in found.tasks)
        works.append(WorkPart(work.id, name, _behind(tasks, yard)))
        for one in found.tasks:
            over = one.waits and gone[one.id] >= one.days
            said[one.id] = Said(0.0, by_hand=False) if over else _said(db, work, one, found, done, kept)
    if yard is not None and works:
        works.append(WorkPart("", "", (yard,)))
    factors = factors_of(settings, times_taken(db))
    start = date.fromisoformat(kept.starts) if kept.starts else today
    given = Given(
        tuple(works), crew_of(settings), {kind: factor for kind, (factor, _) in factors.items()}, said,
        max(start, today), kept.agreed,
    )  # fmt: skip
    return JobOrder(given, factors, kept, document["settings"], tuple(told))


@lru_cache(maxsize=256)
def tasks_kept(document: str, work_id: str) -> WorkTasks:
    """Return the tasks of the one work of a job's document, as JSON; asked again of the same, they are there."""
    job = json.loads(document)
    kind = str(job["works"][0].get("kind"))
    if suppose_missing(job):
        return WorkTasks(unmeasured_tasks(work_id, kind))
    try:
        body = JobInput.model_validate(job)
        worked = worked_out(body, 0)
    except Problems as found:
        return WorkTasks(unmeasured_tasks(work_id, kind), problems=tuple(one.message for one in found.problems))
    passed = None
    if worked.places:
        passed = len(worked.passed) == len(worked.places)
    shapes = tuple((one.member.id, shape_of(one.member)) for one in worked.members)
    read = [check.level for check in worked.checks if check.id.startswith("assembled.")]
    stands = (len(read), len(worked.shoulds), sum(level is not Level.OK for level in read))
    return WorkTasks(tasks_of(work_id, worked, body.settings), shapes, passed, stands)


def _yard(db: sqlite3.Connection, job_id: str, today: date) -> Task | None:
    """The wait for what was ordered, as the yard said; None where nothing is owed."""
    due = [datetime.fromisoformat(made).date() + timedelta(days=days) for made, days in yard_owes(db, job_id)]
    if not due:
        return None
    return Task(YARD, "yard", days=float(max((max(due) - today).days, 1)), people=0)


def _since(task: Task, kept: KeptPlan, today: date) -> int:
    """For how many days a wait has gone on: since what it waits after was done; 0 before."""
    begun = [one.done_at for name in task.after if (one := kept.tasks.get(name)) is not None and one.done_at]
    if not task.waits or not begun or len(begun) < len(task.after):
        return 0
    return max(0, (today - max(datetime.fromisoformat(one).astimezone().date() for one in begun)).days)


def _left(task: Task, gone: int) -> Task:
    """A task; of a wait what is left of it, as long as anything is."""
    return replace(task, days=task.days - gone) if 0 < gone < task.days else task


def _behind(tasks: tuple[Task, ...], yard: Task | None) -> tuple[Task, ...]:
    """The tasks, those that want boards after the yard brought them."""
    if yard is None:
        return tasks
    return tuple(replace(one, after=(*one.after, yard.id)) if one.makes else one for one in tasks)


def _said(db: sqlite3.Connection, work: Work, task: Task, found: WorkTasks, done: Done, kept: KeptPlan) -> Said:
    """What is known of a task: from the station where it is done, else as it was ticked by hand."""
    by_hand = kept.tasks.get(task.id, KeptTask())
    until = date.fromisoformat(by_hand.held_until) if by_hand.held_until else None
    told = Said(0.0 if by_hand.done_at else 1.0, held_until=until, held_why=by_hand.held_why)
    if task.kind in ("surfaces", "measure") and found.shapes:
        return replace(told, share=0.0, progress=Message("schedule.done_measured"), by_hand=False)
    if task.kind == "try":
        tried = pattern_tried(db, work.id) if found.passed is None else found.passed
        return replace(told, share=0.0, progress=Message("schedule.done_tried"), by_hand=False) if tried else told
    if task.kind in ("check_roof", "check_stair") and found.stands[0]:
        read, count, off = found.stands
        values = {"n": Count(read), "all": Count(count), "off": Count(off)}
        progress = Message("assembled.count_off" if off else "assembled.count", values)
        fine = read == count and not off
        return replace(told, share=0.0 if fine else told.share, progress=progress, by_hand=not fine)
    return _cut(db, work, task, found, done, told) if task.makes else told


def _cut(db: sqlite3.Connection, work: Work, task: Task, found: WorkTasks, done: Done, told: Said) -> Said:
    """What Cut and Mark tell of a task that makes pieces."""
    shapes = dict(found.shapes)
    pattern = found.shapes[0][0]
    counts = {piece: done.get((work.id, piece, shapes[piece]), 0) for piece, _ in task.makes}
    if pattern in counts and task.kind != "pattern":
        # The first of them is the pattern, which is a task of its own.
        counts[pattern] = max(0, counts[pattern] - 1)
    wanted = sum(count for _, count in task.makes)
    cut = sum(min(counts[piece], count) for piece, count in task.makes)
    at_saw = kinds()[task.kind].at_saw
    if cut:
        key = "schedule.done_ticks" if cut >= wanted else "schedule.done_some"
        told = replace(told, progress=Message(key, {"n": Count(cut), "all": Count(wanted)}))
    if cut >= wanted and at_saw:
        told = replace(told, share=0.0, by_hand=False)
    elif cut and at_saw:
        told = replace(told, share=min(told.share, 1 - cut / wanted))
    elif not cut and task.kind == "pattern" and any(tick.piece == pattern for tick in ticks_of(db, work.id)):
        told = replace(told, progress=Message("schedule.done_marked"))
    return told
