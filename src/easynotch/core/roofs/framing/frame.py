"""Framing a roof of whatever plan."""

from ...solid import Member
from ..members.outline_rafters import Near
from ..plan.layout import RoofLayout
from .as_built import frame_as_built
from .gable_framing import frame_gables
from .outline_framing import frame_outline, outline_pieces_near
from .pieces import Framing


def frame_roof(layout: RoofLayout) -> Framing:
    """Return every piece of a roof with its places and joints. Raises RoofError where a pair or a tail cannot be."""
    if layout.outline is not None:
        return frame_outline(layout)
    framing = frame_gables(layout)
    return framing if layout.roof.as_built is None else frame_as_built(layout, framing)


def pieces_near(layout: RoofLayout, near: Near) -> list[Member]:
    """Return the pieces of a roof with hips that reach a place, and some beyond, each where it stands. Raises RoofError
    as framing the whole does.
    """
    return outline_pieces_near(layout, near)
