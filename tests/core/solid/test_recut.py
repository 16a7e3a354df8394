"""If these break, a rafter that only wants a saw's width off its head is thrown away, or a short one is nailed in."""

from dataclasses import replace

from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError, frame_roof, lay_out_roof
from easynotch.core.solid import Outcome, recut_to
from tests.roofs import roofs


def rafters(roof):
    try:
        return {piece.member.id: piece.member for piece in frame_roof(lay_out_roof(roof)).pieces}
    except RoofError:
        return {}


@given(roofs(), st.floats(-60, 60), st.sampled_from(["width", "overhang", "nothing"]))
@settings(suppress_health_check=[HealthCheck.too_slow], max_examples=60)
def test_what_becomes_of_a_rafter_whose_building_is_wider_or_narrower(roof, by, what):
    assume(abs(by) > 1.0 and roof.eaves.overhang + by > 60 and not roof.pairs)
    changed = {
        "width": replace(roof, plan=replace(roof.plan, width=roof.plan.width + by)),
        "overhang": replace(roof, eaves=replace(roof.eaves, overhang=roof.eaves.overhang + by)),
        "nothing": replace(roof, name="the same"),
    }[what]
    old, new = rafters(roof), rafters(changed)
    common = next((name for name, one in old.items() if one.role == "common" and name in new), None)
    assume(common is not None)
    before, after = old[common], new[common]
    found = recut_to(before, after)
    longer = after.lengths["overall"] - before.lengths["overall"]
    if what == "nothing":
        assert found.outcome is Outcome.FITS
        return
    assume(abs(longer) > 0.5)
    if longer > 0:
        # There is no wood where the longer one wants it.
        assert found.outcome is Outcome.SHORT
        if found.longer is not None:
            assert abs(found.longer - longer) < 1e-6
        return
    angles = [cut.plane.normal for cut in after.cut_planes]
    same = len(angles) == len(before.cut_planes) and all(
        (one.plane.normal - other).length < 1e-9 for one, other in zip(before.cut_planes, angles, strict=True)
    )
    notches = sum(cut.role == "seat" for cut in before.cut_planes)
    # Of two notches, one would want wood where the other was cut.
    if (
        same
        and notches == 1
        and all(before.lengths[key] - after.lengths[key] > -1e-6 for key in ("head_to_plate", "tail"))
    ):
        # Only its one end is too long: that much comes off there, and nothing else.
        assert found.outcome is Outcome.RECUT
        ends = [one for one in found.moved if one.by is not None]
        assert abs(max(one.by for one in ends) + longer) < 1e-3
        at_head = {one.cut.plane.normal.x < 0 for one in ends if one.cut.role not in ("seat", "heel")}
        assert at_head == {what == "width"}


@given(roofs())
@settings(max_examples=10)
def test_a_piece_of_another_section_is_another_piece(roof):
    pieces = rafters(roof)
    assume(pieces)
    one = next(iter(pieces.values()))
    thicker = replace(one, stock=replace(one.stock, thickness=one.stock.thickness + 5))
    assert recut_to(one, thicker).outcome is Outcome.SHORT
