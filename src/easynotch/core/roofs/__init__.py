"""Roofs: outline, planes, ridge, rafters, setting out, checks and working.

World of a roof: x along the ridge from the framing's first end, y across from the first long wall, z up from the
plate tops. Source of the method: ``trade.md`` 5.
"""

from .checks import check_roof
from .facts import facts_of
from .framing import Framing, Piece, frame_roof, standing_on, station
from .hips import corners, hip_drop
from .layout import Leg, RoofLayout, lay_out_roof, notch_alternatives
from .notch import NotchSizes, size_notch
from .planes import Slope, meet
from .rafter import beam_top, purlin_place
from .ridge import ridge_top, ridge_y
from .roof import (
    Blocking,
    BlockKind,
    Collar,
    Eaves,
    End,
    Gable,
    Gambrel,
    Hip,
    KeepPlanes,
    KeepsTrue,
    Lap,
    MeasuredTo,
    Notch,
    NotchRule,
    Plan,
    Ridge,
    RidgeKind,
    RidgeTop,
    Roof,
    RoofError,
    Shape,
    Tail,
    Timber,
    UpperEnd,
)
from .setting_out import FirstBay, From, SettingOut, last_bay_options, set_out
from .working import working_of

__all__ = [
    "BlockKind",
    "Blocking",
    "Collar",
    "Eaves",
    "End",
    "FirstBay",
    "Framing",
    "From",
    "Gable",
    "Gambrel",
    "Hip",
    "KeepPlanes",
    "KeepsTrue",
    "Lap",
    "Leg",
    "MeasuredTo",
    "Notch",
    "NotchRule",
    "NotchSizes",
    "Piece",
    "Plan",
    "Ridge",
    "RidgeKind",
    "RidgeTop",
    "Roof",
    "RoofError",
    "RoofLayout",
    "SettingOut",
    "Shape",
    "Slope",
    "Tail",
    "Timber",
    "UpperEnd",
    "beam_top",
    "check_roof",
    "corners",
    "facts_of",
    "frame_roof",
    "hip_drop",
    "last_bay_options",
    "lay_out_roof",
    "meet",
    "notch_alternatives",
    "purlin_place",
    "ridge_top",
    "ridge_y",
    "set_out",
    "size_notch",
    "standing_on",
    "station",
    "working_of",
]
