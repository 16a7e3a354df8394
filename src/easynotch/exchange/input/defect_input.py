"""What the job file says of a board's defects."""

from typing import Literal

from pydantic import model_validator
from pydantic_core import PydanticCustomError

from ...core.solid import Defect, Face
from .measured import NotNegative, Positive
from .parts import Part


class DefectInput(Part):
    """A place on the board to be dodged: from its better end, how far in from the top edge it reaches, and on which of
    its wide faces, the better end to the left: ``near``, ``far``, or right through.
    """

    start: NotNegative
    stop: NotNegative
    deep: Positive
    top: NotNegative | None = None
    face: Literal["through", "near", "far"] = "through"

    @model_validator(mode="after")
    def _long(self) -> "DefectInput":
        if self.top is not None and self.deep.mm <= self.top.mm:
            raise PydanticCustomError("defect_ends", "ends before it starts")
        if self.stop.mm <= self.start.mm:
            raise PydanticCustomError("defect_ends", "ends before it starts")
        return self

    def defect(self) -> Defect:
        """The defect, for the core."""
        face = None if self.face == "through" else Face(self.face)
        return Defect(self.start.mm, self.stop.mm, self.deep.mm, self.top.mm if self.top else 0.0, face)
