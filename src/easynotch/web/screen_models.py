"""What a worked-out work shows on its stations, as models: the screen's types come from these."""

from dataclasses import dataclass
from typing import Annotated, Any

from pydantic import BaseModel, ConfigDict, Field

Point = tuple[float, float]


class View(BaseModel):
    """An answer as a whole. Its parts are plain dataclasses: there are hundreds, and they are made by us."""

    model_config = ConfigDict(extra="forbid")


@dataclass(frozen=True, slots=True, kw_only=True)
class Shown:
    """A length as it is called: mm, the nearest mark of the tape, and how it stands to it ("strong", "" …)."""

    mm: float
    text: str
    sense: str


@dataclass(frozen=True, slots=True, kw_only=True)
class FactView:
    """A fact with its words: what it is between, and its value."""

    id: str
    label: str
    text: str
    sense: str
    value: float


@dataclass(frozen=True, slots=True, kw_only=True)
class CheckView:
    """A check in words."""

    id: str
    level: str
    text: str
    remedy: str | None
    source: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class LineView:
    """A step of a working."""

    what: str
    figures: str
    result: str


@dataclass(frozen=True, slots=True, kw_only=True)
class WorkingView:
    """The two roads to a number."""

    fact: str
    label: str
    first: list[LineView]
    second: list[LineView]
    result: Shown
    agrees: bool


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
    throat: Shown
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
class PathView:
    """A line or an area on a layer."""

    id: str
    layer: str
    points: list[Point]
    closed: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class DimensionView:
    """A distance drawn with both ends; ``field`` is where it is typed, if it is."""

    id: str
    start: Point
    end: Point
    offset: float
    label_at: float
    length: Shown
    label: str
    field: str | None


@dataclass(frozen=True, slots=True, kw_only=True)
class TextView:
    """Words on a drawing."""

    id: str
    at: Point
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class SheetView:
    """A drawing in mm, y down."""

    extent: tuple[float, float, float, float]
    paths: list[PathView]
    dimensions: list[DimensionView]
    texts: list[TextView]


@dataclass(frozen=True, slots=True, kw_only=True)
class MarkView:
    """A pencil line on the near face."""

    id: str
    role: str
    pieces: list[tuple[Point, Point]]


@dataclass(frozen=True, slots=True, kw_only=True)
class SquareView:
    """The square in its setting: its outline, and the figures to hold at the board's top edge."""

    shape: list[Point]
    heel: Point
    tongue_at: Point
    body_at: Point
    tongue_figure: Shown
    body_figure: Shown
    reaches: bool
    scales: Annotated[str, Field(description="which scales are read, in words")]
    unit: Annotated[float, Field(description="mm of one numbered graduation")]
    division: Annotated[float, Field(description="mm of one fine graduation")]
    numbered: Annotated[float, Field(description="what one numbered graduation counts: 1 inch or 10 mm")]


@dataclass(frozen=True, slots=True, kw_only=True)
class SawView:
    """A saw for a cut: whether it reaches, and what to do where it does not."""

    level: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class CutView:
    """A cut at the saw: line and tilt, the mitre saw's pairs, and which of the shop's saws reach it."""

    id: str
    lines: list[str]
    saws: list[SawView]


@dataclass(frozen=True, slots=True, kw_only=True)
class StopView:
    """A stop along the board: what to draw, its figure with both ends, and the square that draws it."""

    id: str
    kind: str
    title: str
    say: str
    figure: Shown | None
    ends: str
    marks: list[str]
    lines: list[tuple[Point, Point]]
    lens: Point
    held: Annotated[list[str], Field(description="how each of its lines is set and held, by the shop's way")]
    others: Annotated[str, Field(description="other figures for the same line, or nothing")]
    face: Annotated[str, Field(description="the face that lies up: near or far")]
    at: Annotated[float | None, Field(description="the running mark on the top edge that is read, mm from the hook")]
    measure: Annotated[
        tuple[Point, Point] | None, Field(description="the two ends of the figure, where it is not on the tape")
    ]
    square: SquareView | None
    cuts: list[CutView]


@dataclass(frozen=True, slots=True, kw_only=True)
class RunningView:
    """A running mark on the top edge."""

    number: int
    at: float
    figure: Shown


@dataclass(frozen=True, slots=True, kw_only=True)
class FarView:
    """The far face, seen through the wood: as the near face's, in the same frame."""

    outline: list[Point]
    waste: list[list[Point]]
    marks: list[MarkView]


@dataclass(frozen=True, slots=True, kw_only=True)
class BoardView:
    """A piece lying on the horses: u from the hook, v down from the top edge, mm."""

    id: str
    title: str
    count: int
    depth: float
    board: Shown
    stock: Shown | None
    outline: list[Point]
    waste: list[list[Point]]
    marks: list[MarkView]
    running: list[RunningView]
    far: Annotated[FarView | None, Field(description="where a cut does not go straight through")]
    away: Annotated[bool, Field(description="the square's heel away: drawn with the top edge towards the user")]
    left_handed: Annotated[bool, Field(description="drawn with the hook to the right")]
    hook: Annotated[float, Field(description="where the tape is hooked, mm along the board")]
    stops: list[StopView]
    tape_unit: float
    tape_division: float
    tape_numbered: float


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceView:
    """A piece that can be laid on the horses."""

    id: str
    title: str
    count: int
    spare: Annotated[int, Field(description="how many more are cut, by the shop's habit")]


@dataclass(frozen=True, slots=True, kw_only=True)
class StationView:
    """How a station stands: settled, open or waiting, and a word on it."""

    id: str
    state: str
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class AlternativeView:
    """A notch by one of its rules: what the rule says of this one, and whether it is the chosen rule."""

    rule: str
    label: str
    value: str
    typed: str
    chosen: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class FitView:
    """A joint of the dry fit: exact, and as marked on the tape, with the bound it must keep."""

    id: str
    piece: str
    text: str
    exact: float
    on_tape: str
    signed: float
    bound: str
    contact: float
    level: str
    drawing: SheetView


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


@dataclass(frozen=True, slots=True, kw_only=True)
class SideView:
    """A side of an outline: its length, the inside angle at its start, its own pitch as typed, eave or gable."""

    number: int
    length: Shown
    angle: str
    degrees: float
    pitch: str
    roof: str
    at: Point


@dataclass(frozen=True, slots=True, kw_only=True)
class RoofView:
    """What only a roof has on its screens."""

    plan: SheetView
    notch: SheetView
    alternatives: list[AlternativeView]
    notches: list[NotchView]
    fit: list[FitView]
    trial: list[str]
    setting_out: SettingOutView
    lengths: list[FactView]
    sides: Annotated[list[SideView], Field(description="of an outline or polygon, else empty")]


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
    roof: RoofView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class WorkAnswer:
    """One work, worked out: the contract, and what the screen shows of it."""

    name: str
    kind: str
    facts: dict[str, float]
    members: list[dict[str, Any]]
    joints: list[dict[str, Any]]
    checks: list[dict[str, Any]]
    screen: ScreenView


class WorkOutAnswer(View):
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


class WholeView(View):
    """The whole work in the world, mm, z up."""

    solids: list[SolidView]


class CornersView(View):
    """The corners of an outline as they are written in a job file."""

    corners: list[tuple[str, str]]


class PitchView(View):
    """A pitch as it is written in a job file."""

    pitch: str


class OverlapsView(View):
    """Which pieces stand in each other, in words, and how many pieces were looked at."""

    pieces: int
    overlaps: list[str]


class TakeAwayView(View):
    """A work's bench steps as one self-contained page; empty while something is still to be measured."""

    name: str
    html: str
