"""Preferences and habits to choose from, read from ``choices.toml``: where hands, squares and schools differ."""

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files


@dataclass(frozen=True, slots=True)
class Choice:
    """One question with its answers; the first is usual. ``used`` tells whether anything heeds it yet.

    The catalogue has ``choice.ID.title``, and for every answer ``choice.ID.ANSWER.name`` and ``.say``: who works
    that way, and what it changes.
    """

    id: str
    group: str
    answers: tuple[str, ...]
    used: bool

    @property
    def usual(self) -> str:
        """The answer that stands where nobody chose."""
        return self.answers[0]


@cache
def choices() -> Mapping[str, Choice]:
    """Every choice by its id, in the order of the file."""
    rows = tomllib.loads((files(__package__) / "choices.toml").read_text("utf-8"))
    return {
        name: Choice(id=name, group=row["group"], answers=tuple(row["choices"]), used=row["used"])
        for name, row in rows.items()
    }
