"""A curved work in the job file."""

from typing import Annotated, Literal

from pydantic import Field, ValidationError

from ...core.curves import Arc, Curve, CurveError, CurveSaw, Form, Kept, Lath
from ...core.solid import Stock
from ...core.tape import Units
from ...core.terms import Length, message
from ..problems import Problem, Problems, from_validation
from .job_model import USUAL_SPACING
from .measured import NotNegative, PitchText, Positive, reading_in
from .parts import Name, Part, StockInput, Whole


class CurveSawInput(Part):
    """The saw on the trammel: its kerf; of a flat round blade its diameter and the depth it is set to."""

    kerf: Positive
    diameter: Positive | None = None
    depth: Positive | None = None


class LathInput(Part):
    """Boards over the ribs."""

    width: Positive
    thickness: Positive
    gap: NotNegative | None = None


class CurveInput(Part):
    """A vault, a cove round a room, or an eyebrow's front: its chord and rise, and what it is made of."""

    kind: Literal["curve"]
    form: Form
    name: Name = ""
    chord: Positive
    rise: Positive
    pitch: PitchText | None = None
    stock: StockInput
    spacing: Positive | None = None
    length: Positive | None = None
    corners: Annotated[Whole, Field(ge=0, le=24)] = 0
    divisions: Annotated[Whole, Field(ge=2, le=200)] = 8
    kept: Kept = Kept.HOLLOW
    saw: CurveSawInput | None = None
    lath: LathInput | None = None

    def curve(self, units: Units) -> Curve:
        """The curve, for the core. Raises CurveError: an arc over half a circle, a room of one or two corners."""
        if self.rise.mm > self.chord.mm / 2 + 1e-9:
            raise CurveError("rise", message("error.arc_rise", most=Length(self.chord.mm / 2)))
        if self.corners in (1, 2):
            raise CurveError("corners", message("error.cove_corners"))
        saw, lath = self.saw, self.lath
        return Curve(
            form=self.form,
            arc=Arc(self.chord.mm, self.rise.mm),
            slope=self.pitch.pitch.slope if self.pitch else 0.0,
            stock=Stock(
                self.stock.thickness.mm, self.stock.depth.mm, self.stock.length.mm if self.stock.length else None
            ),
            spacing=self.spacing.mm if self.spacing else USUAL_SPACING[units],
            length=self.length.mm if self.length else None,
            kept=self.kept,
            corners=self.corners,
            divisions=self.divisions,
            saw=CurveSaw(saw.kerf.mm, saw.diameter.mm if saw.diameter else None, saw.depth.mm if saw.depth else None)
            if saw
            else None,
            lath=Lath(lath.width.mm, lath.thickness.mm, lath.gap.mm if lath.gap else 0.0) if lath else None,
        )


def read_curve(data: object, units: Units, path: str) -> Curve:
    """Return a curved work from parsed JSON, its lengths in the job's units.

    Raises:
        Problems: everything that is wrong, each with its path.
    """
    try:
        with reading_in(units):
            return CurveInput.model_validate(data).curve(units)
    except ValidationError as error:
        found = from_validation(error, CurveInput).problems
        raise Problems([Problem(f"{path}.{one.path}", one.message, one.at) for one in found]) from None
    except CurveError as error:
        raise Problems([Problem(f"{path}.{error.path}", error.message)]) from None
