"""How somebody works at the bench: tool, hook, school. It changes drawings and words, never a line."""

from dataclasses import dataclass
from enum import StrEnum

from ..tools import IMPERIAL, MarkingTool, Saw, Square

UNIT_RUN = {False: 304.8, True: 250.0}
"""By metric or not: the level run of the unit setting, mm; its double is on every square."""


class Method(StrEnum):
    """How distances are laid off: each on the tape from one hook; stepped along the edge with the square's unit
    setting; or read across the square, its twelfths as feet and inches (its millimetres as centimetres).
    """

    TAPE = "tape"
    STEP_OFF = "step_off"
    TWELFTHS = "twelfths"


class Hook(StrEnum):
    """The end the tape is hooked on."""

    HEAD = "head"
    FOOT = "foot"


class Hold(StrEnum):
    """Whether the square's heel lies towards the user or away."""

    TOWARD = "toward"
    AWAY = "away"


class Cheeks(StrEnum):
    """A compound cut's second line: carried round the edge to the far face, or struck beside the first on the near
    face, parallel to it, and cut without turning the board.
    """

    CARRIED = "carried"
    ONE_FACE = "one_face"


class Handed(StrEnum):
    """Which hand draws: it decides on which side the drawing lies, never a number."""

    RIGHT = "right"
    LEFT = "left"


class Noses(StrEnum):
    """How a cut with cheeks is laid out: from the theoretical centre line, every deduction a step of its own; or by
    ready figures from the sawn nose.
    """

    CENTRE = "centre"
    READY = "ready"


class Deduct(StrEnum):
    """Where half the ridge is taken off a common: from its run, before; or on the board, as a step."""

    RUN = "run"
    BOARD = "board"


@dataclass(frozen=True, slots=True)
class Preferences:
    """How the user works. Preferences change drawings and words, never the lines on the board."""

    method: Method = Method.TAPE
    tool: MarkingTool = MarkingTool.SQUARE
    hook: Hook = Hook.HEAD
    hold: Hold = Hold.TOWARD
    handed: Handed = Handed.RIGHT
    cheeks: Cheeks = Cheeks.CARRIED
    noses: Noses = Noses.CENTRE
    deduct: Deduct = Deduct.RUN
    square: Square = IMPERIAL
    saws: tuple[Saw, ...] = ()
    metric: bool = False
    gauge: float | None = None
    """What is clamped on the tongue for a flight's riser when it is stepped off, mm."""

    @property
    def unit_run(self) -> float:
        """The level run of the unit setting, mm."""
        return UNIT_RUN[self.metric]
