"""A piece longer than any board: two parts with a scarf between them, both on one sloping plane.

Where it is fixed and how strong it is are an engineer's; here the joint lies past a bearing where one is known, both
parts fit a board, and they come to the whole. Source: ``trade.md`` 7.
"""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from ..solid import CutPlane, Member, Plane, Removal, Vector, sawn_extent

SLOPE = 8.0
"""A scarf is so many times as long as the board is deep."""
PAST = 50.0
"""mm from a bearing's line to the scarf's nearest point."""


@dataclass(frozen=True, slots=True)
class Scarf:
    """A piece in two parts: where the scarf begins and ends along its top edge from its zero, over which bearing (None
    where none is in reach), and both parts.
    """

    start: float
    stop: float
    bearing: float | None
    parts: tuple[Member, Member]


def scarf(member: Member, longest: float, bearings: Sequence[float] = ()) -> Scarf | None:
    """A scarf that brings a piece onto boards of the longest length; None where two parts do not suffice.

    Args:
        member: the piece.
        longest: what a board holds, mm.
        bearings: where it bears, along its top edge from its zero.
    """
    ends = sawn_extent(member)
    low, high = ends[0] - member.zero, ends[1] - member.zero
    # Both parts hold the whole scarf, and their angled far ends.
    long = member.stock.depth * SLOPE
    first, last = high - longest + member.stock.depth, low + longest - member.stock.depth - long
    if first > last or last < low or first + long > high:
        return None
    reached = [at + PAST for at in bearings if first <= at + PAST <= last]
    start = min(reached, key=lambda at: abs(at - (first + last) / 2)) if reached else (first + last) / 2
    along = start + member.zero
    normal = Vector(member.stock.depth, -long, 0.0).unit()
    # From the top edge where it begins down to the lower edge where it ends, in the member's own frame.
    level = normal.dot(Vector(along, 0.0, 0.0))
    head = _part(member, "head", CutPlane("scarf", "scarf", Plane(normal, level)))
    foot = _part(member, "foot", CutPlane("scarf", "scarf", Plane(-normal, -level)))
    return Scarf(start, start + long, start - PAST if reached else None, (head, foot))


def _part(member: Member, end: str, sawn: CutPlane) -> Member:
    return replace(member, id=f"{member.id}.{end}", removals=(*member.removals, Removal((sawn,))), lengths={})
