"""A part of a drawing, cut out of it at the same size."""

from collections.abc import Iterable

from shapely import LineString, Polygon, box
from shapely.geometry.base import BaseGeometry

from .sheet import Path, Point

Window = tuple[float, float, float, float]
"""Left, top, right, bottom."""


def within(window: Window, paths: Iterable[Path]) -> list[Path]:
    """What lies in a window, cut off at its edges."""
    frame, kept = box(*window), []
    for path in paths:
        if len(path.points) < (3 if path.closed else 2):
            continue
        shape: BaseGeometry = Polygon(path.points).buffer(0) if path.closed else LineString(path.points)
        for n, part in enumerate(_parts(shape.intersection(frame))):
            kept.append(Path(path.id if n == 0 else f"{path.id}_{n}", path.layer, part, path.closed))
    return kept


def _parts(shape: BaseGeometry) -> list[tuple[Point, ...]]:
    found = []
    for part in getattr(shape, "geoms", [shape]):
        if isinstance(part, Polygon) and not part.is_empty:
            found.append(tuple((float(x), float(y)) for x, y in part.exterior.coords[:-1]))
        elif isinstance(part, LineString) and not part.is_empty:
            found.append(tuple((float(x), float(y)) for x, y in part.coords))
    return found
