"""Members that are sawn alike are one piece with many places, and have one name."""

from dataclasses import replace

from ...solid import Member
from .pieces import Piece

NAMED_APART = frozenset({"hip", "common"})
JACKS = ("jack", "valley_jack", "hip_valley_jack", "laid_jack")


def group_identical(members: list[Member]) -> list[Piece]:
    """Members of one kind as pieces: those whose sawn planes are the same are one piece with many places."""
    groups: dict[tuple[object, ...], list[Member]] = {}
    for member in members:
        groups.setdefault(signature(member), []).append(member)
    found = list(groups.values())
    names = _names([group[0] for group in found])
    return [
        Piece(replace(group[0], id=name, count=len(group)), tuple(one.placement for one in group))
        for name, group in zip(names, found, strict=True)
    ]


def signature(member: Member) -> tuple[object, ...]:
    """What two members share that are sawn alike: their planes, in whatever order they were worked out."""
    planes = sorted(
        tuple(round(value, 4) + 0.0 for value in (
            cut.plane.normal.x, cut.plane.normal.y, cut.plane.normal.z, cut.plane.offset / 10))
        for cut in member.cut_planes
    )  # fmt: skip
    return member.role, member.hand, tuple(planes)


def names_of(pieces: list[Piece]) -> dict[tuple[object, ...], str]:
    """What pieces are called, by what members that are sawn alike share."""
    return {signature(piece.member): piece.member.id for piece in pieces}


def _names(members: list[Member]) -> list[str]:
    """Commons, hips, ridges and posts are numbered where they differ; jacks by their run, left and right of one run
    under one number, the longest first.
    """
    runs = {
        role: sorted({round(one.lengths["plan_run"], 3) for one in members if one.role == role}, reverse=True)
        for role in JACKS
    }
    names, seen, taken = [], {}, set()  # type: ignore[var-annotated]
    for member in members:
        kind = member.id.rsplit("_", 1)[0] if member.role == "king_post" else member.id
        kind = "king_post" if member.role == "king_post" else kind
        if member.role in JACKS:
            known = runs[member.role]
            hand = "" if member.hand is None else f"_{member.hand}"
            name = f"{member.role}_{known.index(round(member.lengths['plan_run'], 3)) + 1}{hand}"
            extra = len(known)
            while name in taken:
                # Another slope's jack of the same run: pitches differ.
                extra += 1
                name = f"{member.role}_{extra}{hand}"
        else:
            seen[kind] = seen.get(kind, 0) + 1
            # Lefts and rights of hips, and kings that are the roof's commons, have names of their own.
            alike = "id" if member.role in NAMED_APART else "role"
            alone = sum(getattr(one, alike) == getattr(member, alike) for one in members) == 1
            name = kind if alone else f"{kind}_{seen[kind]}"
        taken.add(name)
        names.append(name)
    return names
