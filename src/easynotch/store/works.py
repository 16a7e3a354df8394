"""Works and their revisions. A save names the revision it was made on; a stale one changes nothing."""

import json
import re
import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from .jobs import get_job, now

INSERT_WORK = "INSERT INTO work (id, job_id, revision, made_at) VALUES (:id, :job_id, 1, :made_at)"
INSERT_REVISION = """
INSERT INTO revision (work_id, number, state, parent, document, made_at)
VALUES (:work_id, :number, :state, :parent, :document, :made_at)
"""
SELECT_WORK = """
SELECT work.id, work.job_id, work.revision, revision.state, revision.parent, revision.document, revision.made_at,
  work.archived_at IS NOT NULL AS archived,
  COALESCE(work.deleted_at, (SELECT job.deleted_at FROM job WHERE job.id = work.job_id)) AS deleted_at
FROM work JOIN revision ON revision.work_id = work.id AND revision.number = work.revision
"""
BY_ID = SELECT_WORK + " WHERE work.id = :id"
BY_JOB = SELECT_WORK + " WHERE work.job_id = :job_id AND work.deleted_at IS NULL ORDER BY work.made_at, work.rowid"
SELECT_STATE = "SELECT parent, document FROM revision WHERE work_id = :work_id AND number = :state"
SELECT_CHILD = "SELECT MAX(number) FROM revision WHERE work_id = :work_id AND parent = :state AND number = state"
SELECT_HISTORY = """
SELECT revision.number, revision.state, revision.document, revision.made_at, before.document AS before
FROM revision LEFT JOIN revision AS before
  ON before.work_id = revision.work_id AND before.number = revision.number - 1
WHERE revision.work_id = :work_id ORDER BY revision.number DESC LIMIT :most
"""
SELECT_DOCUMENT = "SELECT document FROM revision WHERE work_id = :work_id AND number = :number"
ON_THE_BENCH = """
SELECT place, of_job, of_all, found.job_id, work.id FROM (
  SELECT work.id, work.job_id,
    ROW_NUMBER() OVER (PARTITION BY work.job_id ORDER BY work.made_at, work.rowid) AS place,
    COUNT(*) OVER (PARTITION BY work.job_id) AS of_job,
    COUNT(*) OVER () AS of_all
  FROM work JOIN job ON job.id = work.job_id
  WHERE work.deleted_at IS NULL AND job.deleted_at IS NULL
    AND (work.archived_at IS NOT NULL OR job.archived_at IS NOT NULL) = :archived
    AND (:sought = '' OR job.name LIKE :sought ESCAPE '!' OR EXISTS (
      SELECT 1 FROM revision WHERE revision.work_id = work.id AND revision.number = work.revision
        AND json_extract(revision.document, '$.name') LIKE :sought ESCAPE '!'))
) AS found JOIN work ON work.id = found.id JOIN job ON job.id = found.job_id
WHERE place <= :of_each OR found.job_id = :whole
ORDER BY job.made_at, job.rowid, place
LIMIT :most
"""
PUT_AWAY = """
SELECT COUNT(*) FROM work JOIN job ON job.id = work.job_id
WHERE work.deleted_at IS NULL AND job.deleted_at IS NULL
  AND (work.archived_at IS NOT NULL OR job.archived_at IS NOT NULL)
"""
ARCHIVE = "UPDATE work SET archived_at = :at WHERE id = :id"
DELETE = "UPDATE work SET deleted_at = :at WHERE id = :id"
AS_OF = """
SELECT document.document FROM revision JOIN revision AS document
  ON document.work_id = revision.work_id AND document.number = revision.state
WHERE revision.work_id = :work_id AND revision.made_at <= :at ORDER BY revision.number DESC LIMIT 1
"""
ADVANCE = "UPDATE work SET revision = :number WHERE id = :work_id"


DELETED = """
SELECT 'jobs' AS what, id, name, '' AS job, deleted_at AS at FROM job WHERE deleted_at IS NOT NULL
UNION ALL
SELECT 'works', work.id, COALESCE(json_extract(revision.document, '$.name'), ''), job.name, work.deleted_at
FROM work JOIN job ON job.id = work.job_id
  JOIN revision ON revision.work_id = work.id AND revision.number = work.revision
WHERE work.deleted_at IS NOT NULL AND job.deleted_at IS NULL
ORDER BY at DESC LIMIT :most
"""


class WorkNotFound(LookupError):
    """There is no such work."""


@dataclass(frozen=True, slots=True)
class Work:
    """A work as it is kept: its document is its part of a job file."""

    id: str
    job_id: str
    revision: int
    document: dict[str, Any]
    changed_at: str
    can_undo: bool
    can_redo: bool
    archived: bool = False
    deleted: bool = False


class WorkDeleted(RuntimeError):
    """A change to a work that was deleted, by itself or with its job. Nothing was changed."""

    def __init__(self, stored: Work) -> None:
        super().__init__(stored.id)
        self.stored = stored


class Stale(RuntimeError):
    """A save made on an older revision; ``kept`` is what is there now, ``base`` what the save was made on."""

    def __init__(self, stored: Work, base: dict[str, Any] | None = None) -> None:
        super().__init__(stored.id)
        self.stored = stored
        self.base = base


@dataclass(frozen=True, slots=True)
class Revision:
    """One step of a work's history: the document after it, and before it."""

    number: int
    state: int
    made_at: str
    document: dict[str, Any]
    before: dict[str, Any] | None


def create_work(
    db: sqlite3.Connection, job_id: str, document: dict[str, Any], earlier: Sequence[dict[str, Any]] = ()
) -> Work:
    """Keep a new work in a job, with its earlier documents where it has any, oldest first."""
    get_job(db, job_id)
    work_id, at = uuid4().hex[:12], now()
    texts = [json.dumps(one) for one in (*earlier, document)]
    steps = [text for text, before in zip(texts, [None, *texts[:-1]], strict=True) if text != before]
    db.execute(INSERT_WORK, {"id": work_id, "job_id": job_id, "made_at": at})
    rows = [
        {"work_id": work_id, "number": n, "state": n, "parent": n - 1 or None, "document": text, "made_at": at}
        for n, text in enumerate(steps, start=1)
    ]
    db.executemany(INSERT_REVISION, rows)
    db.execute(ADVANCE, {"number": len(rows), "work_id": work_id})
    return get_work(db, work_id)


def get_work(db: sqlite3.Connection, work_id: str) -> Work:
    """A work by its id.

    Raises:
        WorkNotFound: there is none.
    """
    row = db.execute(BY_ID, {"id": work_id}).fetchone()
    if row is None:
        raise WorkNotFound(work_id)
    return _work(db, row)


def list_works(db: sqlite3.Connection, job_id: str) -> list[Work]:
    """The works of a job, oldest first."""
    return [_work(db, row) for row in db.execute(BY_JOB, {"job_id": job_id}).fetchall()]


@dataclass(frozen=True, slots=True)
class Shelf:
    """Which works lie on the bench: those whose name or job's name holds ``sought``, archived or not, so many of a
    job and so many in all. Of the job ``whole`` every one.
    """

    sought: str = ""
    archived: bool = False
    of_each: int = 12
    whole: str = ""
    most: int = 30


@dataclass(frozen=True, slots=True)
class Found:
    """What lies on a shelf: by job the works shown and how many it has in all; and how many there are altogether."""

    of_job: dict[str, tuple[list[Work], int]]
    of_all: int


def works_on_the_bench(db: sqlite3.Connection, shelf: Shelf) -> Found:
    """The works of a shelf, jobs and works oldest first. A job wholly beyond the most is not among them."""
    escaped = re.sub(r"([!%_])", r"!\1", shelf.sought.strip())
    values = {
        "sought": f"%{escaped}%" if escaped else "",
        "archived": int(shelf.archived),
        "of_each": shelf.of_each,
        "whole": shelf.whole,
        "most": -1 if shelf.whole else shelf.most,
    }
    found: dict[str, tuple[list[Work], int]] = {}
    rows = db.execute(ON_THE_BENCH, values).fetchall()
    for row in rows:
        found.setdefault(row["job_id"], ([], row["of_job"]))[0].append(get_work(db, row["id"]))
    return Found(found, rows[0]["of_all"] if rows else 0)


def count_put_away(db: sqlite3.Connection) -> int:
    """How many works are put away, by themselves or with their job."""
    number: int = db.execute(PUT_AWAY).fetchone()[0]
    return number


def save_work(db: sqlite3.Connection, work_id: str, revision: int, document: dict[str, Any]) -> Work:
    """Keep a changed document as a new revision; an unchanged one makes none.

    Raises:
        Stale: ``revision`` is not the kept one. Nothing was changed.
    """
    stored, row = _current(db, work_id, revision)
    if stored.document == document:
        return stored
    number = stored.revision + 1
    _add(db, work_id, number=number, state=number, parent=row["state"], document=json.dumps(document))
    return get_work(db, work_id)


def document_at(db: sqlite3.Connection, work_id: str, at: str) -> dict[str, Any] | None:
    """A work's document as it was at a time; None before it was there."""
    row = db.execute(AS_OF, {"work_id": work_id, "at": at}).fetchone()
    found: dict[str, Any] | None = None if row is None else json.loads(row["document"])
    return found


def undo_work(db: sqlite3.Connection, work_id: str, revision: int) -> Work:
    """Go one step back, as a new revision; nothing to undo changes nothing. Raises Stale as ``save_work``."""
    stored, row = _current(db, work_id, revision)
    return stored if row["parent"] is None else _move(db, stored, row["parent"])


def redo_work(db: sqlite3.Connection, work_id: str, revision: int) -> Work:
    """Go forward again to the step last undone from here. Raises Stale as ``save_work``."""
    stored, row = _current(db, work_id, revision)
    child = _child(db, work_id, row["state"])
    return stored if child is None else _move(db, stored, child)


def delete_work(db: sqlite3.Connection, work_id: str, *, deleted: bool) -> Work:
    """Take a work off the bench, or put it back as it was. Raises WorkNotFound."""
    work = get_work(db, work_id)
    db.execute(DELETE, {"id": work_id, "at": now() if deleted else None})
    return work


@dataclass(frozen=True, slots=True)
class Deleted:
    """A work or a job that was deleted and can be put back: ``what`` is ``works`` or ``jobs``, ``job`` a work's job."""

    what: str
    id: str
    name: str
    job: str
    at: str


def list_deleted(db: sqlite3.Connection, most: int = 100) -> list[Deleted]:
    """What was deleted, latest first; a job's works go and come back with it."""
    return [Deleted(**dict(row)) for row in db.execute(DELETED, {"most": most})]


def archive_work(db: sqlite3.Connection, work_id: str, *, archived: bool) -> Work:
    """Put a work away, or take it out again. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(ARCHIVE, {"id": work_id, "at": now() if archived else None})
    return get_work(db, work_id)


def history(db: sqlite3.Connection, work_id: str, most: int = 200) -> list[Revision]:
    """The newest revisions of a work, newest first."""
    return [
        Revision(
            number=row["number"],
            state=row["state"],
            made_at=row["made_at"],
            document=json.loads(row["document"]),
            before=json.loads(row["before"]) if row["before"] else None,
        )
        for row in db.execute(SELECT_HISTORY, {"work_id": work_id, "most": most})
    ]


def _current(db: sqlite3.Connection, work_id: str, revision: int) -> tuple[Work, sqlite3.Row]:
    row = db.execute(BY_ID, {"id": work_id}).fetchone()
    if row is None:
        raise WorkNotFound(work_id)
    work = _work(db, row)
    if work.deleted:
        raise WorkDeleted(work)
    if work.revision != revision:
        base = db.execute(SELECT_DOCUMENT, {"work_id": work_id, "number": revision}).fetchone()
        raise Stale(work, json.loads(base["document"]) if base else None)
    return work, row


def _move(db: sqlite3.Connection, stored: Work, state: int) -> Work:
    target = db.execute(SELECT_STATE, {"work_id": stored.id, "state": state}).fetchone()
    _add(db, stored.id, number=stored.revision + 1, state=state, parent=target["parent"], document=target["document"])
    return get_work(db, stored.id)


def _child(db: sqlite3.Connection, work_id: str, state: int) -> int | None:
    number: int | None = db.execute(SELECT_CHILD, {"work_id": work_id, "state": state}).fetchone()[0]
    return number


def _add(db: sqlite3.Connection, work_id: str, *, number: int, state: int, parent: int | None, document: str) -> None:
    values = {
        "work_id": work_id,
        "number": number,
        "state": state,
        "parent": parent,
        "document": document,
        "made_at": now(),
    }
    db.execute(INSERT_REVISION, values)
    db.execute(ADVANCE, {"number": number, "work_id": work_id})


def _work(db: sqlite3.Connection, row: sqlite3.Row) -> Work:
    return Work(
        id=row["id"],
        job_id=row["job_id"],
        revision=row["revision"],
        document=json.loads(row["document"]),
        changed_at=row["made_at"],
        can_undo=row["parent"] is not None,
        can_redo=_child(db, row["id"], row["state"]) is not None,
        archived=bool(row["archived"]),
        deleted=row["deleted_at"] is not None,
    )
