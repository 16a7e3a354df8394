"""The last rafters on the plates beside the inside corners of an outline."""

from ...tape import WHOLE
from ..planes.footprint import NEAR
from ..planes.planes import Slope
from .layout import RoofLayout
from .seam_sections import inside_corners, outline_of, reach_aside
from .seams import OutlineRoof, Seam


def beside_corners(layout: RoofLayout, slope: Slope) -> dict[int, float]:
    """Where the last rafter on the plates stands before each inside corner of an eave: clear of the valley, which comes
    over the lower wall beside the corner where plates stand at different heights.
    """
    roof, found = outline_of(layout), {}
    turned, half = inside_corners(layout), layout.roof.rafter.thickness / 2
    for start, end, *corners in roof.walls(slope):
        for corner, at, sign in zip(corners, (start, end), (1.0, -1.0), strict=True):
            valley = _valley_from(roof, corner) if corner in turned else None
            if valley is not None:
                off = reach_aside(layout, valley, slope) / max(abs(valley.side(slope).dot(slope.along)), NEAR)
                past = max(0.0, sign * (_over_wall(valley, slope) - at) + off)
                found[corner] = at + sign * min(past + half + WHOLE, (end - start) / 2)
    return found


def _valley_from(roof: OutlineRoof, corner: int) -> Seam | None:
    beside = {roof.slopes[corner - 1], roof.slopes[corner]}
    return next((valley for valley in roof.valleys if valley.corner and {valley.first, valley.second} == beside), None)


def _over_wall(valley: Seam, slope: Slope) -> float:
    """How far along a slope's eave a valley crosses its bearing line."""
    to_line = -slope.inward_of((valley.low.x, valley.low.y)) / slope.inward.dot(valley.direction)
    at = valley.low + valley.direction * to_line
    return slope.station_of((at.x, at.y))
