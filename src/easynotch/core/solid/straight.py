"""Straight pieces: boards sawn square at both ends, which most of a building is made of."""

from collections.abc import Sequence

from .frame import Frame
from .member import CutPlane, Member, Removal, Stock
from .vector import Plane, Vector

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
