"""If these break, a rafter comes out short, a joint stands open, or a pair claims the same wood."""

from dataclasses import replace
from math import atan, cos, degrees, floor, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import (
    FirstBay,
    KeepPlanes,
    KeepsTrue,
    Lap,
    Notch,
    NotchRule,
    RidgeTop,
    RoofError,
    Tail,
    Timber,
    check_roof,
    facts_of,
    frame_roof,
    last_bay_options,
    lay_out_roof,
    notch_alternatives,
    plane_intersection,
    ridge_top,
    set_out,
    size_notch,
    working_of,
)
from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import (
    Face,
    Vector,
    as_manifold,
    clearance,
    describe,
    dry_fit,
    marks_of,
    on_the_tape,
    overlaps,
)
from easynotch.core.terms import Level
from easynotch.core.tools import Reach, Saw, lying, reach, standing
from tests.roofs import mm, roofs

TAPE = st.sampled_from([25.4 / 16, 25.4 / 32, 1.0, 0.5])
SOUND = 1e-3


@given(roofs(around=True), TAPE)
def test_every_joint_closes_exactly_and_on_the_tape_within_its_bound(roof, division):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, division)
    assert len(fitted) >= 3
    # Of a shaped tail's plumb face all bears but what stands over the fascia's top, which lies its thickness out.
    steepest = max(side.slope.rise_per_run for side in layout.sides if side.bears)
    shaped = 1.0 - roof.eaves.fascia * steepest / roof.eaves.profile[0][1]
    for one in fitted:
        assert abs(one.exact.opening) < SOUND, one.exact
        if roof.eaves.tail is Tail.PROFILE and one.exact.id.endswith(".tail"):
            assert one.exact.contact >= shaped - 1e-6, one.exact
        else:
            assert one.exact.contact > (0.3 if "hip" not in one.exact.id else 0.1), one.exact
        assert abs(one.on_tape.opening) <= one.bound + 1e-6, one


@given(roofs(), st.floats(-4, 4).filter(lambda shift: abs(shift) > 0.1))
def test_a_plane_sawn_beside_its_mark_is_seen_as_a_gap_of_that_size(roof, shift):
    framing = frame_roof(lay_out_roof(roof))
    touch = next(one for one in framing.touches if one.cut_id == "seat")
    removals = []
    for removal in touch.member.removals:
        cuts = [
            replace(cut, plane=replace(cut.plane, offset=cut.plane.offset + shift)) if cut.id == "seat" else cut
            for cut in removal.planes
        ]
        removals.append(replace(removal, planes=tuple(cuts)))
    wrong = replace(touch, member=replace(touch.member, removals=tuple(removals)))
    (fitted,) = dry_fit((wrong,), 1.0)
    assert abs(fitted.exact.opening) == pytest.approx(abs(shift), abs=1e-6)


@given(roofs(("gable",)))
def test_the_planes_give_the_lengths_of_the_closed_forms(roof):
    layout = lay_out_roof(roof)
    member = frame_roof(layout).pieces[0].member
    run = roof.plan.width / 2 + roof.plan.sheathing
    k, m = sqrt(1 + roof.slope**2), roof.slope
    lengths = member.lengths
    assert lengths["theoretical"] == pytest.approx(hypot(run, run * m))
    assert lengths["head_to_plate"] == pytest.approx((run - roof.ridge.stock.thickness / 2) / cos(atan(m)))
    out = roof.eaves.overhang - roof.plan.sheathing
    square = roof.eaves.tail is Tail.SQUARE
    tail = out * k - roof.eaves.fascia if square else (out - roof.eaves.fascia) * k
    assert lengths["tail"] == pytest.approx(tail)
    facts = facts_of(layout, frame_roof(layout))
    half = 0.0 if roof.ridge.top is RidgeTop.BEVELLED else roof.ridge.stock.thickness / 2
    assert facts["ridge_top"] == pytest.approx((run - half) * m + facts["hap"])
    assert facts["ridge_underside"] == pytest.approx(facts["ridge_top"] - roof.ridge.stock.depth)
    assert facts["seat"] * m == pytest.approx(facts["heel"])
    assert facts["hap"] + facts["heel"] == pytest.approx(roof.rafter.depth * k)
    assert facts["notch_depth"] == pytest.approx(facts["seat"] * sin(atan(m)))
    point, way = plane_intersection(layout.sides[0].slope, layout.sides[1].slope)
    assert (abs(way.x), way.z) == (pytest.approx(1), pytest.approx(0))
    assert (point.y, point.z) == (pytest.approx(roof.plan.width / 2), pytest.approx(layout.peak))


@given(roofs(("gable",)))
def test_every_school_of_measuring_lands_on_the_same_marks(roof):
    """Along the top edge; parallel to it at the seat's corner; feet and odd inches apart; stepped off; deducted
    before or after."""
    layout = lay_out_roof(roof)
    member = frame_roof(layout).pieces[0].member
    marks = {mark.id: mark for mark in marks_of(member)}
    m = roof.slope
    k = sqrt(1 + m * m)
    head, heel = marks["head"], marks["heel"]
    along_top = heel.along - head.along
    # The line through the seat's inner corner, parallel to the edge: between the same two plumb lines.
    corner = max((end for piece in marks["seat"].pieces for end in piece), key=lambda end: -end[1])
    across = tan(radians(head.angle)) * corner[1]
    assert corner[0] - (head.along + across) == pytest.approx(along_top)
    run, half = layout.sides[0].run, roof.ridge.stock.thickness / 2
    assert (run - half) * k == pytest.approx(along_top)
    assert run * k - half * k == pytest.approx(along_top)
    feet, odd = divmod(run - half, 304.8)
    assert feet * hypot(304.8, 304.8 * m) + odd / 25.4 * hypot(25.4, 25.4 * m) == pytest.approx(along_top)
    step_run = 304.8
    steps = floor((run - half) / step_run)
    stepped = steps * step_run * k + ((run - half) - steps * step_run) * k
    assert stepped == pytest.approx(along_top)
    for working in working_of(layout):
        assert working.agrees, working.fact
    assert next(one for one in working_of(layout) if one.fact == "head_to_plate").first.result == pytest.approx(
        along_top
    )


@given(roofs(("gable",)), st.sampled_from(NotchRule))
def test_a_notch_said_by_another_rule_is_the_same_notch(roof, rule):
    sizes = size_notch(roof.notch, roof.slope, roof.rafter.depth)
    again = size_notch(notch_alternatives(roof, sizes)[rule], roof.slope, roof.rafter.depth)
    for name in ("seat", "heel", "hap", "depth"):
        assert getattr(again, name) == pytest.approx(getattr(sizes, name), abs=1e-9)


@given(roofs(("lap",)))
def test_half_lapped_timbers_are_cut_by_their_mates_size_and_never_claim_the_same_wood(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    theta = atan(roof.slope)
    for number, pair in enumerate(roof.pairs[: len(framing.setting_out.centres)]):
        members = {
            side: next(p.member for p in framing.pieces if p.member.id == f"pair_{number + 1}_{side}") for side in "ab"
        }
        for side, mate in (("a", pair[1]), ("b", pair[0])):
            member = members[side]
            cuts = {cut.id: cut for cut in member.cut_planes}
            face = Face.FAR if pair[0].lap is Lap.FAR else Face.NEAR
            marks = {mark.id: mark for mark in marks_of(member, face)}
            # From the peak, the shoulder is the mate's depth over the sine of twice the pitch along the edge.
            peak = next(mark for mark in marks_of(member) if mark.id == "head").along
            assert marks["shoulder"].along - peak == pytest.approx(mate.depth / sin(2 * theta))
            assert describe(cuts["head"]).line_angle == pytest.approx(abs(90 - degrees(2 * theta)), abs=1e-6)
            half = member.stock.thickness / 2
            assert abs(cuts["cheek"].plane.offset) < 1e-9 < half
        solids = [as_manifold(members[side], members[side].placement) for side in "ab"]
        assert (solids[0] ^ solids[1]).volume() < 1.0
        assert min(one.volume() for one in solids) > 0


@given(roofs(("lap",)), mm(60, 160), mm(100, 260))
def test_two_timbers_lapped_on_different_hands_are_refused_with_a_sentence(roof, thickness, depth):
    pair = (Timber(thickness, depth, Lap.NEAR), Timber(thickness, depth, Lap.FAR))
    with pytest.raises(RoofError) as refused:
        frame_roof(lay_out_roof(replace(roof, pairs=(pair,))))
    assert (refused.value.path, refused.value.message.id) == ("pairs[0]", "error.roof_one_hand")


@settings(max_examples=25)
@given(roofs(around=True))
def test_no_two_pieces_of_a_whole_roof_stand_in_each_other(roof):
    framing = frame_roof(lay_out_roof(roof))
    found = overlaps([(piece.member, piece.frames) for piece in framing.pieces])
    assert not found, found[0]


@given(roofs(("gable",)), mm(0.5, 30))
def test_two_pieces_pushed_into_each_other_are_told_with_the_wood_they_share(roof, into):
    framing = frame_roof(lay_out_roof(roof))
    rafter, ridge = framing.pieces[0].member, next(p.member for p in framing.pieces if p.member.role == "ridge")
    toward = framing.pieces[0].frames[0]
    level = Vector(-toward.x.x, -toward.x.y, 0.0).unit()
    pushed = replace(toward, origin=toward.origin + level * into)
    assert clearance((rafter, toward), (ridge, ridge.placement), 5.0) == pytest.approx(0, abs=1e-6)
    pulled = replace(toward, origin=toward.origin - level * into)
    assert clearance((rafter, pulled), (ridge, ridge.placement), 100.0) <= into + 1e-6
    ((one),) = overlaps([(rafter, (pushed,)), (ridge, (ridge.placement,))]) or (None,)
    # Told as soon as it is more than a crumb of the smaller piece.
    pieces = [as_manifold(rafter, pushed), as_manifold(ridge, ridge.placement)]
    if (pieces[0] ^ pieces[1]).volume() > 2e-4 * min(piece.volume() for piece in pieces):
        assert one is not None and one.volume > 0


@given(mm(300, 20000), mm(300, 1200), mm(20, 90))
def test_no_bay_is_wider_than_the_spacing_and_no_rafter_stands_in_another(length, spacing, thickness):
    options = last_bay_options(length, spacing, thickness)
    plain, shifted, equal = (options[first] for first in FirstBay)
    assert plain == set_out(length, spacing, thickness)
    for out, widest in ((plain, spacing + 2 * thickness), (shifted, spacing + 2 * thickness), (equal, spacing)):
        gaps = [b - a for a, b in zip(out.centres, out.centres[1:], strict=False)]
        assert out.centres[0] == pytest.approx(thickness / 2)
        assert out.centres[-1] == pytest.approx(length - thickness / 2)
        assert all(gap >= thickness - 1e-6 for gap in gaps)
        # Only one that would stand too near the last is left out, and what that opens is told by a check.
        assert all(gap <= spacing + 1e-6 for gap in gaps[:-1])
        assert gaps[-1] <= widest + 1e-6
        assert len(out.near_sides) == len(out.centres)
        assert out.near_sides[0] == pytest.approx(0)


@given(roofs(("off",)))
def test_an_off_centre_ridge_keeps_what_was_asked_and_both_sides_meet_at_it(roof):
    layout = lay_out_roof(roof)
    a, b = layout.sides
    assert a.slope.height(a.run) == pytest.approx(b.slope.height(b.run))
    if roof.plan.keeps_true is KeepsTrue.PITCH:
        assert a.slope.rise_per_run == b.slope.rise_per_run
    else:
        assert a.slope.plate == b.slope.plate == 0
    facts = facts_of(layout, frame_roof(layout))
    assert ("run" in facts) == layout.alike


@given(roofs(("beam",)))
def test_a_beam_stands_under_the_rafters_by_the_plates_own_stand(roof):
    layout = lay_out_roof(roof)
    run = layout.sides[0].run
    assert ridge_top(layout) == pytest.approx((run - roof.ridge.stock.thickness / 2) * roof.slope)


@given(roofs(("hip",)))
def test_hips_and_jacks_by_their_planes_are_those_of_the_closed_forms(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    facts = facts_of(layout, framing)
    run, m, t = layout.sides[0].run, roof.slope, roof.rafter.thickness
    k, k_hip = sqrt(1 + m * m), sqrt(2 + m * m)
    by_id = {piece.member.id: piece.member for piece in framing.pieces}
    hips = [member for member in by_id.values() if member.role == "hip"]
    on_ridge = roof.hip.head != "commons"
    taken_off = roof.ridge.stock.thickness if on_ridge else t
    for hip in hips:
        assert hip.lengths["theoretical"] == pytest.approx(run * k_hip)
        assert hip.lengths["head_to_plate"] == pytest.approx((run - taken_off / 2) * k_hip)
    assert {hip.hand for hip in hips} == ({"left", "right"} if roof.hip.head == "ridge_single" else {None})
    past = roof.ridge.stock.thickness / 2 + roof.hip.stock.thickness / sqrt(2) if on_ridge else t / 2
    assert by_id["end_common"].lengths["head_to_plate"] == pytest.approx((run - past) * k)
    jacks = [member for member in by_id.values() if member.role == "jack"]
    for jack in jacks:
        level = jack.lengths["plan_run"] - roof.hip.stock.thickness / sqrt(2)
        assert jack.lengths["head_to_plate"] == pytest.approx(level * k)
        assert jack.lengths["long_point"] == pytest.approx((level + t / 2) * k)
        assert jack.lengths["short_point"] == pytest.approx((level - t / 2) * k)
        assert jack.lengths["short_point"] > 0
        (cheek,) = (describe(cut) for cut in jack.cut_planes if cut.id == "head")
        assert cheek.top_angle == pytest.approx(90 - facts["bevels.edge_jack"])
    left, right = ([jack for jack in jacks if jack.hand == hand] for hand in ("left", "right"))
    assert [one.lengths for one in left] == [
        pytest.approx(
            next(two for two in right if abs(two.lengths["plan_run"] - one.lengths["plan_run"]) < 1e-6).lengths
        )
        for one in left
    ]
    assert facts["hip_slope"] == pytest.approx(degrees(atan(m / sqrt(2))))
    assert facts["hip_drop"] == pytest.approx(roof.hip.stock.thickness / 2 * m / sqrt(2))
    assert facts["backing"] * 2 + facts["dihedral"] == pytest.approx(180)
    # Dropped, both top edges of the hip lie in the roofs they belong to.
    if roof.hip.keep_planes is not KeepPlanes.BACK:
        half = roof.hip.stock.thickness / 2
        frame = hips[0].placement
        planes = [side.slope.plane for side in layout.sides]
        for z in (-half, half):
            edge = frame.to_world(Vector(200.0, 0.0, z))
            assert min(abs(plane.above(edge)) for plane in planes) < 1e-6


@given(roofs(), TAPE)
def test_marking_a_piece_on_the_tape_moves_no_line_by_more_than_half_a_division(roof, division):
    for piece in frame_roof(lay_out_roof(roof)).pieces:
        member = piece.member
        rounded = {mark.id: mark for mark in marks_of(on_the_tape(member, division))}
        for mark in marks_of(member):
            moved = rounded.get(mark.id)
            if mark.along is not None and moved is not None:
                assert abs(moved.along - mark.along) <= division / 2 + 1e-6
                assert moved.along / division == pytest.approx(round(moved.along / division), abs=1e-4)
                assert moved.angle == pytest.approx(mark.angle, abs=1e-9)


@given(
    roofs(("gable",)),
    st.sampled_from([0.0, 1e-4, tan(radians(89.9))]),
    st.sampled_from([Notch(NotchRule.SEAT, 400.0), Notch(NotchRule.HAP, 2000.0), Notch(NotchRule.FRACTION, 1.0)]),
)
def test_an_absurd_roof_is_computed_and_told_not_refused(roof, slope, notch):
    absurd = replace(roof, collar=None, slope=slope, notch=notch, eaves=replace(roof.eaves, overhang=0.0, fascia=30.0))
    layout = lay_out_roof(absurd)
    framing = frame_roof(layout)
    facts = facts_of(layout, framing)
    fitted = dry_fit(framing.touches, 1.0)
    checks = check_roof(layout, framing, facts, fitted, limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits)
    levels = {check.id: check.level for check in checks}
    assert levels["overhang_short"] is Level.STOP
    assert Level.LOOK in (levels["pitch_flat"], levels["pitch_steep"])
    assert all(value == value and abs(value) < 1e12 for value in facts.values())  # noqa: PLR0124 - a NaN is not itself


@given(roofs(("gable",)))
def test_a_collar_tie_ends_in_the_roof_and_a_block_fills_its_bay(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    rates = layout.sides[0].slope
    for piece in framing.pieces:
        member = piece.member
        assert member.count == len(piece.frames) or member.role == "template"
        if member.role == "collar_tie":
            drop = layout.peak - roof.collar.height
            assert member.lengths["long_point"] == pytest.approx(2 * drop / rates.rise_per_run)
            lower = drop - roof.collar.stock.depth
            assert member.lengths["short_point"] == pytest.approx(2 * lower / rates.rise_per_run)
            for cut in member.cut_planes:
                assert describe(cut).line_angle == pytest.approx(90 - degrees(atan(rates.rise_per_run)))
        if member.role == "barge_rafter":
            assert {cut.role for cut in member.cut_planes} <= {"head", "tail", "tail_level", "tail_profile"}
            assert len(piece.frames) == 4
    blocks = [piece for piece in framing.pieces if piece.member.role == "block"]
    if blocks:
        thick = roof.rafter.thickness
        bays = sum(piece.member.lengths["overall"] * piece.member.count for piece in blocks) / 2
        filled = roof.plan.length - len(framing.setting_out.centres) * thick
        assert bays == pytest.approx(filled, abs=0.05 * len(framing.setting_out.centres))


@given(roofs(("gable", "lap", "off", "shed", "gambrel")), mm(20, 120), st.floats(30, 60))
def test_no_saw_is_said_to_reach_where_its_blade_ends(roof, depth, tilt):
    saw = Saw("any", tilt, depth, "left")
    for piece in frame_roof(lay_out_roof(roof)).pieces:
        for plane in piece.member.cut_planes:
            cut, thickness = describe(plane), piece.member.stock.thickness
            leaning = radians(cut.blade_tilt)
            through = thickness / cos(leaning) if cut.blade_tilt < 89 else float("inf")
            fits = cut.blade_tilt <= tilt + 0.05 and through <= depth * cos(leaning) + 1e-6
            assert (reach(saw, cut, thickness) is Reach.WHOLE) == fits
            # Turned over on its edge the board shows the same plane: both pairs give its normal back.
            for pair, upright, along in ((lying(cut), plane.plane.normal.z, plane.plane.normal.y),
                                         (standing(cut), plane.plane.normal.y, plane.plane.normal.z)):  # fmt: skip
                assert sin(radians(pair.bevel)) == pytest.approx(abs(upright), abs=1e-9)
                assert cos(radians(pair.bevel)) * sin(radians(pair.mitre)) == pytest.approx(abs(along), abs=1e-9)
