"""The plates of an outline as they were surveyed: rafters, hips and valleys cut for their own places on them.

The roof's planes stay; what differs is how far every wall stands off the string between its corners and how high its
plate lies: heels follow the wall, seats the plate. Source: ``trade.md`` 9.
"""

from dataclasses import dataclass, replace
from itertools import pairwise

from ...solid import CutPlane, MateFace, Member, Plane, Vector, support_face, together
from ..members.mating_faces import WALL
from ..members.outline_rafters import Standing
from ..model.roof import Node
from ..plan.layout import RoofLayout
from ..plan.seams import Seam
from ..planes.planes import UP, Slope
from .alike import cut_alike
from .pieces import RAFTERS, Framing

ON_EDGE = 1.0
"""mm: a slope whose bearing line passes so near to both ends of an edge, less the sheathing, is that edge's."""
WHOLE = ("common", "king_common")
INSIDE = 1.0
"""mm."""
LEVEL = 1e-3
"""mm: plates that lie nearer in height lie on one level."""
SEATS = ("seat", "seat_side")
ON_WALL = 60.0
"""mm: a rafter whose bearing line is so near a wall as drawn bears on it."""
SQUARE = 0.05
"""Of a direction: a rafter with less of it along a wall runs up from it."""


@dataclass(frozen=True, slots=True)
class PlateHere:
    """A plate at a place: a point of its bearing line at its top, along the wall with the plate's fall, and level
    inward of the wall.
    """

    point: Vector
    along: Vector
    inward: Vector

    @property
    def down(self) -> Vector:
        """Square to the plate's top, into the wall."""
        normal = self.along.cross(self.inward).unit()
        return normal if normal.z < 0 else -normal


def stretch_at(nodes: tuple[Node, ...], along: float) -> tuple[Node, Node]:
    """The two points of a wall between which a place lies; beyond its ends its first or last two."""
    return next(
        (pair for pair in pairwise(nodes) if pair[0][0] <= along <= pair[1][0]),
        (nodes[0], nodes[1]) if along < nodes[0][0] else (nodes[-2], nodes[-1]),
    )


@dataclass(frozen=True)
class SurveyedPlates:
    """The plates of an outline's walls, edge by edge."""

    layout: RoofLayout

    def edge_of(self, slope: Slope, station: float) -> int | None:
        """Which edge of the plan lies under a slope so far along its eave, from 0: walls in one line have one eave."""
        corners = self.layout.roof.plan.corners
        off, found = self.layout.roof.plan.sheathing + ON_EDGE, []
        for number, (here, there) in enumerate(zip(corners, (*corners[1:], *corners[:1]), strict=True)):
            low, high = slope.station_of(here), slope.station_of(there)
            if low < high and max(abs(slope.inward_of(here)), abs(slope.inward_of(there))) <= off:
                found.append((max(low - station, station - high, 0.0), number))
        return min(found, default=(0.0, None))[1]

    def at(self, slope: Slope, station: float) -> PlateHere | None:
        """The plate under a slope so far along its eave; None of one that stands over no wall of the plan."""
        number = self.edge_of(slope, station)
        if number is None:
            return None
        start = slope.station_of(self.layout.roof.plan.corners[number])
        nodes = self.layout.roof.surveyed[number]
        along = station - start
        low, high = stretch_at(nodes, along)
        points = [slope.at(start + one[0], -one[1], slope.plate + one[2]) for one in (low, high)]
        step = points[1] - points[0]
        level = Vector(step.x, step.y, 0.0)
        share = (along - low[0]) / (high[0] - low[0])
        return PlateHere(points[0] + step * share, step * (1.0 / level.length), UP.cross(level.unit()))

    def faces(self, slope: Slope, station: float, reach: float) -> tuple[MateFace, MateFace] | None:
        """The top of plate and sheathing and the wall's face at a place, so far to both sides."""
        here = self.at(slope, station)
        if here is None:
            return None
        plan = self.layout.roof.plan
        beside = here.along * reach
        return (
            quad(here.point, beside, here.inward * (plan.plate + plan.sheathing)),
            quad(here.point, beside, UP * -WALL),
        )

    def corner(self, seam: Seam) -> tuple[float, MateFace, float]:
        """How much higher than drawn the plates lie at a seam's corner, their tops there, and how far those fall or
        rise from it over a stick's width, mm.
        """
        assert seam.corner is not None
        higher, faces, falls = [0.0], [], [0.0]
        reach = self.layout.roof.plan.plate * 2 + 400.0
        # A plate that lies on another level is not under it.
        for slope in (one for one in (seam.first, seam.second) if abs(one.plate - seam.corner.z) < LEVEL):
            station = slope.station_of((seam.corner.x, seam.corner.y))
            inner = self._inside(slope, station)
            here = self.at(slope, inner)
            if here is None:
                continue
            point = here.point + here.along * (station - inner)
            higher.append(point.z - slope.plate)
            falls.append(abs(here.along.z) * reach / 2)
            inward = here.inward * (self.layout.roof.plan.plate + self.layout.roof.plan.sheathing)
            faces.append(quad(point, here.along * reach, inward))
        return higher[-1], together(*faces), max(falls)

    def _inside(self, slope: Slope, corner: float) -> float:
        """Just inside the wall that ends at a corner, on its own stretch."""
        number = self.edge_of(slope, corner)
        if number is None:
            return corner
        corners = self.layout.roof.plan.corners
        ends = sorted(slope.station_of(corners[k % len(corners)]) for k in (number, number + 1))
        return min(max(corner, ends[0] + INSIDE), ends[1] - INSIDE)


def along_edges(layout: RoofLayout, framing: Framing) -> dict[int, dict[float, int | None]]:
    """Where rafters bear on every wall of an outline: along it from its first corner, mm, by the wall from 0; each with
    the number it was cut by, where it has one.
    """
    corners = layout.roof.plan.corners
    found: dict[int, dict[float, int | None]] = {}
    for piece in framing.pieces:
        seat = "theoretical" in piece.member.lengths and piece.member.role in RAFTERS
        if not seat or not any(cut.id == "seat" for cut in piece.member.cut_planes):
            continue
        for frame in piece.frames:
            foot = frame.to_world(Vector(piece.member.lengths["theoretical"], 0.0, 0.0))
            for number, (here, there) in enumerate(zip(corners, (*corners[1:], *corners[:1]), strict=True)):
                way = Vector(there[0] - here[0], there[1] - here[1], 0.0)
                off = Vector(foot.x - here[0], foot.y - here[1], 0.0)
                along, aside = off.dot(way.unit()), way.unit().cross(off).z
                near = abs(aside) < ON_WALL + layout.roof.plan.sheathing and 0.0 <= along <= way.length
                if near and abs(frame.x.dot(way.unit())) < SQUARE:
                    found.setdefault(number, {})[along] = piece.member.place
    return found


def quad(point: Vector, beside: Vector, away: Vector) -> MateFace:
    """A support's face at a place: so far to both sides, and away from its edge."""
    return support_face(point - beside, point + beside, point + beside + away, point - beside + away)


def surveyed_plates(layout: RoofLayout) -> SurveyedPlates | None:
    """The plates of an outline that was surveyed in height or off its strings; None of any other."""
    return SurveyedPlates(layout) if layout.roof.surveyed else None


def rafters_for_their_places(plates: SurveyedPlates, standing: list[Standing]) -> list[Standing]:
    """Rafters numbered along their own wall, those on a plate cut to it: heel on the wall, seat on the plate's top;
    those that differ by little from one pattern, where that is allowed.
    """
    made, numbers = [], dict.fromkeys(range(len(plates.layout.roof.plan.corners)), 0)
    ordered = sorted(standing, key=lambda row: (row.station, -row.member.lengths["plan_run"]))
    for one in ordered:
        edge = plates.edge_of(one.side.slope, one.station)
        here = plates.at(one.side.slope, one.station)
        if edge is None or here is None:
            made.append(one)
            continue
        numbers[edge] += 1
        name = f"{one.member.role}_on_{edge + 1}_{numbers[edge]}"
        made.append(replace(one, member=_placed(one, here, name, numbers[edge])))
    made = cut_alike(made, plates.layout.roof.alike)
    # A common first: the pattern is a whole rafter.
    return sorted(made, key=lambda one: (one.member.role not in WHOLE, plates.edge_of(one.side.slope, one.station) or 0,
                                         one.member.place or 0))  # fmt: skip


def _placed(one: Standing, here: PlateHere, name: str, number: int) -> Member:
    member, slope = one.member, one.side.slope
    numbered = replace(member, id=name, place=number)
    if not any(cut.id == "seat" for cut in member.cut_planes):
        return numbered
    off = -slope.inward_of((here.point.x, here.point.y))
    lengths = dict(member.lengths)
    for key, change in (("plan_run", off), ("theoretical", off * slope.per_run), ("head_to_plate", off * slope.per_run),
                        ("long_point", off * slope.per_run), ("short_point", off * slope.per_run),
                        ("tail", -off * slope.per_run)):  # fmt: skip
        if key in lengths:
            lengths[key] += change
    lengths["stand"] = slope.height(-off) - here.point.z
    return replace(
        numbered, lengths=lengths,
        removals=tuple(
            replace(part, planes=tuple(bearing_on(cut, member, here) for cut in part.planes))
            for part in member.removals
        ),
    )  # fmt: skip


def bearing_on(cut: CutPlane, member: Member, here: PlateHere) -> CutPlane:
    """A heel in the wall's own plane, a seat in its plate's; any other cut as it is."""
    normal = {"heel": here.inward, "seat": here.down}.get(cut.id)
    if normal is None:
        return cut
    return replace(cut, plane=member.placement.plane_to_local(Plane.through(here.point, normal)))


def stick_for_its_place(plates: SurveyedPlates, seam: Seam, member: Member) -> Member:
    """A hip or valley with its seat as high as the plates lie at its corner, which gives it its number."""
    if seam.corner is None:
        return member
    higher, _, _ = plates.corner(seam)
    up = UP * higher

    def moved(cut: CutPlane) -> CutPlane:
        if cut.id not in SEATS:
            return cut
        plane = member.placement.plane_to_world(cut.plane)
        lifted = Plane(plane.normal, plane.offset + plane.normal.dot(up))
        return replace(cut, plane=member.placement.plane_to_local(lifted))

    corners, at = plates.layout.roof.plan.corners, seam.corner
    number = min(range(len(corners)), key=lambda k: abs(corners[k][0] - at.x) + abs(corners[k][1] - at.y))
    return replace(
        member, id=f"{member.role}_at_{number + 1}", place=number + 1,
        removals=tuple(replace(part, planes=tuple(moved(cut) for cut in part.planes)) for part in member.removals),
    )  # fmt: skip
