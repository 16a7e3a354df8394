"""The readings kept of a work's values: each beside their mean, and which one is used."""

from dataclasses import dataclass
from typing import Any

from pydantic import BaseModel

from ...core.rules import Words
from ...core.survey import repeats_of
from ...exchange import label
from ...exchange.input.kept_input import KeptReading
from ...exchange.input.measured import Measured
from .lengths import format_length
from .models import Shown

ONE = 1e-6
"""mm: values nearer than this are one."""


@dataclass(frozen=True, slots=True, kw_only=True)
class KeptReadingView:
    """A reading: what was measured, as it is typed into the field, how far it is off the mean of several and may be
    off, from what to what it was read, whether it is the one used and why.
    """

    value: Shown
    typed: str
    off: Shown | None
    tool: str
    within: Shown | None
    between: str
    by: str
    at: str
    note: str
    why: str
    used: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class ValueReadingsView:
    """The readings of one value: its key, what it is called, the mean and how far they lie apart."""

    path: str
    name: str
    rows: list[KeptReadingView]
    mean: Shown
    mean_typed: str
    mean_used: bool
    spread: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class MeasuredKeyView:
    """A value that can be read: its key, and what it is called."""

    path: str
    name: str


def kept_of(given: Any, words: Words) -> list[ValueReadingsView]:
    """Every value readings are kept of, in the order they were."""
    lengths = dict(_lengths(given))
    return [_kept(path, rows, lengths.get(path), words) for path, rows in given.readings.items()]


def keys_of(given: Any, words: Words) -> list[MeasuredKeyView]:
    """The lengths of a work that have a name and can be read again."""
    return [
        MeasuredKeyView(path=path, name=name) for path, _ in _lengths(given) if (name := label(path, words)) != path
    ]


def _kept(path: str, rows: tuple[KeptReading, ...], used: float | None, words: Words) -> ValueReadingsView:
    repeats = repeats_of([row.read for row in rows])
    return ValueReadingsView(
        path=path, name=label(path, words),
        rows=[
            KeptReadingView(
                value=format_length(row.read, words), typed=_typed(row.read),
                off=format_length(off, words) if len(rows) > 1 else None,
                tool=row.tool, by=row.by, at=row.at,
                within=format_length(row.tolerance.mm, words) if row.tolerance else None,
                between=" – ".join(end for end in (row.start, row.end) if end), note=row.note, why=row.why,
                used=used is not None and abs(row.read - used) < ONE,
            )
            for row, off in zip(rows, repeats.off, strict=True)
        ],
        mean=format_length(repeats.mean, words), mean_typed=_typed(repeats.mean),
        mean_used=used is not None and abs(repeats.mean - used) < ONE, spread=format_length(repeats.spread, words),
    )  # fmt: skip


def _typed(mm: float) -> str:
    """A length as it is written into a field, exact in any units."""
    return f"{mm!r} mm"


def _lengths(model: BaseModel, prefix: str = "") -> list[tuple[str, float]]:
    """Every length of a work by its key."""
    found: list[tuple[str, float]] = []
    for key, value in model:
        if isinstance(value, Measured):
            found.append((prefix + key, value.mm))
        elif isinstance(value, BaseModel):
            found += _lengths(value, f"{prefix}{key}.")
    return found
