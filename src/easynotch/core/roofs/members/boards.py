"""Rafters that are not all alike: boards of measured depth, false tails, lookouts; and the notch's template."""

from dataclasses import replace

from ...solid import Frame, Member, Stock, Touch, Vector, square_ends
from ...terms import message
from ..model.roof import Gauged, RoofError
from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout, RoofSide
from .bays import false_tail_sides
from .mating_faces import plate_top
from .rafter import INWARD, finish, head_rows, plate_notch, tail_rows, to_eave

Placed = tuple[Member, tuple[Frame, ...]]
MOST_LOOKOUTS = 500
"""On one slope: more is a wrong unit."""
EACH_SIDE = 1.5
"""A template is a board this many rafter depths long on either side of the plumb line."""


def measured_board(layout: RoofLayout, side: RoofSide, station: float, number: int) -> Member:
    """A rafter of a measured depth: gauged from its top it keeps the height above plate, and its notch takes what it
    is deeper; gauged from its underside it keeps the notch, and its top goes up by the difference.

    Raises:
        RoofError: among half-lapped pairs, which are measured pair by pair.
    """
    roof = layout.roof
    if roof.lapped and len(layout.sides) == 2:
        raise RoofError("rafter.depths", message("error.roof_depths_pairs"))
    depth = roof.boards.depths[number]
    slope = side.slope
    if roof.boards.gauged is Gauged.UNDERSIDE:
        slope = replace(slope, hap=slope.hap + (depth - roof.rafter.depth) * slope.per_run)
    own = replace(side, slope=slope)
    frame = slope.frame(station, side.run)
    # The tail is cut to the fascia and the soffit, whatever the board.
    rows = (*head_rows(layout, own), plate_notch(slope), *tail_rows(layout, side.slope))
    removals = tuple(slope.removal(frame, station, *planes) for planes in rows)
    stock = replace(roof.rafter, depth=depth)
    member = finish(own, frame, removals, member_id=f"board_{number + 1}", role="common", stock=stock)
    return to_eave(member, side.slope, layout.out_of(side.slope) if side.bears else None)


def false_tails(layout: RoofLayout, out: SettingOut) -> tuple[list[Placed], list[Touch]]:
    """Short tails on the far face of every rafter, with a notch of their own so that their tops are flush.

    Raises:
        RoofError: where no rafter bears on a plate, or tails too shallow or too low to reach it.
    """
    tail = layout.roof.eaves.false_tail
    if tail is None:
        return [], []
    made: list[Placed] = []
    touches: list[Touch] = []
    for side in (side for side in layout.sides if side.bears):
        slope = replace(side.slope, hap=side.slope.hap - tail.below)
        if not 0 < slope.hap < tail.stock.depth * slope.per_run:
            raise RoofError("eaves.false_tail.depth", message("error.roof_false_tail"))
        places = false_tail_sides(layout, out, side)
        frames = [
            slope.frame(station + direction * (half + tail.stock.thickness / 2), tail.inside)
            for station, direction, half in places
        ]
        if not frames:
            continue
        first = (frames[0].origin - slope.at(0.0, 0.0, 0.0)).dot(slope.along)
        rows = (
            (("head", "head", (tail.inside, 0.0), INWARD),),
            plate_notch(slope),
            *tail_rows(layout, side.slope),
        )
        removals = tuple(slope.removal(frames[0], first, *planes) for planes in rows)
        name = "false_tail" if layout.alike else f"false_tail_{slope.id}"
        member = finish(
            replace(side, slope=slope, run=tail.inside), frames[0], removals, member_id=name, role="false_tail",
            stock=tail.stock,
        )  # fmt: skip
        touches.append(Touch(f"{name}.{slope.id}.seat", member, "seat", plate_top(layout, side)))
        same = next((k for k, (one, _) in enumerate(made) if one.id == name), None)
        every = (*(made[same][1] if same is not None else ()), *frames)
        piece = (replace(made[same][0] if same is not None else member, count=len(every)), every)
        made = [piece] if same is not None else [*made, piece]
    return made, touches


def lookouts(layout: RoofLayout, out: SettingOut) -> list[Placed]:
    """Lookouts lying flat over the dropped end rafter, from the first inner common to the barge rafter's inner face,
    the first one at the tail, the others up the slope by their spacing.

    Raises:
        RoofError: no verge for them to carry.
    """
    gable, verge = layout.roof.gable, layout.roof.eaves.verge
    if gable is None or gable.lookout_spacing is None or gable.lookout <= 0 or len(layout.sides) != 2:
        return []
    if verge <= 0:
        raise RoofError("eaves.verge", message("error.roof_barge_verge"))
    centres = sorted(out.in_world)
    if len(centres) < 3:
        return []
    half = layout.roof.rafter.thickness / 2
    barge = gable.barge.thickness if gable.barge else 0.0
    reach = (centres[1] - half, layout.roof.plan.length - centres[-2] - half)
    made: dict[float, list[Frame]] = {}
    for side in layout.sides:
        slope = side.slope
        near, far = reach[::-1] if slope.runs_back else reach
        for at_start, inner in ((True, near), (False, far)):
            length = round(inner + verge - barge, 6)
            start = -verge + barge if at_start else slope.length - inner
            for inward in lookout_places(layout, side):
                frame = _flat(side, start, inward, gable.lookout)
                made.setdefault(length, []).append(frame)
    placed = []
    for number, (length, frames) in enumerate(sorted(made.items(), reverse=True), 1):
        removals = square_ends(length)
        member = Member(
            f"lookout_{number}", "lookout", Stock(gable.lookout, gable.lookout_width), frames[0], removals,
            reach=(-10.0, length + 10.0), zero=0.0, count=len(frames), lengths={"overall": length},
        )  # fmt: skip
        placed.append((member, tuple(frames)))
    return placed


def lookout_places(layout: RoofLayout, side: RoofSide) -> list[float]:
    """How far inward of the bearing line the lookouts' lower edges lie, level, from the tail up."""
    gable = layout.roof.gable
    assert gable is not None and gable.lookout_spacing is not None
    step = gable.lookout_spacing / side.slope.per_run
    # Its upper edge, and what its lower face reaches beyond that.
    width = (gable.lookout_width + gable.lookout * side.slope.rise_per_run) / side.slope.per_run
    blocks = layout.roof.ridge.blocks.thickness if layout.roof.ridge.blocks else 0.0
    highest = side.run - layout.half_ridge - blocks
    at = -(layout.out - layout.roof.eaves.fascia)
    places: list[float] = []
    # One that would lie in a block over the plate is moved up the slope to clear it.
    blocking = layout.roof.blocking
    inner = 0.0
    if blocking is not None:
        inner = blocking.stock.thickness * side.slope.per_run + gable.lookout * side.slope.rise_per_run
    while at + width <= highest and len(places) < MOST_LOOKOUTS:
        if at < inner and at + width > 0:
            at = inner
            continue
        places.append(at)
        at += step
    return places


def _flat(side: RoofSide, start: float, inward: float, thickness: float) -> Frame:
    """A lookout's frame: along the eave, its wide face in the roof, its lower edge so far inward."""
    slope = side.slope
    up = slope.plane.normal
    climb = (slope.inward + Vector(0.0, 0.0, slope.rise_per_run)).unit()
    origin = slope.at(start, inward, slope.height(inward)) - up * (thickness / 2)
    return Frame.along(origin, slope.along, climb)


def notch_template(layout: RoofLayout, side: RoofSide) -> Member | None:
    """An offcut with the notch in it and a fence on its top edge, to repeat the notch: square at both ends.

    Its running marks count from its own head end.
    """
    slope, depth = side.slope, layout.roof.rafter.depth
    if not 0 < layout.notch.depth < depth:
        return None
    frame = slope.frame(0.0, side.run)
    middle = side.run * slope.per_run
    low, high = middle - EACH_SIDE * depth, middle + EACH_SIDE * depth
    head, end = square_ends(high, low)
    removals = (head, slope.removal(frame, 0.0, *plate_notch(slope)), end)
    return Member(
        "notch_template", "template", layout.roof.rafter, frame, removals, reach=(low - 10.0, high + 10.0), zero=low,
        lengths={"overall": high - low},
    )  # fmt: skip
