"""If these break, what is built round the stringers does not meet, or lands where nobody measured."""

from dataclasses import replace
from itertools import combinations, pairwise

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences, lay_on_board, steps_of
from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import Defect, Stock, as_manifold, close, dry_fit, face_polygon, outline, overlaps, slides
from easynotch.core.stairs import (
    Built,
    FlightError,
    Ground,
    HeadKind,
    Housed,
    Kicker,
    KickerNotch,
    Mend,
    Platform,
    Reading,
    RiserChoice,
    RiserRule,
    Surroundings,
    Turn,
    facts_of,
    frame_flight,
    frame_stair,
    guard_layout,
    lay_out,
    rows,
    split,
    stringers,
    survey_built,
)
from easynotch.core.tape import Tape, Units
from tests.flights import flights, whole_flights

LIMITS = limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits
TAPE = Tape.of(Units.METRIC)
mm = st.floats


@settings(max_examples=28)
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
            assert one.exact.bears > 0.5, touch.id
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()


@st.composite
def grounds(draw):
    first = Reading(draw(mm(0, 800)), draw(mm(400, 2500)))
    if draw(st.booleans()):
        return Ground((first,), slope=draw(mm(-0.4, 1.0)))
    places = sorted(draw(st.lists(st.integers(1, 60), min_size=1, max_size=4, unique=True)))
    more = (Reading(first.at + 100.0 * place, first.drop + draw(mm(-600, 900))) for place in places)
    return Ground((first, *more))


@settings(max_examples=100)
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


@settings(max_examples=28)
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
    hip_and_ridge_members = next((piece for piece in pieces if piece.member.id == "baluster"), None)
    if hip_and_ridge_members is not None:
        y = hip_and_ridge_members.frames[0].origin.y
        left = sorted(frame.origin.x for frame in hip_and_ridge_members.frames if frame.origin.y == y)[: set_out.count]
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
        gap = boards.gap if boards else 0.0
        if tread.boards is None:
            # What is left behind the last board is less than a gap: no board is ripped to fill it.
            assert back - 1e-6 <= made[-1].back <= back + gap
        assert all(one.back - after.front == pytest.approx(gap) for one, after in pairwise(made))
        assert all(one.front - one.back <= one.stock + 1e-9 for one in made)


@settings(max_examples=40)
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
    for start, stop in slides(defects, pattern, length):
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
    # What meets the header is read off the sawn face itself, where the string does not come down to the ground there.
    facts, header = facts_of(layout, left.member, TAPE), flight.head.header_depth
    levels = [corner.z for corner in face_polygon(left.member, "head")]
    top, low = max(levels), min(levels)
    assert top == pytest.approx(facts["string_top"])
    if low > layout.bearing_level + 1:
        assert top - low == pytest.approx(facts["plumb_bearing"])
        if header is not None:
            assert facts["head_overlap"] == pytest.approx(max(0.0, min(top, 0.0) - max(low, -header)))
            assert facts["head_missing"] == pytest.approx(max(0.0, min(top, -header) - low))
    # The nosings' running marks are one pitch apart, at the margin below the edge; the outline is whole.
    lay = lay_on_board(left.member, Preferences())
    steps = {step.id: step for step in steps_of(left.member, Preferences())}
    lines = {step.line.id: step.line for step in steps.values() if step.line is not None}
    nosings = [min((lines[f"tread_{k}"].start, lines[f"tread_{k}"].end), key=lambda end: end[1])[0]
               for k in range(1, layout.tread_count + 1)]  # fmt: skip
    for one, after in pairwise(nosings):
        assert after - one == pytest.approx(facts["housing_pitch"], abs=1e-6)
    drawn = [step.line for step in steps.values() if step.line is not None and step.role == "housing"]
    assert min(v for line in drawn if line.id.startswith("tread_") for _, v in (line.start, line.end)) == pytest.approx(
        margin, abs=1e-6
    )
    assert lay.holds
    assert len(outline(left.member)) <= 6


@pytest.mark.parametrize(("sizes", "odd"), [
    ((180, 180, 192, 180), (3,)), ((170, 180, 181, 179), (1,)), ((180, 184, 180), ()), ((150, 180, 210, 181, 179), (1, 3)),
    ((180, 190), (2,)),
])  # fmt: skip
def test_the_odd_ones_of_a_built_stair_are_those_outside_where_most_of_them_lie(sizes, odd):
    found = survey_built(Built(sizes, sizes), 5.0, 30.0)
    assert found.odd == odd == found.odd_goings
