"""If these break, a roof's paper says one thing and its wood another."""

import subprocess
import sys
from dataclasses import replace
from itertools import pairwise
from math import hypot, sqrt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon

from easynotch.core.roofs import (
    KeepPlanes,
    MeasuredTo,
    Tail,
    bottom_edge,
    frame_roof,
    hips_of,
    lay_out_roof,
    master_patterns,
    over_hip_ends,
    working_of,
)
from easynotch.core.roofs.framing.pieces import RAFTERS
from easynotch.core.roofs.members.boards import lookout_places
from easynotch.core.roofs.report.proud import check_proud
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Frame, Vector, as_manifold, overlaps
from easynotch.core.tape import Tape, Units
from easynotch.drawing import draw_plan, draw_section
from easynotch.drawing.roofs.hip_boards import draw_master
from easynotch.exchange import Problems, read_job, worked_out
from easynotch.paper.export import export_files
from tests.core.bench.test_bench import IN, piece, roof
from tests.joined import joined
from tests.roofs import outlines, roofs

LYING = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))


def test_the_master_patterns_drawn_board_has_its_head_where_its_own_line_is():
    worked = roof()
    for pattern in master_patterns(worked.layout, worked.framing):
        sheet = draw_master(pattern)
        board = next(path for path in sheet.paths if path.id == "board")
        own = next(n for n, one in enumerate(pattern.lines, 1) if one.piece == pattern.pattern.id)
        head = next(path for path in sheet.paths if path.id == f"head_{own}")
        # The plumb line over the plate is 0: the wood ends at its head line, not one deduction off it.
        assert min(x for x, _ in board.points) == pytest.approx(head.points[0][0], abs=1e-6)
        heel = pattern.pattern.lengths["theoretical"]
        corners = as_manifold(pattern.pattern, LYING).to_mesh64().vert_properties
        assert min(x for x, _ in board.points) == pytest.approx(corners[:, 0].min() - heel, abs=1e-6)


def six_foot_run(units="imperial"):
    size = "12'" if units == "imperial" else "4 m"
    changes = {
        "plan": {"length": "24'", "width": size, "shape": "rectangle", "ends": ["gable", "gable"]},
        "pitch": "12/12",
    }
    if units == "imperial":
        return roof(**changes)
    work = {
        "kind": "roof", "name": "", **changes, "ridge": {"kind": "board", "thickness": "22 mm", "depth": "220 mm"},
        "rafter": {"thickness": "45 mm", "depth": "145 mm"}, "notch": {"rule": "seat", "value": "60 mm"},
        "eaves": {"overhang": "300 mm", "fascia": "22 mm", "tail": "plumb"},
    }  # fmt: skip
    return worked_out(
        read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": units, "works": [work]}), 0
    )


@pytest.mark.parametrize(("units", "ids", "whole"), [("imperial", "foot", 6), ("metric", "metre", 2)])
def test_a_run_of_whole_feet_or_metres_is_looked_up_whole_in_the_jobs_own_table(units, ids, whole):
    working = next(one for one in six_foot_run(units).working if one.fact == "theoretical")
    feet, odd, _ = working.second.lines
    assert feet.figures.id == f"working.table_{ids}.figures"
    assert feet.figures.values["n"].number == whole
    assert odd.result.mm == pytest.approx(0.0, abs=1e-6)


def test_a_rate_at_the_hip_is_told_by_ten_and_is_what_another_run_really_makes():
    from easynotch.core.roofs import hip_check  # noqa: PLC0415

    near, far = roof(), roof(plan={"width": "12' 0 1/8\""})
    checked = [hip_check(one.layout, piece(one, "hip"), _seam(one)) for one in (near, far)]
    grown = piece(far, "hip").lengths["head_to_plate"] - piece(near, "hip").lengths["head_to_plate"]
    level = checked[1].distance - checked[0].distance
    assert grown / level == pytest.approx(checked[0].gain, rel=2e-2) or checked[0].gain > 1.0
    from easynotch.presenting.work_out.hips import _check  # noqa: PLC0415

    said = " ".join(_check(near.layout, piece(near, "hip"), _seam(near), WORDS).say)
    assert f"is {round(10 * checked[0].gain, 1):g} longer" in said
    assert "For every 10" in said


def _seam(worked):
    from easynotch.core.roofs import distinct_hips  # noqa: PLC0415

    return distinct_hips(worked.layout)[0][0]


@pytest.mark.parametrize("thick", [45, 75, 120])
def test_three_sides_with_hips_in_pairs_thicker_than_their_rafters_can_be_exported(thick):
    height = 5000 * sqrt(3) / 2
    work = {
        "kind": "roof", "name": "tri", "pitch": "35°", "ridge": {"kind": "board", "thickness": "22 mm", "depth": "220 mm"},
        "plan": {"shape": "outline", "corners": [["0 mm", "0 mm"], ["5000 mm", "0 mm"], ["2500 mm", f"{height:.3f} mm"]]},
        "rafter": {"thickness": "45 mm", "depth": "145 mm", "spacing": "400 mm"},
        "hip": {"thickness": f"{thick} mm", "depth": "195 mm", "head": "pairs"},
        "notch": {"rule": "seat", "value": "60 mm"}, "eaves": {"overhang": "300 mm", "fascia": "22 mm", "tail": "plumb"},
    }  # fmt: skip
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "metric", "works": [work]})
    worked = worked_out(job, 0)
    assert all("None" not in one.member.id for one in worked.members)
    # What meets a hip square has no cheek and is no jack.
    for one in worked.members:
        if one.member.role == "jack":
            assert one.member.hand is not None
            assert one.member.lengths["long_point"] - one.member.lengths["short_point"] > 1.0
    assert export_files(job, Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC)), ["csv", "dxf"], None)


def test_a_job_files_own_dialect_and_fine_tape_are_heeded_on_the_command_line(home, tmp_path):
    import json  # noqa: PLC0415

    document = json.loads((home / "tests" / "reference" / "roof-hip.job.json").read_text())
    document["settings"] = {"dialect": "australia_new_zealand", "fine": True}
    file = tmp_path / "job.json"
    file.write_text(json.dumps(document))
    run = subprocess.run(
        [sys.executable, "-m", "easynotch", "work-out", str(file)], capture_output=True, text=True, check=True
    )
    assert "reeper" in run.stdout
    assert "/32″" in run.stdout
    # Every rafter's length is there, each with both of its ends.
    assert "from the cheek's long point to the plumb line over the plate" in run.stdout
    assert run.stdout.count("from the head cut to the tail cut") >= 4


def test_the_second_road_of_a_theoretical_length_is_the_first_ones_number():
    for worked in (six_foot_run(), six_foot_run("metric")):
        for one in working_of(worked.layout, metric=True):
            assert one.agrees
    long = six_foot_run().facts
    assert hypot(long["run"], long["rise"]) == pytest.approx(6 * 12 * IN * sqrt(2))
    assert frame_roof(lay_out_roof(six_foot_run().layout.roof)).pieces


@pytest.mark.parametrize(("verge", "level"), [(0, "ok"), (12, "look"), (16, "ok"), (8, "look")])
def test_sheets_are_laid_from_the_verge_and_end_on_a_centre_only_if_they_really_do(verge, level):
    worked = roof(
        plan={"length": "32'", "ends": ["gable", "gable"]}, rafter={"spacing": '16"'},
        eaves={"verge": f'{verge}"'}, setting_out={"sheet": "8'"},
    )  # fmt: skip
    check = next(one for one in worked.checks if one.id == "sheets")
    centres = [centre / IN for centre in worked.framing.setting_out.centres]
    edges = [96 * n - verge for n in range(1, 5) if 96 * n - verge < 32 * 12 - 3]
    on = all(min(abs(edge - centre) for centre in centres) < 0.4 for edge in edges)
    assert (check.level == "ok") is on is (level == "ok")
    if verge == 12:
        assert check.message.values["at"].mm == pytest.approx(84 * IN)


def gable(**changes):
    work = {
        "kind": "roof", "name": "", "plan": {"shape": "rectangle", "length": "7 m", "width": "4 m", "ends": ["gable", "gable"]},
        "pitch": "35°", "ridge": {"kind": "beam", "thickness": "45 mm", "depth": "220 mm"},
        "rafter": {"thickness": "45 mm", "depth": "145 mm", "spacing": "600 mm"}, "notch": {"rule": "seat", "value": "60 mm"},
        "eaves": {"overhang": "300 mm", "fascia": "22 mm", "tail": "plumb", "verge": "300 mm"},
    }  # fmt: skip
    for key, value in changes.items():
        work[key] = {**work[key], **value} if isinstance(work.get(key), dict) else value
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "metric", "works": [work]})
    return worked_out(job, 0)


def test_a_barge_rafter_lies_over_a_beam_that_runs_to_the_verge_and_not_in_it():
    worked = gable(gable={"barge": {"thickness": "45 mm", "depth": "145 mm"}})
    found = overlaps([(one.member, one.frames) for one in worked.framing.pieces])
    assert [one for one in found if one.volume > 1.0] == []


def test_a_wide_post_under_a_narrow_beam_holds_all_of_it_and_is_no_stop():
    worked = gable(ridge={"posts": {"thickness": "90 mm", "depth": "90 mm", "foot": "0 mm"}})
    posts = [one for one in worked.joints if "post" in one.id and one.id.endswith("head")]
    assert posts
    for joint in posts:
        assert joint.contact == pytest.approx(0.5)
        assert joint.bears == pytest.approx(1.0)
    assert not any(check.id.startswith("joint_contact") for check in worked.checks)


@pytest.mark.parametrize("up", [500, 900, 1100, 1200])
def test_a_collar_tie_in_the_ridge_is_told(up):
    worked = gable(ridge={"kind": "board"}, collar={"height": f"{up} mm", "thickness": "38 mm", "depth": "140 mm"})
    found = overlaps([(one.member, one.frames) for one in worked.framing.pieces])
    clash = any({one.one, one.other} == {"collar_tie", "ridge"} and one.volume > 1.0 for one in found)
    check = next(one for one in worked.checks if one.id == "collar_ridge")
    assert (check.level == "stop") is clash


def test_under_an_off_centre_ridge_of_one_pitch_the_second_plates_height_is_told_and_both_rafters_lengths():
    worked = gable(ridge={"kind": "board"}, plan={"ridge_at": "1500 mm"}, pitch="8/12")
    # The runs are 1500 and 2500: one metre more at 8/12 brings the second plate down by 8/12 of it.
    assert worked.facts["second_plate"] == pytest.approx(-1000 * 8 / 12)
    ids = {one.member.id: one.member for one in worked.members}
    long, short = ids["common_b"].lengths["theoretical"], ids["common_a"].lengths["theoretical"]
    assert long - short == pytest.approx(1000 * hypot(1.0, 8 / 12))
    from easynotch.presenting.work_out.pieces import pieces_said  # noqa: PLC0415

    words = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))
    said = "\n".join(pieces_said(worked, words))
    for length in (long, short):
        assert f"{round(length)} mm" in said


def test_a_dropped_end_rafter_ends_at_the_wall_where_tails_are_pieces_of_their_own():
    false = {"thickness": "45 mm", "depth": "120 mm", "inside": "600 mm"}
    worked = gable(ridge={"kind": "board"}, gable={"lookout": "38 mm"}, eaves={"false_tail": false})
    ids = {one.member.id: one.member for one in worked.members}
    assert ids["dropped_common"].lengths["tail"] == pytest.approx(ids["common"].lengths["tail"], abs=1e-6)
    assert ids["dropped_common"].lengths["tail"] == pytest.approx(0.0, abs=1e-6)
    found = overlaps([(one.member, one.frames) for one in worked.framing.pieces])
    assert [one for one in found if {one.one, one.other} == {"dropped_common", "false_tail"} and one.volume > 1.0] == []


def test_the_first_lookout_lies_at_the_tail_and_the_others_follow_along_the_slope():
    worked = gable(ridge={"kind": "board", "thickness": "38 mm", "depth": "220 mm"},
                   gable={"lookout": "38 mm", "lookout_spacing": "600 mm"})  # fmt: skip
    side = worked.layout.sides[0]
    places = lookout_places(worked.layout, side)
    assert places[0] == pytest.approx(-(300.0 - 22.0))
    assert {round(b - a, 6) for a, b in pairwise(places)} == {round(600.0 / side.slope.per_run, 6)}
    assert places[-1] < side.run < places[-1] + 600.0


@settings(max_examples=20)
@given(outlines())
def test_lengths_begin_at_the_corner_of_the_wood_that_reaches_farthest_up(given_roof):
    """Of lefts and rights, whichever face it is on."""
    for one in frame_roof(lay_out_roof(given_roof)).pieces:
        member = one.member
        heads = [cut for removal in member.removals for cut in removal.planes if cut.role == "head"]
        if len(heads) == 1 and member.role in RAFTERS:
            reached = min(float(row[0]) for row in as_manifold(member).to_mesh64().vert_properties)
            assert member.zero == pytest.approx(reached, abs=1e-6), member.id


def test_a_pair_without_a_ridge_may_meet_plumb_to_plumb_with_no_lap_and_no_peg():
    plain = gable(ridge={"kind": "none", "meet": "plumb"})
    lapped = gable(ridge={"kind": "none"})
    common = next(one.member for one in plain.members if one.member.role == "common")
    assert {cut.role for cut in common.cut_planes} == {"head", "heel", "seat", "tail"}
    # Head on head: the whole plumb cut bears, and nothing is taken off the run.
    head = next(one for one in plain.joints if one.id.endswith("head"))
    assert (head.contact, head.opening) == (pytest.approx(1.0), pytest.approx(0.0, abs=1e-6))
    assert common.lengths["head_to_plate"] == pytest.approx(common.lengths["theoretical"])
    assert not [one for one in overlaps([(one.member, one.frames) for one in plain.framing.pieces]) if one.volume > 1.0]
    assert any(cut.role == "shoulder" for one in lapped.members for cut in one.member.cut_planes)


def vertices(standing, frame):
    return [Vector(*map(float, row[:3])) for row in as_manifold(standing.member, frame).to_mesh64().vert_properties]


@settings(max_examples=28)
@given(roofs(("hip",)))
def test_what_stands_over_a_hip_ends_slope_is_told_as_the_sawn_pieces_stand(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    kings, ridge = over_hip_ends(layout)
    slopes = [side.slope for side in layout.sides]
    found = {"king_common": 0.0, "ridge": 0.0}
    for one in framing.pieces:
        role = "king_common" if one.member.id in ("king_common", "common") else one.member.role
        for frame in one.frames if role in found else ():
            for point in vertices(one, frame):
                # Over the roof's own surface, of all slopes the lowest there.
                over = max(slope.plane.above(point) * slope.per_run for slope in slopes)
                found[role] = max(found[role], over)
    assert found["king_common"] == pytest.approx(kings, abs=1e-3)
    assert found["ridge"] == pytest.approx(ridge, abs=1e-3)


@settings(max_examples=28)
@given(outlines())
def test_a_fascia_over_its_neighbours_roof_is_told_by_as_much_as_its_mesh_stands_over_it(roof):
    roof = replace(roof, eaves=replace(roof.eaves, tail=Tail.PLUMB, fascia=20.0, measured_to=MeasuredTo.FASCIA))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    boards = {piece.member.id: piece for piece in framing.pieces if piece.member.role == "fascia"}
    worst, bottoms = 0.0, []
    for side in layout.sides:
        board = boards[f"eave_fascia_{side.slope.id.removeprefix('s')}"]
        corners = vertices(board, board.frames[0])
        bottoms.append(min(point.z for point in corners))
        assert bottoms[-1] == pytest.approx(bottom_edge(layout, side.slope), abs=1e-3)
        beside = [
            slope
            for hip in layout.outline.hips
            if hip.corner is not None and side.slope in (hip.first, hip.second)
            for slope in (hip.first, hip.second)
            if slope is not side.slope
        ]
        worst = max([worst, *(slope.plane.above(point) * slope.per_run for slope in beside for point in corners)])
    told = [check for check in check_proud(layout) if check.id == "fascia_proud"]
    assert (told[0].value.mm if told else 0.0) == pytest.approx(worst if worst > 1.0 else 0.0, abs=1e-3)


def leaning(wide, overhang=400):
    """Two gables that lean towards each other over a side so wide."""
    plan = {"shape": "outline", "corners": [[0, 0], [wide, 0], [3000, 4000], [-2500, 4000]],
            "edges": [{}, {"roof": "gable"}, {}, {"roof": "gable"}]}  # fmt: skip
    return {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [{
        "kind": "roof", "plan": plan, "pitch": "35°", "ridge": {"kind": "board", "thickness": 35, "depth": 220},
        "rafter": {"thickness": 45, "depth": 140, "spacing": 450}, "notch": {"rule": "seat", "value": 60},
        "eaves": {"overhang": overhang, "fascia": 20, "tail": "plumb"},
        "hip": {"thickness": 45, "depth": 190, "keep_planes": "drop"},
    }]}  # fmt: skip


def test_an_eave_that_its_gables_leave_nothing_of_is_refused_where_the_overhang_is_typed():
    # 5/8 is lost on either side for each millimetre out.
    with pytest.raises(Problems) as found:
        worked_out(read_job(leaning(300)), 0)
    assert [one.path for one in found.value.problems] == ["works[0].eaves.overhang"]
    worked = worked_out(read_job(leaning(300, 100)), 0)
    lengths = [one.member.lengths["overall"] for one in worked.framing.pieces if one.member.role == "fascia"]
    solids = [as_manifold(one.member).volume() for one in worked.framing.pieces if one.member.role == "fascia"]
    assert min(lengths) > 0
    assert min(solids) > 0


@settings(max_examples=30)
@given(roofs(("gable",)), st.floats(5, 60))
def test_a_nip_takes_a_corner_as_long_up_the_tail_as_along_the_lower_edge(roof, nip):
    eaves = replace(roof.eaves, tail=Tail.PLUMB)
    plain, nipped = (
        next(one for one in frame_roof(lay_out_roof(replace(roof, gable=None, eaves=replace(eaves, nip=by)))).pieces
             if one.member.id == "common")
        for by in (0.0, nip)
    )  # fmt: skip
    # Both legs enclose a right angle and the slope's: half their product by its sine, over the thickness.
    sine = 1 / (1 + roof.slope**2) ** 0.5
    taken = nip * nip / 2 * sine * roof.rafter.thickness
    solids = [as_manifold(one.member) for one in (plain, nipped)]
    assert solids[0].volume() - solids[1].volume() == pytest.approx(taken, rel=1e-4)
    assert solids[0].bounding_box()[5] == pytest.approx(solids[1].bounding_box()[5])


@settings(max_examples=30)
@given(roofs(("hip",)), st.floats(10, 200))
def test_a_hip_stands_as_far_in_as_the_face_that_was_already_cut_is_wide(roof, wide):
    hip = replace(roof.hip, keep_planes=KeepPlanes.CORNER, clip=wide)
    layout = lay_out_roof(replace(roof, hip=hip))
    member = next(one.member for one in frame_roof(layout).pieces if one.member.role == "hip")
    seam = min(hips_of(layout), key=lambda one: (member.placement.to_local(one.corner).z) ** 2)
    heel = next(cut for cut in member.cut_planes if cut.role == "heel")
    plane = member.placement.plane_to_world(heel.plane)
    # Over a square corner the face lies half its width in, across the hip.
    assert abs(plane.above(seam.corner)) == pytest.approx(wide / 2)


@settings(max_examples=8)
@given(st.one_of(outlines(), joined()))
def test_plan_and_section_show_the_pieces_where_their_wood_is(given_roof):
    """Held against the meshes: every stick in plan ends where its near face does, and the section's rafter stands as
    high over the bearing line as the height above plate says.
    """
    layout = lay_out_roof(given_roof)
    framing = frame_roof(layout)
    paths = {path.id: path.points for path in draw_plan(layout, framing).paths}
    for one in framing.pieces:
        if f"{one.member.id}_0" not in paths:
            continue
        half = one.member.stock.thickness / 2
        for number, frame in enumerate(one.frames):
            level = Vector(frame.x.x, frame.x.y, 0.0).unit()
            near, near_foot, far_foot, far = (
                Vector(x, -y, 0.0).dot(level) for x, y in paths[f"{one.member.id}_{number}"]
            )
            wood = [Vector(*row[:3]) for row in as_manifold(one.member, frame).to_mesh64().vert_properties]
            for z, head, foot in ((-half, near, near_foot), (half, far, far_foot)):
                on_face = [at.dot(level) for at in wood if abs((at - frame.origin).dot(frame.z) - z) < 1e-3]
                assert min(on_face) - 1e-3 <= head < foot <= max(on_face) + 1e-3
                # Where a face is left in parts, the largest is drawn.
                assert foot - head > 0.4 * (max(on_face) - min(on_face))
    section = draw_section(layout, framing)
    rafter = next((path.points for path in section.paths if path.id == "rafter_a"), None)
    at_plate = Polygon(rafter or ()).intersection(LineString([(0.0, -5000.0), (0.0, 5000.0)]))
    if not at_plate.is_empty:
        assert -at_plate.bounds[1] == pytest.approx(layout.sides[0].slope.height(0.0), abs=1e-6)
    for dimension in section.dimensions:
        (a, b), (c, d) = dimension.start, dimension.end
        assert hypot(c - a, d - b) == pytest.approx(dimension.length.mm, abs=1e-6)
