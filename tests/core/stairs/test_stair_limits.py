"""If these break, a stair is passed that breaks a limit by a hundredth, or one exactly at its limit is refused."""

from dataclasses import replace

import pytest
from hypothesis import given, settings

from easynotch.core.solid import Stock, as_manifold, straight
from easynotch.core.stairs import (
    Anchors,
    Built,
    DeckBelow,
    DoorSwing,
    Footing,
    HeadKind,
    Housed,
    Kicker,
    KickerNotch,
    LevelHeld,
    Platform,
    RiserChoice,
    RiserRule,
    Screws,
    Section,
    Surroundings,
    TopLanding,
    Tread,
    Turn,
    frame_flight,
    guard_layout,
    lay_out,
    platform_checks,
    split,
    stringers,
)
from easynotch.core.terms import Bound, Level
from tests.core.stairs.edges import (
    LIMITS,
    STEP,
    across_by,
    bearing,
    checks_of,
    drop_boarded,
    ended,
    first_riser,
    guard_of,
    headed,
    housed_in,
    housing_left,
    in_hand_rip,
    kickered,
    knotted,
    ledgered,
    level_of,
    measured_off,
    nosed,
    on_composite,
    on_wall,
    opened,
    plain_flight,
    sloping,
    stepping,
    stock_long,
    throated,
    under_beam,
    with_footing,
    with_slab,
)
from tests.flights import whole_flights

CASES = {
    "riser_max": stepping,
    "riser_min": stepping,
    "going_min": lambda going: stepping(180.0, going),
    "slope_max": sloping,
    "comfort_min": lambda total: stepping(180.0, total - 360.0),
    "comfort_max": lambda total: stepping(180.0, total - 360.0),
    "throat_min": throated,
    "nosing_min": nosed,
    "nosing_max": nosed,
    # Clamped so much too high, eight risers differ by eight times that.
    "riser_difference": lambda differ: plain_flight(gauge=180.0 + differ / 8),
    "headroom_min": under_beam,
    "open_riser_max": opened,
    "landing_depth_min": lambda depth: plain_flight(top_landing=TopLanding(depth)),
    "guard_height": lambda height: plain_flight(guard=guard_of(height=height)),
    "handrail_min": lambda height: plain_flight(guard=guard_of(height=height)),
    # The hand holds what is on the wall, whatever the guard's own rail is.
    "handrail_max": lambda height: plain_flight(guard=guard_of(height=1200.0), handrail=on_wall(height)),
    "guard_from": lambda rise: plain_flight(total_rise=rise),
    "width_min": lambda wide: plain_flight(width=wide + 90.0, housed=Housed(30.0, 15.0, 3.0, 1 / 24)),
    "rise_without_landing": lambda rise: plain_flight(total_rise=rise, riser=RiserChoice(RiserRule.COUNT, 22)),
}


@pytest.mark.parametrize("limit_id", CASES)
def test_each_limit_holds_at_its_value_and_breaks_just_outside(limit_id):
    limit = LIMITS[limit_id]
    outward = STEP if limit.bound is Bound.AT_MOST else -STEP
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
    flight = plain_flight(guard=guard_of())
    for check_id in ("guard_gap", "guard_triangle"):
        found = checks_of(flight)[check_id].value
        for amount, level in ((STEP, Level.OK), (0.0, Level.OK), (-STEP, LIMITS[check_id].level)):
            moved = replace(LIMITS[check_id], value=replace(found, mm=found.mm + amount))
            assert level_of(flight, check_id, {**LIMITS, check_id: moved}) is level
    assert checks_of(flight)["guard_gap"].value.mm == guard_layout(lay_out(flight)).gap


@pytest.mark.parametrize(
    ("depth", "level"), [(760.0, Level.STOP), (800.0, Level.LOOK), (1599.9, Level.LOOK), (1600.1, Level.OK)]
)
def test_a_door_that_sweeps_the_landing_leaves_room_to_stand_or_is_told(depth, level):
    flight = plain_flight(top_landing=TopLanding(depth, 800.0, DoorSwing.OVER))
    assert level_of(flight, "door_swing") is level
    assert level_of(plain_flight(top_landing=TopLanding(depth, 800.0)), "door_away") is Level.OK


EDGES = {
    # What is too much by d: a check is fine at its edge and inside it, and told just past it.
    "ground_across": (lambda d: across_by(LIMITS["riser_difference"].amount + d), Level.LOOK),
    "ledger_bears": (ledgered, Level.LOOK),
    "anchor_length": (lambda d: kickered(anchors=Anchors(60.0, 98.0 - d, 900.0)), Level.STOP),
    "screw_tread": (lambda d: plain_flight(screws=Screws(tread=55.0 - d)), Level.STOP),
    "screw_riser_board": (lambda d: plain_flight(screws=Screws(riser_board=43.0 - d)), Level.STOP),
    "screw_kicker": (lambda d: kickered(screws=Screws(kicker=70.0 - d)), Level.STOP),
    "screw_head": (lambda d: replace(drop_boarded(0.0), around=Surroundings(screws=Screws(head=63.0 - d))), Level.STOP),
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
    "stock_long_enough": (stock_long, Level.STOP),
    "head_bearing": (lambda d: headed(sum(bearing()) - d), Level.LOOK),
    "drop_board": (drop_boarded, Level.STOP),
    "ground_confirm": (measured_off, None),
}
ROOM = LIMITS["landing_depth_min"].amount


@pytest.mark.parametrize("check_id", EDGES)
def test_what_just_fits_is_let_pass_and_a_hundredth_less_is_told(check_id):
    made, level = EDGES[check_id]
    level = LIMITS["spacing_composite"].level if check_id == "spacing_material" else level
    assert level_of(made(-STEP), check_id) is Level.OK
    assert level_of(made(0.0), check_id) is Level.OK
    assert level_of(made(STEP), check_id) is level
    if check_id == "ground_confirm":
        assert level_of(made(STEP), "ground_moved") is Level.LOOK


TOLD = {
    # What is only said where something is wrong: nothing just inside, told at its edge and past it.
    "anchor_through": (lambda d: with_slab(66.35 - d, anchors=Anchors(60.0, 130.0, 900.0)), Level.STOP),
    "tread_thickness": (lambda d: plain_flight(tread=Tread(180.0 + d, 20.0, given_going=250.0)), Level.STOP),
    "kicker": (lambda d: kickered(Kicker(90.0, first_riser() + d, KickerNotch.ALL)), Level.STOP),
    "stringers_fit": (lambda d: plain_flight(width=2 * 45.0 - d), Level.STOP),
    "guard_fits": (lambda d: plain_flight(guard=guard_of(height=40.0 + 90.0 / lay_out(plain_flight()).cos - d)), Level.STOP),
}  # fmt: skip


@pytest.mark.parametrize("check_id", TOLD)
def test_what_cannot_stand_is_told_from_its_edge_on(check_id):
    made, level = TOLD[check_id]
    assert level_of(made(-STEP), check_id) is None
    assert level_of(made(0.0), check_id) is level
    assert level_of(made(STEP), check_id) is level


def test_a_stair_that_ends_at_a_wall_needs_its_run_and_a_landing_before_it():
    assert level_of(ended(ROOM), "run_room") is Level.OK
    assert level_of(ended(ROOM), "landing_room") is None
    assert level_of(ended(ROOM - STEP), "landing_room") is Level.LOOK
    assert level_of(ended(0.0), "run_room") is None
    assert level_of(ended(-STEP), "run_room") is Level.STOP
    # A straight stair with a platform: what the upper flight and the platform take is gone.
    platform = Platform(4, Turn.STRAIGHT, 1000.0, 28.0, 240.0)
    two = split(ended(ROOM, platform=platform))
    assert two.upper.flight.around.room is None
    assert two.lower.flight.around.room == pytest.approx(ended(ROOM).around.room - 3 * 250.0 - 1000.0)
    assert split(ended(ROOM, platform=replace(platform, turn=Turn.BACK))).lower.flight.around.room is None


def test_a_handrail_on_the_wall_answers_the_risers_that_ask_for_one():
    many = plain_flight(riser=RiserChoice(RiserRule.COUNT, 12), total_rise=12 * 180.0)
    assert level_of(many, "handrail_without") is LIMITS["handrail_without"].level
    held = replace(many, around=Surroundings(handrail=on_wall(900.0)))
    assert level_of(held, "handrail_without") is None
    assert level_of(replace(held, around=Surroundings(level_held=LevelHeld(600.0, 0.01))), "level_held") is Level.OK


def test_a_head_that_misses_its_header_altogether_is_a_stop_and_one_that_just_touches_it_is_not():
    drop, _ = bearing()
    assert level_of(headed(drop + STEP), "head_bearing") is Level.LOOK
    assert level_of(headed(drop), "head_bearing") is Level.STOP
    assert level_of(headed(drop - STEP), "head_bearing") is Level.STOP


def test_a_housing_that_comes_to_the_strings_lower_edge_is_a_stop():
    assert level_of(housing_left(-STEP), "housing_room") is Level.OK
    assert level_of(housing_left(STEP), "housing_room") is Level.STOP


def test_a_nosing_longer_than_its_going_is_told_and_one_as_long_is_not():
    assert level_of(nosed(250.0), "nosing_over_going") is None
    assert level_of(nosed(250.0 + STEP), "nosing_over_going") is Level.STOP


def test_a_board_with_a_knot_as_wide_as_every_place_for_a_notch_has_no_place_left():
    # The board has 100 mm to spare: the head must come a saw's width clear of the knot.
    assert level_of(knotted(100.0 - 10.0 - 1.0), "slide") is Level.OK
    assert level_of(knotted(100.0 - 10.0 + 1.0), "slide_none") is Level.STOP


def test_a_fascia_under_a_hanger_a_footing_of_unknown_frost_and_boards_on_nothing_are_told():
    assert level_of(headed(240.0, fascia=20.0), "header_fascia") is Level.LOOK
    assert level_of(headed(240.0, fascia=20.0, kind=HeadKind.LEDGER, ledger=Section(38, 60)), "header_fascia") is None
    assert level_of(kickered(footing=Footing(400.0, 1000.0, 300.0, 108.0)), "footing_ask") is Level.LOOK
    assert level_of(kickered(deck_below=DeckBelow(28.0)), "deck_block") is Level.LOOK
    deck = kickered(deck_below=DeckBelow(28.0, Stock(45, 140)), anchors=Anchors(60.0, 130.0, 900.0))
    assert level_of(deck, "anchors_deck") is Level.STOP
    assert level_of(plain_flight(anchors=Anchors(60.0, 130.0, 900.0)), "anchors_kicker") is Level.LOOK


@pytest.mark.parametrize(("more", "level"), [(STEP, None), (0.0, None), (-STEP, "stop")])
def test_a_platform_as_deep_as_the_limit_is_deep_enough(more, level):
    least = LIMITS["landing_depth_min"].amount
    two = split(plain_flight(platform=Platform(4, Turn.STRAIGHT, least + more, 28.0, 240.0)))
    (found,) = [one for one in platform_checks(two, LIMITS) if one.id == "platform_depth"]
    assert found.level is (LIMITS["landing_depth_min"].level if level else Level.OK)


def test_a_straight_piece_is_as_long_as_it_says():
    member, _ = straight("rail", "rail", Stock(40, 90), [stringers(lay_out(plain_flight()))[0].placement], 777.0)
    assert as_manifold(member).volume() == pytest.approx(777 * 40 * 90)


def test_a_block_lies_under_the_boards_the_foot_stands_on_and_a_foot_on_boards_takes_no_anchors():
    flight = kickered(deck_below=DeckBelow(28.0, Stock(45, 140)), anchors=Anchors(60.0, 130.0, 900.0))
    layout = lay_out(flight)
    block = next(piece for piece in frame_flight(layout).pieces if piece.member.role == "foot_block")
    low = as_manifold(block.member, block.frames[0]).bounding_box()
    assert low[5] == pytest.approx(layout.bearing_level - 28.0)
    assert low[2] == pytest.approx(layout.bearing_level - 168.0)
    assert layout.riser_plumbs[-1] - 90 < low[0] < low[3] < layout.riser_plumbs[-1]


TRIED = {
    *CASES, *EDGES, *TOLD, "housing_room", "handrail_without", "guard_gap", "guard_triangle", "door_swing", "door_away",
    "nosing_over_going", "slide", "slide_none", "slide_turned", "slide_ask", "header_fascia", "footing_ask", "deck_block", "anchors_deck",
    "anchors_kicker", "ground_moved", "run_room", "landing_room", "level_held",
}  # fmt: skip
WITHOUT_A_VALUE = {
    # Said of what was or was not given, of a count, or of an order of work: there is no value to stand at.
    "header_depth", "stock_length", "header_riser_board", "ground_rounds", "treads_before",
    "stringer_holds", "anchors",
}  # fmt: skip


@settings(max_examples=100, deadline=None)
@given(whole_flights())
def test_no_check_of_any_stair_goes_without_a_test_at_its_value(flight):
    assert set(checks_of(flight)) <= TRIED | WITHOUT_A_VALUE
