"""Kinds of tasks, read from ``kinds.toml``: usual times, how many people, what to look out for."""

import tomllib
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any


@dataclass(frozen=True, slots=True)
class Kind:
    """A kind of task: minutes once, and for each piece, saw cut, metre and square metre; how many people it takes at
    least; whether the most experienced does it, whether one stands above the ground for it, and whether it is
    done once its pieces are cut. The catalogue has
    ``task.ID`` for it and ``caution.ID`` for each of its cautions.
    """

    id: str
    start: float = 0.0
    piece: float = 0.0
    cut: float = 0.0
    metre: float = 0.0
    square_metre: float = 0.0
    people: int = 1
    leads: bool = False
    high: bool = False
    cautions: tuple[str, ...] = ()
    at_saw: bool = False


@cache
def kinds() -> Mapping[str, Kind]:
    """Return every kind by its id, in the order of the file."""
    rows: dict[str, dict[str, Any]] = tomllib.loads((files(__package__) / "kinds.toml").read_text("utf-8"))
    return {name: Kind(name, **{**row, "cautions": tuple(row.get("cautions", ()))}) for name, row in rows.items()}
