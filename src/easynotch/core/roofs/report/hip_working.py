"""The roads to a hip's numbers over a square corner: its length, how far it is let down, the ridge between two ends."""

from math import acos, atan, cos, degrees, hypot, pi, sqrt, tan

from ...terms import Angle, Count, Length, Working
from ..model.roof import KeepPlanes
from ..plan.layout import RoofLayout
from ..plan.seam_sections import drop_and_shift, outline_of
from .methods import Roads, line, road


def hip_working(layout: RoofLayout) -> list[Working]:
    """What can be worked out twice about the hips of a rectangle."""
    hip = layout.roof.hip
    assert hip is not None
    made = [Working("hip_theoretical", *_length(layout))]
    if hip.keep_planes is not KeepPlanes.BACK:
        made.append(Working("hip_drop", *_drop(layout)))
    if hip.head == "commons" and not any(edge.gable for edge in layout.roof.plan.edges):
        made.append(Working("ridge_length", *_ridge(layout)))
    return made


def _length(layout: RoofLayout) -> Roads:
    """Run times the length of a hip per unit of run; or the diagonal of the plan and the rise as two sides."""
    run, rise_per_run = layout.sides[0].run, layout.sides[0].slope.rise_per_run
    per = sqrt(2 + rise_per_run * rise_per_run)
    first = road(
        line("hip_per_run", Count(per), slope=Count(rise_per_run)),
        line("hip_length", Length(run * per), run=Length(run), per=Count(per)),
    )
    diagonal, rise = hypot(run, run), run * tan(atan(layout.roof.slope))
    second = road(
        line("hip_diagonal", Length(diagonal), run=Length(run)),
        line("hip_triangle", Length(hypot(diagonal, rise)), diagonal=Length(diagonal), rise=Length(rise)),
    )
    return first, second


def _drop(layout: RoofLayout) -> Roads:
    """Half the hip's thickness times the fall across it; or by the backing, from the angle between the two planes."""
    hip, rise_per_run = layout.roof.hip, layout.sides[0].slope.rise_per_run
    assert hip is not None
    half, corner = hip.stock.thickness / 2, outline_of(layout).hips[0]
    drop, _ = drop_and_shift(layout, corner)
    first = road(
        line("fall_across", Count(rise_per_run / sqrt(2)), slope=Count(rise_per_run)),
        line("hip_drop", Length(drop), half=Length(half), fall=Count(rise_per_run / sqrt(2))),
    )
    backing = acos(corner.first.plane.normal.dot(corner.second.plane.normal)) / 2
    off = half * tan(backing)
    lean = atan(layout.roof.slope / sqrt(2))
    second = road(
        line("backed_off", Length(off), half=Length(half), backing=Angle(degrees(backing))),
        line("hip_drop_plumb", Length(off / cos(lean)), off=Length(off), slope=Angle(lean * 180 / pi)),
    )
    return first, second


def _ridge(layout: RoofLayout) -> Roads:
    """The plan less both runs and a common's thickness more; or from king to king over their outer faces."""
    plan, run, thick = layout.roof.plan, layout.sides[0].run, layout.roof.rafter.thickness
    # It runs along the longer side.
    long = max(plan.length, plan.width)
    whole = long + 2 * plan.sheathing
    first = road(
        line("hip_ridge", Length(whole - 2 * run + thick), length=Length(whole), run=Length(run), thick=Length(thick))
    )
    near, far = run - plan.sheathing - thick / 2, long - (run - plan.sheathing) + thick / 2
    second = road(line("hip_ridge_kings", Length(far - near), far=Length(far), near=Length(near)))
    return first, second
