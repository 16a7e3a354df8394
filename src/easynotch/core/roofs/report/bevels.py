"""The named bevels of every corner of a roof, read off its planes: any corner, any two pitches.

A bevel is the angle between two lines in one face of a piece: where a cutting plane crosses the face, and the face's
own edge (or square across it). Source of the names: the trade's list for a square corner; the closed forms given
there for equal pitches are what the tests hold these against.
"""

from dataclasses import dataclass
from enum import StrEnum
from math import acos, atan, degrees

from ...solid import Vector
from ..model.roof import End
from ..plan.layout import RoofLayout, as_outline
from ..plan.outline import lay_out_outline
from ..plan.seams import Seam
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
    """A bevel, degrees, from its datum; ``slope`` is the side it belongs to, None for the hip's own."""

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
    if layout.outline is not None:
        return tuple(layout.outline.hips)
    plan = layout.roof.plan
    if End.HIP not in plan.ends:
        return ()
    plan = as_outline(plan)
    found = lay_out_outline(plan.corners, plan.edges, layout.roof.slope, layout.notch.hap, plan.sheathing)
    return tuple(found.hips)


def distinct_hips(layout: RoofLayout) -> list[tuple[Seam, tuple[int, ...]]]:
    """The hips that differ in their corner, each with the numbers of all that are like it."""
    groups: dict[tuple[float, ...], list[int]] = {}
    hips = hips_of(layout)
    for number, hip in enumerate(hips):
        sides = sorted(
            (round(slope.rise_per_run, 6), round(hip.plan_angle(slope), 4)) for slope in (hip.first, hip.second)
        )
        groups.setdefault(tuple(value for side in sides for value in side), []).append(number)
    return [(hips[numbers[0]], tuple(number + 1 for number in numbers)) for numbers in groups.values()]


def bevels_of(hip: Seam) -> tuple[Bevel, ...]:
    """Every named bevel of a corner: of its two sides (once, where they are alike), then of the hip itself."""
    sides = (hip.first, hip.second)
    alike = (
        abs(sides[0].rise_per_run - sides[1].rise_per_run) < SAME
        and abs(hip.plan_angle(sides[0]) - hip.plan_angle(sides[1])) < SAME
    )
    slope_angle = degrees(atan(hip.rise_per_run))
    found = [bevel for slope in (sides[:1] if alike else sides) for bevel in _of_side(hip, slope)]
    found += [Bevel("plumb_hip", 90.0 - slope_angle, Datum.EDGE), Bevel("level_hip", slope_angle, Datum.EDGE)]
    for number, slope in enumerate(sides[:1] if alike else sides):
        found += [
            Bevel("edge_hip", _edge_hip(hip, slope), Datum.EDGE, slope),
            Bevel("backing", hip.backing[number], Datum.ACROSS, slope),
        ]
    return (*found, Bevel("dihedral", hip.dihedral, Datum.PLANES))


def _of_side(hip: Seam, slope: Slope) -> list[Bevel]:
    theta = degrees(atan(slope.rise_per_run))
    climb = (hip.direction + UP * hip.rise_per_run).unit()
    up_slope = (slope.inward + UP * slope.rise_per_run).unit()
    jack = _between(climb, up_slope)
    square_out = slope.plane.normal
    across = UP.cross(hip.direction)
    face, edge = across.cross(up_slope), across.cross(square_out)
    return [
        Bevel("plumb_common", 90.0 - theta, Datum.EDGE, slope),
        Bevel("level_common", theta, Datum.EDGE, slope),
        Bevel("edge_jack", jack, Datum.EDGE, slope),
        Bevel("sheathing", _between(climb, _eave_to(hip, slope)), Datum.EAVE, slope),
        Bevel("face_purlin", _from_across(face, slope.along, square_out), Datum.ACROSS, slope),
        Bevel("edge_purlin", _from_across(edge, slope.along, up_slope), Datum.ACROSS, slope),
        # A purlin that stands plumb is cut plumb on its face and to the plan on its level edge.
        Bevel("edge_plumb_purlin", abs(90.0 - hip.plan_angle(slope)), Datum.ACROSS, slope),
    ]


def _edge_hip(hip: Seam, slope: Slope) -> float:
    """On a hip's square top, the line of a cheek that lies along this side's commons."""
    top = (UP - hip.direction * hip.rise_per_run).unit()
    cheek = UP.cross(slope.inward)
    return _between(cheek.cross(top), (hip.direction + UP * hip.rise_per_run).unit())


def _eave_to(hip: Seam, slope: Slope) -> Vector:
    """Along the eave, away from the hip's corner."""
    return slope.along if slope is hip.first else -slope.along


def _between(one: Vector, other: Vector) -> float:
    """Between two lines, degrees, at most 90."""
    return degrees(acos(min(1.0, abs(one.unit().dot(other.unit())))))


def _from_across(line: Vector, along: Vector, across: Vector) -> float:
    return degrees(atan(abs(line.dot(along)) / abs(line.dot(across))))
