"""The framing of a roof with hipped ends: every piece with its places, and the faces it touches."""

from collections.abc import Iterator
from dataclasses import replace

from ...solid import Face, Frame, MateFace, Member, Plane, Touch, member_face
from ..members.dummies import dummies
from ..members.hips import (
    Corner,
    check_hips,
    common_stations,
    corners,
    end_common,
    hip_member,
    jack_member,
    jack_place,
    jack_runs,
    king_stations,
    side_rafter,
)
from ..members.mating_faces import faces_in, plate_top, plates_under, wall_face
from ..members.outline_rafters import Near
from ..members.ridge import fascia_member, ridge_member
from ..model.setting_out import SettingOut
from ..plan.hip_heads import heads_of, on_ridge
from ..plan.layout import RoofLayout, RoofSide
from .pieces import Framing, Piece, member_on_slope, near_face_is_inner, ridge_side


def frame_hips(layout: RoofLayout) -> Framing:
    """Frame a roof with one hipped end or two.

    Raises:
        RoofError: what hips are not worked out for yet.
    """
    check_hips(layout)
    commons, kings = common_stations(layout), king_stations(layout)
    ends = [side for side in layout.ends if side is not None]
    at = corners(layout)
    hips = [hip_member(layout, corner) for corner in at]
    pieces = [*_on_slopes(layout, commons, kings, ends), *_hips(hips), *_jacks(layout, at)]
    ridge = ridge_member(layout)
    fascias = [one for side in (*layout.sides, *ends) if (one := fascia_member(layout, side.slope))]
    touches = tuple(_touches(layout, pieces, list(zip(at, hips, strict=True)), ridge, fascias))
    boards = [Piece(one, (one.placement,)) for one in ([ridge] if ridge else []) + fascias]
    if layout.roof.hip is not None and layout.roof.hip.dummies:
        boards += [Piece(dummy, ()) for dummy in dummies(hips[0])]
    places = tuple(sorted((*commons, *kings)))
    return Framing(
        (*pieces, *boards), SettingOut(places, layout.roof.rafter.thickness, layout.roof.plan.length), touches
    )


def hip_pieces_near(layout: RoofLayout, near: Near) -> list[Member]:
    """Return the pieces near a hip's head, each where it stands, without what they touch."""
    check_hips(layout)
    ends = [side for side in layout.ends if side is not None]
    at = corners(layout)
    pieces = [*_on_slopes(layout, common_stations(layout), king_stations(layout), ends)]
    pieces += _hips([hip_member(layout, corner) for corner in at])
    if layout.roof.spacing < 2 * near.reach + layout.roof.rafter.thickness:
        pieces += _jacks(layout, at)
    ridge = ridge_member(layout)
    standing = [replace(piece.member, placement=frame) for piece in pieces for frame in piece.frames]
    return [*standing, *([ridge] if ridge else [])]


def _on_slopes(layout: RoofLayout, commons: list[float], kings: list[float], ends: list[RoofSide]) -> list[Piece]:
    """Commons, kings and end commons."""
    return [
        *_on_both_sides(layout, commons, "common", "common"),
        # Without commons between them the kings are the roof's commons.
        *_on_both_sides(layout, kings, "king_common", "king_common" if commons else "common"),
        _piece([end_common(layout, end) for end in ends]),
    ]


def _hips(hips: list[Member]) -> list[Piece]:
    return [_piece([hip for hip in hips if hip.id == name]) for name in dict.fromkeys(one.id for one in hips)]


def _on_both_sides(layout: RoofLayout, places: list[float], member_id: str, role: str) -> list[Piece]:
    if not places:
        return []
    first = side_rafter(layout, layout.sides[0], places[0], member_id=member_id, role=role)
    frames = tuple(side.slope.frame(side.slope.station(place), side.run) for side in layout.sides for place in places)
    return [Piece(replace(first, count=len(frames)), frames)]


def _piece(alike: list[Member]) -> Piece:
    """Members that are alike as one piece."""
    return Piece(replace(alike[0], count=len(alike)), tuple(one.placement for one in alike))


def _jacks(layout: RoofLayout, at: list[Corner]) -> list[Piece]:
    """Jacks by their run and hand: one of each is worked out, the others stand like it."""
    made: dict[str, tuple[Member, list[Frame]]] = {}
    for number, run in enumerate(jack_runs(layout), 1):
        for corner in at:
            for on_end in (False, True):
                place = jack_place(corner, run, on_end=on_end)
                name = f"jack_{number}_{place.hand}"
                if name not in made:
                    made[name] = (jack_member(layout, corner, place, plan_run=run, member_id=name), [])
                made[name][1].append(place.frame)
    return [Piece(replace(member, count=len(frames)), tuple(frames)) for member, frames in made.values()]


def _touches(
    layout: RoofLayout,
    pieces: list[Piece],
    hips: list[tuple[Corner, Member]],
    ridge: Member | None,
    fascias: list[Member],
) -> Iterator[Touch]:
    """Every distinct piece once, where its first one stands: all others stand like it or mirrored."""
    by_slope = {fascia.id.removeprefix("fascia_"): fascia for fascia in fascias}
    sides = [*layout.sides, *(end for end in layout.ends if end is not None)]
    kings = "king_common" if any(piece.member.id == "king_common" for piece in pieces) else "common"
    standing = [
        replace(piece.member, placement=frame)
        for piece in pieces if piece.member.id in (kings, "end_common") for frame in piece.frames
    ] + ([ridge] if ridge else [])  # fmt: skip
    seen: set[str] = set()
    for side in sides:
        for piece in pieces:
            member = member_on_slope(side, piece)
            if member is None or member.id in seen:
                continue
            seen.add(member.id)
            name = member.id
            yield Touch(f"{name}.seat", member, "seat", plate_top(layout, side))
            yield Touch(f"{name}.heel", member, "heel", wall_face(layout, side, 0.0, 0.0))
            if side.slope.id in by_slope:
                yield Touch(f"{name}.tail", member, "tail", _fascia_face(by_slope[side.slope.id], side))
            if member.role in ("common", "king_common") and ridge is not None:
                yield Touch(f"{name}.head", member, "head", ridge_side(ridge, side))
            if member.role == "end_common":
                # Into commons the ridge's end and the king commons' faces beside it are one plane.
                yield from _against(name, member, "head", standing)
            if member.role == "jack":
                yield Touch(f"{name}.cheek", member, "head", _hip_side(member, side, hips))
    shown: set[str] = set()
    for corner, hip in hips:
        if hip.id not in shown:
            shown.add(hip.id)
            yield from _hip_touches(layout, corner, hip, (ridge, standing), by_slope)


def _fascia_face(fascia: Member, side: RoofSide) -> MateFace:
    return member_face(fascia, Face.NEAR if near_face_is_inner(fascia, side) else Face.FAR)


def _hip_side(jack: Member, side: RoofSide, hips: list[tuple[Corner, Member]]) -> MateFace:
    """The side of the hip a jack leans on: of the corner its cheek points to."""
    cheek = next(cut for cut in jack.cut_planes if cut.id == "head")
    outward = jack.placement.plane_to_world(cheek.plane)
    _, hip = min(
        (row for row in hips if side in (row[0].side, row[0].end)),
        key=lambda row: (
            abs(outward.above(row[0].at)) + (0.0 if abs(outward.normal.dot(row[0].direction)) < 1e-9 else 1e9)
        ),
    )
    return member_face(hip, Face.FAR if hip.placement.z.dot(outward.normal) < 0 else Face.NEAR)


def _against(name: str, member: Member, cut_id: str, standing: list[Member]) -> Iterator[Touch]:
    """A cut against the faces of kings, end common and ridge that lie in its plane."""
    sawn = next((cut.plane for cut in member.cut_planes if cut.id == cut_id), None)
    if sawn is None:
        return
    plane = member.placement.plane_to_world(sawn)
    mate = faces_in(Plane(plane.normal * -1.0, -plane.offset), [one for one in standing if one.id != member.id])
    if mate is not None:
        yield Touch(f"{name}.{cut_id}", member, cut_id, mate)


def _head_touches(
    layout: RoofLayout, corner: Corner, hip: Member, ridge: Member | None, standing: list[Member]
) -> Iterator[Touch]:
    """A hip's head: in the corner of king and end common, on the ridge alone, or between ridge and king common."""
    heads = heads_of(layout.roof)
    if on_ridge(layout.roof) and ridge is not None:
        cheek = "head" if heads.end_nose is None else "head_side"
        yield Touch(f"{hip.id}.{cheek}", hip, cheek, ridge_side(ridge, corner.side))
    else:
        yield from _against(hip.id, hip, "head_side", standing)
    if heads.end_nose is not None:
        yield from _against(hip.id, hip, "head", standing)


def _hip_touches(
    layout: RoofLayout,
    corner: Corner,
    hip: Member,
    heads: tuple[Member | None, list[Member]],
    by_slope: dict[str, Member],
) -> Iterator[Touch]:
    """A hip: its nose in the corner of king and end common, its V over the plates, its tail on both fascias."""
    name = hip.id
    yield from _head_touches(layout, corner, hip, *heads)
    yield Touch(f"{name}.seat", hip, "seat", plates_under(layout, (corner.side, corner.end)))
    cuts = {cut.id for cut in hip.cut_planes}
    for cut_id, side in (("heel", corner.end), ("heel_side", corner.side)):
        if "heel_side" in cuts:
            yield Touch(f"{name}.{cut_id}", hip, cut_id, wall_face(layout, side, 0.0, 0.0))
    for cut_id, side in (("tail", corner.end), ("tail_side", corner.side)):
        if side.slope.id in by_slope:
            yield Touch(f"{name}.{cut_id}", hip, cut_id, _fascia_face(by_slope[side.slope.id], side))
