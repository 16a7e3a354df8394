"""What was done at the bench: the place on every piece, and ticks with the lines as they were drawn."""

import json
import sqlite3
from dataclasses import dataclass

from .jobs import now
from .works import get_work

Line = tuple[tuple[float, float], tuple[float, float]]

PLACES = "SELECT piece, stop, at FROM bench_place WHERE work_id = :work_id"
KEEP_PLACE = """
INSERT INTO bench_place (work_id, piece, stop, at) VALUES (:work_id, :piece, :stop, :at)
ON CONFLICT (work_id, piece) DO UPDATE SET stop = :stop, at = :at
"""
TICKS = "SELECT piece, stop, figure, lines, at, number FROM tick WHERE work_id = :work_id ORDER BY number"
KEEP_TICK = """
INSERT INTO tick (work_id, piece, stop, figure, lines, at, number)
VALUES (:work_id, :piece, :stop, :figure, :lines, :at,
  (SELECT COALESCE(MAX(number), 0) + 1 FROM tick WHERE work_id = :work_id))
ON CONFLICT (work_id, piece, stop) DO UPDATE SET figure = :figure, lines = :lines, at = :at
"""
DROP_TICK = "DELETE FROM tick WHERE work_id = :work_id AND piece = :piece AND stop = :stop"


@dataclass(frozen=True, slots=True)
class KeptTick:
    """A stop that was ticked: its figure in mm, its lines then, and its number in the order of ticking."""

    piece: str
    stop: str
    figure: float | None
    lines: dict[str, list[Line]]
    at: str
    number: int


def places_of(db: sqlite3.Connection, work_id: str) -> dict[str, str]:
    """The stop each piece was left at. Raises WorkNotFound."""
    get_work(db, work_id)
    return {row["piece"]: row["stop"] for row in db.execute(PLACES, {"work_id": work_id})}


def keep_place(db: sqlite3.Connection, work_id: str, piece: str, stop: str) -> None:
    """Remember the stop a piece is left at. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(KEEP_PLACE, {"work_id": work_id, "piece": piece, "stop": stop, "at": now()})


def ticks_of(db: sqlite3.Connection, work_id: str) -> list[KeptTick]:
    """Every tick of a work, in the order they were made. Raises WorkNotFound."""
    get_work(db, work_id)
    return [
        KeptTick(row["piece"], row["stop"], row["figure"], json.loads(row["lines"]), row["at"], row["number"])
        for row in db.execute(TICKS, {"work_id": work_id})
    ]


def keep_tick(
    db: sqlite3.Connection, work_id: str, piece: str, stop: str, marked: tuple[float | None, dict[str, list[Line]]]
) -> None:
    """Tick a stop with its figure and lines as they are marked now; ticked again, they are the new ones."""
    figure, lines = marked
    values = {"work_id": work_id, "piece": piece, "stop": stop, "figure": figure, "lines": json.dumps(lines)}
    db.execute(KEEP_TICK, values | {"at": now()})


def drop_tick(db: sqlite3.Connection, work_id: str, piece: str, stop: str) -> None:
    """Take a tick away. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(DROP_TICK, {"work_id": work_id, "piece": piece, "stop": stop})
