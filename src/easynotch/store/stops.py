"""Searches for a cheaper cutting plan: told to stop before their end, and kept as having been."""

import sqlite3
from dataclasses import dataclass

from .jobs import now
from .works import get_work

INSERT = "INSERT INTO plan_stop (work_id, scope, boards, gap, at) VALUES (:work_id, :scope, :boards, :gap, :at)"
LATEST = """
SELECT id, scope, boards, gap, at FROM plan_stop
WHERE work_id = :work_id AND scope = :scope ORDER BY id DESC LIMIT :most
"""
MOST = 3
STOP = "INSERT INTO stopped_token (token, at) VALUES (:token, :at) ON CONFLICT (token) DO NOTHING"
FORGET = """
DELETE FROM stopped_token WHERE rowid NOT IN (SELECT rowid FROM stopped_token ORDER BY rowid DESC LIMIT :most)
"""
STOPPED = "SELECT 1 FROM stopped_token WHERE token = :token"
MOST_TOKENS = 200
"""Plans in the making are few, and soon over."""


@dataclass(frozen=True, slots=True)
class PlanStop:
    """A search that was stopped: how many boards the plan takes that it left, the share of its cost that was not
    proved needed, and when.
    """

    boards: int
    gap: float
    at: str
    id: int = 0


def stop_search(db: sqlite3.Connection, token: str) -> None:
    """Whoever makes the plan of this token is to stop looking for a cheaper one."""
    db.execute(STOP, {"token": token, "at": now()})
    db.execute(FORGET, {"most": MOST_TOKENS})


def search_stopped(db: sqlite3.Connection, token: str) -> bool:
    """Whether a plan in the making was told to stop."""
    return db.execute(STOPPED, {"token": token}).fetchone() is not None


def note_stop(db: sqlite3.Connection, work_id: str, scope: str, boards: int, gap: float) -> None:
    """A search was stopped. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(INSERT, {"work_id": work_id, "scope": scope, "boards": boards, "gap": gap, "at": now()})


def latest_stops(db: sqlite3.Connection, work_id: str, scope: str) -> list[PlanStop]:
    """The latest searches that were stopped, latest first."""
    rows = db.execute(LATEST, {"work_id": work_id, "scope": scope, "most": MOST})
    return [PlanStop(row["boards"], row["gap"], row["at"], row["id"]) for row in rows]
