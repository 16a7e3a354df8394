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
    def as_value(self) -> Value:
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


def make_check(
    check_id: str,
    level: Level,
    subject: Value | None = None,
    limit: Limit | None = None,
    words: str = "",
    /,
    **values: Value,
) -> Check:
    """Return a check worded by ``check.WORDS.ok``, or by ``check.WORDS.over`` with ``check.WORDS.do``.

    Args:
        check_id: its own id, a piece's name after a point where there is one for each.
        level: how much it matters.
        subject: the value it is about; ``value`` in its words, where those name no other.
        limit: the limit that was held against it, if one was.
        words: by which it is worded; by default the id up to its point.
        values: what fills the words.
    """
    key = words or check_id.split(".", maxsplit=1)[0]
    filled: Mapping[str, Value] = values if subject is None else {"value": subject, **values}
    if level is Level.OK:
        return Check(check_id, level, Message(f"check.{key}.ok", filled), subject, limit)
    remedy = Message(f"check.{key}.do", filled)
    return Check(check_id, level, Message(f"check.{key}.over", filled), subject, limit, remedy)


def against(limit: Limit, amount: float) -> Level:
    """The level of an amount (mm or degrees, as the limit's) against a limit; at the limit is allowed."""
    over = amount - limit.amount if limit.bound is Bound.AT_MOST else limit.amount - amount
    return limit.level if over > TOUCHING else Level.OK
