"""A roof as it is asked for: plan, pitch, ridge, timber, notch, eaves. Lengths in mm, slopes as rise over run."""

from dataclasses import dataclass, field
from enum import StrEnum

from ..solid import Stock
from ..terms import Message
from .setting_out import FirstBay, From


class End(StrEnum):
    """How a rectangle's short end is roofed."""

    GABLE = "gable"
    HIP = "hip"


class Shape(StrEnum):
    """What stands under the roof."""

    RECTANGLE = "rectangle"
    SHED = "shed"


class RidgeKind(StrEnum):
    """What the rafters meet at."""

    BOARD = "board"
    BEAM = "beam"
    NONE = "none"


class RidgeTop(StrEnum):
    """Whether a ridge board's top is square and flush at its faces, or bevelled to the roof."""

    FLUSH = "flush"
    BEVELLED = "bevelled"


class NotchRule(StrEnum):
    """What the notch over the plate is sized by."""

    SEAT = "seat"
    FRACTION = "fraction"
    HAP = "hap"


class Tail(StrEnum):
    """How a rafter ends at the eaves."""

    PLUMB = "plumb"
    BOBBED = "bobbed"
    SQUARE = "square"


class MeasuredTo(StrEnum):
    """Where the overhang ends that was measured: at the fascia's outer face, or at the rafter's own end."""

    FASCIA = "fascia"
    RAFTER = "rafter"


class KeepsTrue(StrEnum):
    """With a ridge off the centre: both pitches alike over unequal plates, or level plates under two pitches."""

    PITCH = "pitch"
    PLATES = "plates"


class UpperEnd(StrEnum):
    """What a shed roof's upper end lies on: a second plate, or a ledger on a wall."""

    PLATE = "plate"
    LEDGER = "ledger"


class Lap(StrEnum):
    """Which half a half lap takes off a rafter: the one at its near face or the one at its far face."""

    NEAR = "near"
    FAR = "far"


@dataclass(frozen=True, slots=True)
class Plan:
    """The framing's plan: ``length`` along the ridge, ``width`` across; ``sheathing`` under the seats adds to each
    bearing line; ``plate`` is how wide the plates are.
    """

    length: float
    width: float
    shape: Shape = Shape.RECTANGLE
    ends: tuple[End, End] = (End.GABLE, End.GABLE)
    sheathing: float = 0.0
    plate: float = 88.9
    ridge_at: float | None = None
    keeps: KeepsTrue = KeepsTrue.PITCH
    upper: UpperEnd = UpperEnd.PLATE
    upper_overhang: float = 0.0


@dataclass(frozen=True, slots=True)
class Ridge:
    """A ridge board, a beam the rafters sit on, or none. ``stand`` is a beam's own height to the rafters' top."""

    kind: RidgeKind
    stock: Stock = field(default_factory=lambda: Stock(0.0, 0.0))
    top: RidgeTop = RidgeTop.FLUSH
    stand: float | None = None


@dataclass(frozen=True, slots=True)
class Timber:
    """A measured rafter of a half-lapped pair."""

    thickness: float
    depth: float
    lap: Lap = Lap.NEAR


@dataclass(frozen=True, slots=True)
class Notch:
    """The rule for the notch over the plate; the value is a length, or for a fraction a number from 0 to 1."""

    rule: NotchRule
    value: float


@dataclass(frozen=True, slots=True)
class Eaves:
    """The overhang runs level from the framing; ``plumb_face`` is what a bobbed tail keeps of its plumb cut."""

    overhang: float
    fascia: float = 0.0
    fascia_depth: float = 184.15
    tail: Tail = Tail.PLUMB
    plumb_face: float | None = None
    verge: float = 0.0
    measured_to: MeasuredTo = MeasuredTo.FASCIA


@dataclass(frozen=True, slots=True)
class Gambrel:
    """Where the pitch breaks, level from the bearing line, and how steep it goes on; ``purlin`` under the break."""

    break_run: float
    upper_slope: float
    purlin: Stock | None = None


class KeepPlanes(StrEnum):
    """How a square-topped hip is kept within the roof: let down, planed, or let down over clipped plate corners."""

    DROP = "drop"
    BACK = "back"
    CORNER = "corner"


@dataclass(frozen=True, slots=True)
class Hip:
    """The hips' timber, how they keep the planes, and what their heads go against."""

    stock: Stock
    keep_planes: KeepPlanes = KeepPlanes.DROP
    head: str = "commons"


@dataclass(frozen=True, slots=True)
class Gable:
    """At the gables: barge rafters at the verge, and the lookouts' thickness, which the end rafters are dropped by."""

    barge: Stock | None = None
    lookout: float = 0.0


@dataclass(frozen=True, slots=True)
class Collar:
    """Collar ties: how high their lower edge is above the plates, and every how many pairs there is one."""

    height: float
    stock: Stock
    every: int = 1


class BlockKind(StrEnum):
    """Whether blocks between rafters stand plumb, their top bevelled, or square to the roof."""

    PLUMB = "plumb"
    SQUARE = "square"


@dataclass(frozen=True, slots=True)
class Blocking:
    """Blocks between the rafters over the plates."""

    kind: BlockKind
    stock: Stock


@dataclass(frozen=True, slots=True)
class Roof:
    """A roof. ``pairs`` are the measured timbers of half-lapped pairs, left and right, numbered from the start."""

    name: str
    plan: Plan
    slope: float
    ridge: Ridge
    rafter: Stock
    spacing: float
    notch: Notch
    eaves: Eaves
    hip: Hip | None = None
    gambrel: Gambrel | None = None
    gable: Gable | None = None
    collar: Collar | None = None
    blocking: Blocking | None = None
    first_bay: FirstBay = FirstBay.SHEETS
    hooked: From = From.FIRST_END
    pairs: tuple[tuple[Timber, Timber], ...] = ()


class RoofError(ValueError):
    """What is no roof: the key it is about, and the sentence."""

    def __init__(self, path: str, message: Message) -> None:
        super().__init__(f"{path}: {message.id}")
        self.path = path
        self.message = message
