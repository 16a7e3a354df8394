"""Saws: what a cut asks of each, whether it reaches, and what to do where it does not.

A circular saw follows the line on the wide face with its blade tilted. A mitre saw's table turns and its blade leans;
the board lies flat on its wide face, or stands on its edge.
"""

from dataclasses import dataclass
from enum import StrEnum
from math import asin, cos, degrees, radians, sin

from ..solid import Cut

SQUARE = 0.05
"""Degrees: a blade that leans less stands upright."""
MITRE_TURNS = 50.0
"""Degrees: how far a mitre saw's table usually turns to either side."""


class Reach(StrEnum):
    """Whether a saw makes a cut: whole, its tilt too small, or its blade too short."""

    WHOLE = "whole"
    TILT = "tilt"
    DEPTH = "depth"


@dataclass(frozen=True, slots=True)
class Saw:
    """A circular saw of the shop: greatest tilt in degrees, depth of cut upright in mm, which side its blade is on."""

    name: str
    tilt: float
    depth: float
    blade: str


@dataclass(frozen=True, slots=True)
class MitrePair:
    """A mitre saw's two settings for a cut, degrees, and whether the table turns so far."""

    mitre: float
    bevel: float
    turns: bool


def reach(saw: Saw, cut: Cut, thickness: float) -> Reach:
    """Whether a saw makes a cut through a board's thickness.

    Tilted, a blade reaches less deep by the cosine, and has more wood to go through by the same.
    """
    if cut.blade_tilt > saw.tilt + SQUARE:
        return Reach.TILT
    tilt = radians(cut.blade_tilt)
    return Reach.DEPTH if thickness / cos(tilt) > saw.depth * cos(tilt) + 1e-6 else Reach.WHOLE


def lying(cut: Cut) -> MitrePair:
    """The board flat on its wide face: the line's angle on the table, the blade's tilt as the bevel."""
    return MitrePair(cut.line_angle, cut.blade_tilt, cut.line_angle <= MITRE_TURNS)


def standing(cut: Cut) -> MitrePair:
    """The board on its edge: the top edge's angle on the table, the wide face's line as the bevel."""
    line, tilt = radians(cut.line_angle), radians(cut.blade_tilt)
    bevel = degrees(asin(min(1.0, cos(tilt) * sin(line))))
    return MitrePair(cut.top_angle, bevel, cut.top_angle <= MITRE_TURNS)
