"""What a tried pattern tells, as it is shown."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
class CauseView:
    """A cause with its size, what puts it right, and how much of what was seen it explains."""

    id: str
    say: str
    remedy: str
    explains: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialPlaceView:
    """A place the pattern has to fit at, and whether it did."""

    id: str
    label: str
    passed: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialView:
    """What was typed tells these causes, best first; none where nothing was typed. ``others`` says how those after the
    first compare with it.
    """

    causes: list[CauseView]
    others: str
    fits: bool
    """Gaps were read, and nothing that was typed is to put right."""
    places: list[TrialPlaceView]
    pattern: str
    said: str
    """At how many of them it fitted."""
