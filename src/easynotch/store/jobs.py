"""Jobs: a name, its units and its limit set."""

import json
import sqlite3
from dataclasses import dataclass, field
from datetime import UTC, datetime
from typing import Any
from uuid import uuid4

COLUMNS = "id, name, units, limits, settings, overrides, revision, archived_at IS NOT NULL AS archived"
INSERT = """
INSERT INTO job (id, name, units, limits, settings, overrides, revision, made_at)
VALUES (:id, :name, :units, :limits, :settings, :overrides, 1, :made_at)
"""
SELECT = f"SELECT {COLUMNS} FROM job WHERE id = :id"
SELECT_ALL = f"SELECT {COLUMNS} FROM job WHERE deleted_at IS NULL ORDER BY made_at, rowid"
UPDATE = """
UPDATE job SET name = :name, units = :units, limits = :limits, settings = :settings, overrides = :overrides,
  revision = revision + 1
WHERE id = :id AND revision = :revision
"""
DELETE = "UPDATE job SET deleted_at = :at WHERE id = :id"
ARCHIVE = "UPDATE job SET archived_at = :at WHERE id = :id"


class JobNotFound(LookupError):
    """There is no such job."""


@dataclass(frozen=True, slots=True)
class Job:
    """A job as it is kept. ``limits`` names a shipped or an own limit set; ``settings`` and ``overrides`` hold only
    what differs from the shop and from that set.
    """

    id: str
    name: str
    units: str
    limits: str | None
    revision: int
    settings: dict[str, Any] = field(default_factory=dict)
    overrides: dict[str, Any] = field(default_factory=dict)
    archived: bool = False


def now() -> str:
    """The time of a change, UTC, to the millisecond."""
    return datetime.now(UTC).isoformat(timespec="milliseconds")


def create_job(
    db: sqlite3.Connection,
    name: str,
    units: str,
    limits: str | None = None,
    settings: dict[str, Any] | None = None,
    overrides: dict[str, Any] | None = None,
) -> Job:
    """Keep a new job."""
    job_id = uuid4().hex[:12]
    made = Job(job_id, name, units, limits, 1, settings or {}, overrides or {})
    db.execute(INSERT, {**_values(made), "made_at": now()})
    return get_job(db, job_id)


def get_job(db: sqlite3.Connection, job_id: str) -> Job:
    """A job by its id.

    Raises:
        JobNotFound: there is none.
    """
    row = db.execute(SELECT, {"id": job_id}).fetchone()
    if row is None:
        raise JobNotFound(job_id)
    return _job(row)


def list_jobs(db: sqlite3.Connection) -> list[Job]:
    """Every job, oldest first, archived ones among them."""
    return [_job(row) for row in db.execute(SELECT_ALL)]


def save_job(db: sqlite3.Connection, job: Job) -> bool:
    """Keep a changed job if ``job.revision`` is still the kept one; False where it is stale."""
    return db.execute(UPDATE, {**_values(job), "revision": job.revision}).rowcount == 1


def delete_job(db: sqlite3.Connection, job_id: str, *, deleted: bool) -> Job:
    """Take a job off the bench, or put it back with everything in it. Raises JobNotFound."""
    job = get_job(db, job_id)
    db.execute(DELETE, {"id": job_id, "at": now() if deleted else None})
    return job


def archive_job(db: sqlite3.Connection, job_id: str, *, archived: bool) -> Job:
    """Put a job away, or take it out again. Raises JobNotFound."""
    get_job(db, job_id)
    db.execute(ARCHIVE, {"id": job_id, "at": now() if archived else None})
    return get_job(db, job_id)


def _values(job: Job) -> dict[str, Any]:
    return {
        "id": job.id,
        "name": job.name,
        "units": job.units,
        "limits": job.limits,
        "settings": json.dumps(job.settings),
        "overrides": json.dumps(job.overrides),
    }


def _job(row: sqlite3.Row) -> Job:
    return Job(
        id=row["id"],
        name=row["name"],
        units=row["units"],
        limits=row["limits"],
        revision=row["revision"],
        settings=json.loads(row["settings"]),
        overrides=json.loads(row["overrides"]),
        archived=bool(row["archived"]),
    )
