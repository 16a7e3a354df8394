"""If these break, a stringer hangs from what is not there: a hanger bent or set wrong, a rim that misses its header, a
fascia that is counted twice.
"""

from dataclasses import replace

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Face, Stock, as_manifold, close, dry_fit, marks_of, outline, overlaps
from easynotch.core.stairs import (
    Anchors,
    Balusters,
    Ground,
    GuardSides,
    Handrail,
    HeadKind,
    Kicker,
    KickerNotch,
    Reading,
    Turn,
    anchor_plan,
    frame_flight,
    frame_stair,
    lay_out,
    order_of_work,
    split,
    stringer_places,
    stringers,
)
from easynotch.core.stairs.layout.places import kicker_stands
from easynotch.core.stairs.members.header_pieces import hanger, lowest_point
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Length, Volume
from easynotch.drawing import draw_stair, draw_stair_plan
from easynotch.drawing.stairs.elevation import draw_elevation
from tests.core.stairs.edges import guard_of, plain_flight
from tests.flights import flights, whole_flights

DIVISION = 25.4 / 16
mm = st.floats


def boxed(piece, frame):
    return as_manifold(piece.member, frame).bounding_box()


@settings(max_examples=40)
@given(flights())
def test_a_hangers_leg_lies_on_the_stringers_lower_edge_and_is_off_by_no_more_than_its_own_mark(flight):
    flight = replace(flight, head=replace(flight.head, kind=HeadKind.HANGER))
    layout = lay_out(flight)
    touch = next((one for one in frame_flight(layout).touches if one.id == "hanger"), None)
    # Of a stringer so short that head and foot cut leave no lower edge a hanger carries nothing.
    assert (touch is None) is (not outline(stringers(layout)[0], Face.BOTTOM))
    assume(touch is not None)
    (fitted,) = dry_fit((touch,), DIVISION)
    assert abs(fitted.exact.opening) < 1e-6
    assert fitted.exact.bears == pytest.approx(1.0)
    # Set on the header by one mark, plumb below the framing's top: rounding it moves the leg square to the slope.
    (mark,) = [one for one in marks_of(touch.member) if one.id == "hanger"]
    assert mark.along == pytest.approx(lowest_point(layout))
    off = round(mark.along / DIVISION) * DIVISION - mark.along
    assert abs(fitted.on_tape.opening) == pytest.approx(abs(off) * layout.cos, abs=1e-6)
    # The head cut's lowest point is where the leg meets the header, unless the foot is cut off higher up.
    assume(-lowest_point(layout) > layout.bearing_level)
    pattern = stringers(layout)[0]
    solid = as_manifold(pattern, pattern.placement)
    slab = solid.trim_by_plane((-1.0, 0.0, 0.0), -0.5)
    assert slab.bounding_box()[2] == pytest.approx(-lowest_point(layout), abs=0.5 * layout.slope + 1e-6)


@given(flights(), mm(8, 40))
def test_a_fascia_stands_between_header_and_stringers_and_moves_no_mark_of_theirs(flight, thick):
    assume(not flight.head.riser_board)
    bare = replace(flight, head=replace(flight.head, fascia=0.0, header_depth=240.0))
    clad = replace(bare, head=replace(bare.head, fascia=thick))
    before, after = stringers(lay_out(bare))[0], stringers(lay_out(clad))[0]
    assert [(one.id, one.along) for one in marks_of(before)] == [(one.id, one.along) for one in marks_of(after)]
    piece = next(one for one in frame_flight(lay_out(clad)).pieces if one.member.role == "header_fascia")
    low = boxed(piece, piece.frames[0])
    assert (low[0], low[3]) == (pytest.approx(-thick), pytest.approx(0.0))
    assert (low[2], low[5]) == (pytest.approx(-240.0), pytest.approx(0.0))
    assert low[4] - low[1] == pytest.approx(flight.width)
    # The header is drawn behind it.
    header = next(path for path in draw_elevation(lay_out(clad), after).paths if path.id == "header")
    assert max(x for x, _ in header.points) == pytest.approx(-thick)


@given(flights(), mm(0.3, 0.95), mm(100, 600))
def test_a_short_header_and_its_two_extensions_are_as_long_as_the_stair_is_wide(flight, share, lap):
    around = replace(flight.around, header_length=flight.width * share, header_lap=lap)
    flight = replace(flight, around=around, head=replace(flight.head, header_depth=240.0))
    framing = frame_flight(lay_out(flight))
    rim = next(one for one in framing.pieces if one.member.role == "rim_extension")
    assert len(rim.frames) == 2
    long = rim.member.lengths["overall"]
    assert 2 * long + flight.width * share == pytest.approx(flight.width)
    spans = sorted((box[1], box[4]) for box in (boxed(rim, frame) for frame in rim.frames))
    assert spans[0][0] == pytest.approx(-flight.width / 2)
    assert spans[1][1] == pytest.approx(flight.width / 2)
    assert spans[1][0] - spans[0][1] == pytest.approx(flight.width * share)
    touch = next(one for one in framing.touches if one.id == "rim_extension.end")
    assert abs(close(touch).opening) < 1e-6
    assert overlaps([(one.member, one.frames) for one in framing.pieces if "rim" in one.member.role]) == ()


@given(mm(20, 45), mm(20, 60))
def test_balusters_on_strips_stand_beside_them_from_rail_to_rail_and_the_strips_reach_both_posts(thick, deep):
    guard = guard_of(held=Balusters.NAILER, strip=Stock(thick, deep))
    framing = frame_flight(lay_out(plain_flight(guard=guard)))
    ids = {touch.id for touch in framing.touches}
    assert {"nailer.head", "nailer.foot", "bottom_nailer.head", "bottom_nailer.foot"} <= ids
    for touch in framing.touches:
        if "nailer" in touch.id or "baluster" in touch.id:
            assert abs(close(touch).opening) < 1e-3, touch.id
    assert [
        pair for pair in overlaps([(one.member, one.frames) for one in framing.pieces]) if "nailer" in str(pair)
    ] == []


@given(mm(20, 45), mm(20, 60))
def test_strips_over_the_balusters_ends_take_their_thickness_off_them_at_either_end(thick, deep):
    guard = guard_of(held=Balusters.STRIPS, strip=Stock(thick, deep))
    layout = lay_out(plain_flight(guard=guard))
    framing = frame_flight(layout)
    ids = {one.member.role: one for one in framing.pieces}
    for touch in framing.touches:
        if "nailer" in touch.id or "baluster" in touch.id:
            assert abs(close(touch).opening) < 1e-3, touch.id
    assert overlaps([(one.member, one.frames) for one in framing.pieces if "post" not in one.member.role]) == ()
    # Against the mesh of the same stick between bare rails: shorter by both strips, plumb.
    bare = frame_flight(lay_out(plain_flight(guard=replace(guard, held=Balusters.BETWEEN, strip=None))))
    whole = next(one for one in bare.pieces if one.member.role == "baluster")
    tall, short = (boxed(one, one.frames[0]) for one in (whole, ids["baluster"]))
    assert (tall[5] - tall[2]) - (short[5] - short[2]) == pytest.approx(2 * deep / layout.cos)


@given(mm(600, 1100), mm(20, 90), st.sampled_from(GuardSides))
def test_a_handrail_follows_the_nosings_at_its_height_from_the_top_riser_to_the_lowest(height, off, sides):
    layout = lay_out(plain_flight(handrail=Handrail(sides, height, Stock(40, 45), off)))
    (rail,) = [one for one in frame_flight(layout).pieces if one.member.role == "handrail"]
    boxes = [boxed(rail, frame) for frame in rail.frames]
    assert len(boxes) == (2 if sides is GuardSides.BOTH else 1)
    for low_x, low_y, low_z, high_x, high_y, high_z in boxes:
        assert (low_x, high_x) == pytest.approx((layout.finished_risers[0], layout.finished_risers[-1]))
        assert high_z == pytest.approx(layout.nosing_level(low_x) + height)
        assert low_z == pytest.approx(layout.nosing_level(high_x) + height - 45 / layout.cos)
        assert min(layout.flight.width / 2 - high_y, low_y + layout.flight.width / 2) == pytest.approx(off)
        assert high_y - low_y == pytest.approx(40)


@given(mm(500, 3000), mm(200, 600), mm(100, 1500), st.sampled_from(KickerNotch))
def test_anchors_are_two_at_least_clear_of_every_stringer_and_no_farther_apart_than_asked(width, spacing, apart, notch):
    flight = plain_flight(
        width=width, stringer_spacing=spacing, kicker=Kicker(90.0, 38.0, notch), anchors=Anchors(60.0, 130.0, apart)
    )
    layout = lay_out(flight)
    plan = anchor_plan(layout)
    assume(plan is not None and len(plan.places) > 1)
    pieces = next(one for one in frame_flight(layout).pieces if one.member.role == "kicker")
    left = max(boxed(pieces, frame)[4] for frame in pieces.frames)
    right = min(boxed(pieces, frame)[1] for frame in pieces.frames)
    assert plan.length == pytest.approx(left - right)
    for at in plan.places:
        y = left - at
        assert right + 50 - 1e-3 <= y <= left - 50 + 1e-3
        assert all(abs(y - place) >= 45 / 2 + 50 - 1e-3 for place in stringer_places(layout))
    assert list(plan.places) == sorted(plan.places)
    # They are spread over all the room there is: past the first and the last of them no place is free.
    beyond = [*range(round(plan.places[-1]) + 2, round(plan.length - 50) - 1), *range(52, round(plan.places[0]) - 1)]
    for at in beyond:
        assert any(abs(left - at - place) < 45 / 2 + 50 + 1 for place in stringer_places(layout))
    free = min(spacing, width)
    # Each is moved off a stringer by half of what the stringer blocks, at the most.
    assert (
        all(b - a <= apart + 45 + 100 + 1e-3 for a, b in zip(plan.places, plan.places[1:], strict=False)) or free < 150
    )


@given(st.floats(-0.04, 0.04), mm(700, 2000))
def test_on_ground_that_falls_across_the_kicker_lies_level_on_its_highest_place(across, width):
    ground = Ground((Reading(0.0, 1440.0),), across=across)
    layout = lay_out(plain_flight(width=width, kicker=Kicker(90.0, 38.0, KickerNotch.ALL), ground=ground))
    levels = [layout.bearing_level - ground.across_at(width * (n / 40 - 0.5), width) for n in range(41)]
    assert kicker_stands(layout) == pytest.approx(max(levels))


def sheets_of(flight):
    two = split(flight)
    layout = two.upper if two else lay_out(flight)
    framing = frame_stair(layout, two)
    return draw_stair(layout, two, framing), draw_stair_plan(layout, two, framing)


@settings(max_examples=40, deadline=None)
@given(whole_flights())
def test_every_figure_of_a_stairs_drawings_is_as_long_as_its_line_and_nothing_is_drawn_off_the_sheet(flight):
    for sheet in sheets_of(flight):
        left, top, right, bottom = sheet.extent
        for one in sheet.dimensions:
            drawn = abs(one.end[0] - one.start[0]) + abs(one.end[1] - one.start[1])
            assert drawn == pytest.approx(one.length.mm, abs=1e-6), one.id
            along = 0 if one.start[1] == one.end[1] else 1
            off = [point[1 - along] + one.offset for point in (one.start, one.end)]
            low, high = (top, bottom) if along == 0 else (left, right)
            assert all(low - 1e-6 <= at <= high + 1e-6 for at in off) or along == 1, one.id
        for path in sheet.paths:
            for x, y in path.points:
                assert left - 1e-6 <= x <= right + 1e-6, path.id
                assert top - 1e-6 <= y <= bottom + 1e-6, path.id


@given(st.integers(2, 6), st.integers(2, 6), st.sampled_from(Turn), mm(0, 0.03), mm(700, 2000))
def test_a_stair_with_a_platform_shows_its_whole_rise_and_how_far_down_and_deep_the_platform_is(
    up, down, turn, fall, deep
):
    from easynotch.core.stairs import Platform, RiserChoice, RiserRule  # noqa: PLC0415

    rise = (up + down) * 180.0 + fall * deep
    flight = plain_flight(
        total_rise=rise, riser=RiserChoice(RiserRule.COUNT, up + down),
        platform=Platform(up, turn, deep, 28.0, 240.0, fall=fall, well=100.0),
    )  # fmt: skip
    elevation, _ = sheets_of(flight)
    found = {one.id: one for one in elevation.dimensions}
    assert found["total_rise"].length.mm == pytest.approx(rise)
    assert found["platform_drop"].length.mm == pytest.approx(up * 180.0)
    assert found["platform_depth"].length.mm == pytest.approx(deep)
    deck = next(path for path in elevation.paths if path.id == "platform")
    xs = [x for x, _ in deck.points]
    assert (min(xs), max(xs)) == (
        pytest.approx(found["platform_depth"].start[0]), pytest.approx(found["platform_depth"].end[0]),
    )  # fmt: skip


def test_concrete_is_told_in_cubic_feet_or_litres_and_never_as_a_length():
    for units, unit in ((Units.IMPERIAL, "ft³"), (Units.METRIC, " l")):
        words = Words(Dialect.NORTH_AMERICA, Tape.of(units))
        assert words.value(Volume(169.9)).endswith(unit)
        assert words.fact_value("slab_volume", 169.9) == words.value(Volume(169.9))
        assert words.fact_value("slab_top", 169.9) == words.value(Length(169.9))
    assert Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL)).value(Volume(28.316846592)) == "1.0 ft³"


@settings(max_examples=40)
@given(whole_flights(), st.booleans(), st.sampled_from(Units))
def test_the_order_of_work_can_be_said_in_full_for_any_stair_and_each_thing_is_done_once(flight, together, units):
    words = Words(Dialect.BRITAIN_IRELAND, Tape.of(units, fine=units is Units.METRIC))
    steps = order_of_work(lay_out(flight), on_the_ground=together)
    said = [words.say(step) for step in steps]
    assert len(set(said)) == len(said)
    assert all(one.endswith(".") for one in said)
    ids = [step.id for step in steps]
    if flight.around.slab is not None:
        assert ids.index("order.dig") < ids.index("order.form") < ids.index("order.cure") < ids.index("order.square")
    if flight.head.fascia > 0:
        assert ids.index("order.fascia") < ids.index("order.square")
    assert hanger(lay_out(flight), stringers(lay_out(flight))[0]).cut_planes


@settings(max_examples=28, deadline=None)
@given(st.integers(2, 6), st.integers(2, 6), st.sampled_from(Turn), mm(700, 2000), mm(0, 400))
def test_what_a_stair_hangs_on_and_its_platform_stand_where_the_flights_meet_them_and_in_none(
    up, down, turn, deep, well
):
    from easynotch.core.stairs import Platform, RiserChoice, RiserRule, supports  # noqa: PLC0415

    flight = plain_flight(
        total_rise=(up + down) * 180.0, riser=RiserChoice(RiserRule.COUNT, up + down), upper_finish=28.0,
        platform=Platform(up, turn, deep, 28.0, 240.0, well=well),
    )  # fmt: skip
    two = split(flight)
    blocks = [one for one in supports(two.upper, two) if one[0].role == "support"]
    above, platform = (as_manifold(member, frames[0]).bounding_box() for member, frames in blocks)
    assert (above[3], above[5]) == (pytest.approx(0.0), pytest.approx(28.0))
    assert (platform[0], platform[5]) == (
        pytest.approx(two.upper.finished_risers[-1]),
        pytest.approx(two.upper.bearing_level),
    )
    assert platform[3] - platform[0] == pytest.approx(deep)
    # The lower flight's header face lies on one of the platform's faces, its framing's top a finish below.
    start = two.below.origin
    assert start.z + 28.0 == pytest.approx(platform[5])
    on_edge = {
        Turn.STRAIGHT: start.x - platform[3], Turn.BACK: start.x - platform[0],
        Turn.LEFT: start.y - platform[4], Turn.RIGHT: start.y - platform[1],
    }  # fmt: skip
    assert on_edge[turn] == pytest.approx(0.0, abs=1e-6)
    pieces = [(one.member, one.frames) for one in frame_stair(two.upper, two).pieces]
    found = overlaps([*pieces, *((member, tuple(frames)) for member, frames in blocks)])
    assert [one for one in found if "support" in f"{one.one}{one.other}"] == []
