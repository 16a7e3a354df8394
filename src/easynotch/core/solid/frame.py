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
        # Written out: points are carried by the thousand, and every vector between would be made for nothing.
        o, x, y, z, u, v, w = self.origin, self.x, self.y, self.z, point.x, point.y, point.z
        return Vector(
            o.x + x.x * u + y.x * v + z.x * w, o.y + x.y * u + y.y * v + z.y * w, o.z + x.z * u + y.z * v + z.z * w
        )

    def to_local(self, point: Vector) -> Vector:
        """A point of the world in this frame."""
        x, y, z, o = self.x, self.y, self.z, self.origin
        u, v, w = point.x - o.x, point.y - o.y, point.z - o.z
        return Vector(x.x * u + x.y * v + x.z * w, y.x * u + y.y * v + y.z * w, z.x * u + z.y * v + z.z * w)

    def plane_to_local(self, plane: Plane) -> Plane:
        """A plane of the world in this frame."""
        normal = Vector(self.x.dot(plane.normal), self.y.dot(plane.normal), self.z.dot(plane.normal))
        return Plane(normal, plane.offset - plane.normal.dot(self.origin))

    def plane_to_world(self, plane: Plane) -> Plane:
        """A plane of this frame in the world."""
        x, y, z, n = self.x, self.y, self.z, plane.normal
        normal = Vector(
            x.x * n.x + y.x * n.y + z.x * n.z, x.y * n.x + y.y * n.y + z.y * n.z, x.z * n.x + y.z * n.y + z.z * n.z
        )
        return Plane(normal, plane.offset + normal.dot(self.origin))
