"""A whole job as a file and back: what was typed of every work, measured or not yet, with its settings and limits."""

from dataclasses import dataclass, replace
from typing import Any

from ..core.rules import LimitSetId
from ..core.tape import Units
from ..core.terms import Count, Message
from .input.job_model import FORMAT, VERSION, JobInput
from .input.limit_model import LimitsInput
from .problems import MOST, Problem, Problems
from .reading import read_draft, read_job

MOST_WORKS = 200
MOST_STEPS = 4000
"""Earlier documents in a file: a job that is carried along has some hundreds."""


@dataclass(frozen=True, slots=True)
class JobFile:
    """A job as its file says it: its limits as a shipped set, or as an object with its reasons; works as documents,
    and of each its earlier ones, oldest first, where the file has them.
    """

    name: str
    units: Units
    limits: LimitSetId | LimitsInput | None
    settings: dict[str, Any]
    works: tuple[dict[str, Any], ...]
    history: tuple[tuple[dict[str, Any], ...], ...] = ()


def job_document(
    name: str,
    units: str,
    limits: Any,
    settings: dict[str, Any],
    works: list[dict[str, Any]],
    history: list[list[dict[str, Any]]] | None = None,
) -> dict[str, Any]:
    """A job's file, as an object."""
    found: dict[str, Any] = {"format": FORMAT, "version": VERSION, "name": name, "units": units}
    if limits is not None:
        found["limits"] = limits
    if settings:
        found["settings"] = settings
    return {**found, "works": works} | ({"history": history} if history is not None else {})


def read_whole_job(data: Any) -> JobFile:
    """A job's file; works that are still to be measured are taken as far as they go.

    Raises:
        Problems: everything that is wrong, each with its path; a newer file says so.
    """
    works = data.get("works") if isinstance(data, dict) else None
    _refuse_too_much(data)
    frame: JobInput = read_job({**data, "works": []} if isinstance(works, list) else data)
    drafts: list[dict[str, Any]] = []
    problems: list[Problem] = []
    for number, work in enumerate(works or []):
        try:
            drafts.append(read_draft(work, frame.units))
        except Problems as found:
            if len(problems) > MOST:
                break
            problems += [
                replace(problem, path=f"works[{number}].{problem.path}".rstrip(".")) for problem in found.problems
            ]
    if problems:
        raise Problems(problems)
    earlier = [[_draft(step, frame.units) for step in steps] for steps in frame.history or []]
    settings: dict[str, Any] = (
        frame.settings.model_dump(mode="json", exclude_none=True) if frame.settings is not None else {}
    )
    kept = tuple(tuple(step for step in steps if step is not None) for steps in earlier)
    return JobFile(frame.name, frame.units, frame.limits, settings, tuple(drafts), kept)


def _refuse_too_much(data: Any) -> None:
    """More works than a job has, or more steps than are read in a minute, are refused before any is read."""
    works, steps = (data.get(key) if isinstance(data, dict) else None for key in ("works", "history"))
    if isinstance(works, list) and len(works) > MOST_WORKS:
        raise Problems([Problem("works", Message("error.too_many_works"))])
    told = sum(len(step) for step in steps if isinstance(step, list)) if isinstance(steps, list) else 0
    if told > MOST_STEPS:
        raise Problems(
            [Problem("history", Message("error.too_many_steps", {"n": Count(told), "most": Count(MOST_STEPS)}))]
        )


def _draft(step: dict[str, Any], units: Units) -> dict[str, Any] | None:
    """An earlier document; one this program does not understand is left out."""
    try:
        return read_draft(step, units)
    except Problems:
        return None
