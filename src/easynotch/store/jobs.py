"""Jobs: a name, its units and its limit set."""

import sqlite3
from dataclasses import dataclass
from datetime import UTC, datetime
from uuid import uuid4

INSERT = """
INSERT INTO job (id, name, units, limits, revision, made_at)
VALUES (:id, :name, :units, :limits, 1, :made_at)
"""
SELECT = "SELECT id, name, units, limits, revision FROM job WHERE id = :id"
SELECT_ALL = "SELECT id, name, units, limits, revision FROM job WHERE deleted_at IS NULL ORDER BY made_at, rowid"
UPDATE = """
UPDATE job SET name = :name, units = :units, limits = :limits, revision = revision + 1
WHERE id = :id AND revision = :revision
"""


DELETE = "UPDATE job SET deleted_at = :at WHERE id = :id"


class JobNotFound(LookupError):
    """There is no such job."""


@dataclass(frozen=True, slots=True)
class Job:
    """A job as it is kept."""

    id: str
    name: str
    units: str
    limits: str | None
    revision: int


def now() -> str:
    """The time of a change, UTC, to the millisecond."""
    return datetime.now(UTC).isoformat(timespec="milliseconds")


def create_job(db: sqlite3.Connection, name: str, units: str, limits: str | None = None) -> Job:
    """Keep a new job."""
    job_id = uuid4().hex[:12]
    db.execute(INSERT, {"id": job_id, "name": name, "units": units, "limits": limits, "made_at": now()})
    return get_job(db, job_id)


def get_job(db: sqlite3.Connection, job_id: str) -> Job:
    """A job by its id.

    Raises:
        JobNotFound: there is none.
    """
    row = db.execute(SELECT, {"id": job_id}).fetchone()
    if row is None:
        raise JobNotFound(job_id)
    return Job(**dict(row))


def list_jobs(db: sqlite3.Connection) -> list[Job]:
    """Every job, oldest first."""
    return [Job(**dict(row)) for row in db.execute(SELECT_ALL)]


def save_job(db: sqlite3.Connection, job: Job) -> bool:
    """Keep a changed job if ``job.revision`` is still the kept one; False where it is stale."""
    values = {"id": job.id, "name": job.name, "units": job.units, "limits": job.limits, "revision": job.revision}
    return db.execute(UPDATE, values).rowcount == 1


def delete_job(db: sqlite3.Connection, job_id: str, *, deleted: bool) -> Job:
    """Take a job off the bench, or put it back with everything in it. Raises JobNotFound."""
    job = get_job(db, job_id)
    db.execute(DELETE, {"id": job_id, "at": now() if deleted else None})
    return job
