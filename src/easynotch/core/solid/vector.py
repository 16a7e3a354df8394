"""Points, directions and planes, as small frozen values."""

from dataclasses import dataclass
from math import sqrt


@dataclass(frozen=True, slots=True)
class Vector:
    """A point or a direction, mm."""

    x: float
    y: float
    z: float

    def __add__(self, other: "Vector") -> "Vector":
        return Vector(self.x + other.x, self.y + other.y, self.z + other.z)

    def __sub__(self, other: "Vector") -> "Vector":
        return Vector(self.x - other.x, self.y - other.y, self.z - other.z)

    def __mul__(self, factor: float) -> "Vector":
        return Vector(self.x * factor, self.y * factor, self.z * factor)

    def __neg__(self) -> "Vector":
        return self * -1.0

    def dot(self, other: "Vector") -> float:
        """Scalar product."""
        return self.x * other.x + self.y * other.y + self.z * other.z

    def cross(self, other: "Vector") -> "Vector":
        """Vector product, right-handed."""
        return Vector(
            self.y * other.z - self.z * other.y,
            self.z * other.x - self.x * other.z,
            self.x * other.y - self.y * other.x,
        )

    @property
    def length(self) -> float:
        """Euclidean length."""
        return sqrt(self.dot(self))

    def unit(self) -> "Vector":
        """The same direction with length one."""
        return self * (1.0 / self.length)


@dataclass(frozen=True, slots=True)
class Plane:
    """All points ``p`` with ``normal · p = offset``; ``normal`` has length one and points to the front."""

    normal: Vector
    offset: float

    @classmethod
    def through(cls, point: Vector, normal: Vector) -> "Plane":
        """The plane through a point, facing along ``normal`` (any length)."""
        unit = normal.unit()
        return cls(unit, unit.dot(point))

    def above(self, point: Vector) -> float:
        """Signed distance of a point, positive in front."""
        return self.normal.dot(point) - self.offset
