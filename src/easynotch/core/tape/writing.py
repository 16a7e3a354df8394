"""Writing a length as it is called off a tape: the nearest mark, and how the value stands to it."""

from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from math import ceil, floor

from .reading import Units

MM_PER_INCH = 25.4
FEET_FROM_INCHES = 36
"""Inches from which a length is called in feet and inches: short ones are called in inches alone."""
WHOLE = 1e-9
"""A quotient this near to a whole number is that whole number."""
QUALIFY_FROM = 0.25
"""Of a division: a larger residue is called strong or weak."""


class Style(StrEnum):
    """How lengths are written."""

    FEET_INCHES = "feet_inches"
    DECIMAL_INCHES = "decimal_inches"
    MILLIMETRES = "millimetres"
    METRES = "metres"


MOST_KEPT = 8192
"""Lengths whose mark is kept at hand: one screen says most of its lengths several times."""


@dataclass(frozen=True, slots=True)
class Tape:
    """A tape: how it is written, and its smallest division in mm."""

    style: Style
    division: float

    @classmethod
    def of(cls, units: Units, fine: bool = False) -> "Tape":
        """The usual tape of a job: sixteenths or millimetres, fine work thirty-seconds or half millimetres."""
        if units is Units.IMPERIAL:
            return cls(Style.FEET_INCHES, MM_PER_INCH / (32 if fine else 16))
        return cls(Style.MILLIMETRES, 0.5 if fine else 1.0)

    @property
    def imperial(self) -> bool:
        """Whether it is in feet and inches: then volumes and areas are in feet too."""
        return self.style in (Style.FEET_INCHES, Style.DECIMAL_INCHES)

    @classmethod
    def feet_inches(cls, denominator: int = 16) -> "Tape":
        """Feet, inches and fractions of ``denominator``."""
        return cls(Style.FEET_INCHES, MM_PER_INCH / denominator)


@dataclass(frozen=True, slots=True)
class Nearest:
    """The nearest mark of a tape: its place in mm, its number of divisions, and the residue in divisions.

    ``sense`` is ``strong`` where the value lies a hair over the mark, ``weak`` a hair under, else None.
    """

    mm: float
    divisions: int
    residue: float
    sense: str | None


@lru_cache(maxsize=MOST_KEPT)
def nearest(mm: float, tape: Tape) -> Nearest:
    """The mark of ``tape`` nearest to ``mm``; a value half way goes up."""
    exact = mm / tape.division
    marks = floor(exact + 0.5 + WHOLE)
    residue = exact - marks
    if abs(residue) < WHOLE:
        residue = 0.0
    sense = None if abs(residue) <= QUALIFY_FROM + WHOLE else ("strong" if residue > 0 else "weak")
    return Nearest(marks * tape.division, marks, residue, sense)


def mark_within(mm: float, tape: Tape, *, least: bool) -> int:
    """How many divisions a bound is told by: of a least length the next mark up, of a greatest one the next down."""
    exact = mm / tape.division
    return ceil(exact - WHOLE) if least else floor(exact + WHOLE)


def write(mm: float, tape: Tape, *, feet: bool | None = None) -> str:
    """The nearest mark as text, without its qualifier: ``8′ 8 15/16″``, ``7 1/2″``, ``190 mm``, ``2.252 m``.

    Args:
        mm: the length.
        tape: graduation and style.
        feet: True or False forces feet or inches alone; None calls feet from three feet up.
    """
    return write_marks(nearest(mm, tape).divisions, tape, feet=feet)


@lru_cache(maxsize=MOST_KEPT)
def write_marks(marks: int, tape: Tape, *, feet: bool | None = None) -> str:
    """A whole number of the tape's divisions as text, as ``write`` does."""
    sign = "−" if marks < 0 else ""
    marks = abs(marks)
    if tape.style is Style.FEET_INCHES:
        return sign + _feet_inches(marks, round(MM_PER_INCH / tape.division), feet)
    value = marks * tape.division
    if tape.style is Style.DECIMAL_INCHES:
        return f"{sign}{value / MM_PER_INCH:.3f}".rstrip("0").rstrip(".") + "″"
    if tape.style is Style.METRES:
        return f"{sign}{value / 1000:.4f}".rstrip("0").rstrip(".") + " m"
    return f"{sign}{value:.1f}".removesuffix(".0") + " mm"


def _feet_inches(marks: int, denominator: int, feet: bool | None) -> str:
    inches, part = divmod(marks, denominator)
    numerator, below = part, denominator
    while numerator and numerator % 2 == 0:
        numerator, below = numerator // 2, below // 2
    in_feet = inches >= FEET_FROM_INCHES if feet is None else feet
    whole_feet, inches = divmod(inches, 12) if in_feet else (0, inches)
    pieces = [str(inches)] if inches or in_feet or not numerator else []
    if numerator:
        pieces.append(f"{numerator}/{below}")
    return (f"{whole_feet}′ " if in_feet else "") + " ".join(pieces) + "″"
