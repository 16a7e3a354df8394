"""Supply: what is cut from which board, in which order at the saw, and what to buy."""

from .boards import Board, Laid
from .ends import Lying, Turn, lying_ways, pitch, whole_length
from .nest import Plan, nest
from .pieces import SHEET_ROLES, Section, StockLength, Wanted, by_section
from .saws import SawnEnd, SawSetting, saw_settings

__all__ = [
    "SHEET_ROLES",
    "Board",
    "Laid",
    "Lying",
    "Plan",
    "SawSetting",
    "SawnEnd",
    "Section",
    "StockLength",
    "Turn",
    "Wanted",
    "by_section",
    "lying_ways",
    "nest",
    "pitch",
    "saw_settings",
    "whole_length",
]
