"""Walls and purlins below that a stick lies on between its plate and its head: its notch, or how far it stands above,
and the post it then stands on.

A notch is what lies within the wall: inward of its lower face and under its top. Source: ``trade.md`` 7, "Bearing on
the way".
"""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from math import hypot

from shapely import MultiLineString, Point

from ...solid import (
    CutPlane,
    Frame,
    MateFace,
    Member,
    Plane,
    PlaneRow,
    Removal,
    Stock,
    Vector,
    removal,
    support_face,
)
from ...terms import message
from ..model.joined import Bearing
from ..model.roof import RoofError
from ..plan.layout import RoofLayout
from ..plan.seam_sections import outline_of
from ..plan.seams import sides_round
from .mating_faces import WALL

DOWN = Vector(0.0, 0.0, -1.0)
ALONG = 0.1
"""Of a unit normal: a stick that crosses a wall less squarely runs along it."""
SHORTEST_POST = 20.0
"""mm: nearer to the wall there is room for a packer, not for a post."""
CLEAR = 0.5
"""mm: a stick whose lower edge comes so near to a wall's top is neither notched over it nor clear of it."""


@dataclass(frozen=True, slots=True)
class Crossing:
    """A stick over a wall or purlin.

    ``number`` counts the walls from 1; ``lower`` and ``upper`` are its two faces' points on the stick's centre in plan,
    at the wall's top; ``uphill`` is level, square to it; ``above`` how far the stick's lower edge stands over the
    wall's top at its lower face, less than nothing where it is notched; ``stand`` what of the stick stays over the top
    there, both plumb; ``skewed`` how far along the stick the wall's faces move from its centre to its side, level;
    ``rise_per_run`` its slope.
    """

    number: int
    bearing: Bearing
    lower: Vector
    upper: Vector
    uphill: Vector
    above: float
    stand: float
    skewed: float
    rise_per_run: float

    @property
    def notched(self) -> bool:
        """Whether the wall stands in the stick."""
        return self.above < -CLEAR

    @property
    def cut(self) -> str:
        """What its cuts' names begin with."""
        return f"bearing{self.number}"


def crossings(layout: RoofLayout, frame: Frame, stock: Stock, reach: tuple[float, float]) -> Iterator[Crossing]:
    """Find what a stick comes over; a wall that lies under its plate is the plate's own.

    Args:
        layout: the roof.
        frame: the stick's, x down along it, y into its wood.
        stock: the stick's.
        reach: from where to where along the frame's x it bears on what is below, mm.

    Raises:
        RoofError: a wall whose top stands above the stick.
    """
    if not layout.roof.plan.bearings:
        return
    level = hypot(frame.x.x, frame.x.y)
    down, rate = Vector(frame.x.x / level, frame.x.y / level, 0.0), -frame.x.z / level
    plumb = stock.depth * hypot(1.0, rate)
    plan, roof = layout.roof.plan, outline_of(layout)
    eaves = MultiLineString([side for side, slope in zip(sides_round(roof.corners), roof.slopes, strict=True) if slope])
    plate = plan.plate + plan.sheathing
    for number, bearing in enumerate(plan.bearings, 1):
        (a, b), (c, d) = bearing.start, bearing.end
        length = hypot(c - a, d - b)
        along = Vector((c - a) / length, (d - b) / length, 0.0)
        uphill = Vector(-along.y, along.x, 0.0)
        uphill = uphill if uphill.dot(down) < 0 else -uphill
        square = -uphill.dot(down)
        if square < ALONG or rate <= 0:
            continue
        off = Vector(a - frame.origin.x, b - frame.origin.y, 0.0)
        at = -off.dot(uphill) / square
        past = (down * at - off).dot(along)
        if not (0.0 <= past <= length and reach[0] <= at / level <= reach[1]):
            continue
        half = bearing.width / 2 / square
        low, high = (
            Vector(frame.origin.x + down.x * s, frame.origin.y + down.y * s, bearing.top)
            for s in (at + half, at - half)
        )
        top = frame.origin.z - rate * (at + half)
        if eaves.distance(Point(low.x, low.y)) < plate:
            continue  # the plates themselves are there
        if top <= bearing.top:
            raise RoofError(f"plan.bearings[{number - 1}].top", message("error.bearing_high"))
        skewed = abs(along.dot(down)) / square * stock.thickness / 2
        yield Crossing(
            number, bearing, low, high, uphill, top - plumb - bearing.top, top - bearing.top, skewed, rate
        )  # fmt: skip


def bearing_notches(layout: RoofLayout, frame: Frame, stock: Stock, reach: tuple[float, float]) -> list[Removal]:
    """Return what the walls below take of a stick; arguments as for ``crossings``."""
    made = []
    for crossing in crossings(layout, frame, stock, reach):
        if not crossing.notched:
            continue
        rows: list[PlaneRow] = [
            (f"{crossing.cut}_heel", "heel", crossing.lower, crossing.uphill),
            (f"{crossing.cut}_seat", "seat", crossing.lower, DOWN),
        ]
        across = (crossing.upper - crossing.lower).length
        if -crossing.above > (across - crossing.skewed) * crossing.rise_per_run:
            # The seat would run on past the wall: its other face ends it.
            rows.append((f"{crossing.cut}_back", "heel", crossing.upper, -crossing.uphill))
        made.append(removal(frame, *rows))
    return made


def bearing_faces(layout: RoofLayout, member: Member) -> Iterator[tuple[str, MateFace]]:
    """Return what a piece's cuts over walls below lie against, by the cuts' names: the wall's top, and its faces."""
    cuts = {cut.id for cut in member.cut_planes}
    for number, bearing in enumerate(layout.roof.plan.bearings, 1):
        top = [Vector(x, y, bearing.top) for x, y in bearing.corners]
        if f"bearing{number}_seat" in cuts:
            yield f"bearing{number}_seat", support_face(*top)
        across = top[3] - top[0]
        left, right = (top[3], top[2]), (top[0], top[1])
        lower, upper = (left, right) if across.dot(member.placement.x) > 0 else (right, left)
        for name, (start, end) in (("heel", lower), ("back", upper)):
            if f"bearing{number}_{name}" in cuts:
                foot = DOWN * WALL
                yield f"bearing{number}_{name}", support_face(start + foot, end + foot, end, start)


def over_bearings(layout: RoofLayout, member: Member) -> Member:
    """Return a rafter, hip or valley with its notches over what lies below it between its head and its foot.

    Raises:
        RoofError: a wall whose top stands above it.
    """
    reach = (0.0, member.lengths["theoretical"])
    notches = bearing_notches(layout, member.placement, member.stock, reach)
    return replace(member, removals=(*member.removals, *notches)) if notches else member


def bearing_posts(layout: RoofLayout, sticks: Iterable[Member]) -> Iterator[tuple[Member, Member, Bearing]]:
    """Return the posts that stand on walls below, each with the hip or valley it carries and its wall: as thick as the
    stick, as deep as the wall is wide, its top sawn to the stick's lower edge.
    """
    for stick in sticks:
        for crossing in crossings(layout, stick.placement, stick.stock, (0.0, stick.lengths["theoretical"])):
            bearing = crossing.bearing
            if bearing.posts and crossing.above > CLEAR + SHORTEST_POST:
                yield post_under(stick, crossing), stick, bearing


def lower_edge(stick: Member) -> Plane:
    """Return the plane a stick's lower edge lies in, facing up into its wood."""
    return Plane.through(stick.placement.to_world(Vector(0.0, stick.stock.depth, 0.0)), stick.placement.y * -1.0)


def height_of(plane: Plane, at: Vector) -> float:
    """Return how high a plane that does not stand plumb is over or under a point."""
    return at.z - plane.above(at) / plane.normal.z


def post_under(stick: Member, crossing: Crossing) -> Member:
    """Return the post on a wall below under a stick that passes over it."""
    frame, bearing = stick.placement, crossing.bearing
    level = hypot(frame.x.x, frame.x.y)
    down = Vector(frame.x.x / level, frame.x.y / level, 0.0)
    middle = (crossing.lower + crossing.upper) * 0.5
    under = lower_edge(stick)
    stock = Stock(stick.stock.thickness, bearing.width)
    # Down from its upper end, its wide faces plumb with the stick's.
    half = down * (bearing.width / 2)
    tops = [height_of(under, at) for at in (middle - half, middle + half)]
    place = Frame.along(middle - half + Vector(0.0, 0.0, max(tops) - middle.z), DOWN, down)
    length = max(tops) - bearing.top
    cuts = (
        Removal((CutPlane("head", "head", place.plane_to_local(under)),)),
        Removal((CutPlane("end", "end", Plane(Vector(1.0, 0.0, 0.0), length)),)),
    )
    return Member(
        "bearing_post", "bearing_post", stock, place, cuts, reach=(-10.0, length + 10.0), zero=0.0,
        lengths={"overall": length},
    )  # fmt: skip


def post_faces(stick: Member, bearing: Bearing) -> Iterator[tuple[str, MateFace]]:
    """What a post on a wall below lies against: the stick's lower edge, and the wall's top."""
    low, high = stick.reach
    half, deep = stick.stock.thickness / 2, stick.stock.depth
    corners = ((low, deep, half), (high, deep, half), (high, deep, -half), (low, deep, -half))
    edge = [stick.placement.to_world(Vector(*corner)) for corner in corners]
    yield "head", support_face(*edge)
    yield "end", support_face(*(Vector(x, y, bearing.top) for x, y in bearing.corners))
