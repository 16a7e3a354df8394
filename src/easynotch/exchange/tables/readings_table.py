"""What was typed of a work as a table of keys and values, and such a table taken in.

Readings go row by row, each under its number from 1: ``survey.readings[6].value``, ``readings[plan.width][2].with``.
"""

import json
import re
from collections.abc import Iterator
from typing import Any

from ...core.tape import Units
from ...core.terms import message
from ..changes import flat
from ..problems import Problem, Problems, printable
from ..reading import read_draft
from .csv_tables import csv_of
from .stock_table import table_of

HEAD = ("key", "value")
PART = re.compile(r"\[([^\]]+)\]|([^.\[\]]+)")
"""Of a key: in brackets, where a name has dots or is a row's number, or between dots."""
CORNER = re.compile(r"survey\.readings\[\d+\]\.(from|to)(\.side)?")
"""Where a number is a corner's or a side's."""
NUMBERS = ("error.not_number", "error.not_whole")


def write_readings(document: dict[str, Any], units: Units) -> str:
    """A work's values by their keys, every length with its unit; lists and switches as JSON writes them."""
    document = read_draft(document, units)
    rows = ((key, _written(value)) for key, value in _flat(document))
    return csv_of(HEAD, rows)


def _flat(document: dict[str, Any]) -> Iterator[tuple[str, Any]]:
    """A document's leaves by their keys, readings row by row."""
    kept = document.get("readings", {})
    for key, value in flat({name: value for name, value in document.items() if name != "readings"}).items():
        if key == "survey.readings":
            yield from _numbered(key, value)
        else:
            yield key, value
    for key, rows in kept.items():
        yield from _numbered(f"readings[{key}]", rows)


def _numbered(key: str, rows: list[dict[str, Any]]) -> Iterator[tuple[str, Any]]:
    for number, row in enumerate(rows, 1):
        for name, value in flat(row).items():
            yield f"{key}[{number}].{name}", value


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
        key = row[0].strip()
        value = int(row[1]) if CORNER.fullmatch(key) and row[1].strip().isdigit() else _value(row[1])
        _set(changed, key, value, f"row {number}")
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
    parts = [bracketed or plain for bracketed, plain in PART.findall(path)]
    inner: Any = document
    if not parts:
        raise Problems([Problem(at, message("error.table_key", found=printable(path)[:80]))])
    for key, following in zip(parts, [*parts[1:], None], strict=True):
        below = value if following is None else _below(inner, key, following)
        if isinstance(inner, list) and key.isdigit() and 0 < int(key) <= len(inner) + 1:
            inner[int(key) - 1 :] = [below, *inner[int(key) :]]
        elif isinstance(inner, dict):
            inner[key] = below
        else:
            raise Problems([Problem(at, message("error.table_key", found=printable(path)[:80]))])
        inner = below


def _below(inner: Any, key: str, following: str) -> Any:
    """What lies under a key: what is there, or a new list where a row's number follows, else a new object."""
    there = inner.get(key) if isinstance(inner, dict) else None
    if isinstance(inner, list) and key.isdigit() and 0 < int(key) <= len(inner):
        there = inner[int(key) - 1]
    return there if there is not None else [] if following.isdigit() else {}
