"""What Mark shows: the board with its stops, and what is asked of square and saw."""

from dataclasses import dataclass
from typing import Annotated

from pydantic import Field

from ..shared.lengths import Point, Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class MarkView:
    """A pencil line on the near face."""

    id: str
    role: str
    pieces: list[tuple[Point, Point]]


@dataclass(frozen=True, slots=True, kw_only=True)
class SquareView:
    """A square or a jig in its setting: its outline, and the figures to hold where its legs cross the board's edge.

    ``draws`` is the leg that is traced, or both; ``edge`` the board's edge the figures stand on.
    """

    shape: list[Point]
    heel: Point
    tongue_at: Point
    body_at: Point
    tongue_figure: Shown
    body_figure: Shown
    draws: str
    edge: str
    jig: bool
    scrap: Annotated[bool, Field(description="whether a part lies off the board, on a scrap laid beside")]
    scales: Annotated[str, Field(description="which scales are read, in words")]
    unit: Annotated[float, Field(description="mm of one numbered graduation")]
    division: Annotated[float, Field(description="mm of one fine graduation")]
    numbered: Annotated[float, Field(description="what one numbered graduation counts: 1 inch or 10 mm")]


@dataclass(frozen=True, slots=True, kw_only=True)
class StepView:
    """One bench step: what is done, in a sentence, with the square that draws it where one does."""

    id: str
    do: str
    say: str
    square: SquareView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class StopView:
    """A place along the board: the steps done there, its figure with both ends, the square in its setting."""

    id: str
    kind: str
    title: str
    figure: Shown | None
    ends: str
    steps: list[StepView]
    marks: list[str]
    lines: list[tuple[Point, Point]]
    lens: Point
    notes: Annotated[list[str], Field(description="how it may go wrong, or go otherwise")]
    face: Annotated[str, Field(description="the face that lies up: near or far")]
    at: Annotated[float | None, Field(description="the running mark on the top edge that is read, mm along the board")]
    measure: Annotated[
        tuple[Point, Point] | None, Field(description="the two ends of the figure, where it is not on the tape")
    ]
    crosses: Annotated[list[Point], Field(description="the X of each piece that will stand along the board")]
    rule: Annotated[tuple[Point, Point] | None, Field(description="a rule sloped across the board, edge to edge")]
    square: SquareView | None
    ghosts: Annotated[list[list[Point]], Field(description="the square's earlier places, where it was walked here")]


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
class DefectView:
    """A split or a knot as it lies on the board: on one face, near or far, or right through."""

    corners: list[Point]
    face: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class BoardView:
    """A piece on its uncut board on the horses: u from the board's left end, v down from the top edge, mm."""

    id: str
    title: str
    count: int
    depth: float
    goes: Annotated[list[str], Field(description="where its pieces go, where they have more names than one")]
    length: Annotated[float, Field(description="how much of the board is drawn, mm")]
    board: Annotated[Shown, Field(description="the shortest board that holds the piece")]
    stock: Shown | None
    outline: list[Point]
    waste: list[list[Point]]
    marks: list[MarkView]
    running: list[RunningView]
    far: Annotated[FarView | None, Field(description="where a cut does not go straight through")]
    away: Annotated[bool, Field(description="the square's heel away: drawn with the top edge towards the user")]
    left_handed: Annotated[bool, Field(description="drawn with the hook to the right")]
    hook: Annotated[float, Field(description="where the tape is hooked, mm along the board")]
    from_foot: Annotated[bool, Field(description="whether it is hooked at the foot, and reads towards the head")]
    plank: Annotated[bool, Field(description="whether it is a straight board, with no crown to lay up")]
    defects: Annotated[list[DefectView], Field(description="splits and knots of this board")]
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
