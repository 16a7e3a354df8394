"""Counts that follow from a roof's numbers, bounded before anything is made of them."""

from itertools import pairwise
from math import hypot

from ...terms import Count, Length, message
from .roof import Roof, RoofError

MOST_ALONG = 400
"""Rafters along one eave."""


def refuse_too_many(roof: Roof) -> None:
    """Refuse rafters that would stand in each other, or more of them than any roof has.

    Raises:
        RoofError: at the spacing.
    """
    thick = roof.rafter.thickness
    if roof.spacing <= thick:
        values = {"spacing": Length(roof.spacing), "thickness": Length(thick)}
        raise RoofError("rafter.spacing", message("error.roof_spacing_thick", **values))
    if roof.spacing * MOST_ALONG < _longest(roof):
        raise RoofError("rafter.spacing", message("error.roof_too_many", most=Count(MOST_ALONG)))


def _longest(roof: Roof) -> float:
    corners = roof.plan.corners
    sides = [hypot(c - a, d - b) for (a, b), (c, d) in pairwise([*corners, *corners[:1]])]
    wings = [size for wing in roof.plan.wings for size in (wing.width, wing.out)]
    return max([roof.plan.length, roof.plan.width, *sides, *wings])
