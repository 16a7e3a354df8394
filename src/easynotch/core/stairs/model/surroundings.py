"""What stands around the stringers: sides, guard, slab, landings, what hangs overhead, what it is fixed with."""

from dataclasses import dataclass, field
from enum import StrEnum

from ...solid import Defect, Stock
from .standing import Standing


@dataclass(frozen=True, slots=True)
class Sides:
    """The sides of a flight: treads that run past the outer stringers by ``overhang``, or skirts that close it.

    A skirt's top edge stands ``margin`` above the line of the nosings, square to it.
    """

    overhang: float = 0.0
    skirt: Stock | None = None
    margin: float = 0.0


class GuardSides(StrEnum):
    """Which sides have a guard, as one looks down the stair."""

    BOTH = "both"
    LEFT = "left"
    RIGHT = "right"


class Balusters(StrEnum):
    """How balusters are held: between the rails, nailed to the side of a strip at either rail, or between two strips
    that cover their ends.
    """

    BETWEEN = "between"
    NAILER = "nailer"
    STRIPS = "strips"


@dataclass(frozen=True, slots=True)
class Guard:
    """A guard beside the flight. ``height`` is its top rail's top above the line of the nosings, plumb; ``under`` the
    plumb gap from that line to its lower rail; ``bay`` the farthest posts may stand apart, centre to centre, level.
    """

    sides: GuardSides
    height: float
    under: float
    post: Stock
    rail: Stock
    lower_rail: Stock
    baluster: Stock
    gap: float
    bay: float
    held: Balusters = Balusters.BETWEEN
    strip: Stock | None = None


@dataclass(frozen=True, slots=True)
class Handrail:
    """A handrail on a wall beside the flight: its top ``height`` above the line of the nosings, plumb, and ``off`` the
    wall, which stands at the stair's side.
    """

    sides: GuardSides
    height: float
    stock: Stock
    off: float


@dataclass(frozen=True, slots=True)
class LevelHeld:
    """Where on an upper surface that falls towards the stair the level was held: so far back from its edge."""

    at: float
    slope: float

    @property
    def drop(self) -> float:
        """How much lower than there the edge lies."""
        return self.at * self.slope


@dataclass(frozen=True, slots=True)
class Slab:
    """The slab at the foot: its plan (``length`` along the stair), thickness, fall away from the stair, the gravel
    under it, how far it reaches back under the stair, what a bag yields (litres) and the days it cures.
    """

    length: float
    width: float
    thickness: float
    back: float
    fall: float = 0.0
    gravel: float = 0.0
    bag: float = 0.0
    cure_days: int = 7


@dataclass(frozen=True, slots=True)
class Footing:
    """A strip of concrete under the foot: its plan (``length`` along the stair), depth, how far it reaches back under
    the stair, what a bag yields (litres), and how deep frost goes, where the local authority said so.
    """

    length: float
    width: float
    depth: float
    back: float
    bag: float = 0.0
    frost: float | None = None
    cure_days: int = 7


@dataclass(frozen=True, slots=True)
class DeckBelow:
    """A deck or floor under the foot: its boards' thickness, the block let in under them, the screws down into it."""

    boards: float
    block: Stock | None = None
    screw: float | None = None


class DoorSwing(StrEnum):
    """Where a door at the head swings."""

    OVER = "over"
    AWAY = "away"


@dataclass(frozen=True, slots=True)
class TopLanding:
    """The landing above: from the door's wall to the stair, and a door's leaf over it."""

    depth: float
    door: float = 0.0
    swing: DoorSwing = DoorSwing.AWAY


@dataclass(frozen=True, slots=True)
class Overhead:
    """A ceiling's edge or a beam over the stair: from ``start`` to ``stop``, level from the header's face, its
    underside ``above`` the finished surface above (negative below it).
    """

    start: float
    stop: float
    above: float


@dataclass(frozen=True, slots=True)
class Anchors:
    """Anchors through the kicker: embedment in the slab, their own length, how far apart they may stand, and how much
    deeper than their embedment a hole is drilled (a quarter of an inch, or 6 mm); ``clear`` is what they keep from a
    stringer's face and from the kicker's end; ``bit`` is the diameter its maker wants the hole drilled with.
    """

    embedment: float
    length: float
    spacing: float
    deeper: float = 6.35
    clear: float = 50.0
    bit: float | None = None


@dataclass(frozen=True, slots=True)
class Screws:
    """The lengths of what fixes the pieces; None where it was not said. ``head`` goes from behind through a drop
    board into the stringer.
    """

    tread: float | None = None
    riser_board: float | None = None
    kicker: float | None = None
    head: float | None = None
    least: float = 25.0


class Turn(StrEnum):
    """Which way a stair goes on from a platform, looking down it."""

    STRAIGHT = "straight"
    LEFT = "left"
    RIGHT = "right"
    BACK = "back"


@dataclass(frozen=True, slots=True)
class Platform:
    """A platform between two flights: how many risers the upper one has, which way the lower one goes, the
    platform's depth along the upper flight, its decking and header, and its fall for water towards the lower flight.

    ``well`` is the room between two flights side by side, where the stair turns back.
    """

    after: int
    turn: Turn
    depth: float
    finish: float
    header_depth: float | None = None
    fall: float = 0.0
    well: float = 0.0


@dataclass(frozen=True, slots=True)
class Built:
    """A stair as it stands: its risers and goings from the bottom up, as measured."""

    risers: tuple[float, ...]
    goings: tuple[float, ...] = ()


@dataclass(frozen=True, slots=True)
class Housed:
    """Housed strings in place of cut ones: the margin from the nosings' line to the string's top edge, square to it,
    how deep the housings go, and how thick a wedge is at its thin end and how much it grows (a ratio).
    """

    margin: float
    depth: float
    thin: float
    taper: float


@dataclass(frozen=True, slots=True)
class Surroundings:
    """Everything around a flight's stringers that was asked for. ``room`` is what there is for the stair, level, from
    the header's face to what stands in its way.
    """

    sides: Sides = field(default_factory=Sides)
    blocks: Stock | None = None
    guard: Guard | None = None
    handrail: Handrail | None = None
    level_held: LevelHeld | None = None
    room: float | None = None
    slab: Slab | None = None
    footing: Footing | None = None
    deck_below: DeckBelow | None = None
    top_landing: TopLanding | None = None
    overhead: tuple[Overhead, ...] = ()
    anchors: Anchors | None = None
    screws: Screws = field(default_factory=Screws)
    platform: Platform | None = None
    built: Built | None = None
    defects: tuple[Defect, ...] = ()
    housed: Housed | None = None
    trial_sheet: float | None = None
    header_length: float | None = None
    header_lap: float = 400.0
    treads_first: bool = False
    top_down: bool = False
    standing: Standing = field(default_factory=Standing)
