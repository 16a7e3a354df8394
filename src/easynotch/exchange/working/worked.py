"""What every worked-out work has: members with their marks and cuts, and the alarm of the two roads."""

from dataclasses import astuple, dataclass
from hashlib import sha256

from ...core.solid import Cut, Mark, Member
from ...core.terms import Check, Count, Length, Level, Listed, Message, Named, Value, Working, message


@dataclass(frozen=True, slots=True)
class WorkedMember:
    """A member with its near-face marks and its cuts."""

    member: Member
    marks: tuple[Mark, ...]
    cuts: tuple[Cut, ...]


def pattern_name(member: Member) -> str:
    """A short name of a piece by how it is sawn: to a thousandth of a mm, one that is marked otherwise has another."""
    planes = [
        (cut.id, *(round(part, 3) + 0.0 for part in (*astuple(cut.plane.normal), cut.plane.offset)))
        for cut in member.cut_planes
    ]
    return sha256(repr([astuple(member.stock), planes]).encode()).hexdigest()[:12]


def two_roads(working: tuple[Working, ...]) -> tuple[Check, ...]:
    """The alarm: a stop for every number whose two roads do not meet."""
    wrong = tuple(
        Check(
            f"working_agrees.{one.fact}",
            Level.STOP,
            message("check.working_agrees.over", fact=one.fact, value=_as(one.first.value, one.difference)),
            remedy=Message("check.working_agrees.do"),
        )
        for one in working
        if not one.agrees
    )
    agreed = Message("check.working_agrees.ok", {"n": Count(len(working))})
    return wrong or (Check("working_agrees", Level.OK, agreed),)


def _as(value: Value, number: float) -> Value:
    """A number in the unit of a figure."""
    return Length(number) if isinstance(value, str | Named | Listed) else type(value)(number)
