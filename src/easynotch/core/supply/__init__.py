"""Supply: what is cut from which board, in which order at the saw, and what to buy."""

from .boards import Board, Laid
from .ends import Lying, Turn, lying_ways, pitch, whole_length
from .nest import Plan, always, nest
from .pieces import SHEET_ROLES, Section, StockLength, Wanted, by_section, may_lie
from .rack import LEAST_KEPT, OnHand, Sighted, clear_lengths, off_cuts
from .saws import Rip, SawnEnd, SawSetting, rips, saw_settings
from .scarf import Scarf, scarf

__all__ = [
    "LEAST_KEPT",
    "SHEET_ROLES",
    "Board",
    "Laid",
    "Lying",
    "OnHand",
    "Plan",
    "Rip",
    "SawSetting",
    "SawnEnd",
    "Scarf",
    "Section",
    "Sighted",
    "StockLength",
    "Turn",
    "Wanted",
    "always",
    "by_section",
    "clear_lengths",
    "lying_ways",
    "may_lie",
    "nest",
    "off_cuts",
    "pitch",
    "rips",
    "saw_settings",
    "scarf",
    "whole_length",
]
