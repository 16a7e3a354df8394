"""If these break, a stringer is cut that does not fit: a riser out, a foot off level, a head off plumb, a mark astray."""

from itertools import pairwise
from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from easynotch.core.bench import LeggedHold, Preferences, lay_on_board, steps_of
from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import Vector, as_manifold, describe, marks_of, outline
from easynotch.core.solid import close as joint_of
from easynotch.core.stairs import (
    HeadKind,
    facts_of,
    flight_working,
    frame_flight,
    lay_out,
    riser_candidates,
    stringers,
)
from easynotch.core.tape import Tape, Units, nearest
from easynotch.core.tools import IMPERIAL, drift
from tests.flights import flights

TAPE = Tape.of(Units.IMPERIAL)


def close(value: float, **kwargs: float):
    return pytest.approx(value, rel=1e-9, abs=1e-6, **kwargs)


@given(flights())
def test_every_finished_riser_is_the_same_and_together_they_are_the_total_rise(flight):
    """Stand treads, riser boards and finishes on the sawn stringer and measure what is walked on."""
    layout = lay_out(flight)
    member = stringers(layout)[0]
    sawn = {cut.id: member.placement.plane_to_world(cut.plane) for cut in member.cut_planes}
    levels = [sawn[f"tread_{k + 1}"].offset + flight.tread.thickness for k in range(layout.tread_count)]
    deck, landing = flight.upper_finish, -sawn["foot"].offset + flight.lower_finish
    walked = [deck, *levels, landing] if not flight.flush else [*levels, landing]
    risers = [above - below for above, below in pairwise(walked)]
    assert len(risers) == layout.riser_count
    assert risers == [close(flight.total_rise / layout.riser_count)] * len(risers)
    assert walked[0] == close(deck)
    assert sum(risers) == close(flight.total_rise)


@given(flights())
def test_the_foot_lies_level_the_head_stands_plumb_and_every_step_has_the_going(flight):
    layout = lay_out(flight)
    member = stringers(layout)[0]
    normals = {cut.role: member.placement.plane_to_world(cut.plane).normal for cut in member.cut_planes}
    assert (normals["foot"].x, normals["foot"].z) == (close(0), close(-1))
    assert (normals["head"].x, normals["head"].z) == (close(-1), close(0))
    faces = layout.finished_risers
    start = 0.0 if flight.flush else faces[0]
    assert layout.total_run == close(
        faces[-1] - start + (-flight.riser_board if flight.flush and flight.head.riser_board else 0)
    )
    assert [b - a for a, b in pairwise(faces)] == [close(layout.going)] * (len(faces) - 1)
    cuts = {cut.role: describe(cut) for cut in member.cut_planes}
    assert cuts["head"].line_angle == close(layout.degrees)
    assert cuts["foot"].line_angle == close(90 - layout.degrees)
    assert cuts["head"].blade_tilt == cuts["foot"].blade_tilt == close(0)


@given(flights())
def test_the_corners_of_the_solid_are_where_the_closed_forms_say(flight):
    """Tooth corners, throat, plumb cut and board length, read off the mesh and not off the layout."""
    layout = lay_out(flight)
    member = stringers(layout)[0]
    facts = facts_of(layout, member, TAPE)
    solid = as_manifold(member)
    points = [Vector(*row) for row in solid.to_mesh64().vert_properties[:, :3].tolist()]

    def has(u: float, v: float) -> bool:
        return any(hypot(p.x - u, p.y - v) < 1e-4 for p in points)

    first = layout.top_level_cut / layout.cos
    for k in range(layout.tread_count):
        assert has(first + k * layout.step, 0.0)
    inner = flight.stock.depth - facts["throat"]
    for k in range(layout.tread_count - 1):
        assert has(first + k * layout.step + layout.riser * layout.sin, inner)
    whole_head = layout.edge_at_header - flight.stock.depth / layout.cos > layout.bearing_level
    if whole_head and flight.head.kind != "ledger":
        assert has(flight.stock.depth * layout.slope, flight.stock.depth)
    head = layout.top_level_cut * layout.slope
    assert has(head * layout.sin, head * layout.cos)
    assert facts["plumb_bearing"] == close(flight.stock.depth / layout.cos - head)
    closed = (
        layout.top_level_cut * layout.cos + (layout.tread_count - 1) * layout.step + facts["first_riser"] * layout.sin
    )
    assert facts["board_length"] == close(closed)
    assert member.lengths["overall"] == close(max(p.x for p in points) - min(p.x for p in points))
    assert solid.volume() == pytest.approx(Polygon(outline(member)).area * flight.stock.thickness, rel=1e-6)


@given(flights())
def test_running_marks_do_not_creep_and_end_on_the_rounded_total(flight):
    layout = lay_out(flight)
    member = stringers(layout)[0]
    marks = {mark.id: mark for mark in marks_of(member)}
    exact = [marks[f"tread_{k + 1}"].along for k in range(layout.tread_count)]
    total = layout.top_level_cut * layout.cos + (layout.tread_count - 1) * layout.step
    assert exact[-1] == close(total)
    assert all(abs(nearest(at, TAPE).mm - at) <= TAPE.division / 2 + 1e-6 for at in exact)
    half = nearest(total, TAPE).residue
    if abs(abs(half) - 0.5) > 1e-3:
        assert nearest(exact[-1], TAPE).divisions == nearest(total, TAPE).divisions
    for k in range(1, layout.tread_count):
        assert marks[f"riser_{k}"].along == close(exact[k - 1])


@given(flights(), st.floats(0.02, 3))
def test_a_wrong_first_road_is_noticed_by_the_second(flight, error):
    """Perturb what only the first roads use; no second road may follow it."""
    layout = lay_out(flight)
    object.__setattr__(layout, "riser", layout.riser + error)
    object.__setattr__(layout, "step", layout.step + error)
    alarms = {one.fact for one in flight_working(layout, stringers(layout)[0], TAPE) if not one.agrees}
    assert {"first_riser"} <= alarms
    assert "head_drop" in alarms or flight.flush


@given(flights())
def test_the_foot_stands_and_the_head_bears_without_a_gap(flight):
    layout = lay_out(flight)
    joints = {touch.id: joint_of(touch) for touch in frame_flight(layout).touches if touch.id in ("head", "foot")}
    assert all(abs(joint.opening) < 1e-3 for joint in joints.values())
    depth, drop = flight.head.header_depth, -layout.tread_levels[0]
    if depth is not None and flight.head.kind is HeadKind.DROP_BOARD:
        depth += flight.head.drop_board.depth
    if depth is not None and drop >= 0:
        mark = next(mark for mark in marks_of(stringers(layout)[0]) if mark.id == "head")
        ((top, bottom),) = mark.pieces
        cut = hypot(bottom[0] - top[0], bottom[1] - top[1])
        assert joints["head"].contact * cut == pytest.approx(min(cut, max(0.0, depth - drop)), abs=1e-4)


@given(flights(), st.sampled_from(LimitSetId))
def test_candidates_hold_every_count_within_the_limits_and_both_schools_pick_one(flight, set_id):
    limits = limit_set(set_id).limits
    candidates = riser_candidates(flight, limits)
    counts = [one.layout.riser_count for one in candidates]
    assert [one for one in candidates if one.chosen] == [
        one for one in candidates if one.layout.riser_count == lay_out(flight).riser_count
    ]
    assert sum(one.fewest for one in candidates) == sum(one.comfortable for one in candidates) == 1
    low, high = limits["riser_min"].amount, limits["riser_max"].amount
    within = {n for n in range(2, 60) if low <= flight.total_rise / n <= high}
    assert within <= set(counts) or flight.riser.rule == "at_most" or len(within) > 15


@given(st.floats(100, 260), st.integers(2, 25), st.none() | st.floats(90, 270))
def test_drift_is_what_the_last_riser_differs_by_when_a_rounded_gauge_is_stepped(riser, count, gauge):
    got = drift(riser, count, gauge, TAPE)
    climbed = (count - 1) * got.gauge
    assert got.last == close(count * riser - climbed)
    assert got.total == close(got.gauge - got.last)
    assert got.creep[-1] == close(got.total)


@given(flights())
def test_the_square_in_its_setting_draws_exactly_the_lines_of_its_stop(flight):
    """Heel, tongue edge and body edge of every setting lie on the member's own lines, its figures at the board's edge."""
    layout = lay_out(flight)
    member = stringers(layout)[0]
    marks = {mark.id: mark for mark in marks_of(member)}
    layout_on_board = lay_on_board(member, Preferences())
    notches = {"tongue": 0, "body": 0}
    for step in steps_of(member, Preferences()):
        if not isinstance(step.hold, LeggedHold) or step.line is None:
            continue
        heel, hold = step.hold.heel, step.hold
        for u, v in (step.line.start, step.line.end):
            x, y = hold.tongue_at if hold.draw == "tongue" else hold.body_at
            assert abs((u - heel[0]) * (y - heel[1]) - (v - heel[1]) * (x - heel[0])) < 1e-3
        if "+" in step.stop and step.role in ("riser", "tread"):
            # A notch is never scaled: its legs are riser and going, its heel the corner itself.
            assert (hold.tongue, hold.body) == (close(layout.riser), close(layout.going))
            corner = marks[step.line.id].pieces[0]
            ends = [(u + layout_on_board.u(member.zero), v) for u, v in corner]
            assert min(hypot(heel[0] - u, heel[1] - v) for u, v in ends) < 1e-4
            notches[hold.draw] += 1
        (tu, tv), (bu, bv) = hold.tongue_at, hold.body_at
        assert (tu - heel[0]) * (bu - heel[0]) + (tv - heel[1]) * (bv - heel[1]) == pytest.approx(0, abs=1e-4)
    if layout.riser <= IMPERIAL.tongue and layout.going <= IMPERIAL.body:
        assert notches["tongue"] == notches["body"] == layout.tread_count - 1
