"""Hipped ends of a rectangle: king commons, end commons, hips and jacks, each only by where its planes are.

A hip runs where two roof planes meet. Its top stands proud of both unless it is let down until its edges lie in them,
or planed to them; its nose goes into the corner of king and end common, its notch over the plates' corner is a V, its
tail takes both fascias. A jack is a common that ends at the hip's side.
"""

from dataclasses import dataclass, replace
from math import acos, atan, cos, degrees, radians, sqrt

from ...solid import CutPlane, Frame, Hand, Member, Removal, Theory, Vector, removal
from ...tape import WHOLE, whole_up
from ...terms import message
from ..model.roof import End, KeepPlanes, RidgeKind, RoofError, Tail
from ..model.setting_out import FirstBay, bays_between
from ..plan.hip_heads import heads_of, on_ridge
from ..plan.layout import RoofLayout, RoofSide
from ..planes.planes import UP
from .cheeks import end_common_cheeks, hip_cheeks
from .rafter import along_centre, finish, long_point, plate_notch, rafter, tail_rows, to_eave

DOWN = Vector(0.0, 0.0, -1.0)
HALF_RIGHT = sqrt(0.5)


@dataclass(frozen=True, slots=True)
class Corner:
    """A hipped corner: the long side's slope and the end's, the bearing lines' corner, and the hip's way in plan."""

    side: RoofSide
    end: RoofSide
    at: Vector
    direction: Vector
    first: bool

    @property
    def rise_per_run(self) -> float:
        """The hip's slope: the common's, over the diagonal of the same run."""
        return self.side.slope.rise_per_run * HALF_RIGHT


def corners(layout: RoofLayout) -> list[Corner]:
    """Every hipped corner, the first end's before the second's."""
    found: list[Corner] = []
    for number, end in enumerate(layout.ends):
        if end is None:
            continue
        for side in layout.sides:
            x = end.slope.start[0]
            at = Vector(x, side.slope.start[1], 0.0)
            direction = (side.slope.inward + end.slope.inward).unit()
            found.append(Corner(side, end, at, direction, number == 0))
    return found


def hip_drop(layout: RoofLayout) -> float:
    """How far a square-topped hip is let down, plumb, for both its edges to lie in the roof: half its thickness,
    square to it in plan, times the common's slope at 45°.
    """
    hip = layout.roof.hip
    return 0.0 if hip is None else hip.stock.thickness / 2 * layout.sides[0].slope.rise_per_run * HALF_RIGHT


def hip_member(layout: RoofLayout, corner: Corner) -> Member:
    """A hip rafter."""
    hip = layout.roof.hip
    assert hip is not None
    side, end, rise_per_run = corner.side.slope, corner.end.slope, corner.rise_per_run
    per_run = sqrt(1.0 + rise_per_run * rise_per_run)
    run = corner.side.run / HALF_RIGHT
    drop = 0.0 if hip.keep_planes is KeepPlanes.BACK else hip_drop(layout)
    top = side.plate + side.hap + side.rise_per_run * corner.side.run - drop
    frame = Frame.along(
        corner.at + corner.direction * run + UP * top,
        corner.direction * -1.0 - UP * rise_per_run,
        corner.direction * rise_per_run - UP,
    )
    cheeks = hip_cheeks(layout, corner.side, corner.end, corner.at)
    rows = [*(removal(frame, cheek) for cheek in cheeks), _notch(layout, corner, frame)]
    for number, slope in enumerate((end, side)):
        for planes in tail_rows(layout, slope):
            suffix = "" if number == 0 else "_side"
            rows.append(
                slope.removal(
                    frame, 0.0, *((f"{name}{suffix}", role, at, direction) for name, role, at, direction in planes)
                )
            )
    if hip.keep_planes is KeepPlanes.BACK:
        rows += [
            Removal((CutPlane(f"backing{name}", "backing", frame.plane_to_local(slope.plane)),))
            for name, slope in (("", end), ("_side", side))
        ]
    removals = tuple(rows)
    head, plate = along_centre(removals[0].planes[0].plane), run * per_run
    foot = along_centre(next(cut.plane for one in removals for cut in one.planes if cut.role == "tail"))
    spread = hip.stock.depth * (rise_per_run + 1.0) + hip.stock.thickness + 10.0
    hand = None
    if len(cheeks) == 1:
        # A single cheek makes lefts and rights of them; told as a jack's: by the side its cheek looks to.
        hand = Hand.LEFT if frame.z.dot(cheeks[0][3]) > 0 else Hand.RIGHT
    return Member(
        "hip" if hand is None else f"hip_{hand}",
        "hip",
        hip.stock,
        frame,
        removals,
        hand=hand,
        reach=(min(head, 0.0, foot) - spread, max(foot, plate) + spread),
        zero=long_point(removals, hip.stock),
        lengths={
            "theoretical": plate,
            "plan_run": run,
            "head_to_plate": plate - head,
            "tail": foot - plate,
            "overall": foot - head,
        },
        theory=Theory(plate, plate + layout.out_of(side) / HALF_RIGHT * per_run, 1.0 / HALF_RIGHT),
    )


def _notch(layout: RoofLayout, corner: Corner, frame: Frame) -> Removal:
    """Over the plates' corner: a V, or square where the corner is clipped."""
    hip = layout.roof.hip
    assert hip is not None
    seat = ("seat", "seat", corner.at, DOWN)
    if hip.keep_planes is KeepPlanes.CORNER:
        clipped = corner.at + corner.direction * (hip.clipped_face / 2)
        return removal(frame, ("heel", "heel", clipped, corner.direction), seat)
    if hip.heel == "square":
        return removal(frame, ("heel", "heel", corner.at, corner.direction), seat)
    return removal(
        frame,
        ("heel", "heel", corner.at, corner.end.slope.inward),
        ("heel_side", "heel", corner.at, corner.side.slope.inward),
        seat,
    )


@dataclass(frozen=True, slots=True)
class JackPlace:
    """Where a jack stands: its slope, its frame, the level way from the hip to it, and the hand that makes it."""

    side: RoofSide
    station: float
    frame: Frame
    away: Vector
    hand: Hand


def jack_place(corner: Corner, plan_run: float, *, on_end: bool) -> JackPlace:
    """Where the jack of a run stands at a corner.

    Args:
        corner: which hip it leans on.
        plan_run: its run without deductions, which is its distance from the corner.
        on_end: on the end's slope, or on the long side's.
    """
    side, other = (corner.end, corner.side) if on_end else (corner.side, corner.end)
    slope = side.slope
    start = Vector(slope.start[0], slope.start[1], 0.0)
    towards = 1.0 if other.slope.inward.dot(slope.along) > 0 else -1.0
    station = (corner.at - start).dot(slope.along) + towards * plan_run
    frame = slope.frame(station, plan_run)
    away = (other.slope.inward - slope.inward).unit()
    return JackPlace(side, station, frame, away, Hand.RIGHT if frame.z.dot(away) > 0 else Hand.LEFT)


def jack_member(layout: RoofLayout, corner: Corner, place: JackPlace, *, plan_run: float, member_id: str) -> Member:
    """A jack: a common that ends at the hip's side."""
    hip = layout.roof.hip
    assert hip is not None
    slope, frame, away = place.side.slope, place.frame, place.away
    cheek = removal(frame, ("head", "head", corner.at + away * (hip.stock.thickness / 2), away * -1.0))
    rows = (plate_notch(slope), *tail_rows(layout, slope))
    removals = (cheek, *(slope.removal(frame, place.station, *planes) for planes in rows))
    short = replace(place.side, run=plan_run)
    member = finish(short, frame, removals, member_id=member_id, role="jack", stock=layout.roof.rafter)
    member = to_eave(member, slope, layout.out_of(slope))
    plane, half = cheek.planes[0].plane, layout.roof.rafter.thickness / 2
    ends = sorted((plane.offset - plane.normal.z * z) / plane.normal.x for z in (-half, half))
    lengths = {**member.lengths, "long_point": plan_run * slope.per_run - ends[0]}
    lengths["short_point"] = plan_run * slope.per_run - ends[1]
    return replace(member, hand=place.hand, lengths=lengths)


def jack_runs(layout: RoofLayout) -> list[float]:
    """The runs of the jacks, the longest first, while their short side is more than nothing: stepped from king and end
    common down, or from the corner up until the next would stand in a king or end common.
    """
    hip = layout.roof.hip
    assert hip is not None
    off = hip.stock.thickness * HALF_RIGHT + layout.roof.rafter.thickness / 2
    whole, spacing = _to_king(layout), layout.roof.spacing
    if hip.jacks == "corner":
        # Where the king stands farther off, the end common does not: the last jack is clear of the nearer one.
        nearer = whole - layout.sides[0].run
        found = bays_between(0.0, whole, spacing, layout.roof.rafter.thickness + nearer / 2)
        return [run for run in reversed(found) if run - off > WHOLE]
    runs: list[float] = []
    step = jack_step(layout)
    while (run := whole - (len(runs) + 1) * step) - off > WHOLE:
        runs.append(run)
    return runs


def _to_king(layout: RoofLayout) -> float:
    """From the corner to the king common along the plate: the run; beside hips that go on the ridge a little more."""
    return layout.sides[0].run + max(0.0, heads_of(layout.roof).king)


def jack_step(layout: RoofLayout) -> float:
    """From one jack to the next along the plate: the spacing, or what it is closed up to so that none is a sliver."""
    whole, spacing = _to_king(layout), layout.roof.spacing
    even = layout.roof.hip is not None and layout.roof.hip.jacks == "even"
    return whole / max(1, whole_up(whole / spacing)) if even else spacing


def king_stations(layout: RoofLayout) -> list[float]:
    """Where king commons stand, from the framing's first end: exactly at the run from each hipped end, or beside hips
    that go directly on the ridge.
    """
    reach = layout.sides[0].run - layout.roof.plan.sheathing + heads_of(layout.roof).king
    at = [reach, layout.roof.plan.length - reach]
    found = [place for place, end in zip(at, layout.ends, strict=True) if end is not None]
    return found[:1] if len(found) > 1 and found[1] - found[0] < WHOLE else found


def common_stations(layout: RoofLayout) -> list[float]:
    """Where the commons between stand: stepped from the first king, or up to a gable's last rafter."""
    half, length = layout.roof.rafter.thickness / 2, layout.roof.plan.length
    kings = king_stations(layout)
    start = kings[0] if layout.ends[0] is not None else half
    stop = kings[-1] if layout.ends[1] is not None else length - half
    if layout.ends[0] is None:
        # From the gable towards the king of the other end, the gable's own rafter first.
        start, stop = stop, start
    equal = layout.roof.first_bay is FirstBay.EQUAL
    inner = bays_between(start, stop, layout.roof.spacing, 2 * half, equal=equal)
    return sorted([*inner, *([] if all(layout.ends) else [stop])])


def end_common(layout: RoofLayout, end: RoofSide) -> Member:
    """The end common: on the centre of the end wall, its head against the ridge's end and the king commons."""
    station = end.slope.length / 2
    frame = end.slope.frame(station, end.run)
    nose = end.run - heads_of(layout.roof).ridge_past
    head = end.slope.removal(frame, station, ("head", "head", (nose, 0.0), (1.0, 0.0)))
    cheeks = [removal(frame, cheek) for cheek in end_common_cheeks(layout, end)]
    rows = (plate_notch(end.slope), *tail_rows(layout, end.slope))
    removals = (head, *cheeks, *(end.slope.removal(frame, station, *planes) for planes in rows))
    member = finish(end, frame, removals, member_id="end_common", role="end_common", stock=layout.roof.rafter)
    return to_eave(member, end.slope, layout.out_of(end.slope))


def side_rafter(layout: RoofLayout, side: RoofSide, place: float, *, member_id: str, role: str) -> Member:
    """A common or king common on a long side, by its distance from the framing's first end."""
    return rafter(layout, side, side.slope.station(place), member_id=member_id, role=role)


def check_hips(layout: RoofLayout) -> None:
    """Refuse what hips are not worked out for yet.

    Raises:
        RoofError: with the key it is about.
    """
    roof = layout.roof
    if roof.eaves.tail is Tail.PROFILE:
        raise RoofError("eaves.tail", message("error.roof_hip_profile"))
    if roof.hip is None:
        raise RoofError("hip", message("error.roof_hip_missing"))
    if roof.ridge.kind is not RidgeKind.BOARD:
        raise RoofError("ridge.kind", message("error.roof_hip_ridge"))
    if roof.gambrel is not None or not layout.alike:
        raise RoofError("plan.ends", message("error.roof_hip_shape"))
    hipped = sum(end is End.HIP for end in roof.plan.ends)
    reach = layout.sides[0].run - roof.plan.sheathing
    if on_ridge(roof) and roof.plan.length < hipped * (reach + heads_of(roof).king) + roof.rafter.thickness:
        raise RoofError("hip.head", message("error.roof_hip_head"))
    if roof.plan.length < hipped * reach - WHOLE * roof.plan.length:
        raise RoofError("plan.length", message("error.roof_hip_short"))


def hip_facts(layout: RoofLayout) -> dict[str, float]:
    """Slope, drop, backing, dihedral and the named bevels, read off the planes."""
    corner = corners(layout)[0]
    slope, end = corner.side.slope, corner.end.slope
    hip_angle = degrees(atan(corner.rise_per_run))
    common = degrees(atan(slope.rise_per_run))
    between = degrees(acos(slope.plane.normal.dot(end.plane.normal)))
    return {
        "hip_slope": hip_angle,
        "hip_drop": hip_drop(layout),
        "backing": between / 2,
        "dihedral": 180.0 - between,
        "bevels.edge_jack": degrees(atan(cos(radians(common)))),
        "bevels.plumb_hip": 90.0 - hip_angle,
        "bevels.level_hip": hip_angle,
        "bevels.edge_hip": degrees(atan(cos(radians(hip_angle)))),
        "bevels.face_purlin": degrees(atan(slope.rise_per_run / slope.per_run)),
        "bevels.edge_purlin": degrees(atan(cos(radians(common)))),
    }
