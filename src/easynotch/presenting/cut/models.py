"""What the Cut station shows: boards with pieces in them, saw settings, the buying list."""

from dataclasses import dataclass

from ...core.supply import Sighted
from ..shared.models import Point, Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class LaidView:
    """A piece in a board: the letter on its label, its length, the face that lies up and the one below as they lie, mm
    from the board's end, and how it lies, in words.
    """

    id: str
    work_id: str
    piece: str
    shape: str
    title: str
    code: str
    length: Shown
    outline: list[Point]
    hidden: list[Point]
    start: float
    stop: float
    turned: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CutBoardView:
    """A board as it is cut: how many are cut so, its pieces and what is left of it. ``rack`` names a board on hand, of
    which the clear length from ``start`` is used; ``whole`` is how long it is. ``sight`` says what is to be looked for
    along it, where something of it stays visible.
    """

    key: str
    length: Shown
    rack: str
    start: float
    whole: float
    note: str
    thickness: float
    depth: float
    count: int
    sight: str
    laid: list[LaidView]
    rest: Shown
    shared: int


@dataclass(frozen=True, slots=True, kw_only=True)
class CutSectionView:
    """A section of timber: its boards, and how good the plan is, in words."""

    id: str
    title: str
    depth: float
    thickness: float
    boards: list[CutBoardView]
    say: list[str]
    too_long: list[str]
    gap: float
    stopped: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class SawEndView:
    """An end sawn at a setting."""

    piece: str
    say: str


@dataclass(frozen=True, slots=True, kw_only=True)
class SawSettingView:
    """A setting of the saw with every end that is sawn with it."""

    title: str
    count: int
    notes: list[str]
    ends: list[SawEndView]


@dataclass(frozen=True, slots=True, kw_only=True)
class BuyView:
    """A row of the buying list."""

    what: str
    length: Shown | None
    count: int
    cost: float | None
    thickness: float
    depth: float


@dataclass(frozen=True, slots=True, kw_only=True)
class CutRowView:
    """A row of the cut list: the piece, how many, its section and its length between the two named points."""

    id: str
    work_id: str
    piece: str
    title: str
    count: int
    section: str
    length: Shown
    ends: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPieceView:
    """A piece of a board that was cut; what becomes of it, in a word and a sentence, where its marks moved since."""

    place: int
    title: str
    start: float
    stop: float
    spoiled: bool
    outcome: str = ""
    said: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class CutDoneView:
    """A board that was cut."""

    id: str
    section: str
    length: Shown
    pieces: list[CutPieceView]


@dataclass(frozen=True, slots=True, kw_only=True)
class RackView:
    """A board on hand: its section, its length, where it comes from, its defects as they are typed."""

    id: str
    section: str
    length: Shown
    note: str
    origin: str
    sighted: Sighted
    defects: list[tuple[Shown, Shown]]


@dataclass(frozen=True, slots=True, kw_only=True)
class OrderView:
    """Boards a yard still owes."""

    id: str
    say: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanStopView:
    """A search for a cheaper plan that was stopped, and what it left."""

    id: int
    at: str
    say: str


@dataclass(frozen=True, slots=True, kw_only=True)
class KeptView:
    """What is kept of the cutting: whether the pattern was tried, boards cut, boards on hand, what is ordered, and
    which searches were stopped.
    """

    tried: bool
    cut: list[CutDoneView]
    rack: list[RackView]
    orders: list[OrderView]
    stops: list[PlanStopView]


@dataclass(frozen=True, slots=True, kw_only=True)
class CuttingView:
    """A work at the saw."""

    rows: list[CutRowView]
    sections: list[CutSectionView]
    settings: list[SawSettingView]
    buying: list[BuyView]
    caution: str
    notes: list[str]
    scarfs: list[str]
    alternatives: list[str]
    kerf: float
    tried: bool
    trial: str
    """At how many of its places the pattern fits; empty where nobody tries it at Fit, and it is ticked by hand."""
    cut: list[CutDoneView]
    rack: list[RackView]
    orders: list[OrderView]
    stops: list[PlanStopView]
