"""What the API is sent, as pydantic models. Documents of works are checked against the job file's own models."""

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ...core.rules import LimitSetId
from ...core.tape import Units

Revision = Annotated[int, Field(strict=True, ge=1, le=2**53)]
"""A revision's number, small enough for every database and browser."""


class SaveBody(BaseModel):
    """A changed document and the revision it was made on."""

    model_config = ConfigDict(extra="forbid")
    revision: Revision
    document: dict[str, Any]


class RevisionBody(BaseModel):
    """The revision a step back or forward is made on."""

    model_config = ConfigDict(extra="forbid")
    revision: Revision


class NewWorkBody(BaseModel):
    """A new work: a document, or the kind and name of a usual one that is still to be measured."""

    model_config = ConfigDict(extra="forbid")
    kind: Literal["flight", "roof"] = "flight"
    name: str = Field(default="", max_length=200)
    document: dict[str, Any] | None = None


class JobBody(BaseModel):
    """A changed job and the revision it was changed on. Settings and overrides stay as they are where not given."""

    model_config = ConfigDict(extra="forbid")
    revision: Revision
    name: str = Field(max_length=200, min_length=1)
    units: str = Field(pattern="^(imperial|metric)$")
    limits: str | None = Field(default=None, max_length=40)
    settings: dict[str, Any] | None = None
    overrides: dict[str, Any] | None = None


class ShopBody(BaseModel):
    """Changed settings and the revision they were changed on."""

    model_config = ConfigDict(extra="forbid")
    revision: Revision
    settings: dict[str, Any]


class NewLimitSetBody(BaseModel):
    """A new limit set of the shop's own, from a shipped one."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=200, min_length=1)
    base: LimitSetId


class LimitSetBody(BaseModel):
    """A changed limit set and the revision it was changed on."""

    model_config = ConfigDict(extra="forbid")
    revision: Revision
    name: str = Field(max_length=200, min_length=1)
    changes: dict[str, Any]


class NewJobBody(BaseModel):
    """A new job."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=200, min_length=1)
    units: str = Field(pattern="^(imperial|metric)$")


class ArchiveBody(BaseModel):
    """Whether something is put away."""

    model_config = ConfigDict(extra="forbid")
    archived: bool = Field(strict=True)


Name = Annotated[str, Field(min_length=1, max_length=300)]
"""Of a piece or a stop."""


class PlaceBody(BaseModel):
    """The stop a piece is left at."""

    model_config = ConfigDict(extra="forbid")
    piece: Name
    stop: Name


class TickBody(BaseModel):
    """A stop that is ticked, or whose tick is taken away."""

    model_config = ConfigDict(extra="forbid")
    piece: Name
    stop: Name
    done: bool = Field(strict=True)


School = Literal["stairs", "rafters", "hips"]


class AnswerBody(BaseModel):
    """An answer to one of the trainer's questions, about the piece of that seed."""

    model_config = ConfigDict(extra="forbid")
    school: School
    units: Units
    seed: int = Field(strict=True, ge=1, le=2**31)
    question: str = Field(min_length=1, max_length=60)
    answer: str = Field(max_length=100)
