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


Value = Length | Angle | Count | Volume | str


def number_of(value: Value) -> float:
    """What a figure comes to in its own unit: mm, degrees, litres or a plain number.

    Raises:
        TypeError: for words.
    """
    match value:
        case Length(mm):
            return mm
        case Angle(number) | Count(number) | Volume(number):
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
