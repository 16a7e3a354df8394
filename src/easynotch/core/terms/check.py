"""Checks and the limits they hold values against."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum

from .message import Angle, Count, Least, Length, Message, Most, Value

TOUCHING = 1e-6
"""mm or degrees: a value this near to its limit is at it, and at the limit is allowed."""


class Level(StrEnum):
    """How much a check matters: fine, worth a look, or do not build it like this."""

    OK = "ok"
    LOOK = "look"
    STOP = "stop"


class Bound(StrEnum):
    """Which side of a limit is allowed."""

    AT_MOST = "at_most"
    AT_LEAST = "at_least"


@dataclass(frozen=True, slots=True)
class Limit:
    """A limit of a limit set: mm or degrees, typical, to be confirmed locally.

    ``level`` is what overstepping it means; ``source`` says where such a value comes from.
    """

    id: str
    bound: Bound
    value: Length | Angle | Count
    level: Level
    source: Message

    @property
    def told(self) -> Value:
        """The limit as it is told: a bound is never rounded to what it forbids."""
        if not isinstance(self.value, Length):
            return self.value
        return Most(self.value.mm) if self.bound is Bound.AT_MOST else Least(self.value.mm)

    @property
    def amount(self) -> float:
        """The limit in mm or degrees, or as a plain number."""
        if isinstance(self.value, Count):
            return self.value.number
        return self.value.mm if isinstance(self.value, Length) else self.value.degrees


Limits = Mapping[str, Limit]


@dataclass(frozen=True, slots=True)
class Check:
    """One thing that was looked at. ``message`` says what was found, ``remedy`` what to change."""

    id: str
    level: Level
    message: Message
    value: Value | None = None
    limit: Limit | None = None
    remedy: Message | None = None


def against(limit: Limit, amount: float) -> Level:
    """The level of an amount (mm or degrees, as the limit's) against a limit; at the limit is allowed."""
    over = amount - limit.amount if limit.bound is Bound.AT_MOST else limit.amount - amount
    return limit.level if over > TOUCHING else Level.OK
