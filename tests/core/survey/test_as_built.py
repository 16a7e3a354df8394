"""If these break, a rafter cut to a surveyed building gapes on its plate, or is not the one its place needs."""

from dataclasses import replace
from itertools import combinations, pairwise
from math import hypot, sqrt

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from easynotch.core.bench import Preferences
from easynotch.core.roofs import (
    AsBuilt,
    Blocking,
    BlockKind,
    Eaves,
    End,
    Hip,
    Keeps,
    Notch,
    NotchRule,
    Plan,
    Ridge,
    RidgeKind,
    Roof,
    RoofError,
    frame_roof,
    lay_out_roof,
)
from easynotch.core.solid import Face, Stock, Vector, as_sawn, dry_fit, group_identical, outline, overlaps
from easynotch.core.survey import AtSide, Datum, Distance, Level, Offset, plate_lines, survey_of
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.roofs import mm

WIDTH, LENGTH, CLOSED, HALF = 6000.0, 9000.0, 1e-3, 0.25
DRAWN = [(0.0, 0.0), (LENGTH, 0.0), (LENGTH, WIDTH), (0.0, WIDTH)]


@st.composite
def crooked(draw):
    """A rectangle's corners up to 40 mm off, levels of corners and of a place, a wall up to 20 mm off its string."""
    off = st.floats(-40, 40)
    true = [(x + draw(off), y + draw(off)) for x, y in DRAWN]
    distances = [
        Distance(k, i, j, hypot(true[i][0] - true[j][0], true[i][1] - true[j][1]), 2.0)
        for k, (i, j) in enumerate(combinations(range(4), 2))
    ]
    up = st.floats(-15, 15)
    levels = [Level(10 + k, k, None, draw(up), 2.0) for k in range(4)]
    levels.append(Level(20, AtSide(0, draw(mm(2000, 7000))), None, draw(up), 2.0))
    offsets = [Offset(30, AtSide(draw(st.sampled_from([0, 2])), draw(mm(2000, 7000))), draw(st.floats(-20, 20)), 2.0)]
    return survey_of(DRAWN, distances, levels, offsets)


@st.composite
def built(draw, keeps=None):
    survey, datum = draw(crooked()), draw(st.sampled_from(Datum))
    lines = plate_lines(survey, datum, WIDTH)
    kept = keeps or draw(st.sampled_from(Keeps))
    roof = Roof(
        "", Plan(lines.length, WIDTH, sheathing=draw(st.sampled_from([0.0, 12.0]))), draw(st.floats(0.3, 0.9)),
        Ridge(RidgeKind.BOARD, Stock(38.0, 300.0)), Stock(38.0, 200.0), 600.0, Notch(NotchRule.FRACTION, 0.25),
        Eaves(400.0, 20.0), as_built=AsBuilt(lines.first, lines.second, kept),
    )  # fmt: skip
    return survey, datum, roof


def sawn(member):
    """What the steps leave of the board is the piece, with what leans by next to nothing sawn square; that is off by
    under half of what counts as square.
    """
    square = as_sawn(member)
    drawn_as_it_is(square, Preferences())
    for face in (Face.NEAR, Face.FAR):
        apart = Polygon(outline(member, face)).hausdorff_distance(Polygon(outline(square, face)))
        assert apart < HALF / min(abs(cut.plane.normal.x) for cut in square.cut_planes)


@settings(max_examples=40)
@given(built())
def test_every_rafter_closes_on_its_own_plate_wall_ridge_and_fascia(made):
    survey, _, roof = made
    framing = frame_roof(lay_out_roof(roof))
    rafters = [piece.member for piece in framing.pieces if piece.member.place is not None]
    assert [one.place for one in rafters] == 2 * list(range(1, len(framing.setting_out.centres) + 1))
    for one in dry_fit(framing.touches, 1.0):
        assert abs(one.exact.opening) < CLOSED and one.exact.bears > 0.5, one.exact
        assert abs(one.on_tape.opening) <= one.bound + 1e-6, one.on_tape
    assert overlaps([(piece.member, piece.frames) for piece in framing.pieces if piece.frames]) == ()
    for one in rafters[:: max(1, len(rafters) // 4)]:
        sawn(one)
    assert survey.plan.misfit < 1e-6


@settings(max_examples=40)
@given(built(keeps=Keeps.PLANES))
def test_with_the_planes_kept_run_stand_and_tail_are_the_closed_forms(made):
    """``R_i·k`` to the ridge, ``H_i = plane − z_i``, ``(eave line − R_i)·k``, against the plates as they were surveyed."""
    _, _, roof = made
    layout = lay_out_roof(roof)
    side, k = layout.sides[0], sqrt(1.0 + roof.slope**2)
    peak, eave = side.slope.height(side.run), side.run + layout.out
    for piece in frame_roof(layout).pieces:
        member = piece.member
        if member.place is None:
            continue
        x = member.placement.origin.x
        nodes = roof.as_built.first if member.id.startswith("rafter_a") else roof.as_built.second
        (a, b, c), (d, e, f) = next(
            (pair for pair in pairwise(nodes) if pair[0][0] <= x <= pair[1][0]),
            (nodes[0], nodes[1]) if x < nodes[0][0] else (nodes[-2], nodes[-1]),
        )
        share = (x - a) / (d - a)
        slant = hypot(1.0, (e - b) / (d - a))
        run = abs(WIDTH / 2 - (b + (e - b) * share)) + roof.plan.sheathing * slant
        assert member.lengths["plan_run"] == pytest.approx(run)
        assert member.lengths["theoretical"] == pytest.approx(run * k)
        assert member.lengths["stand"] == pytest.approx(peak - roof.slope * run - (c + (f - c) * share))
        assert member.lengths["tail"] == pytest.approx((eave - roof.eaves.fascia - run) * k)


@settings(max_examples=20)
@given(built())
def test_what_is_kept_is_kept(made):
    _, _, roof = made
    layout = lay_out_roof(roof)
    cut = [piece.member for piece in frame_roof(layout).pieces if piece.member.place is not None]
    slopes = [-member.placement.x.z / hypot(member.placement.x.x, member.placement.x.y) for member in cut]
    if roof.as_built.keeps is not Keeps.STAND:
        assert slopes == pytest.approx([roof.slope] * len(cut))
    if roof.as_built.keeps is not Keeps.PLANES:
        assert [member.lengths["stand"] for member in cut] == pytest.approx([layout.notch.hap] * len(cut))
    if roof.as_built.keeps is not Keeps.PITCH:
        # Every rafter's line comes to the ridge as high as it was drawn.
        assert [member.placement.origin.z for member in cut] == pytest.approx([layout.peak] * len(cut))


def test_a_true_survey_gives_the_rafters_that_were_drawn():
    distances = [
        Distance(k, i, j, hypot(DRAWN[i][0] - DRAWN[j][0], DRAWN[i][1] - DRAWN[j][1]), 2.0)
        for k, (i, j) in enumerate(combinations(range(4), 2))
    ]
    lines = plate_lines(survey_of(DRAWN, distances, (), ()), Datum.RIDGE, WIDTH)
    roof = Roof(
        "", Plan(LENGTH, WIDTH), 0.5, Ridge(RidgeKind.BOARD, Stock(38.0, 240.0)), Stock(38.0, 184.0), 600.0,
        Notch(NotchRule.SEAT, 90.0), Eaves(400.0, 20.0),
    )  # fmt: skip
    drawn = next(piece.member for piece in frame_roof(lay_out_roof(roof)).pieces if piece.member.role == "common")
    built = replace(roof, plan=replace(roof.plan, length=lines.length), as_built=AsBuilt(lines.first, lines.second))
    for piece in frame_roof(lay_out_roof(built)).pieces:
        if piece.member.place is not None:
            found = {key: value for key, value in piece.member.lengths.items() if key in drawn.lengths}
            assert found == pytest.approx(dict(drawn.lengths), abs=1e-6)
    hipped = replace(built, plan=replace(built.plan, ends=(End.HIP, End.GABLE)), hip=Hip(Stock(38.0, 235.0)))
    assert all(piece.member.place is None for piece in frame_roof(lay_out_roof(hipped)).pieces)
    with pytest.raises(RoofError, match="survey_here"):
        frame_roof(lay_out_roof(replace(built, ridge=Ridge(RidgeKind.BEAM, Stock(90.0, 240.0)))))


@settings(max_examples=25)
@given(built(), st.sampled_from([0.5, 3.0, 12.0]))
def test_rafters_that_differ_by_little_are_one_pattern_and_open_by_no_more(made, within):
    _, _, roof = made
    alone, shared = (
        frame_roof(lay_out_roof(replace(roof, as_built=replace(roof.as_built, alike=alike)))) for alike in (0.0, within)
    )
    patterns = [
        len(list(group_identical(as_sawn(piece.member) for piece in framing.pieces if piece.member.place is not None)))
        for framing in (alone, shared)
    ]
    assert patterns[1] <= patterns[0]
    for one in dry_fit(shared.touches, 1.0):
        assert abs(one.exact.opening) < within + CLOSED and one.exact.bears > 0.5, one.exact
    for own, cut in zip(alone.pieces, shared.pieces, strict=True):
        if own.member.place is not None:
            assert cut.member.lengths["plan_run"] == pytest.approx(own.member.lengths["plan_run"], abs=within)
            assert cut.member.id == own.member.id and cut.frames != ()


def test_blocks_stand_where_the_wall_does_with_their_tops_in_the_roof():
    nodes = ((0.0, 8.0, 0.0), (4500.0, -20.0, -5.0), (LENGTH, 4.0, 0.0))
    roof = Roof(
        "", Plan(LENGTH, WIDTH), 0.5, Ridge(RidgeKind.BOARD, Stock(38.0, 300.0)), Stock(38.0, 200.0), 600.0,
        Notch(NotchRule.FRACTION, 0.25), Eaves(400.0, 20.0), blocking=Blocking(BlockKind.PLUMB, Stock(38.0, 120.0)),
        as_built=AsBuilt(nodes, ((0.0, WIDTH, 0.0), (LENGTH, WIDTH, 0.0))),
    )  # fmt: skip
    layout = lay_out_roof(roof)
    side, seen = layout.sides[0], 0
    for piece in frame_roof(layout).pieces:
        if piece.member.role != "block":
            continue
        for frame in piece.frames:
            if frame.x.dot(side.slope.along) < 0:
                continue
            middle = frame.to_world(Vector(piece.member.lengths["overall"] / 2, 0.0, 0.0))
            wall = np.interp(middle.x, [one[0] for one in nodes], [one[1] for one in nodes])
            outer = middle.y - 19.0
            assert outer == pytest.approx(wall, abs=1e-6)
            assert middle.z == pytest.approx(side.slope.height(outer + 38.0))
            seen += 1
    assert seen == 15
