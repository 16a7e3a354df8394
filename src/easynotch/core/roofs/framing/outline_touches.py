"""What should touch what in a roof over an outline."""

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import pairwise

from ...solid import (
    Face,
    MateFace,
    Member,
    Plane,
    Touch,
    Vector,
    close,
    face_polygon,
    member_face,
    sawn_face,
    together,
)
from ..members.bearings import bearing_faces, post_faces
from ..members.mating_faces import faces_in, plate_top, plates_under, wall_face
from ..members.outline_rafters import Standing
from ..members.purlins import PlacedPurlin, over_purlins, purlin_mates
from ..members.rafter import along_centre
from ..model.joined import Bearing
from ..plan.arrangement import HipOrRidgePlan, cut_names, ends_of
from ..plan.headers import HeaderPlan, mouths_of
from ..plan.layout import RoofLayout, RoofSide
from ..plan.seams import Seam, SeamKind
from ..planes.footprint import NEAR, Footprint, FootprintSide, contact_share
from ..planes.planes import Slope
from .identical_pieces import group_identical, names_of, signature
from .pieces import Piece, near_face_is_inner
from .surveyed_plates import SEATS, SurveyedPlates

AT_PLATE = 1e-3
"""mm: what lies farther from a plate's level lies on another."""
BEARS = 0.5
"""Of a cheek's width in plan: one that is backed less bears on its neighbour, if there is one that is backed better."""
SMALLEST = 1.0
"""mm²: a smaller sawn face is none."""


class MatingFaces:
    """What pieces lean on, by the names their footprints have."""

    def __init__(
        self,
        hip_and_ridge_members: list[tuple[HipOrRidgePlan, Member]],
        posts: list[tuple[Footprint, Member]],
        beside: list[tuple[Footprint, Member]],
    ) -> None:
        # Kings and end commons beside hips, and the ridge between them: several of their faces make one plane.
        self._beside = [member for _, member in beside]
        if beside:
            self._beside += [member for plan, member in hip_and_ridge_members if plan.seam.kind is SeamKind.RIDGE]
        self._members = {plan.name: member for plan, member in hip_and_ridge_members}
        self._members |= {footprint.sides[0].owner: member for footprint, member in (*posts, *beside)}
        self._prints = {plan.name: plan.footprint for plan, _ in hip_and_ridge_members} | {
            print_.sides[0].owner: print_ for print_, _ in (*posts, *beside)
        }
        self._names = {plan.name: cut_names(plan) for plan, _ in hip_and_ridge_members}

    def face(self, side: FootprintSide) -> MateFace:
        """The face of a member behind the side of its footprint."""
        member = self._members[side.owner]
        if side.face in ("left", "right"):
            return member_face(member, Face.FAR if member.placement.z.dot(side.normal) > 0 else Face.NEAR)
        return sawn_face(member, self._names.get(side.owner, {}).get(side.face, side.face))

    def _mate(self, member: Member, cut_id: str, side: FootprintSide) -> MateFace:
        """What a cut leans on: the face behind a footprint's side, with all beside hips that make one plane with it."""
        if self._members[side.owner] in self._beside:
            plane = member.placement.plane_to_world(next(cut.plane for cut in member.cut_planes if cut.id == cut_id))
            standing = [one for one in self._beside if one.placement != member.placement]
            made = faces_in(Plane(plane.normal * -1.0, -plane.offset), standing)
            if made is not None:
                return made
        return self.face(side)

    def bearing(
        self, name: str, member: Member, piece: Footprint, cheeks: Sequence[tuple[str, FootprintSide]]
    ) -> Iterator[Touch]:
        """A piece's cheeks at one end against their mates: those that are backed well, else the one backed best; in
        plan, and where there are several on the faces as they are sawn.
        """
        rows = [
            (contact_share(piece, piece.sides.index(side), self._prints[side.against.owner]), cut_id, side.against)
            for cut_id, side in cheeks
            if side.against is not None and side.against.face != "strip_start" and _real(member, cut_id)
        ]
        best = max((share for share, _, _ in rows), default=0.0)
        found = [
            Touch(f"{name}.{cut_id}", member, cut_id, self._mate(member, cut_id, against))
            for share, cut_id, against in rows
            if share > NEAR and share >= min(BEARS, best)
        ]
        if len(found) < 2:
            yield from found
            return
        # A mate's side may be sawn away where its plan still runs on.
        bears = [close(touch).bears for touch in found]
        yield from (touch for touch, share in zip(found, bears, strict=True) if share >= min(BEARS, max(bears)))


def _real(member: Member, cut_id: str) -> bool:
    return _area(member, cut_id) > SMALLEST


def _area(member: Member, cut_id: str) -> float:
    """Of a sawn face, mm²."""
    corners = face_polygon(member, cut_id)
    if len(corners) < 3:
        return 0.0
    total = Vector(0.0, 0.0, 0.0)
    for a, b in pairwise(corners[1:]):
        total = total + (a - corners[0]).cross(b - corners[0])
    return total.length / 2


def stick_touches(
    layout: RoofLayout,
    hip_and_ridge_members: list[tuple[HipOrRidgePlan, Member]],
    mating: tuple[MatingFaces, SurveyedPlates | None],
    fascias: list[tuple[RoofSide, Member]],
) -> Iterator[Touch]:
    """Sticks against posts and one another, hips over their plates and on their fascias."""
    mates, plates = mating
    counts = dict.fromkeys(SeamKind, 0)
    # In a plain rectangle what is sawn alike stands alike: each distinct piece once, by its own name.
    named = _names(hip_and_ridge_members) if layout.roof.plan.plain and plates is None else None
    for plan, stick in hip_and_ridge_members:
        seam = plan.seam
        counts[seam.kind] += 1
        name = f"{seam.kind}_{counts[seam.kind]}" if stick.place is None else stick.id
        if named is not None:
            known = named.pop(signature(stick), None)
            if known is None:
                continue
            name = known
        for kind in ("head",) if seam.corner is not None else ("head", "end"):
            yield from mates.bearing(name, stick, plan.footprint, ends_of(plan, kind))
        if seam.kind is not SeamKind.RIDGE:
            yield from _over_bearings(layout, name, stick)
        if seam.corner is not None:
            beside = {slope: _fascia_at(fascias, slope, seam.corner) for slope in (seam.first, seam.second)}
            if plates is not None:
                # Sawn level: plates that fall or rise from the corner leave so much over the stick's width.
                _, tops, falls = plates.corner(seam)
                yield from (
                    Touch(f"{name}.{cut.id}", stick, cut.id, tops, falls)
                    for cut in stick.cut_planes if cut.id in SEATS and _real(stick, cut.id)
                )  # fmt: skip
            if seam.kind is SeamKind.VALLEY:
                yield from _under_valley(layout, name, stick, seam, beside, seats=plates is None)
            else:
                yield from _under_hip(layout, name, stick, seam, beside, seats=plates is None)


def _names(sticks: list[tuple[HipOrRidgePlan, Member]]) -> dict[tuple[object, ...], str]:
    """What hips, valleys and ridges are called as pieces, by what those share that are sawn alike."""
    kinds = [[stick for plan, stick in sticks if plan.seam.kind is kind] for kind in SeamKind]
    return {key: name for alike in kinds for key, name in names_of(group_identical(alike)).items()}


def _fascia_at(fascias: list[tuple[RoofSide, Member]], slope: Slope, at: Vector) -> Member | None:
    """The fascia along a slope's eave that comes nearest to a point: beside a wing there are two."""
    found = [fascia for side, fascia in fascias if side.slope == slope]

    def off(fascia: Member) -> float:
        along = (at - fascia.placement.origin).dot(fascia.placement.x)
        return max(-along, along - fascia.lengths["overall"], 0.0)

    return min(found, key=off, default=None)


def _past(fascia: Member, rafter: Member) -> bool:
    """Whether a rafter stands past a fascia's end, beside a wing that is laid on: its tail ends free there."""
    ends = sorted(plane.offset / plane.normal.x for plane in (cut.plane for cut in fascia.cut_planes))
    at = (rafter.placement.origin - fascia.placement.origin).dot(fascia.placement.x)
    half = rafter.stock.thickness / 2
    return at < ends[0] + half or at > ends[-1] - half


def _under_valley(
    layout: RoofLayout, name: str, valley: Member, seam: Seam, fascias: dict[Slope, Member | None], *, seats: bool
) -> Iterator[Touch]:
    """A valley over both plates of an inside corner, at both walls, and between both fascias."""
    cuts = {cut.id for cut in valley.cut_planes}
    # Where it misses the fascias' corner it lies on one of them; what is left of the other end bears nothing.
    widest = max((_area(valley, name) for name in ("tail", "tail_side") if name in cuts), default=0.0)
    for suffix, slope in (("", seam.first), ("_side", seam.second)):
        side = RoofSide(slope, 0.0)
        if seats and f"seat{suffix}" in cuts and _real(valley, f"seat{suffix}"):
            yield Touch(f"{name}.seat{suffix}", valley, f"seat{suffix}", plates_under(layout, _at_corner(layout, seam)))
        if f"heel{suffix}" in cuts and _real(valley, f"heel{suffix}"):
            yield Touch(f"{name}.heel{suffix}", valley, f"heel{suffix}", wall_face(layout, side, 0.0, slope.plate))
        fascia = fascias[slope]
        if f"tail{suffix}" in cuts and fascia is not None and _area(valley, f"tail{suffix}") > BEARS * widest:
            inner = Face.NEAR if near_face_is_inner(fascia, side) else Face.FAR
            yield Touch(f"{name}.tail{suffix}", valley, f"tail{suffix}", member_face(fascia, inner))


def _over_bearings(layout: RoofLayout, name: str, member: Member) -> Iterator[Touch]:
    """A stick on the walls and purlins below it."""
    for cut_id, face in bearing_faces(layout, member):
        if _real(member, cut_id):
            yield Touch(f"{name}.{cut_id}", member, cut_id, face)


def _at_corner(layout: RoofLayout, seam: Seam) -> list[RoofSide]:
    """The slopes whose plates a valley lies on: both, or the lower one alone."""
    return [
        side
        for side in layout.sides
        if side.slope in (seam.first, seam.second)
        and (seam.corner is None or abs(side.slope.plate - seam.corner.z) < AT_PLATE)
    ]


def _under_hip(
    layout: RoofLayout, name: str, hip: Member, seam: Seam, fascias: dict[Slope, Member | None], *, seats: bool
) -> Iterator[Touch]:
    cuts = {cut.id: hip.placement.plane_to_world(cut.plane) for cut in hip.cut_planes}
    if seats and "seat" in cuts and _real(hip, "seat"):
        level = cuts["seat"].offset / cuts["seat"].normal.z
        under = [RoofSide(slope, 0.0) for slope in (seam.first, seam.second) if abs(slope.plate - level) < AT_PLATE]
        if under:
            yield Touch(f"{name}.seat", hip, "seat", plates_under(layout, under))
    for cut_id, slope in (("heel", seam.first), ("heel_side", seam.second)):
        if cut_id in cuts and _real(hip, cut_id):
            yield Touch(f"{name}.{cut_id}", hip, cut_id, wall_face(layout, RoofSide(slope, 0.0), 0.0, slope.plate))
    for cut_id, slope in _tails(hip, seam):
        fascia = fascias[slope]
        if fascia is not None:
            side = Face.NEAR if near_face_is_inner(fascia, RoofSide(slope, 0.0)) else Face.FAR
            yield Touch(f"{name}.{cut_id}", hip, cut_id, member_face(fascia, side))


def _tails(hip: Member, seam: Seam) -> list[tuple[str, Slope]]:
    """The fascias a hip's tail lies on: both, where they meet under it; else the nearer one."""
    planes = {cut.id: cut.plane for cut in hip.cut_planes if cut.role == "tail"}
    ends = {cut_id: along_centre(planes[cut_id]) for cut_id in ("tail", "tail_side")}
    rows = [("tail", seam.first), ("tail_side", seam.second)]
    nearest = min(ends.values())
    return [row for row in rows if ends[row[0]] < nearest + 1.0 and _real(hip, row[0])]


def _ends_beside_valley(one: Standing) -> bool | None:
    """Whether a rafter's tail is cut off by a valley's rather than by the fascia; None of one no valley cuts."""
    feet = [side for name, side in one.cheeks if name.split("_")[0] == "foot"]
    if not feet or not one.on_plate:
        return None
    sides = one.footprint.sides
    spans = [one.footprint.edge(k) for k, side in enumerate(sides) if side in feet]
    cut_off = sum(abs((b - a).dot(one.side.slope.along)) for a, b in spans)
    return cut_off > one.member.stock.thickness / 2


def rafter_touches(
    layout: RoofLayout,
    standing: list[tuple[str, Standing]],
    mating: tuple[MatingFaces, SurveyedPlates | None],
    fascias: list[tuple[RoofSide, Member]],
) -> Iterator[Touch]:
    """Every distinct rafter once, by its piece's name: on its plate, on its fascia, at its cheeks."""
    for name, one in standing:
        yield from (replace(touch, within=one.within) for touch in _of_rafter(layout, name, one, mating, fascias))


def _of_rafter(
    layout: RoofLayout,
    name: str,
    one: Standing,
    mating: tuple[MatingFaces, SurveyedPlates | None],
    fascias: list[tuple[RoofSide, Member]],
) -> Iterator[Touch]:
    """One rafter on its plate, on its fascia, at its cheeks."""
    mates, plates = mating
    member, roof_side = one.member, one.side
    cuts = {cut.id for cut in member.cut_planes}
    if "seat" in cuts:
        reach = 2 * member.stock.thickness
        here = None if plates is None else plates.faces(roof_side.slope, one.station, reach)
        top, wall = here or (plate_top(layout, roof_side), wall_face(layout, roof_side, 0.0, roof_side.slope.plate))
        yield Touch(f"{name}.seat", member, "seat", top)
        # A notch as deep as nothing has no heel to lie against the wall.
        if _real(member, "heel"):
            yield Touch(f"{name}.heel", member, "heel", wall)
    yield from _over_bearings(layout, name, member)
    fascia = _fascia_at(fascias, roof_side.slope, member.placement.origin) if one.tailed else None
    if fascia is not None and mouths_of(layout) and _past(fascia, member):
        fascia = None
    beside = _ends_beside_valley(one)
    if "tail" in cuts and fascia is not None and _real(member, "tail") and beside is not True:
        side = Face.NEAR if near_face_is_inner(fascia, roof_side) else Face.FAR
        yield Touch(f"{name}.tail", member, "tail", member_face(fascia, side))
    for kind in ("head", "foot"):
        if kind == "foot" and beside is False:
            continue
        cheeks = [row for row in one.cheeks if row[0].split("_")[0] == kind]
        yield from mates.bearing(name, member, one.footprint, cheeks)


def purlin_touches(
    placed: Sequence[PlacedPurlin], pieces: list[Piece], standing: Sequence[tuple[str, Standing]]
) -> Iterator[Touch]:
    """The ends of purlins that are sawn alike once each, by their pieces' names; every distinct rafter's notches."""
    names, seen = names_of(pieces), set()
    for member, cut, face in purlin_mates(placed):
        name = f"{names[signature(member)]}.{cut}"
        touch = Touch(name, member, cut, face)
        # Under a stick between unequal pitches two lips meet in part: they hang in their notches, not on one another.
        lip = any(other.id == f"{cut}_heel" for other in member.cut_planes)
        if name not in seen and not (lip and close(touch).bears < BEARS):
            seen.add(name)
            yield touch
    for name, one in standing:
        for cut, face in over_purlins(one.member, placed):
            if _real(one.member, cut):
                yield Touch(f"{name}.{cut}", one.member, cut, face)


def bearing_post_touches(posts: Sequence[tuple[Member, Member, Bearing]], pieces: list[Piece]) -> Iterator[Touch]:
    """Every distinct post on a wall below: its head under its stick, its foot on the wall."""
    names, seen = names_of(pieces), set()
    for post, stick, bearing in posts:
        name = names[signature(post)]
        if name not in seen:
            seen.add(name)
            yield from (Touch(f"{name}.{cut}", post, cut, face) for cut, face in post_faces(stick, bearing))


def header_touches(
    headers: Sequence[tuple[HeaderPlan, Member]], pieces: list[Piece], standing: Sequence[Standing]
) -> Iterator[Touch]:
    """Every distinct header's ends against the rafters it hangs between."""
    names, seen = names_of(pieces), set()
    for plan, member in headers:
        name = names[signature(member)]
        if name in seen:
            continue
        seen.add(name)
        for cut, at, face in (("head", plan.low, Face.FAR), ("end", plan.high, Face.NEAR)):
            beside = [one for one in standing if one.side.slope == plan.slope and _stands_at(one, at, face)]
            if beside:
                mates = [member_face(one.member, face) for one in beside]
                yield Touch(f"{name}.{cut}", member, cut, mates[0] if len(mates) == 1 else together(*mates))


def _stands_at(one: Standing, station: float, face: Face) -> bool:
    """Whether a rafter's face towards an opening stands at a station."""
    half = one.member.stock.thickness / 2
    return abs(one.station + (half if face is Face.FAR else -half) - station) < AT_PLATE
