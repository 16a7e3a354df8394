"""Job files in, answers out."""

from .changes import Difference, called, differences, label
from .input.job_model import FORMAT, VERSION, FlightInput, JobInput
from .input.limit_model import LimitsInput, limits_document, limits_of, read_changes
from .input.measured import Measured
from .input.plan_parts import CornersInput
from .input.roof_model import RoofInput
from .input.settings_model import (
    EffectiveSettings,
    Origin,
    SettingsInput,
    habit_of,
    read_settings,
    resolve_settings,
    saws_of,
    square_of,
    words_of,
)
from .input.typed import typed_length
from .problems import Problem, Problems
from .reading import parse_json, read_draft, read_job
from .usual import usual_flight, usual_roof
from .working.answer import contract
from .working.survey_ranges import JointRange, joint_ranges
from .working.survey_work import WorkedSurvey, surveyed_corners
from .working.work_out import Worked, worked_out
from .working.work_out_flight import WorkedFlight, work_out_flight
from .working.work_out_roof import WorkedRoof, measured_roof, work_out_roof
from .working.worked import WorkedMember

__all__ = [
    "FORMAT",
    "VERSION",
    "CornersInput",
    "Difference",
    "EffectiveSettings",
    "FlightInput",
    "JobInput",
    "JointRange",
    "LimitsInput",
    "Measured",
    "Origin",
    "Problem",
    "Problems",
    "RoofInput",
    "SettingsInput",
    "Worked",
    "WorkedFlight",
    "WorkedMember",
    "WorkedRoof",
    "WorkedSurvey",
    "called",
    "contract",
    "differences",
    "habit_of",
    "joint_ranges",
    "label",
    "limits_document",
    "limits_of",
    "measured_roof",
    "parse_json",
    "read_changes",
    "read_draft",
    "read_job",
    "read_settings",
    "resolve_settings",
    "saws_of",
    "square_of",
    "surveyed_corners",
    "typed_length",
    "usual_flight",
    "usual_roof",
    "words_of",
    "work_out_flight",
    "work_out_roof",
    "worked_out",
]
