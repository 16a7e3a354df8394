"""The small types everyone in the core speaks. No words in here: a message is an id and its values."""

from .check import Bound, Check, Level, Limit, Limits, against, make_check
from .message import (
    Angle,
    Count,
    Least,
    Length,
    Listed,
    Message,
    Most,
    Named,
    Share,
    Value,
    Volume,
    message,
    number_of,
)
from .should import Should, checks_of_standing, stands
from .working import Line, Road, Working

__all__ = [
    "Angle",
    "Bound",
    "Check",
    "Count",
    "Least",
    "Length",
    "Level",
    "Limit",
    "Limits",
    "Line",
    "Listed",
    "Message",
    "Most",
    "Named",
    "Road",
    "Share",
    "Should",
    "Value",
    "Volume",
    "Working",
    "against",
    "checks_of_standing",
    "make_check",
    "message",
    "number_of",
    "stands",
]
