"""What the API is sent, as pydantic models. Documents of works are checked against the job file's own models."""

from typing import Any

from pydantic import BaseModel, ConfigDict, Field

from ..core.rules import Dialect, LimitSetId


class SaveBody(BaseModel):
    """A changed document and the revision it was made on."""

    model_config = ConfigDict(extra="forbid")
    revision: int = Field(strict=True, ge=1)
    document: dict[str, Any]


class RevisionBody(BaseModel):
    """The revision a step back or forward is made on."""

    model_config = ConfigDict(extra="forbid")
    revision: int = Field(strict=True, ge=1)


class NewWorkBody(BaseModel):
    """A new work: a document, or a name for a usual flight that is still to be measured."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(default="", max_length=200)
    document: dict[str, Any] | None = None


class JobBody(BaseModel):
    """A changed job and the revision it was changed on."""

    model_config = ConfigDict(extra="forbid")
    revision: int = Field(strict=True, ge=1)
    name: str = Field(max_length=200, min_length=1)
    units: str = Field(pattern="^(imperial|metric)$")
    limits: LimitSetId | None = None


class ShopBody(BaseModel):
    """Changed settings and the revision they were changed on."""

    model_config = ConfigDict(extra="forbid")
    revision: int = Field(strict=True, ge=1)
    dialect: Dialect
    fine: bool = Field(strict=True)


class NewJobBody(BaseModel):
    """A new job."""

    model_config = ConfigDict(extra="forbid")
    name: str = Field(max_length=200, min_length=1)
    units: str = Field(pattern="^(imperial|metric)$")
