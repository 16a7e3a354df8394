"""What every worked-out work has: members with their marks and cuts, and the alarm of the two roads."""

from dataclasses import dataclass

from ...core.solid import Cut, Mark, Member
from ...core.terms import Check, Count, Length, Level, Listed, Message, Named, Value, Working, message


@dataclass(frozen=True, slots=True)
class WorkedMember:
    """A member with its near-face marks and its cuts."""

    member: Member
    marks: tuple[Mark, ...]
    cuts: tuple[Cut, ...]


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
