"""Surveys: readings of plates as they stand, what they say of corners and levels, and how far they can be trusted.

Source of the method: ``trade.md`` 9; least squares with every reading's tolerance as its standard deviation times
``SPREAD``, and each reading's own residual against what the others leave it free to be.
"""

from .adjustment import Adjusted, Suspects, adjust, missing_ties
from .as_built import Datum, PlateLines, plate_lines
from .checks import agrees, check_survey, truing_of
from .late import Late, LateCosts, Stood, late_costs
from .levels import Levels, levels_of
from .ranges import PlaceRange, opening_range, place_ranges, wall_ranges
from .readings import AtSide, Distance, Level, Offset, Place, true_reading
from .repeats import Repeats, repeats_of
from .stringer_trial import (
    StringerCause,
    StringerSection,
    StringerSeen,
    StringerTold,
    stringer_causes,
    stringer_with,
)
from .survey import Survey, SurveyFacts, facts_of_survey, survey_of
from .trial import Cause, CauseId, PatternSection, Seen, causes_of, laid_on, with_cause
from .truing import Truing, packers_of, true_up, true_within

__all__ = [
    "Adjusted",
    "AtSide",
    "Cause",
    "CauseId",
    "Datum",
    "Distance",
    "Late",
    "LateCosts",
    "Level",
    "Levels",
    "Offset",
    "PatternSection",
    "Place",
    "PlaceRange",
    "PlateLines",
    "Repeats",
    "Seen",
    "Stood",
    "StringerCause",
    "StringerSection",
    "StringerSeen",
    "StringerTold",
    "Survey",
    "SurveyFacts",
    "Suspects",
    "Truing",
    "adjust",
    "agrees",
    "causes_of",
    "check_survey",
    "facts_of_survey",
    "laid_on",
    "late_costs",
    "levels_of",
    "missing_ties",
    "opening_range",
    "packers_of",
    "place_ranges",
    "plate_lines",
    "repeats_of",
    "stringer_causes",
    "stringer_with",
    "survey_of",
    "true_reading",
    "true_up",
    "true_within",
    "truing_of",
    "wall_ranges",
    "with_cause",
]
