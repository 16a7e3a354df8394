"""What the Cut station shows: boards with pieces in them, saw settings, the buying list."""

from dataclasses import dataclass

from .screen_models import Point, Shown, View


@dataclass(frozen=True, slots=True, kw_only=True)
class LaidView:
    """A piece in a board: its outline as it lies, mm from the board's end, and how it lies, in words."""

    id: str
    title: str
    outline: list[Point]
    start: float
    stop: float
    turned: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CutBoardView:
    """A board as it is cut: how many are cut so, its pieces and what is left of it."""

    key: str
    length: Shown
    depth: float
    count: int
    laid: list[LaidView]
    rest: Shown
    shared: int


@dataclass(frozen=True, slots=True, kw_only=True)
class CutSectionView:
    """A section of timber: its boards, and how good the plan is, in words."""

    id: str
    title: str
    boards: list[CutBoardView]
    say: list[str]
    too_long: list[str]
    gap: float


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


@dataclass(frozen=True, slots=True, kw_only=True)
class CutRowView:
    """A row of the cut list: the piece, how many, its section and its length between the two named points."""

    id: str
    title: str
    count: int
    section: str
    length: Shown
    ends: str


class CuttingView(View):
    """A work at the saw."""

    rows: list[CutRowView]
    sections: list[CutSectionView]
    settings: list[SawSettingView]
    buying: list[BuyView]
    caution: str
    notes: list[str]
