"""A sheet: shapes on layers named by what they mean."""

from collections.abc import Iterable
from dataclasses import dataclass
from enum import StrEnum

from ..core.terms import Length, Message

Point = tuple[float, float]


class Layer(StrEnum):
    """What a line or an area is."""

    THEORY = "theory"
    PENCIL = "pencil"
    CUT = "cut"
    WASTE = "waste"
    REFERENCE = "reference"
    WOOD = "wood"
    FRAMING = "framing"
    FINISH = "finish"
    GROUND = "ground"


@dataclass(frozen=True, slots=True)
class Path:
    """A line through points, or the area within them. Where it has a ``middle`` it is an arc about it, and its points
    lie along it.
    """

    id: str
    layer: Layer
    points: tuple[Point, ...]
    closed: bool
    middle: Point | None = None


@dataclass(frozen=True, slots=True)
class Dimension:
    """A measured distance with both its ends: drawn at ``offset`` mm to the right of (or below) its points.

    ``field`` is the key of the work where the value is typed; None for a worked-out length. ``label_at`` is how far
    from its start to its end the figure stands, 0 to 1.
    """

    id: str
    start: Point
    end: Point
    offset: float
    length: Length
    field: str | None = None
    label_at: float = 0.5


@dataclass(frozen=True, slots=True)
class Text:
    """Words at a place."""

    id: str
    at: Point
    words: Message


@dataclass(frozen=True, slots=True)
class Sheet:
    """A drawing: its extent (left, top, right, bottom) and what is on it, back to front."""

    extent: tuple[float, float, float, float]
    paths: tuple[Path, ...]
    dimensions: tuple[Dimension, ...] = ()
    texts: tuple[Text, ...] = ()


def area(path_id: str, layer: Layer, points: Iterable[Point]) -> Path:
    """A closed path."""
    return Path(path_id, layer, tuple(points), True)


def line(path_id: str, layer: Layer, *points: Point) -> Path:
    """An open path."""
    return Path(path_id, layer, points, False)


def rectangle(path_id: str, layer: Layer, low: Point, high: Point) -> Path:
    """An upright rectangle between two corners."""
    (a, b), (c, d) = low, high
    return area(path_id, layer, ((a, b), (c, b), (c, d), (a, d)))
