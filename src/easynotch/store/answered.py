"""Changes by the number their sender gave them, with what was answered, so that one sent again is not made again."""

import sqlite3
from dataclasses import dataclass

from .jobs import now

MOST = 500
"""A sender that heard no answer tries again within seconds, or when it is back in reach."""
SELECT = "SELECT address, status, body FROM answered WHERE change_id = :id"
INSERT = """
INSERT INTO answered (change_id, address, status, body, at) VALUES (:id, :address, :status, :body, :at)
"""
FORGET = "DELETE FROM answered WHERE rowid <= (SELECT MAX(rowid) FROM answered) - :most"


@dataclass(frozen=True, slots=True)
class Given:
    """What was answered to a change: the address it went to, the status and the body."""

    address: str
    status: int
    body: str


def given_answer(db: sqlite3.Connection, change_id: str) -> Given | None:
    """What was answered to a change; None where it was not made."""
    row = db.execute(SELECT, {"id": change_id}).fetchone()
    return None if row is None else Given(row["address"], row["status"], row["body"])


def keep_given(db: sqlite3.Connection, change_id: str, given: Given) -> None:
    """Keep what is answered to a change, in the change's own transaction."""
    db.execute(
        INSERT,
        {"id": change_id, "address": given.address, "status": given.status, "body": given.body, "at": now()},
    )
    db.execute(FORGET, {"most": MOST})
