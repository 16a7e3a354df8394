"""Frames: where a member lies in the world."""

from dataclasses import dataclass

from .vector import Plane, Vector


@dataclass(frozen=True, slots=True)
class Frame:
    """A rigid placement: an origin and three unit axes, right-handed, in world coordinates (z up)."""

    origin: Vector
    x: Vector
    y: Vector
    z: Vector

    @classmethod
    def along(cls, origin: Vector, x: Vector, y: Vector) -> "Frame":
        """A frame from its origin and its first two axes, which must be square to each other."""
        first, second = x.unit(), y.unit()
        return cls(origin, first, second, first.cross(second))

    def to_world(self, point: Vector) -> Vector:
        """A point of this frame in world coordinates."""
        return self.origin + self.x * point.x + self.y * point.y + self.z * point.z

    def to_local(self, point: Vector) -> Vector:
        """A point of the world in this frame."""
        from_origin = point - self.origin
        return Vector(self.x.dot(from_origin), self.y.dot(from_origin), self.z.dot(from_origin))

    def plane_to_local(self, plane: Plane) -> Plane:
        """A plane of the world in this frame."""
        normal = Vector(self.x.dot(plane.normal), self.y.dot(plane.normal), self.z.dot(plane.normal))
        return Plane(normal, plane.offset - plane.normal.dot(self.origin))

    def plane_to_world(self, plane: Plane) -> Plane:
        """A plane of this frame in the world."""
        normal = self.x * plane.normal.x + self.y * plane.normal.y + self.z * plane.normal.z
        return Plane(normal, plane.offset + normal.dot(self.origin))
