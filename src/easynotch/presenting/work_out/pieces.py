"""Every piece of a work with its lengths, each named by both of its ends."""

from collections.abc import Iterator

from ...core.rules import Words
from ...core.solid import Member
from ...core.supply import SHEET_ROLES, whole_length
from ...core.terms import Length, Message
from ...exchange import Worked
from ..mark.titles import title_in

NAMED = ("theoretical", "overall", "head_to_plate", "tail", "long_point", "short_point", "flat", "between")
"""Lengths that are told, in the order they are told."""
ON_NO_PLATE = {"valley_jack": "valley_jack", "hip_valley_jack": "valley_jack", "laid_jack": "laid_jack"}
"""How the lengths are told of rafters that stand on no plate, by their roles."""
SAME = 1e-6
"""mm: a board's length that differs less from the piece's own is not told twice."""


def lengths_said(member: Member, words: Words) -> Iterator[tuple[str, float]]:
    """Yield a piece's lengths: between which two points, and how long; last what it takes of a board."""
    for key in NAMED:
        if key not in member.lengths:
            continue
        board = key == "overall" and "head_to_plate" not in member.lengths
        own = ON_NO_PLATE.get(member.role)
        said = f"{own}_{key}" if own else "overall_board" if board else key
        yield words.say(Message(f"hips.length.{said}")), member.lengths[key]
    whole = whole_length(member)
    if member.role not in SHEET_ROLES and abs(whole - member.lengths.get("overall", 0.0)) > SAME:
        yield words.say(Message("hips.length.board")), whole


def pieces_said(worked: Worked, words: Words) -> Iterator[str]:
    """Yield a work's pieces as lines to read: each with its count, then its lengths."""
    for member in worked.members:
        yield f"  {title_in(worked, member.member, words)}, × {member.member.count}"
        for said, length in lengths_said(member.member, words):
            yield f"    {said:<84} {words.value(Length(length))}"
