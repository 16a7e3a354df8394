"""Marking tools: what to set on the square, and what a setting that is a little off does over a flight."""

from .drift import Drift, drift
from .holds import MarkingTool
from .saw import MitrePair, Reach, Saw, lying, reach, standing
from .square import IMPERIAL, METRIC, Square, square_outline

__all__ = [
    "IMPERIAL",
    "METRIC",
    "Drift",
    "MarkingTool",
    "MitrePair",
    "Reach",
    "Saw",
    "Square",
    "drift",
    "lying",
    "reach",
    "square_outline",
    "standing",
]
