"""The job file: what the application exports and imports, and what ``work-out`` reads.

The published JSON Schema (``docs/job-file.schema.json``) comes from these models.
"""

from copy import deepcopy
from dataclasses import replace
from functools import cache
from typing import Annotated, Any, Literal

from pydantic import BeforeValidator, Field, ModelWrapValidatorHandler, Tag, model_validator
from pydantic_core import PydanticCustomError

from ...core.solid import Stock
from ...core.stairs import (
    Boards,
    Flight,
    FlightError,
    Ground,
    Head,
    HeadKind,
    Kicker,
    KickerNotch,
    RiserChoice,
    RiserRule,
    Section,
    Tread,
    strings_alone,
)
from ...core.tape import Units
from ...core.terms import Length, message
from ..problems import quotable
from .assembled_input import StairStanding
from .flight_parts import AroundInput
from .kept_input import KeptReadings
from .limit_model import ChosenLimits
from .measured import Measured, NotNegative, OfTimber, Positive, reading_in
from .parts import Flag, Name, Part, StockInput, Whole, by_key
from .roof_model import RoofInput
from .settings_model import SettingsInput
from .trial_input import StairTrialInput

FORMAT, VERSION = "easy-notch-job", 1
USUAL_BAG = {Units.IMPERIAL: 17.0, Units.METRIC: 10.0}
"""Litres: an 80 lb bag and a 20 kg bag, as makers print on them; a shop sets its own."""
USUAL_SPACING = {Units.IMPERIAL: 16 * 25.4, Units.METRIC: 400.0}


class RiserInput(Part):
    """One of: how many risers, the riser aimed at, the highest riser allowed."""

    count: Whole | None = None
    target: Positive | None = None
    at_most: Positive | None = None

    @model_validator(mode="after")
    def _one(self) -> "RiserInput":
        if sum(value is not None for value in (self.count, self.target, self.at_most)) != 1:
            raise PydanticCustomError("one_riser_choice", "one of three")
        return self

    def choice(self) -> RiserChoice:
        """The choice, for the core."""
        if self.count is not None:
            return RiserChoice(RiserRule.COUNT, self.count)
        if self.target is not None:
            return RiserChoice(RiserRule.TARGET, self.target.mm)
        return RiserChoice(RiserRule.AT_MOST, self.at_most.mm if self.at_most else 0.0)


class BoardsInHandInput(Part):
    """Boards a tread of a given going is made from; the last is ripped to what is left."""

    width: Positive
    gap: NotNegative = Measured(0.0, "0 mm")


class TreadInput(Part):
    """A tread by its boards, or by its going."""

    thickness: Positive
    nosing: NotNegative = Measured(0.0, "0 mm")
    boards: Annotated[Whole, Field(ge=1, le=100)] | None = None
    board_width: Positive | None = None
    gap: NotNegative = Measured(0.0, "0 mm")
    going: Positive | None = None
    drain_gap: NotNegative = Measured(0.0, "0 mm")
    under_riser: Flag = False
    in_hand: BoardsInHandInput | None = None
    material: Literal["wood", "composite"] | None = None

    @model_validator(mode="after")
    def _one(self) -> "TreadInput":
        by_boards = self.boards is not None and self.board_width is not None
        given_boards = self.boards is not None or self.board_width is not None
        if by_boards == (self.going is not None) or (given_boards and not by_boards):
            raise PydanticCustomError("going_or_boards", "going or boards")
        if by_boards and self.in_hand is not None:
            raise PydanticCustomError("in_hand_or_boards", "boards twice")
        return self

    def tread(self, riser_board: float) -> Tread:
        """The tread, for the core.

        Args:
            riser_board: its thickness, which a tread may run on under.
        """
        boards, hand = None, self.in_hand
        if self.boards is not None and self.board_width is not None:
            boards = Boards(self.boards, self.board_width.mm, self.gap.mm)
        return Tread(
            self.thickness.mm,
            self.nosing.mm,
            self.going.mm if self.going else None,
            boards,
            drain_gap=self.drain_gap.mm,
            under_riser=riser_board if self.under_riser else 0.0,
            in_hand=Boards(0, hand.width.mm, hand.gap.mm) if hand else None,
            composite=None if self.material is None else self.material == "composite",
        )


class DropBoardInput(Part):
    """A drop board under the header."""

    thickness: OfTimber
    depth: OfTimber


class LedgerInput(Part):
    """A ledger on the header's face."""

    width: Positive
    depth: Positive


class HeadInput(Part):
    """How the head of the stringer is held."""

    kind: HeadKind = HeadKind.HANGER
    header_depth: Positive | None = None
    riser_board: Flag = False
    fascia: Positive | None = None
    drop_board: DropBoardInput | None = None
    ledger: LedgerInput | None = None
    header_length: Positive | None = None
    lap: Positive | None = None

    @model_validator(mode="after")
    def _sections(self) -> "HeadInput":
        if self.kind is HeadKind.DROP_BOARD and self.drop_board is None:
            raise PydanticCustomError("drop_board_section", "drop board wanted")
        if self.kind is HeadKind.LEDGER and self.ledger is None:
            raise PydanticCustomError("ledger_section", "ledger wanted")
        if self.fascia is not None and self.riser_board:
            raise PydanticCustomError("fascia_or_board", "fascia or riser board")
        return self

    def head(self) -> Head:
        """The head, for the core."""
        drop, ledger = self.drop_board, self.ledger
        return Head(
            kind=self.kind,
            header_depth=self.header_depth.mm if self.header_depth else None,
            riser_board=self.riser_board,
            fascia=self.fascia.mm if self.fascia else 0.0,
            drop_board=Section(drop.thickness.mm, drop.depth.mm) if drop else None,
            ledger=Section(ledger.width.mm, ledger.depth.mm) if ledger else None,
        )


class KickerInput(Part):
    """The flat board at the foot, and which stringers are notched over it."""

    width: Positive
    thickness: Positive
    notch: KickerNotch = KickerNotch.ALL


class FlightAssumed(Part):
    """Which values of a flight are still the usual ones it was begun with; ``tread`` is everything of its treads."""

    upper_finish: Flag = False
    lower_finish: Flag = False
    tread: Flag = False
    riser_board: Flag = False
    width: Flag = False
    stock: Flag = False


class FlightInput(AroundInput):
    """A straight flight of stairs on cut or housed stringers, and everything around it."""

    kind: Literal["flight"]
    name: Name = ""
    total_rise: Positive
    riser: RiserInput
    tread: TreadInput
    riser_board: NotNegative | None = None
    upper_finish: NotNegative = Measured(0.0, "0 mm")
    lower_finish: NotNegative = Measured(0.0, "0 mm")
    stock: StockInput
    head: HeadInput = HeadInput()
    kicker: KickerInput | None = None
    width: Positive
    stringer_spacing: Positive | None = None
    assumed: FlightAssumed = FlightAssumed()
    trial: StairTrialInput | None = None
    assembled: StairStanding = StairStanding()
    readings: KeptReadings = {}  # noqa: RUF012 (pydantic copies it)
    gauge: Positive | None = Field(
        default=None,
        description="What is clamped on the square for the riser, where the marks are stepped off.",
    )

    def flight(
        self, units: Units, *, treads_first: bool = False, stretch: bool = False, bag: float | None = None
    ) -> Flight:
        """The flight, for the core.

        Args:
            units: the job's, for what is usual.
            treads_first: the shop's order of the steps, where the flight does not say.
            stretch: whether the shop lets a narrow flight stretch the stringers' spacing.
            bag: what a bag of concrete yields in the shop, litres.
        """
        spacing = self.stringer_spacing.mm if self.stringer_spacing else USUAL_SPACING[units]
        kicker, head = self.kicker, self.head
        around = self.surroundings(
            units,
            head.header_length.mm if head.header_length else None,
            head.lap.mm if head.lap else USUAL_SPACING[units],
            bag or USUAL_BAG[units],
        )
        held = around.level_held.drop if around.level_held else 0.0
        rise = self.total_rise.mm - held
        if rise <= 0:
            raise FlightError("level_held.at", message("error.level_held", drop=Length(held)))
        flight = Flight(
            name=self.name,
            total_rise=rise,
            riser=self.riser.choice(),
            tread=self.tread.tread(self.riser_board.mm if self.riser_board else 0.0),
            stock=Stock(
                self.stock.thickness.mm,
                self.stock.depth.mm,
                self.stock.length.mm if self.stock.length else None,
            ),
            width=self.width.mm,
            stringer_spacing=spacing,
            riser_board=self.riser_board.mm if self.riser_board else 0.0,
            upper_finish=self.upper_finish.mm,
            lower_finish=self.lower_finish.mm,
            head=self.head.head(),
            kicker=Kicker(kicker.width.mm, kicker.thickness.mm, kicker.notch) if kicker else None,
            gauge=self.gauge.mm if self.gauge else None,
            stretch=self.stretch or stretch,
            ground=self._ground(rise, held),
            around=replace(around, treads_first=around.treads_first or (treads_first and self.order is None)),
        )
        return strings_alone(flight)

    def _ground(self, rise: float, held: float) -> Ground | None:
        ground = self.ground.ground(rise, held) if self.ground else None
        return ground if self.survey is None else self.survey.ground(ground, rise, self.width.mm)


class FlightDraft(FlightInput):
    """A flight still being measured: what its layout needs may be missing."""

    total_rise: Positive | None = None  # type: ignore[assignment]
    riser: RiserInput | None = None  # type: ignore[assignment]
    tread: TreadInput | None = None  # type: ignore[assignment]
    stock: StockInput | None = None  # type: ignore[assignment]
    width: Positive | None = None  # type: ignore[assignment]


WorkInput = Annotated[Annotated[FlightInput, Tag("#flight")] | Annotated[RoofInput, Tag("#roof")], by_key("kind")]


def _format(value: Any) -> Any:
    if value != FORMAT:
        raise PydanticCustomError("wrong_format", "wrong format")
    return value


def _version(value: Any) -> Any:
    if isinstance(value, bool) or value != VERSION:
        raise PydanticCustomError("wrong_version", "wrong version", {"found": quotable(value)})
    return value


class JobInput(Part):
    """A job: its units and its works. A bare number in a text takes the job's unit."""

    format: Annotated[Literal["easy-notch-job"], BeforeValidator(_format)]
    version: Annotated[Literal[1], BeforeValidator(_version)]
    name: Name = ""
    units: Units
    limits: ChosenLimits | None = None
    settings: SettingsInput | None = None
    works: Annotated[list[WorkInput], Field(max_length=200)]
    history: Annotated[list[list[dict[str, Any]]], Field(max_length=200)] | None = Field(
        default=None, description="Of every work its earlier documents, oldest first; heeded only when taken in."
    )

    @classmethod
    def model_json_schema(cls, *arguments: Any, **named: Any) -> dict[str, Any]:
        """The schema, made once: every route that takes a job asks for it, and may change what it gets."""
        return deepcopy(_job_schema(cls, arguments, tuple(sorted(named.items()))))

    @model_validator(mode="wrap")
    @classmethod
    def _in_its_units(cls, data: Any, handler: ModelWrapValidatorHandler["JobInput"]) -> "JobInput":
        metric = isinstance(data, dict) and data.get("units") == "metric"
        with reading_in(Units.METRIC if metric else Units.IMPERIAL):
            return handler(data)


@cache
def _job_schema(
    model: type[JobInput], arguments: tuple[Any, ...], named: tuple[tuple[str, Any], ...]
) -> dict[str, Any]:
    return super(JobInput, model).model_json_schema(*arguments, **dict(named))
