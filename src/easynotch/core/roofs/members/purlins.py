"""Purlins under the rafters, level, cut where they meet hips, valleys and their neighbours.

Square to its slope a purlin's upper edge lies in the plane of the rafters' lower edges; one that stands plumb lies in
their notches, its upper edge in that plane at its inner face. Both slopes' purlins are mitred in the plumb plane
through the line in which the planes of their upper edges meet. Where a hip or valley reaches down between them, each
is notched round its side and its lower edge, and the lip that is left runs on under it; one that reaches past both
they butt.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise
from math import hypot

from ...solid import (
    CutPlane,
    Face,
    Frame,
    MateFace,
    Member,
    Plane,
    Removal,
    Vector,
    member_face,
    sawn_face,
    support_face,
    together,
)
from ...terms import Count, message
from ..model.joined import Purlin
from ..model.roof import RoofError
from ..plan.arrangement import HipOrRidgePlan
from ..plan.layout import RoofLayout
from ..plan.seam_sections import outline_of, reach_aside
from ..plan.seams import TINY, OutlineRoof, Region, Seam
from ..planes.planes import UP, SectionRow, Slope
from .bearings import height_of, lower_edge
from .rafter import plate_notch

Sticks = Sequence[tuple[HipOrRidgePlan, Member]]
OPPOSITE = 1e-6
"""Of unit normals: their sum where two faces look at one another."""
CLEAR = 0.5
"""mm: a stick whose lower edge comes no farther under a purlin's upper one passes over it."""
SHORTEST = 100.0
"""mm: of a purlin: what is shorter carries nothing."""
REACH = 4.0
"""Thicknesses of a rafter that its slanting end may reach past its own line."""
LONG_POINT = 6.0
"""Sections of a purlin that its uncut length reaches past either end."""


@dataclass(frozen=True, slots=True)
class PlacedPurlin:
    """A purlin in its place, and the side of a hip or valley each of its ends butts, by the end's cut."""

    member: Member
    butts: tuple[tuple[str, MateFace], ...]


@dataclass(frozen=True, slots=True)
class _End:
    """Where a purlin ends: how far along the eave its line does, the plane it is cut in, and the stick that stands in
    its way there: its side's plane, its lower edge's, and the face it shows.
    """

    station: float
    plane: Plane
    side: Plane | None = None
    under: Plane | None = None
    face: MateFace | None = None


def purlins_under(layout: RoofLayout, sticks: Sticks) -> list[PlacedPurlin]:
    """Return the purlins of every slope that is as high as they are said to be.

    Raises:
        RoofError: at the height, purlins that lie under no slope.
    """
    roof, made = outline_of(layout), []
    for number, purlin in enumerate(layout.roof.plan.purlins):
        found = [
            _made(layout, purlin, region.slope, ends)
            for region in roof.regions
            for ends in _spans(layout, roof, region, (number, purlin), sticks)
        ]
        if not found:
            raise RoofError(f"plan.purlins[{number}].height", message("error.purlin_height", n=Count(number + 1)))
        made += found
    return made


def inward_of(layout: RoofLayout, slope: Slope, purlin: Purlin) -> float:
    """How far inward of the bearing line a purlin's middle lies, mm: where the rafters' lower edges are as high as it
    is said to be, or half its thickness short of there.
    """
    plumb = layout.roof.rafter.depth * slope.per_run
    under = (purlin.height + plumb - slope.plate - slope.hap) / slope.rise_per_run
    return under - purlin.stock.thickness / 2 if purlin.plumb else under


def _spans(
    layout: RoofLayout, roof: OutlineRoof, region: Region, numbered: tuple[int, Purlin], sticks: Sticks
) -> Iterator[tuple[_End, _End]]:
    """The ends of a slope's purlins: where their line enters and leaves its region, and at valleys that run across."""
    slope, (_, purlin) = region.slope, numbered
    inward = inward_of(layout, slope, purlin)
    for (low, before), (high, after) in _lines(layout, region, purlin):
        _refuse_at_heads(layout, numbered, region, (low, high, inward))
        ends = [_end(layout, roof, region, purlin, (low, before, -1.0), sticks)]
        for station, both in _across(slope, purlin, inward, sticks):
            if low < station < high:
                ends += both
        ends.append(_end(layout, roof, region, purlin, (high, after, 1.0), sticks))
        for start, end in zip(ends[::2], ends[1::2], strict=True):
            if end.station - start.station > SHORTEST:
                yield start, end


def _lines(layout: RoofLayout, region: Region, purlin: Purlin) -> Iterator[tuple[tuple[float, int], tuple[float, int]]]:
    """Where a purlin's line enters and leaves a slope's region: each by its station and the number of the side."""
    slope = region.slope
    inward = inward_of(layout, slope, purlin)
    if inward <= layout.roof.plan.plate:
        return
    places = [(region.station(point), region.inward(point)) for point in region.corners]
    crossed: list[tuple[float, int]] = []
    for number, ((a, b), (c, d)) in enumerate(pairwise([*places, places[0]])):
        if (b > inward) != (d > inward):
            crossed.append((a + (inward - b) / (d - b) * (c - a), number))
    crossed.sort()
    leans = 0.0 if purlin.plumb else purlin.stock.depth * slope.rise_per_run / slope.per_run
    for low, high in zip(crossed[::2], crossed[1::2], strict=True):
        within = [b for a, b in places if low[0] - TINY <= a <= high[0] + TINY and b > inward]
        # Right under a low ridge there is room for none.
        if max(within, default=inward) - inward >= leans + purlin.stock.thickness:
            yield low, high


def _refuse_at_heads(
    layout: RoofLayout, numbered: tuple[int, Purlin], region: Region, line: tuple[float, float, float]
) -> None:
    """Refuse a purlin, from a station to another so far inward, that would run into the sticks' heads at a node.

    Raises:
        RoofError: at its height.
    """
    (number, purlin), (low, high, inward) = numbered, line
    near = purlin.stock.depth + purlin.stock.thickness + layout.roof.rafter.depth
    plates = layout.roof.plan.plate
    places = [(region.station(point), region.inward(point)) for point in region.corners]
    if any(abs(b - inward) < near and low - near < a < high + near for a, b in places if b > plates):
        raise RoofError(f"plan.purlins[{number}].height", message("error.purlin_heads", n=Count(number + 1)))


def _end(
    layout: RoofLayout, roof: OutlineRoof, region: Region, purlin: Purlin, at: tuple[float, int, float], sticks: Sticks
) -> _End:
    """The end of a purlin at a side of its slope's region, ``at`` its station, the side's number and which way out."""
    station, number, way = at
    slope, beyond = region.slope, region.bounds[number]
    if beyond is None:
        # Flush with the framing's outer face.
        station -= way * layout.roof.plan.sheathing
        return _End(station, Plane.through(slope.at(station, 0.0, 0.0), slope.along * way))
    point = slope.at(station, inward_of(layout, slope, purlin), 0.0)
    seam = min(
        (one for one in roof.seams if {one.first, one.second} == {slope, beyond}), key=lambda one: _off(one, point)
    )
    out = seam.side(slope) * -1.0
    mitre = Plane.through(_below_seam(layout, slope, beyond, purlin), out)
    stick = next((row for row in sticks if row[0].seam == seam), None)
    if stick is None or height_of(lower_edge(stick[1]), point) > purlin.height - CLEAR:
        return _End(station, mitre)
    side = Plane.through(seam.low - out * reach_aside(layout, seam, slope), out)
    return _round(station, mitre, side, stick[1])


def _round(station: float, mitre: Plane, side: Plane, stick: Member) -> _End:
    """An end at a stick: notched round its lower edge, or butting its side where that reaches past the purlin."""
    face = Face.FAR if stick.placement.z.dot(side.normal) < 0 else Face.NEAR
    return _End(station, mitre, side, lower_edge(stick), member_face(stick, face))


def _across(slope: Slope, purlin: Purlin, inward: float, sticks: Sticks) -> list[tuple[float, list[_End]]]:
    """Where a valley that runs on under a slope parts its purlins: the end before it and the end past it."""
    found = []
    for plan, member in sticks:
        if plan.reach is None or plan.reach.slope != slope:
            continue
        node, head = plan.reach.node, plan.reach.head
        (a, b), (c, d) = ((slope.station_of((at.x, at.y)), slope.inward_of((at.x, at.y))) for at in (node, head))
        if (b > inward) == (d > inward):
            continue
        station = a + (inward - b) / (d - b) * (c - a)
        if height_of(lower_edge(member), slope.at(station, inward, 0.0)) >= purlin.height - CLEAR:
            continue
        aside, half = UP.cross(plan.seam.direction), member.stock.thickness / 2
        aside = aside if aside.dot(slope.along) > 0 else -aside
        pair = [
            _round(station, Plane.through(node, out), Plane.through(node - out * half, out), member)
            for out in (aside, -aside)
        ]
        found.append((station, pair))
    return sorted(found, key=lambda row: row[0])


def _off(seam: Seam, point: Vector) -> float:
    """How far from a seam a point lies in plan, between its ends."""
    off = Vector(point.x - seam.low.x, point.y - seam.low.y, 0.0)
    along = max(0.0, min(seam.run, off.dot(seam.direction)))
    return hypot(off.x - along * seam.direction.x, off.y - along * seam.direction.y)


def _below_seam(layout: RoofLayout, slope: Slope, other: Slope, purlin: Purlin) -> Vector:
    """Where the middles of two slopes' purlins meet in plan."""
    a, b = inward_of(layout, slope, purlin), inward_of(layout, other, purlin)
    one, two = slope.inward, other.inward
    p = a + one.x * slope.start[0] + one.y * slope.start[1]
    q = b + two.x * other.start[0] + two.y * other.start[1]
    turn = one.x * two.y - one.y * two.x
    return Vector((p * two.y - q * one.y) / turn, (one.x * q - two.x * p) / turn, 0.0)


def _made(layout: RoofLayout, purlin: Purlin, slope: Slope, ends: tuple[_End, _End]) -> PlacedPurlin:
    stock, normal = purlin.stock, slope.plane.normal
    inward = inward_of(layout, slope, purlin)
    down = -UP if purlin.plumb else -normal
    frame = Frame.along(slope.at(ends[0].station, inward, purlin.height), slope.along, down)
    corners = [(y, z) for y in (0.0, stock.depth) for z in (-stock.thickness / 2, stock.thickness / 2)]
    reaches = [[_along(frame, end.plane, corner) for corner in corners] for end in ends]
    start, stop = min(reaches[0]), max(reaches[1])
    # From its own long point, so that purlins sawn alike are one piece.
    frame = replace(frame, origin=frame.origin + frame.x * start)
    cuts = [
        removal for name, end in zip(("head", "end"), ends, strict=True) for removal in _cuts(frame, name, end, corners)
    ]
    past = LONG_POINT * (stock.depth + stock.thickness)
    member = Member(
        "purlin", "purlin", stock, frame, tuple(cuts), reach=(-past, stop - start + past), zero=0.0,
        lengths={"overall": stop - start},
    )  # fmt: skip
    rows = zip(("head", "end"), ends, strict=True)
    there = {cut.id for cut in member.cut_planes}
    butts = [
        (cut, end.face) for name, end in rows if end.face is not None
        for cut in (f"{name}_heel" if f"{name}_heel" in there else name,)
        if cut != name or (end.side is not None and end.side.offset < end.plane.offset)
    ]  # fmt: skip
    return PlacedPurlin(member, tuple(butts))


def _cuts(frame: Frame, name: str, end: _End, corners: list[tuple[float, float]]) -> list[Removal]:
    """An end's mitre, and the notch round a stick; the stick's side alone where it reaches past the whole end."""
    if end.side is None or end.under is None:
        return [Removal((CutPlane(name, name, frame.plane_to_local(end.plane)),))]
    if end.side.offset >= end.plane.offset:
        # The plane it is mitred in lies before the stick's side.
        return [Removal((CutPlane(name, name, frame.plane_to_local(end.plane)),))]
    reaches = [(_along(frame, end.side, corner), *corner) for corner in corners]
    if all(end.under.above(frame.to_world(Vector(*point))) > 0 for point in reaches):
        return [Removal((CutPlane(name, name, frame.plane_to_local(end.side)),))]
    notch = [(f"{name}_heel", "heel", end.side), (f"{name}_seat", "seat", end.under)]
    return [
        Removal((CutPlane(name, name, frame.plane_to_local(end.plane)),)),
        Removal(tuple(CutPlane(cut, role, frame.plane_to_local(plane)) for cut, role, plane in notch)),
    ]


def _along(frame: Frame, plane: Plane, at: tuple[float, float]) -> float:
    """How far along a purlin a plane cuts one of its four edges, mm."""
    local = frame.plane_to_local(plane)
    return (local.offset - local.normal.y * at[0] - local.normal.z * at[1]) / local.normal.x


def purlin_mates(placed: Sequence[PlacedPurlin]) -> Iterator[tuple[Member, str, MateFace]]:
    """Which of the purlins' ends lie against what: the side of a hip or valley, or the purlin beyond."""
    for number, one in enumerate(placed):
        yield from ((one.member, cut, face) for cut, face in one.butts)
        butting = {cut for cut, _ in one.butts if cut in ("head", "end")}
        for other in placed[number + 1 :]:
            for cut in ("head", "end"):
                for mate in ("head", "end"):
                    if cut not in butting and _meet(one.member, cut, other.member, mate):
                        yield one.member, cut, sawn_face(other.member, mate)


def _meet(one: Member, cut: str, other: Member, mate: str) -> bool:
    """Whether two ends lie in one plane, look at one another and stand in one place."""
    planes = [
        member.placement.plane_to_world(next(row.plane for row in member.cut_planes if row.id == name))
        for member, name in ((one, cut), (other, mate))
    ]
    if (planes[0].normal + planes[1].normal).length > OPPOSITE or abs(planes[0].offset + planes[1].offset) > TINY * 1e3:
        return False
    ends = [
        member.placement.to_world(Vector(0.0 if name == "head" else member.lengths["overall"], 0.0, 0.0))
        for member, name in ((one, cut), (other, mate))
    ]
    return (ends[0] - ends[1]).length < LONG_POINT * (one.stock.depth + one.stock.thickness)


def purlin_notches(
    layout: RoofLayout, region: Region, place: tuple[float, float, float]
) -> Iterator[tuple[SectionRow, ...]]:
    """The notches of a rafter over the purlins that stand plumb, in its slope's section.

    Args:
        layout: the roof.
        region: what its slope covers.
        place: its station, from how far inward of the bearing line and to how far it reaches, mm.
    """
    station, low, high = place
    thick = layout.roof.rafter.thickness
    # A slanting end reaches past the rafter's own line: where there is no wood nothing is taken.
    past = layout.roof.rafter.depth + REACH * thick
    for number, purlin in enumerate(layout.roof.plan.purlins, 1):
        middle, half = inward_of(layout, region.slope, purlin), purlin.stock.thickness / 2
        if not purlin.plumb or not low - past < middle < high + past:
            continue
        if any(start - thick < station < end + thick for (start, _), (end, _) in _lines(layout, region, purlin)):
            yield plate_notch(region.slope, inward=middle - half, level=purlin.height, name=f"purlin{number}_")


def over_purlins(member: Member, placed: Sequence[PlacedPurlin]) -> Iterator[tuple[str, MateFace]]:
    """What a rafter's notches over purlins lie against, by its cuts' names: their upper edges and their outer faces."""
    for cut in member.cut_planes:
        if not cut.id.startswith("purlin"):
            continue
        plane = member.placement.plane_to_world(cut.plane)
        faces = [face for one in placed if (face := _facing(one.member, plane)) is not None]
        if faces:
            yield cut.id, faces[0] if len(faces) == 1 else together(*faces)


def _facing(purlin: Member, plane: Plane) -> MateFace | None:
    """A purlin's face that lies in a plane and looks against it."""
    frame, stock, long = purlin.placement, purlin.stock, purlin.lengths["overall"]
    half = stock.thickness / 2
    rows = (
        (-frame.y, [(0.0, 0.0, -half), (long, 0.0, -half), (long, 0.0, half), (0.0, 0.0, half)]),
        (frame.z, [(0.0, 0.0, half), (long, 0.0, half), (long, stock.depth, half), (0.0, stock.depth, half)]),
        (-frame.z, [(0.0, 0.0, -half), (0.0, stock.depth, -half), (long, stock.depth, -half), (long, 0.0, -half)]),
    )
    for normal, corners in rows:
        points = [frame.to_world(Vector(*corner)) for corner in corners]
        if (normal + plane.normal).length < OPPOSITE and abs(plane.above(points[0])) < TINY * 1e3:
            return support_face(*points)
    return None
