"""What a work was begun with and nobody has measured yet, in words: told wherever somebody marks or cuts by it."""

from dataclasses import dataclass

from pydantic import BaseModel

from ...core.rules import Words
from ...core.terms import Count, Length, Message, Value, message
from ...exchange import FlightInput, RoofInput
from ...exchange.input.measured import Measured, Pitched


@dataclass(frozen=True, slots=True, kw_only=True)
class AssumedView:
    """A key whose value is a usual one (``tread`` stands for all within it), and that value in words."""

    key: str
    text: str


def assumed_of(given: FlightInput | RoofInput, words: Words) -> list[AssumedView]:
    """Everything assumed of a work that it still has."""
    found = []
    for key, assumed in given.assumed:
        value = getattr(given, key) if assumed else None
        if value is not None:
            found.append(AssumedView(key=key, text=words.say(_said(key, value))))
    return found


def assumed_said(given: FlightInput | RoofInput, words: Words) -> list[str]:
    """The one sentence on it for a sheet; none where all was measured."""
    texts = [assumption.text for assumption in assumed_of(given, words)]
    return [words.say(Message("assumed.told", {"all": "; ".join(texts)}))] if texts else []


def _said(key: str, value: object) -> Message:
    """A value's own sentence, filled with the lengths within it."""
    if isinstance(value, Measured):
        return message(f"assumed.{key}" if value.mm > 0 else f"assumed.{key}_none", value=Length(value.mm))
    if isinstance(value, Pitched):
        return Message(f"assumed.{key}", {"value": value.text})
    values: dict[str, Value] = {}
    for field, one in value if isinstance(value, BaseModel) else ():
        if isinstance(one, Measured):
            values[field] = Length(one.mm)
        elif isinstance(one, int) and not isinstance(one, bool):
            values[field] = Count(one)
    return Message(f"assumed.{key}{_kind(values)}", values)


def _kind(values: dict[str, Value]) -> str:
    """Treads are told by their boards or by their going; a roof without a ridge by having none."""
    if not values:
        return "_none"
    return next((f"_{name}" for name in ("boards", "going") if name in values), "")
