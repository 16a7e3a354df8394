"""One work: read, save, one step back and forward."""

from typing import Any

from flask import Response
from flask_openapi3 import APIBlueprint, Tag

from ..core.tape import Units
from ..exchange import read_draft
from ..store import Job, get_job, get_work, redo_work, save_work, undo_work
from .kept import WorkPath, answer, database, job_view, work_view
from .models import RevisionBody, SaveBody, WorkPage, WorkView

api = APIBlueprint("works", __name__, url_prefix="/api/works", abp_tags=[Tag(name="works")])


def read_kept(document: dict[str, Any], job: Job) -> dict[str, Any]:
    """A document as it is kept: valid as far as it goes, with every unit written out."""
    return read_draft(document, Units(job.units))


@api.get("/<work_id>", responses={200: WorkPage})
def read(path: WorkPath) -> Response:
    """A work with its job."""
    with database().read() as db:
        work = get_work(db, path.work_id)
        return answer(WorkPage(work=work_view(work), job=job_view(get_job(db, work.job_id))))


@api.put("/<work_id>", responses={200: WorkView})
def save(path: WorkPath, body: SaveBody) -> Response:
    """Keep a changed document; a save made on an older revision gets 409 and what is kept."""
    with database().connect() as db:
        job = get_job(db, get_work(db, path.work_id).job_id)
        return answer(work_view(save_work(db, path.work_id, body.revision, read_kept(body.document, job))))


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
