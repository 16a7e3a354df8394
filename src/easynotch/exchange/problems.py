"""What is wrong with a job file: paths and sentences."""

import difflib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any, get_args

from pydantic import BaseModel, Tag, ValidationError

from ..core.rules import Dialect, catalogue
from ..core.terms import Count, Message

TAGS = frozenset(
    {"#text", "#object", "#flight", "#roof", "#seat", "#hap", "#fraction", "#plan", "#outline", "#polygon"}
)
"""Tags of unions, which pydantic puts into the place of an error."""
MOST = 100
"""Problems that are told of one file."""
SHOWN = 40
"""Characters of a wrong value that are repeated in a sentence."""


@dataclass(frozen=True, slots=True)
class Problem:
    """One thing that is wrong: the path of its key (``works[0].tread.gap``) and the sentence.

    ``at`` is the place in the text that was not understood, where there is one.
    """

    path: str
    message: Message
    at: int | None = None


class Problems(ValueError):
    """A job file that cannot be worked out, with everything that is wrong with it."""

    def __init__(self, problems: Sequence[Problem]) -> None:
        super().__init__(", ".join(f"{problem.path}: {problem.message.id}" for problem in problems))
        self.problems = tuple(problems)


def path_of(location: Sequence[str | int]) -> str:
    """A path as people write it: ``works[0].tread.gap``."""
    text = ""
    for step in location:
        text += f"[{step}]" if isinstance(step, int) else f"{'.' if text else ''}{quotable(step)}"
    return text


def printable(text: str) -> str:
    """Text without control characters, which could otherwise steer the terminal it is printed on."""
    return "".join(letter if letter.isprintable() else "?" for letter in text)


def quotable(value: object) -> str:
    """A wrong value as it may be repeated: one line, no control characters, not long."""
    text = value if isinstance(value, str) else _kind(value)
    plain = printable(text)
    return plain if len(plain) <= SHOWN else plain[:SHOWN] + "…"


def _kind(value: object) -> str:
    if value is None or isinstance(value, bool):
        return {None: "null", True: "true", False: "false"}[value]
    if isinstance(value, dict | list):
        return "an object" if isinstance(value, dict) else "a list"
    try:
        return f"{value:.6g}" if isinstance(value, int | float) else str(value)
    except (OverflowError, ValueError):
        return "an endless number"


_NATIVE = {
    "missing": "missing",
    "string_type": "not_text",
    "int_type": "not_number",
    "int_from_float": "not_number",
    "int_parsing_size": "not_number",
    "bool_type": "not_true_false",
    "float_type": "not_number",
    "model_type": "not_object",
    "dict_type": "not_object",
    "list_type": "not_list",
}


OURS = frozenset(key.removeprefix("error.") for key in catalogue("messages", Dialect.NORTH_AMERICA))


def from_validation(error: ValidationError, model: type[BaseModel]) -> Problems:
    """The problems of a validation, in our words: the first ones, and how many more there are."""
    rows = error.errors(include_url=False, include_context=True)
    found = [_problem(row, model) for row in rows[:MOST]]
    if len(rows) > MOST:
        found.append(Problem("", Message("error.and_more", {"n": Count(len(rows) - MOST)})))
    return Problems(found)


def _problem(row: Any, model: type[BaseModel]) -> Problem:
    # The tags of unions are nobody's keys; a key that is not known stands last, whatever it says.
    steps, last = row["loc"][:-1], row["loc"][-1:]
    known = steps if row["type"] == "extra_forbidden" else row["loc"]
    location = tuple(step for step in known if step not in TAGS)
    location += last if row["type"] == "extra_forbidden" else ()
    kind, found = row["type"], row.get("input")
    context = row.get("ctx", {})
    path = path_of(location)
    if kind in ("union_tag_not_found", "union_tag_invalid"):
        return _which_kind(path, context, found)
    if kind in _NATIVE:
        return Problem(path, Message(f"error.{_NATIVE[kind]}", {"found": _quoted(found)}))
    if kind == "extra_forbidden":
        return Problem(path, _unknown_key(str(location[-1]), _fields(model, row["loc"][:-1])))
    if kind in ("enum", "literal_error"):
        choices = str(context.get("expected", "")).replace("'", '"').replace(" or ", ", ")
        return Problem(path, Message("error.not_choice", {"found": quotable(found), "choices": choices}))
    if kind in ("greater_than_equal", "less_than_equal"):
        name, key, bound = (
            ("too_small_count", "least", "ge") if kind.startswith("g") else ("too_large_count", "most", "le")
        )
        return Problem(path, Message(f"error.{name}", {"found": quotable(found), key: str(context[bound])}))
    if kind == "string_too_short":
        return Problem(path, Message("error.short_text", {"least": str(context["min_length"])}))
    if kind == "string_too_long":
        return Problem(path, Message("error.long_text", {"most": str(context["max_length"])}))
    if kind in ("too_long", "too_short"):
        if path.endswith(("corners", "edges")):
            return Problem(path, Message("error.outline_count", {"least": "3", "most": "12"}))
        if path != "works":
            return Problem(path, Message("error.too_many_items"))
        return Problem(path, Message("error.too_many_works" if kind == "too_long" else "error.no_works"))
    if kind not in OURS:
        return Problem(path, Message("error.not_understood", {"found": quotable(found)}))
    values = {key: str(value) for key, value in context.items() if key != "at"}
    return Problem(path, Message(f"error.{kind}", values), context.get("at"))


def _which_kind(path: str, context: Mapping[str, Any], found: object) -> Problem:
    """An object of several kinds whose kind is missing or not known."""
    if not isinstance(found, dict):
        return Problem(path, Message("error.not_object", {"found": _quoted(found)}))
    key = str(context["discriminator"]).strip("'()")
    at = f"{path}.{key}".lstrip(".")
    if "tag" not in context:
        near = difflib.get_close_matches(key, [str(one) for one in found], n=1, cutoff=0.5)
        if near and key not in found:
            return Problem(f"{path}.{quotable(near[0])}".lstrip("."), _unknown_key(near[0], [key]))
        return Problem(at, Message("error.missing"))
    if key == "kind" and found.get(key) == "curve":
        return Problem(at, Message("error.curve_alone"))
    choices = str(context["expected_tags"]).replace("'#", '"').replace("'", '"')
    return Problem(at, Message("error.not_choice", {"found": quotable(found.get(key)), "choices": choices}))


def _quoted(value: object) -> str:
    return f'"{quotable(value)}"' if isinstance(value, str) else quotable(value)


def _unknown_key(found: str, known: list[str]) -> Message:
    near = difflib.get_close_matches(found, known, n=1, cutoff=0.5)
    hint = f'Did you mean "{near[0]}"?' if near else f"Known here: {', '.join(known)}."
    return Message("error.unknown_key", {"found": quotable(found), "nearest": hint})


def _fields(model: type[BaseModel], location: Sequence[str | int]) -> list[str]:
    """The keys known at a place, found by walking the models."""
    here: type[BaseModel] | None = model
    annotation: Any = model
    for step in location:
        if step in TAGS:
            here = _model_in(_tagged(annotation, str(step)) or annotation)
        elif isinstance(step, str) and here is not None and step in here.model_fields:
            field = here.model_fields[step]
            annotation = (field.annotation, *field.metadata)
            here = _model_in(field.annotation)
    return list(here.model_fields) if here else []


def _tagged(annotation: Any, tag: str) -> Any:
    """The part of a union that carries a tag, or None."""
    parts = annotation if isinstance(annotation, tuple) else get_args(annotation)
    if any(isinstance(part, Tag) and part.tag == tag for part in parts):
        return parts[0]
    return next((found for part in parts if (found := _tagged(part, tag)) is not None), None)


def _model_in(annotation: Any) -> type[BaseModel] | None:
    if isinstance(annotation, type) and issubclass(annotation, BaseModel):
        return annotation
    return next((found for part in get_args(annotation) if (found := _model_in(part))), None)
