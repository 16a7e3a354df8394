"""The answer about a roof's hips: judgement calls as drawings, bevels, sheets, patterns and what to check."""

from dataclasses import dataclass
from typing import Literal

from ..shared.models import SheetView, Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class HipOptionView:
    """One way to do it, drawn; ``refused`` says why it cannot be here."""

    id: str
    name: str
    chosen: bool
    drawing: SheetView | None
    say: str
    refused: str


@dataclass(frozen=True, slots=True, kw_only=True)
class HipCallView:
    """A judgement call at the hips: the key it changes, and the ways to choose from."""

    field: str
    title: str
    options: list[HipOptionView]


@dataclass(frozen=True, slots=True, kw_only=True)
class BevelView:
    """A bevel: what it is, degrees from what, the square's figures, the saw's setting."""

    id: str
    number: int
    label: str
    angle: str
    square: str
    saw: str


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceLengthView:
    """A length of a piece, with both its ends."""

    label: str
    length: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadView:
    """A bevel to take off the geometric sheet, by its letter."""

    letter: str
    label: str
    angle: str


@dataclass(frozen=True, slots=True, kw_only=True)
class HipCheckView:
    """The figure to expect between the hip's two points, with both named, and what a difference means."""

    piece: str
    distance: Shown
    level: Shown
    plumb: Shown
    ends: str
    say: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class JackMarkView:
    """Where a jack stands on plate and hip, or on ridge (None where its head is at none) and valley."""

    piece: str
    title: str
    side: str
    on_plate: Shown | None
    on_hip: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class CornerView:
    """Everything about hips or valleys that are alike; ``kind`` says which of the two."""

    kind: Literal["hip", "valley"]
    title: str
    bevels: list[BevelView]
    geometric: SheetView
    scale: int
    steps: list[str]
    reads: list[ReadView]
    lengths: list[PieceLengthView]
    block: SheetView
    check: HipCheckView | None
    jacks: list[JackMarkView]


@dataclass(frozen=True, slots=True, kw_only=True)
class MasterLineView:
    """A piece on the master pattern."""

    number: int
    title: str
    run_line: Shown
    level: Shown
    deduction: Shown
    head: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class MasterView:
    """A slope's pattern on one board; ``from_head`` where its pieces share the head."""

    title: str
    from_head: bool
    drawing: SheetView
    length: Shown
    lines: list[MasterLineView]


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceListView:
    """A piece, by kind and hand: how many, and its lengths."""

    id: str
    title: str
    role: str
    count: int
    lengths: list[PieceLengthView]


@dataclass(frozen=True, slots=True, kw_only=True)
class HipsView:
    """A roof's hips."""

    calls: list[HipCallView]
    corners: list[CornerView]
    patterns: list[MasterView]
    pieces: list[PieceListView]
