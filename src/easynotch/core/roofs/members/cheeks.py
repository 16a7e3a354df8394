"""The planes at the hips' heads on a rectangle: the hips' own cheeks, the end common's, and the ridge's end."""

from ...solid import CutPlane, Frame, PlaneRow, Removal, Vector
from ..plan.hip_heads import heads_of, on_ridge
from ..plan.layout import RoofLayout, RoofSide


def hip_cheeks(layout: RoofLayout, side: RoofSide, end: RoofSide, at: Vector) -> list[PlaneRow]:
    """A hip's cheeks, the nose of both on its centre line: ``head`` faces up the end's run, ``head_side`` the side's;
    a single cheek lies on the ridge.

    Args:
        layout: the roof.
        side: the long side.
        end: the hipped end.
        at: the corner of the bearing lines.
    """
    heads = heads_of(layout.roof)
    up, across = side.slope.inward, end.slope.inward
    if heads.end_nose is None:
        return [("head", "head", at + up * (side.run - heads.side_nose), up)]
    return [
        ("head", "head", at + across * (side.run - heads.end_nose), across),
        ("head_side", "head", at + up * (side.run - heads.side_nose), up),
    ]


def end_common_cheeks(layout: RoofLayout, end: RoofSide) -> list[PlaneRow]:
    """Where hips on the ridge come nearer than the end common is thick, its head is cheeked to both; else none."""
    roof = layout.roof
    if roof.hip is None or not on_ridge(roof) or roof.rafter.thickness <= roof.ridge.stock.thickness:
        return []
    slope = end.slope
    point = slope.at(slope.length / 2, end.run, 0.0)
    rows: list[PlaneRow] = []
    for name, sign in (("head_left", -1.0), ("head_right", 1.0)):
        direction = (slope.inward + slope.along * sign).unit()
        rows.append((name, "head", point - direction * (roof.hip.stock.thickness / 2), direction))
    return rows


def ridge_clips(layout: RoofLayout, frame: Frame) -> tuple[Removal, ...]:
    """Where the ridge runs on past its hips, its top is cut off in the ends' planes."""
    if not on_ridge(layout.roof):
        return ()
    return tuple(
        Removal((CutPlane(f"clip_{end.slope.id}", "clip", frame.plane_to_local(end.slope.plane)),))
        for end in layout.ends
        if end is not None
    )
