"""What a gable roof has beside its commons: barge rafters, dropped end rafters, collar ties, blocks between rafters."""

from dataclasses import replace

from ...solid import CutPlane, Frame, Member, Plane, Removal, Vector, square_ends
from ...terms import message
from ..model.roof import BlockKind, RidgeKind, RoofError
from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout, RoofSide
from ..planes.planes import UP, Slope
from .bays import clear_bays
from .rafter import OUTWARD, finish, head_rows, plate_notch, tail_rows

DOWN = Vector(0.0, 0.0, -1.0)
ALIKE = 0.05
"""mm: blocks whose lengths differ less are cut alike."""

Placed = tuple[Member, tuple[Frame, ...]]


def barge_rafters(layout: RoofLayout) -> list[Placed]:
    """Rafters at the verges' outer edge: cut like the commons, but with no notch, for no plate reaches there."""
    gable, verge = layout.roof.gable, layout.roof.eaves.verge
    if gable is None or gable.barge is None or len(layout.sides) != 2:
        return []
    if verge <= 0:
        raise RoofError("eaves.verge", message("error.roof_barge_verge"))
    made: list[Placed] = []
    half = gable.barge.thickness / 2
    for side in layout.sides:
        stations = (-verge + half, layout.roof.plan.length + verge - half)
        frames = tuple(side.slope.frame(station, side.run) for station in stations)
        # A beam runs on to the verge and carries them too; an upper plate does not.
        over_beam = layout.roof.ridge.kind is RidgeKind.BEAM and len(layout.sides) == 2
        heads = head_rows(layout, side) if over_beam else head_rows(layout, side)[:1]
        rows = (*heads, *tail_rows(layout, side.slope))
        removals = tuple(side.slope.removal(frames[0], stations[0], *planes) for planes in rows)
        member_id = "barge_rafter" if layout.alike else f"barge_rafter_{side.slope.id}"
        member = finish(side, frames[0], removals, member_id=member_id, role="barge_rafter", stock=gable.barge)
        made.append((member, frames))
    return _merged(made)


def dropped_rafters(layout: RoofLayout) -> list[Placed]:
    """End rafters let down so that lookouts pass over them: the seat is cut deeper by the lookout's plumb thickness."""
    gable = layout.roof.gable
    if gable is None or gable.lookout <= 0 or len(layout.sides) != 2:
        return []
    made: list[Placed] = []
    half = layout.roof.rafter.thickness / 2
    for side in layout.sides:
        slope = replace(side.slope, hap=side.slope.hap - gable.lookout * side.slope.per_run)
        low = replace(side, slope=slope)
        stations = (half, layout.roof.plan.length - half)
        frames = tuple(slope.frame(station, side.run) for station in stations)
        # The tail is cut to the fascia and the soffit, which do not drop with it; with false tails it ends at the wall.
        at_wall = layout.roof.eaves.false_tail is not None
        tails = ((("tail", "tail", (0.0, 0.0), OUTWARD),),) if at_wall else tail_rows(layout, side.slope)
        rows = (*head_rows(layout, low), plate_notch(slope), *tails)
        removals = tuple(slope.removal(frames[0], stations[0], *planes) for planes in rows)
        member_id = "dropped_common" if layout.alike else f"dropped_common_{side.slope.id}"
        member = finish(low, frames[0], removals, member_id=member_id, role="dropped_common", stock=layout.roof.rafter)
        made.append((member, frames))
    return _merged(made)


def collar_ties(layout: RoofLayout, out: SettingOut) -> list[Placed]:
    """Ties level between a pair, on one face of it, their ends cut to the roof.

    Raises:
        RoofError: a tie above the peak, or below the plates.
    """
    collar = layout.roof.collar
    if collar is None or len(layout.sides) != 2:
        return []
    a, b = (roof_side.slope for roof_side in layout.sides)
    if min(a.rise_per_run, b.rise_per_run) <= 0 or not 0 <= collar.height < layout.peak - collar.stock.depth:
        raise RoofError("collar.height", message("error.roof_collar_height"))
    side = (layout.roof.rafter.thickness + collar.stock.thickness) / 2
    stations = [centre + side for centre in out.in_world[:: collar.every]]
    if stations and stations[-1] > layout.roof.plan.length:
        stations[-1] -= 2 * side
    width = layout.roof.plan.width
    frames = tuple(
        Frame.along(Vector(station, 0.0, collar.height + collar.stock.depth), Vector(0.0, 1.0, 0.0), DOWN)
        for station in stations
    )
    if not frames:
        return []
    first = frames[0]
    removals = (
        Removal((CutPlane("head", "head", first.plane_to_local(a.plane)),)),
        Removal((CutPlane("end", "end", first.plane_to_local(b.plane)),)),
    )
    low = [_at_height(slope, collar.height) for slope in (a, b)]
    top = [_at_height(slope, collar.height + collar.stock.depth) for slope in (a, b)]
    member = Member(
        "collar_tie", "collar_tie", collar.stock, first, removals,
        reach=(min(low[0], top[0]) - 10.0, max(low[1], top[1]) + width + 10.0), zero=low[0], count=len(frames),
        lengths={"overall": low[1] - low[0], "long_point": low[1] - low[0], "short_point": top[1] - top[0]},
    )  # fmt: skip
    return [(member, frames)]


def _at_height(slope: Slope, height: float) -> float:
    """Where a roof plane is at a height, across the plan."""
    return slope.start[1] + slope.inward.y * (height - slope.plate - slope.hap) / slope.rise_per_run


def blocks(layout: RoofLayout, out: SettingOut) -> list[Placed]:
    """Blocks between neighbouring rafters over the plates' outer face: one piece for each clear length."""
    blocking = layout.roof.blocking
    if blocking is None:
        return []
    bays: dict[float, list[tuple[RoofSide, float]]] = {}
    for side in (side for side in layout.sides if side.bears):
        for low, high in clear_bays(layout, out, side):
            length = next((known for known in bays if abs(known - (high - low)) < ALIKE), high - low)
            bays.setdefault(length, []).append((side, low))
    made: list[Placed] = []
    for number, (length, places) in enumerate(sorted(bays.items(), reverse=True), 1):
        frames = tuple(_block_frame(layout, side, start) for side, start in places)
        made.append((_block(layout, places[0][0], frames, length, number), frames))
    return made


def _block_frame(layout: RoofLayout, side: RoofSide, station: float) -> Frame:
    """A block's frame: along the eave, its outer face over the bearing line, its top in the roof."""
    assert layout.roof.blocking is not None
    slope, half = side.slope, layout.roof.blocking.stock.thickness / 2
    vent = layout.roof.blocking.vent
    if layout.roof.blocking.kind is BlockKind.PLUMB:
        return Frame.along(slope.at(station, half, slope.height(2 * half) - vent), slope.along, DOWN)
    into_wood = (slope.inward * slope.rise_per_run - UP).unit()
    middle = half * slope.per_run
    return Frame.along(slope.at(station, middle, slope.height(middle)) + into_wood * vent, slope.along, into_wood)


def _block(layout: RoofLayout, side: RoofSide, frames: tuple[Frame, ...], length: float, number: int) -> Member:
    assert layout.roof.blocking is not None
    removals: list[Removal] = [*square_ends(length)]
    if layout.roof.blocking.kind is BlockKind.PLUMB:
        roof = side.slope.plane
        lowered = Plane(roof.normal, roof.offset - layout.roof.blocking.vent * roof.normal.z)
        removals.append(Removal((CutPlane("bevel", "bevel", frames[0].plane_to_local(lowered)),)))
    return Member(
        f"block_{number}", "block", layout.roof.blocking.stock, frames[0], tuple(removals),
        reach=(-10.0, length + 10.0), zero=0.0, count=len(frames), lengths={"overall": length},
    )  # fmt: skip


def _merged(made: list[Placed]) -> list[Placed]:
    """Pieces of one id as one, standing in all their places."""
    merged: dict[str, Placed] = {}
    for member, frames in made:
        before = merged.get(member.id)
        every = (*before[1], *frames) if before else frames
        merged[member.id] = (replace(before[0] if before else member, count=len(every)), every)
    return list(merged.values())
