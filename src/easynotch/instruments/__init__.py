"""Simulated stand-ins for what is outside: site instruments that read a made-up building, and a timber yard that
answers without any network.
"""

from .instrument import (
    Between,
    Fault,
    HeightAt,
    Kind,
    Reference,
    RidgeTop,
    State,
    StringAt,
    Taken,
    Target,
    ValueOf,
    truth,
)
from .tray import INSTRUMENTS, press, turned_round
from .true_site import TrueSite, site_of
from .yard import Instead, Line, Offer, ask_yard

__all__ = [
    "INSTRUMENTS", "Between", "Fault", "HeightAt", "Instead", "Kind", "Line", "Offer", "Reference", "RidgeTop", "State",
    "StringAt", "Taken", "Target", "TrueSite", "ValueOf", "ask_yard", "press", "site_of", "truth", "turned_round",
]  # fmt: skip
