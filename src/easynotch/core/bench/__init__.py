"""From a member's marks to what is done at the bench, in order."""

from .gauge import Clamped, Shifted, clamped
from .holding import Angles, Setting, figures_of, fitting
from .layout import Layout, has_cheeks, lay_on_board, plumb_angle
from .lines import OVER_SUPPORTS, Needed, needed_lines
from .preferences import Cheeks, Deduct, Handed, Hold, Hook, Method, Noses, Preferences
from .step import (
    AcrossHold,
    AlongHold,
    AngleHold,
    Do,
    Edge,
    Held,
    JoinHold,
    LeggedHold,
    PencilLine,
    ReadAcross,
    SawCut,
    Stand,
    Step,
    TapeEnd,
    Walk,
)
from .steps import angles_of, steps_of, tooth_of
from .written import as_json

__all__ = [
    "OVER_SUPPORTS",
    "AcrossHold",
    "AlongHold",
    "AngleHold",
    "Angles",
    "Cheeks",
    "Clamped",
    "Deduct",
    "Do",
    "Edge",
    "Handed",
    "Held",
    "Hold",
    "Hook",
    "JoinHold",
    "Layout",
    "LeggedHold",
    "Method",
    "Needed",
    "Noses",
    "PencilLine",
    "Preferences",
    "ReadAcross",
    "SawCut",
    "Setting",
    "Shifted",
    "Stand",
    "Step",
    "TapeEnd",
    "Walk",
    "angles_of",
    "as_json",
    "clamped",
    "figures_of",
    "fitting",
    "has_cheeks",
    "lay_on_board",
    "needed_lines",
    "plumb_angle",
    "steps_of",
    "tooth_of",
]
