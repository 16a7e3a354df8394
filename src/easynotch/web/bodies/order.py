"""What the order of work is sent."""

from datetime import date
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from ...exchange.input.settings_model import CrewInput

Day = Annotated[date, Field(ge=date(1970, 1, 1), le=date(2199, 12, 31))]


class DoneBody(BaseModel, extra="forbid"):
    """A task is done, in so many minutes where that is known; or it is not."""

    done: bool
    minutes: float | None = Field(default=None, gt=0, le=60000)


class HeldBody(BaseModel, extra="forbid"):
    """Until when a task is held, with the reason; nothing lets it go."""

    until: Day | None = None
    why: str = Field(default="", max_length=200)


class StartBody(BaseModel, extra="forbid"):
    """From which day a job is planned; nothing is from today."""

    starts: Day | None = None


class CrewBody(BaseModel, extra="forbid"):
    """Who works: on this job, or in the shop on every job that says nothing else."""

    crew: CrewInput | None = None
    whose: Literal["job", "shop"] = "job"


class TimeBody(BaseModel, extra="forbid"):
    """How much longer than usual a kind of task takes this shop; nothing is as learnt, or as usual."""

    factor: float | None = Field(default=None, ge=0.1, le=10)
