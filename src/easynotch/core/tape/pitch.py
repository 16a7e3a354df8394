"""Roof pitches and stair slopes in the five forms people write them: 7/12, 35°, 35 deg, 1:1.5, 58%."""

import re
from dataclasses import dataclass
from math import atan, degrees, isclose, radians, tan

from .errors import TapeError

_NUMBER = r"(\d+(?:\.\d+)?|\.\d+)"
STEEPEST = 57.0
"""Rise over run: 89°."""
_IN_TWELVE = re.compile(rf"{_NUMBER}\s*(?:/|⁄|in)\s*{_NUMBER}")
_DEGREES = re.compile(rf"{_NUMBER}\s*(?:°|degrees|degree|deg\.?)", re.IGNORECASE)
_RATIO = re.compile(rf"{_NUMBER}\s*:\s*{_NUMBER}")
_PERCENT = re.compile(rf"{_NUMBER}\s*%")


@dataclass(frozen=True, slots=True)
class Pitch:
    """A slope as rise over run."""

    slope: float

    @property
    def degrees(self) -> float:
        """The angle from level."""
        return degrees(atan(self.slope))

    def write(self, form: str) -> str:
        """As text in one of the forms ``in_twelve``, ``degrees``, ``ratio`` or ``percent``, to 15 digits."""
        if form == "in_twelve":
            return f"{self.slope * 12:.15g}/12"
        if form == "ratio":
            return f"1:{1 / self.slope:.15g}"
        return f"{self.slope * 100:.15g}%" if form == "percent" else f"{self.degrees:.15g}°"


def _within(slope: float, text: str) -> Pitch:
    if not slope <= STEEPEST:
        raise TapeError("pitch_too_steep", text=text[:40])
    return Pitch(slope)


def read_pitch(text: str) -> Pitch:
    """Read a pitch; rise comes first in ``7/12`` and ``1:1.5``.

    Raises:
        TapeError: text that is none of the five forms, a run of zero, or steeper than anything is framed.
    """
    plain = text.strip()
    if len(plain) > 40:
        raise TapeError("pitch_unknown", text=plain[:40])
    if match := _IN_TWELVE.fullmatch(plain) or _RATIO.fullmatch(plain):
        rise, run = float(match[1]), float(match[2])
        if run == 0:
            raise TapeError("pitch_no_run", text=plain[:40])
        return _within(rise / run, plain)
    if match := _DEGREES.fullmatch(plain):
        angle = float(match[1])
        if angle > 90 or isclose(angle, 90):
            raise TapeError("pitch_too_steep", text=plain[:40])
        return _within(tan(radians(angle)), plain)
    if match := _PERCENT.fullmatch(plain):
        return _within(float(match[1]) / 100, plain)
    raise TapeError("pitch_unknown", text=plain[:40])
