"""Curved works: ribs on an arc over a chord, hips of coves by lofting, short ribs against them.

Worked out so far: vaults, coves round corners that are all alike, and the front of an eyebrow; no screen shows them
yet. Source of the method: ``trade.md`` 8.
"""

from .members.ribs import Rib, Station, corner_angle, ribs_of
from .model.curve import Arc, Curve, CurveError, CurveSaw, Form, Kept, Lath
from .report.facts import check_curve, facts_of

__all__ = [
    "Arc",
    "Curve",
    "CurveError",
    "CurveSaw",
    "Form",
    "Kept",
    "Lath",
    "Rib",
    "Station",
    "check_curve",
    "corner_angle",
    "facts_of",
    "ribs_of",
]
