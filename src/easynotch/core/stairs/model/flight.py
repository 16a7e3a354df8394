"""A flight as it was measured and decided: everything the layout starts from. Lengths in mm."""

from dataclasses import dataclass, field
from enum import StrEnum

from ...solid import Stock
from ...terms import Message
from .ground import Ground
from .surroundings import Surroundings

MOST_RISERS = 200


class FlightError(ValueError):
    """A flight that is none: ``path`` is the key at fault, ``message`` the sentence."""

    def __init__(self, path: str, message: Message) -> None:
        super().__init__(path, message.id)
        self.path = path
        self.message = message


class RiserRule(StrEnum):
    """How the number of risers is chosen."""

    COUNT = "count"
    TARGET = "target"
    AT_MOST = "at_most"


@dataclass(frozen=True, slots=True)
class RiserChoice:
    """A given count, the whole count nearest to a target riser, or the fewest risers no higher than a limit."""

    rule: RiserRule
    value: float


@dataclass(frozen=True, slots=True)
class Boards:
    """The boards a tread is made of, and the gap between them."""

    count: int
    width: float
    gap: float


@dataclass(frozen=True, slots=True)
class Tread:
    """A tread: its going, either given or from its boards less the nosing.

    ``drain_gap`` is left open behind it; ``under_riser`` is how far it runs on under the riser above (that riser
    board's thickness, or nothing). ``in_hand`` are the boards a given going is made from, their count as it comes;
    ``composite`` whether they are, where it was said.
    """

    thickness: float
    nosing: float
    given_going: float | None = None
    boards: Boards | None = None
    drain_gap: float = 0.0
    under_riser: float = 0.0
    composite: bool | None = None
    in_hand: Boards | None = None

    @property
    def depth(self) -> float:
        """Front to back over its boards and gaps; from a given going what they come to."""
        if self.boards is None:
            return (self.given_going or 0.0) + self.nosing - self.drain_gap + self.under_riser
        return self.boards.count * self.boards.width + (self.boards.count - 1) * self.boards.gap

    @property
    def going(self) -> float:
        """Finished riser face to finished riser face, level."""
        if self.given_going is not None:
            return self.given_going
        return self.depth - self.nosing + self.drain_gap - self.under_riser


@dataclass(frozen=True, slots=True)
class Section:
    """A board's section by what is level (``width``) and what is plumb (``depth``) as it is fixed."""

    width: float
    depth: float


class HeadKind(StrEnum):
    """How the head of the stringer is held."""

    HANGER = "hanger"
    DROP_BOARD = "drop_board"
    LEDGER = "ledger"
    FLUSH = "flush"


@dataclass(frozen=True, slots=True)
class Head:
    """The head: how it is held, the header's depth if known, and what stands at the header as the top riser: its own
    face, a ``fascia`` of that thickness on it behind the stringers, or a riser board in front, above the stringers.

    The stringers stand against the plane x = 0: the header's face, or that of its fascia.
    """

    kind: HeadKind = HeadKind.HANGER
    header_depth: float | None = None
    riser_board: bool = False
    fascia: float = 0.0
    drop_board: Section | None = None
    ledger: Section | None = None


class KickerNotch(StrEnum):
    """Which stringers are notched over the kicker."""

    ALL = "all"
    INNER = "inner"
    NONE = "none"


@dataclass(frozen=True, slots=True)
class Kicker:
    """The flat board at the foot."""

    width: float
    thickness: float
    notch: KickerNotch


@dataclass(frozen=True, slots=True)
class Flight:
    """One straight flight of cut stringers.

    ``total_rise`` runs from finished surface to finished surface; ``upper_finish`` and ``lower_finish`` lie
    inside it. ``riser_board`` is 0 for open risers. ``gauge`` is what is clamped on the square for the riser,
    if the user said so. On ``ground`` that falls, the total rise is worked out with the count.
    """

    name: str
    total_rise: float
    riser: RiserChoice
    tread: Tread
    stock: Stock
    width: float
    stringer_spacing: float
    riser_board: float = 0.0
    upper_finish: float = 0.0
    lower_finish: float = 0.0
    head: Head = Head()
    kicker: Kicker | None = None
    gauge: float | None = None
    stretch: bool = False
    ground: Ground | None = None
    around: Surroundings = field(default_factory=Surroundings)

    @property
    def flush(self) -> bool:
        """Whether the top tread lies level with the deck."""
        return self.head.kind is HeadKind.FLUSH
