"""What the models of the job file are made of."""

from typing import Annotated, Any

from pydantic import BaseModel, BeforeValidator, ConfigDict, Discriminator, Field

from ...core.solid import Stock
from .measured import OfTimber, Positive

Name = Annotated[str, Field(max_length=200)]
Whole = Annotated[int, Field(strict=True)]
Flag = Annotated[bool, Field(strict=True)]


class Part(BaseModel):
    """An object of the job file: unknown keys are errors."""

    # Built when first wanted: not while the server starts.
    model_config = ConfigDict(extra="forbid", frozen=True, defer_build=True, serialize_by_alias=True)


def _listed(value: Any) -> Any:
    """Lengths one after the other: a list, or text with semicolons between them."""
    return [part.strip() for part in value.split(";") if part.strip()] if isinstance(value, str) else value


LISTED = BeforeValidator(_listed, json_schema_input_type=list[str | float] | str)


class SectionInput(Part):
    """Timber without a stock length: actual thickness and depth."""

    thickness: OfTimber
    depth: OfTimber

    def stock(self) -> Stock:
        """As the core's stock."""
        return Stock(self.thickness.mm, self.depth.mm)


class StockInput(Part):
    """Timber as it is: actual sizes."""

    thickness: OfTimber
    depth: OfTimber
    length: Positive | None = None


def text_or_object() -> Discriminator:
    """Tells a name from an object where a key takes either; tags ``#text`` and ``#object`` never show in a path."""

    def which(value: Any) -> str:
        return "#object" if isinstance(value, dict | Part) else "#text"

    return Discriminator(which)


def by_key(key: str) -> Discriminator:
    """Tells the kinds of an object apart by one of its keys; the tags ``#kind`` never show in a path."""

    def which(value: Any) -> str | None:
        found = value.get(key) if isinstance(value, dict) else getattr(value, key, None)
        return f"#{found}" if isinstance(found, str) else None

    which.__name__ = key
    return Discriminator(which)
