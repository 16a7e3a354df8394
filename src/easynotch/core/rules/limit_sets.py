"""Limit sets, read from the TOML files beside this module. Every value is typical, to be confirmed locally."""

import tomllib
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from importlib.resources import files

from ..tape import Units, read_length, read_pitch
from ..terms import Angle, Bound, Length, Level, Limit, Limits


class LimitSetId(StrEnum):
    """The limit sets that ship; each is a TOML file of that name."""

    NORTH_AMERICAN_DWELLING = "north_american_dwelling"
    NORTH_AMERICAN_DECK = "north_american_deck"
    BRITISH_DWELLING = "british_dwelling"
    AUSTRALIAN_DWELLING = "australian_dwelling"


@dataclass(frozen=True, slots=True)
class LimitSet:
    """A set of limits by id, with the catalogue ids of its name and of its plea to confirm it."""

    id: LimitSetId
    name: str
    confirm: str
    limits: Limits


def usual_limit_set(units: Units) -> LimitSetId:
    """The set a job starts with, by its units."""
    return LimitSetId.NORTH_AMERICAN_DWELLING if units is Units.IMPERIAL else LimitSetId.BRITISH_DWELLING


@cache
def limit_set(set_id: LimitSetId) -> LimitSet:
    """Load a limit set. Lengths and angles in the file are written with their unit."""
    text = (files(__package__) / "limits" / f"{set_id}.toml").read_text("utf-8")
    data = tomllib.loads(text)
    limits = {
        name: Limit(
            id=name,
            bound=Bound(row["bound"]),
            value=_value(row["value"]),
            level=Level(row["level"]),
            source=row["source"],
        )
        for name, row in data["limits"].items()
    }
    return LimitSet(set_id, data["name"], data["confirm"], limits)


def _value(text: str) -> Length | Angle:
    if text.endswith("°"):
        return Angle(read_pitch(text).degrees)
    return Length(read_length(text, Units.METRIC).mm)
