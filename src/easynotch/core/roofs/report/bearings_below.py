"""What lies on the walls and purlins below, and what comes over one without lying on it."""

from collections.abc import Iterator
from dataclasses import replace
from math import atan, degrees, hypot

from ...solid import Frame, Member
from ...terms import Angle, Check, Count, Length, Level, Named, Value, make_check
from ..framing.pieces import Framing
from ..members.bearings import CLEAR, SHORTEST_POST, Crossing, crossings, post_under
from ..plan.layout import RoofLayout

HEAVY = frozenset({"hip", "valley", "valley_short"})
"""Roles a wall below is built for before any rafter's."""


def check_bearings(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Every hip and valley over a wall below, or where there is none the longest rafter: how it lies on it, how far it
    stands above, and a wall nothing comes over.
    """
    over: dict[int, list[tuple[Member, Frame, Crossing]]] = {}
    for piece in framing.pieces:
        for frame in piece.frames:
            for one in _over(layout, piece.member, frame):
                over.setdefault(one.number, []).append((piece.member, frame, one))
    for number in range(1, len(layout.roof.plan.bearings) + 1):
        found = over.get(number, [])
        if not found:
            yield make_check(f"bearing_none.{number}", Level.LOOK, n=Count(number))
        heavy = [row for row in found if row[0].role in HEAVY]
        for member, frame, one in heavy or sorted(found, key=lambda row: -row[0].lengths["overall"])[:1]:
            yield _check(member, frame, one, _plate_of(member, frame))


def _over(layout: RoofLayout, member: Member, frame: Frame) -> Iterator[Crossing]:
    if "theoretical" in member.lengths and "plan_run" in member.lengths:
        yield from crossings(layout, frame, member.stock, (0.0, member.lengths["theoretical"]))


def _plate_of(member: Member, frame: Frame) -> float | None:
    """How high the plate is that a piece lies on; None of one that hangs between others."""
    seats = [cut.plane for cut in member.cut_planes if cut.role == "seat" and not cut.id.startswith("bearing")]
    plane = frame.plane_to_world(seats[0]) if seats else None
    return None if plane is None else plane.offset / plane.normal.z


def _check(member: Member, frame: Frame, crossing: Crossing, plate: float | None) -> Check:
    at = f"{crossing.number}.{member.id}"
    values: dict[str, Value] = {
        "piece": Named(member.id), "n": Count(crossing.number), "slope": Angle(degrees(atan(crossing.rise_per_run))),
    }  # fmt: skip
    if not crossing.notched:
        if crossing.bearing.posts and member.role in HEAVY and crossing.above > CLEAR + SHORTEST_POST:
            post = post_under(replace(member, placement=frame), crossing)
            return make_check(f"bearing_posted.{at}", Level.OK, Length(post.lengths["overall"]), **values)
        name = "bearing_off" if crossing.above > CLEAR else "bearing_edge"
        return make_check(f"{name}.{at}", Level.LOOK, Length(max(0.0, crossing.above)), **values)
    if plate is None:
        return make_check(f"bearing_hung.{at}", Level.OK, Length(crossing.stand), **values)
    from_top = hypot(crossing.lower.x - frame.origin.x, crossing.lower.y - frame.origin.y)
    going = member.lengths["plan_run"] - from_top
    values |= {"rise": Length(crossing.bearing.top - plate), "going": Length(going)}
    if crossing.skewed <= CLEAR:
        return make_check(f"bearing_on.{at}", Level.OK, Length(crossing.stand), **values)
    # Where the wall runs aslant the tape to a face is not the tape to the centre.
    values |= {"low": Length(going - crossing.skewed), "high": Length(going + crossing.skewed)}
    return make_check(f"bearing_aslant.{at}", Level.OK, Length(crossing.stand), **values)
