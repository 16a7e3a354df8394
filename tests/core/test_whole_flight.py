"""If these break, what is built round the stringers does not meet, or lands where nobody measured."""

from dataclasses import replace
from itertools import combinations, pairwise

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import Stock, as_manifold, close, dry_fit, overlaps, straight
from easynotch.core.stairs import (
    Anchors,
    Boards,
    Built,
    DeckBelow,
    Defect,
    DoorSwing,
    FlightError,
    Footing,
    Ground,
    Guard,
    GuardSides,
    HeadKind,
    Housed,
    Kicker,
    KickerNotch,
    Mend,
    Overhead,
    Platform,
    Reading,
    RiserChoice,
    RiserRule,
    Screws,
    Slab,
    Surroundings,
    TopLanding,
    Tread,
    Turn,
    around_checks,
    frame_flight,
    frame_stair,
    guard_layout,
    lay_out,
    platform_checks,
    rows,
    slides,
    split,
    stringers,
    survey_built,
)
from easynotch.core.terms import Bound, Level
from tests.flights import flights, whole_flights

LIMITS = limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits
mm = st.floats


@settings(max_examples=40)
@given(whole_flights())
def test_every_board_of_a_flight_meets_its_neighbour_and_stands_in_no_other(flight):
    ledger = flight.head.ledger if flight.head.kind is HeadKind.LEDGER else None
    layout = lay_out(flight)
    framing = frame_flight(layout)
    for touch, one in zip(framing.touches, dry_fit(framing.touches, 25.4 / 16), strict=True):
        assert abs(one.exact.opening) < 1e-3, touch.id
        assert abs(one.on_tape.opening) <= one.bound + 1e-6, touch.id
        # How much of the head the header covers is a finding; a ledger may be larger than what it is notched into.
        if touch.id != "head" and not (ledger and "ledger" in touch.id):
            assert one.exact.contact > 0.5, touch.id
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()


@st.composite
def grounds(draw):
    first = Reading(draw(mm(0, 800)), draw(mm(400, 2500)))
    if draw(st.booleans()):
        return Ground((first,), slope=draw(mm(-0.4, 1.0)))
    places = sorted(draw(st.lists(st.integers(1, 60), min_size=1, max_size=4, unique=True)))
    more = (Reading(first.at + 100.0 * place, first.drop + draw(mm(-600, 900))) for place in places)
    return Ground((first, *more))


@settings(max_examples=150)
@given(flights(), grounds())
def test_on_falling_ground_the_stair_lands_on_it_with_the_fewest_risers_or_says_why_not(flight, ground):
    rule = replace(flight.riser, rule=RiserRule.AT_MOST, value=190.0)
    try:
        layout = lay_out(replace(flight, ground=ground, riser=rule, total_rise=ground.readings[0].drop))
    except FlightError as error:
        assert error.path == "ground"
        return
    landing, count = layout.landing, layout.riser_count
    assert landing is not None
    assert landing.foot == pytest.approx(layout.finished_risers[-1])
    assert layout.riser * count == pytest.approx(ground.drop(landing.foot))
    assert layout.riser <= 190 + 1e-6
    for fewer in range(2, count):
        foot = landing.foot - (count - fewer) * layout.going
        assert ground.drop(foot) < 1.0 or ground.drop(foot) / fewer > 190 - 1e-6
    # A confirming measurement at the foot replaces what was worked out there, and nothing else of the drawing moves.
    found = replace(ground, confirmed=Reading(landing.foot, landing.rise + 7.0))
    again = lay_out(replace(layout.flight, ground=found, riser=RiserChoice(RiserRule.COUNT, count)))
    assert again.landing is not None
    assert again.landing.rise == pytest.approx(landing.rise + 7.0)
    assert again.landing.foot == pytest.approx(landing.foot)


@given(flights(), mm(-0.08, 0.08), st.integers(0, 2))
def test_where_the_landing_slopes_across_every_stringer_stands_on_the_ground_where_it_stands(flight, across, which):
    flight = replace(flight, kicker=None)
    assume(flight.width * abs(across) / 2 < 60)
    rise = flight.total_rise
    ground = Ground((Reading(0.0, rise),), across=across or 0.01)
    layout = lay_out(replace(flight, ground=ground, riser=RiserChoice(RiserRule.COUNT, lay_out(flight).riser_count)))
    pieces = [piece for piece in frame_flight(layout).pieces if piece.member.role == "stringer"]
    piece = pieces[min(which, len(pieces) - 1)]
    ((frame),) = piece.frames
    low = as_manifold(piece.member, frame).bounding_box()[2]
    assume(layout.riser_plumbs[-1] > 0)
    expected = layout.bearing_level - ground.across_at(frame.origin.y, flight.width)
    assert low == pytest.approx(expected, abs=1e-6)


@settings(max_examples=40)
@given(whole_flights(), mm(-0.03, 0.03))
def test_on_ground_that_falls_across_a_level_kicker_meets_every_stringers_own_notch(flight, across):
    kicker = replace(flight.kicker or Kicker(90, 38, KickerNotch.ALL), thickness=30.0)
    width = min(flight.width, 1200.0)
    ground = Ground((Reading(0.0, flight.total_rise),), across=across or 0.01)
    flight = replace(flight, kicker=kicker, width=width, ground=ground, around=Surroundings())
    framing = frame_flight(lay_out(replace(flight, riser=RiserChoice(RiserRule.COUNT, lay_out(flight).riser_count))))
    assert any("kicker" in touch.id for touch in framing.touches) or kicker.notch is KickerNotch.NONE
    for touch in framing.touches:
        assert abs(close(touch).opening) < 1e-3, touch.id
    assert [one for one in overlaps([(p.member, p.frames) for p in framing.pieces]) if "kicker" in str(one)] == []


@given(flights(), st.integers(2, 5), st.integers(2, 5), st.sampled_from(Turn), mm(0, 0.03))
def test_two_flights_with_a_platform_have_one_riser_and_come_down_to_the_floor(flight, up, down, turn, fall):
    platform = Platform(up, turn, 1000.0, 28.0, 240.0, fall=fall, well=100.0)
    flight = replace(
        flight, total_rise=(up + down) * 180.0 + fall * 1000, riser=RiserChoice(RiserRule.COUNT, up + down),
        around=Surroundings(platform=platform),
    )  # fmt: skip
    two = split(flight)
    assert two is not None
    assert two.upper.riser == pytest.approx(180)
    assert two.lower.riser == pytest.approx(180)
    framing = frame_stair(two.upper, two)
    feet = [
        as_manifold(piece.member, frame).bounding_box()[2]
        for piece in framing.pieces
        if piece.member.id.startswith("lower_stringer")
        for frame in piece.frames
    ]
    floor = flight.upper_finish - flight.total_rise - flight.lower_finish
    assert min(feet) == pytest.approx(floor, abs=1e-6)
    if turn is not Turn.BACK or flight.width > 200:
        assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()


@given(whole_flights())
def test_balusters_stand_at_one_gap_no_wider_than_asked_and_one_fewer_would_be(flight):
    guard, set_out = flight.around.guard, guard_layout(lay_out(flight))
    assume(guard is not None and set_out is not None and set_out.clear > 0)
    wide = guard.baluster.thickness
    assert set_out.gap <= guard.gap + 1e-6
    if set_out.count:
        assert (set_out.clear - (set_out.count - 1) * wide) / set_out.count > guard.gap - 1e-6
    pieces = frame_flight(lay_out(flight)).pieces
    sticks = next((piece for piece in pieces if piece.member.id == "baluster"), None)
    if sticks is not None:
        y = sticks.frames[0].origin.y
        left = sorted(frame.origin.x for frame in sticks.frames if frame.origin.y == y)[: set_out.count]
        edges = [set_out.posts[0] + 44, *(x for at in left for x in (at, at + wide)), set_out.posts[1] - 44]
        assert [b - a for a, b in zip(edges[::2], edges[1::2], strict=True)] == pytest.approx(
            [set_out.gap] * (set_out.count + 1)
        )


@given(whole_flights())
def test_a_treads_boards_and_gaps_fill_it_from_the_nosing_to_what_stands_behind(flight):
    layout = lay_out(flight)
    tread = flight.tread
    boards = tread.boards or tread.in_hand
    for number in range(layout.tread_count):
        back, front, _ = layout.walked[number]
        made = rows(layout, number)
        assert made[0].front == front
        if tread.boards is None:
            assert made[-1].back == pytest.approx(back)
        gap = boards.gap if boards else 0.0
        assert all(one.back - after.front == pytest.approx(gap) for one, after in pairwise(made))
        assert all(one.front - one.back <= one.stock + 1e-9 for one in made)


@settings(max_examples=60)
@given(st.lists(mm(150, 210), min_size=3, max_size=8), mm(2, 12))
def test_mending_a_built_stair_changes_as_few_treads_as_can_be_and_leaves_floor_and_deck(risers, permitted):
    found = survey_built(Built(tuple(risers)), permitted, 30.0)
    assert sum(found.risers) == pytest.approx(sum(risers))
    assert found.becomes <= permitted + 1e-5
    changed = [mend for mend in found.mends if mend.mend is not Mend.STAY]
    heights = [sum(risers[:k]) for k in range(len(risers) + 1)]
    if not changed:
        assert found.difference <= permitted + 1e-5
        return
    assert found.odd
    # No way with one tread fewer: whichever treads are left free, some stretch between kept ones cannot be shared.
    inner = range(1, len(risers))
    for free in combinations(inner, len(changed) - 1):
        kept = [k for k in range(len(heights)) if k not in free]
        shares = [(heights[b] - heights[a]) / (b - a) for a, b in pairwise(kept)]
        assert max(shares) - min(shares) > permitted - 1e-5


@given(flights(), st.lists(st.tuples(mm(0, 3000), mm(20, 200)), min_size=1, max_size=4), mm(0, 1))
def test_a_layout_slid_where_it_is_told_brings_no_notch_into_a_defect(flight, knots, share):
    layout = lay_out(flight)
    pattern = stringers(layout)[0]
    length = pattern.lengths["board"] + 600
    defects = tuple(Defect(at, at + long, 500.0) for at, long in knots)
    laid = replace(layout, flight=replace(flight, around=Surroundings(defects=defects)))
    for start, stop in slides(laid, pattern, length):
        shift = start + (stop - start) * share
        assert 0 <= shift <= 600 + 1e-6
        for k in range(1, layout.tread_count):
            # The inner corner of a notch, found on the solid's own drawing: where its riser and tread lines meet.
            x, z = layout.riser_plumbs[k - 1], layout.tread_levels[k]
            at = x * layout.cos - (z - layout.edge_at_header) * layout.sin - pattern.zero + shift
            assert not any(low + 1e-6 < at < low + long - 1e-6 for low, long in knots)


@settings(max_examples=30)
@given(flights(), mm(8, 14), mm(20, 60))
def test_treads_and_risers_slide_into_their_housings_and_nothing_else_is_cut_away(flight, deep, margin):
    flight = replace(
        flight, head=replace(flight.head, kind=HeadKind.HANGER, riser_board=False), kicker=None,
        stock=Stock(max(flight.stock.thickness, 30.0), flight.stock.depth + 200),
        around=Surroundings(housed=Housed(margin, deep, 3.0, 1 / 24)),
    )  # fmt: skip
    layout = lay_out(flight)
    framing = frame_flight(layout)
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()
    for touch in framing.touches:
        assert abs(close(touch).opening) < 1e-3, touch.id
    left, right = (piece for piece in framing.pieces if piece.member.role == "string")
    cut = [as_manifold(piece.member, piece.frames[0]) for piece in (left, right)]
    assert cut[0].volume() == pytest.approx(cut[1].volume(), rel=1e-6)


def level_of(flight, check_id, limits=LIMITS):
    layout = lay_out(flight)
    found = [check for check in around_checks(layout, stringers(layout)[0], limits) if check.id == check_id]
    return found[0].level if found else None


STAIR = {"riser": RiserChoice(RiserRule.COUNT, 8)}


def plain_flight(**changes):
    from easynotch.core.stairs import Flight, Head  # noqa: PLC0415

    around = {key: changes.pop(key) for key in list(changes) if key in Surroundings.__dataclass_fields__}
    made = Flight(
        "plain", 8 * 180.0, RiserChoice(RiserRule.COUNT, 8), Tread(30.0, 20.0, given_going=250.0),
        Stock(45.0, 290.0, 4200.0), 1000.0, 400.0, riser_board=18.0, head=Head(header_depth=240.0),
    )  # fmt: skip
    return replace(made, **changes, around=Surroundings(**around))


def guard_of(**changes):
    usual = Guard(
        GuardSides.BOTH, 900.0, 40.0, Stock(90, 90), Stock(38, 90), Stock(38, 60), Stock(38, 38), 100.0, 1800.0
    )
    return replace(usual, **changes)


def opened(limit):
    """Open treads whose clear opening is so much."""
    return plain_flight(riser_board=0.0, tread=replace(plain_flight().tread, thickness=180.0 - limit))


def under_beam(room):
    layout = lay_out(plain_flight())
    at = 700.0
    return plain_flight(overhead=(Overhead(at, at, layout.nosing_level(at) + room),))


CASES = {
    "headroom_min": under_beam,
    "open_riser_max": opened,
    "landing_depth_min": lambda depth: plain_flight(top_landing=TopLanding(depth)),
    "guard_height": lambda height: plain_flight(guard=guard_of(height=height)),
    "handrail_min": lambda height: plain_flight(guard=guard_of(height=height)),
    "handrail_max": lambda height: plain_flight(guard=guard_of(height=height)),
    "guard_from": lambda rise: plain_flight(total_rise=rise),
}


@pytest.mark.parametrize("limit_id", CASES)
def test_each_limit_holds_at_its_value_and_breaks_just_outside(limit_id):
    limit = LIMITS[limit_id]
    outward = 0.01 if limit.bound is Bound.AT_MOST else -0.01
    made = CASES[limit_id]
    assert level_of(made(limit.amount), limit_id) is Level.OK
    assert level_of(made(limit.amount - outward), limit_id) is Level.OK
    assert level_of(made(limit.amount + outward), limit_id) is limit.level


def test_the_counted_and_the_found_limits_hold_at_their_value_too():
    rail = int(LIMITS["handrail_without"].amount)
    for n, level in ((rail, Level.OK), (rail + 1, LIMITS["handrail_without"].level)):
        flight = plain_flight(riser=RiserChoice(RiserRule.COUNT, n), total_rise=n * 180.0)
        assert level_of(flight, "handrail_without") is level
    # The gap and the opening under the rail are worked out; the limit is laid at what was found, and just beside it.
    for check_id, value in (
        ("guard_gap", guard_layout(lay_out(plain_flight(guard=guard_of()))).gap),
        ("guard_triangle", None),
    ):
        flight = plain_flight(guard=guard_of())
        layout = lay_out(flight)
        check = next(c for c in around_checks(layout, stringers(layout)[0], LIMITS) if c.id == check_id)
        found = check.value.mm if value is None else value
        for amount, level in ((found + 0.01, Level.OK), (found, Level.OK), (found - 0.01, LIMITS[check_id].level)):
            limits = {**LIMITS, check_id: replace(LIMITS[check_id], value=replace(check.value, mm=amount))}
            assert level_of(flight, check_id, limits) is level


@pytest.mark.parametrize(
    ("depth", "level"), [(760.0, Level.STOP), (800.0, Level.LOOK), (1599.9, Level.LOOK), (1600.1, Level.OK)]
)
def test_a_door_that_sweeps_the_landing_leaves_room_to_stand_or_is_told(depth, level):
    flight = plain_flight(top_landing=TopLanding(depth, 800.0, DoorSwing.OVER))
    assert level_of(flight, "door_swing") is level
    assert level_of(plain_flight(top_landing=TopLanding(depth, 800.0)), "door_away") is Level.OK


def test_a_straight_piece_is_as_long_as_it_says():
    member, _ = straight("rail", "rail", Stock(40, 90), [stringers(lay_out(plain_flight()))[0].placement], 777.0)
    assert as_manifold(member).volume() == pytest.approx(777 * 40 * 90)


def kickered(**around):
    return plain_flight(kicker=Kicker(90.0, 38.0, KickerNotch.INNER), **around)


def with_slab(thickness=100.0, width=1000.0, back=108.0, **around):
    return kickered(slab=Slab(1200.0, width, thickness, back), **around)


def with_footing(width=1000.0, back=108.0, depth=300.0):
    return kickered(footing=Footing(400.0, width, depth, back, frost=300.0))


def in_hand_rip(last):
    """A tread of whole boards of 100 and a last one ripped to so much."""
    made = plain_flight(tread=Tread(30.0, 20.0, given_going=180.0 + last, in_hand=Boards(0, 100.0, 0.0)))
    return replace(made, riser_board=0.0)


def on_composite(apart):
    wide = apart + 45.0
    return replace(
        plain_flight(tread=replace(plain_flight().tread, composite=True)), width=wide, stringer_spacing=900.0
    )


def across_by(fall):
    ground = Ground((Reading(0.0, 1440.0),), across=fall / 1000.0)
    return plain_flight(ground=ground)


def housed_in(left):
    return plain_flight(housed=Housed(30.0, 45.0 - left, 3.0, 1 / 24))


EDGES = {
    # What is too much by d: a check is fine at its edge and inside it, and told just past it.
    "ground_across": (lambda d: across_by(LIMITS["riser_difference"].amount + d), Level.LOOK),
    "anchor_length": (lambda d: kickered(anchors=Anchors(60.0, 98.0 - d, 900.0)), Level.STOP),
    "screw_tread": (lambda d: plain_flight(screws=Screws(tread=55.0 - d)), Level.STOP),
    "screw_riser_board": (lambda d: plain_flight(screws=Screws(riser_board=43.0 - d)), Level.STOP),
    "screw_kicker": (lambda d: kickered(screws=Screws(kicker=70.0 - d)), Level.STOP),
    "header_length": (lambda d: plain_flight(header_length=1000.0 - d), Level.LOOK),
    "slab_width": (lambda d: with_slab(width=1000.0 - d), Level.LOOK),
    "slab_back": (lambda d: with_slab(back=108.0 - d), Level.STOP),
    "footing_width": (lambda d: with_footing(width=1000.0 - d), Level.STOP),
    "footing_back": (lambda d: with_footing(back=108.0 - d), Level.STOP),
    "footing_frost": (lambda d: with_footing(depth=300.0 - d), Level.STOP),
    "deck_screw": (lambda d: kickered(deck_below=DeckBelow(28.0, Stock(45, 140), 91.0 - d)), Level.STOP),
    "spacing_material": (lambda d: on_composite(LIMITS["spacing_composite"].amount + d), None),
    "tread_rip": (lambda d: in_hand_rip(100.0 / 3 - d), Level.LOOK),
    "built": (lambda d: plain_flight(built=Built((180.0, 180.0 + LIMITS["riser_difference"].amount + d))), Level.STOP),
    "built_goings": (
        lambda d: plain_flight(built=Built((180.0, 180.0), (250.0, 250.0 + LIMITS["riser_difference"].amount + d))),
        Level.STOP,
    ),
    "housing_depth": (lambda d: housed_in(22.5 - d), Level.STOP),
}


@pytest.mark.parametrize("check_id", EDGES)
def test_what_just_fits_is_let_pass_and_a_hundredth_less_is_told(check_id):
    made, level = EDGES[check_id]
    level = level or LIMITS["spacing_composite"].level
    assert level_of(made(-0.01), check_id) is Level.OK
    assert level_of(made(0.0), check_id) is Level.OK
    assert level_of(made(0.01), check_id) is level


@pytest.mark.parametrize(("concrete", "told"), [(66.36, False), (66.35, True), (66.34, True)])
def test_an_anchors_hole_stays_in_the_concrete(concrete, told):
    flight = with_slab(thickness=concrete, anchors=Anchors(60.0, 130.0, 900.0))
    assert (level_of(flight, "anchor_through") is Level.STOP) is told


def test_a_block_lies_under_the_boards_the_foot_stands_on_and_a_foot_on_boards_takes_no_anchors():
    flight = kickered(deck_below=DeckBelow(28.0, Stock(45, 140)), anchors=Anchors(60.0, 130.0, 900.0))
    layout = lay_out(flight)
    block = next(piece for piece in frame_flight(layout).pieces if piece.member.role == "foot_block")
    low = as_manifold(block.member, block.frames[0]).bounding_box()
    assert low[5] == pytest.approx(layout.bearing_level - 28.0)
    assert low[2] == pytest.approx(layout.bearing_level - 168.0)
    assert layout.riser_plumbs[-1] - 90 < low[0] < low[3] < layout.riser_plumbs[-1]
    assert level_of(flight, "anchors_deck") is Level.STOP


@pytest.mark.parametrize(("more", "level"), [(0.01, None), (0.0, None), (-0.01, "stop")])
def test_a_platform_as_deep_as_the_limit_is_deep_enough(more, level):
    least = LIMITS["landing_depth_min"].amount
    two = split(plain_flight(platform=Platform(4, Turn.STRAIGHT, least + more, 28.0, 240.0)))
    (found,) = [one for one in platform_checks(two, LIMITS) if one.id == "platform_depth"]
    assert found.level is (LIMITS["landing_depth_min"].level if level else Level.OK)
