"""Valleys: sticks whose centre line lies in both slopes, over an inside corner of the walls.

What a hip has turned round: its heel's lines on the faces stand downhill of the corner, its tail is a swallow's, and
the slopes climb away from its top on both sides. Source: ``trade.md`` 7.
"""

from itertools import zip_longest
from math import hypot

from ...solid import CutPlane, Frame, Member, Removal, Theory, Vector, removal
from ...terms import message
from ..model.roof import RoofError, Tail
from ..plan.arrangement import HipOrRidgePlan, ends_of
from ..plan.layout import RoofLayout
from ..plan.seam_sections import drop_and_shift, is_ploughed, outline_of, stock_of
from ..plan.seams import Seam, SeamKind
from ..planes.planes import UP, SectionRow, Slope
from .outline_fascias import corner_mitre
from .rafter import along_centre, long_point, tail_rows

DOWN = Vector(0.0, 0.0, -1.0)
PROUD = 1e-6
"""mm: what stands less above a roof plane does not."""
AT_WALL = 1e-3
"""mm: a valley that starts farther from a bearing line starts over another wall."""


def stick_frame(layout: RoofLayout, plan: HipOrRidgePlan) -> Frame:
    """Where a stick under a seam lies: its origin at the upper end of its line, on the centre of its top."""
    seam = plan.seam
    down, shift = drop_and_shift(layout, seam)
    top = plan.top + seam.side(seam.first) * shift - UP * down
    return Frame.along(top, seam.direction * -1.0 - UP * seam.rise_per_run, seam.direction * seam.rise_per_run - UP)


def valley_member(layout: RoofLayout, plan: HipOrRidgePlan) -> Member:
    """A valley: its head as it was arranged, its heel and tail where it comes from a corner of the walls."""
    seam = plan.seam
    stock, rise_per_run, frame = stock_of(layout, seam), seam.rise_per_run, stick_frame(layout, plan)
    rows = [_end(frame, "head", name, side.at, side.normal) for name, side in ends_of(plan, "head")]
    if seam.corner is None:
        rows += [_end(frame, "end", name, side.at, side.normal) for name, side in ends_of(plan, "end")]
    else:
        rows += [*_notch(layout, seam, seam.corner, frame), *_tail(layout, seam, seam.corner, frame)]
    rows += _clips(layout, plan, frame)
    if is_ploughed(layout, seam):
        planes = (("plough", seam.first), ("plough_side", seam.second))
        rows.append(
            Removal(tuple(CutPlane(name, "plough", frame.plane_to_local(slope.plane)) for name, slope in planes))
        )
    removals = tuple(rows)
    per_run = hypot(1.0, rise_per_run)
    run = hypot(plan.top.x - seam.low.x, plan.top.y - seam.low.y)
    plate = run * per_run
    cuts = [cut for one in removals for cut in one.planes]
    head = max(along_centre(cut.plane) for cut in cuts if cut.role == "head")
    # On the centre the farther of a swallow-tail's planes ends the wood.
    tails = [along_centre(cut.plane) for cut in cuts if cut.role == "tail"]
    ends = [along_centre(cut.plane) for cut in cuts if cut.role == "end"]
    foot = max(tails) if tails else min(ends)
    lengths = {"theoretical": plate, "plan_run": run, "overall": foot - head}
    if seam.corner is not None:
        lengths |= {"head_to_plate": plate - head, "tail": foot - plate}
    spread = stock.depth * (abs(rise_per_run) + 1.0) + stock.thickness * 8 + 10.0
    unit = 1.0 / max(seam.first.inward.dot(seam.direction), seam.second.inward.dot(seam.direction))
    out = max(layout.out_of(slope) for slope in _both(seam))
    role = "valley_short" if plan.butts else "valley"
    return Member(
        role, role, stock, frame, removals,
        reach=(min(head, 0.0) - spread, max(foot, plate) + spread + 400.0),
        zero=long_point(removals, stock), lengths=lengths,
        theory=None if seam.corner is None else Theory(plate, plate + out * unit * per_run, unit),
    )  # fmt: skip


def _end(frame: Frame, kind: str, name: str, at: Vector, normal: Vector) -> Removal:
    return removal(frame, (name, kind, at, normal))


def _both(seam: Seam) -> tuple[Slope, Slope]:
    return seam.first, seam.second


def _notch(layout: RoofLayout, seam: Seam, corner: Vector, frame: Frame) -> list[Removal]:
    """Over the plates of an inside corner: what lies within either wall; or square, at the line the faces reach."""
    walls = [slope for slope in _both(seam) if abs(slope.inward_of((corner.x, corner.y))) < AT_WALL]
    if layout.roof.hip is not None and layout.roof.hip.heel == "square":
        half = stock_of(layout, seam).thickness / 2
        # On either face the wall's line stands so far downhill of the corner.
        back = max(half * abs(_aside(seam, slope)) for slope in walls)
        at = corner - seam.direction * back
        return [removal(frame, ("square", "heel", at, seam.direction), ("seat", "seat", corner, DOWN))]
    names = {id(seam.first): ("heel", "seat"), id(seam.second): ("heel_side", "seat_side")}
    return [
        removal(
            frame,
            (names[id(slope)][0], "heel", corner, slope.inward),
            (names[id(slope)][1], "seat", corner, DOWN),
        )
        for slope in walls
    ]


def _aside(seam: Seam, slope: Slope) -> float:
    """How far along a valley its wall's line moves, for a step square to it."""
    return UP.cross(seam.direction).dot(slope.inward) / seam.direction.dot(slope.inward)


def _tail(layout: RoofLayout, seam: Seam, corner: Vector, frame: Frame) -> list[Removal]:
    """A swallow-tail: what lies outside both fascias.

    Raises:
        RoofError: leaning fascias that do not meet under it.
    """
    mitre = corner_mitre(layout, corner)
    eaves = layout.roof.eaves
    if eaves.tail is Tail.SQUARE and eaves.fascia > 0 and (mitre is None or not _meets(seam, mitre)):
        raise RoofError("eaves.tail", message("error.roof_valley_square"))
    sides = [(slope, suffix) for slope, suffix in zip(_both(seam), ("", "_side"), strict=True) if _crosses(seam, slope)]
    made = []
    for numbered in zip_longest(*(tail_rows(layout, slope) for slope, _ in sides)):
        planes: list[CutPlane] = []
        for (slope, suffix), row in zip(sides, numbered, strict=True):
            planes += _sawn(slope, frame, suffix, row or ())
        made.append(Removal(tuple(planes)))
    return made


def _sawn(slope: Slope, frame: Frame, suffix: str, row: tuple[SectionRow, ...]) -> tuple[CutPlane, ...]:
    named = ((f"{name}{suffix}", role, at, out) for name, role, at, out in row)
    return slope.removal(frame, 0.0, *named).planes if row else ()


def _meets(seam: Seam, mitre: tuple[Vector, Vector]) -> bool:
    """Whether a valley's middle plane is the fascias' mitre, and the slopes are alike on both its sides."""
    point, direction = mitre
    off = UP.cross(seam.direction).dot(point - seam.low)
    turned = abs(UP.cross(seam.direction).dot(direction.unit()))
    falls = [seam.fall(slope) for slope in _both(seam)]
    return abs(off) < AT_WALL and turned < AT_WALL and abs(falls[0] - falls[1]) < AT_WALL


def _crosses(seam: Seam, slope: Slope) -> bool:
    """Whether a valley runs inward from a slope's wall: where it leans over a wall's end it meets one fascia alone."""
    return seam.direction.dot(slope.inward) > AT_WALL


def _clips(layout: RoofLayout, plan: HipOrRidgePlan, frame: Frame) -> list[Removal]:
    """Near a valley's head, and all along where it runs on under one slope, the roof beside it is not its own slopes':
    what stands above that is planed off.
    """
    seam, roof = plan.seam, outline_of(layout)
    rise, made = seam.rise_per_run, []
    tops = [
        point + UP * (frame.origin.z + rise * (point - frame.origin).dot(seam.direction))
        for point in plan.footprint.corners
    ]
    clipped: set[tuple[str, str]] = set()
    for other in roof.seams:
        if other == seam or other.kind is SeamKind.VALLEY or not other.touches(seam.high):
            continue
        for own, kept in ((seam.first, seam.second), (seam.second, seam.first)):
            # Beyond a ridge or hip of one of its slopes the roof is the slope behind that, or the valley's other one.
            if own not in (other.first, other.second):
                continue
            behind = other.second if own == other.first else other.first
            if behind == kept or not any(min(one.plane.above(top) for one in (behind, kept)) > PROUD for top in tops):
                continue
            if (behind.id, kept.id) in clipped:
                continue
            clipped.add((behind.id, kept.id))
            planes = ((f"clip_{behind.id}_{own.id}", behind), (f"clip_{kept.id}_{own.id}", kept))
            made.append(
                Removal(tuple(CutPlane(name, "clip", frame.plane_to_local(slope.plane)) for name, slope in planes))
            )
    return made
