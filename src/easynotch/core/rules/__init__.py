"""What trades and authorities agree or disagree on: limit sets, and the words of each dialect."""

from .choices import Choice, choices
from .limit_sets import LimitChange, LimitSet, LimitSetId, changed, limit_set, usual_limit_set
from .piece_names import joint_parts, piece_name
from .words import Dialect, Words, catalogue, is_angle, is_length

__all__ = [
    "Choice",
    "Dialect",
    "LimitChange",
    "LimitSet",
    "LimitSetId",
    "Words",
    "catalogue",
    "changed",
    "choices",
    "is_angle",
    "is_length",
    "joint_parts",
    "limit_set",
    "piece_name",
    "usual_limit_set",
]
