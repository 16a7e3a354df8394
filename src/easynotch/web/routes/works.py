"""One work: read, save, one step back and forward."""

from itertools import count
from typing import Any

from flask import Response

from ...core.rules import Words
from ...core.tape import Units
from ...exchange import called, label, read_draft
from ...exchange.changes import by_rows
from ...presenting.shared.settings import effective_view
from ...store import (
    Job,
    Stale,
    archive_work,
    create_work,
    delete_work,
    get_job,
    get_shop,
    get_work,
    history,
    list_works,
    redo_work,
    save_work,
    undo_work,
)
from ..bodies.answers import ConflictView, HistoryLine, HistoryView, WorkPage, WorkView
from ..bodies.describing import blueprint
from ..bodies.works import ArchiveBody, RevisionBody, SaveBody
from ..server import problem
from ..server.happenings import said_step
from ..server.requests import WordsQuery, WorkPath, answer, database, job_view, words_of, work_view

api = blueprint("works", __name__, "works", "/api/works")


def read_kept(document: dict[str, Any], job: Job) -> dict[str, Any]:
    """A document as it is kept: valid as far as it goes, with every unit written out."""
    return read_draft(document, Units(job.units))


@api.get("/<work_id>", responses={200: WorkPage})
def read(path: WorkPath) -> Response:
    """A work with its job."""
    with database().read() as db:
        work = get_work(db, path.work_id)
        job = get_job(db, work.job_id)
        settled = effective_view(get_shop(db).settings, job.settings, Units(job.units))
        return answer(WorkPage(work=work_view(work), job=job_view(db, job), settled=settled))


@api.put("/<work_id>", responses={200: WorkView})
def save(path: WorkPath, query: WordsQuery, body: SaveBody) -> Response:
    """Keep a changed document; a save made on an older revision gets 409, and both versions key by key."""
    with database().read() as db:
        job = get_job(db, get_work(db, path.work_id).job_id)
    # Read before anything is held that others wait for.
    document = read_kept(body.document, job)
    try:
        with database().connect() as db:
            return answer(work_view(save_work(db, path.work_id, body.revision, document)))
    except Stale as stale:
        return problem.stale(stale, conflict(stale, document, words_of(query, Units(job.units))))


def conflict(stale: Stale, mine: dict[str, Any], words: Words) -> list[ConflictView]:
    """Every key that this save or the other one changed."""
    base, kept, sent = by_rows(stale.base or {}, stale.stored.document, mine)
    paths = [path for path in {**base, **kept, **sent} if not base.get(path) == kept.get(path) == sent.get(path)]
    return [
        ConflictView(
            path=path,
            label=label(path, words),
            base=called(base.get(path), words),
            mine=called(sent.get(path), words),
            kept=called(kept.get(path), words),
            mine_changed=sent.get(path) != base.get(path),
            kept_changed=kept.get(path) != base.get(path),
        )
        for path in paths
    ]


@api.delete("/<work_id>", responses={200: WorkView})
def remove(path: WorkPath) -> Response:
    """Take a work off the bench; it can be put back."""
    with database().connect() as db:
        return answer(work_view(delete_work(db, path.work_id, deleted=True)))


@api.post("/<work_id>/restore", responses={200: WorkView})
def restore(path: WorkPath) -> Response:
    """Put a deleted work back."""
    with database().connect() as db:
        return answer(work_view(delete_work(db, path.work_id, deleted=False)))


@api.post("/<work_id>/archive", responses={200: WorkView})
def archive(path: WorkPath, body: ArchiveBody) -> Response:
    """Put a work away, or take it out again."""
    with database().connect() as db:
        return answer(work_view(archive_work(db, path.work_id, archived=body.archived)))


@api.post("/<work_id>/duplicate", responses={201: WorkView})
def duplicate(path: WorkPath) -> Response:
    """A copy of a work in the same job, its name numbered on."""
    with database().connect() as db:
        work = get_work(db, path.work_id)
        taken = {one.document.get("name") for one in list_works(db, work.job_id)}
        name = next(name for n in count(2) if (name := f"{work.document.get('name', '')[:190]} {n}") not in taken)
        return answer(work_view(create_work(db, work.job_id, {**work.document, "name": name})), 201)


@api.get("/<work_id>/history", responses={200: HistoryView})
def read_history(path: WorkPath, query: WordsQuery) -> Response:
    """What was changed, newest first, in words."""
    with database().read() as db:
        job = get_job(db, get_work(db, path.work_id).job_id)
        steps = history(db, path.work_id)
    words = words_of(query, Units(job.units))
    return answer(
        HistoryView(
            lines=[HistoryLine(number=step.number, at=step.made_at, text=said_step(step, words)) for step in steps]
        )
    )


@api.post("/<work_id>/undo", responses={200: WorkView})
def undo(path: WorkPath, body: RevisionBody) -> Response:
    """One step back."""
    with database().connect() as db:
        return answer(work_view(undo_work(db, path.work_id, body.revision)))


@api.post("/<work_id>/redo", responses={200: WorkView})
def redo(path: WorkPath, body: RevisionBody) -> Response:
    """One step forward again."""
    with database().connect() as db:
        return answer(work_view(redo_work(db, path.work_id, body.revision)))
