"""Job files in, answers out."""

from .answer import contract
from .changes import Difference, called, differences, label
from .job_model import FORMAT, VERSION, FlightInput, JobInput
from .measured import Measured
from .problems import Problem, Problems
from .reading import parse_json, read_draft, read_job
from .usual import usual_flight
from .work_out import WorkedFlight, work_out_flight

__all__ = [
    "FORMAT",
    "VERSION",
    "Difference",
    "FlightInput",
    "JobInput",
    "Measured",
    "Problem",
    "Problems",
    "WorkedFlight",
    "called",
    "contract",
    "differences",
    "label",
    "parse_json",
    "read_draft",
    "read_job",
    "usual_flight",
    "work_out_flight",
]
