"""Marking tools: what to set on the square, and what a setting that is a little off does over a flight."""

from .drift import Drift, drift
from .saw import MitrePair, Reach, Saw, lying, reach, standing
from .square import IMPERIAL, METRIC, Setting, Square, hold, hold_line

__all__ = [
    "IMPERIAL",
    "METRIC",
    "Drift",
    "MitrePair",
    "Reach",
    "Saw",
    "Setting",
    "Square",
    "drift",
    "hold",
    "hold_line",
    "lying",
    "reach",
    "standing",
]
