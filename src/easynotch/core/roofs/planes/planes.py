"""Roof planes: one over every eave edge of a plan. Hips, valleys and ridges are where two of them meet."""

from dataclasses import dataclass
from functools import cached_property
from math import hypot, sqrt

from ...solid import CutPlane, Frame, Plane, Removal, Vector

UP = Vector(0.0, 0.0, 1.0)

SectionRow = tuple[str, str, tuple[float, float], tuple[float, float]]
"""A plane square to a slope's section: id, role, a point (inward, up) and the normal (inward, up), out of the wood."""


@dataclass(frozen=True)
class Slope:
    """The roof plane over one eave edge: the plane of the rafters' top edges, the measuring line's plane.

    ``start`` and ``end`` are the bearing line in plan, the roof on its left; ``plate`` is the plate's top and
    ``hap`` the plane's height above it, plumb over the bearing line; ``rise_per_run`` is rise over run.
    """

    id: str
    start: tuple[float, float]
    end: tuple[float, float]
    rise_per_run: float
    plate: float
    hap: float

    @cached_property
    def length(self) -> float:
        """Along the bearing line, mm."""
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @cached_property
    def along(self) -> Vector:
        """Along the eave, from start to end."""
        return Vector((self.end[0] - self.start[0]) / self.length, (self.end[1] - self.start[1]) / self.length, 0.0)

    @property
    def runs_back(self) -> bool:
        """Whether the eave runs against the world's x: the second long side of a rectangle."""
        return self.end[0] < self.start[0]

    def station(self, x: float) -> float:
        """Return the distance along an eave that runs with the world's x or against it, of a place at ``x``."""
        return self.start[0] - x if self.runs_back else x - self.start[0]

    def station_of(self, point: tuple[float, float]) -> float:
        """Return how far along the eave a point in plan lies, mm."""
        return (point[0] - self.start[0]) * self.along.x + (point[1] - self.start[1]) * self.along.y

    def inward_of(self, point: tuple[float, float]) -> float:
        """Return how far inward of the bearing line a point in plan lies, mm."""
        return (point[0] - self.start[0]) * self.inward.x + (point[1] - self.start[1]) * self.inward.y

    @cached_property
    def inward(self) -> Vector:
        """Level, square to the eave, into the building."""
        return UP.cross(self.along)

    @cached_property
    def per_run(self) -> float:
        """Length along the slope for a length of run (``k``)."""
        return sqrt(1.0 + self.rise_per_run * self.rise_per_run)

    @cached_property
    def plane(self) -> Plane:
        """The roof plane, facing up."""
        return Plane.through(self.at(0.0, 0.0, self.plate + self.hap), UP - self.inward * self.rise_per_run)

    def at(self, station: float, inward: float, height: float) -> Vector:
        """A point by its distance along the eave, its distance inward of the bearing line, and its height."""
        along, direction = self.along, self.inward
        return Vector(
            self.start[0] + along.x * station + direction.x * inward,
            self.start[1] + along.y * station + direction.y * inward,
            height,
        )

    def height(self, inward: float) -> float:
        """How high the roof plane is so far inward of the bearing line."""
        return self.plate + self.hap + self.rise_per_run * inward

    def frame(self, station: float, run: float) -> Frame:
        """Where a rafter lies that runs square to the eave: its head ``run`` inward, its near face to the start."""
        down = self.inward * -1.0 - UP * self.rise_per_run
        into_wood = self.inward * self.rise_per_run - UP
        return Frame.along(self.at(station, run, self.height(run)), down, into_wood)

    def removal(self, frame: Frame, station: float, *rows: SectionRow) -> Removal:
        """A removal whose planes are given in the slope's section."""
        return Removal(
            tuple(
                CutPlane(
                    plane_id,
                    role,
                    frame.plane_to_local(
                        Plane.through(self.at(station, *point), self.inward * normal[0] + UP * normal[1])
                    ),
                )
                for plane_id, role, point, normal in rows
            )
        )


def plane_intersection(one: Slope, other: Slope) -> tuple[Vector, Vector]:
    """The line where two roof planes meet: a point of it and its direction, which climbs (a ridge runs level).

    Raises:
        ValueError: parallel planes, which meet nowhere.
    """
    a, b = one.plane, other.plane
    direction = a.normal.cross(b.normal)
    squared = direction.dot(direction)
    if squared < 1e-18:
        raise ValueError("parallel roof planes")
    point = (b.normal.cross(direction) * a.offset + direction.cross(a.normal) * b.offset) * (1.0 / squared)
    unit = direction.unit()
    return point, -unit if unit.z < 0 else unit
