"""If these break, a fascia is spliced in mid-air, a chalk line is pulled from the crooked rafter, a tail hangs low."""

from dataclasses import replace
from itertools import pairwise
from math import hypot

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from easynotch.core.roofs import (
    Blocking,
    BlockKind,
    Boards,
    FalseTail,
    Gable,
    Gauged,
    Posts,
    RidgeKind,
    RoofError,
    Tail,
    Tails,
    beam_pocket,
    chalk_line,
    clear_bays,
    fascia_run,
    frame_roof,
    gable_triangle,
    lay_out_roof,
    notch_choices,
    pitch_for_ridge,
    ridge_top,
    size_notch,
)
from easynotch.core.solid import Stock, Vector, as_manifold, marks_of, outline, overlaps
from tests.roofs import mm, roofs


@given(roofs(("gable",), around=True), mm(1200, 6000))
def test_a_fascia_is_spliced_between_rafters_and_its_pieces_come_to_the_whole(roof, board):
    roof = replace(roof, eaves=replace(roof.eaves, fascia=20.0, board_length=board, false_tail=None))
    layout = lay_out_roof(roof)
    out = frame_roof(replace(layout, roof=replace(roof, eaves=replace(roof.eaves, board_length=None)))).setting_out
    try:
        run = fascia_run(layout, out)
    except RoofError as refused:
        widest = max(b - a for a, b in pairwise(sorted(out.centres)))
        ends = max(out.centres[1] - out.centres[0], out.last_bay) / 2 + roof.eaves.verge + roof.rafter.thickness
        assert refused.path == "eaves.board_length"
        assert board < max(widest, ends) + 1
        return
    lengths = [piece.stop - piece.start for piece in run.pieces]
    assert max(lengths) <= board + 1e-6
    assert sum(lengths) == pytest.approx(layout.ridge_length)
    bays = [(low + roof.eaves.verge, high + roof.eaves.verge) for low, high in clear_bays(layout, out, layout.sides[0])]
    if out.hooked == "first_end":
        assert all(any(low < splice < high for low, high in bays) for splice in run.splices)
    assert sum(len(piece.marks) for piece in run.pieces) == len(out.centres)
    for piece in frame_roof(layout).pieces:
        if piece.member.role in ("fascia", "splice_block"):
            # Lower edges flush: every piece of one eave ends at one height.
            foot = piece.member.placement.to_world(Vector(0.0, piece.member.stock.depth, 0.0)).z
            slope = next(side.slope for side in layout.sides if f"_{side.slope.id}_" in piece.member.id)
            if roof.eaves.tail is not Tail.SQUARE:
                assert foot == pytest.approx(slope.height(-layout.out) - roof.eaves.fascia_depth)


@given(roofs(("gable",)), st.integers(0, 40), st.floats(5, 30), st.booleans())
def test_a_chalk_line_ignores_the_odd_rafter_whichever_it_is(roof, odd, off, up):
    layout = lay_out_roof(replace(roof, eaves=replace(roof.eaves, tails=Tails.SNAPPED)))
    out = frame_roof(layout).setting_out
    assume(len(out.centres) >= 6)
    odd %= len(out.centres)
    tops = tuple((off if up else -off) if n == odd else 0.0 for n in range(len(out.centres)))
    line = chalk_line(replace(layout, roof=replace(roof, eaves=replace(roof.eaves, tops=tops))), out)
    assert odd not in line.pulled
    assert [number for number, _ in line.odd] == [odd]
    assert line.odd[0][1] == pytest.approx(off if up else -off)
    # Of all that are true the two farthest apart: a long line shows a crooked top best.
    last = len(out.centres) - 1
    assert line.pulled == (1 if odd == 0 else 0, last - 1 if odd == last else last)
    reach = out.centres[line.pulled[1]] - out.centres[line.pulled[0]]
    assert (line.pin is not None) == (reach > 6000)
    # Where it is held comes to where the tail's plumb cut leaves the top edge.
    member = frame_roof(lay_out_roof(replace(roof, eaves=replace(roof.eaves, tail=Tail.PLUMB)))).pieces[0].member
    assert line.along == pytest.approx(member.lengths["tail"])


@given(roofs(("gable", "off", "beam", "gambrel")), mm(300, 4000))
def test_a_ridge_drawn_to_a_height_gives_the_pitch_that_brings_it_there(roof, top):
    slope = pitch_for_ridge(roof, top)
    reached = ridge_top(lay_out_roof(replace(roof, slope=slope)))
    assert reached == pytest.approx(top, abs=1e-3) or slope < 1e-3


@given(roofs(("gable",)), st.lists(mm(-8, 8), min_size=1, max_size=4), st.sampled_from(Gauged))
def test_a_board_of_another_depth_keeps_what_it_is_gauged_from(roof, differ, gauged):
    depths = tuple(roof.rafter.depth + by for by in differ)
    roof = replace(roof, gable=None, boards=Boards(depths, gauged), eaves=replace(roof.eaves, tail=Tail.PLUMB))
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    per_run, head = layout.sides[0].slope.per_run, layout.peak
    made = {piece.member.id: piece for piece in framing.pieces if piece.member.id.startswith("board_")}
    assert sum(p.member.count for p in framing.pieces if p.member.role == "common") == 2 * len(
        framing.setting_out.centres
    )
    for number, by in enumerate(differ, 1):
        board = made[f"board_{number}"].member
        heel = next(mark for mark in marks_of(board) if mark.id == "heel")
        (u, v), _ = heel.pieces[0]
        raised = 0.0 if gauged is Gauged.TOP else by * per_run
        # Plumb from the top edge to the notch's corner, and the head's own height.
        assert hypot(u - heel.along, v) == pytest.approx(layout.notch.hap + raised)
        assert board.placement.origin.z == pytest.approx(head + raised)


@given(roofs(("gable",)), mm(300, 700), mm(0, 25))
def test_a_false_tail_lies_as_far_below_its_rafter_as_said_and_carries_the_fascia(roof, inside, below):
    hap = size_notch(roof.notch, roof.slope, roof.rafter.depth).hap
    shallow = FalseTail(Stock(30.0, (hap - below) / (1 + roof.slope**2) ** 0.5 * 0.9), inside, below)
    roof = replace(roof, gable=None, eaves=replace(roof.eaves, tail=Tail.PLUMB, false_tail=shallow))
    with pytest.raises(RoofError, match="roof_false_tail"):
        frame_roof(lay_out_roof(roof))
    deep = replace(shallow, stock=Stock(30.0, hap / (1 + roof.slope**2) ** 0.5 * 1.3))
    layout = lay_out_roof(replace(roof, eaves=replace(roof.eaves, false_tail=deep)))
    pieces = {piece.member.id: piece for piece in frame_roof(layout).pieces}
    tail, common = pieces["false_tail"], pieces["common"]
    assert common.member.lengths["tail"] == pytest.approx(0, abs=1e-6)
    out = (layout.out - roof.eaves.fascia) * layout.sides[0].slope.per_run
    assert tail.member.lengths["tail"] == pytest.approx(out)
    for frame in tail.frames:
        top = frame.to_world(Vector(100.0, 0.0, 0.0))
        plumb = below / layout.sides[0].slope.per_run
        assert min(abs(side.slope.plane.above(top) + plumb) for side in layout.sides) < 1e-6
    # It bears on the plate as the rafter does, and ends at the fascia's back like one that lies flush.
    boxes = [as_manifold(tail.member, frame).bounding_box() for frame in tail.frames]
    flush = lay_out_roof(replace(roof, eaves=replace(roof.eaves, false_tail=replace(deep, below=0.0))))
    others = next(one for one in frame_roof(flush).pieces if one.member.id == "false_tail")
    for box, frame in zip(boxes, others.frames, strict=True):
        whole = as_manifold(others.member, frame).bounding_box()
        assert (min(box[1], box[4]), max(box[1], box[4])) == pytest.approx((whole[1], whole[4]), abs=1e-3)


@given(roofs(("lap",)), st.sampled_from(BlockKind))
def test_blocks_fill_what_the_measured_thicknesses_of_half_lapped_pairs_leave(roof, kind):
    assume(roof.plan.length > 2 * roof.spacing)
    made = replace(roof, blocking=Blocking(kind, Stock(38.0, 50.0)))
    pieces = frame_roof(lay_out_roof(made)).pieces
    assert overlaps([(one.member, one.frames) for one in pieces if one.member.role in ("common", "block")]) == ()
    solids = {
        role: [as_manifold(one.member, frame) for one in pieces if one.member.role == role for frame in one.frames]
        for role in ("common", "block")
    }
    # Every block reaches a rafter at either end: grown by a hair it cuts into two of them.
    for block in solids["block"]:
        low = block.bounding_box()
        grown = (
            block.translate((-low[0], 0, 0))
            .scale((1 + 0.02 / (low[3] - low[0]), 1, 1))
            .translate((low[0] - 0.01, 0, 0))
        )
        assert sum((grown ^ rafter).volume() > 1e-4 for rafter in solids["common"]) == 2


@given(roofs(("gable",)))
def test_a_shaped_tail_runs_through_its_corners_and_a_corner_above_the_last_is_refused(roof):
    roof = replace(roof, eaves=replace(roof.eaves, tail=Tail.PROFILE))
    layout = lay_out_roof(roof)
    member = frame_roof(layout).pieces[0].member
    slope, out = layout.sides[0].slope, layout.out - roof.eaves.fascia
    at = [
        member.placement.to_local(slope.at(0.0, -out + inward, slope.height(-out) - down))
        for inward, down in roof.eaves.profile[:2]
    ]
    corners = outline(member)
    for point in at:
        assert min(hypot(point.x - u, point.y - v) for u, v in corners) < 1e-6
    first, second, *rest = roof.eaves.profile
    climbing = (first, (second[0], second[1] - 5.0), *rest)
    with pytest.raises(RoofError, match="roof_profile_up"):
        frame_roof(lay_out_roof(replace(roof, eaves=replace(roof.eaves, profile=climbing))))


@given(roofs(("gable",)))
def test_a_template_repeats_the_patterns_own_notch(roof):
    pieces = {piece.member.id: piece.member for piece in frame_roof(lay_out_roof(roof)).pieces}
    of_pattern, of_template = (
        {mark.id: mark for mark in marks_of(pieces[name])} for name in ("common", "notch_template")
    )
    for line in ("heel", "seat"):
        ends = [mark[line].pieces[0] for mark in (of_pattern, of_template)]
        lengths = [hypot(a[0] - b[0], a[1] - b[1]) for a, b in ends]
        assert lengths[0] == pytest.approx(lengths[1])
        assert of_pattern[line].angle == pytest.approx(of_template[line].angle)


@given(roofs(("gable",)), mm(10, 40))
def test_the_triangle_to_trim_at_a_gable_grows_with_pitch_by_the_fascias_thickness(roof, fascia):
    k = (1 + roof.slope**2) ** 0.5
    barge = Stock(38.0, 140.0)
    eaves = replace(roof.eaves, tail=Tail.PLUMB, fascia=fascia, fascia_depth=140.0 * k, verge=100.0)
    triangle = gable_triangle(lay_out_roof(replace(roof, eaves=eaves, gable=Gable(barge))))
    # As deep as the barge is plumb, the fascia's outer corner is just on its lower edge.
    assert triangle is not None
    assert triangle.plumb == pytest.approx(fascia * roof.slope)
    assert triangle.level == pytest.approx(fascia)
    shallow = replace(eaves, fascia_depth=140.0 * k - fascia * roof.slope - 1)
    assert gable_triangle(lay_out_roof(replace(roof, eaves=shallow, gable=Gable(barge)))) is None


@given(roofs(("gable", "beam")), mm(0, 3000))
def test_a_post_reaches_from_its_foot_to_the_ridge_and_a_pocket_holds_the_beam(roof, foot):
    ridge = replace(roof.ridge, posts=Posts(Stock(89.0, 89.0), foot), pocket=12.0)
    layout = lay_out_roof(replace(roof, ridge=ridge))
    under = ridge_top(layout) - roof.ridge.stock.depth
    if under + foot <= 0:
        with pytest.raises(RoofError, match="roof_posts"):
            frame_roof(layout)
        return
    post = next(piece for piece in frame_roof(layout).pieces if piece.member.id == "ridge_post")
    assert post.member.lengths["overall"] == pytest.approx(under + foot)
    for frame in post.frames:
        assert frame.to_world(Vector(post.member.lengths["overall"], 0, 0)).z == pytest.approx(-foot)
    pocket = beam_pocket(layout)
    assert (pocket is None) == (roof.ridge.kind is not RidgeKind.BEAM)
    if pocket is not None:
        assert pocket.sill == pytest.approx(under)
        assert pocket.width - roof.ridge.stock.thickness == pytest.approx(24)


@given(roofs(("gable",)))
def test_the_notches_offered_are_different_ones_and_the_chosen_one_is_among_them(roof):
    own = size_notch(roof.notch, roof.slope, roof.rafter.depth).depth
    depths = [size_notch(one, roof.slope, roof.rafter.depth).depth for one in notch_choices(roof).values()]
    assert sum(abs(depth - own) < 0.06 for depth in depths) >= 1
    assert len(depths) <= 4
