"""Entries of the logbook, added and never changed, and saved documents among them, in the order of time."""

import json
import sqlite3
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, Literal

from ..jobs import get_job, now
from ..works import Revision, get_work

Kind = Literal["note", "picture", "marked", "cut", "tried", "ordered", "decided"]
INSERT = """
INSERT INTO log_entry (job_id, work_id, kind, about, note, role, device, corrects, at)
VALUES (:job_id, :work_id, :kind, :about, :note, :role, :device, :corrects, :at)
"""
INSERT_PICTURE = """
INSERT INTO log_picture (entry_id, width, height, large, small) VALUES (:entry_id, :width, :height, :large, :small)
"""
PICTURE = "SELECT width, height, large, small FROM log_picture WHERE entry_id = :entry_id"
HERE = "SELECT 1 FROM log_entry WHERE id = :id AND job_id = :job_id"
LINES = """
SELECT 'entry' AS what, id AS number, work_id, kind, role, device, at FROM log_entry WHERE job_id = :job_id
UNION ALL
SELECT 'change', revision.rowid, revision.work_id, 'changed', '', '', revision.made_at
FROM revision JOIN work ON work.id = revision.work_id WHERE work.job_id = :job_id
"""
WANTED = f"""
FROM ({LINES})
WHERE (:work_id = '' OR work_id = :work_id) AND (:kind = '' OR kind = :kind) AND (:role = '' OR role = :role)
  AND (:device = '' OR device = :device)
  AND (:found = '' OR what || ':' || number IN (SELECT value FROM json_each(:found)))
"""
SOUGHT = f"SELECT what, number {WANTED} ORDER BY at DESC, what, number DESC LIMIT :most"
COUNT = f"SELECT COUNT(*) {WANTED}"
ENTRY = """
SELECT log_entry.*, log_picture.width, log_picture.height,
  (SELECT MAX(later.id) FROM log_entry AS later WHERE later.corrects = log_entry.id) AS corrected
FROM log_entry LEFT JOIN log_picture ON log_picture.entry_id = log_entry.id WHERE log_entry.id = :number
"""
CHANGE = """
SELECT revision.work_id, revision.number, revision.state, revision.document, revision.made_at,
  before.document AS before
FROM revision LEFT JOIN revision AS before
  ON before.work_id = revision.work_id AND before.number = revision.number - 1
WHERE revision.rowid = :number
"""
WHO = """
SELECT DISTINCT role, device FROM log_entry WHERE job_id = :job_id AND (role <> '' OR device <> '')
"""


class EntryNotFound(LookupError):
    """There is no such entry, or no picture in it."""


@dataclass(frozen=True, slots=True)
class Entry:
    """One entry: ``about`` what a machine noted, ``note`` what a person wrote; ``corrected`` is the entry that puts it
    right, ``size`` its picture's, in pixels.
    """

    job_id: str
    kind: Kind
    work_id: str | None = None
    about: Mapping[str, Any] = field(default_factory=dict)
    note: str = ""
    role: str = ""
    device: str = ""
    corrects: int | None = None
    id: int = 0
    at: str = ""
    corrected: int | None = None
    size: tuple[int, int] | None = None


@dataclass(frozen=True, slots=True)
class Change:
    """A saved document of a work among the entries."""

    work_id: str
    at: str
    step: Revision


@dataclass(frozen=True, slots=True)
class Picture:
    """A picture as it is shown, JPEG: large and small, and its size in pixels."""

    width: int
    height: int
    large: bytes
    small: bytes


@dataclass(frozen=True, slots=True)
class Sought:
    """Which entries are wanted: empty is any; ``found`` the keys a search gave, None where nothing was sought."""

    job_id: str
    work_id: str = ""
    kind: str = ""
    role: str = ""
    device: str = ""
    found: Sequence[str] | None = None


def add_entry(db: sqlite3.Connection, entry: Entry, picture: Picture | None = None) -> int:
    """Add an entry, with its picture where it has one. Its number.

    Raises:
        JobNotFound, WorkNotFound: no such job, or no such work.
        EntryNotFound: what it corrects is no entry of its job.
    """
    get_job(db, entry.job_id)
    if entry.work_id is not None and get_work(db, entry.work_id).job_id != entry.job_id:
        raise EntryNotFound(entry.work_id)
    if (
        entry.corrects is not None
        and db.execute(HERE, {"id": entry.corrects, "job_id": entry.job_id}).fetchone() is None
    ):
        raise EntryNotFound(entry.corrects)
    values = {
        "job_id": entry.job_id, "work_id": entry.work_id, "kind": entry.kind, "about": json.dumps(entry.about),
        "note": entry.note, "role": entry.role, "device": entry.device, "corrects": entry.corrects, "at": now(),
    }  # fmt: skip
    number = db.execute(INSERT, values).lastrowid
    assert number is not None
    if picture is not None:
        db.execute(INSERT_PICTURE, {
            "entry_id": number, "width": picture.width, "height": picture.height, "large": picture.large,
            "small": picture.small,
        })  # fmt: skip
    return number


def log_of(db: sqlite3.Connection, sought: Sought, most: int) -> tuple[list[Entry | Change], int]:
    """The newest lines of a job's logbook that are wanted, newest first, and how many there are in all.

    Raises:
        JobNotFound: no such job.
    """
    get_job(db, sought.job_id)
    values = {
        "job_id": sought.job_id, "work_id": sought.work_id, "kind": sought.kind, "role": sought.role,
        "device": sought.device, "found": "" if sought.found is None else json.dumps(list(sought.found)), "most": most,
    }  # fmt: skip
    rows = db.execute(SOUGHT, values).fetchall()
    count: int = db.execute(COUNT, values).fetchone()[0]
    return [line_at(db, row["what"], row["number"]) for row in rows], count


def line_at(db: sqlite3.Connection, what: str, number: int) -> Entry | Change:
    """A line of the logbook by what it is and its number. Raises EntryNotFound."""
    row = db.execute(ENTRY if what == "entry" else CHANGE, {"number": number}).fetchone()
    if row is None:
        raise EntryNotFound(number)
    if what == "entry":
        return Entry(
            row["job_id"], row["kind"], row["work_id"], json.loads(row["about"]), row["note"], row["role"],
            row["device"], row["corrects"], row["id"], row["at"], row["corrected"],
            None if row["width"] is None else (row["width"], row["height"]),
        )  # fmt: skip
    before = json.loads(row["before"]) if row["before"] else None
    step = Revision(row["number"], row["state"], row["made_at"], json.loads(row["document"]), before)
    return Change(row["work_id"], row["made_at"], step)


def who_wrote(db: sqlite3.Connection, job_id: str) -> tuple[list[str], list[str]]:
    """The crew's roles and the devices that a job's entries name, each in order."""
    rows = db.execute(WHO, {"job_id": job_id}).fetchall()
    return sorted({row["role"] for row in rows} - {""}), sorted({row["device"] for row in rows} - {""})


def picture_of(db: sqlite3.Connection, entry_id: int) -> Picture:
    """An entry's picture. Raises EntryNotFound."""
    row = db.execute(PICTURE, {"entry_id": entry_id}).fetchone()
    if row is None:
        raise EntryNotFound(entry_id)
    return Picture(**dict(row))
