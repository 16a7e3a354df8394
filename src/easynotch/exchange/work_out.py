"""Working a flight out from end to end: measurement in, everything that follows from it out."""

from dataclasses import dataclass

from ..core.rules import LimitSet, LimitSetId
from ..core.solid import Joint, describe, marks_of
from ..core.stairs import (
    Candidate,
    FlightError,
    Layout,
    check_flight,
    facts_of,
    joints_of,
    lay_out,
    riser_candidates,
    stringers,
    working_of,
)
from ..core.tape import Tape, Units
from ..core.terms import Check, Working
from ..core.tools import Drift, drift
from .job_model import FlightInput, JobInput
from .limit_model import LimitsInput, limits_of
from .problems import Problem, Problems
from .roof_model import RoofInput
from .work_out_roof import WorkedRoof, work_out_roof
from .worked import WorkedMember, two_roads


@dataclass(frozen=True, slots=True)
class WorkedFlight:
    """A flight worked out. The first member is the pattern."""

    layout: Layout
    tape: Tape
    limits: LimitSet
    members: tuple[WorkedMember, ...]
    facts: dict[str, float | int]
    joints: tuple[Joint, ...]
    checks: tuple[Check, ...]
    working: tuple[Working, ...]
    drift: Drift

    kind = "flight"

    @property
    def pattern(self) -> WorkedMember:
        """The stringer that is marked first."""
        return self.members[0]

    def candidates(self) -> tuple[Candidate, ...]:
        """The riser counts worth looking at."""
        return riser_candidates(self.layout.flight, self.limits.limits)


def work_out_flight(
    given: FlightInput,
    units: Units,
    limits: LimitSetId | LimitsInput | None = None,
    path: str = "",
    tape: Tape | None = None,
) -> WorkedFlight:
    """Work a flight out.

    Args:
        given: the flight as read.
        units: the job's units, for defaults.
        limits: the limit set, or None for the usual one of the units.
        path: where the flight stands in the file, for errors.
        tape: the tape of the answer; the job's usual one by default.

    Raises:
        Problems: what is no flight.
    """
    flight = given.flight(units)
    tape = tape or Tape.of(units)
    try:
        layout = lay_out(flight)
    except FlightError as error:
        raise Problems([Problem(f"{path}.{error.path}".lstrip("."), error.message)]) from None
    rules = limits_of(limits, units)
    pieces = stringers(layout)
    facts = facts_of(layout, pieces[0], tape)
    clamped = drift(layout.riser, layout.riser_count, flight.gauge, tape)
    working = working_of(layout, tape)
    return WorkedFlight(
        layout=layout,
        tape=tape,
        limits=rules,
        members=tuple(
            WorkedMember(piece, marks_of(piece), tuple(describe(cut) for cut in piece.cut_planes)) for piece in pieces
        ),
        facts=facts,
        joints=joints_of(layout, pieces[0]),
        checks=(*check_flight(layout, pieces[0], facts, rules.limits, clamped), *two_roads(working)),
        working=working,
        drift=clamped,
    )


Worked = WorkedFlight | WorkedRoof


def worked_out(job: JobInput, number: int, tape: Tape | None = None) -> Worked:
    """Work one work of a job out.

    Raises:
        Problems: what cannot be worked out.
    """
    given, path = job.works[number], f"works[{number}]"
    if isinstance(given, RoofInput):
        return work_out_roof(given, job.units, job.limits, path, tape)
    return work_out_flight(given, job.units, job.limits, path, tape)
