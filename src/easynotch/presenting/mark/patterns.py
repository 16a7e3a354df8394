"""Patterns: pieces that are sawn alike are marked once, whatever they are called, and are told where each goes."""

from dataclasses import dataclass

from ...core.rules import Words
from ...core.solid import Meeting, group_identical
from ...core.terms import Count, Message
from ...exchange import Worked, WorkedMember
from .places import meets_of
from .titles import title_in
from .tools import Tools


@dataclass(frozen=True, slots=True)
class Pattern:
    """One pattern: the piece it is marked on, and all that are traced from it, itself among them.

    ``meets`` is what stands against its wide faces; pieces that differ in it are no pattern of one another.
    """

    first: WorkedMember
    members: tuple[WorkedMember, ...]
    meets: tuple[Meeting, ...] = ()

    @property
    def count(self) -> int:
        """How many pieces are cut from it."""
        return sum(member.member.count for member in self.members)

    def spare(self, tools: Tools) -> int:
        """How many more are cut by habit."""
        return sum(tools.spare(member.member) for member in self.members)

    def goes(self, worked: Worked, words: Words) -> list[str]:
        """Where its pieces go, where they go by more than one name: each name with how many."""
        if len(self.members) == 1:
            return []
        return [
            words.say(
                Message(
                    "board.goes", {"piece": title_in(worked, member.member, words), "n": Count(member.member.count)}
                )
            )
            for member in self.members
        ]


def patterns_of(worked: Worked) -> list[Pattern]:
    """Return a work's pieces as patterns, in the order they are worked out."""
    by_id = {id(one.member): one for one in worked.members}
    groups = group_identical(one.member for one in worked.members)
    found: list[Pattern] = []
    for group in groups:
        apart: dict[tuple[object, ...], list[WorkedMember]] = {}
        meets: dict[tuple[object, ...], tuple[Meeting, ...]] = {}
        for member in group:
            here = meets_of(worked, member)
            key = tuple((one.face, round(one.low, 1), round(one.high, 1)) for one in here)
            apart.setdefault(key, []).append(by_id[id(member)])
            meets.setdefault(key, here)
        found += [Pattern(members[0], tuple(members), meets[key]) for key, members in apart.items()]
    return found


def pattern_of(worked: Worked, piece: str) -> Pattern:
    """Return the pattern a piece is traced from; the work's own pattern where there is no such piece."""
    patterns = patterns_of(worked)
    for pattern in patterns:
        if any(member.member.id == piece for member in pattern.members):
            return pattern
    return next(one for one in patterns if any(laid is worked.pattern for laid in one.members))
