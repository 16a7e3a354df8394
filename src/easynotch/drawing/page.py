"""Pages of paper: lines and words placed in mm, from which both the PDF and the SVG are written.

x to the right, y down, from the page's upper left corner.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from enum import StrEnum

from .measure import width_of
from .sheet import Dimension, Layer, Point, Sheet

INCH = 25.4
SCALES = (1, 2, 5, 8, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100, 200)
MARGIN = 12.0
"""mm: what an office printer surely leaves white."""


class Paper(StrEnum):
    """Sizes of paper."""

    A4 = "a4"
    LETTER = "letter"
    A3 = "a3"

    @property
    def size(self) -> tuple[float, float]:
        """Width and height, upright, mm."""
        return {Paper.A4: (210.0, 297.0), Paper.LETTER: (215.9, 279.4), Paper.A3: (297.0, 420.0)}[self]


@dataclass(frozen=True, slots=True)
class Stroke:
    """A line, or an area's edge; ``width`` in mm, ``fill`` a grey from 0 (black) to 1, or none; dashes in mm."""

    points: tuple[Point, ...]
    closed: bool = False
    width: float = 0.25
    fill: float | None = None
    dash: tuple[float, float] | None = None


@dataclass(frozen=True, slots=True)
class Words:
    """Text at a place, its capital letters about ``size`` mm high; ``turn`` in degrees, counter-clockwise."""

    at: Point
    text: str
    size: float = 3.0
    anchor: str = "start"
    bold: bool = False
    turn: float = 0.0


@dataclass(frozen=True, slots=True)
class Page:
    """A page with its title, which is its bookmark and the name of its file."""

    title: str
    width: float
    height: float
    strokes: tuple[Stroke, ...] = ()
    words: tuple[Words, ...] = ()


STYLE: dict[Layer, Stroke] = {
    Layer.THEORY: Stroke((), width=0.18, dash=(2.0, 1.2)),
    Layer.PENCIL: Stroke((), width=0.25),
    Layer.CUT: Stroke((), width=0.5),
    Layer.WASTE: Stroke((), width=0.13, dash=(0.8, 0.8)),
    Layer.REFERENCE: Stroke((), width=0.18, dash=(4.0, 1.2)),
    Layer.WOOD: Stroke((), width=0.35, fill=0.93),
    Layer.FRAMING: Stroke((), width=0.25, fill=0.97),
    Layer.FINISH: Stroke((), width=0.25, fill=0.85),
    Layer.GROUND: Stroke((), width=0.13, fill=0.9),
}
"""How the layers are drawn on paper: black only, their meaning in weight and dash."""


@dataclass
class Draft:
    """A page being filled."""

    title: str
    width: float
    height: float
    strokes: list[Stroke] = field(default_factory=list)
    words: list[Words] = field(default_factory=list)

    def page(self) -> Page:
        """As it is now."""
        return Page(self.title, self.width, self.height, tuple(self.strokes), tuple(self.words))

    def line(self, *points: Point, width: float = 0.25, dash: tuple[float, float] | None = None) -> None:
        """A line through points."""
        self.strokes.append(Stroke(points, width=width, dash=dash))

    def shape(self, points: Iterable[Point], width: float = 0.35, fill: float | None = None) -> None:
        """An area."""
        self.strokes.append(Stroke(tuple(points), closed=True, width=width, fill=fill))

    def say(self, at: Point, text: str, size: float = 3.0, anchor: str = "start", *, bold: bool = False) -> None:
        """A line of text."""
        self.words.append(Words(at, text, size, anchor, bold))

    def heading(self, at: Point, text: str, size: float, wide: float) -> None:
        """A line in bold type, set smaller where it would be wider than ``wide`` mm."""
        full = width_of(text, size, bold=True)
        self.say(at, text, size if full <= wide else max(1.6, size * wide / full), bold=True)

    def paragraph(self, at: Point, text: str, size: float, wide: float, *, bold: bool = False) -> float:
        """Text broken into lines no wider than ``wide`` mm; where the next line would stand."""
        x, y = at
        for row in wrapped(text, size, wide, bold=bold):
            self.say((x, y), row, size, bold=bold)
            y += size * 1.75
        return y


def wrapped(text: str, size: float, wide: float, *, bold: bool = False) -> list[str]:
    """Lines no wider than ``wide`` mm, but where one word alone is."""
    rows: list[str] = []
    row = ""
    for word in text.split():
        if row and width_of(f"{row} {word}", size, bold=bold) > wide:
            rows.append(row)
            row = word
        else:
            row = f"{row} {word}".strip()
    return [*rows, row] if row else rows


def fit(
    sheet: Sheet,
    box: tuple[float, float, float, float],
    scales: Sequence[float] = (1, 2, 5, 8, 10, 12, 15, 20, 25, 30, 40, 50, 75, 100, 200),
) -> tuple[float, Point]:
    """The largest of the usual scales at which a drawing fits a box, and where its origin comes to lie."""
    left, top, right, bottom = box
    x0, y0, x1, y1 = sheet.extent
    wide, high = max(x1 - x0, 1e-6), max(y1 - y0, 1e-6)
    scale = next((one for one in scales if wide / one <= right - left and high / one <= bottom - top), scales[-1])
    return float(scale), (left + ((right - left) - wide / scale) / 2 - x0 / scale, top - y0 / scale)


def place(draft: Draft, sheet: Sheet, scale: float, origin: Point) -> None:
    """A drawing's shapes on the page at a scale, without its words."""
    for path in sheet.paths:
        style = STYLE[path.layer]
        points = tuple((origin[0] + x / scale, origin[1] + y / scale) for x, y in path.points)
        draft.strokes.append(Stroke(points, path.closed, style.width, style.fill if path.closed else None, style.dash))


def dimension(draft: Draft, one: Dimension, called: str, scale: float, origin: Point) -> None:
    """A dimension: its line with ticks at both ends, and its length beside it."""
    (ax, ay), (bx, by) = ((origin[0] + x / scale, origin[1] + y / scale) for x, y in (one.start, one.end))
    long = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
    if long < 1e-6:
        return
    ux, uy = (bx - ax) / long, (by - ay) / long
    off = one.offset / scale
    nx, ny = (off, 0.0) if abs(uy) > abs(ux) else (0.0, off)
    start, end = (ax + nx, ay + ny), (bx + nx, by + ny)
    draft.line((ax, ay), start, width=0.1)
    draft.line((bx, by), end, width=0.1)
    draft.line(start, end, width=0.18)
    for x, y in (start, end):
        draft.line((x - 1.0 * (ux - uy), y - 1.0 * (uy + ux)), (x + 1.0 * (ux - uy), y + 1.0 * (uy + ux)), width=0.3)
    middle = ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2)
    if abs(uy) > abs(ux):
        # On the side its line stands off to.
        aside, anchor = (-1.6, "end") if off < 0 else (1.6, "start")
        draft.say((middle[0] + aside, middle[1] + 1.0), called, 2.6, anchor)
    else:
        draft.say((middle[0], middle[1] - 1.2), called, 2.6, "middle")
