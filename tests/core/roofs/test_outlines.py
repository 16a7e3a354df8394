"""If these break, a hip stands proud of the roof, a jack is cut for another corner, or a post is too small for its hips."""

import json
from dataclasses import replace
from math import cos, degrees, hypot, pi, radians, tan

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import (
    Edge,
    LineUp,
    RoofError,
    Tail,
    angles,
    check_outline,
    check_roof,
    facts_of,
    frame_roof,
    lay_out_outline,
    lay_out_roof,
    offset,
    regular,
    square_tail_corner,
    with_angle,
    with_side,
)
from easynotch.core.roofs.members.hip_and_ridge_members import hip_or_ridge_member
from easynotch.core.roofs.members.outline_fascias import refuse_lost_eaves
from easynotch.core.roofs.plan.head_order import arrange
from easynotch.core.roofs.report.checks import LEAST_CONTACT
from easynotch.core.solid import Vector, describe, dry_fit, overlaps
from easynotch.core.solid.mesh import as_manifold
from easynotch.core.tape import read_pitch
from tests.conftest import HOME
from tests.roofs import eave_lengths, outlines, roofs

OTHERS = json.loads((HOME / "tests" / "reference" / "others.json").read_text())
SOUND = 1e-3


def told(layout, framing, *ids: str) -> bool:
    """Whether a check says that this roof cannot be framed so."""
    checks = check_roof(layout, framing, facts_of(layout, framing), (), {})
    return any(check.id.startswith(ids or ("notch", "hip_notch")) and check.level == "stop" for check in checks)


@settings(max_examples=28)
@given(outlines())
def test_with_fascias_lined_up_every_hip_comes_out_where_two_of_them_meet(roof):
    lined = [replace(roof, plan=replace(roof.plan, line_up=way)) for way in (LineUp.OVERHANG, LineUp.PLATES)]
    for one in lined:
        layout = lay_out_roof(one)
        outs = tuple(layout.out_of(side.slope) for side in layout.sides)
        heights = [side.slope.height(-out) for side, out in zip(layout.sides, outs, strict=True)]
        assert max(heights) - min(heights) < 1e-6
        outer = offset(layout.outline, outs)
        for hip in layout.outline.hips:
            # From each fascias' corner the hip's line runs through it in plan.
            off = [abs((x - hip.low.x) * hip.direction.y - (y - hip.low.y) * hip.direction.x) for x, y in outer]
            assert min(off) < 1e-6
        plain = [side.slope.plate for side in layout.sides]
        assert min(plain) == 0.0 and (max(plain) > 0 or one.plan.line_up is LineUp.OVERHANG or max(outs) == min(outs))


@settings(max_examples=40)
@given(outlines() | outlines(wild=True))
def test_over_any_outline_every_joint_closes(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    fitted = dry_fit(framing.touches, 1.0)
    for one in fitted:
        assert abs(one.exact.opening) < SOUND, one.exact
    weak = [one.exact for one in fitted if one.exact.bears < LEAST_CONTACT]
    checks = check_roof(layout, framing, facts_of(layout, framing), fitted, {})
    for joint in weak:
        key, level = ("tail_contact", "look") if ".tail" in joint.id else ("joint_contact", "stop")
        assert any(check.id.startswith(f"{key}.{joint.id}") and check.level == level for check in checks), joint


@settings(max_examples=25)
@given(outlines() | outlines(wild=True))
def test_no_two_pieces_of_an_outline_claim_the_same_wood(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    if not told(layout, framing, "slope_slight"):
        assert overlaps([(piece.member, piece.frames) for piece in framing.pieces]) == ()


@settings(max_examples=40)
@given(outlines() | outlines(wild=True))
def test_no_stick_stands_proud_of_a_plane_and_every_hip_touches_both(roof):
    layout = lay_out_roof(roof)
    planes = [side.slope.plane for side in layout.sides]
    for plan in arrange(layout).hip_and_ridge_members:
        stick = hip_or_ridge_member(layout, plan)
        mesh = as_manifold(stick, stick.placement).to_mesh64()
        corners = [Vector(*point[:3]) for point in mesh.vert_properties]
        assert max(plane.above(corner) for plane in planes for corner in corners) < SOUND
        for slope in (plan.seam.first, plan.seam.second):
            assert max(slope.plane.above(corner) for corner in corners) == pytest.approx(0.0, abs=SOUND)


@given(st.integers(3, 12), st.floats(800, 3000), st.floats(12, 58))
def test_a_regular_polygon_agrees_with_the_closed_forms_of_its_corner(sides, side, pitch):
    rise_per_run, alpha = tan(radians(pitch)), pi / 2 - pi / sides
    roof = lay_out_outline(regular(sides, side), (Edge(),) * sides, rise_per_run, 100.0, 0.0)
    assert len(roof.hips) == sides and not roof.ridges and len(roof.nodes) == 1
    for hip in roof.hips:
        apothem = side / 2 / tan(pi / sides)
        assert hip.run == pytest.approx(apothem / cos(pi / sides))
        assert hip.rise_per_run == pytest.approx(rise_per_run * cos(pi / sides))
        assert hip.plan_angle(hip.first) == pytest.approx(degrees(alpha))
        assert hip.drop(40.0) == pytest.approx(20.0 * rise_per_run * cos(alpha))
        assert hip.shift(40.0) == pytest.approx(0.0, abs=1e-9)


def test_the_corners_of_the_reference_come_out_of_the_planes():
    polygon, unequal = OTHERS["polygon"], OTHERS["unequal_corner"]
    slope = read_pitch(polygon["pitch"]).slope
    side = 2 * polygon["apothem run mm"] * tan(pi / 6)
    hip = lay_out_outline(regular(6, side), (Edge(),) * 6, slope, 90.0, 0.0).hips[0]
    assert hip.run == pytest.approx(polygon["hip_plan_run"])
    assert (hip.slope_degrees, hip.backing[0], hip.dihedral) == pytest.approx(
        (polygon["hip_slope"], polygon["backing"], polygon["dihedral"])
    )
    flat, steep = (read_pitch(text).slope for text in unequal["pitches"])
    hips = lay_out_outline(
        ((0, 0), (6000, 0), (6000, 5000), (0, 5000)), (Edge(flat), Edge(steep)) * 2, flat, 90.0, 0.0
    ).hips
    for hip in hips:
        slopes = sorted((hip.first, hip.second), key=lambda one: one.rise_per_run)
        assert hip.plan_angle(slopes[0]) == pytest.approx(unequal["plan angle of the hip from the 7/12 eave"])
        assert sorted(hip.backing) == pytest.approx(unequal["backing"])
        assert hip.dihedral == pytest.approx(unequal["dihedral"])


@pytest.mark.parametrize("pitch", ["7/12", "35 deg"])
@settings(max_examples=5)
@given(roof=roofs(("hip",)))
def test_square_cut_tails_meet_at_a_hip_as_the_reference_says(pitch, roof):
    known = OTHERS["square_tail_corner"][pitch]
    slope = read_pitch(pitch).slope
    assert square_tail_corner(slope) == pytest.approx((known["face"], known["tilt"]))
    roof = replace(roof, slope=slope, eaves=replace(roof.eaves, tail=Tail.SQUARE))
    hip = next(piece.member for piece in frame_roof(lay_out_roof(roof)).pieces if piece.member.role == "hip")
    tail = describe(next(cut for cut in hip.cut_planes if cut.role == "tail"))
    assert (tail.line_angle, tail.blade_tilt) == pytest.approx((known["hip_face"], known["hip_tilt"]))


@settings(max_examples=28)
@given(roofs(("hip",)), st.sampled_from(["post", "pairs"]))
def test_hips_against_a_post_lie_in_the_same_planes_over_the_same_plates(roof, head):
    """What does not depend on the heads is what it was into the commons' corner."""
    posted = replace(roof, hip=replace(roof.hip, head=head), eaves=replace(roof.eaves, plumb_face=80.0))
    if posted.eaves.tail is Tail.BOBBED:
        posted = replace(posted, eaves=replace(posted.eaves, tail=Tail.PLUMB))
    plain, other = (lay_out_roof(one) for one in (replace(posted, hip=replace(roof.hip, head="commons")), posted))
    framings = [frame_roof(one) for one in (plain, other)]
    facts = [facts_of(one, framing) for one, framing in zip((plain, other), framings, strict=True)]
    for key in ("run", "rise", "hap", "hip_slope", "backing", "dihedral", "common_difference", "bevels.edge_jack"):
        assert facts[1][key] == pytest.approx(facts[0][key]), key
    # With heads against one another even the rafters at the full run lean on hips.
    jacks = [
        sorted(
            round(piece.member.lengths["long_point"], 6)
            for piece in framing.pieces
            if piece.member.role == "jack" and piece.member.lengths["plan_run"] < facts[0]["run"] - 1.0
        )
        for framing in framings
    ]
    assert jacks[0] == pytest.approx(jacks[1], abs=1e-3)
    for one in dry_fit(framings[1].touches, 1.0):
        assert abs(one.exact.opening) < SOUND


BAD = {
    "crossed": ((0, 0), (4000, 0), (0, 3000), (4000, 3000)),
    "straight on": ((0, 0), (2000, 0), (4000, 0), (4000, 3000), (0, 3000)),
    "step": ((0, 0), (4000, 0), (4000, 1500), (4030, 1500), (4030, 3000), (0, 3000)),
    "neck": ((0, 0), (4000, 0), (4000, 2900), (7000, 2900), (7000, 0), (9000, 0), (9000, 3000), (0, 3000)),
    "clockwise": ((0, 0), (0, 3000), (4000, 3000), (4000, 0)),
    "twice": ((0, 0), (4000, 0), (4000, 0), (0, 3000)),
    "count": ((0, 0), (4000, 0)),
    "star": tuple((2000 * cos(4 * pi * k / 5), 2000 * cos(4 * pi * k / 5 - pi / 2)) for k in range(5)),
}


@pytest.mark.parametrize("kind", BAD)
def test_what_is_no_outline_is_refused_with_a_sentence(kind):
    with pytest.raises(RoofError) as found:
        check_outline(BAD[kind])
    assert found.value.message.id.startswith("error.outline_")


def test_slopes_that_never_meet_are_refused_with_the_way_out():
    with pytest.raises(RoofError) as found:
        lay_out_outline(regular(4, 3000.0), (Edge(), *(Edge(gable=True),) * 3), 0.5, 100.0, 0.0)
    assert found.value.message.id == "error.outline_never_meet"


@settings(max_examples=28)
@given(outlines() | outlines(wild=True), st.floats(1200, 4000))
def test_an_overhang_is_refused_exactly_where_an_eave_has_no_length_left_for_a_rafter(roof, overhang):
    # Plates raised for so wide an overhang leave some sides no roof, which is refused before.
    assume(roof.plan.line_up is not LineUp.PLATES)
    wide = replace(roof, eaves=replace(roof.eaves, overhang=overhang))
    least = min(eave_lengths(wide)) - wide.rafter.thickness
    assume(abs(least) > 1e-3)
    layout = lay_out_roof(wide)
    if least > 0:
        refuse_lost_eaves(layout)
    else:
        with pytest.raises(RoofError) as found:
            refuse_lost_eaves(layout)
        assert found.value.message.id == "error.roof_no_eave"


@given(outlines(), st.data())
def test_a_side_or_angle_typed_in_the_plan_editor_comes_out_as_typed(roof, data):
    points = roof.plan.corners
    number = data.draw(st.integers(0, len(points) - 1))
    length = data.draw(st.floats(900, 4000))
    longer = with_side(points, number, length)
    a, b = longer[number], longer[(number + 1) % len(points)]
    assert hypot(b[0] - a[0], b[1] - a[1]) == pytest.approx(length)
    wanted = angles(points)[number] + data.draw(st.floats(-4, 4))
    assert angles(with_angle(points, number, wanted))[number] == pytest.approx(wanted, abs=1e-6)
