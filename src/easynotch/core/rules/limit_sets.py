"""Limit sets, read from the TOML files beside this module. Every value is typical, to be confirmed locally."""

import re
import tomllib
from collections.abc import Mapping
from dataclasses import dataclass, replace
from enum import StrEnum
from functools import cache
from importlib.resources import files

from ..tape import Units, read_length, read_pitch
from ..terms import Angle, Bound, Count, Length, Level, Limit, Limits, Message


class LimitSetId(StrEnum):
    """The limit sets that ship; each is a TOML file of that name."""

    NORTH_AMERICAN_DWELLING = "north_american_dwelling"
    NORTH_AMERICAN_DECK = "north_american_deck"
    BRITISH_DWELLING = "british_dwelling"
    AUSTRALIAN_DWELLING = "australian_dwelling"


@dataclass(frozen=True, slots=True)
class LimitSet:
    """A set of limits with its name and its plea to confirm it. ``id`` is the shipped set it is or starts from;
    ``changed`` names the limits whose value is not that set's.
    """

    id: LimitSetId
    name: Message
    confirm: Message
    limits: Limits
    changed: tuple[str, ...] = ()


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
            source=Message(row["source"]),
        )
        for name, row in data["limits"].items()
    }
    return LimitSet(set_id, Message(data["name"]), Message(data["confirm"]), limits)


def _value(text: str) -> Length | Angle | Count:
    share = re.fullmatch(r"(\d+)/(\d+)", text)
    if share:
        return Count(int(share[1]) / int(share[2]))
    if text.isdigit():
        return Count(int(text))
    if text.endswith("°"):
        return Angle(read_pitch(text).degrees)
    return Length(read_length(text, Units.METRIC).mm)


@dataclass(frozen=True, slots=True)
class LimitChange:
    """Another value for a limit, and the written reason for it."""

    value: Length | Angle | Count
    reason: str


def changed(base: LimitSet, changes: Mapping[str, LimitChange], source: str, name: Message | None = None) -> LimitSet:
    """A limit set with some of its values replaced.

    Args:
        base: what it starts from.
        changes: the new values by limit id, each of the kind (length or angle) it replaces.
        source: the catalogue id of the sentence that says where they come from; it is given the ``reason``.
        name: what the set is called now, if not as before.
    """
    limits = dict(base.limits)
    for limit_id, change in changes.items():
        limits[limit_id] = replace(
            limits[limit_id], value=change.value, source=Message(source, {"reason": change.reason})
        )
    differing = tuple(dict.fromkeys((*base.changed, *changes)))
    return LimitSet(base.id, name or base.name, base.confirm, limits, differing)
