"""What the stations of a roof show beside what every work does."""

from dataclasses import dataclass
from typing import Annotated

from pydantic import Field

from ..fit.trial_models import TrialView
from ..mark.models import AlternativeView
from ..shared.models import FactView, FitView, Point, SheetView, Shown
from .survey import SurveyView


@dataclass(frozen=True, slots=True, kw_only=True)
class NotchView:
    """A notch to choose: its joint, and what it comes to."""

    id: str
    name: str
    rule: str
    typed: str
    chosen: bool
    level: str
    seat: Shown | None
    hap: Shown
    depth: Shown
    share: str
    drawing: SheetView


@dataclass(frozen=True, slots=True, kw_only=True)
class FasciaPieceView:
    """A length of a fascia: where it begins, and the rafters' near sides from its own start."""

    start: float
    length: Shown
    marks: list[Shown]


@dataclass(frozen=True, slots=True, kw_only=True)
class FasciaView:
    """The fascia of one eave: its pieces, and what is said of its height, splices, corners and chalk line."""

    length: Shown
    pieces: list[FasciaPieceView]
    say: list[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class PlaceView:
    """A mark of the setting out: which rafter, and where the pencil line for its near side stands."""

    number: int
    at: Shown
    centre: float


@dataclass(frozen=True, slots=True, kw_only=True)
class FirstBayView:
    """A way to set out: how many rafters it takes and what its last bay is."""

    id: str
    name: str
    chosen: bool
    count: int
    last: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class StandView:
    """A piece along a plate or a ridge: its near side from where the tape is hooked, and where it lies, mm."""

    at: Shown
    near: float
    far: float
    title: str


@dataclass(frozen=True, slots=True, kw_only=True)
class LathView:
    """A plate or a ridge with all that stands along it."""

    title: str
    length: Shown
    stands: list[StandView]


@dataclass(frozen=True, slots=True, kw_only=True)
class SettingOutView:
    """Plate and ridge as one marked lath: its length, and the marks from the chosen end."""

    length: Shown
    thickness: float
    say: str
    places: list[PlaceView]
    ways: list[FirstBayView]
    hooked: str
    fascia: FasciaView | None
    lookouts: list[Shown]
    laths: Annotated[list[LathView], Field(description="of hipped roofs and outlines: every plate, and the ridge")]


@dataclass(frozen=True, slots=True, kw_only=True)
class SideView:
    """A side of an outline: its length, the inside angle at its start, its own pitch and how much higher its plate
    stands, both as typed, eave or gable. ``tie`` tells, where that corner turns inward, how far it is between the two
    corners beside it.
    """

    number: int
    length: Shown
    angle: str
    degrees: float
    pitch: str
    plate: str
    roof: str
    tie: str
    at: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class RoofView:
    """What only a roof has on its screens."""

    plan: SheetView
    notch: SheetView
    alternatives: list[AlternativeView]
    notches: list[NotchView]
    fit: list[FitView]
    line_up: Annotated[str, Field(description="how fascias come level; by the overhang where plates differ")]
    trial: list[str]
    tried: TrialView | None
    setting_out: SettingOutView
    lengths: list[FactView]
    survey: Annotated[SurveyView | None, Field(description="the plates as they were surveyed, where they were")]
    sides: Annotated[list[SideView], Field(description="of an outline or polygon, else empty")]


@dataclass(frozen=True, slots=True, kw_only=True)
class CornersView:
    """The corners of an outline as they are written in a job file."""

    corners: list[tuple[str, str]]


@dataclass(frozen=True, slots=True, kw_only=True)
class PitchView:
    """A pitch as it is written in a job file."""

    pitch: str
