"""What is in the making, told how far it is and that it may stop; and searches that were stopped, kept."""

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
STOP = """
INSERT INTO making (token, stopped, at) VALUES (:token, 1, :at) ON CONFLICT (token) DO UPDATE SET stopped = 1
"""
PROGRESS = """
INSERT INTO making (token, done, whole, at) VALUES (:token, :done, :whole, :at)
ON CONFLICT (token) DO UPDATE SET done = :done, whole = :whole
"""
FORGET = "DELETE FROM making WHERE rowid NOT IN (SELECT rowid FROM making ORDER BY rowid DESC LIMIT :most)"
MAKING = "SELECT done, whole, stopped FROM making WHERE token = :token"
MOST_TOKENS = 200
"""They are few, and soon over."""


@dataclass(frozen=True, slots=True)
class PlanStop:
    """A search that was stopped: how many boards the plan takes that it left, the share of its cost that was not
    proved needed, and when.
    """

    boards: int
    gap: float
    at: str
    id: int = 0


@dataclass(frozen=True, slots=True)
class Task:
    """Something in the making: how many of how many parts are made, and whether it was told to stop."""

    done: int
    whole: int
    stopped: bool


def cancel_task(db: sqlite3.Connection, token: str) -> None:
    """Whoever makes what this token names may stop."""
    db.execute(STOP, {"token": token, "at": now()})
    db.execute(FORGET, {"most": MOST_TOKENS})


def note_progress(db: sqlite3.Connection, token: str, done: int, whole: int) -> None:
    """So many parts are made."""
    db.execute(PROGRESS, {"token": token, "done": done, "whole": whole, "at": now()})
    db.execute(FORGET, {"most": MOST_TOKENS})


def task_of(db: sqlite3.Connection, token: str) -> Task:
    """How far something in the making is; nothing done of what nobody heard of."""
    row = db.execute(MAKING, {"token": token}).fetchone()
    return Task(row["done"], row["whole"], bool(row["stopped"])) if row else Task(0, 0, False)


def note_stop(db: sqlite3.Connection, work_id: str, scope: str, boards: int, gap: float) -> None:
    """A search was stopped. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(INSERT, {"work_id": work_id, "scope": scope, "boards": boards, "gap": gap, "at": now()})


def latest_stops(db: sqlite3.Connection, work_id: str, scope: str) -> list[PlanStop]:
    """The latest searches that were stopped, latest first."""
    rows = db.execute(LATEST, {"work_id": work_id, "scope": scope, "most": MOST})
    return [PlanStop(row["boards"], row["gap"], row["at"], row["id"]) for row in rows]
