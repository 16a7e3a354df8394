"""Lengths as they are called."""

from dataclasses import dataclass

from ...core.rules import Words

Point = tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """A length as it is called: mm, the nearest mark of the tape, and how it stands to it ("strong", "" …)."""

    mm: float
    text: str
    sense: str


def format_length(mm: float, words: Words) -> Shown:
    """Return a length as it is called on the words' tape."""
    text, sense = words.called(mm)
    return Shown(mm=mm, text=text, sense=sense)
