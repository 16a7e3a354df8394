"""The instruments' tray as the API has it: how each stands, what is changed on it, and what a press comes to."""

from typing import Literal

from pydantic import BaseModel, ConfigDict, Field

from ...core.tape import Units

TrayName = Field(pattern=r"^[A-Za-z0-9-]{8,64}$")


class InstrumentView(BaseModel):
    """An instrument as it stands; ``drifted`` where it is out by more than it should, ``reads`` the kinds of value it
    can be pointed at.
    """

    kind: Literal["meter", "staff", "angle", "tape"]
    paired: bool
    battery: int
    reference: Literal["back", "front", "tripod"]
    sun: bool
    drifted: bool
    started_at: str
    sends: Literal["service", "keys"]
    reads: list[str]


class TrayView(BaseModel):
    """The tray; ``last`` is the number of the latest reading of all: what a screen has not heard of comes after it."""

    instruments: list[InstrumentView]
    last: int
    fault: str | None = None


class SetInstrumentBody(BaseModel):
    """What is changed on an instrument: what is left out stays; ``charged`` is a fresh battery, ``turned`` an angle
    finder read both ways round on one place and set anew.
    """

    model_config = ConfigDict(extra="forbid")
    paired: bool | None = None
    reference: Literal["back", "front", "tripod"] | None = None
    sun: bool | None = None
    started_at: str | None = Field(default=None, max_length=60)
    units: Units = Units.METRIC
    sends: Literal["service", "keys"] | None = None
    charged: bool = False
    turned: bool = False
