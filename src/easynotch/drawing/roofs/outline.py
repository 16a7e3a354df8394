"""A roof over an outline, in plan and cut square to its first eave."""

from dataclasses import replace
from math import hypot

from shapely import Point, Polygon

from ...core.roofs import Framing, OutlineRoof, RoofLayout, angles, laid_outlines, offset
from ...core.solid import Face, Frame, Member, Vector, outline
from ...core.terms import Count, Length, message
from ..sheet import Dimension, Layer, Path, Sheet, Text, area, line, rectangle

SEEN_IN_PLAN = (
    "common", "king_common", "end_common", "jack", "hung", "trimmed", "over_gable", "valley_jack", "hip_valley_jack",
    "roof_header", "hip", "valley", "valley_short", "ridge", "wing_ridge", "laid_common", "laid_jack", "laid_ridge",
)  # fmt: skip
"""Roles of the sticks that are drawn from above, in this order."""
Corner = tuple[float, float]
WALL = 420.0
ROOM = 480.0
NARROW = 60.0
BESIDE = 240.0
"""mm round a plan for what is written beside it, and how far out that stands."""
LINE = 0.045
"""Of the plan: how far beyond the eaves what is said beside a side stands at least."""
BESIDE_WING = 0.2
"""Of a side: how far from its end its words stand where a wing on the deck is in its middle."""
NUMBERED, INSIDE, BESIDE_IT = 5, 1500.0, 290.0
"""Which rafters are numbered on a plan: every so many; how far up from their tails, and beside them, mm."""
WORDS = 0.14
"""Of the plan: half as wide as what is said beside a side."""


def draw_outline_plan(layout: RoofLayout, framing: Framing) -> Sheet:
    """From above: x to the right, the world's y up; every stick where it lies, every side numbered and dimensioned."""
    roof = _outline(layout)
    corners = layout.roof.plan.corners
    outs = tuple(layout.roof.eaves.verge if slope is None else layout.out_of(slope) for slope in roof.slopes)
    eaves = offset(roof, outs)
    paths = [
        area("eaves", Layer.THEORY, [_down(point) for point in eaves]),
        area("framing", Layer.FRAMING, [_down(point) for point in corners]),
    ]
    for number, below in enumerate(layout.roof.plan.bearings, 1):
        paths.append(area(f"bearing_{number}", Layer.THEORY, [_down(point) for point in below.corners]))
    for role, layer in (("purlin", Layer.THEORY), *((role, Layer.WOOD) for role in SEEN_IN_PLAN)):
        for piece in framing.pieces:
            if piece.member.role == role:
                paths += _sticks(piece.member, piece.frames, layer)
    laid = laid_outlines(layout)
    for number, around in enumerate(laid, 1):
        paths.append(area(f"laid_{number}", Layer.THEORY, [_down(point) for point in around]))
    texts = []
    # Of a rectangle opposite sides are alike: its length and width are typed where they are dimensioned.
    typed = layout.roof.plan.plain
    across = max(max(axis) - min(axis) for axis in zip(*eaves, strict=True))
    wide, beside = WORDS * across, max(BESIDE, LINE * across)
    inside = {number for number, angle in enumerate(angles(corners)) if angle > 180.0}
    for number, (start, end) in enumerate(zip(corners, [*corners[1:], corners[0]], strict=True), 1):
        length = hypot(end[0] - start[0], end[1] - start[1])
        # Words are wide: beside an upright side they stand farther off.
        aside = wide * abs(end[1] - start[1]) / length
        out = (outs[number - 1] + beside + aside) / length
        outward = ((end[1] - start[1]) * out, (start[0] - end[0]) * out)
        first = _beside_corner(inside, number - 1, len(corners))
        at = _clear_of(laid, wide, [
            tuple(a + (b - a) * share + away for a, b, away in zip(start, end, outward, strict=True))
            for share in (first, BESIDE_WING, 1.0 - BESIDE_WING)
        ])  # fmt: skip
        if typed:
            continue
        told = message("outline.side", n=Count(number), length=Length(length))
        texts.append(Text(f"number_{number}", _down(at), told))
    texts += [replace(one, at=_down(one.at)) for one in place_numbers(framing)]
    every = [*eaves, *(point for around in laid for point in around)]
    xs, ys = [x for x, _ in every], [-y for _, y in every]
    left, above = (NARROW, NARROW) if typed else (ROOM + wide, ROOM + beside)
    extent = (min(xs) - left, min(ys) - above, max(xs) + ROOM + wide, max(ys) + ROOM + beside)
    return Sheet(extent, tuple(paths), _rectangle_sides(layout, (max(xs), max(ys)), beside), tuple(texts))


def _rectangle_sides(layout: RoofLayout, eaves: Corner, beside: float) -> tuple[Dimension, ...]:
    """The length and width a rectangle was said by, below and to the right of its eaves."""
    plan, (right, low) = layout.roof.plan, eaves
    if plan.rectangle is None or not plan.plain:
        return ()
    (length, width), below, aside = plan.rectangle, low + beside, right + beside
    return (
        Dimension("length", (0.0, below), (length, below), 0.0, Length(length), "plan.length"),
        Dimension("span", (aside, 0.0), (aside, -width), 0.0, Length(width), "plan.width"),
    )


def place_numbers(framing: Framing) -> list[Text]:
    """Rafters that were cut for their places with their numbers beside them, inside their wall, in the world: the first
    of a wall, every fifth, and the last.
    """
    placed = [piece.member for piece in framing.pieces if piece.member.place is not None and piece.member.role != "hip"]
    # Along one wall all run the same way.
    walls: dict[tuple[float, float], list[Member]] = {}
    for one in placed:
        walls.setdefault((round(one.placement.x.x, 6), round(one.placement.x.y, 6)), []).append(one)
    texts = []
    for along in walls.values():
        last = max(one.place or 0 for one in along)
        for one in along:
            number = one.place or 0
            if number in (1, last) or (number % NUMBERED == 0 and last - number > 1):
                # The last has its neighbour on one side alone.
                beside = -BESIDE_IT if number == last else BESIDE_IT
                way = 1.0 if one.placement.z.x + one.placement.z.y > 0 else -1.0
                foot = one.placement.to_world(Vector(_foot(one) - INSIDE, 0.0, way * beside))
                told = message("survey.place", n=Count(number))
                texts.append(Text(f"place_{one.id}", (foot.x, foot.y), told))
    return texts


def _foot(member: Member) -> float:
    """How far along a member its lower end is."""
    return max((u for u, _ in outline(member)), default=0.0)


def _beside_corner(inside: set[int], number: int, count: int) -> float:
    """Where along a side its words stand: away from an inside corner, where those of the next side are."""
    first, last = number in inside, (number + 1) % count in inside
    return 0.5 if first == last else 0.72 if first else 0.28


def _clear_of(laid: tuple[tuple[Corner, ...], ...], room: float, places: list[tuple[float, ...]]) -> Corner:
    """The first place that has room beside what is laid on, or the one that has most."""
    rooms = [min((float(Polygon(around).distance(Point(place))) for around in laid), default=room) for place in places]
    x, y = next(
        (place for place, free in zip(places, rooms, strict=True) if free >= room), places[rooms.index(max(rooms))]
    )
    return x, y


def _outline(layout: RoofLayout) -> OutlineRoof:
    assert layout.outline is not None
    return layout.outline


def _down(point: tuple[float, float]) -> tuple[float, float]:
    return point[0], -point[1]


def _sticks(member: Member, frames: tuple[Frame, ...], layer: Layer) -> list[Path]:
    """A member from above in each of its places: from end to end of its near face, and of its far one."""
    faces = [(outline(member, face) or outline(member), z) for face, z in ((Face.NEAR, -0.5), (Face.FAR, 0.5))]
    if not all(corners for corners, _ in faces):
        return []
    made = []
    for number, frame in enumerate(frames):
        level = Vector(frame.x.x, frame.x.y, 0.0).unit()
        ends = []
        for corners, z in faces:
            points = [frame.to_world(Vector(u, v, z * member.stock.thickness)) for u, v in corners]
            ends.append(sorted(points, key=lambda point: point.dot(level)))
        (near, *_, near_foot), (far, *_, far_foot) = ends
        around = [(at.x, -at.y) for at in (near, near_foot, far_foot, far)]
        made.append(area(f"{member.id}_{number}", layer, around))
    return made


def draw_outline_section(layout: RoofLayout, framing: Framing) -> Sheet:
    """Cut square to the first eave through its longest rafter: inward to the right, up as up."""
    roof, slope = layout.roof, layout.sides[0].slope
    down = slope.frame(0.0, 1.0).x
    standing = [
        (piece.member, frame)
        for piece in framing.pieces
        if piece.member.role in ("common", "king_common", "end_common", "jack")
        for frame in piece.frames
        # Of this slope: another wing's may run the same way.
        if (frame.x - down).length < 1e-9 and abs(slope.plane.above(frame.origin)) < 1e-3
    ]
    out = layout.out_of(slope)
    paths: list[Path] = []
    peak = slope.height(layout.sides[0].run)
    if standing:
        # Of those alike the one whose tail is whole: beside a valley it is cut off.
        member, frame = max(
            standing, key=lambda one: (round(one[0].lengths["plan_run"], 3), one[0].lengths.get("overall", 0.0))
        )
        start = slope.at(0.0, 0.0, 0.0)
        points = [frame.to_world(Vector(u, v, 0.0)) - start for u, v in outline(member)]
        paths.append(area("rafter_a", Layer.WOOD, [(at.dot(slope.inward), -at.z) for at in points]))
    plate, sheathing = roof.plan.plate, roof.plan.sheathing
    paths += [
        rectangle("wall_a", Layer.FRAMING, (sheathing, 38.0), (sheathing + plate, WALL)),
        rectangle("plate_a", Layer.FRAMING, (sheathing, 0.0), (sheathing + plate, 38.0)),
    ]
    if sheathing > 0:
        paths.append(rectangle("sheathing_a", Layer.FINISH, (0.0, 0.0), (sheathing, WALL)))
    run = layout.sides[0].run
    low = -min(slope.height(-out) - roof.eaves.fascia_depth, -WALL)
    paths.append(line("plate_line", Layer.REFERENCE, (-out, 0.0), (run, 0.0)))
    below = 0.34 * (run + out)
    dimensions = (
        Dimension("overhang", (-roof.eaves.overhang + sheathing, low), (sheathing, low), 90.0,
                  Length(roof.eaves.overhang), "eaves.overhang"),
        Dimension("peak", (run, 0.0), (run, -peak), 0.0, Length(peak)),
        # Below the overhang's: beside it two labels would have no room.
        Dimension("outline_run", (0.0, WALL), (run, WALL), below, Length(run)),
    )  # fmt: skip
    # Beside the peak's line there is room for what it says.
    beside = max(420.0, 0.75 * (run + out))
    return Sheet((-out - 40, -peak - 120, run + beside, low + 110 + below), tuple(paths), dimensions)
