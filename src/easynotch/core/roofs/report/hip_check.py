"""Checking a hip on site before it is cut: two points to measure between, the figure to expect, what it tells."""

from dataclasses import dataclass
from math import hypot

from ...solid import Member, Vector
from ..framing.pieces import Framing
from ..model.roof import KeepPlanes
from ..plan.layout import RoofLayout
from ..plan.seams import Seam
from ..planes.planes import Slope


@dataclass(frozen=True, slots=True)
class HipCheck:
    """From the shoulder at the top, where the hip's nose goes, in the roof planes, to the plates' outside corner (or
    the middle of its clipped face): the straight distance, how far it is level, how far plumb, mm.

    ``gain`` is how much the hip's length along its top edge changes for a difference of one, when the level distance
    is what differs; ``plumb_gain`` the same when it is the height.
    """

    distance: float
    level: float
    plumb: float
    clipped: bool
    gain: float
    plumb_gain: float


def hip_check(layout: RoofLayout, hip: Member, seam: Seam) -> HipCheck:
    """What to expect between a hip's two points."""
    per_run = hypot(1.0, seam.rise_per_run)
    level = hip.lengths["head_to_plate"] / per_run
    plumb = layout.notch.hap + seam.rise_per_run * level
    clipped = layout.roof.hip is not None and layout.roof.hip.keep_planes is KeepPlanes.CORNER
    if layout.outline is not None:
        clipped = any(cut.id == "clipped" for cut in hip.cut_planes)
    if clipped and layout.roof.hip is not None:
        level -= layout.roof.hip.clipped_face / _spread(seam)
    distance = hypot(level, plumb)
    return HipCheck(
        distance,
        level,
        plumb,
        clipped,
        gain=per_run * distance / level,
        plumb_gain=distance / plumb * seam.rise_per_run / per_run,
    )


def _spread(seam: Seam) -> float:
    """How wide a clipped corner is for each mm the clip lies in from the corner."""
    across = Vector(-seam.direction.y, seam.direction.x, 0.0)
    return sum(abs(across.dot(slope.along) / seam.direction.dot(slope.along)) for slope in (seam.first, seam.second))


@dataclass(frozen=True, slots=True)
class JackMark:
    """Where a jack stands at a corner: its piece, along the plate from the corner to its centre, and along the hip's
    top edge from the plumb line over the corner to where its centre line meets the hip's side, mm.
    """

    piece: str
    slope: Slope
    on_plate: float
    on_hip: float


def jack_marks(layout: RoofLayout, framing: Framing, seam: Seam) -> list[JackMark]:
    """The setting-out of a corner's jacks on plate and hip, each side from the corner up."""
    hip = layout.roof.hip
    assert hip is not None and seam.corner is not None
    per_run, found = hypot(1.0, seam.rise_per_run), []
    for slope in (seam.first, seam.second):
        along = slope.along if slope is seam.first else -slope.along
        cos_alpha, sin_alpha = seam.direction.dot(along), seam.direction.dot(slope.inward)
        for piece in framing.pieces:
            if piece.member.role != "jack" or sin_alpha <= 0 or cos_alpha <= 0:
                continue
            for frame in piece.frames:
                if abs(frame.z.cross(along).length) > 1e-6 or frame.x.dot(slope.inward) > 0:
                    continue
                reach = Vector(frame.origin.x, frame.origin.y, 0.0) - seam.corner
                at = reach.dot(along)
                if at <= 0 or abs(reach.dot(slope.inward) - at * sin_alpha / cos_alpha) > 1e-3 or at > seam.run:
                    continue
                on_hip = (at - hip.stock.thickness / 2 * sin_alpha) / cos_alpha * per_run
                found.append(JackMark(piece.member.id, slope, at, on_hip))
    return sorted(found, key=lambda mark: (mark.slope is seam.second, mark.on_plate))
