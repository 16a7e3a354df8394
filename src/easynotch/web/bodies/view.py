"""Answers as the API describes them: what routes make of the plain dataclasses that are shown."""

from dataclasses import fields
from typing import Any, get_type_hints

from pydantic import BaseModel, ConfigDict, TypeAdapter, create_model

from .describing import describing


class View(BaseModel):
    """An answer as a whole. Its parts are plain dataclasses: there are hundreds, and they are made by us."""

    model_config = ConfigDict(extra="forbid", defer_build=True)


def described(view: type[Any]) -> type[BaseModel]:
    """Return the model that describes a dataclass in the OpenAPI document: its name, its sentence and its fields; where
    nothing is described, the model they all have in common.
    """
    if not describing():
        return View
    hints = get_type_hints(view, include_extras=True)
    parts: dict[str, Any] = {field.name: (hints[field.name], ...) for field in fields(view)}
    return create_model(view.__name__, __base__=View, __doc__=view.__doc__, **parts)


WRITERS: dict[type[Any], TypeAdapter[Any]] = {}
"""What writes each dataclass, made once."""


def written(view: Any) -> bytes:
    """Return an answer as JSON: a model, or a dataclass that presenting made."""
    if isinstance(view, BaseModel):
        return view.model_dump_json().encode()
    kind = type(view)
    if kind not in WRITERS:
        WRITERS[kind] = TypeAdapter(kind)
    return WRITERS[kind].dump_json(view)
