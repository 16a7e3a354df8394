"""Reading a job file, guarded: size, nesting, endless numbers and double keys are refused before anything else."""

import json
import re
from math import isfinite
from typing import Any

from pydantic import ValidationError

from ..core.tape import Units
from ..core.terms import Message
from .input.job_model import FlightDraft, JobInput
from .input.measured import reading_in
from .input.roof_model import RoofDraft
from .problems import Problem, Problems, from_validation, path_of, quotable

MOST_BYTES = 4 * 1024 * 1024
DEEPEST = 64
_STRING = re.compile(rb'"(?:[^"\\]|\\.)*"', re.DOTALL)


def _refuse(message_id: str, path: str = "", **values: str) -> Problems:
    return Problems([Problem(path, Message(message_id, values))])


def parse_json(body: bytes) -> Any:
    """Parse a JSON document.

    Raises:
        Problems: more than 4 MB, deeper than 64 brackets, not UTF-8, not JSON, NaN, Infinity, a key twice.
    """
    if len(body) > MOST_BYTES:
        raise _refuse("error.too_big")
    deep = 0
    for bracket in re.findall(rb"[\[\]{}]", _STRING.sub(b"", body)):
        deep += 1 if bracket in b"[{" else -1
        if deep > DEEPEST:
            raise _refuse("error.too_deep")
    try:
        data = json.loads(body.decode("utf-8"), object_pairs_hook=_once)
    except UnicodeDecodeError:
        raise _refuse("error.not_utf8") from None
    except json.JSONDecodeError as error:
        raise _refuse("error.not_json", line=str(error.lineno), column=str(error.colno)) from None
    except Problems:
        raise
    except (ValueError, RecursionError):
        raise _refuse("error.not_finite") from None
    _refuse_endless(data, ())
    return data


def _refuse_endless(value: Any, at: tuple[str | int, ...]) -> None:
    """NaN and Infinity, spelt out or as a number past all bounds, are refused where they stand."""
    if isinstance(value, float) and not isfinite(value):
        raise _refuse("error.not_finite", path_of(at))
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, part in inner:
        _refuse_endless(part, (*at, key))


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made = dict(pairs)
    if len(made) < len(pairs):
        seen: set[str] = set()
        twice = next(key for key, _ in pairs if key in seen or seen.add(key))  # type: ignore[func-returns-value]
        raise _refuse("error.twice_key", quotable(twice), found=quotable(twice))
    return made


def read_job(data: Any) -> JobInput:
    """A job from parsed JSON.

    Raises:
        Problems: everything that is wrong, each with its path.
    """
    if not isinstance(data, dict):
        raise _refuse("error.not_object", found=quotable(data))
    try:
        return JobInput.model_validate(data)
    except ValidationError as error:
        raise from_validation(error, JobInput) from None


def read_draft(document: Any, units: Units) -> dict[str, Any]:
    """A work that may still lack what has to be measured, with the unit written out in every length.

    Raises:
        Problems: everything that is wrong with what is there.
    """
    if isinstance(document, dict) and document.get("kind") == "curve":
        raise _refuse("error.curve_alone", "kind")
    model = RoofDraft if isinstance(document, dict) and document.get("kind") == "roof" else FlightDraft
    try:
        with reading_in(units):
            draft = model.model_validate(document)
    except ValidationError as error:
        raise from_validation(error, model) from None
    kept: dict[str, Any] = draft.model_dump(mode="json", exclude_unset=True)
    return kept
