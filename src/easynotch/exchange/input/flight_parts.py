"""What the job file says of a flight's ground and surroundings."""

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from ...core.stairs import (
    Anchors,
    Balusters,
    Built,
    DeckBelow,
    DoorSwing,
    Footing,
    Guard,
    GuardSides,
    Handrail,
    Housed,
    LevelHeld,
    Overhead,
    Platform,
    Screws,
    Sides,
    Slab,
    Standing,
    Surroundings,
    TopLanding,
    Turn,
)
from ...core.tape import Units
from .defect_input import DefectInput
from .ground_input import GroundInput
from .measured import Measured, NotNegative, PitchText, Positive, Signed
from .parts import LISTED, Flag, Part, SectionInput, Whole
from .stair_survey import StairSurveyInput

NOTHING = Measured(0.0, "0 mm")
HOLE_DEEPER = {Units.IMPERIAL: 6.35, Units.METRIC: 6.0}
"""mm: how much deeper than its embedment an anchor's hole is drilled."""
CLEAR_OF_WOOD = {Units.IMPERIAL: 50.8, Units.METRIC: 50.0}
"""mm: how far an anchor keeps from a stringer's face and from the kicker's end."""
Many = Annotated[tuple[Positive, ...], Field(max_length=40), LISTED]


class SidesInput(Part):
    """The sides: treads past the outer stringers, or skirts, their top edge so far over the nosings' line."""

    overhang: NotNegative = NOTHING
    skirt: SectionInput | None = None
    margin: NotNegative = NOTHING

    @model_validator(mode="after")
    def _one(self) -> "SidesInput":
        if self.skirt is not None and self.overhang.mm > 0:
            raise PydanticCustomError("skirt_or_overhang", "skirt or overhang")
        return self


class GuardInput(Part):
    """A guard; its height is plumb, from the nosings' line to its rail's top."""

    sides: GuardSides = GuardSides.BOTH
    height: Positive
    under: NotNegative
    post: SectionInput
    rail: SectionInput
    lower_rail: SectionInput
    baluster: SectionInput
    gap: Positive
    bay: Positive
    held: Balusters = Balusters.BETWEEN
    strip: SectionInput | None = None

    @model_validator(mode="after")
    def _strip(self) -> "GuardInput":
        if self.held is not Balusters.BETWEEN and self.strip is None:
            raise PydanticCustomError("nailer_strip", "strip wanted")
        return self

    def guard(self) -> Guard:
        """The guard, for the core."""
        return Guard(
            self.sides, self.height.mm, self.under.mm, self.post.stock(), self.rail.stock(), self.lower_rail.stock(),
            self.baluster.stock(), self.gap.mm, self.bay.mm, self.held, self.strip.stock() if self.strip else None,
        )  # fmt: skip


class HandrailInput(SectionInput):
    """A handrail on a wall; its height is plumb, from the nosings' line to its top."""

    sides: GuardSides = GuardSides.RIGHT
    height: Positive
    off: NotNegative

    def handrail(self) -> Handrail:
        """The handrail, for the core."""
        return Handrail(self.sides, self.height.mm, self.stock(), self.off.mm)


class LevelHeldInput(Part):
    """Where the level was held on an upper surface that falls towards the stair: how far back from its edge."""

    at: NotNegative
    slope: PitchText

    def level_held(self) -> LevelHeld:
        """The same, for the core."""
        return LevelHeld(self.at.mm, self.slope.pitch.slope)


class SlabInput(Part):
    """The slab at the foot; ``back`` is how far it reaches under the stair, ``bag`` what a bag yields, in litres."""

    length: Positive
    width: Positive
    thickness: Positive
    back: NotNegative = NOTHING
    fall: PitchText | None = None
    gravel: NotNegative = NOTHING
    bag: Annotated[float, Field(ge=1, le=1000)] | None = None
    cure_days: Annotated[Whole, Field(ge=0, le=90)] = 7

    def slab(self) -> Slab:
        """The slab, for the core."""
        return Slab(
            self.length.mm, self.width.mm, self.thickness.mm, self.back.mm, self.fall.pitch.slope if self.fall else 0.0,
            self.gravel.mm, self.bag or 0.0, self.cure_days,
        )  # fmt: skip


class FootingInput(Part):
    """A strip footing under the foot; ``frost`` is the depth the local authority wants it to reach."""

    length: Positive
    width: Positive
    depth: Positive
    back: NotNegative = NOTHING
    frost: Positive | None = None
    bag: Annotated[float, Field(ge=1, le=1000)] | None = None
    cure_days: Annotated[Whole, Field(ge=0, le=90)] = 7

    def footing(self, bag: float) -> Footing:
        """The footing, for the core."""
        return Footing(
            self.length.mm, self.width.mm, self.depth.mm, self.back.mm, self.bag or bag,
            self.frost.mm if self.frost else None, self.cure_days,
        )  # fmt: skip


class DeckBelowInput(Part):
    """A deck or floor the foot stands on: its boards, the block let in under them, and the screws down into it."""

    boards: Positive
    block: SectionInput | None = None
    screw: Positive | None = None


class TopLandingInput(Part):
    """The landing above: its depth, and a door's leaf over it."""

    depth: Positive
    door: NotNegative = NOTHING
    swing: DoorSwing = DoorSwing.AWAY


class OverheadInput(Part):
    """A ceiling's edge or a beam over the stair, level from the header's face; its underside over the finish above."""

    start: NotNegative
    stop: NotNegative
    above: Signed

    def overhead(self) -> Overhead:
        """Return the obstacle; which of its two ends was named first does not matter."""
        start, stop = sorted((self.start.mm, self.stop.mm))
        return Overhead(start, stop, self.above.mm)


class AnchorsInput(Part):
    """Anchors through the kicker."""

    embedment: Positive
    length: Positive
    spacing: Positive
    bit: Positive | None = None


class ScrewsInput(Part):
    """Screw lengths, and the least they must hold in the piece behind."""

    tread: Positive | None = None
    riser_board: Positive | None = None
    kicker: Positive | None = None
    head: Positive | None = None
    least: Positive = Measured(25.0, "25 mm")


class PlatformInput(Part):
    """A platform between two flights."""

    after: Annotated[Whole, Field(ge=2, le=100)]
    turn: Turn = Turn.STRAIGHT
    depth: Positive
    finish: NotNegative = NOTHING
    header_depth: Positive | None = None
    fall: PitchText | None = None
    well: NotNegative = NOTHING

    def platform(self) -> Platform:
        """The platform, for the core."""
        return Platform(
            self.after, self.turn, self.depth.mm, self.finish.mm, self.header_depth.mm if self.header_depth else None,
            self.fall.pitch.slope if self.fall else 0.0, self.well.mm,
        )  # fmt: skip


class BuiltInput(Part):
    """A stair as it stands: risers and goings from the bottom up."""

    risers: Annotated[Many, Field(min_length=2)]
    goings: Many = ()


class HousedInput(Part):
    """Housed strings: margin over the nosings, depth of the housings, a wedge's thin end and its taper."""

    margin: NotNegative
    depth: Positive
    thin: NotNegative = Measured(3.0, "3 mm")
    taper: PitchText | None = None


class OrderInput(Part):
    """The order of the steps: which of tread and riser comes first, and from which end."""

    first: Literal["risers", "treads"] | None = None
    start: Literal["top", "bottom"] = "bottom"


class AroundInput(Part):
    """What a flight says of everything around its stringers; every key may be absent."""

    ground: GroundInput | None = None
    sides: SidesInput | None = None
    blocks: SectionInput | None = None
    guard: GuardInput | None = None
    handrail: HandrailInput | None = None
    level_held: LevelHeldInput | None = None
    room: Positive | None = Field(
        default=None, description="What there is for the stair, level, from the header's face to what is in its way."
    )
    slab: SlabInput | None = None
    footing: FootingInput | None = None
    deck_below: DeckBelowInput | None = None
    top_landing: TopLandingInput | None = None
    overhead: Annotated[tuple[OverheadInput, ...], Field(max_length=8)] = ()
    anchors: AnchorsInput | None = None
    screws: ScrewsInput | None = None
    platform: PlatformInput | None = None
    built: BuiltInput | None = None
    defects: Annotated[tuple[DefectInput, ...], Field(max_length=40)] = ()
    housed: HousedInput | None = None
    trial_sheet: Positive | None = None
    order: OrderInput | None = None
    survey: StairSurveyInput | None = None
    stretch: Flag = False

    @model_validator(mode="after")
    def _one_foot(self) -> "AroundInput":
        if sum(one is not None for one in (self.slab, self.footing, self.deck_below)) > 1:
            raise PydanticCustomError("one_foot", "slab, footing or deck below")
        if self.survey is not None:
            self._fits_survey(self.survey)
        return self

    def _fits_survey(self, survey: StairSurveyInput) -> None:
        across = self.ground is not None and self.ground.across is not None
        if across and (survey.landing.left.mm or survey.landing.right.mm):
            raise PydanticCustomError("landing_twice", "the landing's fall across is said at the ground already")
        walls = survey.walls.left is not None or survey.walls.right is not None
        sides = self.sides is not None and (self.sides.skirt is not None or self.sides.overhang.mm)
        if walls and (self.housed is not None or sides):
            raise PydanticCustomError("walls_and_sides", "treads end on strings, skirts or past the sides")

    def surroundings(self, units: Units, header_length: float | None, lap: float, bag: float) -> Surroundings:
        """The surroundings, for the core.

        Args:
            units: the job's, for what is usual in them.
            header_length: how long the header is, where the stair is wider.
            lap: how far its extension is lapped.
            bag: what a bag yields, litres, where the slab does not say.
        """
        sides, housed, anchors = self.sides or SidesInput(), self.housed, self.anchors
        screws, landing, order = self.screws or ScrewsInput(), self.top_landing, self.order or OrderInput()
        below = self.deck_below
        slab = self.slab.model_copy(update={"bag": self.slab.bag or bag}) if self.slab else None
        return Surroundings(
            sides=Sides(sides.overhang.mm, sides.skirt.stock() if sides.skirt else None, sides.margin.mm),
            blocks=self.blocks.stock() if self.blocks else None,
            guard=self.guard.guard() if self.guard else None,
            handrail=self.handrail.handrail() if self.handrail else None,
            level_held=self.level_held.level_held() if self.level_held else None,
            room=self.room.mm if self.room else None,
            slab=slab.slab() if slab else None,
            footing=self.footing.footing(bag) if self.footing else None,
            deck_below=DeckBelow(
                below.boards.mm, below.block.stock() if below.block else None, below.screw.mm if below.screw else None
            )
            if below
            else None,
            top_landing=TopLanding(landing.depth.mm, landing.door.mm, landing.swing) if landing else None,
            overhead=tuple(
                obstacle.overhead()
                for obstacle in self.overhead
            ),
            anchors=Anchors(anchors.embedment.mm, anchors.length.mm, anchors.spacing.mm, HOLE_DEEPER[units],
                            CLEAR_OF_WOOD[units], anchors.bit.mm if anchors.bit else None)
            if anchors
            else None,
            screws=Screws(
                tread=screws.tread.mm if screws.tread else None,
                riser_board=screws.riser_board.mm if screws.riser_board else None,
                kicker=screws.kicker.mm if screws.kicker else None,
                head=screws.head.mm if screws.head else None,
                least=screws.least.mm,
            ),
            platform=self.platform.platform() if self.platform else None,
            built=Built(tuple(riser.mm for riser in self.built.risers), tuple(going.mm for going in self.built.goings))
            if self.built
            else None,
            defects=tuple(defect.defect() for defect in self.defects),
            housed=Housed(housed.margin.mm, housed.depth.mm, housed.thin.mm,
                          housed.taper.pitch.slope if housed.taper else 1 / 24)
            if housed
            else None,
            trial_sheet=self.trial_sheet.mm if self.trial_sheet else None,
            header_length=header_length,
            header_lap=lap,
            treads_first=order.first == "treads",
            top_down=order.start == "top",
            standing=self.survey.standing() if self.survey else Standing(),
        )  # fmt: skip
