"""The instruments of the tray as they stand, and their readings until every screen has had them."""

import json
import sqlite3
from typing import Any

from .jobs import now

MOST = 500
"""Readings kept: a screen that was away asks for what came since."""
STATES = "SELECT kind, state FROM instrument ORDER BY kind"
KEEP = """
INSERT INTO instrument (kind, state) VALUES (:kind, :state)
ON CONFLICT (kind) DO UPDATE SET state = excluded.state
"""
ADD = "INSERT INTO instrument_reading (tray, reading, at) VALUES (:tray, :reading, :at)"
FORGET = "DELETE FROM instrument_reading WHERE number <= (SELECT MAX(number) FROM instrument_reading) - :most"
SINCE = """
SELECT number, reading FROM instrument_reading WHERE tray = :tray AND number > :after ORDER BY number
"""
LAST = "SELECT COALESCE(MAX(number), 0) AS number FROM instrument_reading"


def instrument_states(db: sqlite3.Connection) -> dict[str, dict[str, Any]]:
    """The state of every instrument that has one, by its kind."""
    return {row["kind"]: json.loads(row["state"]) for row in db.execute(STATES)}


def keep_instrument(db: sqlite3.Connection, kind: str, state: dict[str, Any]) -> None:
    """Keep how an instrument stands."""
    db.execute(KEEP, {"kind": kind, "state": json.dumps(state)})


def send_reading(db: sqlite3.Connection, tray: str, reading: dict[str, Any]) -> None:
    """Put a reading where the tray that asked for it finds it."""
    db.execute(ADD, {"tray": tray, "reading": json.dumps(reading), "at": now()})
    db.execute(FORGET, {"most": MOST})


def readings_since(db: sqlite3.Connection, tray: str, after: int) -> list[tuple[int, dict[str, Any]]]:
    """A tray's readings after a number, oldest first."""
    rows = db.execute(SINCE, {"tray": tray, "after": after})
    return [(row["number"], json.loads(row["reading"])) for row in rows]


def last_reading(db: sqlite3.Connection) -> int:
    """The number of the latest reading of all trays; 0 before the first."""
    return int(db.execute(LAST).fetchone()["number"])
