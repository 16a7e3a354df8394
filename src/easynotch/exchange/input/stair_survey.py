"""What a stair is fitted to as it stands, in the job file: header, landing and walls as they were read."""

from dataclasses import replace

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from ...core.stairs import Ground, Reading, Side, Standing, Wall
from .measured import PitchText, Positive, Signed
from .parts import Part
from .plan_parts import ZERO


class AcrossHeights(Part):
    """Heights at the stair's left and right side, looking down: over where the rise was measured, lower negative."""

    left: Signed = ZERO
    right: Signed = ZERO


class LandingHeights(AcrossHeights):
    """The same of the landing where the stair's foot stands, and how it falls away from the building there."""

    fall: PitchText | None = None


class WallInput(Part):
    """How far outside the stair's side a wall stands at the lowest tread's nosing and at the top one's, inside
    negative; and how far it leans out over a height.
    """

    low: Signed
    high: Signed
    leans: Signed = ZERO
    over: Positive | None = None

    @model_validator(mode="after")
    def _over(self) -> "WallInput":
        if self.leans.mm and self.over is None:
            raise PydanticCustomError("lean_over", "leans over which height")
        return self

    def wall(self) -> Wall:
        """As the core's."""
        return Wall(self.low.mm, self.high.mm, self.leans.mm / self.over.mm if self.over else 0.0)


class WallsInput(Part):
    """The walls beside a stair, looking down; a side without one is left out."""

    left: WallInput | None = None
    right: WallInput | None = None


class StairSurveyInput(Part):
    """What a stair is fitted to as it stands."""

    header: AcrossHeights = AcrossHeights()
    landing: LandingHeights = LandingHeights()
    walls: WallsInput = WallsInput()

    def standing(self) -> Standing:
        """As the core's, without what the ground carries."""
        left, right = self.walls.left, self.walls.right
        return Standing(
            (self.header.left.mm, self.header.right.mm),
            self.landing.fall.pitch.slope if self.landing.fall else 0.0,
            left.wall() if left else None,
            right.wall() if right else None,
        )

    def ground(self, ground: Ground | None, rise: float, width: float) -> Ground | None:
        """The ground with the landing as it was read across the stair."""
        left, right = self.landing.left.mm, self.landing.right.mm
        if not left and not right:
            return ground
        ground = ground or Ground((Reading(0.0, rise),), typed_at=0.0)
        middle = (left + right) / 2
        higher = tuple(replace(one, drop=one.drop - middle) for one in ground.readings)
        return replace(ground, readings=higher, across=(left - right) / width, measured=Side.MIDDLE)
