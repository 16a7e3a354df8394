"""A curved work as it is asked for: a vault, a cove round a room, or an eyebrow's front. Lengths in mm."""

from dataclasses import dataclass
from enum import StrEnum
from math import asin, degrees, hypot, sqrt

from ...solid import Stock
from ...terms import Message


class CurveError(ValueError):
    """A curve that is none: the key it is about, and the sentence."""

    def __init__(self, path: str, message: Message) -> None:
        super().__init__(f"{path}: {message.id}")
        self.path = path
        self.message = message


class Form(StrEnum):
    """What the ribs make."""

    VAULT = "vault"
    COVE = "cove"
    EYEBROW = "eyebrow"


class Kept(StrEnum):
    """Which side of the cut a rib is: the wood over the arc, hollow below, or the wood under it, round above."""

    HOLLOW = "hollow"
    ROUND = "round"


@dataclass(frozen=True, slots=True)
class Arc:
    """An arc over its chord: how long that is, and how far the arc rises over its middle, half of it at most."""

    chord: float
    rise: float

    @property
    def radius(self) -> float:
        """From the pivot to the arc."""
        return (self.chord**2 / 4 + self.rise**2) / (2 * self.rise)

    @property
    def length(self) -> float:
        """Along the arc."""
        return 2 * self.radius * self._half_turn

    @property
    def sweep(self) -> float:
        """Between the radii to both ends, degrees."""
        return degrees(2 * self._half_turn)

    @property
    def _half_turn(self) -> float:
        # At a half circle the quotient may come out a hair over one.
        return asin(min(1.0, self.chord / (2 * self.radius)))

    def square(self, along: float) -> float:
        """How far the arc lies over a place of the chord, square to it."""
        off = along - self.chord / 2
        return sqrt(max(0.0, self.radius**2 - off**2)) - (self.radius - self.rise)


@dataclass(frozen=True, slots=True)
class CurveSaw:
    """A saw on a trammel: how wide it cuts; of a flat round blade how large it is and how deep it is set."""

    kerf: float
    diameter: float | None = None
    depth: float | None = None


@dataclass(frozen=True, slots=True)
class Lath:
    """Boards bent or laid over the ribs, course beside course."""

    width: float
    thickness: float
    gap: float = 0.0


@dataclass(frozen=True, slots=True)
class Curve:
    """A curved work. ``slope`` is the chord's, rise over run; ribs stand ``spacing`` apart at most along ``length``,
    where one was said; ``corners`` is how many the room has where coves meet, all alike; ``divisions`` into how many
    parts a chord is divided for ordinates.
    """

    form: Form
    arc: Arc
    slope: float
    stock: Stock
    spacing: float
    length: float | None = None
    kept: Kept = Kept.HOLLOW
    corners: int = 0
    divisions: int = 8
    saw: CurveSaw | None = None
    lath: Lath | None = None

    @property
    def cos(self) -> float:
        """Of the chord's slope."""
        return 1 / hypot(1.0, self.slope)

    @property
    def sin(self) -> float:
        """Of the chord's slope."""
        return self.slope / hypot(1.0, self.slope)
