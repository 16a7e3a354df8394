"""The survey of a roof's plates in the job file: readings, what they say, what is kept when pieces are cut to them."""

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator
from pydantic_core import PydanticCustomError

from ...core.roofs import Keeps, WingSide
from ...core.survey import AtSide, Datum, Distance, Level, Offset, Place, Stood, true_reading
from .measured import Measured, NotNegative, Positive, Signed
from .parts import Name, Part, Whole
from .plan_parts import MOST_OUTLINE_CORNERS, ZERO

MOST_READINGS = 400
TOLERANCES = {"laser": 2.0, "tape": 3.0, "string": 2.0, "level": 2.0, "other": 3.0}
"""mm: how far a reading by such a tool may be off, 95 times of 100, where it was not said."""
SIDES = (WingSide.FIRST, WingSide.SECOND_END, WingSide.SECOND, WingSide.FIRST_END)
"""A rectangle's sides in the order its corners are walked."""

SAW = Measured(1.0, "1 mm")
Minutes = Annotated[Whole, Field(ge=0, le=10_000)]
Corner = Annotated[Whole, Field(ge=1, le=MOST_OUTLINE_CORNERS)]


def _side(given: WingSide | int) -> int:
    return SIDES.index(given) if isinstance(given, WingSide) else given - 1


class AtInput(Part):
    """A place on a wall: the side, of a rectangle by its name, else by its number, and how far along it."""

    side: WingSide | Corner
    at: NotNegative

    def place(self) -> AtSide:
        """As the core's place."""
        return AtSide(_side(self.side), self.at.mm)


def _place(given: int | AtInput) -> Place:
    return given - 1 if isinstance(given, int) else given.place()


class ReadingInput(Part):
    """One reading: of what kind, from a corner or a place on a wall to another, what was read, the figure the tape
    began at, with which tool, how far such a reading may be off, who read it and when.

    A side, diagonal or tie is a length between two corners. A level is how high the plate's top stands over the plates'
    own level, or with ``to`` how much higher than there. An offset is how far outside the string between its corners a
    wall stands. Without a value it is still to be read. A height is the ridge's top over the plates' own level. A
    rafter is how far from the first end one stands that belongs ``at`` so far from it.
    """

    kind: Literal["side", "diagonal", "tie", "level", "offset", "height", "rafter"]
    start: Annotated[Corner | AtInput, Field(alias="from")]
    end: Annotated[Corner | AtInput | None, Field(alias="to")] = None
    value: Signed | None = None
    started_at: NotNegative = ZERO
    tool: Annotated[Literal["laser", "tape", "string", "level", "other"], Field(alias="with")] = "tape"
    tolerance: Positive | None = None
    by: Name = ""
    at: Name = ""
    note: Name = ""

    @model_validator(mode="after")
    def _whole(self) -> Self:
        if self.kind in ("side", "diagonal", "tie"):
            if not isinstance(self.start, int) or not isinstance(self.end, int) or self.start == self.end:
                raise PydanticCustomError("survey_corners", "from one corner to another")
            if self.value is not None and self.read <= 0:
                raise PydanticCustomError("survey_length", "longer than the figure the tape began at")
        if self.kind in ("offset", "rafter") and not isinstance(self.start, AtInput):
            raise PydanticCustomError("survey_offset", "at a place on a wall")
        return self

    @property
    def place(self) -> Place:
        """From where."""
        return _place(self.start)

    @property
    def end_place(self) -> Place | None:
        """To where."""
        return None if self.end is None else _place(self.end)

    @property
    def spread(self) -> float:
        """How far it may be off, mm."""
        return self.tolerance.mm if self.tolerance else TOLERANCES[self.tool]

    @property
    def read(self) -> float:
        """What was measured, mm; nothing of one that is still to be read."""
        return true_reading(self.value.mm, self.started_at.mm) if self.value is not None else 0.0


class WallInput(Part):
    """A wall, of a rectangle by its name, else by its number, and how far out or in it can still be moved."""

    side: WingSide | Corner
    movable: NotNegative

    def wall(self) -> int:
        """Its number from 0."""
        return _side(self.side)


class MinutesInput(Part):
    """What the work takes, minutes: fitting a pattern more, moving a corner, packing up at a place, moving a rafter."""

    pattern: Minutes = 8
    corner: Minutes = 25
    packer: Minutes = 6
    rafter: Minutes = 12


class SurveyInput(Part):
    """The plates as they stand: readings; what every rafter keeps, and what stays where it is; whether the building is
    trued or the pieces are cut to it, how far a corner can still be moved, which cannot, and walls that can be by less;
    within what rafters that differ are cut alike; how far a saw is off; what the work takes.
    """

    readings: Annotated[tuple[ReadingInput, ...], Field(max_length=MOST_READINGS)] = ()
    keep: Keeps = Keeps.PLANES
    datum: Datum = Datum.RIDGE
    decide: Literal["cut", "true"] = "cut"
    movable: NotNegative | None = None
    holds: Annotated[tuple[Corner, ...], Field(max_length=MOST_OUTLINE_CORNERS)] = ()
    walls: Annotated[tuple[WallInput, ...], Field(max_length=MOST_OUTLINE_CORNERS)] = ()
    alike: NotNegative = ZERO
    saw: NotNegative = SAW
    minutes: MinutesInput = MinutesInput()

    def distances(self) -> list[Distance]:
        """The lengths between corners."""
        return [
            Distance(number, one.start - 1, one.end - 1, one.read, one.spread)
            for number, one in enumerate(self.readings)
            if one.value is not None
            and one.kind in ("side", "diagonal", "tie")
            and isinstance(one.start, int)
            and isinstance(one.end, int)
        ]

    def levels(self) -> list[Level]:
        """The plates' levels."""
        return [
            Level(number, one.place, one.end_place, one.read, one.spread)
            for number, one in enumerate(self.readings)
            if one.value is not None and one.kind == "level"
        ]

    def offsets(self) -> list[Offset]:
        """How far walls stand off their strings."""
        return [
            Offset(number, one.start.place(), one.read, one.spread)
            for number, one in enumerate(self.readings)
            if one.value is not None and one.kind == "offset" and isinstance(one.start, AtInput)
        ]

    def stood(self) -> list[Stood]:
        """Where rafters were read to stand."""
        return [
            Stood(one.start.place().side, one.start.at.mm, one.read)
            for one in self.readings
            if one.value is not None and one.kind == "rafter" and isinstance(one.start, AtInput)
        ]

    def heights(self) -> list[tuple[float, float]]:
        """The ridge's heights, and how far each may be off, mm."""
        return [(one.read, one.spread) for one in self.readings if one.kind == "height" and one.value is not None]
