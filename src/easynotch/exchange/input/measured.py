"""Lengths in a job file: millimetres as a number, or text as people write it."""

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from math import isfinite
from typing import Annotated, Any

from pydantic import PlainSerializer, PlainValidator, WithJsonSchema
from pydantic_core import PydanticCustomError

from ...core.tape import Pitch, TapeError, Units, read_length, read_pitch
from ..problems import printable, quotable

LONGEST = 1e6
"""mm. Nothing this trade measures is a kilometre long; a longer length is a wrong unit."""
THICKEST = 2500.0
"""mm. No board, beam or sheet of this trade is thicker or deeper; a larger one is a wrong unit."""
SHORTEST = 0.1
"""mm. A positive length below this is a wrong unit."""


@dataclass(frozen=True, slots=True)
class Measured:
    """A length that was read: mm, and its text with every unit written out."""

    mm: float
    canonical: str


_units: ContextVar[Units] = ContextVar("units", default=Units.IMPERIAL)


@contextmanager
def reading_in(units: Units) -> Iterator[None]:
    """Within this block, bare numbers in validated lengths are in these units.

    A context variable rather than pydantic's own context, because the web layer validates bodies without one.
    """
    token = _units.set(units)
    try:
        yield
    finally:
        _units.reset(token)


def _read(value: Any) -> Measured:
    units = _units.get()
    if isinstance(value, str):
        try:
            reading = read_length(value, units)
        except TapeError as error:
            values = {key: printable(text) for key, text in error.values.items()}
            raise PydanticCustomError(f"tape.{error.id}", "tape", {**values, "at": error.at}) from None
        return Measured(reading.mm, reading.canonical)
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise PydanticCustomError("not_length", "not a length", {"found": quotable(value)})
    if isinstance(value, float) and not isfinite(value):
        raise PydanticCustomError("not_finite", "not finite")
    if abs(value) > LONGEST:
        raise PydanticCustomError("too_long_length", "too long", {"found": quotable(value)})
    return Measured(float(value), f"{value:.15g} mm")


def _not_negative(value: Any) -> Measured:
    measured = _read(value)
    if measured.mm < 0:
        raise PydanticCustomError("negative", "negative", {"found": quotable(value)})
    if measured.mm > LONGEST:
        raise PydanticCustomError("too_long_length", "too long", {"found": quotable(value)})
    return measured


def _positive(value: Any) -> Measured:
    measured = _not_negative(value)
    if measured.mm == 0:
        raise PydanticCustomError("zero", "zero")
    if measured.mm < SHORTEST:
        raise PydanticCustomError("too_small", "too small", {"found": quotable(value)})
    return measured


def _of_timber(value: Any) -> Measured:
    measured = _positive(value)
    if measured.mm > THICKEST:
        raise PydanticCustomError("too_thick", "too thick", {"found": quotable(value)})
    return measured


def _signed(value: Any) -> Measured:
    measured = _read(value)
    if abs(measured.mm) > LONGEST:
        raise PydanticCustomError("too_long_length", "too long", {"found": quotable(value)})
    return measured


def _schema(least: str | None) -> dict[str, Any]:
    number = {"type": "number", **({least: 0} if least else {"minimum": -LONGEST}), "maximum": LONGEST}
    text = {
        "type": "string",
        "maxLength": 120,
        "description": 'A length as people write it, such as 7 1/2" or 190 mm.',
    }
    return {"anyOf": [number, text]}


_text = PlainSerializer(lambda measured: measured.canonical, return_type=str)
Positive = Annotated[Measured, PlainValidator(_positive), WithJsonSchema(_schema("exclusiveMinimum")), _text]
OfTimber = Annotated[Measured, PlainValidator(_of_timber), WithJsonSchema(_schema("exclusiveMinimum")), _text]
Signed = Annotated[Measured, PlainValidator(_signed), WithJsonSchema(_schema(None)), _text]
NotNegative = Annotated[Measured, PlainValidator(_not_negative), WithJsonSchema(_schema("minimum")), _text]


@dataclass(frozen=True, slots=True)
class Pitched:
    """A pitch that was read, and its text as it was written."""

    pitch: Pitch
    text: str


def _pitch(value: Any) -> Pitched:
    if isinstance(value, Pitched):
        return value
    if not isinstance(value, str):
        raise PydanticCustomError("not_pitch", "not a pitch", {"found": quotable(value)})
    try:
        return Pitched(read_pitch(value), value.strip())
    except TapeError as error:
        values = {key: printable(text) for key, text in error.values.items()}
        raise PydanticCustomError(f"tape.{error.id}", "tape", {**values, "at": error.at}) from None


PitchText = Annotated[
    Pitched,
    PlainValidator(_pitch),
    WithJsonSchema({"type": "string", "maxLength": 40, "description": "A pitch: 7/12, 35°, 35 deg, 1:1.5 or 58%."}),
    PlainSerializer(lambda pitched: pitched.text, return_type=str),
]


def fraction_of(value: float | str) -> float | None:
    """A number from 0 to 1, or text such as 1/3; None where it is neither."""
    found: float | None = None if isinstance(value, bool | str) else value
    if isinstance(value, str):
        numerator, slash, denominator = value.partition("/")
        try:
            found = float(numerator) / float(denominator) if slash else float(value)
        except (ValueError, ZeroDivisionError):
            found = None
    return found if found is not None and isfinite(found) and 0 < found <= 1 else None


def _kept_fraction(value: Any) -> Any:
    if not isinstance(value, int | float | str) or fraction_of(value) is None:
        raise PydanticCustomError("not_fraction", "not a fraction", {"found": quotable(value)})
    return value


Fraction = Annotated[
    float | str,
    PlainValidator(_kept_fraction),
    WithJsonSchema(
        {"anyOf": [{"type": "number", "exclusiveMinimum": 0, "maximum": 1}, {"type": "string", "maxLength": 20}]}
    ),
]
