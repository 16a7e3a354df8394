"""Named cases: each is a line that was once told so that no real square, tape or pencil could draw it."""

from dataclasses import replace
from math import atan, degrees, hypot, sqrt

import pytest

from easynotch.core.bench import (
    AcrossHold,
    Deduct,
    Do,
    Edge,
    Hook,
    LeggedHold,
    Method,
    Noses,
    Preferences,
    has_cheeks,
    lay_on_board,
    steps_of,
)
from easynotch.core.solid import (
    CutPlane,
    Frame,
    Member,
    Plane,
    Removal,
    Stock,
    Vector,
    extent,
    group_identical,
    marks_of,
)
from easynotch.core.tools import METRIC, MarkingTool, Reach, Saw
from easynotch.exchange import parse_json, read_job, work_out_flight, worked_out

IN = 25.4
PREFERENCES = Preferences()


def roof(**changes):
    """A hipped roof at 8/12: 3/4 ridge, 1 1/2 rafters, hips 1 1/2 by 5 1/2, changed as asked."""
    work = {
        "kind": "roof", "name": "hut", "plan": {"shape": "rectangle", "length": "24'", "width": "12'", "ends": ["hip", "hip"]},
        "pitch": "8/12", "ridge": {"kind": "board", "thickness": '3/4"', "depth": '9 1/4"'},
        "rafter": {"thickness": '1 1/2"', "depth": '5 1/2"', "spacing": '24"'},
        "hip": {"thickness": '1 1/2"', "depth": '5 1/2"', "keep_planes": "drop", "head": "commons"},
        "notch": {"rule": "fraction", "value": "1/4"}, "eaves": {"overhang": '12"', "fascia": '3/4"', "tail": "plumb"},
    }  # fmt: skip
    for key, value in changes.items():
        work[key] = {**work[key], **value} if isinstance(work.get(key), dict) and isinstance(value, dict) else value
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "imperial", "works": [work]})
    return worked_out(job, 0)


def piece(worked, role):
    return next(one.member for one in worked.members if one.member.role == role)


def drawn(member, preferences=PREFERENCES):
    return {step.line.id: step for step in steps_of(member, preferences) if step.line is not None}


def level(member, deduct, preferences=PREFERENCES):
    return [step for step in steps_of(member, preferences) if step.level and step.deduct == deduct]


def angle_of(hold):
    sides = (hold.tongue, hold.body) if hold.draw == "tongue" else (hold.body, hold.tongue)
    return degrees(atan(sides[0] / sides[1]))


def test_a_square_tail_is_drawn_square_across_and_not_with_two_figures(home):
    job = read_job(parse_json((home / "demo" / "3-heron-flats-roofs.json").read_bytes()))
    number = next(n for n, work in enumerate(job.works) if work.name == "Punt lean-to")
    tail = drawn(worked_out(job, number).members[0].member)["tail"]
    assert isinstance(tail.hold, AcrossHold)
    assert tail.line.start[0] == pytest.approx(tail.line.end[0])


def test_a_square_tailed_hips_tail_has_one_angle_on_both_faces():
    m = 8 / 12
    true = degrees(atan(m / (sqrt(2) * (1 + m * m))))
    lines = drawn(piece(roof(eaves={"tail": "square"}), "hip"))
    held = [step for name, step in lines.items() if "tail" in name and isinstance(step.hold, LeggedHold)]
    assert {"near", "far"} <= {str(step.face) for step in held}
    assert [angle_of(step.hold) for step in held] == pytest.approx([true] * len(held))


def test_a_backed_hips_lines_are_set_on_the_edge_it_has_before_it_is_planed():
    member = piece(roof(hip={"keep_planes": "back"}), "hip")
    layout = lay_on_board(member, PREFERENCES)
    marks = {mark.id: mark for mark in marks_of(member)}
    top = {step.line.id: step.line for step in drawn(member).values() if step.line.start[1] < 1e-6}
    for name in ("head", "tail_side"):
        line = top.get(name)
        if line is not None and name in marks:
            assert line.start[0] == pytest.approx(marks[name].along + member.zero - layout.origin)
    notch = next(step for step in steps_of(member, PREFERENCES) if step.id == "tick_nose_heel")
    assert notch.to.edge is Edge.TOP
    assert notch.reading + layout.hook + layout.origin == pytest.approx(member.lengths["theoretical"])


@pytest.mark.parametrize("noses", Noses)
def test_the_hook_of_a_double_cheek_lies_on_an_end_that_is_sawn(noses):
    member = piece(roof(), "hip")
    layout = lay_on_board(member, replace(PREFERENCES, noses=noses))
    low, _ = extent(member)
    # The nose lies on the piece's centre: half the 45° common from the theoretical point, and not half a thickness less.
    k = sqrt(1 + (8 / 12) ** 2 / 2)
    assert low == pytest.approx(1.5 / sqrt(2) * IN * k)
    assert layout.hook + layout.origin == pytest.approx(0.0 if noses is Noses.CENTRE else low)


def test_every_deduction_of_a_hip_is_a_level_step_of_its_own():
    worked = roof()
    hip, common = piece(worked, "hip"), piece(worked, "common")
    assert [step.reading for step in level(hip, "head")] == pytest.approx([1.5 / sqrt(2) * IN])
    assert [step.reading for step in level(hip, "tail")] == pytest.approx([0.75 * sqrt(2) * IN])
    # At head, notch and tail, on both faces.
    assert [step.reading for step in level(hip, "half_thickness")] == pytest.approx([0.75 * IN] * 6)
    assert level(common, "head") == []
    on_board = replace(PREFERENCES, deduct=Deduct.BOARD)
    assert [step.reading for step in level(common, "head", on_board)] == pytest.approx([0.375 * IN])
    jack = piece(worked, "jack")
    assert [step.reading for step in level(jack, "head")] == pytest.approx([0.75 * sqrt(2) * IN])


def test_one_step_of_the_setting_that_is_told_is_as_long_as_it_says():
    common = piece(roof(), "common")
    stepped = replace(PREFERENCES, method=Method.STEP_OFF)
    walks = {step.id: step for step in steps_of(common, stepped) if step.walk is not None}
    up = walks["walk_head"].walk
    assert (up.rise, up.run) == pytest.approx((8 * IN, 12 * IN))
    assert up.times * up.along + up.level_rest * up.along / up.run == pytest.approx(common.lengths["theoretical"])
    assert (up.times, up.level_rest) == (6, pytest.approx(0.0, abs=1e-6))
    held = next(step.hold for step in steps_of(common, stepped) if isinstance(step.hold, LeggedHold))
    assert (held.tongue, held.body) == pytest.approx((up.rise, up.run))
    # A hip takes as many steps as its common, on its own unit.
    hip = next(step.walk for step in steps_of(piece(roof(), "hip"), stepped) if step.id == "walk_head")
    assert (hip.rise, hip.run, hip.times) == (pytest.approx(8 * IN), pytest.approx(12 * sqrt(2) * IN), 6)


def test_the_hips_own_unit_is_held_first_and_its_scale_on_the_triangle_is_the_commons_rise():
    hip = piece(roof(), "hip")
    first = next(step.hold for step in steps_of(hip, PREFERENCES) if isinstance(step.hold, LeggedHold))
    assert first.tongue / first.body == pytest.approx(8 / (12 * sqrt(2)))
    scales = {
        step.hold.hip_scale for step in steps_of(hip, replace(PREFERENCES, tool=MarkingTool.TRIANGLE))
        if getattr(step.hold, "hip_scale", None) is not None
    }  # fmt: skip
    assert sorted(scales) == [pytest.approx(8 * IN)]
    metric = next(
        step.hold for step in steps_of(hip, replace(PREFERENCES, square=METRIC, metric=True))
        if isinstance(step.hold, LeggedHold)
    )  # fmt: skip
    assert metric.body == pytest.approx(250 * sqrt(2))


def test_the_seat_is_found_the_stand_down_the_plumb_line_from_the_top_edge():
    worked = roof()
    for role in ("common", "hip"):
        (tick,) = [step for step in steps_of(piece(worked, role), PREFERENCES) if step.id == "tick_seat"]
        assert tick.start.point[1] == pytest.approx(0.0, abs=1e-6)
        if role == "common":
            assert tick.reading == pytest.approx(worked.facts["hap"])
            rule = tick.rule
            assert (rule.parts, rule.whole) == (3, 4)
            assert rule.number >= 5.5 * IN
            assert hypot(rule.end[0] - rule.start[0], rule.end[1] - rule.start[1]) == pytest.approx(rule.number)


def test_what_is_read_across_is_a_foot_long_at_least_and_its_figures_are_on_the_square():
    across = replace(PREFERENCES, method=Method.TWELFTHS)
    for role in ("common", "jack", "hip"):
        for step in steps_of(piece(roof(), role), across):
            if step.across is not None:
                assert step.reading >= 304.8
                assert hypot(step.across.tongue, step.across.body) == pytest.approx(step.across.reading)
                assert step.across.reading * 12 == pytest.approx(step.reading)
                assert step.across.body <= 24 * IN


def test_hooked_at_the_foot_the_order_runs_from_the_tail_to_the_head():
    common = piece(roof(), "common")
    order = [step.stop for step in steps_of(common, replace(PREFERENCES, hook=Hook.FOOT)) if step.do is Do.DRAW]
    assert order.index("tail") < order.index("heel+seat") < order.index("head")


def test_a_half_lap_off_twelve_in_twelve_keeps_its_end_cut_its_half_thickness_and_its_peg():
    worked = roof(plan={"ends": ["gable", "gable"]}, hip=None, ridge={"kind": "none"}, pitch="10/12")
    member = piece(worked, "common")
    steps = {step.id: step for step in steps_of(member, PREFERENCES)}
    head = steps["draw_head"].line
    lean = degrees(atan((head.end[0] - head.start[0]) / (head.end[1] - head.start[1])))
    assert abs(lean) == pytest.approx(abs(90 - 2 * degrees(atan(10 / 12))))
    assert steps["gauge_half_top"].reading == pytest.approx(0.75 * IN)
    assert steps["tick_peg"].to.point[1] == pytest.approx(member.stock.depth / 2)
    assert steps["saw_shoulder"].cut.depth == pytest.approx(0.75 * IN) or steps[
        "saw_far_shoulder"
    ].cut.depth == pytest.approx(0.75 * IN)


def test_a_blade_is_set_before_it_cuts_and_saws_that_do_not_reach_are_named():
    saws = (Saw("bench saw", 47.0, 90.0, "left"), Saw("old saw", 40.0, 60.0, "left"))
    hip = piece(roof(), "hip")
    cuts = {step.cut.line: step.cut for step in steps_of(hip, replace(PREFERENCES, saws=saws)) if step.cut is not None}
    tilted = [cut for cut in cuts.values() if cut.tilt > 1]
    assert len(tilted) == 6
    for cut in tilted:
        assert cut.tilt == pytest.approx(45.0)
        assert (cut.reach, cut.short) == (("bench saw",), (("old saw", Reach.TILT),))


def test_pieces_that_are_sawn_alike_are_one_pattern_whatever_they_are_called():
    groups = group_identical(one.member for one in roof().members)
    roles = [{member.role for member in group} for group in groups]
    assert {"common", "king_common"} in roles
    assert all(len({member.hand for member in group}) == 1 for group in groups)
    longer = group_identical(one.member for one in roof(eaves={"overhang": '13"'}).members)
    assert [len(group) for group in longer] == [len(group) for group in groups]


def flight(defects):
    work = {
        "kind": "flight", "name": "steps", "total_rise": '52 3/8"', "riser": {"count": 7},
        "tread": {"going": '10 1/4"', "thickness": '1"', "nosing": '3/4"'},
        "stock": {"thickness": '1 1/2"', "depth": '11 1/4"', "length": "12'"}, "width": '42"', "defects": defects,
    }  # fmt: skip
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "imperial", "works": [work]})
    return work_out_flight(job.works[0], job.units)


@pytest.mark.parametrize(
    ("defect", "moved"),
    [({"start": 0, "stop": '10"', "deep": '11"'}, True), ({"start": "11'", "stop": "11' 6\"", "deep": '11"'}, False)],
)
def test_a_split_at_the_head_moves_the_hook_past_it_and_one_in_the_off_cut_does_not(defect, moved):
    from easynotch.presenting.mark.defects import begins, lying_of  # noqa: PLC0415

    worked = flight([defect])
    start = begins(lying_of(worked, worked.pattern.member))
    check = next(check for check in worked.checks if check.id == "slide")
    assert check.message.values["value"].mm == pytest.approx(start)
    assert (start >= 10 * IN) is moved
    layout = lay_on_board(worked.pattern.member, PREFERENCES, start)
    assert layout.hook == pytest.approx(start)


def test_where_no_place_is_clear_of_a_defect_the_place_that_meets_it_is_named():
    worked = flight([{"start": f'{at}"', "stop": f'{at + 3}"', "deep": '11"'} for at in range(0, 140, 6)])
    check = next(check for check in worked.checks if check.id.startswith("slide"))
    assert check.level == "stop"
    assert "riser" in check.message.values["places"] or "tread" in check.message.values["places"]


def test_a_typed_gauge_is_what_the_square_is_walked_with_and_no_drawn_square_is_bent_by_it():
    member = flight([]).pattern.member
    gauged = replace(PREFERENCES, method=Method.STEP_OFF, gauge=7.625 * IN)
    steps = steps_of(member, gauged)
    walks = [step.walk for step in steps if step.walk is not None]
    assert len(walks) == 5
    assert all(walk.rise == pytest.approx(7.625 * IN) for walk in walks)
    assert all(walk.along == pytest.approx(hypot(7.625 * IN, 10.25 * IN)) for walk in walks)
    for step in steps:
        if isinstance(step.hold, LeggedHold):
            edge = 0.0 if step.hold.edge is Edge.TOP else member.stock.depth
            assert [v for _, v in (step.hold.tongue_at, step.hold.body_at)] == pytest.approx([edge, edge], abs=1e-6)


def test_an_end_has_cheeks_where_any_of_its_plumb_cuts_runs_through_the_thickness():
    worked = roof(hip={"head": "ridge_double"})
    hip, jack, common = (piece(worked, role) for role in ("hip", "jack", "king_common"))
    assert has_cheeks(hip, "head")
    assert has_cheeks(jack, "head")
    assert not has_cheeks(common, "head")
    # One cheek beside a cut square through is a cheek still.
    square, angled = (
        Removal((CutPlane(f"head{n}", "head", Plane(normal, 0.0)),))
        for n, normal in enumerate((Vector(1.0, 0.0, 0.0), Vector(0.8, 0.0, 0.6)))
    )
    lying = Frame.along(Vector(0, 0, 0), Vector(1, 0, 0), Vector(0, 0, -1))
    board = Member("b", "hip", Stock(38, 184), lying, (square, angled), (0.0, 900.0), 0.0)
    assert has_cheeks(board, "head")
    assert not has_cheeks(replace(board, removals=(square,)), "head")
