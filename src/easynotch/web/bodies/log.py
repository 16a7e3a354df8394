"""What the logbook is sent and says."""

from dataclasses import dataclass, field
from typing import Annotated, Literal

from pydantic import BaseModel, Field

Role = Annotated[str, Field(max_length=60)]
Note = Annotated[str, Field(max_length=4000)]


class NoteBody(BaseModel, extra="forbid"):
    """A note: what it says, of which work, by whom, and which entry it corrects."""

    note: Note = Field(min_length=1)
    work_id: str = Field(default="", max_length=40)
    role: Role = ""
    corrects: int | None = Field(default=None, ge=1, le=2**53, strict=True)


@dataclass(frozen=True, slots=True, kw_only=True)
class LogPictureView:
    """A picture's address, and its size in pixels."""

    address: str
    width: int
    height: int


@dataclass(frozen=True, slots=True, kw_only=True)
class LogLineView:
    """A line of the logbook: what it says, and the piece of evidence with it."""

    key: str
    number: int
    kind: Literal["note", "picture", "marked", "cut", "tried", "ordered", "decided", "changed"]
    at: str
    text: str
    work_id: str
    work: str
    role: str
    device: str
    corrects: int | None
    corrected: int | None
    picture: LogPictureView | None


@dataclass(frozen=True, slots=True, kw_only=True)
class LogWorkView:
    """A work whose lines there are."""

    id: str
    name: str


@dataclass(frozen=True, slots=True, kw_only=True)
class LogbookView:
    """The newest lines that are wanted, how many there are, and what can be chosen among."""

    job: str
    lines: list[LogLineView]
    count: int
    works: list[LogWorkView] = field(default_factory=list)
    roles: list[str] = field(default_factory=list)
    devices: list[str] = field(default_factory=list)
