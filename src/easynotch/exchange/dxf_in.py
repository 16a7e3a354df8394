"""A drawing's closed outline read as a plan: its corners in mm.

Of several outlines the largest counts. What is no closed outline of straight lines is told, not guessed.
"""

import io
import re
from collections.abc import Iterator
from math import hypot

from ezdxf.document import Drawing
from ezdxf.entities.dxfentity import DXFEntity
from ezdxf.filemanagement import read
from ezdxf.lldxf.const import DXFError

from ..core.terms import Count, Message, message
from .problems import Problem, Problems

MOST_BYTES = 8 * 1024 * 1024
MOST_ENTITIES = 20_000
MOST_CORNERS = 12
MM = {0: 1.0, 1: 25.4, 2: 304.8, 4: 1.0, 5: 10.0, 6: 1000.0, 10: 914.4, 14: 100.0}
"""mm of a drawing's unit, by its number in the file; a drawing without one is taken for mm."""
NEAR = 0.5
"""mm: ends nearer than this meet."""
STRAIGHT = 1e-6
_ENTITY = re.compile(rb"^[^\S\n]*0[^\S\n]*$", re.MULTILINE)
"""What a reader takes for the start of an entity, whatever white space stands round it."""
BYTE_ORDER_MARK = b"\xef\xbb\xbf"

Point = tuple[float, float]


def outline_from_dxf(body: bytes) -> tuple[Point, ...]:
    """The corners of a drawing's largest closed outline, counter-clockwise from its lower left one, mm.

    Raises:
        Problems: too large, no DXF, no closed outline, too many corners.
    """
    if len(body) > MOST_BYTES:
        raise _refuse("dxf_large")
    if len(_ENTITY.findall(body)) > MOST_ENTITIES:
        raise _refuse("dxf_many", n=Count(MOST_ENTITIES))
    drawing = _read(body.removeprefix(BYTE_ORDER_MARK))
    unit = MM.get(_unit(drawing))
    if unit is None:
        raise _refuse("dxf_unit")
    loops = [_tidy([(x * unit, y * unit) for x, y in loop]) for loop in _loops(drawing)]
    loops = [loop for loop in loops if len(loop) >= 3 and abs(_area(loop)) > 1.0]
    if not loops:
        raise _refuse("dxf_open")
    largest = max(loops, key=lambda loop: abs(_area(loop)))
    if len(largest) > MOST_CORNERS:
        raise _refuse("dxf_corners", n=Count(MOST_CORNERS), found=Count(len(largest)))
    return _from_lower_left(largest if _area(largest) > 0 else largest[::-1])


def _refuse(key: str, **values: Count) -> Problems:
    return Problems([Problem("", message(f"error.{key}", **values) if values else Message(f"error.{key}"))])


def _read(body: bytes) -> Drawing:
    try:
        return read(io.StringIO(body.decode("utf-8", errors="surrogateescape").replace("\r\n", "\n")))
    except (DXFError, ValueError, KeyError, IndexError, TypeError, AttributeError, RecursionError):
        raise _refuse("dxf_none") from None


def _unit(drawing: Drawing) -> int:
    """The number of the drawing's unit; -1 where it says none that is a number."""
    try:
        return int(drawing.header.get("$INSUNITS", 0))
    except (TypeError, ValueError):
        return -1


def _loops(drawing: Drawing) -> Iterator[list[Point]]:
    """Closed polylines, and single lines that close."""
    lines = []
    for entity in drawing.modelspace():
        kind = entity.dxftype()
        if kind in ("LWPOLYLINE", "POLYLINE"):
            points = _points(entity)
            closed = getattr(entity, "closed", False) or getattr(entity, "is_closed", False)
            if points and (closed or _meet(points[0], points[-1])):
                yield points
        elif kind == "LINE":
            start, end = entity.dxf.start, entity.dxf.end
            lines.append(((float(start.x), float(start.y)), (float(end.x), float(end.y))))
    yield from _joined(lines)


def _points(entity: DXFEntity) -> list[Point]:
    """A polyline's corners; empty where a side of it is an arc."""
    if entity.dxftype() == "LWPOLYLINE":
        rows = [tuple(float(value) for value in row) for row in entity.get_points("xyb")]  # type: ignore[attr-defined]
    else:
        rows = [
            (float(v.dxf.location.x), float(v.dxf.location.y), float(v.dxf.get("bulge", 0.0)))
            for v in entity.vertices  # type: ignore[attr-defined]
        ]
    return [] if any(abs(row[2]) > STRAIGHT for row in rows) else [(row[0], row[1]) for row in rows]


def _joined(lines: list[tuple[Point, Point]]) -> Iterator[list[Point]]:
    """Lines put end to end as long as one goes on where the last one stopped."""
    left = lines[:400]
    while left:
        start, at = left.pop()
        loop = [start]
        while not _meet(at, start):
            found = next((k for k, line in enumerate(left) if _meet(line[0], at) or _meet(line[1], at)), None)
            if found is None:
                break
            line = left.pop(found)
            loop.append(at)
            at = line[1] if _meet(line[0], at) else line[0]
        if _meet(at, start) and len(loop) >= 3:
            yield loop


def _meet(one: Point, other: Point) -> bool:
    return hypot(one[0] - other[0], one[1] - other[1]) < NEAR


def _tidy(loop: list[Point]) -> list[Point]:
    """Corners alone: no point twice, none in the middle of a straight side."""
    points = [point for k, point in enumerate(loop) if not _meet(point, loop[k - 1])]
    kept = []
    for k, point in enumerate(points):
        (ax, ay), (bx, by) = points[k - 1], points[(k + 1) % len(points)]
        long = hypot(bx - ax, by - ay)
        off = abs((bx - ax) * (ay - point[1]) - (ax - point[0]) * (by - ay)) / long if long > 0 else 1.0
        if off > NEAR / 5:
            kept.append(point)
    return kept


def _area(loop: list[Point]) -> float:
    ends = zip(loop, [*loop[1:], *loop[:1]], strict=True)
    return sum(a[0] * b[1] - b[0] * a[1] for a, b in ends) / 2


def _from_lower_left(loop: list[Point]) -> tuple[Point, ...]:
    first = min(range(len(loop)), key=lambda k: (round(loop[k][1], 3), loop[k][0]))
    turned = [*loop[first:], *loop[:first]]
    x, y = turned[0]
    return tuple((round(a - x, 6), round(b - y, 6)) for a, b in turned)
