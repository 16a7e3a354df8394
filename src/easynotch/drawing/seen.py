"""Pieces as they are seen from the side and from above: their outlines, or their silhouettes."""

from collections.abc import Callable

from shapely import MultiPoint, Polygon

from ..core.solid import Face, Frame, Member, Vector, outline
from .sheet import Point

Projection = Callable[[Vector], Point]
SQUARE_ON = 1.0 - 1e-6


def from_the_side(point: Vector) -> Point:
    """Along the stair to the right, up is up."""
    return point.x, -point.z


def from_above(point: Vector) -> Point:
    """Down the stair to the right, its left side up."""
    return point.x, -point.y


def silhouette(member: Member, frame: Frame, view: Projection) -> tuple[Point, ...]:
    """What is seen of a piece in one of its places: its wide face's outline where that faces the eye, else the hull
    of both its faces. Empty where nothing is left of it.
    """
    toward = Vector(0.0, 1.0, 0.0) if view is from_the_side else Vector(0.0, 0.0, 1.0)
    if abs(frame.z.dot(toward)) > SQUARE_ON:
        return tuple(view(_on(member, frame, Face.NEAR, point)) for point in outline(member))
    points = [
        view(_on(member, frame, face, point)) for face in (Face.NEAR, Face.FAR) for point in outline(member, face)
    ]
    hull = MultiPoint(points).convex_hull if len(points) > 2 else None
    if not isinstance(hull, Polygon):
        return ()
    return tuple((float(x), float(y)) for x, y in hull.exterior.coords[:-1])


def _on(member: Member, frame: Frame, face: Face, point: Point) -> Vector:
    half = member.stock.thickness / 2 * (-1 if face is Face.NEAR else 1)
    return frame.to_world(Vector(point[0], point[1], half))
