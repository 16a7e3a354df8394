"""The whole flight in elevation and in plan: every piece where it stands, and the figures to set it out by.

A stair with a platform is unrolled in the elevation, its lower flight drawn on beyond the platform, and turned in
the plan as it is built.
"""

from collections.abc import Sequence

from ...core.solid import Frame, Vector
from ...core.stairs import FlightFraming, Layout, TwoFlights, footing_plan, guard_layout, slab_plan, stringer_places
from ...core.terms import Length
from ..seen import from_above, from_the_side, silhouette
from ..sheet import Dimension, Layer, Path, Point, Sheet, area, rectangle
from .elevation import draw_elevation

LAYERS = {
    "stringer": Layer.WOOD,
    "string": Layer.WOOD,
    "tread": Layer.FINISH,
    "riser_board": Layer.FINISH,
    "skirt": Layer.FINISH,
    "header_fascia": Layer.FINISH,
}
"""What each role is drawn as; everything else is framing."""
UNDER_RUN = 400.0
"""mm below the foot: clear of the run's figure."""
DRAWN = frozenset({"stringer", "string", "tread", "riser_board", "header_fascia"})
"""What the site sketch draws."""
BEHIND = ("post", "rail", "bottom_rail", "baluster", "nailer", "bottom_nailer", "handrail")
"""Seen in elevation from the outside: drawn before the flight."""


def draw_stair(layout: Layout, two: TwoFlights | None, framing: FlightFraming) -> Sheet:
    """The stair from the side, with its guard, slab and platform; the dimensions of the site sketch and its own."""
    base = draw_elevation(layout, framing.pieces[0].member)
    own = _pieces(framing, two, lower=False)
    kept = [
        _as_it_stands(dimension, layout)
        for dimension in base.dimensions
        if dimension.length.mm > 0 and dimension.id != "ground"
    ]
    extent, dimensions = base.extent, [*kept, *_guard_dimensions(layout), *_headroom(layout), *_slab_dimensions(layout)]
    paths = [*base.paths, *own, *below_foot(layout), *_overhead(layout)]
    if two is not None:
        shift = Vector(two.upper.finished_risers[-1] + two.platform.depth, 0.0, two.below.origin.z)
        below = draw_elevation(two.lower, next(p.member for p in framing.pieces if p.member.id.startswith("lower_")))
        moved = [
            _shifted(path, shift)
            for path in (*below.paths, *below_foot(two.lower))
            if path.id not in ("joist", "level", "drop")
        ]
        deck = rectangle(
            "platform",
            Layer.FINISH,
            (two.upper.finished_risers[-1], -shift.z - two.platform.finish),
            (shift.x, -shift.z),
        )
        paths = [path for path in paths if path.id not in ("ground", "lower_finish", "level", "drop")] + [deck, *moved]
        paths += _pieces(framing, two, lower=True)
        extent = (base.extent[0], base.extent[1], below.extent[2] + shift.x, below.extent[3] - shift.z)
        dimensions = [one for one in dimensions if one.id not in ("total_rise", "lower_finish")]
        run, low = two.lower.total_run, below.extent[3] - shift.z - 90
        dimensions.append(Dimension("lower_run", (shift.x, low), (shift.x + run, low), 40.0, Length(run)))
        dimensions += _platform_dimensions(two, shift)
    return Sheet(_round(extent, paths, dimensions), tuple(paths), tuple(dimensions))


def _round(
    extent: tuple[float, float, float, float], paths: Sequence[Path], dimensions: Sequence[Dimension]
) -> tuple[float, float, float, float]:
    """An extent that also holds everything drawn."""
    ends = [point for dimension in dimensions for point in (dimension.start, dimension.end)]
    xs, ys = zip(*(point for path in paths for point in path.points), *ends, strict=True)
    level = [one.start[1] + one.offset for one in dimensions if one.start[1] == one.end[1]]
    plumb = [one.start[0] + one.offset for one in dimensions if one.start[0] == one.end[0]]
    return (
        min(extent[0], min(xs) - 20.0, *plumb),
        min(extent[1], min(ys) - 80.0),
        max(extent[2], max(xs) + 20.0, *plumb),
        max(extent[3], *(one + 60.0 for one in level)),
    )


def _platform_dimensions(two: TwoFlights, shift: Vector) -> list[Dimension]:
    """The rise of the whole stair at its foot, and how far down and how deep the platform is."""
    top, rise = -two.upper.flight.upper_finish, two.drop + two.platform.fall * two.platform.depth
    rise += two.lower.flight.total_rise
    foot, edge = shift.x + two.lower.finished_risers[-1], two.upper.finished_risers[-1]
    side = max(60.0, 0.03 * foot)
    return [
        Dimension("total_rise", (foot, top), (foot, top + rise), side, Length(rise), "total_rise"),
        Dimension("platform_drop", (edge, top), (edge, top + two.drop), side, Length(two.drop)),
        Dimension("platform_depth", (edge, top + two.drop), (edge + two.platform.depth, top + two.drop), 3 * side,
                  Length(two.platform.depth), "platform.depth"),
    ]  # fmt: skip


def _slab_dimensions(layout: Layout) -> list[Dimension]:
    """How long the slab is along the stair, under it."""
    plan, around = slab_plan(layout) or footing_plan(layout), layout.flight.around
    poured = around.slab or around.footing
    if plan is None or poured is None:
        return []
    deep = around.slab.thickness if around.slab else around.footing.depth if around.footing else 0.0
    under = -layout.bearing_level + deep + plan.falls
    below = UNDER_RUN - min(deep + plan.falls, UNDER_RUN / 2)
    return [Dimension("slab_length", (plan.start, under), (plan.end, under), below, Length(poured.length))]


def _as_it_stands(dimension: Dimension, layout: Layout) -> Dimension:
    """On ground that falls the rise is shown where the foot lands, not where it was measured first."""
    if dimension.id != "total_rise" or layout.landing is None:
        return dimension
    foot, top = layout.finished_risers[-1], -layout.flight.upper_finish
    rise = layout.landing.rise
    return Dimension("ground", (foot, top), (foot, top + rise), max(60.0, 0.045 * foot), Length(rise))


def _shifted(path: Path, by: Vector) -> Path:
    return Path(f"lower_{path.id}", path.layer, tuple((x + by.x, y - by.z) for x, y in path.points), path.closed)


def _pieces(framing: FlightFraming, two: TwoFlights | None, *, lower: bool) -> list[Path]:
    """The pieces of one flight that the site sketch does not draw, each place once where both sides look alike."""
    drawn: list[Path] = []
    seen: set[tuple[Point, ...]] = set()
    for piece in framing.pieces:
        member = piece.member
        below = two is not None and member.id.startswith("lower_")
        if below != lower or member.role in DRAWN:
            continue
        for frame in piece.frames:
            stands = _unrolled(frame, two) if lower and two is not None else frame
            corners = silhouette(member, stands, from_the_side)
            key = tuple((round(x, 2), round(y, 2)) for x, y in corners)
            if corners and key not in seen:
                seen.add(key)
                drawn.append(area(f"{member.id}_{len(drawn)}", LAYERS.get(member.role, Layer.FRAMING), corners))
    return sorted(drawn, key=lambda path: not path.id.startswith(BEHIND))


def _unrolled(frame: Frame, two: TwoFlights) -> Frame:
    """A place of the lower flight as if the stair went straight on."""
    shift = Vector(two.upper.finished_risers[-1] + two.platform.depth, 0.0, two.below.origin.z)
    base = two.below

    def turned(v: Vector) -> Vector:
        return Vector(v.dot(base.x), v.dot(base.y), v.z)

    origin = turned(frame.origin - base.origin) + shift
    return Frame(origin, turned(frame.x), turned(frame.y), turned(frame.z))


def below_foot(layout: Layout) -> list[Path]:
    """What the foot stands on: a slab, a footing, or the boards of a deck."""
    top, around = -layout.bearing_level, layout.flight.around
    footing, poured = around.footing, footing_plan(layout)
    if footing is not None and poured is not None:
        return [rectangle("footing", Layer.GROUND, (poured.start, top), (poured.end, top + footing.depth))]
    if around.deck_below is not None:
        far = layout.finished_risers[-1]
        ends = (0.4 * far, far + max(380.0, 0.26 * far))
        return [rectangle("deck_below", Layer.FINISH, (ends[0], top), (ends[1], top + around.deck_below.boards))]
    plan, slab = slab_plan(layout), around.slab
    if plan is None or slab is None:
        return []
    near, far = top + plan.near - plan.top, top + plan.far - plan.top
    under = slab.thickness
    corners = [(plan.start, near), (plan.end, far), (plan.end, far + under), (plan.start, near + under)]
    return [area("slab", Layer.GROUND, corners)]


def _overhead(layout: Layout) -> list[Path]:
    high = -layout.flight.upper_finish
    return [
        rectangle(
            f"overhead_{n}",
            Layer.FRAMING,
            (obstacle.start, high - obstacle.above - 140.0),
            (max(obstacle.stop, obstacle.start + 40), high - obstacle.above),
        )
        for n, obstacle in enumerate(layout.flight.around.overhead, 1)
    ]


def _guard_dimensions(layout: Layout) -> list[Dimension]:
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return []
    x = (set_out.posts[0] + set_out.posts[1]) / 2
    line_at = -layout.nosing_level(x)
    first, second = set_out.posts[0], set_out.posts[1]
    high = -layout.nosing_level(first) - guard.height - 120
    return [
        Dimension("guard_height", (x, line_at - guard.height), (x, line_at), 0.0, Length(guard.height), "guard.height"),
        Dimension("post", (first, high), (second, high), -60.0, Length(second - first)),
    ]


def _headroom(layout: Layout) -> list[Dimension]:
    """From each beam or ceiling's edge plumb down to the line of the nosings."""
    made = []
    for obstacle in layout.flight.around.overhead:
        at = max(obstacle.start, layout.walked[0][1])
        if at <= min(obstacle.stop, layout.finished_risers[-1]):
            room = obstacle.above + layout.flight.upper_finish - layout.nosing_level(at)
            under = -layout.flight.upper_finish - obstacle.above
            made.append(Dimension("headroom", (at, under), (at, under + room), 0.0, Length(room)))
    return made


def draw_stair_plan(layout: Layout, two: TwoFlights | None, framing: FlightFraming) -> Sheet:
    """The stair from above: treads, stringers, posts, kicker and slab, with the stringers' centres."""
    flight = layout.flight
    half = flight.width / 2
    back = -max(300.0, half * 0.4)
    paths = [rectangle("deck", Layer.FINISH, (back, -half * 1.25), (0.0, half * 1.25))]
    landing = layout if two is None else two.lower
    poured = landing.flight.around.slab or landing.flight.around.footing
    slab = slab_plan(landing) or footing_plan(landing)
    if slab is not None and poured is not None:
        wide = poured.width / 2
        plan = ((slab.start, -wide), (slab.end, -wide), (slab.end, wide), (slab.start, wide))
        paths.append(area("slab", Layer.GROUND, [_placed(x, y, two) for x, y in plan]))
    if two is not None:
        paths.append(_platform(two))
    order = sorted(framing.pieces, key=lambda piece: _plan_order(piece.member.role))
    for piece in order:
        layer = (
            Layer.THEORY
            if piece.member.role in ("stringer", "kicker", "string")
            else LAYERS.get(piece.member.role, Layer.FRAMING)
        )
        for n, frame in enumerate(piece.frames):
            corners = silhouette(piece.member, frame, from_above)
            if corners and piece.member.role not in ("riser_board", "baluster", "rim_block"):
                paths.append(area(f"{piece.member.id}_{n}", layer, corners))
    xs = [x for path in paths for x, _ in path.points]
    ys = [y for path in paths for _, y in path.points]
    dimensions = [Dimension("stair_width", (0.0, -half), (0.0, half), back - 90.0, Length(flight.width), "width")]
    places = stringer_places(layout)
    dimensions.append(
        Dimension("centre", (layout.finished_risers[-1], -places[-1]), (layout.finished_risers[-1], -places[-2]),
                  110.0, Length(places[-1] - places[-2]))
    )  # fmt: skip
    return Sheet((min(xs) - 120, min(ys) - 120, max(xs) + 260, max(ys) + 160), tuple(paths), tuple(dimensions))


def _plan_order(role: str) -> int:
    return {"kicker": 0, "tread": 1, "stringer": 2, "string": 2}.get(role, 3)


def _placed(x: float, y: float, two: TwoFlights | None) -> Point:
    at = Vector(x, y, 0.0) if two is None else two.below.to_world(Vector(x, y, 0.0))
    return at.x, -at.y


def _platform(two: TwoFlights) -> Path:
    """The platform's plan: over the upper flight's width, and on to the lower flight where the stair turns back."""
    foot, half = two.upper.finished_risers[-1], two.upper.flight.width / 2
    low = -half
    if two.platform.turn == "back":
        low = -half - two.platform.well - two.upper.flight.width
    depth = two.platform.depth
    return area("platform", Layer.FINISH, [(foot, -half), (foot + depth, -half), (foot + depth, -low), (foot, -low)])
