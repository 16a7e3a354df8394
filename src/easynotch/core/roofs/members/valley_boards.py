"""The boards of an open valley: one on either slope, mitred at the valley's centre, that carry its lining.

Each lies on the rafters' tops. Its edge at the centre is bevelled to the plane that halves the angle between both
slopes; its ends follow what bounds its slope there: the fascia, the ridge, another valley's board.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import hypot

from shapely import LineString, Polygon
from shapely import Point as ShapelyPoint
from shapely.geometry.base import BaseGeometry

from ...solid import CutPlane, Frame, MateFace, Member, Plane, Removal, Stock, Vector, sawn_face
from ...terms import Length, message
from ..model.roof import RoofError, Tail
from ..plan.layout import RoofLayout
from ..plan.seam_sections import outline_of
from ..plan.seams import NODE, OutlineRoof, Point, Region, Seam, sides_round
from ..planes.planes import UP, Slope

REACH = 4.0
"""Widths of a board that its uncut length reaches past either end: a cut may slant by so much."""
OPPOSITE = 1e-6
"""Of unit normals: their sum where two faces look at one another."""
TOUCHES = 60.0
"""mm: what lies nearer to a slope's side may lie beyond it: the board stands a little aside of what is drawn."""
FAR = 1e5
"""mm: farther than any roof reaches."""
OUTSIDE = 1.0
"""mm²: a board that covers less beyond its slope stays on it."""


@dataclass(frozen=True, slots=True)
class ValleyBoard:
    """A board in its place, the valley it lies along, and its slope."""

    member: Member
    seam: Seam
    slope: Slope


def valley_boards(layout: RoofLayout) -> list[ValleyBoard]:
    """Return the boards of every valley that comes from an inside corner; none where no boards are asked for.

    Raises:
        RoofError: boards wider than their slope is at a valley.
    """
    valley = layout.roof.plan.valley
    if layout.outline is None or valley is None or valley.board is None:
        return []
    roof, made = outline_of(layout), []
    for number, seam in enumerate((one for one in roof.valleys if one.corner is not None), 1):
        for name, slope in (("right", seam.first), ("left", seam.second)):
            found = _board(layout, seam, slope, f"valley_board_{number}_{name}")
            made.append(ValleyBoard(found, seam, slope))
    return made


def _board(layout: RoofLayout, seam: Seam, slope: Slope, name: str) -> Member:
    roof, valley = outline_of(layout), layout.roof.plan.valley
    assert valley is not None and valley.board is not None
    stock, normal = valley.board, slope.plane.normal
    other = seam.second if slope == seam.first else seam.first
    down = (seam.direction * -1.0 - UP * seam.rise_per_run).unit()
    across = normal.cross(down)
    across = across if across.dot(seam.side(slope)) > 0 else -across
    frame = Frame.along(seam.high + normal * (stock.thickness / 2), down, across)
    halving = down.cross(normal + other.plane.normal)
    halving = -halving if halving.dot(across) > 0 else halving
    region = next(one for one in roof.regions if one.slope == slope and _side_of(one, seam) is not None)
    at = _side_of(region, seam)
    assert at is not None
    planes = {name: _end(layout, roof, region, at, seam, end) for name, end in (("head", seam.high), ("end", seam.low))}
    cuts = [
        Removal((CutPlane(name, name, frame.plane_to_local(plane)),)) for name, plane in planes.items()
    ]  # fmt: skip
    bevel = Plane.through(seam.high, halving.unit())
    cuts.append(Removal((CutPlane("bevel", "bevel", frame.plane_to_local(bevel)),)))
    ends = {name: [_along(frame, planes[name], y) for y in (0.0, stock.depth)] for name in planes}
    for end_name, plane in _besides(roof, region, at, (frame, ends, stock)):
        cuts.append(Removal((CutPlane(f"{end_name}_side", end_name, frame.plane_to_local(plane)),)))
    length = max(ends["end"]) - min(ends["head"])
    past = REACH * (stock.depth + stock.thickness)
    return Member(
        name, "valley_board", stock, frame, tuple(cuts), reach=(min(ends["head"]) - past, max(ends["end"]) + past),
        zero=min(ends["head"]), lengths={"overall": length},
    )  # fmt: skip


def _along(frame: Frame, plane: Plane, across: float) -> float:
    """How far along a board a plane lies, so far across its underside's middle, mm."""
    local = frame.plane_to_local(plane)
    return (local.offset - local.normal.y * across) / local.normal.x


def _side_of(region: Region, seam: Seam) -> int | None:
    """The number of a region's side that a seam is."""
    for number, ((a, b), (c, d)) in enumerate(sides_round(region.corners)):
        there = min(hypot(a - seam.low.x, b - seam.low.y), hypot(a - seam.high.x, b - seam.high.y))
        back = min(hypot(c - seam.low.x, d - seam.low.y), hypot(c - seam.high.x, d - seam.high.y))
        if max(there, back) < NODE and hypot(c - a, d - b) > NODE:
            return number
    return None


def _end(layout: RoofLayout, roof: OutlineRoof, region: Region, at: int, seam: Seam, end: Vector) -> Plane:
    """The plane a board ends in: plumb through what bounds its slope there, at an eave the fascia's outer face; where
    the slope turns back, square or in the middle towards the next valley's board.
    """
    sides, count = sides_round(region.corners), len(region.corners)
    start = hypot(sides[at][0][0] - end.x, sides[at][0][1] - end.y) < NODE
    beside = (at - 1) % count if start else (at + 1) % count
    (a, b), (c, d) = sides[beside]
    away = Vector(c - a, d - b, 0.0).unit() * (-1.0 if start else 1.0)
    own = seam.direction if end is seam.low else -seam.direction
    outward = UP.cross(Vector(c - a, d - b, 0.0).unit()) * -1.0
    bound, slope = region.bounds[beside], region.slope
    if bound is None:
        return _at_eave(layout, roof, region, (a, b), outward)
    turn = own.cross(away).z * (1.0 if start else -1.0)
    again = next(
        (one for one in roof.valleys if one.corner is not None and one is not seam
         and {one.first, one.second} == {slope, bound} and one.touches(end)), None,
    )  # fmt: skip
    along = Vector(own.x, own.y, slope.rise_per_run * own.dot(slope.inward)).unit()
    if again is None and turn < 0:
        return Plane.through(end, -along)
    if again is not None:
        beyond = Vector(away.x, away.y, slope.rise_per_run * away.dot(slope.inward)).unit()
        normal = slope.plane.normal.cross(along + beyond).unit()
        return Plane.through(end, -normal if normal.dot(along) > 0 else normal)
    return Plane.through(end, outward)


def _at_eave(
    layout: RoofLayout, roof: OutlineRoof, region: Region, start: tuple[float, float], outward: Vector
) -> Plane:
    """The outer face of the fascia along a wall, or the verge over a gable."""
    wall = next(
        (slope for slope in roof.slopes if slope is not None and slope.inward.dot(outward) < -1.0 + 1e-9
         and abs(slope.inward_of(start)) < NODE), None,
    )  # fmt: skip
    out = layout.roof.eaves.verge if wall is None else layout.out_of(wall)
    point = Vector(*start, 0.0) + outward * out
    point = Vector(point.x, point.y, region.slope.height(region.slope.inward_of((point.x, point.y))))
    if layout.roof.eaves.tail is Tail.SQUARE and wall == region.slope:
        outward = (outward - UP * region.slope.rise_per_run).unit()
    return Plane.through(point, outward)


def _besides(
    roof: OutlineRoof,
    region: Region,
    at: int,
    board: tuple[Frame, dict[str, list[float]], Stock],
) -> list[tuple[str, Plane]]:
    """A second cut at either end of a board whose outer corner would reach over its slope's edge within the walls: each
    with the end it is at.

    Raises:
        RoofError: at the width, a board that no such cut keeps on its slope.
    """
    frame, ends, stock = board
    (top, top_far), (foot, foot_far) = ends["head"], ends["end"]
    centre = [frame.to_world(Vector(x, 0.0, 0.0)) for x in (top, foot)]
    plan: BaseGeometry = _in_plan(frame, [(top, 0.0), (foot, 0.0), (foot_far, stock.depth), (top_far, stock.depth)])
    # Half its thickness over the slope it stands a little aside of what is drawn.
    own = Polygon(region.corners).buffer(stock.thickness)
    made: list[tuple[str, Plane]] = []
    for _ in range(2):
        beyond = plan.intersection(Polygon(roof.corners)).difference(own)
        if beyond.area <= OUTSIDE:
            break
        found = _side_beyond(region, at, beyond)
        if found is None:
            break
        (a, b), (c, d) = found
        outward = UP.cross(Vector(c - a, d - b, 0.0).unit()) * -1.0
        plane = Plane.through(Vector(a, b, 0.0), outward)
        if max(plane.above(point) for point in centre) > 0:
            break  # it would take the board off its valley
        name = "head" if _near(found, centre[0]) < _near(found, centre[1]) else "end"
        if name in {end for end, _ in made}:
            break
        made.append((name, plane))
        plan = plan.difference(_half_plane((a, b), outward))
    beyond = plan.intersection(Polygon(roof.corners)).difference(own)
    far = [frame.to_world(Vector(x, stock.depth, 0.0)) for x in (top_far, foot_far)]
    outer = LineString([(at.x, at.y) for at in far])
    # Somewhere it is as wide as was said.
    narrow = float(plan.buffer(OUTSIDE).intersection(own).intersection(outer).length) < stock.thickness
    if beyond.area > OUTSIDE or min(foot - top, foot_far - top_far) <= 0 or not plan.is_valid or narrow:
        raise RoofError("plan.valley.board.width", message("error.valley_board_wide", width=Length(stock.depth)))
    return made


def _in_plan(frame: Frame, corners: list[tuple[float, float]]) -> BaseGeometry:
    plan = Polygon([(at.x, at.y) for x, y in corners for at in [frame.to_world(Vector(x, y, 0.0))]])
    return plan if plan.is_valid else plan.buffer(0)


def _side_beyond(region: Region, at: int, beyond: BaseGeometry) -> tuple[Point, Point] | None:
    """The side of a slope that most of what lies beyond it lies behind."""
    sides = [side for number, side in enumerate(sides_round(region.corners)) if number != at]
    behind = []
    for a, c in sides:
        if hypot(c[0] - a[0], c[1] - a[1]) > NODE and LineString([a, c]).distance(beyond) < TOUCHES:
            outward = UP.cross(Vector(c[0] - a[0], c[1] - a[1], 0.0).unit()) * -1.0
            behind.append((float(beyond.intersection(_half_plane(a, outward)).area), (a, c)))
    found = max(behind, key=lambda row: row[0], default=None)
    return found[1] if found is not None and found[0] > OUTSIDE else None


def _half_plane(point: Point, outward: Vector) -> Polygon:
    """All within reach of a point in front of a line through it."""
    x, y = outward.x * FAR, outward.y * FAR
    a, b = point
    return Polygon([(a - y, b + x), (a + y, b - x), (a + y + x, b - x + y), (a - y + x, b + x + y)])


def _near(side: tuple[Point, Point], at: Vector) -> float:
    return float(LineString(side).distance(ShapelyPoint(at.x, at.y)))


def board_mates(boards: list[ValleyBoard]) -> Iterator[tuple[Member, str, MateFace]]:
    """Which of the boards' cuts lie against which face of another: the bevelled edges of the two of a valley, and the
    heads of two that meet on one slope.
    """
    for number, one in enumerate(boards):
        for other in boards[number + 1 :]:
            if other.seam is one.seam:
                yield one.member, "bevel", sawn_face(other.member, "bevel")
            elif other.slope == one.slope and (_facing(one.member) + _facing(other.member)).length < OPPOSITE:
                yield one.member, "head", sawn_face(other.member, "head")


def _facing(member: Member) -> Vector:
    """Which way a board's head looks."""
    head = next(cut.plane for cut in member.cut_planes if cut.id == "head")
    return member.placement.plane_to_world(head).normal
