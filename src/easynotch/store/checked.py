"""Rows of a file that was not written here, held against what rows of each table are."""

import json
import sqlite3
from collections.abc import Callable
from typing import Any

Check = Callable[[Any], bool]
MOST_TEXT = 4 * 1024 * 1024
"""Letters of a document, and bytes of a picture."""
MOST_NOTE = 4000


def _parsed(text: Any) -> Any:
    if not isinstance(text, str) or len(text) > MOST_TEXT:
        return None
    try:
        return json.loads(text)
    except (ValueError, RecursionError):
        return None


def _an_object(text: Any) -> bool:
    return isinstance(_parsed(text), dict)


def _a_list(text: Any) -> bool:
    return isinstance(_parsed(text), list)


def _spans(text: Any) -> bool:
    """Whether it is a plan as agreed: from and to, as text, by task."""
    found = _parsed(text)
    return isinstance(found, dict) and all(
        isinstance(span, list) and len(span) == 2 and all(isinstance(one, str) for one in span)
        for span in found.values()
    )


def _a_work(text: Any) -> bool:
    document = _parsed(text)
    return isinstance(document, dict) and document.get("kind") in ("flight", "roof")


def _a_name(text: Any) -> bool:
    return isinstance(text, str) and len(text) <= 1000


def _a_note(text: Any) -> bool:
    return isinstance(text, str) and len(text) <= MOST_NOTE


def _a_jpeg(data: Any) -> bool:
    return isinstance(data, bytes) and data.startswith(b"\xff\xd8") and len(data) <= MOST_TEXT


def _a_number(value: Any) -> bool:
    return isinstance(value, int) and value >= 0


CHECKS: dict[str, dict[str, Check]] = {
    "job": {"name": _a_name, "settings": _an_object, "overrides": _an_object, "revision": _a_number},
    "work": {"revision": _a_number},
    "revision": {"document": _a_work, "number": _a_number, "state": _a_number},
    "shop": {"settings": _an_object, "revision": _a_number},
    "limit_set": {"name": _a_name, "changes": _an_object, "revision": _a_number},
    "rack_board": {"defects": _a_list, "note": _a_name},
    "tick": {"lines": _a_list},
    "log_entry": {"about": _an_object, "note": _a_note},
    "job_plan": {"starts": _a_name, "agreed": _spans},
    "job_task": {"task": _a_name, "held_why": _a_note},
    "log_picture": {"large": _a_jpeg, "small": _a_jpeg},
}
WITHOUT_REVISION = """
SELECT work.id FROM work LEFT JOIN revision ON revision.work_id = work.id AND revision.number = work.revision
LEFT JOIN revision AS state ON state.work_id = work.id AND state.number = revision.state
WHERE state.work_id IS NULL LIMIT 1
"""


def first_wrong_row(db: sqlite3.Connection) -> str:
    """The table, row and column of the first value that is not as such values are; empty where all are.

    Tables are strict, so that each value is of its column's kind already.
    """
    for table, checks in CHECKS.items():
        for row in db.execute(f"SELECT rowid AS at, {', '.join(checks)} FROM {table}"):
            for column, good in checks.items():
                if not good(row[column]):
                    return f"{table} {row['at']}, {column}"
    stray = db.execute(WITHOUT_REVISION).fetchone()
    return f"work {stray['id']}, revision" if stray is not None else ""
