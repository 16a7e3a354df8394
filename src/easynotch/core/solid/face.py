"""The four long faces of a board, and what is left of them after the removals.

Each face has plane coordinates: u along the length (x), v across it: y on the wide faces, z on the edges.
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache
from typing import cast

from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from .member import Member, Removal, Stock
from .vector import Plane, Vector

ALIKE = 1e-9
"""Of a unit normal: less of it along a face is none."""
LIES_IN = 1e-6
"""mm: a plane nearer than this to a face it is parallel to lies in it."""
MERGE = 1e-7
"""mm: corners nearer than this are one corner."""

Point = tuple[float, float]


class Face(StrEnum):
    """A long face of a board."""

    NEAR = "near"
    FAR = "far"
    TOP = "top"
    BOTTOM = "bottom"


@dataclass(frozen=True, slots=True)
class HalfPlane:
    """Where a plane's front meets a face: ``a·u + b·v > c``."""

    a: float
    b: float
    c: float

    def above(self, point: Point) -> float:
        """Positive in front; a distance in mm only when the plane stands square to the face."""
        return self.a * point[0] + self.b * point[1] - self.c


def across(face: Face, stock: Stock) -> tuple[float, float]:
    """From where to where a face reaches in v, mm."""
    if face in (Face.NEAR, Face.FAR):
        return 0.0, stock.depth
    return -stock.thickness / 2, stock.thickness / 2


def on_face(face: Face, stock: Stock, u: float, v: float) -> Vector:
    """A point of a face in the member's frame."""
    if face is Face.NEAR or face is Face.FAR:
        return Vector(u, v, stock.thickness / 2 * (-1 if face is Face.NEAR else 1))
    return Vector(u, 0.0 if face is Face.TOP else stock.depth, v)


def face_line(plane: Plane, face: Face, stock: Stock) -> HalfPlane:
    """A plane's front as seen on a face."""
    base = on_face(face, stock, 0.0, 0.0)
    wide = face in (Face.NEAR, Face.FAR)
    half = HalfPlane(plane.normal.x, plane.normal.y if wide else plane.normal.z, plane.offset - plane.normal.dot(base))
    # A plane that lies in the face itself takes nothing off it: of a planed post some faces are the blank's own.
    lies_in_it = abs(half.a) < ALIKE and abs(half.b) < ALIKE and abs(half.c) < LIES_IN
    return HalfPlane(0.0, 0.0, LIES_IN) if lies_in_it else half


def clip(corners: list[Point], half: HalfPlane, *, keep_front: bool) -> list[Point]:
    """A convex polygon clipped to one side of a line (Sutherland and Hodgman, one edge)."""
    sign = 1.0 if keep_front else -1.0
    a, b, c = sign * half.a, sign * half.b, sign * half.c
    heights = [a * u + b * v - c for u, v in corners]
    if not corners or min(heights) >= 0:
        return corners
    kept: list[Point] = []
    for i, here in enumerate(corners):
        before, at_before, at_here = corners[i - 1], heights[i - 1], heights[i]
        if (at_before < 0 < at_here) or (at_here < 0 < at_before):
            share = at_before / (at_before - at_here)
            kept.append((before[0] + share * (here[0] - before[0]), before[1] + share * (here[1] - before[1])))
        if at_here >= 0:
            kept.append(here)
    return kept


def blank(stock: Stock, reach: tuple[float, float], face: Face) -> list[Point]:
    """The face of the uncut board within a stretch of its length."""
    (head, foot), (low, high) = reach, across(face, stock)
    return [(head, low), (foot, low), (foot, high), (head, high)]


@dataclass(frozen=True, slots=True)
class Region:
    """What a removal takes off a face: its half-planes, its corners on the uncut face (none
    where it misses), and from which u to which u they reach."""

    halves: tuple[HalfPlane, ...]
    corners: tuple[Point, ...]
    extent: tuple[float, float]


@lru_cache(maxsize=512)
def regions(member: Member, face: Face) -> tuple[Region, ...]:
    """What each removal takes off the uncut face, in their order."""
    return tuple(_region(removal, member.stock, member.reach, face) for removal in member.removals)


@lru_cache(maxsize=4096)
def _region(removal: Removal, stock: Stock, reach: tuple[float, float], face: Face) -> Region:
    """Kept by removal: pieces of one building share most of theirs."""
    halves = tuple(face_line(cut.plane, face, stock) for cut in removal.planes)
    corners = blank(stock, reach, face)
    for half in halves:
        corners = clip(corners, half, keep_front=True)
    along = [u for u, _ in corners] if len(corners) > 2 else []
    extent = (min(along), max(along)) if along else (0.0, 0.0)
    return Region(halves, tuple(corners) if along else (), extent)


def stretch(member: Member, face: Face = Face.NEAR) -> tuple[float, float] | None:
    """From which x to which x a wide face reaches under the end cuts alone, or None if nothing is left."""
    corners = _end_cut(member, face)
    if len(corners) < 3:
        return None
    return min(u for u, _ in corners), max(u for u, _ in corners)


def outline(member: Member, face: Face = Face.NEAR) -> tuple[Point, ...]:
    """The largest connected piece that is left of a face, as its corners in (u, v); empty if nothing is left. Housings
    do not break it: the wood behind them stays.
    """
    return _outline(member, face)


def housings(member: Member) -> tuple[tuple[Point, ...], ...]:
    """What is let in to a depth into the near face, each as its corners in (u, v), within the piece's ends."""
    found = []
    for removal, region in zip(member.removals, regions(member, Face.NEAR), strict=True):
        corners = list(region.corners) if removal.housing else []
        for end in regions(member, Face.NEAR):
            if len(end.halves) == 1 and corners:
                corners = clip(corners, end.halves[0], keep_front=False)
        if len(corners) > 2:
            found.append(tuple(corners))
    return tuple(found)


@lru_cache(maxsize=512)
def _outline(member: Member, face: Face) -> tuple[Point, ...]:
    corners = _end_cut(member, face)
    if len(corners) < 3:
        return ()
    wedges = any(len(one.halves) > 1 and one.corners for one in regions(member, face))
    if not wedges:
        return _tidy(corners)
    left: BaseGeometry = Polygon(corners)
    for removal, region in zip(member.removals, regions(member, face), strict=True):
        if len(region.halves) > 1 and region.corners and not removal.housing:
            left = left.difference(Polygon(region.corners))
    pieces = [piece for piece in getattr(left, "geoms", [left]) if isinstance(piece, Polygon) and not piece.is_empty]
    if not pieces:
        return ()
    largest = max(pieces, key=lambda piece: piece.area)
    return _tidy([cast(Point, tuple(corner)) for corner in largest.exterior.coords[:-1]])


def _end_cut(member: Member, face: Face) -> list[Point]:
    corners = blank(member.stock, member.reach, face)
    for region in regions(member, face):
        if len(region.halves) == 1 and corners:
            corners = clip(corners, region.halves[0], keep_front=False)
    return corners


def _tidy(corners: list[Point]) -> tuple[Point, ...]:
    """Drop corners that stand on their neighbour or on the straight line between both neighbours."""
    apart = [corner for i, corner in enumerate(corners) if _distance(corner, corners[i - 1]) > MERGE]
    kept: list[Point] = []
    for i, (u, v) in enumerate(apart):
        (a, b), (c, d) = apart[i - 1], apart[(i + 1) % len(apart)]
        span = max(abs(c - a), abs(d - b), MERGE)
        if abs((c - a) * (v - b) - (d - b) * (u - a)) > MERGE * span:
            kept.append((u, v))
    return tuple(kept)


def _distance(a: Point, b: Point) -> float:
    return max(abs(a[0] - b[0]), abs(a[1] - b[1]))
