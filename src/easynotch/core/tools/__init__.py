"""Marking tools: what to set on the square, and what a setting that is a little off does over a flight."""

from .drift import Drift, drift
from .holds import Held, Way, hold_angle, other_figures
from .saw import MitrePair, Reach, Saw, lying, reach, standing
from .square import IMPERIAL, METRIC, Setting, Square, hold, hold_line, square_outline

__all__ = [
    "IMPERIAL",
    "METRIC",
    "Drift",
    "Held",
    "MitrePair",
    "Reach",
    "Saw",
    "Setting",
    "Square",
    "Way",
    "drift",
    "hold",
    "hold_angle",
    "hold_line",
    "lying",
    "other_figures",
    "reach",
    "square_outline",
    "standing",
]
