"""Hips and ridges of an outline as members: their ends as they were arranged in plan, their seats, tails and tops."""

from math import hypot

from shapely import Polygon

from ...solid import CutPlane, Frame, Hand, Member, Plane, PlaneRow, Removal, Theory, Vector, removal
from ..model.roof import KeepPlanes, RidgeTop
from ..plan.arrangement import HipOrRidgePlan, ends_of
from ..plan.hip_heads import head_places, heads_of
from ..plan.layout import RoofLayout
from ..plan.seam_sections import drop_and_shift, is_wing_ridge, keep_method, outline_of, stock_of
from ..plan.seams import Region, Seam, SeamKind
from ..planes.planes import UP, Slope
from .bearings import over_bearings
from .rafter import along_centre, long_point, tail_rows
from .valleys import stick_frame, valley_member

DOWN = Vector(0.0, 0.0, -1.0)
ON_LINE = 1e-3
"""mm: a hip that starts farther from a wall's bearing line starts over another wall."""
COVERS = 1.0
"""mm²: a stick that covers less of a slope in plan stays out of it."""
PROUD = 1e-6
"""mm: what stands less above a roof plane does not."""


def hip_or_ridge_member(layout: RoofLayout, plan: HipOrRidgePlan) -> Member:
    """A hip, a valley or a ridge of an outline."""
    if plan.seam.kind is SeamKind.RIDGE:
        return _ridge(layout, plan)
    return over_bearings(
        layout, valley_member(layout, plan) if plan.seam.kind is SeamKind.VALLEY else _hip(layout, plan)
    )


def _ends(plan: HipOrRidgePlan, frame: Frame, kind: str) -> list[Removal]:
    return [removal(frame, (name, kind, side.at, side.normal)) for name, side in ends_of(plan, kind)]


def _clips(layout: RoofLayout, plan: HipOrRidgePlan, frame: Frame) -> list[Removal]:
    """Where a stick runs on past its node, its top is cut off in the planes of the slopes it comes into."""
    rise_per_run, made = plan.seam.rise_per_run, []
    tops = [
        point + UP * (frame.origin.z + rise_per_run * (point - frame.origin).dot(plan.seam.direction))
        for point in plan.footprint.corners
    ]
    roof, heads = outline_of(layout), heads_of(layout.roof)
    if heads is not None and not heads.on_ridge and head_places(layout):
        # It ends between the king commons, whose tops are planed with its own.
        return []
    middle = (plan.seam.low + plan.seam.high) * 0.5
    for region in roof.regions:
        slope = region.slope
        if slope in (plan.seam.first, plan.seam.second):
            continue
        # Beyond an inside corner a plane says nothing of this stick: it does where it lies above it, and where it
        # covers some of what the stick does.
        if roof.valleys and (slope.plane.above(middle) > 0 or not _comes_into(plan, region)):
            continue
        if max(slope.plane.above(point) for point in tops) > PROUD:
            made.append(Removal((CutPlane(f"clip_{slope.id}", "clip", frame.plane_to_local(slope.plane)),)))
    return made


def _comes_into(plan: HipOrRidgePlan, region: Region) -> bool:
    """Whether a stick covers some of what a slope does."""
    covers = Polygon([(corner.x, corner.y) for corner in plan.footprint.corners])
    return float(covers.intersection(Polygon(region.corners)).area) > COVERS


def _hip(layout: RoofLayout, plan: HipOrRidgePlan) -> Member:
    """A hip: its head against a post or cut in turn, V over the plates' corner, tail on both fascias."""
    seam = plan.seam
    stock, rise_per_run, frame = stock_of(layout, seam), seam.rise_per_run, stick_frame(layout, plan)
    rows = [*_ends(plan, frame, "head"), *_clips(layout, plan, frame), _notch(layout, seam, frame)]
    for number, slope in enumerate((seam.first, seam.second)):
        suffix = "" if number == 0 else "_side"
        for planes in tail_rows(layout, slope):
            rows.append(
                slope.removal(frame, 0.0, *((f"{name}{suffix}", role, at, out) for name, role, at, out in planes))
            )
    if keep_method(layout, seam) is KeepPlanes.BACK:
        rows += [
            Removal((CutPlane(f"backing{name}", "backing", frame.plane_to_local(slope.plane)),))
            for name, slope in (("", seam.first), ("_side", seam.second))
        ]
    removals = tuple(rows)
    plate = seam.run * hypot(1.0, rise_per_run)
    unit = 1.0 / seam.first.inward.dot(seam.direction)
    heads = [cut.plane for one in removals for cut in one.planes if cut.role == "head"]
    head = max(along_centre(plane) for plane in heads)
    tails = [cut.plane for one in removals for cut in one.planes if cut.role == "tail"]
    foot = min(along_centre(plane) for plane in tails)
    spread = stock.depth * (rise_per_run + 1.0) + stock.thickness * 8 + 10.0
    hand = _hand(layout, heads)
    return Member(
        "hip" if hand is None else f"hip_{hand}", "hip", stock, frame, removals, hand=hand,
        reach=(min(head, 0.0) - spread, max(foot, plate) + spread + 400.0),
        zero=long_point(removals, stock),
        lengths={
            "theoretical": plate, "plan_run": seam.run, "head_to_plate": plate - head, "tail": foot - plate,
            "overall": foot - head,
        },
        theory=Theory(plate, plate + layout.out_of(seam.first) * unit * hypot(1.0, rise_per_run), unit),
    )  # fmt: skip


def _hand(layout: RoofLayout, heads: list[Plane]) -> Hand | None:
    """A single cheek on the ridge makes lefts and rights of hips; told as a jack's: by the side its cheek looks to."""
    if len(heads) > 1 or not head_places(layout):
        return None
    return Hand.LEFT if heads[0].normal.z > 0 else Hand.RIGHT


def _notch(layout: RoofLayout, seam: Seam, frame: Frame) -> Removal:
    """Over the plates' corner: a V, or square where the corner is clipped."""
    corner = seam.corner
    assert corner is not None
    seat: PlaneRow = ("seat", "seat", corner, DOWN)
    walls = [slope for slope in _both(seam) if abs((corner - slope.at(0.0, 0.0, corner.z)).dot(slope.inward)) < ON_LINE]
    if len(walls) == 1:
        # Beside the corner, where plates are raised: it bears on that one wall.
        name = "heel" if walls[0] is seam.first else "heel_side"
        return removal(frame, (name, "heel", corner, walls[0].inward), seat)
    if keep_method(layout, seam) is KeepPlanes.CORNER:
        # As wide as the hip, or as it was cut: both walls run away from the corner by their own angle to it.
        spread = sum(
            abs(UP.cross(seam.direction).dot(slope.along) / seam.direction.dot(slope.along)) for slope in _both(seam)
        )
        assert layout.roof.hip is not None
        clipped = corner + seam.direction * (layout.roof.hip.clipped_face / spread)
        return removal(frame, ("clipped", "heel", clipped, seam.direction), seat)
    if layout.roof.hip is not None and layout.roof.hip.heel == "square":
        return removal(frame, ("square", "heel", corner, seam.direction), seat)
    heels: list[PlaneRow] = [
        ("heel", "heel", corner, seam.first.inward),
        ("heel_side", "heel", corner, seam.second.inward),
    ]
    _, shift = drop_and_shift(layout, seam)
    if shift and min(seam.fall(slope) for slope in _both(seam)) <= 0:
        # Leaning out over a wall's end it stands wholly to one side of the corner: one wall alone stops it.
        off = seam.side(seam.first) * shift
        heels = [min(heels, key=lambda heel: off.dot(heel[3]) / seam.direction.dot(heel[3]))]
    return removal(frame, *heels, seat)


def _both(seam: Seam) -> tuple[Slope, Slope]:
    return seam.first, seam.second


def _ridge(layout: RoofLayout, plan: HipOrRidgePlan) -> Member:
    """A ridge, level or climbing, between what stands at its two ends."""
    seam = plan.seam
    stock, rise_per_run, frame = stock_of(layout, seam), seam.rise_per_run, stick_frame(layout, plan)
    heads, ends = _ends(plan, frame, "head"), _ends(plan, frame, "end")
    removals = (*heads, *ends, *_clips(layout, plan, frame))
    if layout.roof.ridge.top is RidgeTop.BEVELLED:
        removals += tuple(
            Removal((CutPlane(f"bevel_{slope.id}", "bevel", frame.plane_to_local(slope.plane)),))
            for slope in _both(seam)
        )
    starts = max(along_centre(one.planes[0].plane) for one in heads)
    stops = min(along_centre(end.planes[0].plane) for end in ends)
    spread = (stock.depth + 4 * stock.thickness) * (abs(rise_per_run) + 1.0) + 10.0
    role = "wing_ridge" if is_wing_ridge(outline_of(layout), seam) else "ridge"
    return Member(
        role, role, stock, frame, removals, reach=(min(starts, 0.0) - spread, stops + spread),
        zero=long_point(removals, stock), lengths={"overall": stops - starts},
    )  # fmt: skip
