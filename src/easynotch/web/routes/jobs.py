"""Jobs and the bench."""

import json
import sqlite3
from collections.abc import Iterator
from dataclasses import asdict, replace
from typing import Any

from flask import Response
from pydantic import Field

from ...core.rules import LimitSetId, limit_set
from ...core.tape import Units
from ...core.terms import Listed, Message, message
from ...exchange import (
    LimitsInput,
    Problem,
    Problems,
    limits_of,
    read_changes,
    read_settings,
    resolve_settings,
    usual_flight,
    usual_roof,
)
from ...presenting.shared.settings import effective_view
from ...presenting.work_out.card import Card
from ...store import (
    Job,
    LimitSetNotFound,
    Shelf,
    Work,
    archive_job,
    count_put_away,
    create_job,
    create_work,
    delete_job,
    get_job,
    get_limit_set,
    get_shop,
    list_deleted,
    list_jobs,
    save_job,
    works_on_the_bench,
)
from ..bodies.answers import BenchJobView, BenchView, CardView, DeletedListView, DeletedView, JobPage, JobView, WorkView
from ..bodies.describing import blueprint
from ..bodies.works import ArchiveBody, JobBody, NewJobBody, NewWorkBody
from ..server import problem
from ..server.cards import Cards
from ..server.happenings import note_in_job
from ..server.requests import (
    JobPath,
    WordsQuery,
    answer,
    database,
    job_view,
    kept_database,
    limits_of_job,
    words_of,
    work_view,
)
from .limit_sets import limit_views
from .works import read_kept

api = blueprint("jobs", __name__, "jobs")


class BenchQuery(WordsQuery):
    """What of the bench is wanted: what is sought, what was put away, a job as a whole."""

    search: str = Field(default="", max_length=200)
    archived: bool = False
    whole: str = Field(default="", max_length=40)


@api.get("/bench", responses={200: BenchView})
def bench(query: BenchQuery) -> Response:
    """The bench: each job with its first works, each work with its profile and its next step."""
    shelf = Shelf(sought=query.search, archived=query.archived, whole=query.whole)
    cards = Cards()
    with database().read() as db:
        found = works_on_the_bench(db, shelf)
        put_away = count_put_away(db)
        jobs = [
            BenchJobView(
                job=job_view(db, job),
                cards=[_card_view(work, cards.card(db, job, work, limits, words)) for work in works],
                of_job=of_job,
            )
            for job in list_jobs(db)
            for works, of_job in [found.of_job.get(job.id, ([], 0))]
            for limits, words in [(_limits_text(db, job), words_of(query, Units(job.units)))]
            if works or _empty_but_shown(job, shelf)
        ]
    cards.keep(kept_database())
    return answer(BenchView(jobs=jobs, of_all=found.of_all, put_away=put_away))


def _limits_text(db: sqlite3.Connection, job: Job) -> str:
    """A job's limits as text; empty where they are the usual ones."""
    found = limits_of_job(db, job)
    return json.dumps(found) if found else ""


def _empty_but_shown(job: Job, shelf: Shelf) -> bool:
    """Whether a job without a work to show stands on the bench all the same, to begin one in it."""
    return job.archived == shelf.archived and shelf.sought.strip().lower() in job.name.lower()


def _card_view(work: Work, card: Card) -> CardView:
    return CardView(
        work=work_view(work), profile=card.profile, plan=card.plan, summary=card.summary, next=card.following
    )


@api.get("/deleted", responses={200: DeletedListView})
def deleted() -> Response:
    """What was deleted and can be put back."""
    with database().read() as db:
        found = [DeletedView(**asdict(one)) for one in list_deleted(db)]
    return answer(DeletedListView(deleted=found))


@api.post("/jobs", responses={201: JobView})
def new_job(body: NewJobBody) -> Response:
    """Begin a job."""
    with database().connect() as db:
        return answer(job_view(db, create_job(db, body.name, body.units)), 201)


@api.put("/jobs/<job_id>", responses={200: JobView})
def change_job(path: JobPath, body: JobBody) -> Response:
    """Rename a job, or give it other units, limits or settings. No stored measurement changes."""
    units = Units(body.units)
    settings = None if body.settings is None else read_settings(body.settings, units)
    overrides = None if body.overrides is None else read_changes(body.overrides, units, "overrides")
    with database().connect() as db:
        job = get_job(db, path.job_id)
        if body.limits and body.limits not in list(LimitSetId):
            try:
                get_limit_set(db, body.limits)
            except LimitSetNotFound:
                raise Problems([Problem("limits", Message("problem.no_limit_set"))]) from None
        changed = replace(
            job,
            name=body.name,
            units=body.units,
            limits=body.limits,
            revision=body.revision,
            settings=job.settings if settings is None else settings,
            overrides=job.overrides if overrides is None else overrides,
        )
        if not save_job(db, changed):
            return problem.problem(409, problem.PLAIN.say(Message("problem.stale")))
        for told in _decided(job, changed):
            note_in_job(db, job.id, "decided", told)
        return answer(job_view(db, get_job(db, path.job_id)))


def _decided(before: Job, after: Job) -> Iterator[Message]:
    """What a changed job holds its works against from now on: its limit set, and what it takes instead, with why."""
    if after.limits != before.limits:
        shipped = next((one for one in LimitSetId if one == after.limits), None)
        called = Listed((limit_set(shipped).name,)) if shipped else None
        yield message("log.limits", name=called) if called else Message("log.limits_own")
    for name in dict.fromkeys([*after.overrides, *before.overrides]):
        change = after.overrides.get(name)
        if change == before.overrides.get(name):
            continue
        limit = Listed((Message(f"limit.{name}"),))
        if change is None:
            yield message("log.limit_back", limit=limit)
        else:
            yield message("log.limit", limit=limit, value=str(change["value"]), reason=str(change["reason"]))


@api.get("/jobs/<job_id>", responses={200: JobPage})
def read_job_page(path: JobPath, query: WordsQuery) -> Response:
    """A job with the settings that hold for it, and the limits it is held against."""
    with database().read() as db:
        job = get_job(db, path.job_id)
        shop = get_shop(db).settings
        units = Units(job.units)
        view = job_view(db, job)
        base = limits_of(_limits(view.limits_document, overridden=False), units)
        found = limits_of(_limits(view.limits_document, overridden=True), units)
    words = words_of(query, units)
    return answer(
        JobPage(
            job=view,
            settled=effective_view(shop, job.settings, units),
            shop=effective_view(shop, {}, units).document,
            limits_name=words.say(base.name),
            limits=limit_views(found, base, words, job.overrides),
        )
    )


def _limits(document: Any, *, overridden: bool) -> LimitSetId | LimitsInput | None:
    if isinstance(document, dict):
        read = LimitsInput.model_validate(document)
        return read if overridden else read.model_copy(update={"overrides": LimitsInput(base=read.base).overrides})
    return LimitSetId(document) if document else None


@api.post("/jobs/<job_id>/archive", responses={200: JobView})
def archive(path: JobPath, body: ArchiveBody) -> Response:
    """Put a job away, or take it out again."""
    with database().connect() as db:
        return answer(job_view(db, archive_job(db, path.job_id, archived=body.archived)))


@api.delete("/jobs/<job_id>", responses={200: JobView})
def remove_job(path: JobPath) -> Response:
    """Take a job off the bench; it can be put back."""
    with database().connect() as db:
        return answer(job_view(db, delete_job(db, path.job_id, deleted=True)))


@api.post("/jobs/<job_id>/restore", responses={200: JobView})
def restore_job(path: JobPath) -> Response:
    """Put a deleted job back."""
    with database().connect() as db:
        return answer(job_view(db, delete_job(db, path.job_id, deleted=False)))


@api.post("/jobs/<job_id>/works", responses={201: WorkView})
def new_work(path: JobPath, body: NewWorkBody) -> Response:
    """Begin a work in a job."""
    with database().read() as db:
        job = get_job(db, path.job_id)
        usual = _usual(db, job, body)
    document = read_kept(body.document or usual, job)
    with database().connect() as db:
        return answer(work_view(create_work(db, job.id, document)), 201)


def _usual(db: sqlite3.Connection, job: Job, body: NewWorkBody) -> dict[str, Any]:
    """What a new work starts from, by the shop's habits."""
    units = Units(job.units)
    habits = resolve_settings(get_shop(db).settings, job.settings, units).document["habits"]
    if body.kind == "roof":
        names = ("notch_rule", "tails", "hip_planes", "jacks")
        return usual_roof(units, body.name, *(str(habits[name]) for name in names))
    return usual_flight(units, body.name, str(habits["riser_count"]))
