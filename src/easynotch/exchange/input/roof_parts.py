"""The parts of a roof in the job file: plan, ridge, rafters, notch, eaves, and what is built round them."""

from dataclasses import replace
from typing import Annotated, Any, Literal

from pydantic import Discriminator, Field, Tag, model_validator
from pydantic_core import PydanticCustomError

from ...core.roofs import (
    BlockKind,
    Eaves,
    Edge,
    End,
    FalseTail,
    FirstBay,
    Gauged,
    KeepPlanes,
    KeepsTrue,
    Lap,
    LineUp,
    MeasuredTo,
    Plan,
    Posts,
    Ridge,
    RidgeKind,
    RidgeTop,
    Shape,
    Tail,
    Tails,
    TapeEnd,
    Timber,
    UpperEnd,
    Valley,
    Wing,
    WingSide,
    regular,
)
from ...core.solid import Stock
from ...core.tape import Units
from .defect_input import DefectInput
from .measured import Fraction, Measured, NotNegative, OfTimber, PitchText, Positive, Signed
from .parts import LISTED, Part, SectionInput, StockInput, Whole, by_key

ZERO = Measured(0.0, "0 mm")
USUAL_PLATE = {Units.IMPERIAL: 3.5 * 25.4, Units.METRIC: 90.0}
USUAL_FASCIA_DEPTH = {Units.IMPERIAL: 7.25 * 25.4, Units.METRIC: 184.0}
MOST_CORNERS = 12
"""Of a shaped tail: a few lines."""
MOST_OUTLINE_CORNERS, MOST_WINGS = 24, 6
MOST_RAFTERS = 2000
"""Along one eave: more is a wrong unit."""


class ValleyInput(StockInput):
    """The valleys' timber; their centre line lies in the planes, and where ridges differ one supports the other."""

    top: Literal["in_planes"] = "in_planes"
    head: Literal["supporting"] = "supporting"
    supported: Literal["main"] = "main"

    def valley(self) -> Valley:
        """As the core's valley."""
        return Valley(Stock(self.thickness.mm, self.depth.mm, self.length.mm if self.length else None))


class WingInput(Part):
    """A wing on a rectangle's side: where it starts along it, walked counter-clockwise, how wide it is, how far it
    stands out, its own pitch, its end, and how much higher its plates stand.
    """

    side: WingSide
    start: Annotated[NotNegative, Field(alias="from")] = ZERO
    width: Positive
    out: Positive
    pitch: PitchText | None = None
    end: End = End.GABLE
    plate: Signed = ZERO

    def wing(self) -> Wing:
        """As the core's wing."""
        slope = self.pitch.pitch.slope if self.pitch else None
        return Wing(self.side, self.start.mm, self.width.mm, self.out.mm, slope, self.end is End.HIP, self.plate.mm)


class PlanInput(Part):
    """The framing's plan, and what stands under the roof."""

    shape: Shape = Shape.RECTANGLE
    length: Positive
    width: Positive
    ends: tuple[End, End] = (End.GABLE, End.GABLE)
    sheathing: NotNegative = ZERO
    plate: Positive | None = None
    ridge_at: Positive | None = None
    keep: KeepsTrue = KeepsTrue.PITCH
    upper: UpperEnd = UpperEnd.PLATE
    upper_overhang: NotNegative = ZERO
    wall_height: Positive | None = None
    wings: Annotated[tuple[WingInput, ...], Field(max_length=MOST_WINGS)] = ()
    valley: ValleyInput | None = None

    def plan(self, units: Units) -> Plan:
        """As the core's plan."""
        return Plan(
            length=self.length.mm,
            width=self.width.mm,
            shape=self.shape,
            ends=self.ends,
            sheathing=self.sheathing.mm,
            plate=self.plate.mm if self.plate else USUAL_PLATE[units],
            ridge_at=self.ridge_at.mm if self.ridge_at else None,
            keeps_true=self.keep,
            upper=self.upper,
            upper_overhang=self.upper_overhang.mm,
            wall_height=self.wall_height.mm if self.wall_height else None,
            valley=self.valley.valley() if self.valley else None,
            wings=tuple(wing.wing() for wing in self.wings),
        )


class EdgeInput(Part):
    """A side of an outline: an eave with the roof's pitch or its own, or a gable."""

    roof: Literal["eave", "gable"] = "eave"
    pitch: PitchText | None = None


class OutlineInput(Part):
    """What outlines and polygons share."""

    line_up: LineUp = LineUp.NONE
    sheathing: NotNegative = ZERO
    plate: Positive | None = None
    wall_height: Positive | None = None

    def over(self, corners: tuple[tuple[float, float], ...], edges: tuple[EdgeInput, ...], units: Units) -> Plan:
        """As the core's plan; sides without an edge of their own are eaves of the roof's pitch."""
        rest = (EdgeInput(),) * (len(corners) - len(edges))
        return Plan(
            length=max(x for x, _ in corners) - min(x for x, _ in corners),
            width=max(y for _, y in corners) - min(y for _, y in corners),
            shape=Shape.OUTLINE,
            sheathing=self.sheathing.mm,
            plate=self.plate.mm if self.plate else USUAL_PLATE[units],
            wall_height=self.wall_height.mm if self.wall_height else None,
            corners=corners,
            edges=tuple(
                Edge(edge.pitch.pitch.slope if edge.pitch else None, edge.roof == "gable") for edge in (*edges, *rest)
            ),
            line_up=self.line_up,
        )


class CornersInput(OutlineInput):
    """Any outline: its corners, counter-clockwise, a roof for the side from each to the next, and the valleys over its
    inside corners.
    """

    shape: Literal["outline"]
    corners: Annotated[tuple[tuple[Signed, Signed], ...], Field(min_length=3, max_length=MOST_OUTLINE_CORNERS)]
    edges: Annotated[tuple[EdgeInput, ...], Field(max_length=MOST_OUTLINE_CORNERS)] = ()
    valley: ValleyInput | None = None

    def plan(self, units: Units) -> Plan:
        """As the core's plan."""
        plan = self.over(tuple((x.mm, y.mm) for x, y in self.corners), self.edges[: len(self.corners)], units)
        return replace(plan, valley=self.valley.valley() if self.valley else None)


class PolygonInput(OutlineInput):
    """A regular outline of 3 to 12 sides."""

    shape: Literal["polygon"]
    sides: Annotated[Whole, Field(ge=3, le=12)]
    side: Positive

    def plan(self, units: Units) -> Plan:
        """As the core's plan."""
        return self.over(regular(self.sides, self.side.mm), (), units)


class PolygonDraft(PolygonInput):
    """A regular outline still being measured."""

    side: Positive | None = None  # type: ignore[assignment]


def _by_shape() -> Discriminator:
    """Tells outlines from rectangles, which need not say that they are; the tags never show in a path."""

    def which(value: Any) -> str:
        found = value.get("shape") if isinstance(value, dict) else getattr(value, "shape", None)
        return f"#{found}" if found in ("outline", "polygon") else "#plan"

    which.__name__ = "shape"
    return Discriminator(which)


BY_SHAPE = _by_shape()
AnyPlanInput = Annotated[
    Annotated[PlanInput, Tag("#plan")]
    | Annotated[CornersInput, Tag("#outline")]
    | Annotated[PolygonInput, Tag("#polygon")],
    BY_SHAPE,
]


class PostsInput(SectionInput):
    """Posts under the ridge's ends; their feet so far below the plates' tops."""

    foot: NotNegative = ZERO


class RidgeInput(Part):
    """What the rafters meet at: a board, a beam under them, or nothing but each other; ``length`` is the longest board
    to be had for it.
    """

    kind: RidgeKind
    thickness: OfTimber | None = None
    depth: OfTimber | None = None
    length: Positive | None = None
    top: RidgeTop = RidgeTop.FLUSH
    stand: Positive | None = None
    blocks: SectionInput | None = None
    posts: PostsInput | None = None
    pocket: NotNegative | None = None
    meet: Literal["lap", "plumb"] = "lap"

    @model_validator(mode="after")
    def _section(self) -> "RidgeInput":
        if self.kind is not RidgeKind.NONE and (self.thickness is None or self.depth is None):
            raise PydanticCustomError("ridge_section", "section wanted")
        return self

    def ridge(self) -> Ridge:
        """As the core's ridge."""
        posts = self.posts
        return Ridge(
            kind=self.kind,
            stock=Stock(self.thickness.mm, self.depth.mm, self.length.mm if self.length else None)
            if self.thickness and self.depth
            else Stock(0.0, 0.0),
            top=self.top,
            stand=self.stand.mm if self.stand else None,
            blocks=self.blocks.stock() if self.blocks else None,
            posts=Posts(posts.stock(), posts.foot.mm) if posts else None,
            pocket=self.pocket.mm if self.pocket else None,
            meet=self.meet,
        )


class RafterInput(Part):
    """The rafters' timber and how far apart they stand, centre to centre; the defects of the board the pattern comes
    from.
    """

    thickness: OfTimber
    depth: OfTimber
    spacing: Positive | None = None
    length: Positive | None = None
    depths: Annotated[tuple[Positive, ...], Field(max_length=MOST_RAFTERS), LISTED] = ()
    gauged: Gauged = Gauged.TOP
    defects: Annotated[tuple[DefectInput, ...], Field(max_length=40)] = ()


class SeatNotchInput(Part):
    """A notch by its seat, level."""

    rule: Literal["seat"]
    value: Positive


class HapNotchInput(Part):
    """A notch by the height above plate it leaves."""

    rule: Literal["hap"]
    value: Positive


class FractionNotchInput(Part):
    """A notch by the share of the rafter's depth it takes, square to the edge; kept as it was written."""

    rule: Literal["fraction"]
    value: Fraction


NotchInput = Annotated[
    Annotated[SeatNotchInput, Tag("#seat")]
    | Annotated[HapNotchInput, Tag("#hap")]
    | Annotated[FractionNotchInput, Tag("#fraction")],
    by_key("rule"),
]


class FalseTailInput(SectionInput):
    """Short tails beside rafters that end at the wall: how far inward they begin, and how far below the rafters' top
    edges theirs lie, plumb.
    """

    inside: Positive
    below: NotNegative = ZERO


class EavesInput(Part):
    """The overhang and how the rafters end."""

    overhang: NotNegative
    fascia: NotNegative = ZERO
    fascia_depth: OfTimber | None = None
    tail: Tail = Tail.PLUMB
    plumb_face: Positive | None = None
    nip: NotNegative = ZERO
    verge: NotNegative = ZERO
    measured_to: MeasuredTo = MeasuredTo.FASCIA
    profile: Annotated[tuple[tuple[NotNegative, NotNegative], ...], Field(max_length=MOST_CORNERS)] = ()
    board_length: Positive | None = None
    tails: Tails = Tails.BENCH
    tops: Annotated[tuple[Signed, ...], Field(max_length=MOST_RAFTERS), LISTED] = ()
    false_tail: FalseTailInput | None = None

    def eaves(self, units: Units) -> Eaves:
        """As the core's eaves."""
        tail = self.false_tail
        return Eaves(
            overhang=self.overhang.mm,
            fascia=self.fascia.mm,
            fascia_depth=self.fascia_depth.mm if self.fascia_depth else USUAL_FASCIA_DEPTH[units],
            tail=self.tail,
            plumb_face=self.plumb_face.mm if self.plumb_face else None,
            nip=self.nip.mm,
            verge=self.verge.mm,
            measured_to=self.measured_to,
            profile=tuple((inward.mm, down.mm) for inward, down in self.profile),
            board_length=self.board_length.mm if self.board_length else None,
            tails=self.tails,
            tops=tuple(top.mm for top in self.tops),
            false_tail=FalseTail(tail.stock(), tail.inside.mm, tail.below.mm) if tail else None,
        )


class GambrelInput(Part):
    """Where the pitch breaks, level from the bearing line, and how it goes on."""

    break_run: Positive
    upper_pitch: PitchText
    purlin: SectionInput | None = None
    studs: SectionInput | None = None


class GableInput(Part):
    """At the gables: barge rafters at the verge, and lookouts over dropped end rafters."""

    barge: SectionInput | None = None
    lookout: NotNegative = ZERO
    lookout_width: Positive | None = None
    lookout_spacing: Positive | None = None


class CollarInput(Part):
    """Collar ties: their lower edge above the plates, and every how many pairs there is one."""

    height: NotNegative
    thickness: OfTimber
    depth: OfTimber
    every: Annotated[Whole, Field(ge=1, le=100)] = 1


class BlockingInput(Part):
    """Blocks between the rafters over the plates."""

    kind: BlockKind = BlockKind.PLUMB
    thickness: OfTimber
    depth: OfTimber
    vent: NotNegative = ZERO


class SettingOutInput(Part):
    """Where the spacing is measured from, and the end the tape is hooked on."""

    first_bay: FirstBay = FirstBay.SHEETS
    hooked: TapeEnd = TapeEnd.FIRST_END
    sheet: Positive | None = None


class TimberInput(Part):
    """A measured rafter of a half-lapped pair, and which of its halves goes."""

    thickness: OfTimber
    depth: OfTimber
    lap: Lap = Lap.NEAR

    def timber(self) -> Timber:
        """As the core's timber."""
        return Timber(self.thickness.mm, self.depth.mm, self.lap)


class HipInput(Part):
    """Hip rafters, for plans with hipped ends; ``length`` is the longest board to be had for them."""

    thickness: OfTimber
    depth: OfTimber
    length: Positive | None = None
    keep_planes: KeepPlanes = KeepPlanes.DROP
    head: Literal["commons", "ridge_single", "ridge_double", "post", "pairs"] = "commons"
    heel: Literal["v", "square"] = "v"
    jacks: Literal["commons", "corner", "even"] = "commons"
    dummies: bool = False
    clip: Positive | None = None
