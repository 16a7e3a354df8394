"""Whole numbers out of quotients: what is whole but for the last bits of a float is whole."""

from math import ceil

WHOLE = 1e-9
"""A quotient this near to a whole number is that whole number."""


def whole_up(quotient: float) -> int:
    """The next whole number up, a quotient within 1e-9 of a whole one being that."""
    return ceil(quotient - WHOLE)
