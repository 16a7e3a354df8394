"""What every site instrument is to the program: a state that is kept, and one press that gives a reading or a fault.

A real one would stand behind the same few calls; these are simulated, with the faults real ones have.
"""

from dataclasses import dataclass
from enum import StrEnum
from random import Random
from typing import Literal, Protocol

from ..core.survey import AtSide, Place
from .true_site import TrueSite


class Kind(StrEnum):
    """The kinds of instrument in the tray."""

    METER = "meter"
    STAFF = "staff"
    ANGLE = "angle"
    TAPE = "tape"


Reference = Literal["back", "front", "tripod"]


@dataclass(frozen=True, slots=True)
class State:
    """How an instrument stands.

    ``battery`` goes from 1 to 0; ``reference`` is the edge it measures from; ``sun`` whether the sun shines on what it
    points at; ``drift`` is in degrees, ``sight`` the height of its line of sight and ``started_at`` where its tape
    starts, mm; ``count`` of its readings so far; ``cleared`` the lines something was in the way of that has been taken
    away since; ``sends`` by the service or as typed keys.
    """

    kind: Kind
    paired: bool = False
    battery: float = 1.0
    reference: Reference = "back"
    sun: bool = False
    drift: float = 0.0
    sight: float = 1350.0
    started_at: float = 0.0
    count: int = 0
    cleared: tuple[str, ...] = ()
    sends: Literal["service", "keys"] = "service"


@dataclass(frozen=True, slots=True)
class Between:
    """From corner to corner."""

    start: int
    end: int


@dataclass(frozen=True, slots=True)
class HeightAt:
    """A plate's top over the first corner's, or with ``end`` over that place's."""

    place: Place
    end: Place | None = None


@dataclass(frozen=True, slots=True)
class StringAt:
    """A wall's distance outside its string."""

    place: AtSide


@dataclass(frozen=True, slots=True)
class RidgeTop:
    """The ridge's top over the plates; where it was drawn, mm."""

    drawn: float


@dataclass(frozen=True, slots=True)
class ValueOf:
    """A value of the work by its key, with what is drawn there: mm, degrees of an angle."""

    key: str
    drawn: float | None


Target = Between | HeightAt | StringAt | RidgeTop | ValueOf


@dataclass(frozen=True, slots=True)
class Taken:
    """A reading, mm or degrees: as it is entered, and as the instrument shows it; ``started_at`` is what a tape began
    at, ``tolerance`` how far it may be off where that is another than usual, ``notes`` what belongs to it.
    """

    value: float
    shown: float
    started_at: float = 0.0
    degrees: bool = False
    tolerance: float | None = None
    notes: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Fault:
    """Why there is no reading: the sentence's name."""

    why: str


class Instrument(Protocol):
    """An instrument: what it can read, and one press."""

    @property
    def targets(self) -> tuple[type, ...]:
        """What it can be pointed at."""

    def take(self, state: State, target: Target, site: TrueSite, chance: Random, /) -> Taken | Fault:
        """One reading, or why there is none."""


def truth(site: TrueSite, target: Target) -> float:
    """What really is there, mm."""
    match target:
        case Between(start, end):
            return site.distance(start, end)
        case HeightAt(place, end):
            return site.height(place) - (0.0 if end is None else site.height(end))
        case StringAt(place):
            return site.offset(place)
        case RidgeTop(drawn):
            return drawn + site.ridge_off
        case ValueOf(key, drawn):
            return site.value(key, drawn)
