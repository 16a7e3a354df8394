"""Boards on hand as a table: lengths with their units, whichever way they are written."""

import csv
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ...core.supply import Sighted
from ...core.tape import Units
from ...core.terms import Count, Length, Message, message
from ..input.typed import typed_length
from ..problems import Problem, Problems, printable
from .csv_tables import csv_of, read_csv

HEAD = ("thickness", "depth", "length", "count", "price", "sighted", "defects", "note")
NEEDED = ("thickness", "depth", "length")
MOST_BYTES = 1_000_000
MOST_ROWS = 2000
MOST_DEFECTS = 20
SIGHTED: tuple[Sighted, ...] = ("", "straight", "crooked")
"""What was found when a board was sighted along; empty where nobody looked."""


@dataclass(frozen=True, slots=True)
class StockRow:
    """Boards of one kind, mm."""

    thickness: float
    depth: float
    length: float
    count: int
    price: float | None
    note: str
    sighted: Sighted = ""
    defects: tuple[tuple[float, float], ...] = ()


def write_stock(rows: Iterable[StockRow]) -> str:
    """A table of boards; defects are told from a board's better end."""
    return csv_of(
        HEAD,
        (
            (
                _mm(row.thickness), _mm(row.depth), _mm(row.length), row.count, "" if row.price is None else row.price,
                row.sighted, "; ".join(f"{_mm(start)} to {_mm(stop)}" for start, stop in row.defects), row.note,
            )
            for row in rows
        ),
    )  # fmt: skip


def _mm(length: float) -> str:
    return f"{length:.15g} mm"


def read_stock(body: bytes, units: Units) -> tuple[StockRow, ...]:
    """A table read; a bare number takes the units given, the head names its columns in any order.

    Raises:
        Problems: it is no table, names no sizes, or a row cannot be read; each with its row.
    """
    rows = table_of(body)
    head = [one.strip().lower() for one in rows[0]] if rows else []
    missing = [key for key in NEEDED if key not in head]
    if missing:
        raise Problems([Problem("", message("error.table_head", missing=", ".join(missing), known=", ".join(HEAD)))])
    found: list[StockRow] = []
    problems: list[Problem] = []
    for number, row in enumerate(rows[1:], 2):
        cells = dict(zip(head, (one.strip() for one in row), strict=False))
        if not any(cells.values()):
            continue
        try:
            found.append(_row(cells, units, f"row {number}"))
        except Problems as wrong:
            problems += wrong.problems
    if problems:
        raise Problems(problems)
    return tuple(found)


def table_of(body: bytes) -> list[list[str]]:
    """A table's rows.

    Raises:
        Problems: too large, or no text.
    """
    if len(body) > MOST_BYTES:
        raise Problems([Problem("", Message("error.table_large"))])
    try:
        rows = read_csv(body.decode("utf-8-sig"))
    except (UnicodeDecodeError, ValueError, csv.Error):
        raise Problems([Problem("", Message("error.table_text"))]) from None
    if len(rows) > MOST_ROWS:
        raise Problems([Problem("", message("error.table_rows", n=Count(MOST_ROWS)))])
    return rows


def _row(cells: dict[str, str], units: Units, path: str) -> StockRow:
    sizes = []
    for key in NEEDED:
        mm = typed_length(cells.get(key, ""), units, f"{path}, {key}")
        if mm <= 0:
            raise Problems([Problem(f"{path}, {key}", Message("error.zero"))])
        sizes.append(mm)
    pairs = [_ends(one) for one in cells.get("defects", "").split(";") if one.strip()]
    return StockRow(
        sizes[0], sizes[1], sizes[2], _whole(cells.get("count", ""), path), _price(cells.get("price", ""), path),
        cells.get("note", "")[:200], _sighted(cells.get("sighted", ""), path),
        read_defects(pairs, sizes[2], units, f"{path}, defects"),
    )  # fmt: skip


def _ends(text: str) -> tuple[str, str]:
    start, _, stop = text.replace("\u2013", " to ").partition(" to ")
    return start.strip(), stop.strip()


def _sighted(text: str, path: str) -> Sighted:
    for known in SIGHTED:
        if text.lower() == known:
            return known
    raise Problems([Problem(f"{path}, sighted", message("error.table_sighted", found=printable(text)))])


def read_defects(
    pairs: Sequence[tuple[str, str]], length: float, units: Units, path: str
) -> tuple[tuple[float, float], ...]:
    """The defects of a board as they are typed, mm from its better end, each from where to where.

    Raises:
        Problems: more than there can be, no length, or not on the board; each with its number.
    """
    if len(pairs) > MOST_DEFECTS:
        raise Problems([Problem(path, message("error.table_defects", n=Count(MOST_DEFECTS)))])
    found = []
    for n, pair in enumerate(pairs):
        at = f"{path}[{n}]"
        start, stop = sorted(typed_length(text, units, at) for text in pair)
        if start < 0 or stop > length + 1e-3 or start == stop:
            raise Problems([Problem(at, message("problem.defect_outside", length=Length(length)))])
        found.append((start, stop))
    return tuple(found)


def _whole(text: str, path: str) -> int:
    if not text:
        return 1
    if not text.isascii() or not text.isdigit() or not 1 <= int(text[:6]) <= 200 or len(text) > 3:
        raise Problems([Problem(f"{path}, count", message("error.table_count", found=printable(text)))])
    return int(text)


def _price(text: str, path: str) -> float | None:
    if not text:
        return None
    try:
        price = float(text)
    except ValueError:
        price = -1.0
    if not 0 <= price <= 1e6:
        raise Problems([Problem(f"{path}, price", message("error.table_price", found=printable(text)))])
    return price


def readings_table(readings: Sequence[tuple[str, str]]) -> str:
    """A work's typed values as a table: the key and what was typed."""
    return csv_of(("key", "value"), readings)
