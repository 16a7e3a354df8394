"""The named bevels of every corner of a roof, read off its planes: any corner, any two pitches.

A bevel is the angle between two lines in one face of a piece: where a cutting plane crosses the face, and the face's
own edge (or square across it). Source of the names: the trade's list for a square corner; the closed forms given
there for equal pitches are what the tests hold these against.
"""

from dataclasses import dataclass
from enum import StrEnum
from math import acos, atan, degrees

from ...solid import Vector
from ..plan.layout import RoofLayout
from ..plan.seams import Seam, SeamKind
from ..planes.planes import UP, Slope

SAME = 1e-6


class Datum(StrEnum):
    """What a bevel is measured from."""

    EDGE = "edge"
    ACROSS = "across"
    EAVE = "eave"
    PLANES = "planes"


@dataclass(frozen=True, slots=True)
class Bevel:
    """A bevel, degrees, from its datum; ``slope`` is the side it belongs to, None for the hip's or valley's own."""

    id: str
    degrees: float
    datum: Datum
    slope: Slope | None = None

    @property
    def from_across(self) -> float | None:
        """The same line from square across its face, as a square is held to it; None for what is no line on wood."""
        if self.datum is Datum.ACROSS:
            return self.degrees
        return 90.0 - self.degrees if self.datum is Datum.EDGE else None


def hips_of(layout: RoofLayout) -> tuple[Seam, ...]:
    """The hips of a roof with hipped ends or over an outline, as seams of its planes."""
    return () if layout.outline is None else tuple(layout.outline.hips)


def valleys_of(layout: RoofLayout) -> tuple[Seam, ...]:
    """The valleys that come from an inside corner of the walls."""
    valleys = () if layout.outline is None else layout.outline.valleys
    return tuple(seam for seam in valleys if seam.corner is not None)


def distinct_hips(layout: RoofLayout) -> list[tuple[Seam, tuple[int, ...]]]:
    """The hips that differ in their corner, each with the numbers of all that are like it."""
    return _distinct(hips_of(layout))


def distinct_corners(layout: RoofLayout) -> list[tuple[Seam, tuple[int, ...]]]:
    """Hips and, after them, valleys that differ in their corner, each with the numbers of all that are like it."""
    return _distinct(hips_of(layout)) + _distinct(valleys_of(layout))


def _distinct(seams: tuple[Seam, ...]) -> list[tuple[Seam, tuple[int, ...]]]:
    groups: dict[tuple[float, ...], list[int]] = {}
    for number, seam in enumerate(seams):
        sides = sorted(
            (round(slope.rise_per_run, 6), round(seam.plan_angle(slope), 4)) for slope in (seam.first, seam.second)
        )
        groups.setdefault(tuple(value for side in sides for value in side), []).append(number)
    return [(seams[numbers[0]], tuple(number + 1 for number in numbers)) for numbers in groups.values()]


def bevels_of(seam: Seam) -> tuple[Bevel, ...]:
    """Every named bevel of a corner: of its two sides (once, where they are alike), then the hip's or valley's own."""
    sides, kind = (seam.first, seam.second), str(seam.kind)
    alike = (
        abs(sides[0].rise_per_run - sides[1].rise_per_run) < SAME
        and abs(seam.plan_angle(sides[0]) - seam.plan_angle(sides[1])) < SAME
    )
    slope_angle = degrees(atan(seam.rise_per_run))
    found = [bevel for slope in (sides[:1] if alike else sides) for bevel in _of_side(seam, slope)]
    found += [
        Bevel(f"plumb_{kind}", 90.0 - slope_angle, Datum.EDGE),
        Bevel(f"level_{kind}", slope_angle, Datum.EDGE),
    ]
    for number, slope in enumerate(sides[:1] if alike else sides):
        found += [
            Bevel(f"edge_{kind}", _edge_of_cheek(seam, slope), Datum.EDGE, slope),
            Bevel("backing" if seam.kind is SeamKind.HIP else "trough", seam.backing[number], Datum.ACROSS, slope),
        ]
    return (*found, Bevel("dihedral", seam.dihedral, Datum.PLANES))


def _of_side(seam: Seam, slope: Slope) -> list[Bevel]:
    theta = degrees(atan(slope.rise_per_run))
    climb = (seam.direction + UP * seam.rise_per_run).unit()
    up_slope = (slope.inward + UP * slope.rise_per_run).unit()
    jack = _between(climb, up_slope)
    square_out = slope.plane.normal
    across = UP.cross(seam.direction)
    face, edge = across.cross(up_slope), across.cross(square_out)
    return [
        Bevel("plumb_common", 90.0 - theta, Datum.EDGE, slope),
        Bevel("level_common", theta, Datum.EDGE, slope),
        Bevel("edge_jack", jack, Datum.EDGE, slope),
        Bevel("sheathing", _between(climb, slope.along), Datum.EAVE, slope),
        Bevel("face_purlin", _from_across(face, slope.along, square_out), Datum.ACROSS, slope),
        Bevel("edge_purlin", _from_across(edge, slope.along, up_slope), Datum.ACROSS, slope),
        # A purlin that stands plumb is cut plumb on its face and to the plan on its level edge.
        Bevel("edge_plumb_purlin", abs(90.0 - seam.plan_angle(slope)), Datum.ACROSS, slope),
    ]


def _edge_of_cheek(seam: Seam, slope: Slope) -> float:
    """On a square top, the line of a cheek: a hip's lies along this side's commons, a valley's along its ridge."""
    top = (UP - seam.direction * seam.rise_per_run).unit()
    cheek = UP.cross(slope.inward if seam.kind is SeamKind.HIP else slope.along)
    return _between(cheek.cross(top), (seam.direction + UP * seam.rise_per_run).unit())


def _between(one: Vector, other: Vector) -> float:
    """Between two lines, degrees, at most 90."""
    return degrees(acos(min(1.0, abs(one.unit().dot(other.unit())))))


def _from_across(line: Vector, along: Vector, across: Vector) -> float:
    return degrees(atan(abs(line.dot(along)) / abs(line.dot(across))))
