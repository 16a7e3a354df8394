"""What a joined roof adds to a plan: its valleys' timber, wings on a rectangle's sides, purlins, walls below."""

from dataclasses import dataclass
from enum import StrEnum
from math import hypot

from ...solid import Stock


@dataclass(frozen=True, slots=True)
class Valley:
    """The valleys' timber, None for the hips'; ``ploughed`` where its edges lie in the planes, its top cut to both;
    the boards of an open valley, one on either slope, None where it has none.
    """

    stock: Stock | None
    ploughed: bool = False
    board: Stock | None = None


class WingSide(StrEnum):
    """The side of a rectangle a wing stands on: a long one, or an end."""

    FIRST = "first"
    SECOND = "second"
    FIRST_END = "first_end"
    SECOND_END = "second_end"


@dataclass(frozen=True, slots=True)
class Wing:
    """A wing: where it starts along its side, walked counter-clockwise, how wide it is and how far it stands out; its
    own pitch, or None for the roof's; whether its end is hipped, and how much higher its plates stand.
    """

    side: WingSide
    start: float
    width: float
    out: float
    slope: float | None = None
    hipped: bool = False
    plate: float = 0.0


@dataclass(frozen=True, slots=True)
class Purlin:
    """A purlin along every slope: how high its upper edge's middle is over the plates' level, and its section; square
    to its slope under the rafters, or ``plumb``, with the rafters notched over it.
    """

    height: float
    stock: Stock
    plumb: bool = False


@dataclass(frozen=True, slots=True)
class Bearing:
    """A wall or purlin below that carries: its centre line in plan, its top over the plates' level, how wide it is;
    whether posts stand on it under the hips and valleys that pass over it.
    """

    start: tuple[float, float]
    end: tuple[float, float]
    top: float
    width: float
    posts: bool = False

    @property
    def corners(self) -> tuple[tuple[float, float], ...]:
        """In plan, counter-clockwise: both ends of the side to the right of whoever walks it, then of the left one."""
        (a, b), (c, d) = self.start, self.end
        share = self.width / 2 / hypot(c - a, d - b)
        x, y = (b - d) * share, (c - a) * share
        return (a - x, b - y), (c - x, d - y), (c + x, d + y), (a + x, b + y)
