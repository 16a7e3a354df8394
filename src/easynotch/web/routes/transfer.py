"""Files in and out: whole jobs, readings as tables, a drawing's outline, and a backup of everything."""

import json
import sqlite3
from collections.abc import Callable
from dataclasses import replace
from tempfile import TemporaryFile
from typing import Any

from flask import Response, current_app, request, send_file
from pydantic import BaseModel, Field

from ...core.roofs import RoofError, check_outline
from ...core.tape import Units
from ...core.terms import Message, message
from ...exchange import LimitsInput, Problem, Problems, parse_json
from ...exchange.tables.readings_table import read_readings, write_readings
from ...exchange.whole_job import JobFile, job_document, read_whole_job
from ...presenting.work_out.roof_models import CornersView
from ...store import (
    BackupRefused,
    create_job,
    create_limit_set,
    create_work,
    get_job,
    get_work,
    history,
    list_copies,
    list_works,
    restore_backup,
    restore_copy,
    save_limit_set,
    save_work,
    write_backup,
)
from ...store.backup import CONTENT
from ..bodies.answers import JobView, WorkView
from ..bodies.describing import blueprint
from ..bodies.view import described
from ..server import problem
from ..server.requests import (
    JobPath,
    WordsQuery,
    WorkPath,
    answer,
    database,
    job_view,
    kept_database,
    limits_of_job,
    work_view,
)
from ..server.sharing import Door, at_this_machine
from .measuring.outline import neat

MOST_DXF = 8 * 1024 * 1024
"""Bytes of a drawing."""

api = blueprint("carry", __name__, "files")
LARGER = {"carry.restore": 2**40, "carry.plan_from_drawing": MOST_DXF}
"""What may be larger than a job file, bytes: a backup is as large as it is."""


class RevisionQuery(WordsQuery):
    """The revision a work is changed on."""

    revision: int = Field(ge=1, le=2**53)


class FileQuery(WordsQuery):
    """Whether a job's history goes into its file."""

    history: bool = False


class CopyPath(BaseModel):
    """Which copy."""

    number: int = Field(ge=1, le=10**9)


class CopyView(BaseModel):
    """A copy of what was there before: when it was made (seconds since 1970), and what is in it."""

    number: int
    at: float
    jobs: int
    works: int


class CopiesView(BaseModel):
    """Copies, latest first."""

    copies: list[CopyView]


class RestoredView(BaseModel):
    """How many jobs and works are there now."""

    jobs: int
    works: int


@api.before_request
def size() -> Response | None:
    """Backups and drawings may be larger than job files; only the machine itself backs up and restores."""
    if request.endpoint in LARGER:
        request.max_content_length = LARGER[request.endpoint]
    door: Door = current_app.extensions["easynotch.door"]
    if request.path.startswith("/api/backup") and not at_this_machine(door):
        return problem.problem(403, problem.PLAIN.say(Message("problem.only_here_files")))
    return None


@api.get("/jobs/<job_id>/file")
def job_file(path: JobPath, query: FileQuery) -> Response:
    """A whole job as a job file; with ``history`` every work's earlier documents too."""
    with database().read() as db:
        job = get_job(db, path.job_id)
        works = list_works(db, job.id)
        steps = [[step.document for step in history(db, work.id)][:0:-1] for work in works] if query.history else None
        documents = [work.document for work in works]
        document = job_document(job.name, job.units, limits_of_job(db, job), job.settings, documents, steps)
    text = json.dumps(document, indent=1, ensure_ascii=False) + "\n"
    return _download(text.encode(), "application/json", "job.json")


def _download(body: bytes, kind: str, name: str) -> Response:
    return Response(body, mimetype=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})


@api.post("/jobs/import", responses={201: JobView})
def take_in() -> Response:
    """A job file as a new job; where anything of it cannot be read, nothing is kept."""
    given = read_whole_job(parse_json(request.get_data(cache=True)))
    with database().connect() as db:
        limits, overrides = _limits(given, db)
        job = create_job(db, given.name or "1", str(given.units), limits, given.settings, overrides)
        for number, document in enumerate(given.works):
            create_work(db, job.id, document, given.history[number] if number < len(given.history) else ())
        return answer(job_view(db, job), 201)


def _limits(given: JobFile, db: sqlite3.Connection) -> tuple[str | None, dict[str, Any]]:
    """A job's limit set and overrides; an own set of the file becomes one of the shop's."""
    chosen = given.limits
    if not isinstance(chosen, LimitsInput):
        return (str(chosen) if chosen else None), {}
    document = chosen.model_dump(mode="json", exclude_none=True)
    overrides, limits = document["overrides"], str(chosen.base)
    if chosen.name:
        own = create_limit_set(db, chosen.name, limits)
        save_limit_set(db, replace(own, changes=document["changes"]))
        limits = own.id
    return limits, overrides


@api.get("/works/<work_id>/readings")
def readings(path: WorkPath) -> Response:
    """What was typed of a work, as a table."""
    with database().read() as db:
        work = get_work(db, path.work_id)
        units = Units(get_job(db, work.job_id).units)
    return _download(("\ufeff" + write_readings(work.document, units)).encode(), "text/csv", "readings.csv")


@api.post("/works/<work_id>/readings", responses={200: WorkView})
def take_in_readings(path: WorkPath, query: RevisionQuery) -> Response:
    """A table's values in a work; a step that can be undone."""
    with database().read() as db:
        work = get_work(db, path.work_id)
        units = Units(get_job(db, work.job_id).units)
    document = read_readings(request.get_data(cache=True), work.document, units)
    with database().connect() as db:
        return answer(work_view(save_work(db, path.work_id, query.revision, document)))


@api.post("/plan-from-drawing", responses={200: described(CornersView)})
def plan_from_drawing() -> Response:
    """The corners of the largest closed outline of a DXF drawing."""
    from ...exchange.dxf_in import outline_from_dxf  # noqa: PLC0415 (its reader is slow to load)

    corners = outline_from_dxf(request.get_data(cache=False))
    try:
        check_outline(corners)
    except RoofError as found:
        raise Problems([Problem("", found.message)]) from None
    return answer(CornersView(corners=[(neat(x), neat(y)) for x, y in corners]))


@api.get("/backup")
def backup() -> Response:
    """Everything that is kept, as one file."""
    file = TemporaryFile()  # noqa: SIM115 - closed with the answer
    write_backup(kept_database(), file)
    file.seek(0)
    response = send_file(
        file, mimetype="application/vnd.sqlite3", as_attachment=True, download_name="easy-notch-backup.db"
    )
    response.call_on_close(file.close)
    return response


@api.post("/backup", responses={200: RestoredView})
def restore() -> Response:
    """A backup in the place of everything that is kept; what was there stays beside it as a numbered copy."""
    return _restored(lambda: restore_backup(kept_database(), request.stream))


@api.get("/backup/copies", responses={200: CopiesView})
def read_copies() -> Response:
    """What was there before backups were put back, latest first."""
    found = [
        CopyView(number=copy.number, at=copy.at, jobs=copy.jobs, works=copy.works)
        for copy in list_copies(kept_database())
    ]
    return answer(CopiesView(copies=found))


@api.post("/backup/copies/<int:number>", responses={200: RestoredView})
def go_back(path: CopyPath) -> Response:
    """A copy in the place of everything that is kept; what was there stays as a copy in its turn."""
    return _restored(lambda: restore_copy(kept_database(), path.number))


def _restored(put_back: Callable[[], None]) -> Response:
    try:
        put_back()
    except BackupRefused as refused:
        status = 507 if refused.reason == "full" else 422
        return problem.problem(status, problem.PLAIN.say(message(f"problem.backup_{refused.reason}", row=refused.row)))
    except LookupError:
        return problem.problem(404, problem.PLAIN.say(Message("problem.no_copy")))
    except OSError:
        return problem.problem(507, problem.PLAIN.say(Message("problem.backup_full")))
    with database().read() as db:
        jobs, works = db.execute(CONTENT).fetchone()
    return answer(RestoredView(jobs=jobs, works=works))
