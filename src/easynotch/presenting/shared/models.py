"""What every answer is made of: lengths as they are called, and drawings."""

from dataclasses import dataclass

from .lengths import Point, Shown

__all__ = ["DimensionView", "FactView", "FitView", "PathView", "Point", "SheetView", "Shown", "TextView"]


@dataclass(frozen=True, slots=True, kw_only=True)
class PathView:
    """A line or an area on a layer."""

    id: str
    layer: str
    points: list[Point]
    closed: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class DimensionView:
    """A distance drawn with both ends; ``field`` is where it is typed, if it is."""

    id: str
    start: Point
    end: Point
    offset: float
    label_at: float
    length: Shown
    label: str
    field: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class TextView:
    """Words on a drawing."""

    id: str
    at: Point
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetView:
    """A drawing in mm, y down."""

    extent: tuple[float, float, float, float]
    paths: list[PathView]
    dimensions: list[DimensionView]
    texts: list[TextView]


@dataclass(frozen=True, slots=True, kw_only=True)
class FactView:
    """A fact with its words: what it is between, and its value."""

    id: str
    label: str
    text: str
    sense: str
    value: float


@dataclass(frozen=True, slots=True, kw_only=True)
class FitView:
    """A joint of the dry fit: exact, and as marked on the tape, with the bound it must keep; ``ranges`` says within
    what it closes 95 times of 100 by what was read, and the reading that would narrow it most.
    """

    id: str
    piece: str
    text: str
    exact: float
    on_tape: str
    signed: float
    bound: str
    contact: float
    level: str
    drawing: SheetView
    ranges: str | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckView:
    """A check in words."""

    id: str
    level: str
    text: str
    remedy: str | None
    source: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class LineView:
    """A step of a working."""

    what: str
    figures: str
    result: str


@dataclass(frozen=True, slots=True, kw_only=True)
class FigureView:
    """A figure in words: a length as it is called, a count, an angle, a volume."""

    text: str
    sense: str


@dataclass(frozen=True, slots=True, kw_only=True)
class WorkingView:
    """The two roads to a number."""

    fact: str
    label: str
    first: list[LineView]
    second: list[LineView]
    result: FigureView
    agrees: bool
