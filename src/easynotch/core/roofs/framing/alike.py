"""Rafters that differ by little, each cut for its own place, as one pattern: none of their cuts lies farther off than
was allowed.
"""

from dataclasses import replace
from itertools import product

from ...solid import Member, Plane, Vector
from ..members.outline_rafters import Standing

RUNS_ALONG = 0.05
"""Of a unit normal along the rafter: a plane with less is not met by its edges."""
APART = 1e-9
"""mm: what differs by less is the same."""


def cut_alike(standing: list[Standing], within: float) -> list[Standing]:
    """The same rafters, those that differ from a pattern among them by no more than ``within``, mm, cut like it.

    From the shortest up: the longest that is near enough is the pattern for all that are near enough to it.
    """
    kinds: dict[tuple[object, ...], list[int]] = {}
    for k, one in enumerate(standing):
        if within > 0 and "stand" in one.member.lengths:
            ids = tuple(cut.id for cut in one.member.cut_planes)
            kinds.setdefault((one.member.role, one.member.hand, one.member.stock, ids), []).append(k)
    made = list(standing)
    for kind in kinds.values():
        left = sorted(kind, key=lambda k: (standing[k].member.lengths["overall"], standing[k].member.lengths["stand"]))
        while left:
            pattern = standing[_last_near(standing, left, within)].member
            group = [k for k in left if apart(standing[k].member, pattern) <= within]
            for k in group:
                made[k] = _like(standing[k], pattern, within)
            left = [k for k in left if k not in group]
    return made


def _last_near(standing: list[Standing], left: list[int], within: float) -> int:
    """The last of those left that is near enough to the first."""
    first = standing[left[0]].member
    return [k for k in left if apart(first, standing[k].member) <= within][-1]


def _like(one: Standing, pattern: Member, within: float) -> Standing:
    """A rafter cut like a pattern, in its own place, with its own number."""
    if apart(one.member, pattern) < APART:
        return one
    lengths = {**pattern.lengths, "stand": one.member.lengths["stand"]}
    member = replace(pattern, id=one.member.id, place=one.member.place, placement=one.member.placement, lengths=lengths)
    return replace(one, member=member, within=within)


def apart(one: Member, other: Member) -> float:
    """How far two members' cuts of the same names lie apart on the board, the farthest, mm."""
    far, half, depth = 0.0, one.stock.thickness / 2, one.stock.depth
    for mine, its in zip(one.cut_planes, other.cut_planes, strict=True):
        for plane, against in ((mine.plane, its.plane), (its.plane, mine.plane)):
            if abs(plane.normal.x) < RUNS_ALONG:
                far = max(far, abs(plane.offset - against.offset))
                continue
            for y, z in product((0.0, depth), (-half, half)):
                far = max(far, abs(against.above(_met(plane, y, z))))
    return far


def _met(plane: Plane, y: float, z: float) -> Vector:
    """Where a line along the board meets a plane."""
    return Vector((plane.offset - plane.normal.y * y - plane.normal.z * z) / plane.normal.x, y, z)
