"""Stairs with cut stringers: riser candidates, the layout of a flight, its stringers, checks and working.

World of a flight: x level from the header's face towards the foot, y across the stair, z up from the top of the
framing above. Source of the method: ``trade.md`` 4.
"""

from .candidates import Candidate, riser_candidates
from .checks import check_flight
from .facts import facts_of
from .fit import joints_of
from .flight import (
    Boards,
    Flight,
    FlightError,
    Head,
    HeadKind,
    Kicker,
    KickerNotch,
    RiserChoice,
    RiserRule,
    Section,
    Tread,
)
from .layout import Layout, lay_out, riser_count
from .stringer import stringers
from .working import working_of

__all__ = [
    "Boards",
    "Candidate",
    "Flight",
    "FlightError",
    "Head",
    "HeadKind",
    "Kicker",
    "KickerNotch",
    "Layout",
    "RiserChoice",
    "RiserRule",
    "Section",
    "Tread",
    "check_flight",
    "facts_of",
    "joints_of",
    "lay_out",
    "riser_candidates",
    "riser_count",
    "stringers",
    "working_of",
]
