"""Curved works of a job file, worked out beside the others: no screen knows them yet, so they are taken out of the job
before it is read, and their answers are put back in their places.
"""

import re
from dataclasses import dataclass
from typing import Any

from ...core.curves import Curve, Rib, check_curve, facts_of, ribs_of
from ...core.tape import Units
from ...core.terms import Check
from ..input.curve_input import read_curve
from ..problems import Problem, Problems

PLACE = re.compile(r"works\[(\d+)\]")


@dataclass(frozen=True, slots=True)
class WorkedCurve:
    """A curved work worked out."""

    name: str
    curve: Curve
    ribs: tuple[Rib, ...]
    facts: dict[str, float | int]
    checks: tuple[Check, ...]


def curves_apart(data: Any) -> tuple[Any, dict[int, Any]]:
    """Return a job without its curved works, and these by their place among all works."""
    works = data.get("works") if isinstance(data, dict) else None
    if not isinstance(works, list):
        return data, {}
    curved = {place: one for place, one in enumerate(works) if isinstance(one, dict) and one.get("kind") == "curve"}
    return {**data, "works": [one for place, one in enumerate(works) if place not in curved]}, curved


def at_their_places(problems: Problems, curved: dict[int, Any], count: int) -> Problems:
    """Return problems of the other works by their places among all of them."""
    others = [place for place in range(count) if place not in curved]

    def moved(problem: Problem) -> Problem:
        path = PLACE.sub(lambda found: f"works[{others[int(found[1])]}]", problem.path)
        return Problem(path, problem.message, problem.at)

    return Problems([moved(one) for one in problems.problems])


def work_out_curve(data: Any, units: Units, path: str) -> WorkedCurve:
    """Work a curved work out. Raises Problems: what is no such work."""
    curve = read_curve(data, units, path)
    return WorkedCurve(str(data.get("name", "")), curve, ribs_of(curve), facts_of(curve), check_curve(curve))


def curve_contract(worked: WorkedCurve) -> dict[str, Any]:
    """Return the answer of ``work-out --json``: full precision, mm and degrees."""
    return {
        "name": worked.name,
        "kind": "curve",
        "facts": worked.facts,
        "members": [_rib(one) for one in worked.ribs],
        "joints": [],
        "checks": [{"id": check.id, "level": str(check.level)} for check in worked.checks],
    }


def _rib(rib: Rib) -> dict[str, Any]:
    lengths = {"chord": rib.chord, "plan_run": rib.run}
    return {
        "id": rib.id,
        "role": rib.role,
        "hand": None,
        "count": rib.count,
        "stock": {"thickness": rib.stock.thickness, "depth": rib.stock.depth},
        "lengths": lengths if rib.arc_length is None else {**lengths, "arc": rib.arc_length},
        "cuts": [],
        "marks": [],
        "stations": [
            {"along": one.along, "square": one.square, "level": one.level, "plumb": one.plumb} for one in rib.stations
        ],
    }
