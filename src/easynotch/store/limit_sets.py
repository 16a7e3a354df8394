"""Limit sets of the shop's own."""

import json
import sqlite3
from dataclasses import dataclass
from typing import Any
from uuid import uuid4

from .jobs import now

PREFIX = "own-"
"""Begins the id of every own set, so that it can never be taken for a shipped one."""

INSERT = """
INSERT INTO limit_set (id, name, base, changes, revision, made_at) VALUES (:id, :name, :base, '{}', 1, :at)
"""
COLUMNS = "id, name, base, changes, revision"
SELECT = f"SELECT {COLUMNS} FROM limit_set WHERE id = :id AND deleted_at IS NULL"
SELECT_ALL = f"SELECT {COLUMNS} FROM limit_set WHERE deleted_at IS NULL ORDER BY made_at, rowid"
UPDATE = """
UPDATE limit_set SET name = :name, changes = :changes, revision = revision + 1
WHERE id = :id AND revision = :revision AND deleted_at IS NULL
"""
DELETE = "UPDATE limit_set SET deleted_at = :at WHERE id = :id"
TOUCHED = """
SELECT job.name AS job, work.id AS work_id, revision.document AS document
FROM job JOIN work ON work.job_id = job.id
  JOIN revision ON revision.work_id = work.id AND revision.number = work.revision
WHERE job.limits = :id AND job.deleted_at IS NULL AND work.deleted_at IS NULL
ORDER BY job.made_at, work.made_at
"""


class LimitSetNotFound(LookupError):
    """There is no such limit set of the shop's own."""


@dataclass(frozen=True, slots=True)
class OwnLimitSet:
    """An own set: the shipped one it starts from, and what differs, each with its reason."""

    id: str
    name: str
    base: str
    changes: dict[str, Any]
    revision: int


@dataclass(frozen=True, slots=True)
class Touched:
    """A work that is held against a set."""

    job: str
    work_id: str
    work: str


def create_limit_set(db: sqlite3.Connection, name: str, base: str) -> OwnLimitSet:
    """Keep a new own set, as its base so far."""
    set_id = PREFIX + uuid4().hex[:12]
    db.execute(INSERT, {"id": set_id, "name": name, "base": base, "at": now()})
    return get_limit_set(db, set_id)


def get_limit_set(db: sqlite3.Connection, set_id: str) -> OwnLimitSet:
    """An own set by its id.

    Raises:
        LimitSetNotFound: there is none.
    """
    row = db.execute(SELECT, {"id": set_id}).fetchone()
    if row is None:
        raise LimitSetNotFound(set_id)
    return _set(row)


def list_limit_sets(db: sqlite3.Connection) -> list[OwnLimitSet]:
    """Every own set, oldest first."""
    return [_set(row) for row in db.execute(SELECT_ALL)]


def save_limit_set(db: sqlite3.Connection, changed: OwnLimitSet) -> bool:
    """Keep a changed set if its revision is still the kept one; False where it is stale."""
    values = {"id": changed.id, "name": changed.name, "revision": changed.revision}
    return db.execute(UPDATE, {**values, "changes": json.dumps(changed.changes)}).rowcount == 1


def delete_limit_set(db: sqlite3.Connection, set_id: str) -> OwnLimitSet:
    """Take an own set away. Raises LimitSetNotFound."""
    found = get_limit_set(db, set_id)
    db.execute(DELETE, {"id": set_id, "at": now()})
    return found


def works_held_against(db: sqlite3.Connection, set_id: str) -> list[Touched]:
    """The works of the jobs that chose a set."""
    rows = db.execute(TOUCHED, {"id": set_id})
    return [Touched(row["job"], row["work_id"], str(json.loads(row["document"]).get("name", ""))) for row in rows]


def _set(row: sqlite3.Row) -> OwnLimitSet:
    return OwnLimitSet(row["id"], row["name"], row["base"], json.loads(row["changes"]), row["revision"])
