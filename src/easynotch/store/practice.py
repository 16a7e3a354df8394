"""The trainer's answers, kept: how many were good, by school and question."""

import sqlite3
from dataclasses import dataclass

from .jobs import now

KEEP = "INSERT INTO practice (school, seed, question, good, at) VALUES (:school, :seed, :question, :good, :at)"
COUNT = """
SELECT school, question, COUNT(*) AS tried, SUM(good) AS good FROM practice
GROUP BY school, question ORDER BY school, question
"""


@dataclass(frozen=True, slots=True)
class Progress:
    """How often a question was tried and got right."""

    school: str
    question: str
    tried: int
    good: int


def keep_answer(db: sqlite3.Connection, school: str, seed: int, question: str, *, good: bool) -> None:
    """Keep one answer."""
    db.execute(KEEP, {"school": school, "seed": seed, "question": question, "good": int(good), "at": now()})


def progress(db: sqlite3.Connection) -> list[Progress]:
    """What was tried so far."""
    return [Progress(row["school"], row["question"], row["tried"], row["good"]) for row in db.execute(COUNT)]
