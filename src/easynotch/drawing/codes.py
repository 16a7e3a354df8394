"""Every rafter on a plan with its code: a letter for its kind, a number for its place, as on its label."""

from dataclasses import replace
from string import ascii_uppercase

from ..core.roofs import Framing
from ..core.solid import Vector, outline
from ..core.terms import message
from .sheet import Sheet, Text


def code_of(kind: int) -> str:
    """A, B … Z, AA, AB … for the kinds of pieces in their order, from 0."""
    first, last = divmod(kind, len(ascii_uppercase))
    return (code_of(first - 1) if first else "") + ascii_uppercase[last]


def with_codes(sheet: Sheet, framing: Framing, *, mirrored: bool) -> Sheet:
    """A plan with the code of every rafter in the middle of its length.

    Args:
        sheet: the plan.
        framing: whose pieces it shows.
        mirrored: whether the plan runs its y the other way.
    """
    texts = []
    for kind, piece in enumerate(framing.pieces):
        along = [u for u, v in outline(piece.member)]
        if "head_to_plate" not in piece.member.lengths or not along:
            continue
        middle = (min(along) + max(along)) / 2
        for number, frame in enumerate(piece.frames, 1):
            at = frame.to_world(Vector(middle, 0.0, 0.0))
            told = message("plan_code.code", code=f"{code_of(kind)}{number}")
            texts.append(Text(f"code_{kind}_{number}", (at.x, -at.y if mirrored else at.y), told))
    return replace(sheet, texts=(*sheet.texts, *texts))
