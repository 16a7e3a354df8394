"""True fractions on paper: figures over and under a fraction bar, set smaller."""

import re
from dataclasses import dataclass

_FRACTION = re.compile(r"(?<![\d/])(\d{1,2})[/⁄](\d{1,2})(?![\d/])")
_ABSENT = str.maketrans({"\u2009": " ", "→": "–", "✓": "", "△": "", "✕": ""})
"""What the shipped fonts lack."""


@dataclass(frozen=True, slots=True)
class Piece:
    """A run of text; ``place`` is ``over`` or ``under`` a fraction bar, or nothing."""

    text: str
    place: str = ""


def pieces(text: str) -> list[Piece]:
    """A line of text in runs."""
    found: list[Piece] = []
    at = 0
    plain = "".join(one if one.isprintable() else " " for one in text.translate(_ABSENT))
    for match in _FRACTION.finditer(plain):
        if match.start() > at:
            found.append(Piece(plain[at : match.start()]))
        found += [Piece(match[1], "over"), Piece("⁄"), Piece(match[2], "under")]
        at = match.end()
    if at < len(plain):
        found.append(Piece(plain[at:]))
    # A whole number stands close to its fraction: the space between them goes.
    for k in range(len(found) - 1):
        text = found[k].text
        if found[k + 1].place == "over" and text.endswith(" ") and text[-2:-1].isdigit():
            found[k] = Piece(text[:-1])
    return found
