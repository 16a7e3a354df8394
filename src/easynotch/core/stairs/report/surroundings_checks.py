"""The checks of what stands around the stringers. Each limit is looked at; at the limit is allowed."""

from collections.abc import Iterator

from ...solid import Member, lie_clear, meeting_zones, names_of
from ...terms import Check, Count, Length, Level, Limits, Value, against
from ..layout.layout import Layout
from ..layout.places import stringer_places
from ..members.guard import guard_layout, opening_under
from ..members.housed_strings import housing_room
from ..members.platform import TwoFlights
from ..members.treads import rows
from ..model.flight import HeadKind
from ..model.ground import Reading
from ..model.surroundings import DoorSwing, GuardSides, Overhead, Turn
from .built_survey import survey_built
from .checks import limit_check, plain
from .foot_checks import foot_checks, screw_checks
from .standing_checks import standing_checks

NEAR_FOOT = 50.0
"""mm: a confirming measurement this near to the foot was taken there."""
SLIVER = 1 / 3
"""Of a board: a rip narrower than this splits and shows."""


def around_checks(layout: Layout, pattern: Member, limits: Limits) -> tuple[Check, ...]:
    """Every check of a flight's surroundings."""
    return (
        *_ground(layout, limits),
        *_overhead(layout, limits),
        *_top_landing(layout, limits),
        *_openings(layout, limits),
        *_guard(layout, limits),
        *_level_held(layout),
        *_spacing(layout, limits),
        *_rips(layout),
        *foot_checks(layout),
        *standing_checks(layout, limits),
        *screw_checks(layout),
        *_header(layout),
        *_slide(layout, pattern),
        *_built(layout, limits),
        *_order(layout),
        *_housed(layout),
    )


def _ground(layout: Layout, limits: Limits) -> Iterator[Check]:
    ground, landing = layout.flight.ground, layout.landing
    if ground is None or landing is None:
        return
    values: dict[str, Value] = {"foot": Length(landing.foot), "rise": Length(landing.rise)}
    confirmed: Reading | None = ground.confirmed
    known = confirmed if confirmed is not None else next(
        (reading for reading in ground.readings if abs(reading.at - landing.foot) <= NEAR_FOOT), None
    )  # fmt: skip
    there = known is not None and abs(known.at - landing.foot) <= NEAR_FOOT
    if confirmed is not None and not there:
        yield plain(
            "ground_moved", Level.LOOK, Length(landing.foot), was=Length(confirmed.at), rise=Length(landing.rise)
        )
    else:
        yield plain("ground_confirm", Level.OK if there else Level.LOOK, Length(landing.foot), **values)
    if not landing.met:
        yield plain("ground_rounds", Level.LOOK, n=Count(landing.count))
    across = abs(ground.across) * layout.flight.width
    if across > 0:
        level = Level.LOOK if across > limits["riser_difference"].amount + 1e-6 else Level.OK
        yield plain("ground_across", level, Length(across), limit=limits["riser_difference"].as_value)


def _overhead(layout: Layout, limits: Limits) -> Iterator[Check]:
    clear = headroom(layout)
    if clear is not None and "headroom_min" in limits:
        yield limit_check(limits["headroom_min"], Length(clear))


def nearest_overhead(layout: Layout) -> tuple[Overhead, float | None] | None:
    """What hangs nearest over the stair, and the plumb line it does so at, level from the header's face; without one
    over the landing above. None where nothing hangs over it.
    """
    found: list[tuple[float, Overhead, float | None]] = []
    top, low = layout.walked[0][1], layout.finished_risers[-1] + layout.flight.tread.nosing
    for over in layout.flight.around.overhead:
        # The line climbs towards the header: nearest to it there is least room.
        at = max(over.start, top)
        if at <= min(over.stop, low):
            found.append((over.above + layout.flight.upper_finish - layout.nosing_level(at), over, at))
        if over.start <= top:
            found.append((over.above, over, None))
    return min(found, key=lambda one: one[0])[1:] if found else None


def headroom(layout: Layout) -> float | None:
    """The least plumb room between the line of the nosings and what hangs over it; None where nothing does."""
    nearest = nearest_overhead(layout)
    if nearest is None:
        return None
    over, at = nearest
    return over.above + (0.0 if at is None else layout.flight.upper_finish - layout.nosing_level(at))


def _top_landing(layout: Layout, limits: Limits) -> Iterator[Check]:
    landing = layout.flight.around.top_landing
    if landing is None:
        return
    if "landing_depth_min" in limits:
        yield limit_check(limits["landing_depth_min"], Length(landing.depth))
    if landing.door > 0:
        over = landing.swing is DoorSwing.OVER
        room = landing.depth - landing.door if over else landing.depth
        level = Level.STOP if room < 0 else Level.LOOK if over and room < landing.door else Level.OK
        name = "door_swing" if over else "door_away"
        yield plain(
            name, level, Length(max(0.0, room)), depth=Length(landing.depth), door=Length(landing.door),
        )  # fmt: skip


def _openings(layout: Layout, limits: Limits) -> Iterator[Check]:
    """Open risers, and the gap left behind a tread."""
    flight = layout.flight
    if flight.riser_board == 0 and flight.around.housed is None and "open_riser_max" in limits:
        yield limit_check(limits["open_riser_max"], Length(layout.riser - flight.tread.thickness))


def _guard(layout: Layout, limits: Limits) -> Iterator[Check]:
    flight, guard, set_out = layout.flight, layout.flight.around.guard, guard_layout(layout)
    rows_: tuple[tuple[str, bool, Value], ...] = (
        ("guard_from", guard is None, Length(flight.total_rise)),
        ("handrail_without", guard is None and flight.around.handrail is None, Count(layout.riser_count)),
    )
    for name, looked, value in rows_:
        if looked and name in limits:
            yield limit_check(limits[name], value)
    yield from _handrail(layout, limits)
    if guard is None or set_out is None:
        return
    if set_out.clear <= 0 or guard.height - guard.rail.depth / layout.cos <= guard.under:
        yield plain("guard_fits", Level.STOP, Length(set_out.clear))
        return
    held: tuple[tuple[str, Value], ...] = (
        ("guard_gap", Length(set_out.gap)),
        ("guard_triangle", Length(opening_under(layout, guard))),
        ("guard_height", Length(guard.height)),
    )
    for name, value in held:
        if name in limits:
            yield limit_check(limits[name], value)


def _handrail(layout: Layout, limits: Limits) -> Iterator[Check]:
    """The height of what the hand holds: a handrail on the wall, else the guard's rail."""
    rail = layout.flight.around.handrail or layout.flight.around.guard
    for name in ("handrail_min", "handrail_max"):
        if rail is not None and name in limits:
            yield limit_check(limits[name], Length(rail.height))


def _level_held(layout: Layout) -> Iterator[Check]:
    """The rise is taken from the upper surface's edge, not from where the level was held."""
    held = layout.flight.around.level_held
    if held is not None:
        yield plain("level_held", Level.OK, Length(held.drop), at=Length(held.at))


def _spacing(layout: Layout, limits: Limits) -> Iterator[Check]:
    """How far apart the stringers come, by what the treads are made of."""
    composite = layout.flight.tread.composite
    limit = limits.get("spacing_composite" if composite else "spacing_wood")
    if composite is None or limit is None or layout.flight.around.housed is not None:
        return
    places = stringer_places(layout)
    apart = places[1] - places[0]
    level = against(limit, apart)
    yield plain("spacing_material", level, Length(apart), limit=limit.as_value)


def _rips(layout: Layout) -> Iterator[Check]:
    made = [row for number in range(layout.tread_count) for row in rows(layout, number)]
    narrow = [row for row in made if row.ripped]
    if narrow:
        least = min(narrow, key=lambda row: row.front - row.back)
        width = least.front - least.back
        level = Level.LOOK if width < least.stock * SLIVER - 1e-6 else Level.OK
        yield plain("tread_rip", level, Length(width), board=Length(least.stock), n=Count(len(narrow)))


def _header(layout: Layout) -> Iterator[Check]:
    around, flight = layout.flight.around, layout.flight
    if flight.head.fascia > 0 and flight.head.kind is HeadKind.HANGER and flight.around.housed is None:
        yield plain("header_fascia", Level.LOOK, Length(flight.head.fascia))
    if around.header_length is not None:
        short = flight.width - around.header_length
        yield plain(
            "header_length", Level.OK if short <= 1e-6 else Level.LOOK, Length(max(0.0, short) / 2),
            header=Length(around.header_length), width=Length(flight.width),
        )  # fmt: skip


def _slide(layout: Layout, pattern: Member) -> Iterator[Check]:
    flight = layout.flight
    if not flight.around.defects:
        return
    if flight.stock.length is None:
        yield plain("slide_ask", Level.LOOK)
        return
    defects, length = flight.around.defects, flight.stock.length
    lying = lie_clear(defects, pattern, length)
    if lying is None:
        places = names_of(meeting_zones(defects, pattern, length))
        yield plain("slide_none", Level.STOP, n=Count(len(defects)), places=places)
        return
    yield plain("slide_turned" if lying.turned else "slide", Level.OK, Length(lying.start), to=Length(lying.free[0][1]))


def _built(layout: Layout, limits: Limits) -> Iterator[Check]:
    built = layout.flight.around.built
    if built is None:
        return
    limit = limits["riser_difference"]
    found = survey_built(built, limit.amount, layout.flight.tread.thickness)
    over = bool(found.odd)
    yield plain(
        "built", Level.STOP if over else Level.OK, Length(found.difference), limit=limit.as_value,
        odd=", ".join(str(k) for k in found.odd),
    )  # fmt: skip
    if built.goings:
        yield plain(
            "built_goings", Level.STOP if found.odd_goings else Level.OK, Length(found.going_difference),
            limit=limit.as_value, odd=", ".join(str(k) for k in found.odd_goings),
        )  # fmt: skip


def _order(layout: Layout) -> Iterator[Check]:
    tread, around = layout.flight.tread, layout.flight.around
    if around.treads_first and not around.top_down and tread.under_riser == 0 and layout.flight.riser_board > 0:
        yield plain("treads_before", Level.LOOK)


def _housed(layout: Layout) -> Iterator[Check]:
    housed, stock = layout.flight.around.housed, layout.flight.stock
    if housed is None:
        return
    left = stock.thickness - housed.depth
    yield plain("housing_depth", Level.OK if left >= stock.thickness / 2 - 1e-6 else Level.STOP, Length(left))
    room = housing_room(layout, housed)
    yield plain("housing_room", Level.OK if room > 0 else Level.STOP, Length(room))


def platform_checks(two: TwoFlights, limits: Limits) -> tuple[Check, ...]:
    """A platform deep enough, and its header's depth known."""
    found = []
    if "landing_depth_min" in limits:
        least = max(limits["landing_depth_min"].amount, 0.0)
        level = Level.OK if two.platform.depth >= least else limits["landing_depth_min"].level
        found.append(plain("platform_depth", level, Length(two.platform.depth), limit=Length(least)))
    found += [*_turned(two), *_beside(two)]
    riser = abs(two.upper.riser - two.lower.riser)
    found.append(plain("platform_risers", Level.OK if riser < 1e-6 else Level.STOP, Length(two.upper.riser)))
    return tuple(found)


def _turned(two: TwoFlights) -> Iterator[Check]:
    """Where the stair turns a quarter, the lower flight's stringers hang on the platform's side: all of them."""
    if two.platform.turn not in (Turn.LEFT, Turn.RIGHT):
        return
    width = two.lower.flight.width
    off = sum(abs(y) + two.lower.flight.stock.thickness / 2 > two.platform.depth / 2 + 1e-6
              for y in stringer_places(two.lower))  # fmt: skip
    yield plain(
        "platform_width", Level.OK if off == 0 else Level.STOP, Length(two.platform.depth), width=Length(width),
        n=Count(off),
    )  # fmt: skip


def _beside(two: TwoFlights) -> Iterator[Check]:
    """Where the stair turns back, skirts and posts of both flights stand in the well between them."""
    if two.platform.turn is not Turn.BACK:
        return
    around = two.upper.flight.around
    skirt = around.sides.skirt.thickness if around.sides.skirt is not None else 0.0
    # The upper flight's right side and the lower one's own right side look at each other over the well.
    guarded = around.guard is not None and around.guard.sides is not GuardSides.LEFT
    post = around.guard.post.depth if around.guard is not None and guarded else 0.0
    needed = 2 * (skirt + post)
    level = Level.OK if two.platform.well >= needed - 1e-6 else Level.STOP
    yield plain("platform_well", level, Length(two.platform.well), needed=Length(needed))


def prefixed(checks: tuple[Check, ...], prefix: str) -> Iterator[Check]:
    """A lower flight's checks that are not fine, told under their own ids."""
    for check in checks:
        if check.level is not Level.OK:
            yield Check(f"{prefix}{check.id}", check.level, check.message, check.value, check.limit, check.remedy)
