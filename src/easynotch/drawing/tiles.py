"""A drawing at full size over several sheets of paper: tiles with an overlap, marks to lay them together by, a map of
the pages, and bars to measure before anything is traced.
"""

from dataclasses import dataclass
from itertools import pairwise
from math import ceil, hypot

from .page import INCH, MARGIN, Draft, Page, Paper, place
from .sheet import Point, Sheet

OVERLAP = 12.0
FOOT = 14.0
"""mm: under each tile, for its name and its bar."""
CROSS = 5.0


@dataclass(frozen=True, slots=True)
class TileWords:
    """The words on the tiles, worded by the caller: of the map, of a tile (with its row and column), of the bars."""

    map_title: str
    measure: str
    tile: str


def tiles(title: str, sheet: Sheet, paper: Paper, said: TileWords, *, imperial: bool) -> list[Page]:
    """The pages of a full-size template: the map first, then row by row.

    Args:
        title: of the piece.
        sheet: its drawing, in mm.
        paper: what it is printed on, turned on its side.
        said: the words.
        imperial: whether the bar is in inches.
    """
    high, wide = paper.size
    room = (wide - 2 * MARGIN, high - 2 * MARGIN - FOOT)
    step = (room[0] - OVERLAP, room[1] - OVERLAP)
    left, top, right, bottom = sheet.extent
    columns = max(1, ceil((right - left - OVERLAP) / step[0] - 1e-9))
    rows = max(1, ceil((bottom - top - OVERLAP) / step[1] - 1e-9))
    made = []
    for row in range(rows):
        for column in range(columns):
            corner = (left + column * step[0], top + row * step[1])
            name = said.tile.format(row=row + 1, column=column + 1, rows=rows, columns=columns)
            made.append(_tile(f"{title}: {name}", sheet, corner, room, (wide, high), imperial=imperial))
    grid = _Grid((wide, high), (rows, columns), step, room)
    return [_map(title, sheet, grid, said), *made]


def _tile(
    title: str, sheet: Sheet, corner: Point, room: tuple[float, float], size: tuple[float, float], *, imperial: bool
) -> Page:
    """What of the drawing lies on one tile, at full size."""
    draft = Draft(title, *size)
    origin = (MARGIN - corner[0], MARGIN - corner[1])
    whole = Draft(title, *size)
    place(whole, sheet, 1.0, origin)
    frame = (MARGIN, MARGIN, MARGIN + room[0], MARGIN + room[1])
    for stroke in whole.strokes:
        ends = [*stroke.points, stroke.points[0]] if stroke.closed else list(stroke.points)
        for a, b in pairwise(ends):
            cut = clipped(a, b, frame)
            if cut is not None:
                draft.line(*cut, width=max(0.2, stroke.width), dash=stroke.dash)
    _registration(draft, frame)
    measured_bar(draft, (MARGIN + 2, size[1] - MARGIN - 2), imperial=imperial)
    draft.say((size[0] - MARGIN, size[1] - MARGIN), title, 3.2, "end", bold=True)
    return draft.page()


def _registration(draft: Draft, frame: tuple[float, float, float, float]) -> None:
    """Crosses where this tile's overlap meets its neighbours'; the sheets are laid cross on cross."""
    left, top, right, bottom = frame
    draft.line((left, top), (right, top), (right, bottom), (left, bottom), (left, top), width=0.1, dash=(1.0, 2.0))
    for x in (left, left + OVERLAP, right - OVERLAP, right):
        for y in (top, top + OVERLAP, bottom - OVERLAP, bottom):
            draft.line((x - CROSS / 2, y), (x + CROSS / 2, y), width=0.13)
            draft.line((x, y - CROSS / 2), (x, y + CROSS / 2), width=0.13)


def measured_bar(draft: Draft, at: Point, *, imperial: bool) -> None:
    """A bar to measure: four inches, or a hundred mm."""
    unit, count = (INCH, 4) if imperial else (10.0, 10)
    x, y = at
    draft.line((x, y), (x + unit * count, y), width=0.25)
    for k in range(count + 1):
        draft.line((x + k * unit, y), (x + k * unit, y - (3.0 if k in (0, count) else 1.8)), width=0.25)
    draft.say((x + unit * count + 2, y), '4"' if imperial else "100 mm", 3.0)


def clipped(a: Point, b: Point, frame: tuple[float, float, float, float]) -> tuple[Point, Point] | None:
    """The part of a line within a frame (Liang and Barsky)."""
    low, high = 0.0, 1.0
    (x, y), (dx, dy) = a, (b[0] - a[0], b[1] - a[1])
    for p, q in ((-dx, x - frame[0]), (dx, frame[2] - x), (-dy, y - frame[1]), (dy, frame[3] - y)):
        if abs(p) < 1e-12:
            if q < 0:
                return None
        elif p < 0:
            low = max(low, q / p)
        else:
            high = min(high, q / p)
    if low >= high or hypot(dx, dy) * (high - low) < 1e-6:
        return None
    return (x + low * dx, y + low * dy), (x + high * dx, y + high * dy)


@dataclass(frozen=True, slots=True)
class _Grid:
    """The paper, how many rows and columns of it, from one tile to the next, and what each holds."""

    size: tuple[float, float]
    counts: tuple[int, int]
    step: tuple[float, float]
    room: tuple[float, float]


def _map(title: str, sheet: Sheet, grid: _Grid, said: TileWords) -> Page:
    """How the pages lie together."""
    size, step, room = grid.size, grid.step, grid.room
    draft = Draft(f"{title}: {said.map_title}", *size)
    draft.heading((MARGIN, MARGIN + 6), f"{title}: {said.map_title}", 5.0, draft.width - 2 * MARGIN)
    below = draft.paragraph((MARGIN, MARGIN + 15), said.measure, 3.2, size[0] - 2 * MARGIN)
    rows, columns = grid.counts
    whole = (columns * step[0] + OVERLAP, rows * step[1] + OVERLAP)
    scale = max(whole[0] / (size[0] - 2 * MARGIN), whole[1] / (size[1] - MARGIN - below - 4))
    left, top, _, _ = sheet.extent
    origin = (MARGIN - left / scale, below - top / scale)
    place(draft, sheet, scale, origin)
    for row in range(rows):
        for column in range(columns):
            x, y = MARGIN + column * step[0] / scale, below + row * step[1] / scale
            wide, high = room[0] / scale, room[1] / scale
            draft.line((x, y), (x + wide, y), (x + wide, y + high), (x, y + high), (x, y), width=0.2, dash=(2, 1))
            draft.say((x + wide / 2, y + high / 2), f"{row + 1}.{column + 1}", 4.0, "middle", bold=True)
    return draft.page()
