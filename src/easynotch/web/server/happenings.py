"""What happens is noted in the logbook with the change that it is; and what a line of the logbook says."""

import sqlite3
from collections.abc import Callable, Mapping
from typing import Any

from flask import g

from ...core.rules import Dialect, Words
from ...core.tape import Tape, Units
from ...core.terms import Count, Length, Listed, Message, Named, Value
from ...exchange import called, differences, label
from ...store import Revision, get_job, get_work, list_devices
from ...store.log import Change, Entry, Kind, add_entry

READ: dict[str, Callable[[Any], Value]] = {
    "mm": Length, "n": Count, "piece": Named, "ids": lambda ids: Listed(tuple(map(Message, ids))),
}  # fmt: skip
"""Values of sentences by how they are kept."""


def note_happening(db: sqlite3.Connection, work_id: str, kind: Kind, message: Message) -> None:
    """Note what happened to a work, in the same transaction. Raises WorkNotFound."""
    note_in_job(db, get_work(db, work_id).job_id, kind, message, work_id)


def note_in_job(db: sqlite3.Connection, job_id: str, kind: Kind, message: Message, work_id: str | None = None) -> None:
    """Note what happened in a job, in the same transaction. Raises JobNotFound."""
    about = {"key": message.id, "values": {name: _kept(value) for name, value in message.values.items()}}
    add_entry(db, Entry(job_id, kind, work_id, about, device=device_name(db)))


def device_name(db: sqlite3.Connection) -> str:
    """The name of the device that asks; empty for this machine itself."""
    device = g.get("device")
    return next((one.name for one in list_devices(db) if one.id == device), "") if device else ""


def said_line(line: Entry | Change, words: Words) -> str:
    """What a line says: what a machine noted, then what a person wrote."""
    if isinstance(line, Change):
        return said_step(line.step, words)
    parts = [words.say(_read(line.about))] if line.about else []
    return " ".join([*parts, line.note]).strip()


def said_step(step: Revision, words: Words) -> str:
    """What a saved document changed: key by key, before and after."""
    if step.before is None:
        return words.say(Message("history.made"))
    key = "change" if step.state == step.number else "undone"
    return "; ".join(
        words.say(
            Message(
                f"history.{key}",
                {
                    "field": label(difference.path, words),
                    "before": called(difference.before, words),
                    "after": called(difference.after, words),
                },
            )
        )
        for difference in differences(step.before, step.document)
    )


def sought_text(db: sqlite3.Connection, job_id: str, line: Entry | Change) -> str:
    """What a line is found by: what it says in every dialect, and who wrote it."""
    tape = Tape.of(Units(get_job(db, job_id).units), fine=False)
    said = dict.fromkeys(said_line(line, Words(dialect, tape)) for dialect in Dialect)
    who = [line.role, line.device] if isinstance(line, Entry) else []
    return " ".join([*said, *who])


def _kept(value: Value) -> Any:
    """A value of a sentence as it is kept: a length by its mm, a count by its number, a piece and
    sentences by their ids, words as words."""
    if isinstance(value, Length):
        return {"mm": value.mm}
    if isinstance(value, Named):
        return {"piece": value.id}
    if isinstance(value, Listed):
        return {"ids": [one.id for one in value.items]}
    return {"n": value.number} if isinstance(value, Count) else str(value)


def _read(about: Mapping[str, Any]) -> Message:
    values: dict[str, Any] = {}
    for name, value in about["values"].items():
        if not isinstance(value, dict):
            values[name] = value
        else:
            ((kind, held),) = value.items()
            values[name] = READ[kind](held)
    return Message(about["key"], values)
