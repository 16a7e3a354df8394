"""Drawings as DXF: mm, layers named by what they mean, lines as lines, arcs as arcs."""

from collections.abc import Sequence
from io import StringIO
from math import atan2, degrees, hypot

from ezdxf import units
from ezdxf.filemanagement import new

from .sheet import Layer, Point, Sheet

COLOURS = {Layer.CUT: 1, Layer.WOOD: 7, Layer.PENCIL: 8, Layer.WASTE: 9, Layer.REFERENCE: 3, Layer.THEORY: 4}


def dxf_of(drawings: Sequence[tuple[str, Sheet]]) -> str:
    """Drawings beside each other in one file; y runs up in a DXF.

    Args:
        drawings: each with its name, which is written over it.
    """
    document = new("R2010", setup=False)
    document.units = units.MM
    document.header["$INSUNITS"] = units.MM
    for layer in Layer:
        document.layers.add(layer.upper(), color=COLOURS.get(layer, 7))
    document.layers.add("TEXT", color=7)
    space = document.modelspace()
    x = 0.0
    for name, sheet in drawings:
        left, top, right, _ = sheet.extent
        for path in sheet.paths:
            points = [(x + u - left, -(v - top)) for u, v in path.points]
            if path.middle is not None:
                middle = (x + path.middle[0] - left, -(path.middle[1] - top))
                radius, start, end = _arc(middle, points)
                space.add_arc(middle, radius, start, end, dxfattribs={"layer": path.layer.upper()})
            elif len(points) == 2 and not path.closed:
                space.add_line(points[0], points[1], dxfattribs={"layer": path.layer.upper()})
            elif len(points) > 1:
                space.add_lwpolyline(points, close=path.closed, dxfattribs={"layer": path.layer.upper()})
        high = max(8.0, 0.02 * (right - left))
        space.add_text(plain(name), height=high, dxfattribs={"layer": "TEXT"}).set_placement((x, high))
        x += (right - left) + 200.0
    written = StringIO()
    document.write(written)
    return written.getvalue()


def _arc(middle: Point, points: Sequence[Point]) -> tuple[float, float, float]:
    """An arc's radius and its angles, counter-clockwise as a DXF has them, in degrees."""
    (ax, ay), (bx, by), (cx, cy) = points[0], points[len(points) // 2], points[-1]
    start, end = (degrees(atan2(y - middle[1], x - middle[0])) for x, y in ((ax, ay), (cx, cy)))
    turns_left = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax) > 0
    radius = hypot(ax - middle[0], ay - middle[1])
    return (radius, start, end) if turns_left else (radius, end, start)


def plain(text: str) -> str:
    """Text without what a DXF would read as a command."""
    return "".join(one if one.isprintable() and one not in "\\{}%^" else " " for one in text)[:200]
