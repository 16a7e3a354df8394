"""What Mark shows: the board with its stops, and what is asked of square and saw."""

from dataclasses import dataclass
from typing import Annotated

from pydantic import Field

from .shown_models import Point, Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class MarkView:
    """A pencil line on the near face."""

    id: str
    role: str
    pieces: list[tuple[Point, Point]]


@dataclass(frozen=True, slots=True, kw_only=True)
class SquareView:
    """The square in its setting: its outline, and the figures to hold at the board's top edge."""

    shape: list[Point]
    heel: Point
    tongue_at: Point
    body_at: Point
    tongue_figure: Shown
    body_figure: Shown
    reaches: bool
    scales: Annotated[str, Field(description="which scales are read, in words")]
    unit: Annotated[float, Field(description="mm of one numbered graduation")]
    division: Annotated[float, Field(description="mm of one fine graduation")]
    numbered: Annotated[float, Field(description="what one numbered graduation counts: 1 inch or 10 mm")]


@dataclass(frozen=True, slots=True, kw_only=True)
class SawView:
    """A saw for a cut: whether it reaches, and what to do where it does not."""

    level: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CutView:
    """A cut at the saw: line and tilt, the mitre saw's pairs, and which of the shop's saws reach it."""

    id: str
    lines: list[str]
    saws: list[SawView]


@dataclass(frozen=True, slots=True, kw_only=True)
class StopView:
    """A stop along the board: what to draw, its figure with both ends, and the square that draws it."""

    id: str
    kind: str
    title: str
    say: str
    figure: Shown | None
    ends: str
    marks: list[str]
    lines: list[tuple[Point, Point]]
    lens: Point
    held: Annotated[list[str], Field(description="how each of its lines is set and held, by the shop's way")]
    others: Annotated[str, Field(description="other figures for the same line, or nothing")]
    face: Annotated[str, Field(description="the face that lies up: near or far")]
    at: Annotated[float | None, Field(description="the running mark on the top edge that is read, mm from the hook")]
    measure: Annotated[
        tuple[Point, Point] | None, Field(description="the two ends of the figure, where it is not on the tape")
    ]
    square: SquareView | None
    cuts: list[CutView]


@dataclass(frozen=True, slots=True, kw_only=True)
class RunningView:
    """A running mark on the top edge."""

    number: int
    at: float
    figure: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class FarView:
    """The far face, seen through the wood: as the near face's, in the same frame."""

    outline: list[Point]
    waste: list[list[Point]]
    marks: list[MarkView]


@dataclass(frozen=True, slots=True, kw_only=True)
class BoardView:
    """A piece lying on the horses: u from the hook, v down from the top edge, mm."""

    id: str
    title: str
    count: int
    depth: float
    board: Shown
    stock: Shown | None
    outline: list[Point]
    waste: list[list[Point]]
    marks: list[MarkView]
    running: list[RunningView]
    far: Annotated[FarView | None, Field(description="where a cut does not go straight through")]
    away: Annotated[bool, Field(description="the square's heel away: drawn with the top edge towards the user")]
    left_handed: Annotated[bool, Field(description="drawn with the hook to the right")]
    hook: Annotated[float, Field(description="where the tape is hooked, mm along the board")]
    stops: list[StopView]
    tape_unit: float
    tape_division: float
    tape_numbered: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceView:
    """A piece that can be laid on the horses."""

    id: str
    title: str
    count: int
    spare: Annotated[int, Field(description="how many more are cut, by the shop's habit")]


@dataclass(frozen=True, slots=True, kw_only=True)
class AlternativeView:
    """A notch by one of its rules: what the rule says of this one, and whether it is the chosen rule."""

    rule: str
    label: str
    value: str
    typed: str
    chosen: bool
