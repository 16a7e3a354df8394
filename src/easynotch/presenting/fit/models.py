"""What Fit shows of a stair: its joints, how the pattern is tried, the survey of one that stands; and what is checked
on whatever stands.
"""

from dataclasses import dataclass

from ..shared.models import FitView, SheetView, Shown
from .trial_models import TrialView


@dataclass(frozen=True, slots=True, kw_only=True)
class RiserView:
    """A riser of a built stair, from below: as measured, and as it becomes; what is done to the tread on top of it."""

    number: int
    measured: Shown
    odd: bool
    becomes: Shown
    mend: str


@dataclass(frozen=True, slots=True, kw_only=True)
class BuiltView:
    """What an existing stair is found to be, and the least that mends it."""

    say: str
    risers: list[RiserView]
    drawing: SheetView


@dataclass(frozen=True, slots=True, kw_only=True)
class StairFitView:
    """The dry fit of a flight, how its pattern is tried, and a built stair's survey."""

    fit: list[FitView]
    trial: list[str]
    tried: TrialView | None
    built: BuiltView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class AssembledRowView:
    """A check of what stands: what is read and how, what it should read, and what a reading says; its level is empty
    before it is read.
    """

    id: str
    what: str
    how: str
    should: str
    level: str
    said: str
    remedy: str


@dataclass(frozen=True, slots=True, kw_only=True)
class AssembledView:
    """What is checked on a work once it stands, and how far that is."""

    rows: list[AssembledRowView]
    said: str
