"""What trades and authorities agree or disagree on: limit sets, and the words of each dialect."""

from .limit_sets import LimitSet, LimitSetId, limit_set, usual_limit_set
from .words import Dialect, Words, catalogue

__all__ = [
    "Dialect",
    "LimitSet",
    "LimitSetId",
    "Words",
    "catalogue",
    "limit_set",
    "usual_limit_set",
]
