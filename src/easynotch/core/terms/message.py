"""Messages: an id and the values that fill it. The words come later, in the user's dialect and tape."""

from collections.abc import Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class Length:
    """A length in mm, to be written on the user's tape."""

    mm: float


@dataclass(frozen=True, slots=True)
class Angle:
    """An angle in degrees."""

    degrees: float


@dataclass(frozen=True, slots=True)
class Count:
    """How many; may be a fraction where a quotient is shown."""

    number: float


@dataclass(frozen=True, slots=True)
class Volume:
    """A volume in litres."""

    litres: float


@dataclass(frozen=True, slots=True)
class Least(Length):
    """A length that something must have at least: the mark it is told by is never below it."""


@dataclass(frozen=True, slots=True)
class Most(Length):
    """A length that something may have at most: the mark it is told by is never above it."""


@dataclass(frozen=True, slots=True)
class Share:
    """A part of a whole, 0 to 1."""

    number: float


@dataclass(frozen=True, slots=True)
class Named:
    """A piece of a roof, or with a place behind a point one of its joints, by its id: spoken of by its name."""

    id: str


@dataclass(frozen=True, slots=True)
class Listed:
    """Several things, each a message of its own: told one after the other."""

    items: "tuple[Message, ...]"


Value = Length | Angle | Count | Volume | Share | Named | Listed | str


def number_of(value: Value) -> float:
    """What a figure comes to in its own unit: mm, degrees, litres or a plain number.

    Raises:
        TypeError: for words.
    """
    match value:
        case Length(mm):
            return mm
        case Angle(number) | Count(number) | Volume(number) | Share(number):
            return number
    raise TypeError(value)


@dataclass(frozen=True, slots=True)
class Message:
    """A sentence still to be worded: its id in the catalogue, and what fills it."""

    id: str
    values: Mapping[str, Value] = field(default_factory=dict)


def message(message_id: str, /, **values: Value) -> Message:
    """Shorthand for a message with its values as keywords."""
    return Message(message_id, values)
