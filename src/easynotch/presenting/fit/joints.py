"""A joint of the dry fit in words: exact and on the tape, drawn with its gap enlarged."""

from ...core.rules import Words
from ...core.solid import Fitted, Touch
from ...core.tape import Tape, nearest
from ...core.terms import Length
from ...drawing import draw_joint
from ..shared.in_words import sheet_view
from ..shared.models import FitView

LEAST_CONTACT = 0.5
"""Of a face: less held is no joint."""
WRONG = ("stop", "little")
"""Levels that come first."""
LARGER = 12.0
"""How many times wider than it is a gap is drawn."""


def fit_view(touch: Touch, one: Fitted, tape: Tape, words: Words, text: str) -> FitView:
    """A joint as it is shown.

    Args:
        touch: what should meet.
        one: how it does.
        tape: the tape of the answer.
        words: the user's.
        text: what the joint is between.
    """
    key = "open" if one.on_tape.opening > 0 else "tight"
    touching = nearest(abs(one.on_tape.opening), tape).divisions == 0
    found = key if not touching else "close"
    if abs(one.exact.opening) >= 1e-3 + one.within:
        found = "stop"
    elif one.exact.bears < LEAST_CONTACT:
        found = "little"
    # A hanger is no piece that is cut: its joint leads to what it holds.
    held = touch.mate.member if touch.member.role == "hanger" and touch.mate.member is not None else touch.member
    return FitView(
        id=one.exact.id,
        piece=held.id,
        text=text,
        exact=one.exact.opening,
        on_tape=words.figure(Length(abs(one.on_tape.opening))),
        signed=one.on_tape.opening if abs(one.on_tape.opening) > 1e-6 else 0.0,
        bound=words.figure(Length(one.bound)),
        contact=one.exact.contact,
        level=found,
        drawing=sheet_view(draw_joint(touch, one.on_tape.opening, LARGER), words),
    )
