"""From a member's marks to what is done at the bench, in order; and an apprentice who follows it literally."""

from .apprentice import Blank, Drawn, follow, left_of
from .drawn import Down, DrawnLine, Edge, Gauged, Tick, drawn_lines
from .steps import (
    Handed,
    Hold,
    Hook,
    Method,
    Preferences,
    Step,
    StepKind,
    SteppedOff,
    bound_of_step,
    hooked_length,
    steps_of,
)
from .stops import OVER_SUPPORTS, Stop, StopKind, stops_of

__all__ = [
    "OVER_SUPPORTS",
    "Blank",
    "Down",
    "Drawn",
    "DrawnLine",
    "Edge",
    "Gauged",
    "Handed",
    "Hold",
    "Hook",
    "Method",
    "Preferences",
    "Step",
    "StepKind",
    "SteppedOff",
    "Stop",
    "StopKind",
    "Tick",
    "bound_of_step",
    "drawn_lines",
    "follow",
    "hooked_length",
    "left_of",
    "steps_of",
    "stops_of",
]
