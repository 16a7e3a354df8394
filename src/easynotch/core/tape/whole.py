"""Whole numbers out of quotients: what is whole but for the last bits of a float is whole."""

from math import ceil, floor

WHOLE = 1e-9
"""A quotient this near to a whole number is that whole number."""


def whole_up(quotient: float) -> int:
    """The next whole number up, a quotient within 1e-9 of a whole one being that."""
    return ceil(quotient - WHOLE)


def whole_down(quotient: float) -> int:
    """The next whole number down, a quotient within 1e-9 of a whole one being that."""
    return floor(quotient + WHOLE)


def whole_near(quotient: float) -> int:
    """The nearest whole number, halves up."""
    return whole_down(quotient + 0.5)


def nearest_mark(amount: float, division: float) -> float:
    """An amount to the nearest mark of a division, halves up, as a pencil is held to a tape."""
    return floor(amount / division + 0.5) * division
