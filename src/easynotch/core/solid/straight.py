"""Straight pieces: boards sawn square at both ends, which most of a building is made of."""

from collections.abc import Sequence
from dataclasses import replace
from math import hypot

from .frame import Frame
from .member import CutPlane, Member, Removal, Stock
from .vector import Plane, Vector

SQUARE_ENOUGH = 0.5
"""mm: a cut that leans by less through a board's thickness is sawn square."""
PAST = 10.0
"""mm: how far the uncut board reaches past its ends."""


def square_ends(end: float, start: float = 0.0) -> tuple[Removal, Removal]:
    """Return the two square cuts of a board that is left from ``start`` to ``end`` along its own x, mm."""
    return (
        Removal((CutPlane("head", "head", Plane(Vector(-1.0, 0.0, 0.0), -start)),)),
        Removal((CutPlane("end", "end", Plane(Vector(1.0, 0.0, 0.0), end)),)),
    )


def ripped(width: float) -> Removal:
    """A board ripped along its length to so much of its depth, from the top edge."""
    return Removal((CutPlane("rip", "rip", Plane(Vector(0.0, 1.0, 0.0), width)),))


def straight(
    member_id: str,
    role: str,
    stock: Stock,
    frames: Sequence[Frame],
    length: float,
    *more: Removal,
) -> tuple[Member, tuple[Frame, ...]]:
    """A board with square ends and the places it stands in.

    Args:
        member_id: its id.
        role: what it is.
        stock: its section.
        frames: where it begins, once for each that is like it.
        length: along its x, mm.
        more: what else is taken off it.
    """
    member = Member(
        member_id, role, stock, frames[0], (*square_ends(length), *more), reach=(-PAST, length + PAST), zero=0.0,
        count=len(frames), lengths={"overall": length},
    )  # fmt: skip
    return member, tuple(frames)


def as_sawn(member: Member) -> Member:
    """A piece cut for one place as it is marked and sawn: cuts that lean by next to nothing through its thickness are
    square, where they were in its middle.
    """
    if member.place is None:
        return member

    def squared(cut: CutPlane) -> CutPlane:
        normal = cut.plane.normal
        level = hypot(normal.x, normal.y)
        if not 0.0 < abs(normal.z) * member.stock.thickness < SQUARE_ENOUGH * level:
            return cut
        return replace(cut, plane=Plane(Vector(normal.x / level, normal.y / level, 0.0), cut.plane.offset / level))

    rows = tuple(Removal(tuple(squared(cut) for cut in removal.planes)) for removal in member.removals)
    return replace(member, removals=rows)
