"""A roof in the job file."""

from typing import Annotated, Any, Literal

from pydantic import Field, Tag

from ...core.roofs import Blocking, Boards, Collar, Gable, Gambrel, Hip, Notch, NotchRule, Roof, Taped
from ...core.solid import Stock
from ...core.tape import Units
from .assembled_input import RoofStanding
from .kept_input import KeptReadings
from .measured import NotNegative, PitchText, Positive, fraction_of
from .parts import Flag, Name, Part
from .plan_parts import BY_SHAPE, USUAL_PLATE, ZERO, AnyPlanInput, CornersInput, PlanInput, PolygonDraft
from .roof_parts import (
    MOST_RAFTERS,
    BlockingInput,
    CollarInput,
    EavesInput,
    FractionNotchInput,
    GableInput,
    GambrelInput,
    HipInput,
    NotchInput,
    RafterInput,
    RidgeInput,
    SettingOutInput,
    TimberInput,
)
from .survey_input import SurveyInput
from .trial_input import TrialInput

TapedPiece = Annotated[
    str, Field(pattern=r"^((hip|valley|valley_short)(_at)?(_\d+)?(_left|_right)?|jack_\d+(_left|_right)?)$")
]


class TapedInput(Part):
    """What a tape read between a hip's or a jack's two points, where its reading started, and to which point of the
    head: the middle of its top edge or its long point.
    """

    read: Positive | None = None
    start: NotNegative = ZERO
    to: Literal["centre", "shoulder"] = "centre"

    def taped(self) -> Taped | None:
        """The same, for the core; None before it was read."""
        return Taped(self.read.mm, self.start.mm, self.to) if self.read else None


class RoofAssumed(Part):
    """Which values of a roof are still the usual ones it was begun with."""

    pitch: Flag = False
    rafter: Flag = False
    ridge: Flag = False
    eaves: Flag = False


class RoofInput(Part):
    """A roof from commons: gable, shed, off-centre ridge, gambrel."""

    kind: Literal["roof"]
    name: Name = ""
    plan: AnyPlanInput
    pitch: PitchText
    ridge: RidgeInput
    rafter: RafterInput
    notch: NotchInput
    eaves: EavesInput
    hip: HipInput | None = None
    gambrel: GambrelInput | None = None
    gable: GableInput | None = None
    collar: CollarInput | None = None
    blocking: BlockingInput | None = None
    setting_out: SettingOutInput | None = None
    assumed: RoofAssumed = RoofAssumed()
    taped: Annotated[dict[TapedPiece, TapedInput], Field(max_length=200)] = {}  # noqa: RUF012 (pydantic copies it)
    pairs: Annotated[tuple[tuple[TimberInput, TimberInput], ...], Field(max_length=MOST_RAFTERS)] = ()
    survey: SurveyInput | None = None
    trial: TrialInput | None = None
    assembled: RoofStanding = RoofStanding()
    readings: KeptReadings = {}  # noqa: RUF012 (pydantic copies it)

    def roof(self, units: Units) -> Roof:
        """The roof, for the core."""
        plan, ridge, rafter, eaves = self.plan, self.ridge, self.rafter, self.eaves
        spacing = rafter.spacing.mm if rafter.spacing else {Units.IMPERIAL: 16 * 25.4, Units.METRIC: 400.0}[units]
        notch = self.notch
        value = (fraction_of(notch.value) or 0.0) if isinstance(notch, FractionNotchInput) else notch.value.mm
        return Roof(
            name=self.name,
            plan=plan.plan(units),
            slope=self.pitch.pitch.slope,
            ridge=ridge.ridge(),
            rafter=Stock(rafter.thickness.mm, rafter.depth.mm, rafter.length.mm if rafter.length else None),
            spacing=spacing,
            notch=Notch(NotchRule(notch.rule), value),
            eaves=eaves.eaves(units),
            gambrel=self._gambrel(),
            **self._extras(units),
            defects=tuple(defect.defect() for defect in rafter.defects),
            boards=Boards(tuple(depth.mm for depth in rafter.depths), rafter.gauged),
            pairs=tuple((left.timber(), right.timber()) for left, right in self.pairs),
        )

    def _gambrel(self) -> Gambrel | None:
        if self.gambrel is None:
            return None
        purlin = self.gambrel.purlin.stock() if self.gambrel.purlin else None
        studs = self.gambrel.studs.stock() if self.gambrel.studs else None
        return Gambrel(self.gambrel.break_run.mm, self.gambrel.upper_pitch.pitch.slope, purlin, studs)

    def _extras(self, units: Units) -> dict[str, Any]:
        """What a roof has beside its commons, where it has any."""
        gable, collar, blocking, out = self.gable, self.collar, self.blocking, self.setting_out
        found: dict[str, Any] = {}
        if self.hip is not None:
            stock = Stock(self.hip.thickness.mm, self.hip.depth.mm, self.hip.length.mm if self.hip.length else None)
            hip = self.hip
            found["hip"] = Hip(stock, hip.keep_planes, hip.head, hip.heel, hip.jacks, hip.dummies,
                               hip.clip.mm if hip.clip else None)  # fmt: skip
        if gable is not None:
            found["gable"] = Gable(
                gable.barge.stock() if gable.barge else None,
                gable.lookout.mm,
                gable.lookout_width.mm if gable.lookout_width else USUAL_PLATE[units],
                gable.lookout_spacing.mm if gable.lookout_spacing else None,
            )
        if collar is not None:
            found["collar"] = Collar(collar.height.mm, Stock(collar.thickness.mm, collar.depth.mm), collar.every)
        if blocking is not None:
            stock = Stock(blocking.thickness.mm, blocking.depth.mm)
            found["blocking"] = Blocking(blocking.kind, stock, blocking.vent.mm)
        if out is not None:
            found |= {"first_bay": out.first_bay, "hooked": out.hooked, "sheet": out.sheet.mm if out.sheet else None}
        return found


class PlanDraft(PlanInput):
    """A plan still being measured."""

    length: Positive | None = None  # type: ignore[assignment]
    width: Positive | None = None  # type: ignore[assignment]


AnyPlanDraft = Annotated[
    Annotated[PlanDraft, Tag("#plan")]
    | Annotated[CornersInput, Tag("#outline")]
    | Annotated[PolygonDraft, Tag("#polygon")],
    BY_SHAPE,
]


class RoofDraft(RoofInput):
    """A roof still being measured: what its layout needs may be missing."""

    plan: AnyPlanDraft | None = None  # type: ignore[assignment]
    pitch: PitchText | None = None  # type: ignore[assignment]
    ridge: RidgeInput | None = None  # type: ignore[assignment]
    rafter: RafterInput | None = None  # type: ignore[assignment]
    notch: NotchInput | None = None  # type: ignore[assignment]
    eaves: EavesInput | None = None  # type: ignore[assignment]
