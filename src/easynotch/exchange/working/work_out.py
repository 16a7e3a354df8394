"""Working one work of a job out, whatever its kind."""

from ...core.tape import Tape
from ..input.job_model import JobInput
from ..input.roof_model import RoofInput
from .work_out_flight import WorkedFlight, work_out_flight
from .work_out_roof import WorkedRoof, work_out_roof

Worked = WorkedFlight | WorkedRoof


def worked_out(job: JobInput, number: int, tape: Tape | None = None) -> Worked:
    """Work one work of a job out.

    Raises:
        Problems: what cannot be worked out.
    """
    given, path = job.works[number], f"works[{number}]"
    if isinstance(given, RoofInput):
        return work_out_roof(given, job.units, job.limits, path, tape)
    return work_out_flight(given, job.units, job.limits, path, tape, job.settings)
