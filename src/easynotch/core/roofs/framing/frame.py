"""Framing a roof of whatever plan."""

from ..plan.layout import RoofLayout
from .gable_framing import frame_gables
from .hip_framing import frame_hips
from .outline_framing import frame_outline
from .pieces import Framing


def frame_roof(layout: RoofLayout) -> Framing:
    """Return every piece of a roof with its places and joints. Raises RoofError where a pair or a tail cannot be."""
    if layout.outline is not None:
        return frame_outline(layout)
    return frame_hips(layout) if layout.hipped else frame_gables(layout)
