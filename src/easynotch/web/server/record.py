"""The site record of a job, from what is kept: measured, decided, checked, and the logbook in the order of time."""

import sqlite3
from base64 import b64encode
from collections.abc import Iterator
from copy import deepcopy
from typing import Any

from ...core.rules import LimitChange, Words
from ...core.tape import Units
from ...core.terms import Count, Level, Message, message
from ...exchange import (
    JobInput,
    LimitsInput,
    Problems,
    called,
    differences,
    label,
    limits_of,
    worked_out,
)
from ...exchange.changes import READINGS
from ...paper.site_record import RecordCheck, RecordLine, RecordWork, SiteRecord
from ...presenting.shared.assumed import assumed_said
from ...presenting.shared.in_words import check_view
from ...presenting.shared.supposed import suppose_missing
from ...store import Job, Work, list_works
from ...store.log import Change, Entry, Sought, log_of, picture_of
from .happenings import said_line
from .requests import settled_job

MOST_LINES = 2000
MOST_PICTURES = 60
"""In a record's page; small ones, a few tens of kilobytes each."""


def record_of(db: sqlite3.Connection, job: Job, words: Words) -> SiteRecord:
    """Return the record of a job, its logbook's newest lines oldest first."""
    works = list_works(db, job.id)
    names = {work.id: str(work.document.get("name", "")) for work in works}
    read = JobInput.model_validate(settled_job(db, job, [])).limits
    found = limits_of(read, Units(job.units))
    changes = _changes(read) if isinstance(read, LimitsInput) else {}
    lines, count = log_of(db, Sought(job.id), MOST_LINES)
    return SiteRecord(
        words.say(message("record.title", job=job.name)),
        words.say(message("record.limits", name=words.say(found.name))),
        tuple(
            words.say(
                message(
                    "record.change", limit=words.say(Message(f"limit.{name}")),
                    value=words.value(found.limits[name].value), reason=change.reason,
                )
            )
            for name, change in changes.items()
        ),
        tuple(_work(db, job, work, words) for work in works),
        tuple(_lines(db, lines, names, words)),
        count - len(lines),
    )  # fmt: skip


def _work(db: sqlite3.Connection, job: Job, work: Work, words: Words) -> RecordWork:
    document = settled_job(db, job, [deepcopy(work.document)])
    name = str(work.document.get("name", ""))
    measured = tuple(_measured(work.document, words))
    if suppose_missing(document):
        return RecordWork(name, measured, (), 0, (), words.say(Message("record.unmeasured")))
    body = JobInput.model_validate(document)
    try:
        worked = worked_out(body, 0, words.tape)
    except Problems as found:
        said = "; ".join(words.say(one.message) for one in found.problems)
        return RecordWork(name, measured, (), 0, (), words.say(message("record.unworked", why=said)))
    told = [check for check in worked.checks if check.level is not Level.OK]
    views = [check_view(check, words) for check in told]
    return RecordWork(
        name, measured, tuple(assumed_said(body.works[0], words)), len(worked.checks) - len(told),
        tuple(RecordCheck(view.level, view.text, view.source or "") for view in views), "",
    )  # fmt: skip


def _measured(document: dict[str, Any], words: Words) -> Iterator[tuple[str, str]]:
    """What was measured and chosen, key by key; of lists, each row's values one after the other, a line for each
    reading that has a value.
    """
    for one in differences({}, document):
        if one.path in ("kind", "name"):
            continue
        if one.path == READINGS and isinstance(one.after, list):
            for number, row in enumerate(one.after, 1):
                if row.get("value"):
                    yield _begun(words.say(message("record.reading", n=Count(number)))), _reading(row, words)
            continue
        rows = one.after if isinstance(one.after, list) else [one.after]
        yield _begun(label(one.path, words)), "; ".join(_said(row, words) for row in rows)


def _reading(row: dict[str, Any], words: Words) -> str:
    """What was read between which places, then all that is known of how."""
    places = "–".join(_said(row[key], words) for key in ("from", "to") if key in row)
    rest = [_said(value, words) for key, value in row.items() if key not in ("kind", "from", "to", "value")]
    return ", ".join([f"{_said(row.get('kind'), words)} {places}: {row['value']}", *rest])


def _said(value: Any, words: Words) -> str:
    if isinstance(value, dict):
        return ", ".join(_said(one, words) for one in value.values())
    if isinstance(value, list):
        return ", ".join(_said(one, words) for one in value)
    return called(value, words)


def _begun(text: str) -> str:
    return text[:1].upper() + text[1:]


def _lines(
    db: sqlite3.Connection, lines: list[Entry | Change], names: dict[str, str], words: Words
) -> Iterator[RecordLine]:
    """Lines oldest first, with the newest pictures."""
    pictured = [one.id for one in lines if isinstance(one, Entry) and one.size is not None][:MOST_PICTURES]
    for line in reversed(lines):
        text, who = said_line(line, words), ""
        address = ""
        if isinstance(line, Entry):
            who = ", ".join(part for part in (line.role, line.device) if part)
            if line.corrects is not None:
                text = f"{words.say(Message('record.correction'))} {text}"
            if line.id in pictured:
                address = "data:image/jpeg;base64," + b64encode(picture_of(db, line.id).small).decode()
        at = f"{line.at[:10]} {line.at[11:16]} UTC"
        parts = [part for part in (names.get(line.work_id or "", ""), who) if part]
        yield RecordLine(at, " · ".join(parts), text, address)


def _changes(limits: LimitsInput) -> dict[str, LimitChange]:
    return limits.changes.changes() | limits.overrides.changes()  # type: ignore[attr-defined,no-any-return]
