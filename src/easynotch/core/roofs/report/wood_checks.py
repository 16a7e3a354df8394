"""The checks of single pieces against their wood: how deep a notch goes, how long a board is, where defects lie.

All read off the pieces' own planes, whatever kind of piece it is.
"""

from collections.abc import Iterator

from ...solid import Member, inner_corners, lie_clear, meeting_zones, names_of, sawn_extent
from ...terms import Check, Count, Length, Level, Limits, Named, Share, Value, against, make_check
from ..framing.pieces import RAFTERS, Framing
from ..plan.layout import RoofLayout

NOTCHED = RAFTERS | {"hip", "valley"}
"""Roles of pieces that bear in a notch."""
BOUGHT_LONGER = frozenset({"fascia", "false_fascia"})
"""Roles of what is spliced from several boards."""


def check_wood(framing: Framing, limits: Limits) -> Iterator[Check]:
    """How much each kind of piece's notch takes of it, and whether its board is long enough."""
    yield from _notches(framing, limits)
    for piece in framing.pieces:
        member = piece.member
        if member.stock.length is None or member.role in BOUGHT_LONGER or not piece.frames:
            continue
        low, high = sawn_extent(member)
        fine = high - low <= member.stock.length + 1e-6
        values: dict[str, Value] = {
            "piece": Named(member.id), "value": Length(high - low), "stock": Length(member.stock.length),
        }  # fmt: skip
        level = Level.OK if fine else Level.STOP
        yield make_check(f"stock_length.{member.id}", level, Length(high - low), None, "rafter_stock", **values)


def _notches(framing: Framing, limits: Limits) -> Iterator[Check]:
    """The deepest notch of every role; the pattern's own first, as ``notch_share``, the others by their piece."""
    limit = limits.get("notch_share")
    if limit is None:
        return
    deepest: dict[str, tuple[float, Member]] = {}
    for piece in framing.pieces:
        member = piece.member
        found = notch_taken(member) if member.role in NOTCHED else None
        kind = "rafter" if member.role in RAFTERS and member.stock == framing.pieces[0].member.stock else member.id
        if found is not None and found / member.stock.depth > deepest.get(kind, (0.0, member))[0]:
            deepest[kind] = (found / member.stock.depth, member)
    for kind, (share, member) in deepest.items():
        level = against(limit, share)
        values: dict[str, Value] = {
            "piece": Named(member.id), "value": Length(share * member.stock.depth),
            "depth": Length(member.stock.depth), "limit": Share(limit.amount),
        }  # fmt: skip
        name = "notch_share" if kind == "rafter" else f"notch_share.{member.id}"
        yield make_check(name, level, Count(share), limit, **values)


def notch_taken(member: Member) -> float | None:
    """How deep the deepest notch of a piece goes from its lower edge, square to it, mm; None where it has none. A V
    goes deepest on the centre, where its heel's two planes meet.
    """
    reached = [
        corner.y for removal in member.removals if any(cut.role == "seat" for cut in removal.planes)
        for corner in inner_corners(member, removal)
    ]  # fmt: skip
    return member.stock.depth - min(reached) if reached else None


def check_defects(layout: RoofLayout, framing: Framing) -> Iterator[Check]:
    """Which end of the pattern's board to trim, so that no cut meets a defect of it."""
    defects, pattern = layout.roof.defects, framing.pieces[0].member
    length = pattern.stock.length
    if not defects:
        return
    if length is None:
        yield make_check("slide_ask", Level.LOOK)
        return
    lying = lie_clear(defects, pattern, length)
    if lying is None:
        places = names_of(meeting_zones(defects, pattern, length))
        values: dict[str, Value] = {"n": Count(len(defects)), "places": places}
        yield make_check("slide_none", Level.STOP, **values)
        return
    name = "slide_turned" if lying.turned else "slide"
    values = {"value": Length(lying.start), "to": Length(lying.free[0][1])}
    yield make_check(name, Level.OK, Length(lying.start), **values)
