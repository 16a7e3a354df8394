"""If these break, a hipped or joined roof over crooked plates gapes on them, or its pieces have no place of their own."""

from dataclasses import replace
from itertools import pairwise
from math import hypot

import numpy as np
import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences
from easynotch.core.roofs import RoofError, as_outline, frame_roof, lay_out_roof
from easynotch.core.solid import as_sawn, dry_fit
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.joined import joined
from tests.roofs import mm, roofs

CLOSED, OFF = 1e-3, st.floats(-12, 12)


@st.composite
def out_of_square(draw):
    """A rectangle hipped at one end or both, its corners up to 20 mm off, its heads of any kind."""
    roof = draw(roofs(("hip",)))
    plan = as_outline(roof.plan)
    corners = tuple((x + draw(st.floats(-20, 20)), y + draw(st.floats(-20, 20))) for x, y in plan.corners)
    head = draw(st.sampled_from(["commons", "ridge_single", "ridge_double", "post", "pairs"]))
    return replace(roof, plan=replace(plan, corners=corners), hip=replace(roof.hip, head=head))


@st.composite
def surveyed(draw):
    """A hipped or joined roof whose walls bow by up to 12 mm and whose plates lie up to 12 mm off, at corners and in
    between.
    """
    roof = draw(joined() | out_of_square())
    corners = roof.plan.corners
    heights = [draw(OFF) for _ in corners]
    edges = []
    for k, (here, there) in enumerate(zip(corners, (*corners[1:], *corners[:1]), strict=True)):
        long = float(np.hypot(there[0] - here[0], there[1] - here[1]))
        middle = draw(mm(0.3, 0.7)) * long
        edges.append(
            ((0.0, 0.0, heights[k]), (middle, draw(OFF), draw(OFF)), (long, 0.0, heights[(k + 1) % len(corners)]))
        )
    return roof, replace(roof, surveyed=tuple(edges))


@settings(max_examples=30)
@given(surveyed())
def test_every_piece_closes_on_its_own_plate_and_wall(made):
    drawn, roof = made
    try:
        layout = lay_out_roof(roof)
        framing, other = frame_roof(layout), frame_roof(lay_out_roof(drawn))
    except RoofError:
        assume(False)
    steepest = max(abs(b[2] - a[2]) / (b[0] - a[0]) for edge in roof.surveyed for a, b in pairwise(edge))
    # What does not close as drawn, for want of room, is told already; it is no worse here.
    bad = {one.exact.id for one in dry_fit(other.touches, 1.0) if abs(one.exact.opening) >= CLOSED}
    assume(not bad)
    for one in dry_fit(framing.touches, 1.0):
        assert abs(one.exact.opening) < CLOSED + one.within, one.exact
        assert one.within <= (roof.plan.plate + 200.0) * steepest * 1.001
    numbered = [piece.member for piece in framing.pieces if "_on_" in piece.member.id]
    for edge in {one.id.rsplit("_", 2)[1] for one in numbered}:
        along = [one.place for one in numbered if one.id.rsplit("_", 2)[1] == edge]
        assert sorted(along) == list(range(1, len(along) + 1))
    assert len({piece.member.id for piece in framing.pieces}) == len(framing.pieces)
    # One that is cut off on its valley beside the notch may keep a splinter beyond it, surveyed or not.
    whole = [one for one in numbered if not any(cut.id.startswith("foot") for cut in one.cut_planes)]
    for one in whole[:: max(1, len(whole) // 3)]:
        drawn_as_it_is(as_sawn(one), Preferences())


@settings(max_examples=30)
@given(surveyed())
def test_the_stand_of_every_rafter_is_the_closed_form(made):
    """``H_i = plane − z_i``, where the wall stands: out of its string the plane lies lower by the pitch."""
    _, roof = made
    try:
        layout = lay_out_roof(roof)
        framing = frame_roof(layout)
    except RoofError:
        assume(False)
    for piece in framing.pieces:
        member = piece.member
        if "stand" not in member.lengths:
            continue
        number = int(member.id.rsplit("_", 2)[1]) - 1
        edge, corner, at = roof.surveyed[number], roof.plan.corners[number], member.placement.origin
        pitch = -member.placement.x.z / hypot(member.placement.x.x, member.placement.x.y)
        # Walls in one line are apart by where they stand.
        slopes = [one.slope for one in layout.sides if abs(one.slope.inward.dot(member.placement.z)) < 1e-9
                  and abs(one.slope.inward_of(corner)) <= roof.plan.sheathing + 1.0
                  and abs(one.slope.rise_per_run - pitch) < 1e-9 and member.placement.x.dot(one.slope.inward) < 0
                  and one.slope.station_of(corner) < one.slope.station_of((at.x, at.y)) + 500.0]  # fmt: skip
        stands = []
        for slope in slopes:
            along = slope.station_of((at.x, at.y)) - slope.station_of(corner)
            out, height = (np.interp(along, [node[0] for node in edge], [node[k] for node in edge]) for k in (1, 2))
            stands.append(float(slope.hap - slope.rise_per_run * out - height))
            if not edge[0][0] <= along <= edge[-1][0]:
                # Beside the wall's end it stands on the wall carried on.
                stands.append(member.lengths["stand"])
        assert any(stand == pytest.approx(member.lengths["stand"], abs=1e-6) for stand in stands)
