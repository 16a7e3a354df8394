"""The ground a stair lands on, in the job file: its drops as they were measured."""

from typing import Annotated, Literal

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from ...core.stairs import Ground, Reading, Side
from .measured import NotNegative, PitchText, Positive
from .parts import Part
from .plan_parts import ZERO as NOTHING


class ReadingInput(Part):
    """A drop measured at a level distance from the header's face."""

    at: NotNegative
    drop: Positive


class ConfirmedInput(Part):
    """The measurement taken again at the foot; without its drop the place is set out and still to be measured."""

    at: NotNegative
    drop: Positive | None = None


class AcrossInput(Part):
    """A landing that slopes across the stair: which way, and on which side the rise was measured (looking down)."""

    slope: PitchText
    falls: Literal["left", "right"] = "right"
    measured: Side = Side.MIDDLE


class GroundInput(Part):
    """Falling ground. The total rise was measured at ``at``; its fall beyond is a slope, or further readings."""

    at: NotNegative = NOTHING
    slope: PitchText | None = None
    falls: Literal["away", "towards"] = "away"
    readings: Annotated[tuple[ReadingInput, ...], Field(max_length=40)] = ()
    across: AcrossInput | None = None
    confirmed: ConfirmedInput | None = None

    @model_validator(mode="after")
    def _apart(self) -> "GroundInput":
        distances = [self.at.mm, *(reading.at.mm for reading in self.readings)]
        if len(set(distances)) < len(distances):
            raise PydanticCustomError("readings_apart", "two readings at one distance")
        if self.readings and self.slope is not None:
            raise PydanticCustomError("slope_or_readings", "slope or readings")
        return self

    def ground(self, total_rise: float, held: float = 0.0) -> Ground:
        """The ground, for the core.

        Args:
            total_rise: from the upper surface's edge.
            held: how much higher than that edge the level was held that every further drop was measured from.
        """
        further = (Reading(reading.at.mm, reading.drop.mm - held) for reading in self.readings)
        readings = [Reading(self.at.mm, total_rise), *further]
        slope = self.slope.pitch.slope if self.slope else 0.0
        across, again = self.across, self.confirmed
        return Ground(
            tuple(sorted(readings, key=lambda one: one.at)),
            slope=-slope if self.falls == "towards" else slope,
            across=(1 if across.falls == "right" else -1) * across.slope.pitch.slope if across else 0.0,
            measured=across.measured if across else Side.MIDDLE,
            confirmed=Reading(again.at.mm, again.drop.mm - held) if again and again.drop else None,
            typed_at=self.at.mm,
            pegged=again.at.mm if again and not again.drop else None,
        )
