"""What becomes of a piece that was cut before its marks moved, in words."""

from ...core.roofs import jack_step
from ...core.rules import Words
from ...core.solid import Member, Moved, Outcome, Recut
from ...core.terms import Length, Listed, Message, message
from ...exchange import Worked, WorkedRoof

NOTCH = frozenset({"seat", "heel"})
SAME = 0.1
"""mm."""


def told_of(found: Recut, words: Words) -> str:
    """Return what becomes of a piece, as a sentence."""
    if found.outcome is Outcome.RECUT:
        rows = {message.id: message for message in (_moved(one) for one in found.moved)}
        return words.say(message("recut.saw", what=Listed(tuple(rows.values()))))
    if found.outcome is Outcome.SHORT:
        if found.longer is not None and found.longer > 0:
            return words.say(message("recut.short", by=Length(found.longer)))
        return words.say(Message("recut.spoiled"))
    return words.say(Message("recut.fits"))


def _moved(one: Moved) -> Message:
    role = "notch" if one.cut.role in NOTCH else "head" if one.cut.plane.normal.x < 0 else "foot"
    if one.by is None:
        return Message(f"recut.{role}_anew")
    return message(f"recut.{role}", by=Length(one.by))


def slide_of(worked: Worked, before: Member, after: Member, found: Recut) -> float:
    """Return how far a jack that is too short slides along the plate towards its corner, mm; 0 where none can."""
    if not isinstance(worked, WorkedRoof) or after.role != "jack" or found.longer is None or found.longer <= 0:
        return 0.0
    if abs(before.lengths["tail"] - after.lengths["tail"]) > SAME:
        # Its tail is short, and that does not slide.
        return 0.0
    difference = worked.facts.get("common_difference")
    return 0.0 if not difference else found.longer * jack_step(worked.layout) / float(difference)
