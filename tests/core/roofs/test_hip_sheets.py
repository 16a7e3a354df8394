"""If these break, a bevel taken off the sheet, the list or the block is not the one the roof's planes meet at."""

from dataclasses import replace
from itertools import combinations, pairwise
from math import atan, atan2, cos, degrees, hypot, radians, sin, sqrt, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from easynotch.core.roofs import (
    Edge,
    KeepPlanes,
    RoofError,
    bevels_of,
    distinct_hips,
    frame_roof,
    hip_check,
    hips_of,
    jack_marks,
    jack_step,
    lay_out_outline,
    lay_out_roof,
    master_patterns,
    pieces_near,
)
from easynotch.core.solid import Face, outline
from easynotch.drawing.roofs.geometric import angles_read, draw_geometric
from easynotch.drawing.roofs.hip_boards import draw_block
from easynotch.drawing.roofs.hip_choices import draw_head, draw_planes, head_window
from tests.joined import joined
from tests.roofs import outlines, roofs


def of(hip, bevel, side=None):
    """A bevel of a corner, of one of its two sides where it is a side's."""
    wanted = None if side is None else (hip.first, hip.second)[side]
    found = [one for one in bevels_of(hip) if one.id == bevel]
    return next((one for one in found if one.slope is wanted), found[0]).degrees


@given(st.floats(10, 60))
def test_over_a_square_corner_the_bevels_are_the_closed_forms(pitch):
    square = ((0, 0), (6000, 0), (6000, 6000), (0, 6000))
    m = tan(radians(pitch))
    hip = lay_out_outline(square, (Edge(),) * 4, m, 100.0, 0.0).hips[0]
    theta, phi, k = radians(pitch), atan(m / sqrt(2)), hypot(1, m)
    known = {
        "plumb_common": 90 - pitch, "level_common": pitch, "edge_jack": degrees(atan(cos(theta))),
        "plumb_hip": 90 - degrees(phi), "level_hip": degrees(phi), "edge_hip": degrees(atan(cos(phi))),
        "face_purlin": degrees(atan(sin(theta))), "edge_purlin": degrees(atan(cos(theta))),
        "sheathing": degrees(atan(k)), "edge_plumb_purlin": 45.0,
    }  # fmt: skip
    for bevel, angle in known.items():
        assert of(hip, bevel) == pytest.approx(angle), bevel
    assert of(hip, "backing") * 2 + of(hip, "dihedral") == pytest.approx(180)


@settings(max_examples=40)
@given(outlines() | outlines(wild=True))
def test_a_protractor_on_the_geometric_sheet_reads_the_bevels_of_the_planes(roof):
    for hip in hips_of(lay_out_roof(roof)):
        seen = set()
        for bevel, side, angle in angles_read(draw_geometric(hip).reads):
            seen.add(bevel)
            wanted = of(hip, bevel, side)
            # An acute angle names a line; the sheet may show it from the other end.
            assert min(angle, 180 - angle) == pytest.approx(min(wanted, 180 - wanted), abs=1e-6), bevel
        assert {"level_hip", "plumb_hip", "level_common", "edge_jack", "sheathing", "face_purlin", "dihedral"} <= seen


@settings(max_examples=28)
@given(roofs(("hip",)))
def test_a_rule_on_the_geometric_sheet_reads_the_lengths_of_hip_common_and_jacks(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    members = {piece.member.id: piece.member for piece in framing.pieces}
    step, per_run = jack_step(layout), layout.sides[0].slope.per_run
    for hip in hips_of(layout):
        lengths = {(one.id, one.side): one.length for one in draw_geometric(hip, step).lengths}
        assert lengths["common", 0] == pytest.approx(per_run * layout.sides[0].run, rel=1e-6)
        # The hip's run is the diagonal of the commons'.
        assert lengths["hip", None] == pytest.approx(
            (2 + hip.first.rise_per_run**2) ** 0.5 * layout.sides[0].run, rel=1e-6
        )
        jacks = sorted((one for one in jack_marks(layout, framing, hip) if one.slope is hip.first), key=on_plate)
        for one, other in pairwise(jacks):
            gap = members[other.piece].lengths["theoretical"] - members[one.piece].lengths["theoretical"]
            steps = (other.on_plate - one.on_plate) / step
            assert abs(gap) == pytest.approx(abs(steps) * lengths["difference", 0], abs=1e-3)


def on_plate(mark):
    return mark.on_plate


@settings(max_examples=28)
@given(roofs(("hip",)) | outlines() | joined())
def test_on_the_master_pattern_every_head_lies_where_its_own_piece_is_cut(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    pieces = {piece.member.id: piece.member for piece in framing.pieces}
    for pattern in master_patterns(layout, framing):
        if pattern.from_head:
            # Laid with its head on the shared one, every valley jack's own foot is where its line says, on the wood.
            heads = {round(line.head - pieces[line.piece].lengths["overall"], 3) for line in pattern.lines}
            assert len(heads) == 1
            assert all(line.deduction > -1e-6 for line in pattern.lines)
            continue
        for line in pattern.lines:
            lengths = pieces[line.piece].lengths
            assert line.run_line == pytest.approx(lengths["plan_run"] * layout_rate(layout, pattern.slope))
            assert line.head == pytest.approx(lengths["head_to_plate"])
            assert line.deduction >= -1e-6
            assert line.run_line <= pattern.lines[0].run_line


def layout_rate(layout, slope):
    """Length per run of a slope by its name."""
    return next(side.slope.per_run for side in layout.sides if side.slope.id == slope)


@settings(max_examples=28)
@given(roofs(("hip",)))
def test_the_tape_between_the_hips_two_points_reads_what_the_roof_s_planes_say(roof):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    hip = next(piece.member for piece in framing.pieces if piece.member.role == "hip")
    (seam, _), *others = distinct_hips(layout)
    assert not others
    found = hip_check(layout, hip, seam)
    taken_off = roof.rafter.thickness if roof.hip.head == "commons" else roof.ridge.stock.thickness
    inward = layout.sides[0].run - taken_off / 2
    clip = roof.hip.stock.thickness / 2 if roof.hip.keep_planes is KeepPlanes.CORNER else 0.0
    level = inward * sqrt(2) - clip
    assert found.distance == pytest.approx(hypot(level, layout.sides[0].slope.height(inward)))
    # A jack's centre line on plate and hip: as far from the corner along both walls' plan.
    for mark in jack_marks(layout, framing, seam):
        diagonal = mark.on_hip / hypot(1, seam.rise_per_run)
        assert diagonal + roof.hip.stock.thickness / 2 == pytest.approx(mark.on_plate * sqrt(2))
    jacks = [piece for piece in framing.pieces if piece.member.role == "jack"]
    assert len({mark.piece for mark in jack_marks(layout, framing, seam)}) == len(jacks)


@settings(max_examples=30)
@given(roofs(("hip",)))
def test_two_dummies_in_their_places_stand_as_far_apart_as_the_tape_should_read(roof):
    roof = replace(roof, hip=replace(roof.hip, dummies=True))
    pieces = {piece.member.id: piece.member for piece in frame_roof(lay_out_roof(roof)).pieces}
    foot, head = pieces["hip_foot_dummy"], pieces["hip_head_dummy"]
    hip = next(piece for piece in pieces.values() if piece.role == "hip")
    upper = max(u for u, _ in outline(head, Face.NEAR))
    lower = min(u for u, _ in outline(foot, Face.NEAR))
    assert lower - upper == pytest.approx(foot.lengths["between"]) == pytest.approx(head.lengths["between"])
    # Each with room for two hands: twice the hip's depth from its cuts.
    assert hip.lengths["theoretical"] - lower == pytest.approx(2 * hip.stock.depth)
    assert head.lengths["overall"] == pytest.approx(2 * hip.stock.depth)
    whole = head.lengths["overall"] + foot.lengths["between"] + foot.lengths["overall"]
    assert whole == pytest.approx(hip.lengths["overall"])
    assert {cut.role for cut in head.cut_planes} >= {"head"}
    assert {"seat", "tail"} <= {cut.role for cut in foot.cut_planes}


@settings(max_examples=28)
@given(outlines() | outlines(wild=True), st.floats(60, 120))
def test_a_bevel_set_on_the_block_is_the_bevel_of_the_list(roof, depth):
    for hip in hips_of(lay_out_roof(roof)):
        struck = [one for one in bevels_of(hip) if one.from_across is not None]
        sheet = draw_block(struck, depth)
        board, *lines = sheet.paths
        (_, _), (end, _), (_, low), _ = board.points
        assert len(lines) == len(struck) == len(sheet.texts)
        for bevel, one in zip(struck, lines, strict=True):
            (a, b), (c, d) = one.points
            assert degrees(atan2(c - a, b - d)) == pytest.approx(bevel.from_across, abs=1e-6)
            assert b == low and 0 < a <= c < end and -1e-9 <= d < b


@settings(max_examples=28)
@given(outlines() | outlines(wild=True), st.floats(30, 90), st.sampled_from(KeepPlanes))
def test_a_hip_drawn_under_its_planes_stands_under_both_and_touches_them(roof, thickness, keep):
    for hip in hips_of(lay_out_roof(roof)):
        sheet = draw_planes(hip, thickness, 240.0, keep)
        shape = next(path for path in sheet.paths if path.id == "hip")
        falls = [hip.fall(hip.second), hip.fall(hip.first)]
        # On the sheet down is down: the planes fall from the crease by their own rate on either side.
        over = [y - max(-x * falls[0], x * falls[1]) for x, y in shape.points]
        assert min(over) == pytest.approx(0.0, abs=1e-6)
        xs = [x for x, _ in shape.points]
        assert max(xs) - min(xs) == pytest.approx(thickness)


@settings(max_examples=30)
@given(roofs(("hip",)))
def test_where_heads_meet_the_drawing_shows_every_hip_there_and_no_two_pieces_over_each_other(roof):
    layout = lay_out_roof(roof)
    near = head_window(distinct_hips(layout)[0][0].high, max(roof.hip.stock.thickness, roof.rafter.thickness))
    sheet = draw_head(pieces_near(layout, near), near)
    shapes = {path.id: Polygon(path.points) for path in sheet.paths}
    assert sum(name.startswith("hip_") for name in shapes) >= 2
    for one, other in combinations(shapes.values(), 2):
        assert one.intersection(other).area < 1e-3 * min(one.area, other.area) + 1e-3


def head_of(roof, head, pieces):
    """What another head would look like, as shapes and the hip's length; or why it cannot be."""
    try:
        layout = lay_out_roof(replace(roof, hip=replace(roof.hip, head=head)))
        seam = distinct_hips(layout)[0][0]
        near = head_window(seam.high, max(roof.hip.stock.thickness, roof.rafter.thickness))
        standing = pieces(layout, near)
    except RoofError as found:
        return str(found.message), None
    hip = next(one for one in standing if one.role == "hip")
    shapes = [Polygon(path.points) for path in draw_head(standing, near).paths]
    found = [(shape.centroid.x, shape.centroid.y, shape.area) for shape in shapes]
    return hip.lengths["overall"], sorted(found, key=lambda one: [round(value, 1) for value in one])


def every_piece(layout, _near):
    return [replace(one.member, placement=frame) for one in frame_roof(layout).pieces for frame in one.frames]


@settings(max_examples=30)
@given(roofs(("hip",)) | outlines(), st.sampled_from(("commons", "ridge_single", "ridge_double", "post", "pairs")))
def test_a_heads_drawing_is_the_same_of_the_pieces_near_it_as_of_the_whole_roof(roof, head):
    said, shown = head_of(roof, head, pieces_near)
    whole, drawn = head_of(roof, head, every_piece)
    assert said == (pytest.approx(whole) if shown is not None else whole)
    assert (shown is None) == (drawn is None)
    for one, other in zip(shown or (), drawn or (), strict=True):
        assert one == pytest.approx(other, abs=1e-4)
