"""What an apprentice holds, and what he has drawn: places and lines, each with how far it may be off."""

from dataclasses import dataclass
from math import hypot

FINE = 1e-9

WOOD = 2e-3
"""mm by which a point may lie off the board, and two named places be one."""


@dataclass
class Tools:
    tongue: float = 406.4
    body: float = 609.6
    division: float = FINE
    triangle: float = 0.0  # degrees a triangle can be read to; 0 exact
    bevel: float = 0.0
    inside: bool = False
    triangle_edge: float = 304.8
    bevel_blade: float = 250.0


@dataclass
class Place:
    point: tuple[float, float]
    off: float  # how far it may lie from where it should, mm


@dataclass
class Drawn:
    point: tuple[float, float]
    tool: tuple[float, float]
    end: tuple[float, float]
    off: float
    turn: float  # radians
    nominal: tuple[tuple[float, float], tuple[float, float]]

    def aside(self, point):
        return abs((point[0] - self.point[0]) * self.tool[1] - (point[1] - self.point[1]) * self.tool[0])

    def allowed(self, point):
        return self.off + hypot(point[0] - self.point[0], point[1] - self.point[1]) * self.turn * 1.05 + 1e-4


class Impossible(AssertionError):
    """A step that cannot be done with real tools."""
