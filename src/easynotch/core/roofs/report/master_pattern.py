"""The master pattern of a slope: common, end common and every jack on one board, each from its run line.

All share notch and tail; what differs is where the head comes. The run line of a piece is its theoretical head, its
run times the slope's length per run up from the plumb line over the plate; its own deduction is marked beside it.

Valley jacks share their head instead, on a pattern of their own: from the ridge's line down to the valley's centre
line, and their own deduction back up to the foot.
"""

from dataclasses import dataclass
from math import hypot

from ...solid import Member
from ..framing.pieces import Framing
from ..members.rafter import along_centre
from ..plan.layout import RoofLayout, RoofSide

SAME = 1e-6
OTHER_HEADS = frozenset({"hip", "over_gable", "trimmed"})
"""Roles of what has a notch and a tail, but no head a slope's pattern could give it."""


@dataclass(frozen=True, slots=True)
class MasterLine:
    """A piece on the master pattern, mm along the top edge from the plumb line over the plate (a valley jack's from the
    ridge's line): its run line, and its own head, or foot, on the centre line; for cheeked heads the long and short
    points too.
    """

    piece: str
    run_line: float
    head: float
    long_point: float | None
    short_point: float | None
    level_share: float

    @property
    def level(self) -> float:
        """From the run line back to the head, measured level: what is told of ridge, mate or hip."""
        return self.deduction * self.level_share

    @property
    def deduction(self) -> float:
        """From the run line back to the head, along the edge."""
        return self.run_line - self.head


@dataclass(frozen=True, slots=True)
class MasterPattern:
    """A slope's pattern: the piece whose notch and tail all share (``from_head``: whose head), its lines, the longest
    first.
    """

    slope: str
    pattern: Member
    lines: tuple[MasterLine, ...]
    from_head: bool = False

    @property
    def length(self) -> float:
        """The board it needs, along the top edge, mm."""
        return self.lines[0].run_line + self.pattern.lengths.get("tail", 0.0)


def master_patterns(layout: RoofLayout, framing: Framing) -> list[MasterPattern]:
    """One pattern for every pitch and overhang of the roof that has rafters on it."""
    sides = list(layout.sides)
    found: list[MasterPattern] = []
    seen: list[tuple[float, float]] = []
    for side in sides:
        key = (side.slope.rise_per_run, layout.out_of(side.slope))
        if any(hypot(key[0] - one[0], key[1] - one[1]) < SAME for one in seen):
            continue
        seen.append(key)
        lines, pattern = _lines(layout, framing, sides, side)
        if pattern is not None:
            found.append(MasterPattern(side.slope.id, pattern, lines))
        feet, longest = _feet(framing, side)
        if longest is not None:
            found.append(MasterPattern(side.slope.id, longest, feet, from_head=True))
    return found


def _feet(framing: Framing, side: RoofSide) -> tuple[tuple[MasterLine, ...], Member | None]:
    """Every valley jack of a pitch whose head is the longest one's, each to its foot."""
    fall = side.slope.rise_per_run / side.slope.per_run
    standing = [piece.member for piece in framing.pieces if piece.member.role == "valley_jack" and piece.frames]
    jacks = [jack for jack in standing if abs(abs(jack.placement.x.z) - fall) < SAME]
    if not jacks:
        return (), None
    longest = max(jacks, key=lambda jack: jack.lengths["theoretical"])
    lines = [
        MasterLine(jack.id, jack.lengths["theoretical"], _at(jack, "foot"), None, None, 1.0 / side.slope.per_run)
        for jack in jacks
        if abs(_at(jack, "head") - _at(longest, "head")) < SAME
    ]
    return tuple(sorted(lines, key=lambda line: -line.run_line)), longest


def _at(member: Member, cut_id: str) -> float:
    return along_centre(next(cut.plane for cut in member.cut_planes if cut.id == cut_id))


def _lines(
    layout: RoofLayout, framing: Framing, sides: list[RoofSide], side: RoofSide
) -> tuple[tuple[MasterLine, ...], Member | None]:
    alike = [
        one
        for one in sides
        if abs(one.slope.rise_per_run - side.slope.rise_per_run) < SAME
        and abs(layout.out_of(one.slope) - layout.out_of(side.slope)) < SAME
    ]
    downs = [one.slope.frame(0.0, one.run).x for one in alike]
    lines: list[MasterLine] = []
    pattern: Member | None = None
    for piece in framing.pieces:
        member = piece.member
        stands = any((frame.x - down).length < SAME for frame in piece.frames for down in downs)
        if (
            not stands
            or "tail" not in member.lengths
            or "head_to_plate" not in member.lengths
            or member.role in OTHER_HEADS
        ):
            continue
        lengths = member.lengths
        lines.append(
            MasterLine(
                member.id, lengths["theoretical"], lengths["head_to_plate"], lengths.get("long_point"),
                lengths.get("short_point"),
                hypot(member.placement.x.x, member.placement.x.y),
            )
        )  # fmt: skip
        if pattern is None or lengths["theoretical"] > pattern.lengths["theoretical"]:
            pattern = member
    return tuple(sorted(lines, key=lambda one: -one.run_line)), pattern
