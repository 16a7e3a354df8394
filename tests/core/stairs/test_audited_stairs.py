"""If these break, a stair is squared, guarded or put together by a number that its own wood contradicts."""

from dataclasses import replace
from math import hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.solid import Stock, as_manifold
from easynotch.core.stairs import (
    Anchors,
    Head,
    HeadKind,
    Platform,
    Section,
    Sides,
    Slab,
    Turn,
    around_facts,
    frame_flight,
    lay_out,
    order_of_work,
    platform_checks,
    split,
    stringer_places,
)
from easynotch.core.terms import Level
from easynotch.drawing import draw_stair
from easynotch.exchange import Problems, read_job, worked_out
from tests.core.stairs.edges import LIMITS, checks_of, guard_of, kickered, plain_flight
from tests.flights import whole_flights

IN = 25.4


def corners(member, frame):
    return as_manifold(member, frame).to_mesh64().vert_properties[:, :3]


@settings(max_examples=25)
@given(whole_flights())
def test_a_stair_is_squared_on_toes_that_are_there_when_it_is_squared(flight):
    """On the meshes of the sawn stringers: no riser board, no nosing is on yet."""
    layout = lay_out(flight)
    strings = [piece for piece in frame_flight(layout).pieces if piece.member.role in ("stringer", "string")]
    out = max(corners(piece.member, frame)[:, 0].max() for piece in strings for frame in piece.frames)
    sides = [y for piece in strings for frame in piece.frames for y in corners(piece.member, frame)[:, 1]]
    assert around_facts(layout)["square_diagonal"] == pytest.approx(hypot(out, max(sides) - min(sides)), abs=1e-6)


def test_forty_six_wide_four_goings_with_riser_boards_squares_at_the_sawn_toes():
    work = {
        "kind": "flight", "name": "", "total_rise": '36 1/4"', "riser": {"count": 5}, "riser_board": '5/8"', "width": '46"',
        "tread": {"going": '10 1/4"', "thickness": '1"'}, "stock": {"thickness": '1 1/2"', "depth": '11 1/4"'},
    }  # fmt: skip
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "imperial", "works": [work]})
    worked = worked_out(job, 0)
    assert worked.facts["square_diagonal"] / IN == pytest.approx(61.206, abs=5e-4)
    told = next(one for one in order_of_work(worked.layout, on_the_ground=False) if one.id == "order.square")
    assert told.values["run"].mm == pytest.approx(40.375 * IN)
    assert told.values["diagonal"].mm == pytest.approx(worked.facts["square_diagonal"])


@given(st.floats(150, 200), st.floats(230, 320), st.floats(0, 40), st.floats(5, 80))
def test_the_ball_under_a_rail_touches_riser_tread_and_the_rails_own_sawn_edge(riser, going, nosing, under):
    flight = plain_flight(
        total_rise=8 * riser, guard=replace(guard_of(), under=under),
        tread=replace(plain_flight().tread, given_going=going, nosing=nosing),
    )  # fmt: skip
    layout = lay_out(flight)
    rail = next(piece for piece in frame_flight(layout).pieces if piece.member.role == "bottom_rail")
    slope = riser / going
    # The rail's lower edge as a line: the lowest of its corners, measured along the slope.
    low = min(z + x * slope for x, _, z in corners(rail.member, rail.frames[0]))
    face = layout.finished_risers[2]
    tread = layout.flight.upper_finish - 3 * riser
    up = low - face * slope - tread
    small, large = 0.0, up
    for _ in range(80):
        radius = (small + large) / 2
        away = (up - radius - radius * slope) / hypot(1.0, slope)
        small, large = (radius, large) if away > radius else (small, radius)
    assert around_facts(layout)["guard_opening"] == pytest.approx(2 * small, abs=1e-6)


def test_a_ball_under_a_lower_rail_counts_the_nosing_the_rail_runs_over():
    tread = replace(plain_flight().tread, given_going=10.5 * IN, nosing=1.125 * IN)
    flight = plain_flight(total_rise=8 * 7.25 * IN, tread=tread, guard=replace(guard_of(), under=1.5 * IN))
    assert around_facts(lay_out(flight))["guard_opening"] / IN == pytest.approx(6.56, abs=5e-3)


@pytest.mark.parametrize(
    ("width", "stretch", "count"), [(35.0, True, 3), (35.0, False, 4), (19.5, True, 2), (80.0, True, 6)]
)
def test_a_narrow_flight_may_stretch_its_stringers_a_wide_one_may_not(width, stretch, count):
    flight = plain_flight(width=width * IN, stringer_spacing=16 * IN, stretch=stretch)
    flight = replace(flight, stock=replace(flight.stock, thickness=1.5 * IN))
    assert len(stringer_places(lay_out(flight))) == count


@settings(max_examples=25)
@given(whole_flights(), st.booleans(), st.booleans())
def test_riser_boards_are_put_on_as_tall_as_they_were_sawn(flight, treads_first, top_down):
    """A board that stands on a tread is a tread shorter than a riser; one behind it is as tall as the riser."""
    flight = replace(flight, around=replace(flight.around, housed=None, treads_first=treads_first, top_down=top_down))
    layout = lay_out(flight)
    steps = [one.id for one in order_of_work(layout, on_the_ground=False)]
    behind = layout.riser_plumbs[0] + flight.riser_board / 2
    tall = [
        piece.member.stock.depth for piece in frame_flight(layout).pieces if piece.member.role == "riser_board"
        for frame in piece.frames if abs(frame.origin.x - behind) < 1e-6
    ]  # fmt: skip
    if not tall or layout.tread_count < 2:
        return
    stands = any(one.startswith("order.risers_stand") for one in steps)
    assert tall[0] == pytest.approx(layout.riser - flight.tread.thickness if stands else layout.riser, abs=1e-6)
    end = "top" if top_down else "bottom"
    assert sum(one.endswith(f"_{end}") for one in steps if one.startswith(("order.treads", "order.risers"))) == 1
    if top_down:
        # From the top, a riser board is pushed up under the tread it carries: nothing is in its way.
        assert "treads_before" not in checks_of(flight)


def test_anchors_come_when_kicker_and_stringers_stand():
    steps = [
        one.id for one in order_of_work(lay_out(kickered(anchors=Anchors(60.0, 120.0, 900.0))), on_the_ground=False)
    ]
    assert steps.index("order.kicker") < steps.index("order.pattern") < steps.index("order.anchors")


def test_a_ledger_below_most_of_its_header_is_stopped():
    head = Head(HeadKind.LEDGER, header_depth=11.25 * IN, ledger=Section(1.5 * IN, 3.5 * IN))
    flight = plain_flight(head=head)
    check = checks_of(flight)["ledger_bears"]
    ledger = next(piece for piece in frame_flight(lay_out(flight)).pieces if piece.member.role == "ledger")
    deep = corners(ledger.member, ledger.frames[0])[:, 2]
    # The header hangs from 0 down: what of the ledger lies above its lower edge lies against it.
    behind = max(0.0, min(deep.max(), 0.0) - max(deep.min(), -11.25 * IN))
    assert check.value.mm == pytest.approx(behind, abs=1e-6)
    assert check.level is (Level.STOP if behind < 1.75 * IN else Level.LOOK)


@given(st.floats(900, 2400), st.floats(0, 400), st.floats(0.005, 0.03))
def test_a_slab_falls_over_its_whole_form_and_both_edges_are_told(length, back, fall):
    flight = plain_flight(slab=Slab(length, 1000.0, 100.0, back, fall))
    layout = lay_out(flight)
    facts = around_facts(layout)
    assert facts["slab_falls"] == pytest.approx(length * fall)
    assert facts["slab_far"] - facts["slab_near"] == pytest.approx(facts["slab_falls"])
    # Under the foot it is as high as the foot needs it.
    at_foot = facts["slab_near"] + (facts["slab_far"] - facts["slab_near"]) * back / length
    assert at_foot == pytest.approx(layout.flight.total_rise + layout.flight.lower_finish)
    slab = next(path for path in draw_stair(layout, None, frame_flight(layout)).paths if path.id == "slab")
    near, far = slab.points[:2]
    assert far[1] - near[1] == pytest.approx(facts["slab_falls"])
    assert far[0] - near[0] == pytest.approx(length)


def platform_stair(turn, depth=1200.0, well=0.0, **around):
    flight = plain_flight(platform=Platform(4, turn, depth, 28.0, 240.0, well=well), **around)
    two = split(flight)
    return two, {check.id: check for check in platform_checks(two, LIMITS)}


@pytest.mark.parametrize(
    ("depth", "level"), [(850.0, Level.STOP), (999.0, Level.STOP), (1000.0, Level.OK), (1200.0, Level.OK)]
)
def test_a_quarter_turn_hangs_every_stringer_of_the_lower_flight_on_the_platform(depth, level):
    two, checks = platform_stair(Turn.LEFT, depth)
    strings = [piece for piece in frame_flight(two.lower).pieces if piece.member.role == "stringer"]
    across = [y for piece in strings for frame in piece.frames for y in corners(piece.member, frame)[:, 1]]
    assert checks["platform_width"].level is level
    assert bool(max(across) - min(across) <= depth + 1e-6) is (level is Level.OK)


@pytest.mark.parametrize("well", [0.0, 52.0, 216.0 - 0.1, 216.0, 300.0])
def test_flights_side_by_side_are_told_when_skirts_and_posts_stand_in_each_other(well):
    two, checks = platform_stair(Turn.BACK, well=well, guard=guard_of(), sides=Sides(skirt=Stock(18.0, 200.0)))
    upper = [(piece.member, piece.frames) for piece in frame_flight(two.upper).pieces]
    out = min(corners(member, frame)[:, 1].min() for member, frames in upper for frame in frames)
    # Both flights reach as far out of their width towards the well.
    reach = -out - two.upper.flight.width / 2
    assert reach == pytest.approx(108.0)
    assert (checks["platform_well"].level is Level.STOP) is bool(2 * reach > well + 1e-6)


@given(st.floats(0, 2000), st.floats(0, 0.05), st.floats(1000, 1600))
def test_a_level_held_back_on_a_deck_that_falls_is_taken_off_every_drop_measured_from_it(at, slope, rise):
    fall, beyond = at * slope, 180.0
    measured = flight_job(
        total_rise=rise + fall,
        level_held={"at": at, "slope": f"{slope * 100:.12f}%"},
        ground={"at": 0, "readings": [{"at": 3000, "drop": rise + fall + beyond}]},
    )
    plain = flight_job(total_rise=rise, ground={"at": 0, "readings": [{"at": 3000, "drop": rise + beyond}]})
    held, level = (worked_out(read_job(one), 0) for one in (measured, plain))
    assert held.facts == pytest.approx(level.facts)
    assert "level_held" in {check.id for check in held.checks}


def test_a_deck_that_falls_more_than_the_stair_rises_is_refused_where_it_is_typed():
    with pytest.raises(Problems) as found:
        worked_out(read_job(flight_job(total_rise=500, level_held={"at": 6000, "slope": "1:10"})), 0)
    assert [one.path for one in found.value.problems] == ["works[0].level_held.at"]


def flight_job(**changes):
    flight = {
        "kind": "flight", "total_rise": 1400, "riser": {"count": 8}, "width": 1000, "riser_board": 18,
        "tread": {"thickness": 30, "nosing": 20, "going": 250}, "stock": {"thickness": 45, "depth": 290, "length": 5000},
        "head": {"kind": "hanger", "header_depth": 240}, **changes,
    }  # fmt: skip
    return {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [flight]}
