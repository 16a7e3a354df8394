"""If this breaks, a hip or ridge is sawn off by a slope that is nowhere near, and what should hang on it hangs in the air."""

from hypothesis import given, settings

from easynotch.core.roofs import SeamKind, lay_out_roof
from easynotch.core.roofs.members.hip_and_ridge_members import hip_or_ridge_member
from easynotch.core.roofs.plan.head_order import arrange
from tests.joined import joined

STEPS = 20


@settings(max_examples=60)
@given(joined())
def test_no_slope_cuts_a_hip_or_ridge_below_its_own_line_in_the_roof(roof):
    layout = lay_out_roof(roof)
    for plan in arrange(layout).hip_and_ridge_members:
        if plan.seam.kind is SeamKind.VALLEY:
            continue
        member, seam = hip_or_ridge_member(layout, plan), plan.seam
        for cut in member.cut_planes:
            if cut.role != "clip":
                continue
            plane = member.placement.plane_to_world(cut.plane)
            for step in range(STEPS + 1):
                at = seam.low + (seam.high - seam.low) * (step / STEPS)
                assert plane.above(at) < 1e-3, (member.id, cut.id, step)
