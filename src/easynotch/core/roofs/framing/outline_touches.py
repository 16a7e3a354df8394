"""What should touch what in a roof over an outline."""

from collections.abc import Iterator, Sequence
from itertools import pairwise

from ...solid import Face, MateFace, Member, Touch, Vector, face_polygon, member_face, sawn_face
from ..members.mating_faces import plate_top, plates_under, wall_face
from ..members.outline_rafters import Standing
from ..members.rafter import along_centre
from ..plan.head_order import HipOrRidgePlan, cut_names, ends_of
from ..plan.layout import RoofLayout, RoofSide
from ..plan.outline import Seam
from ..planes.footprint import NEAR, Footprint, FootprintSide, contact_share
from ..planes.planes import Slope
from .pieces import near_face_is_inner

BEARS = 0.5
"""Of a cheek's width in plan: one that is backed less bears on its neighbour, if there is one that is backed better."""
SMALLEST = 1.0
"""mm²: a smaller sawn face is none."""


class MatingFaces:
    """What pieces lean on, by the names their footprints have."""

    def __init__(
        self, hip_and_ridge_members: list[tuple[HipOrRidgePlan, Member]], posts: list[tuple[Footprint, Member]]
    ) -> None:
        self._members = {plan.name: member for plan, member in hip_and_ridge_members}
        self._members |= {footprint.sides[0].owner: member for footprint, member in posts}
        self._prints = {plan.name: plan.footprint for plan, _ in hip_and_ridge_members} | {
            one.sides[0].owner: one for one, _ in posts
        }
        self._names = {plan.name: cut_names(plan) for plan, _ in hip_and_ridge_members}

    def face(self, side: FootprintSide) -> MateFace:
        """The face of a member behind the side of its footprint."""
        member = self._members[side.owner]
        if side.face in ("left", "right"):
            return member_face(member, Face.FAR if member.placement.z.dot(side.normal) > 0 else Face.NEAR)
        return sawn_face(member, self._names.get(side.owner, {}).get(side.face, side.face))

    def bearing(
        self, name: str, member: Member, piece: Footprint, cheeks: Sequence[tuple[str, FootprintSide]]
    ) -> Iterator[Touch]:
        """A piece's cheeks at one end against their mates: those that are backed well, else the one backed best."""
        rows = [
            (contact_share(piece, piece.sides.index(side), self._prints[side.against.owner]), cut_id, side.against)
            for cut_id, side in cheeks
            if side.against is not None and side.against.face != "strip_start" and _real(member, cut_id)
        ]
        best = max((share for share, _, _ in rows), default=0.0)
        for share, cut_id, against in rows:
            if share > NEAR and share >= min(BEARS, best):
                yield Touch(f"{name}.{cut_id}", member, cut_id, self.face(against))


def _real(member: Member, cut_id: str) -> bool:
    corners = face_polygon(member, cut_id)
    if len(corners) < 3:
        return False
    total = Vector(0.0, 0.0, 0.0)
    for a, b in pairwise(corners[1:]):
        total = total + (a - corners[0]).cross(b - corners[0])
    return total.length / 2 > SMALLEST


def stick_touches(
    layout: RoofLayout,
    hip_and_ridge_members: list[tuple[HipOrRidgePlan, Member]],
    mates: MatingFaces,
    fascias: list[tuple[RoofSide, Member]],
) -> Iterator[Touch]:
    """Sticks against posts and one another, hips over their plates and on their fascias."""
    by_slope = {side.slope.id: fascia for side, fascia in fascias}
    counts = {True: 0, False: 0}
    for plan, stick in hip_and_ridge_members:
        hip = plan.seam.corner is not None
        counts[hip] += 1
        name = f"{'hip' if hip else 'ridge'}_{counts[hip]}"
        for kind in ("head",) if hip else ("head", "end"):
            yield from mates.bearing(name, stick, plan.footprint, ends_of(plan, kind))
        if hip:
            yield from _under_hip(layout, name, stick, plan.seam, by_slope)


def _under_hip(layout: RoofLayout, name: str, hip: Member, seam: Seam, by_slope: dict[str, Member]) -> Iterator[Touch]:
    cuts = {cut.id: hip.placement.plane_to_world(cut.plane) for cut in hip.cut_planes}
    if "seat" in cuts and _real(hip, "seat"):
        level = cuts["seat"].offset / cuts["seat"].normal.z
        under = [RoofSide(slope, 0.0) for slope in (seam.first, seam.second) if abs(slope.plate - level) < 1e-3]
        if under:
            yield Touch(f"{name}.seat", hip, "seat", plates_under(layout, under))
    for cut_id, slope in (("heel", seam.first), ("heel_side", seam.second)):
        if cut_id in cuts and _real(hip, cut_id):
            yield Touch(f"{name}.{cut_id}", hip, cut_id, wall_face(layout, RoofSide(slope, 0.0), 0.0, slope.plate))
    for cut_id, slope in _tails(hip, seam):
        if slope.id in by_slope:
            fascia = by_slope[slope.id]
            side = Face.NEAR if near_face_is_inner(fascia, RoofSide(slope, 0.0)) else Face.FAR
            yield Touch(f"{name}.{cut_id}", hip, cut_id, member_face(fascia, side))


def _tails(hip: Member, seam: Seam) -> list[tuple[str, Slope]]:
    """The fascias a hip's tail lies on: both, where they meet under it; else the nearer one."""
    planes = {cut.id: cut.plane for cut in hip.cut_planes if cut.role == "tail"}
    ends = {cut_id: along_centre(planes[cut_id]) for cut_id in ("tail", "tail_side")}
    rows = [("tail", seam.first), ("tail_side", seam.second)]
    nearest = min(ends.values())
    return [row for row in rows if ends[row[0]] < nearest + 1.0 and _real(hip, row[0])]


def rafter_touches(
    layout: RoofLayout, standing: list[tuple[str, Standing]], mates: MatingFaces, fascias: list[tuple[RoofSide, Member]]
) -> Iterator[Touch]:
    """Every distinct rafter once, by its piece's name: on its plate, on its fascia, at its cheeks."""
    by_slope = {roof_side.slope.id: fascia for roof_side, fascia in fascias}
    for name, one in standing:
        member, roof_side = one.member, one.side
        cuts = {cut.id for cut in member.cut_planes}
        if "seat" in cuts:
            yield Touch(f"{name}.seat", member, "seat", plate_top(layout, roof_side))
            yield Touch(f"{name}.heel", member, "heel", wall_face(layout, roof_side, 0.0, roof_side.slope.plate))
        if "tail" in cuts and roof_side.slope.id in by_slope and _real(member, "tail"):
            fascia = by_slope[roof_side.slope.id]
            side = Face.NEAR if near_face_is_inner(fascia, roof_side) else Face.FAR
            yield Touch(f"{name}.tail", member, "tail", member_face(fascia, side))
        for kind in ("head", "foot"):
            cheeks = [row for row in one.cheeks if row[0].split("_")[0] == kind]
            yield from mates.bearing(name, member, one.footprint, cheeks)
