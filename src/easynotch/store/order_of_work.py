"""What was said by hand of the order of work: when it starts, what is done, what is held, and the plan as agreed."""

import json
import sqlite3
from collections.abc import Mapping
from dataclasses import dataclass, field

from .jobs import get_job, now

PLAN = "SELECT starts, agreed, agreed_at FROM job_plan WHERE job_id = :job_id"
KEEP_START = """
INSERT INTO job_plan (job_id, starts) VALUES (:job_id, :starts) ON CONFLICT (job_id) DO UPDATE SET starts = :starts
"""
AGREE = """
INSERT INTO job_plan (job_id, agreed, agreed_at) VALUES (:job_id, :agreed, :at)
ON CONFLICT (job_id) DO UPDATE SET agreed = :agreed, agreed_at = :at
"""
TASKS = "SELECT task, done_at, took, usual, held_until, held_why FROM job_task WHERE job_id = :job_id"
KEEP_DONE = """
INSERT INTO job_task (job_id, task, done_at, took, usual) VALUES (:job_id, :task, :done_at, :took, :usual)
ON CONFLICT (job_id, task) DO UPDATE SET done_at = :done_at, took = :took, usual = :usual
"""
KEEP_HELD = """
INSERT INTO job_task (job_id, task, held_until, held_why) VALUES (:job_id, :task, :until, :why)
ON CONFLICT (job_id, task) DO UPDATE SET held_until = :until, held_why = :why
"""
TOOK = "SELECT task, took, usual FROM job_task WHERE took IS NOT NULL AND usual > 0 AND done_at IS NOT NULL"

Span = tuple[str, str]


@dataclass(frozen=True, slots=True)
class KeptTask:
    """What was said of a task: when it was done and the minutes it took, until when it is held and why."""

    done_at: str | None = None
    took: float | None = None
    usual: float | None = None
    held_until: str | None = None
    held_why: str = ""


@dataclass(frozen=True, slots=True)
class KeptPlan:
    """From which day a job is planned, empty for today; the plan as agreed, task by task from and to, and when."""

    starts: str = ""
    agreed: Mapping[str, Span] = field(default_factory=dict)
    agreed_at: str | None = None
    tasks: Mapping[str, KeptTask] = field(default_factory=dict)


def plan_of(db: sqlite3.Connection, job_id: str) -> KeptPlan:
    """What is kept of a job's order of work. Raises JobNotFound."""
    get_job(db, job_id)
    row = db.execute(PLAN, {"job_id": job_id}).fetchone()
    tasks = {
        one["task"]: KeptTask(one["done_at"], one["took"], one["usual"], one["held_until"], one["held_why"])
        for one in db.execute(TASKS, {"job_id": job_id})
    }
    if row is None:
        return KeptPlan(tasks=tasks)
    agreed = {str(task): (str(span[0]), str(span[1])) for task, span in json.loads(row["agreed"]).items()}
    return KeptPlan(row["starts"], agreed, row["agreed_at"], tasks)


def keep_start(db: sqlite3.Connection, job_id: str, starts: str) -> None:
    """Plan a job from a day on; from today where it is empty. Raises JobNotFound."""
    get_job(db, job_id)
    db.execute(KEEP_START, {"job_id": job_id, "starts": starts})


def agree_plan(db: sqlite3.Connection, job_id: str, spans: Mapping[str, Span]) -> None:
    """Keep a plan as the one that was agreed. Raises JobNotFound."""
    get_job(db, job_id)
    db.execute(AGREE, {"job_id": job_id, "agreed": json.dumps(spans), "at": now()})


def keep_task_done(
    db: sqlite3.Connection, job_id: str, task: str, *, done: bool, took: float | None, usual: float | None
) -> None:
    """A task is done, in so many minutes where that was said; or it is not."""
    values = {"job_id": job_id, "task": task, "done_at": now() if done else None}
    db.execute(KEEP_DONE, values | {"took": took if done else None, "usual": usual if done else None})


def keep_task_held(db: sqlite3.Connection, job_id: str, task: str, until: str | None, why: str) -> None:
    """A task is held until a day, with the reason; or it is not."""
    db.execute(KEEP_HELD, {"job_id": job_id, "task": task, "until": until, "why": why if until else ""})


def times_taken(db: sqlite3.Connection) -> list[tuple[str, float]]:
    """Every task of the shop that was done with its time said: its id, and that time over the usual one."""
    return [(row["task"], row["took"] / row["usual"]) for row in db.execute(TOOK)]
