"""The plan of a roof in the job file: a rectangle with its wings, an outline, a regular polygon."""

from dataclasses import replace
from typing import Annotated, Any, Literal, Self

from pydantic import Discriminator, Field, Tag, model_validator
from pydantic_core import PydanticCustomError

from ...core.roofs import (
    Bearing,
    Dormer,
    Edge,
    End,
    KeepsTrue,
    LineUp,
    Opening,
    Plan,
    Purlin,
    Shape,
    UpperEnd,
    Valley,
    ValleyHead,
    Wing,
    WingSide,
    regular,
)
from ...core.solid import Stock
from ...core.tape import Units
from .measured import Measured, NotNegative, OfTimber, PitchText, Positive, Signed
from .parts import Part, Whole

ZERO = Measured(0.0, "0 mm")
USUAL_PLATE = {Units.IMPERIAL: 3.5 * 25.4, Units.METRIC: 90.0}
MOST_OUTLINE_CORNERS, MOST_WINGS, MOST_BEARINGS, MOST_PURLINS, MOST_OPENINGS = 24, 6, 12, 4, 12


class ValleyBoardInput(Part):
    """The boards of an open valley, one on either slope: how thick, and how wide from the valley's centre."""

    thickness: OfTimber
    width: OfTimber


class HeaderInput(Part):
    """A header's section."""

    thickness: OfTimber
    depth: OfTimber

    def stock(self) -> Stock:
        """As the core's stock."""
        return Stock(self.thickness.mm, self.depth.mm)


class ValleyInput(Part):
    """The valleys' timber, the hips' where none is said: the centre line of their tops in the planes, or their edges,
    ploughed to both; where ridges differ one supports the other, or both end at a header, or the wing lies on the deck
    without valleys; the boards of an open valley, or under the feet of what is laid on.
    """

    thickness: OfTimber | None = None
    depth: OfTimber | None = None
    length: Positive | None = None
    top: Literal["in_planes", "ploughed"] = "in_planes"
    head: ValleyHead = ValleyHead.SUPPORTING
    supported: Literal["main"] = "main"
    board: ValleyBoardInput | None = None
    header: HeaderInput | None = None

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if (self.thickness is None) != (self.depth is None):
            raise PydanticCustomError("valley_stock", "thickness and depth go together")
        return self

    def valley(self) -> Valley:
        """As the core's valley."""
        stock = None
        if self.thickness is not None and self.depth is not None:
            stock = Stock(self.thickness.mm, self.depth.mm, self.length.mm if self.length else None)
        board = None if self.board is None else Stock(self.board.thickness.mm, self.board.width.mm)
        header = None if self.header is None else self.header.stock()
        return Valley(stock, ploughed=self.top == "ploughed", board=board, head=self.head, header=header)


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


SideNumber = Annotated[Whole, Field(ge=1, le=MOST_OUTLINE_CORNERS)]


def _side(side: WingSide | int) -> WingSide | int:
    """A rectangle's side by its name; an outline's by its number, which the core counts from 0."""
    return side if isinstance(side, WingSide) else side - 1


class OpeningInput(Part):
    """A gap in a slope: on a side of a rectangle by its name, of an outline by its number from 1; where it starts along
    that side, how wide it is, from where to where inward of the wall it reaches, level; its headers' section, and the
    pitch of a cricket behind the upright in it.
    """

    side: WingSide | SideNumber
    start: Annotated[NotNegative, Field(alias="from")] = ZERO
    width: Positive
    inward: Positive
    to: Positive
    header: HeaderInput | None = None
    cricket: PitchText | None = None

    def opening(self) -> Opening:
        """As the core's opening."""
        return Opening(
            _side(self.side), self.start.mm, self.width.mm, (self.inward.mm, self.to.mm),
            self.header.stock() if self.header else None, self.cricket.pitch.slope if self.cricket else None,
        )  # fmt: skip


class DormerInput(Part):
    """A gabled dormer: its side and start as an opening's, its width over its walls, how far inward of the wall its
    front stands, how high its plates' tops lie over the roof's, its own pitch, its headers' section.
    """

    side: WingSide | SideNumber
    start: Annotated[NotNegative, Field(alias="from")] = ZERO
    width: Positive
    inward: Positive
    plate: Positive
    pitch: PitchText | None = None
    header: HeaderInput | None = None

    def dormer(self) -> Dormer:
        """As the core's dormer."""
        return Dormer(
            _side(self.side), self.start.mm, self.width.mm, self.inward.mm, self.plate.mm,
            self.pitch.pitch.slope if self.pitch else None, self.header.stock() if self.header else None,
        )  # fmt: skip


class BearingInput(Part):
    """A wall or purlin below that carries: its centre line in plan, its top over the plates' tops, how wide it is;
    whether posts stand on it under the hips and valleys that pass over it.
    """

    start: Annotated[tuple[Signed, Signed], Field(alias="from")]
    end: Annotated[tuple[Signed, Signed], Field(alias="to")]
    top: Signed
    width: Positive
    posts: bool = False

    def bearing(self) -> Bearing:
        """As the core's bearing."""
        (a, b), (c, d) = self.start, self.end
        return Bearing((a.mm, b.mm), (c.mm, d.mm), self.top.mm, self.width.mm, self.posts)


class PurlinInput(Part):
    """A purlin under the rafters of every slope: how high its upper edge's middle is over the plates' tops, its
    section, and whether it is set square to its slope or stands plumb in the rafters' notches.
    """

    height: Positive
    thickness: OfTimber
    depth: OfTimber
    set: Literal["square", "plumb"] = "square"

    def purlin(self) -> Purlin:
        """As the core's purlin."""
        return Purlin(self.height.mm, Stock(self.thickness.mm, self.depth.mm), plumb=self.set == "plumb")


Purlins = Annotated[tuple[PurlinInput, ...], Field(max_length=MOST_PURLINS)]
Openings = Annotated[tuple[OpeningInput, ...], Field(max_length=MOST_OPENINGS)]
Dormers = Annotated[tuple[DormerInput, ...], Field(max_length=MOST_OPENINGS)]
Bearings = Annotated[tuple[BearingInput, ...], Field(max_length=MOST_BEARINGS)]


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
    bearings: Bearings = ()
    purlins: Purlins = ()
    openings: Openings = ()
    dormers: Dormers = ()
    deck: NotNegative | None = None

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
            bearings=tuple(one.bearing() for one in self.bearings),
            purlins=tuple(one.purlin() for one in self.purlins),
            openings=tuple(one.opening() for one in self.openings),
            dormers=tuple(one.dormer() for one in self.dormers),
            deck=self.deck.mm if self.deck else 0.0,
        )


class EdgeInput(Part):
    """A side of an outline: an eave with the roof's pitch or its own, or a gable; how much higher its plate stands."""

    roof: Literal["eave", "gable"] = "eave"
    pitch: PitchText | None = None
    plate: Signed = ZERO

    def edge(self) -> Edge:
        """As the core's edge."""
        return Edge(self.pitch.pitch.slope if self.pitch else None, self.roof == "gable", self.plate.mm)


class OutlineInput(Part):
    """What outlines and polygons share."""

    line_up: LineUp = LineUp.NONE
    sheathing: NotNegative = ZERO
    plate: Positive | None = None
    wall_height: Positive | None = None
    bearings: Bearings = ()
    purlins: Purlins = ()
    openings: Openings = ()
    dormers: Dormers = ()
    deck: NotNegative | None = None

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
            edges=tuple(edge.edge() for edge in (*edges, *rest)),
            line_up=self.line_up,
            bearings=tuple(one.bearing() for one in self.bearings),
            purlins=tuple(one.purlin() for one in self.purlins),
            openings=tuple(one.opening() for one in self.openings),
            dormers=tuple(one.dormer() for one in self.dormers),
            deck=self.deck.mm if self.deck else 0.0,
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
