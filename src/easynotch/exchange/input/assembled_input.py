"""What was read on a work that stands, in the job file, by the check it is read for."""

from .measured import NotNegative, Signed
from .parts import Part


class Readings(Part):
    """Readings of checks that are known by their field's name."""

    def read(self) -> dict[str, float]:
        """What was read, mm, by the check."""
        return {name: value.mm for name, value in self if value is not None}


class RoofStanding(Readings):
    """What was read on a roof: heights and diagonals as they are, everything else as it is off."""

    ridge_first: NotNegative | None = None
    ridge_last: NotNegative | None = None
    ridge_string: NotNegative | None = None
    rafters_string: NotNegative | None = None
    plane_first: NotNegative | None = None
    plane_second: NotNegative | None = None
    hip_edge: Signed | None = None
    hip_string: NotNegative | None = None
    valley_centre: Signed | None = None
    tails_gap: NotNegative | None = None
    fascia_string: NotNegative | None = None


class StairStanding(Readings):
    """What was read on a stair."""

    stair_diagonal: NotNegative | None = None
    top_riser: NotNegative | None = None
    bottom_riser: NotNegative | None = None
    risers_differ: NotNegative | None = None
    tread_level: NotNegative | None = None
    guard_height: NotNegative | None = None
    guard_gap: NotNegative | None = None
    handrail_height: NotNegative | None = None
