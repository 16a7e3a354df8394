"""What a worked-out work shows on its stations, as models: the screen's types come from these."""

from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import Field

from ..mark.models import BoardView, PieceView
from ..shared.assumed import AssumedView
from ..shared.kept import MeasuredKeyView, ValueReadingsView
from ..shared.models import CheckView, FactView, Point, SheetView, Shown, WorkingView
from .roof_models import RoofView


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanCardView:
    """A roof from above, small: its eaves and where its slopes meet; mm, y up."""

    outline: list[Point]
    seams: list[tuple[Point, Point]]


@dataclass(frozen=True, slots=True, kw_only=True)
class ProfileView:
    """The walked-on line of a flight, mm, y down, deck at 0."""

    steps: list[Point]
    ground: float
    run: float


@dataclass(frozen=True, slots=True, kw_only=True)
class NoteView:
    """A remark on a candidate."""

    level: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CandidateView:
    """A riser count and its consequences."""

    count: int
    chosen: bool
    fits: bool
    riser: Shown
    going: Shown
    slope: str
    run: Shown
    comfort: Shown
    left: Shown
    left_under: str
    notes: list[NoteView]
    profile: ProfileView


@dataclass(frozen=True, slots=True, kw_only=True)
class DriftView:
    """What stepping off with one setting does over the flight."""

    gauge: Shown
    total: Shown
    each: Shown
    last: Shown
    creep: list[float]
    level: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class StationView:
    """How a station stands: settled, open or waiting, and a word on it."""

    id: str
    state: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ScreenView:
    """A work as the stations show it. ``candidates`` and ``drift`` are a flight's, ``roof`` is a roof's."""

    kind: str
    facts: list[FactView]
    checks: list[CheckView]
    working: list[WorkingView]
    candidates: list[CandidateView]
    drift: DriftView | None
    sketch: SheetView
    pieces: list[PieceView]
    board: BoardView
    stations: list[StationView]
    limits: str
    confirm: str
    readings: Annotated[dict[str, Shown], Field(description="every typed length by its key, as it was understood")]
    supposed: Annotated[list[str], Field(description="keys that are missing and were supposed, for the drawing alone")]
    assumed: list[AssumedView]
    kept: Annotated[list[ValueReadingsView], Field(description="readings kept of its values")]
    keys: Annotated[list[MeasuredKeyView], Field(description="the values that can be read again")]
    roof: RoofView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class SketchView:
    """What is drawn and read back while a number is still being typed: the rest of the screen stays as it was."""

    sketch: SheetView
    plan: SheetView | None
    facts: list[FactView]
    readings: dict[str, Shown]
    supposed: list[str]
    assumed: list[AssumedView]


@dataclass(frozen=True, slots=True, kw_only=True)
class WorkAnswer:
    """One work, worked out: the contract, and what the screen shows of it."""

    name: str
    kind: str
    facts: dict[str, float]
    members: list[dict[str, Any]]
    joints: list[dict[str, Any]]
    checks: list[dict[str, Any]]
    causes: list[dict[str, Any]]
    screen: ScreenView


@dataclass(frozen=True, slots=True, kw_only=True)
class WorkOutAnswer:
    """A job, worked out."""

    works: list[WorkAnswer]


@dataclass(frozen=True, slots=True, kw_only=True)
class SolidView:
    """A piece as a solid: its corners in its own frame and its triangles, and the frames it stands in.

    A frame is its origin and its x and y axes in the world, nine numbers.
    """

    id: str
    title: str
    role: str
    corners: list[float]
    triangles: list[int]
    frames: list[list[float]]


@dataclass(frozen=True, slots=True, kw_only=True)
class WholeView:
    """The whole work in the world, mm, z up."""

    solids: list[SolidView]


@dataclass(frozen=True, slots=True, kw_only=True)
class OverlapsView:
    """Which pieces stand in each other, in words, and how many pieces were looked at."""

    pieces: int
    overlaps: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class HandOutView:
    """A work's bench steps as one self-contained page; empty while something is still to be measured."""

    name: str
    html: str
