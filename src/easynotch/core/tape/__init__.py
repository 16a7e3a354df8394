"""Lengths and pitches as people write and read them; the only place where anything is rounded."""

from .errors import TapeError
from .pitch import Pitch, read_pitch
from .reading import Reading, Units, read_length
from .whole import WHOLE, nearest_mark, whole_down, whole_near, whole_up
from .writing import Nearest, Style, Tape, mark_within, nearest, write, write_marks

__all__ = [
    "WHOLE",
    "Nearest",
    "Pitch",
    "Reading",
    "Style",
    "Tape",
    "TapeError",
    "Units",
    "mark_within",
    "nearest",
    "nearest_mark",
    "read_length",
    "read_pitch",
    "whole_down",
    "whole_near",
    "whole_up",
    "write",
    "write_marks",
]
