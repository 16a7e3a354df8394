"""What was typed of a work as a table of keys and values, and such a table taken in."""

import json
from typing import Any

from ...core.tape import Units
from ...core.terms import message
from ..changes import flat
from ..problems import Problem, Problems, printable
from ..reading import read_draft
from .csv_tables import csv_of
from .stock_table import table_of

HEAD = ("key", "value")
NUMBERS = ("error.not_number", "error.not_whole")


def write_readings(document: dict[str, Any], units: Units) -> str:
    """A work's values by their keys, every length with its unit; lists and switches as JSON writes them."""
    document = read_draft(document, units)
    rows = ((key, _written(value)) for key, value in flat(document).items())
    return csv_of(HEAD, rows)


def _written(value: Any) -> str:
    """Text as it is, where it cannot be taken for JSON; else as JSON."""
    return value if isinstance(value, str) and not _like_json(value.strip()) else json.dumps(value)


def read_readings(body: bytes, document: dict[str, Any], units: Units) -> dict[str, Any]:
    """A work's document with a table's values in it; keys the table leaves out stay as they are.

    Raises:
        Problems: no table, a key that is none, a value that is none; nothing is taken over then.
    """
    rows = table_of(body)
    if not rows or [one.strip().lower() for one in rows[0][:2]] != list(HEAD):
        raise Problems([Problem("", message("error.table_head", missing="key, value", known="key, value"))])
    changed: dict[str, Any] = json.loads(json.dumps(document))
    for number, row in enumerate(rows[1:], 2):
        if not any(one.strip() for one in row):
            continue
        if len(row) < 2 or not row[0].strip():
            raise Problems([Problem(f"row {number}", message("error.table_row", found=printable(",".join(row))[:80]))])
        _set(changed, row[0].strip(), _value(row[1]), f"row {number}")
    try:
        return read_draft(changed, units)
    except Problems as found:
        # A count is a number in the file; a length stays text, so that a bare one takes the job's unit.
        counted = [problem.path for problem in found.problems if problem.message.id in NUMBERS]
        if not counted or len(counted) < len(found.problems):
            raise
        for path in counted:
            _set(changed, path, _number(path, changed, found), path)
        return read_draft(changed, units)


def _number(path: str, document: dict[str, Any], found: Problems) -> int | float:
    text = str(flat(document).get(path, ""))
    try:
        return int(text)
    except ValueError:
        try:
            return float(text)
        except ValueError:
            raise found from None


def _value(text: str) -> Any:
    """A list, an object, true, false or nothing where it is written so; else the text."""
    plain = text.strip()
    if _like_json(plain):
        try:
            return json.loads(plain)
        except (ValueError, RecursionError):
            return text
    return text


def _like_json(text: str) -> bool:
    return text.startswith(("[", "{", '"')) or text in ("true", "false", "null")


def _set(document: dict[str, Any], path: str, value: Any, at: str) -> None:
    *parents, last = path.split(".")
    inner = document
    for key in parents:
        below = inner.setdefault(key, {})
        if not isinstance(below, dict):
            raise Problems([Problem(at, message("error.table_key", found=printable(path)[:80]))])
        inner = below
    inner[last] = value
