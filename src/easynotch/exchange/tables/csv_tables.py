"""Tables as CSV: separated by commas, text first made harmless where a table program would run it as a formula."""

import csv
import re
from collections.abc import Iterable, Sequence
from io import StringIO

_NUMBER = re.compile(r"[-+]?\d+(\.\d+)?")
_FORMULA = ("=", "+", "-", "@", "\t", "\r")
_MARKED = frozenset({*_FORMULA, "'"})
"""What stands behind the mark of text that was made harmless."""


def harmless(text: str) -> str:
    """Text that no table program takes for a formula; numbers stay as they are.

    Text that begins as marked text does is marked itself, so that it comes back as it was.
    """
    marked = text[:1] == "'" and text[1:2] in _MARKED
    if marked or (text.startswith(_FORMULA) and not _NUMBER.fullmatch(text)):
        return f"'{text}"
    return text


def csv_of(head: Sequence[str], rows: Iterable[Sequence[str | float | int]]) -> str:
    """A table."""
    written = StringIO()
    writer = csv.writer(written, lineterminator="\r\n")
    writer.writerow([harmless(one) for one in head])
    for row in rows:
        writer.writerow([harmless(one) if isinstance(one, str) else f"{one:.15g}" for one in row])
    return written.getvalue()


def read_csv(text: str) -> list[list[str]]:
    """A table back: the marks that made text harmless are taken off."""
    rows = csv.reader(StringIO(text))
    return [[one[1:] if one.startswith("'") and one[1:2] in _MARKED else one for one in row] for row in rows]
