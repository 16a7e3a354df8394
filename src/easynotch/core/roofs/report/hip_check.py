"""Checking a hip on site before it is cut: two points to measure between, the figure to expect, what it tells."""

from dataclasses import dataclass
from math import hypot

from ...solid import Member, Vector
from ..framing.pieces import Framing
from ..plan.layout import RoofLayout
from ..plan.seam_sections import stock_of
from ..plan.seams import Seam, SeamKind
from ..planes.planes import Slope

AT_RIDGE = 1.0
"""mm: a head that comes nearer to a ridge's line in plan stands at it."""


ALONG = 0.05
"""Of a direction: a valley with less of it across a ridge meets it too far away to measure from."""


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
    """Where a jack stands at a corner: its piece; along the plate from the corner to its centre (at a valley along the
    ridge, from where the valley's centre line meets it; None for one whose head is at no ridge); and along the hip's or
    valley's top edge, from its plumb line over the plate to where the jack's centre line meets its side, mm.
    """

    piece: str
    slope: Slope
    on_plate: float | None
    on_hip: float


def jack_marks(layout: RoofLayout, framing: Framing, seam: Seam) -> list[JackMark]:
    """The setting-out of a corner's jacks on plate and hip, or on ridge and valley, each side from the corner up."""
    assert seam.corner is not None
    per_run, half = hypot(1.0, seam.rise_per_run), stock_of(layout, seam).thickness / 2
    roles, climbs = (("jack",), 1.0) if seam.kind is SeamKind.HIP else (("valley_jack", "hip_valley_jack"), -1.0)
    found = []
    for slope in (seam.first, seam.second):
        # A valley's jacks stand over the eave drawn on past the corner.
        along = slope.along * (climbs if slope is seam.first else -climbs)
        cos_alpha, sin_alpha = seam.direction.dot(along), seam.direction.dot(slope.inward)
        for piece in framing.pieces:
            if piece.member.role not in roles or sin_alpha <= 0 or cos_alpha <= 0:
                continue
            for frame in piece.frames:
                if abs(frame.z.cross(along).length) > 1e-6 or frame.x.dot(slope.inward) > 0:
                    continue
                # A hip's jack ends on it at its head, a valley's at its foot.
                reach = Vector(frame.origin.x, frame.origin.y, 0.0) - Vector(seam.corner.x, seam.corner.y, 0.0)
                at = reach.dot(along)
                inward, seen = reach.dot(slope.inward), at * sin_alpha / cos_alpha
                on_it = abs(inward - seen) < 1e-3 if climbs > 0 else _lands_on(piece.member, inward, seen)
                if at <= 0 or not on_it or (climbs > 0 and at > seam.run):
                    continue
                on_seam = (at - half * sin_alpha * climbs) / cos_alpha * per_run
                on_plate = at if climbs > 0 else _along_ridge(layout, seam, frame.origin)
                found.append(JackMark(piece.member.id, slope, on_plate, on_seam))
    return sorted(found, key=lambda mark: (mark.slope is seam.second, mark.on_hip))


def _along_ridge(layout: RoofLayout, valley: Seam, head: Vector) -> float | None:
    """Along the ridge a rafter's head comes to, from where a valley's line meets it, mm; None where there is no ridge,
    as at a hip-valley jack's head.
    """
    assert layout.outline is not None
    for ridge in layout.outline.ridges:
        off, across = head - ridge.low, ridge.side(ridge.first)
        if abs(off.dot(across)) < AT_RIDGE and -AT_RIDGE < off.dot(ridge.direction) < ridge.run + AT_RIDGE:
            lead = valley.direction.dot(across)
            if abs(lead) < ALONG:
                return None
            meets = valley.low + valley.direction * ((ridge.low - valley.low).dot(across) / lead)
            return abs((head - meets).dot(ridge.direction)) * hypot(1.0, ridge.rise_per_run)
    return None


def _lands_on(jack: Member, inward: float, seen: float) -> bool:
    """Whether a valley jack's theoretical length brings it from its head down to the valley's centre line."""
    return abs(inward - jack.lengths["plan_run"] - seen) < 1.0
