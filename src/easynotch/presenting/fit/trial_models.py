"""What a tried pattern tells, as it is shown."""

from dataclasses import dataclass

from ..shared.models import SheetView


@dataclass(frozen=True, slots=True, kw_only=True)
class CorrectionView:
    """What a correction changes in the work: the key, and what is typed there."""

    path: str
    value: str
    say: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CauseView:
    """A cause with its size, what puts it right, and how much of what was seen it explains; what is changed in the work
    where the correction can be taken into it.
    """

    id: str
    say: str
    remedy: str
    explains: str
    correction: CorrectionView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialPlaceView:
    """A place the pattern has to fit at, and whether it did."""

    id: str
    label: str
    passed: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialSpotView:
    """Where on the drawing a reading is taken, by its name."""

    id: str
    at: tuple[float, float]


@dataclass(frozen=True, slots=True, kw_only=True)
class TriedPieceView:
    """A piece of which gaps tell something."""

    id: str
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TrialView:
    """What was typed tells these causes, best first; none where nothing was typed. ``others`` says how those after the
    first compare with it; ``piece`` is the one of ``pieces`` that is tried, ``gaps`` and ``heights`` are what is read
    of it.
    """

    drawing: SheetView | None
    """The piece in its place, what was read drawn larger than it is; None where it is not tried so."""
    spots: list[TrialSpotView]
    pieces: list[TriedPieceView]
    piece: str
    gaps: list[str]
    heights: list[str]

    causes: list[CauseView]
    others: str
    fits: bool
    """Gaps were read, and nothing that was typed is to put right."""
    places: list[TrialPlaceView]
    pattern: str
    said: str
    """At how many of them it fitted."""
