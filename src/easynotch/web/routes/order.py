"""A job's order of work: planned anew at every look, ticked, held, agreed, taken along as a calendar."""

import sqlite3
from dataclasses import replace
from datetime import UTC, date, datetime
from typing import Annotated, Any

from flask import Response
from pydantic import Field

from ...core.rules import Words
from ...core.schedule import Task, base_minutes, kinds
from ...core.tape import Units
from ...core.terms import Message, message
from ...exchange import Problem, Problems, resolve_settings
from ...exchange.calendar_file import Hours, calendar_file
from ...paper.export import slug
from ...presenting.order.models import ScheduleView
from ...presenting.order.plan import planned, spans, title_of
from ...presenting.order.view import order_view
from ...store import (
    Job,
    agree_plan,
    get_job,
    get_shop,
    keep_start,
    keep_task_done,
    keep_task_held,
    save_job,
    save_shop,
)
from ..bodies.describing import blueprint
from ..bodies.order import CrewBody, DoneBody, HeldBody, StartBody, TimeBody
from ..bodies.view import described
from ..server.happenings import note_in_job
from ..server.order import JobOrder, order_of
from ..server.requests import JobPath, WordsQuery, answer, database, words_of

api = blueprint("order", __name__, "order of work", "/api/jobs")


class OrderQuery(WordsQuery):
    """On which day it is asked: where the browser is; the server's own day where that is not said."""

    today: Annotated[date, Field(ge=date(1970, 1, 1), le=date(2199, 12, 31))] | None = None


class CalendarQuery(OrderQuery):
    """Whose hours: one of the crew by place, or everybody's."""

    person: int | None = Field(default=None, ge=0, le=9)


class TaskPath(JobPath):
    """A task by its work's id and its kind."""

    task: str = Field(max_length=80)


class KindPath(JobPath):
    """A kind of task."""

    task_kind: str = Field(max_length=40)


@api.get("/<job_id>/order", responses={200: described(ScheduleView)})
def read(path: JobPath, query: OrderQuery) -> Response:
    """The plan of what is still to do, and what is done."""
    with database().read() as db:
        return answer(_view(db, path.job_id, query))


@api.put("/<job_id>/order/tasks/<task>/done", responses={200: described(ScheduleView)})
def done(path: TaskPath, query: OrderQuery, body: DoneBody) -> Response:
    """A task is done, in so many minutes where that is known; or it is not."""
    with database().connect() as db:
        job, order, words = _order(db, path.job_id, query)
        task = _task(order, path.task)
        usual = base_minutes(task)
        keep_task_done(db, job.id, task.id, done=body.done, took=body.minutes, usual=usual or None)
        _note(db, job, order, path.task, "log.task_done" if body.done else "log.task_not_done", words)
        return answer(_view(db, path.job_id, query))


@api.put("/<job_id>/order/tasks/<task>/held", responses={200: described(ScheduleView)})
def held(path: TaskPath, query: OrderQuery, body: HeldBody) -> Response:
    """A task is held until a day: weather, somebody else's work; or it is let go."""
    with database().connect() as db:
        job, order, words = _order(db, path.job_id, query)
        task = _task(order, path.task)
        keep_task_held(db, job.id, task.id, body.until.isoformat() if body.until else None, body.why.strip())
        _note(db, job, order, path.task, "log.task_held" if body.until else "log.task_let_go", words)
        return answer(_view(db, path.job_id, query))


@api.put("/<job_id>/order/start", responses={200: described(ScheduleView)})
def start(path: JobPath, query: OrderQuery, body: StartBody) -> Response:
    """From which day the job is planned."""
    with database().connect() as db:
        keep_start(db, path.job_id, body.starts.isoformat() if body.starts else "")
        return answer(_view(db, path.job_id, query))


@api.put("/<job_id>/order/crew", responses={200: described(ScheduleView)})
def crew(path: JobPath, query: OrderQuery, body: CrewBody) -> Response:
    """Who works on this job, or in the shop."""
    said = body.crew.model_dump(mode="json") if body.crew else None
    with database().connect() as db:
        job = get_job(db, path.job_id)
        if body.whose == "shop":
            _change_shop(db, "crew", said)
        save_job(db, replace(job, settings=_with(job.settings, "crew", said if body.whose == "job" else None)))
        return answer(_view(db, path.job_id, query))


@api.put("/<job_id>/order/times/<task_kind>", responses={200: described(ScheduleView)})
def times(path: KindPath, query: OrderQuery, body: TimeBody) -> Response:
    """How much longer than usual a kind of task takes the shop."""
    if path.task_kind not in kinds():
        raise Problems([Problem("kind", Message("problem.no_task"))])
    with database().connect() as db:
        get_job(db, path.job_id)
        kept = get_shop(db).settings.get("times") or {}
        _change_shop(db, "times", _with(kept, path.task_kind, body.factor) or None)
        return answer(_view(db, path.job_id, query))


@api.post("/<job_id>/order/agreed", responses={201: described(ScheduleView)})
def agree(path: JobPath, query: OrderQuery) -> Response:
    """The plan as it stands is agreed: what moves from now on is told."""
    with database().connect() as db:
        job, order, _ = _order(db, path.job_id, query)
        agree_plan(db, job.id, spans(order.given, planned(order.given)))
        note_in_job(db, job.id, "decided", Message("log.plan_agreed"))
        return answer(_view(db, path.job_id, query), 201)


@api.get("/<job_id>/order.ics")
def calendar(path: JobPath, query: CalendarQuery) -> Response:
    """The plan as a calendar file, everybody's or one person's."""
    with database().read() as db:
        job, order, words = _order(db, path.job_id, query)
        shown = _told(order, job, words)
    tasks = {one.id: one for one in shown.tasks}
    hours = [
        Hours(
            f"{one.task}-{one.day}-{one.person if one.person is not None else 'all'}",
            f"{tasks[one.task].title} ({tasks[one.task].work})" if tasks[one.task].work else tasks[one.task].title,
            datetime.fromisoformat(one.starts), datetime.fromisoformat(one.ends),
            "\n".join(filter(None, [tasks[one.task].amount, tasks[one.task].why, *tasks[one.task].cautions])),
        )
        for one in shown.stretches
        if one.person is not None and query.person in (None, one.person)
    ]  # fmt: skip
    body = calendar_file(job.name, hours, datetime.now(UTC))
    head = {"Content-Disposition": f'attachment; filename="{slug(job.name)}.ics"'}
    return Response(body, mimetype="text/calendar", headers=head)


def _order(db: sqlite3.Connection, job_id: str, query: OrderQuery) -> tuple[Job, JobOrder, Words]:
    job = get_job(db, job_id)
    words = words_of(query, Units(job.units))
    return job, order_of(db, job, query.today or datetime.now().date(), words), words


def _view(db: sqlite3.Connection, job_id: str, query: OrderQuery) -> ScheduleView:
    job, order, words = _order(db, job_id, query)
    return _told(order, job, words, get_shop(db).settings)


def _told(order: JobOrder, job: Job, words: Words, shop: dict[str, Any] | None = None) -> ScheduleView:
    origins = resolve_settings(shop or {}, job.settings, Units(job.units)).origins
    return order_view(
        order.given, planned(order.given), job.name, order.settings, origins, order.factors, order.told,
        order.kept.agreed_at or "", words,
    )  # fmt: skip


def _task(order: JobOrder, task_id: str) -> Task:
    found = next((task for work in order.given.works for task in work.tasks if task.id == task_id), None)
    if found is None or found.waits:
        raise Problems([Problem("task", Message("problem.no_task"))])
    return found


def _note(db: sqlite3.Connection, job: Job, order: JobOrder, task_id: str, key: str, words: Words) -> None:
    """Note what was said of a task in the logbook, with the work it is of."""
    work = next(one for one in order.given.works if any(task.id == task_id for task in one.tasks))
    title = title_of(next(task for task in work.tasks if task.id == task_id), words)
    note_in_job(db, job.id, "decided", message(key, task=title), work.work_id or None)


def _with(settings: dict[str, Any], key: str, value: Any) -> dict[str, Any]:
    """Settings with a key changed; without it where there is no value."""
    rest = {name: one for name, one in settings.items() if name != key}
    return rest if value is None else rest | {key: value}


def _change_shop(db: sqlite3.Connection, key: str, value: Any) -> None:
    shop = get_shop(db)
    save_shop(db, shop.revision, _with(shop.settings, key, value))
