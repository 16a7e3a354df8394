"""The parts of a roof in the job file: ridge, rafters, notch, eaves, and what is built round them."""

from typing import Annotated, Literal

from pydantic import Field, Tag, model_validator
from pydantic_core import PydanticCustomError

from ...core.roofs import (
    BlockKind,
    Eaves,
    FalseTail,
    FirstBay,
    Gauged,
    KeepPlanes,
    Lap,
    MeasuredTo,
    Posts,
    Ridge,
    RidgeKind,
    RidgeTop,
    Tail,
    Tails,
    TapeEnd,
    Timber,
)
from ...core.solid import Stock
from ...core.tape import Units
from .defect_input import DefectInput
from .measured import Fraction, NotNegative, OfTimber, PitchText, Positive, Signed
from .parts import LISTED, Part, SectionInput, Whole, by_key
from .plan_parts import ZERO

USUAL_FASCIA_DEPTH = {Units.IMPERIAL: 7.25 * 25.4, Units.METRIC: 184.0}
MOST_CORNERS = 12
"""Of a shaped tail: a few lines."""
MOST_RAFTERS = 2000
"""Along one eave: more is a wrong unit."""


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
