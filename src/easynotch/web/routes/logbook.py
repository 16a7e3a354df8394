"""A job's logbook: what happened and what was noted, in the order of time; searched, added to, printed."""

from functools import partial
from typing import Literal

from flask import Response, current_app, request
from pydantic import BaseModel, Field

from ...core.rules import Words
from ...core.tape import Units
from ...drawing.page import Paper
from ...drawing.pdf import pdf_of
from ...exchange.input.pictures import read_picture
from ...paper.export import slug
from ...paper.site_record import record_html, record_pages
from ...store import Job, get_job, list_works
from ...store.log import Change, Entry, LogSearch, Picture, Sought, add_entry, log_of, picture_of, who_wrote
from ..bodies.describing import blueprint
from ..bodies.log import LogbookView, LogLineView, LogPictureView, LogWorkView, NoteBody
from ..bodies.view import described
from ..server.happenings import device_name, said_line, sought_text
from ..server.record import record_of
from ..server.requests import JobPath, WordsQuery, answer, database, words_of

api = blueprint("logbook", __name__, "logbook", "/api/jobs")
MOST_BYTES = 32 * 1024 * 1024
"""Of a picture as it is sent."""
SEARCH = "easynotch.log_search"


class LogQuery(WordsQuery):
    """Which lines are wanted, and how many at most; what is empty is any."""

    work: str = Field(default="", max_length=40)
    kind: Literal["", "note", "picture", "marked", "cut", "tried", "ordered", "decided", "changed"] = ""
    role: str = Field(default="", max_length=60)
    device: str = Field(default="", max_length=100)
    sought: str = Field(default="", max_length=200)
    most: int = Field(default=100, ge=1, le=5000)


class PictureQuery(WordsQuery):
    """What a picture shows, of which work, by whom."""

    note: str = Field(default="", max_length=4000)
    work: str = Field(default="", max_length=40)
    role: str = Field(default="", max_length=60)


class PicturePath(JobPath):
    """A picture by its entry's number."""

    entry: int = Field(ge=1, le=2**53)


class SizeQuery(BaseModel):
    """Large, or small."""

    size: Literal["large", "small"] = "large"


class RecordQuery(WordsQuery):
    """As a page for a browser, or on paper."""

    file: Literal["html", "pdf"] = "html"
    paper: Paper = Paper.A4


@api.before_request
def size() -> None:
    """A picture may be larger than a job file."""
    if request.endpoint == "logbook.add_picture":
        request.max_content_length = MOST_BYTES


@api.get("/<job_id>/logbook", responses={200: described(LogbookView)})
def read(path: JobPath, query: LogQuery) -> Response:
    """The newest lines that are wanted, newest first."""
    return answer(_page(path.job_id, query))


@api.post("/<job_id>/logbook", responses={201: described(LogbookView)})
def add_note(path: JobPath, query: LogQuery, body: NoteBody) -> Response:
    """Add a note; it is not changed after, a correction is one of its own."""
    with database().connect() as db:
        entry = Entry(
            path.job_id, "note", body.work_id or None, note=body.note.strip(), role=body.role.strip(),
            device=device_name(db), corrects=body.corrects,
        )  # fmt: skip
        add_entry(db, entry)
    return answer(_page(path.job_id, query), 201)


@api.post("/<job_id>/logbook/pictures", responses={201: described(LogbookView)})
def add_picture(path: JobPath, query: PictureQuery) -> Response:
    """Add a picture, made small enough to keep, without the place and camera it carried."""
    taken = read_picture(request.get_data(cache=False))
    with database().connect() as db:
        entry = Entry(
            path.job_id, "picture", query.work or None, note=query.note.strip(), role=query.role.strip(),
            device=device_name(db),
        )  # fmt: skip
        add_entry(db, entry, Picture(taken.width, taken.height, taken.large, taken.small))
    return answer(_page(path.job_id, LogQuery(dialect=query.dialect, fine=query.fine)), 201)


@api.get("/<job_id>/logbook/pictures/<int:entry>")
def picture(path: PicturePath, query: SizeQuery) -> Response:
    """A picture of the logbook."""
    with database().read() as db:
        get_job(db, path.job_id)
        found = picture_of(db, path.entry)
    return Response(found.large if query.size == "large" else found.small, mimetype="image/jpeg")


@api.get("/<job_id>/site-record")
def site_record(path: JobPath, query: RecordQuery) -> Response:
    """What was measured, decided and checked, by which limits: for an inspector, or the next crew."""
    with database().read() as db:
        job = get_job(db, path.job_id)
        words = words_of(query, Units(job.units))
        record = record_of(db, job, words)
    name = f"{slug(job.name)}-site-record.{query.file}"
    if query.file == "html":
        body, kind = record_html(record, words).encode(), "text/html"
    else:
        body, kind = pdf_of(record.title, record_pages(record, query.paper, words)), "application/pdf"
    return Response(body, mimetype=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})


def _page(job_id: str, query: LogQuery) -> LogbookView:
    with database().read() as db:
        job = get_job(db, job_id)
        names = {work.id: work.document.get("name", "") for work in list_works(db, job_id)}
        found = None
        if query.sought.strip():
            search: LogSearch = current_app.extensions[SEARCH]
            found = search.find(db, job_id, query.sought, partial(sought_text, db))
        sought = Sought(job_id, query.work, query.kind, query.role, query.device, found)
        lines, count = log_of(db, sought, query.most)
        roles, devices = who_wrote(db, job_id)
        words = words_of(query, Units(job.units))
        views = [_line(job, line, names, words) for line in lines]
    works = [LogWorkView(id=key, name=name) for key, name in names.items()]
    return LogbookView(job=job.name, lines=views, count=count, works=works, roles=roles, devices=devices)


def _line(job: Job, line: Entry | Change, names: dict[str, str], words: Words) -> LogLineView:
    text = said_line(line, words)
    name = names.get(line.work_id or "", "")
    if isinstance(line, Change):
        number = line.step.number
        return LogLineView(
            key=f"change:{line.work_id}:{number}", number=number, kind="changed", at=line.at, text=text,
            work_id=line.work_id, work=name, role="", device="", corrects=None, corrected=None, picture=None,
        )  # fmt: skip
    shown = None
    if line.size is not None:
        address = f"/api/jobs/{job.id}/logbook/pictures/{line.id}"
        shown = LogPictureView(address=address, width=line.size[0], height=line.size[1])
    return LogLineView(
        key=f"entry:{line.id}", number=line.id, kind=line.kind, at=line.at, text=text, work_id=line.work_id or "",
        work=name, role=line.role, device=line.device, corrects=line.corrects, corrected=line.corrected, picture=shown,
    )  # fmt: skip
