"""What the Cut station sends: boards cut, boards on hand, orders."""

from typing import Annotated

from pydantic import BaseModel, Field

from ...core.supply import Sighted

Typed = Annotated[str, Field(max_length=100)]


class PieceBody(BaseModel, extra="forbid"):
    """A piece in a board that was cut."""

    work_id: str = Field(max_length=40)
    piece: str = Field(min_length=1, max_length=300)
    title: str = Field(max_length=300)
    shape: str = Field(max_length=64)
    start: float = Field(ge=0, le=1e6)
    stop: float = Field(gt=0, le=1e6)


class CutBoardBody(BaseModel, extra="forbid"):
    """A board that was cut: its section and length in mm, where it came off the rack, and what lay in it."""

    thickness: float = Field(gt=0, le=1e4)
    depth: float = Field(gt=0, le=1e4)
    length: float = Field(gt=0, le=1e6)
    rack: str = Field(default="", max_length=40)
    kerf: float = Field(ge=0, le=100)
    pieces: list[PieceBody] = Field(min_length=1, max_length=200)


class SpoiledBody(BaseModel, extra="forbid"):
    """Whether a piece was spoiled, and whether its wood goes back to the rack; or that it was sawn anew."""

    spoiled: bool = Field(strict=True)
    to_rack: bool = Field(default=False, strict=True)
    recut: bool = Field(default=False, strict=True)


class TriedBody(BaseModel, extra="forbid"):
    """Whether the pattern was tried and fits."""

    tried: bool = Field(strict=True)


class RackBody(BaseModel, extra="forbid"):
    """Boards on hand, as they are typed."""

    thickness: Typed
    depth: Typed
    length: Typed
    count: int = Field(default=1, strict=True, ge=1, le=200)
    note: str = Field(default="", max_length=200)
    sighted: Sighted = ""


class OnHandBody(BaseModel, extra="forbid"):
    """The defects of a board, as they are typed, from its better end; what is written on it; and what was found when it
    was sighted along, where that is new.
    """

    defects: list[tuple[Typed, Typed]] = Field(max_length=20)
    note: str = Field(default="", max_length=200)
    sighted: Sighted | None = None


class LineBody(BaseModel, extra="forbid"):
    """Boards asked for, mm."""

    thickness: float = Field(gt=0, le=1e4)
    depth: float = Field(gt=0, le=1e4)
    length: float = Field(gt=0, le=1e6)
    count: int = Field(strict=True, ge=1, le=10_000)


class AskBody(BaseModel, extra="forbid"):
    """What is asked of the yard of a seed."""

    seed: int = Field(strict=True, ge=0, le=2**31)
    lines: list[LineBody] = Field(max_length=200)


class OrderLine(LineBody):
    """Boards that are ordered: at what price, and how many days they take."""

    price: float | None = Field(default=None, ge=0, le=1e6)
    days: int = Field(strict=True, ge=0, le=1000)


class OrdersBody(BaseModel, extra="forbid"):
    """What is ordered."""

    lines: list[OrderLine] = Field(min_length=1, max_length=200)


class CameBody(BaseModel, extra="forbid"):
    """Whether an order came, or was dropped."""

    came: bool = Field(strict=True)
