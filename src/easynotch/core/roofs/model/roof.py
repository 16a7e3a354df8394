"""A roof as it is asked for: plan, pitch, ridge, timber, notch, eaves. Lengths in mm, slopes as rise over run."""

from dataclasses import dataclass, field
from enum import StrEnum

from ...solid import Defect, Stock
from ...terms import Message
from .joined import Bearing, Dormer, Opening, Purlin, Valley, Wing
from .setting_out import FirstBay, TapeEnd


class End(StrEnum):
    """How a rectangle's short end is roofed."""

    GABLE = "gable"
    HIP = "hip"


class Shape(StrEnum):
    """What stands under the roof."""

    RECTANGLE = "rectangle"
    SHED = "shed"
    OUTLINE = "outline"


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
    PROFILE = "profile"


class Tails(StrEnum):
    """Whether tails are cut on the bench, or run long and snapped to a chalk line after fitting."""

    BENCH = "bench"
    SNAPPED = "snapped"


class Gauged(StrEnum):
    """From which edge boards of different depth are gauged: the top, or the underside where a ceiling follows it."""

    TOP = "top"
    UNDERSIDE = "underside"


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
class Edge:
    """A side of an outline: its own pitch, or None for the roof's; a gable has no roof plane over it; how much higher
    than the roof's own level its plate stands.
    """

    slope: float | None = None
    gable: bool = False
    plate: float = 0.0


class LineUp(StrEnum):
    """With unequal pitches: overhangs alike and fascias at different heights; overhangs that bring them level; or
    plates raised on the steeper sides until equal overhangs do.
    """

    NONE = "none"
    OVERHANG = "overhang"
    PLATES = "plates"


RECTANGLE_CORNERS = 4


@dataclass(frozen=True, slots=True)
class Plan:
    """The framing's plan: ``length`` along the ridge, ``width`` across; ``sheathing`` under the seats adds to each
    bearing line; ``plate`` is how wide the plates are; ``wall_height`` from the floor to the plates' tops. An outline
    has ``corners``, counter-clockwise, and an edge for the side from each to the next; its length and width are then
    those of the rectangle round it. ``valley`` is what stands under its inside corners, the hips' timber if not said.
    ``wings`` stand on a rectangle's sides; ``bearings`` are walls and purlins below that carry on the
    way, ``purlins`` run along every slope; ``openings`` are gaps in a slope, framed by headers, ``dormers`` stand
    over theirs; ``deck`` is how thick what lies on the rafters is, under what is laid on it; ``rectangle`` is
    the length and width of the one an outline was made of.
    """

    length: float
    width: float
    shape: Shape = Shape.RECTANGLE
    ends: tuple[End, End] = (End.GABLE, End.GABLE)
    sheathing: float = 0.0
    plate: float = 88.9
    ridge_at: float | None = None
    keeps_true: KeepsTrue = KeepsTrue.PITCH
    upper: UpperEnd = UpperEnd.PLATE
    upper_overhang: float = 0.0
    wall_height: float | None = None
    corners: tuple[tuple[float, float], ...] = ()
    edges: tuple[Edge, ...] = ()
    line_up: LineUp = LineUp.NONE
    valley: Valley | None = None
    wings: tuple[Wing, ...] = ()
    bearings: tuple[Bearing, ...] = ()
    purlins: tuple[Purlin, ...] = ()
    openings: tuple[Opening, ...] = ()
    dormers: tuple[Dormer, ...] = ()
    deck: float = 0.0
    rectangle: tuple[float, float] | None = None

    @property
    def plain(self) -> bool:
        """Whether it is a rectangle, said so, without wings that are part of its outline."""
        return self.rectangle is not None and len(self.corners) == len(self.edges) == RECTANGLE_CORNERS


@dataclass(frozen=True, slots=True)
class Posts:
    """Posts under the ridge's ends, from the floor or the plates' level: ``foot`` below the plates' tops."""

    stock: Stock
    foot: float = 0.0


@dataclass(frozen=True, slots=True)
class Ridge:
    """A ridge board, a beam the rafters sit on, or none. ``stand`` is a beam's own height to the rafters' top; without
    a ridge ``meet`` tells whether pairs are half lapped (``lap``) or meet plumb to plumb (``plumb``). ``blocks`` stand
    between the rafters along it; ``pocket`` is the room left round a beam in the gable walls.
    """

    kind: RidgeKind
    stock: Stock = field(default_factory=lambda: Stock(0.0, 0.0))
    top: RidgeTop = RidgeTop.FLUSH
    stand: float | None = None
    blocks: Stock | None = None
    posts: Posts | None = None
    pocket: float | None = None
    meet: str = "lap"


@dataclass(frozen=True, slots=True)
class Boards:
    """The measured depths of the first rafters, in the order they stand, and the edge they are gauged from."""

    depths: tuple[float, ...] = ()
    gauged: Gauged = Gauged.TOP


@dataclass(frozen=True, slots=True)
class FalseTail:
    """Short tails beside rafters that end at the wall: their timber, how far inward of the bearing line they begin,
    and how far ``below`` the rafters' top edges theirs lie, plumb.
    """

    stock: Stock
    inside: float
    below: float = 0.0


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
    """The overhang runs level from the framing; ``plumb_face`` is what a bobbed tail keeps of its plumb cut;
    ``profile`` the corners of a shaped tail, each so far inward and so far down from its top corner;
    ``board_length`` what the fascia is bought in; ``tops`` how far rafters were found to stand off the line, in
    the order they stand.
    """

    overhang: float
    fascia: float = 0.0
    fascia_depth: float = 184.15
    tail: Tail = Tail.PLUMB
    plumb_face: float | None = None
    nip: float = 0.0
    verge: float = 0.0
    measured_to: MeasuredTo = MeasuredTo.FASCIA
    profile: tuple[tuple[float, float], ...] = ()
    board_length: float | None = None
    tails: Tails = Tails.BENCH
    tops: tuple[float, ...] = ()
    false_tail: FalseTail | None = None


@dataclass(frozen=True, slots=True)
class Gambrel:
    """Where the pitch breaks, level from the bearing line, and how steep it goes on; ``purlin`` under the break, or
    the plate of a knee wall on ``studs``.
    """

    break_run: float
    upper_slope: float
    purlin: Stock | None = None
    studs: Stock | None = None


class KeepPlanes(StrEnum):
    """How a square-topped hip is kept within the roof: let down, planed, or let down over clipped plate corners."""

    DROP = "drop"
    BACK = "back"
    CORNER = "corner"


@dataclass(frozen=True, slots=True)
class Hip:
    """The hips' timber, how they keep the planes, what their heads go against, and whether their heel is a V round the
    plates' corner or cut square through; how wide the corner's face is where it was cut off already; whether jacks
    step down from the commons or up from the corner, and whether two offcuts are made to try a hip's length with.
    """

    stock: Stock
    keep_planes: KeepPlanes = KeepPlanes.DROP
    head: str = "commons"
    heel: str = "v"
    jacks: str = "commons"
    dummies: bool = False
    clip: float | None = None

    @property
    def clipped_face(self) -> float:
        """How wide the face is that a clipped corner shows: as the hip is thick, but where it was cut already."""
        return self.stock.thickness if self.clip is None else self.clip


@dataclass(frozen=True, slots=True)
class Gable:
    """At the gables: barge rafters at the verge, and the lookouts' thickness, which the end rafters are dropped by;
    with a spacing the lookouts themselves, lying flat, ``lookout_width`` wide.
    """

    barge: Stock | None = None
    lookout: float = 0.0
    lookout_width: float = 88.9
    lookout_spacing: float | None = None


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
    """Blocks between the rafters over the plates; ``vent`` is the gap they leave for air under the roof."""

    kind: BlockKind
    stock: Stock
    vent: float = 0.0


class Keeps(StrEnum):
    """What every rafter of a surveyed roof keeps: the roof's planes; its stand over the plate, under a level ridge; or
    pitch and stand, whatever the ridge does then.
    """

    PLANES = "planes"
    STAND = "stand"
    PITCH = "pitch"


Node = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class AsBuilt:
    """The long plates as they stand: points of either wall's face with its plate's top, x along the ridge from the
    first end, y across, z over the plates' own level; what the rafters keep; and within what, mm, rafters that differ
    are cut alike.
    """

    first: tuple[Node, ...]
    second: tuple[Node, ...]
    keeps: Keeps = Keeps.PLANES
    alike: float = 0.0


@dataclass(frozen=True, slots=True)
class Roof:
    """A roof. ``pairs`` are the measured timbers of half-lapped pairs, left and right, numbered from the start;
    ``sheet`` is the length of the covering's sheets along the eave; ``defects`` are those of the board that the pattern
    rafter comes from; ``as_built`` are the plates as they were surveyed, between gables, ``surveyed`` those of an
    outline, edge by edge: along it from its first corner, out of the string between both, and higher than drawn;
    ``alike`` is within what, mm, rafters over such an outline that differ are cut alike.
    """

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
    hooked: TapeEnd = TapeEnd.FIRST_END
    sheet: float | None = None
    pairs: tuple[tuple[Timber, Timber], ...] = ()
    boards: Boards = Boards()
    defects: tuple[Defect, ...] = ()
    as_built: AsBuilt | None = None
    surveyed: tuple[tuple[Node, ...], ...] = ()
    alike: float = 0.0

    @property
    def lapped(self) -> bool:
        """Whether rafters meet without a ridge, each let half into the other."""
        return self.ridge.kind is RidgeKind.NONE and self.ridge.meet == "lap"


class RoofError(ValueError):
    """What is no roof: the key it is about, and the sentence."""

    def __init__(self, path: str, message: Message) -> None:
        super().__init__(f"{path}: {message.id}")
        self.path = path
        self.message = message
