"""Valleys that run on past the ridge of their wing, under the higher roof, to what can hold their head.

Where a wing's ridge ends below the main ridge, two valleys and that ridge meet under one slope, and nothing stands
there to lean on. One valley runs on to the far edge of the slope; the other and the wing's ridge butt it.
"""

from dataclasses import dataclass
from itertools import pairwise
from math import hypot

from ...solid import Vector
from ..planes.planes import Slope
from .layout import RoofLayout
from .seam_sections import outline_of, stock_of
from .seams import TINY, OutlineRoof, Point, Region, Seam, SeamKind


@dataclass(frozen=True, slots=True)
class Reach:
    """How a supporting valley runs on: from the ``node`` its seam ends at, in the plane of one slope, to its head."""

    node: Vector
    head: Vector
    slope: Slope

    @property
    def run(self) -> float:
        """How far it runs on, level, mm."""
        return hypot(self.head.x - self.node.x, self.head.y - self.node.y)


FARTHEST = 4.0
"""Times the thickest stick: beside valleys, nodes farther apart are not taken as one, and what would hold a valley's
head is not near it.
"""


def thickest_of(layout: RoofLayout) -> float:
    """Of the sticks under a roof's seams, mm."""
    return max((stock_of(layout, seam).thickness for seam in outline_of(layout).seams), default=0.0)


def far_reaches(layout: RoofLayout) -> dict[Seam, Reach]:
    """The valleys beside whose head nothing stands that could hold it."""
    roof, near = outline_of(layout), FARTHEST * thickest_of(layout)
    return {roof.seams[number]: reach for number, reach in reaches_of(roof).items() if reach.run > near}


def reaches_of(roof: OutlineRoof) -> dict[int, Reach]:
    """The valleys that run on, by the number of their seam."""
    found: dict[int, Reach] = {}
    for region in roof.regions:
        corners = region.corners
        for number, at in enumerate(corners):
            before, after = corners[number - 1], corners[(number + 1) % len(corners)]
            if _turn(before, at, after) >= -TINY or region.inward(at) < TINY:
                continue
            rows = [
                (round(reach.run, 3), seam_number, reach)
                for seam_number, seam in enumerate(roof.seams)
                if seam.kind is SeamKind.VALLEY and region.slope in (seam.first, seam.second)
                and _at(seam.high, at) and (reach := _reach(region, seam)) is not None
            ]  # fmt: skip
            if rows:
                _, seam_number, reach = min(rows, key=lambda row: row[:2])
                found[seam_number] = reach
    return found


def _reach(region: Region, seam: Seam) -> Reach | None:
    """Where a valley's line, drawn on, leaves a slope's region."""
    x, y = seam.direction.x, seam.direction.y
    nearest: float | None = None
    for (a, b), (c, d) in pairwise([*region.corners, region.corners[0]]):
        turn = x * (d - b) - y * (c - a)
        if abs(turn) < TINY:
            continue
        p, q = a - seam.high.x, b - seam.high.y
        far, share = (p * (d - b) - q * (c - a)) / turn, (p * y - q * x) / turn
        if far > 1.0 and -TINY <= share <= 1.0 + TINY and (nearest is None or far < nearest):
            nearest = far
    if nearest is None:
        return None
    head = seam.high + Vector(x, y, seam.rise_per_run) * nearest
    return Reach(seam.high, head, region.slope)


def _at(node: Vector, point: Point) -> bool:
    return abs(node.x - point[0]) < 1e-3 and abs(node.y - point[1]) < 1e-3


def _turn(before: Point, at: Point, after: Point) -> float:
    return (at[0] - before[0]) * (after[1] - at[1]) - (at[1] - before[1]) * (after[0] - at[0])
