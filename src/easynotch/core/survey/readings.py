"""Readings: what was read, from where to where, and how far such a reading can be off."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class AtSide:
    """A place on a wall: which side of the outline from 0, and how far along it from its start, mm."""

    side: int
    along: float


Place = int | AtSide
"""A corner by its number from 0, or a place on a side."""


@dataclass(frozen=True, slots=True)
class Distance:
    """A length between two corners: a side, a diagonal or a tie; ``number`` is its place among all readings."""

    number: int
    start: int
    end: int
    value: float
    tolerance: float


@dataclass(frozen=True, slots=True)
class Level:
    """How high a plate's top stands at a place, or with ``end`` how much higher than there."""

    number: int
    start: Place
    end: Place | None
    value: float
    tolerance: float


@dataclass(frozen=True, slots=True)
class Offset:
    """How far outside the string between a side's corners its wall stands at a place; inside where it is negative."""

    number: int
    at: AtSide
    value: float
    tolerance: float


def true_reading(value: float, started_at: float) -> float:
    """What was measured: a tape that began at a figure of its own reads that much too much."""
    return value - started_at
