"""From a member's marks to what is done at the bench, in order; and an apprentice who follows it literally."""

from .apprentice import Blank, Drawn, follow, left_of
from .drawn import Down, DrawnLine, Edge, Gauged, Tick, drawn_lines
from .gauge import Clamped, Shifted, clamped
from .jig import jig_of
from .steps import (
    Across,
    Cheeks,
    Handed,
    Hold,
    Hook,
    Method,
    Preferences,
    Step,
    StepKind,
    SteppedOff,
    bound_of_step,
    goes_straight,
    hooked_length,
    steps_of,
)
from .stops import ON_THE_TAPE, OVER_SUPPORTS, Stop, StopKind, stops_of

__all__ = [
    "ON_THE_TAPE",
    "OVER_SUPPORTS",
    "Across",
    "Blank",
    "Cheeks",
    "Clamped",
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
    "Shifted",
    "Step",
    "StepKind",
    "SteppedOff",
    "Stop",
    "StopKind",
    "Tick",
    "bound_of_step",
    "clamped",
    "drawn_lines",
    "follow",
    "goes_straight",
    "hooked_length",
    "jig_of",
    "left_of",
    "steps_of",
    "stops_of",
]
