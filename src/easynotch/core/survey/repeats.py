"""Repeated readings of one length: their mean, how far they lie apart, and what each is off it."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Repeats:
    """Repeats of a reading, mm: the mean, from the least to the greatest, and each one less the mean."""

    mean: float
    spread: float
    off: tuple[float, ...]


def repeats_of(values: Sequence[float]) -> Repeats:
    """What repeated readings come to.

    Raises:
        ValueError: none at all.
    """
    if not values:
        raise ValueError("no reading")
    mean = sum(values) / len(values)
    return Repeats(mean, max(values) - min(values), tuple(value - mean for value in values))
