"""Readings that are kept of a work's measured values, by the value's key: the one used stands at the key itself."""

from typing import Annotated, Literal

from pydantic import Field

from ...core.survey import true_reading
from .measured import NotNegative, Positive, Signed
from .parts import Name, Part
from .plan_parts import ZERO

MOST_ROWS, MOST_KEYS = 30, 200

Key = Annotated[str, Field(pattern=r"^[a-z_]+(\.[a-z_]+|\[\d+\])*$", max_length=80)]


class KeptReading(Part):
    """A reading: what was read, from what to what, the figure the tape began at, by which tool, how far it may be off,
    by which crew role, when, a note, and where it is the one used, why.
    """

    value: Signed
    start: Annotated[Name, Field(alias="from")] = ""
    end: Annotated[Name, Field(alias="to")] = ""
    started_at: NotNegative = ZERO
    tool: Annotated[Literal["laser", "tape", "string", "level", "other"], Field(alias="with")] = "tape"
    tolerance: Positive | None = None
    by: Name = ""
    at: Name = ""
    note: Name = ""
    why: Name = ""

    @property
    def read(self) -> float:
        """What was measured, mm."""
        return true_reading(self.value.mm, self.started_at.mm)


KeptReadings = Annotated[
    dict[Key, Annotated[tuple[KeptReading, ...], Field(min_length=1, max_length=MOST_ROWS)]],
    Field(max_length=MOST_KEYS),
]
