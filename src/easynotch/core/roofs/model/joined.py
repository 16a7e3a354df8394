"""What a joined roof adds to a plan: its valleys' timber, wings, openings in a slope, purlins, walls below."""

from dataclasses import dataclass
from enum import StrEnum
from math import hypot

from ...solid import Stock


class ValleyHead(StrEnum):
    """What holds two valleys where their wing's ridge ends under a higher one: one runs on and carries the other, or
    both end at a header between two rafters; or there are none, and the wing is framed on the main roof's deck.
    """

    SUPPORTING = "supporting"
    HEADER = "header"
    LAY_ON = "lay_on"


@dataclass(frozen=True, slots=True)
class Valley:
    """The valleys' timber, None for the hips'; ``ploughed`` where its edges lie in the planes, its top cut to both;
    the boards of an open valley, one on either slope, or under the feet of what is laid on, None where there are none;
    what holds their heads, and the ``header``'s timber, the valleys' where None.
    """

    stock: Stock | None
    ploughed: bool = False
    board: Stock | None = None
    head: ValleyHead = ValleyHead.SUPPORTING
    header: Stock | None = None


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
class Opening:
    """A gap in a slope, for a dormer, an upright or a roof window: on the side of a rectangle or by the number of an
    outline's side from 0; where it starts along that side's wall, how wide it is, from where to where inward of the
    wall it reaches, level; the headers' timber, the rafters' where None; the pitch of a ``cricket`` laid on the deck
    behind the upright that stands in it.
    """

    side: WingSide | int
    start: float
    width: float
    inward: tuple[float, float]
    header: Stock | None = None
    cricket: float | None = None


@dataclass(frozen=True, slots=True)
class Dormer:
    """A gabled dormer on a slope, its walls on the rafters beside its opening: its side and start as an opening's, how
    wide it is over its walls, how far inward its front wall's face stands, how high its plates' tops lie over the
    roof's, its own pitch or None for the roof's, and its headers' timber.
    """

    side: WingSide | int
    start: float
    width: float
    inward: float
    plate: float
    slope: float | None = None
    header: Stock | None = None


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
