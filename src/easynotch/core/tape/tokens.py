"""Cutting a typed length into tokens."""

import re
from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from unicodedata import numeric

from .errors import TapeError


class Kind(StrEnum):
    """What a token is."""

    NUMBER = "number"
    FRACTION = "fraction"
    FEET_INCHES = "feet-inches"
    MIXED = "mixed"
    UNIT = "unit"
    OPERATOR = "operator"


@dataclass(frozen=True, slots=True)
class Token:
    """A piece of the text: its kind, its value or symbol, and where it stands (``start`` to ``end``)."""

    kind: Kind
    text: str
    value: Fraction
    start: int
    end: int


MM_PER: dict[str, Fraction] = {
    "ft": Fraction(3048, 10),
    "in": Fraction(254, 10),
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
}
_UNIT_WORDS = {
    "'": "ft", "′": "ft", "’": "ft", "‘": "ft", "ft": "ft", "feet": "ft", "foot": "ft",
    '"': "in", "″": "in", "”": "in", "“": "in", "''": "in", "′′": "in", "’’": "in", "in": "in", "inch": "in",
    "inches": "in", "mm": "mm", "cm": "cm", "m": "m", "metre": "m", "metres": "m", "meter": "m", "meters": "m",
}  # fmt: skip
_OPERATORS = {
    "+": "+",
    "-": "-",
    "−": "-",
    "–": "-",
    "*": "*",
    "×": "*",
    "x": "*",
    "/": "/",
    "÷": "/",
    "(": "(",
    ")": ")",
}
_VULGAR = "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
_SLASH = "[/⁄]"
_PATTERN = re.compile(
    rf"""
    (?P<space>[\s\u00a0\u2009\u200a\u202f]+)
  | (?P<feet_inches>\d+[-–]\d+[-–]\d+{_SLASH}\d+)
  | (?P<mixed>\d+[-–]\d+{_SLASH}\d+)
  | (?P<fraction>\d+{_SLASH}\d+)
  | (?P<number>\d+\.\d*|\.\d+|\d+)
  | (?P<vulgar>[{_VULGAR}])
  | (?P<unit>''|′′|’’|['"′″’‘”“]|(?:inches|inch|in|feet|foot|ft|metres|metre|meters|meter|mm|cm|m)(?![a-z])\.?)
  | (?P<operator>[-+−–*×x/÷()])
    """,
    re.VERBOSE | re.IGNORECASE | re.ASCII,
)


def _fraction(text: str, at: int) -> Fraction:
    top, bottom = re.split(_SLASH, text)
    if int(bottom) == 0:
        raise TapeError("length_zero_denominator", at=at, found=text)
    return Fraction(int(top), int(bottom))


def _value(kind: str, text: str, at: int) -> Fraction:
    if kind == "number":
        return Fraction(text if not text.endswith(".") else text + "0")
    if kind == "fraction":
        return _fraction(text, at)
    if kind == "vulgar":
        return Fraction(numeric(text)).limit_denominator(16)
    *whole, part = re.split("[-–]", text)
    if kind == "mixed":
        return int(whole[0]) + _fraction(part, at)
    return 12 * int(whole[0]) + int(whole[1]) + _fraction(part, at)


_KINDS = {
    "number": Kind.NUMBER,
    "fraction": Kind.FRACTION,
    "vulgar": Kind.FRACTION,
    "mixed": Kind.MIXED,
    "feet_inches": Kind.FEET_INCHES,
}


def cut(text: str) -> list[Token]:
    """Cut ``text`` into tokens, spaces dropped.

    Raises:
        TapeError: with the place of the first character that belongs to no length.
    """
    tokens: list[Token] = []
    at = 0
    while at < len(text):
        match = _PATTERN.match(text, at)
        if match is None:
            rest = text[at:]
            found = (rest.split(maxsplit=1) or [rest])[0]
            raise TapeError("length_comma" if found[0] == "," else "length_unknown", at=at, text=text, found=found[:20])
        kind, piece = match.lastgroup or "", match.group()
        if kind == "unit":
            tokens.append(Token(Kind.UNIT, _UNIT_WORDS[piece.lower().rstrip(".")], Fraction(0), at, match.end()))
        elif kind == "operator":
            tokens.append(Token(Kind.OPERATOR, _OPERATORS[piece.lower()], Fraction(0), at, match.end()))
        elif kind != "space":
            tokens.append(Token(_KINDS[kind], piece, _value(kind, piece, at), at, match.end()))
        at = match.end()
    return tokens
