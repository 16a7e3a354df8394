"""Supply: what is cut from which board, in which order at the saw, and what to buy."""

from .ends import Lying, Turn, lying_ways, pitch
from .nest import Board, Laid, Plan, nest
from .pieces import SHEET_ROLES, Section, StockLength, Wanted, by_section, clear_lengths
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
    "clear_lengths",
    "lying_ways",
    "nest",
    "pitch",
    "saw_settings",
]
