"""Stairs with cut stringers: riser candidates, the layout of a flight, its stringers, checks and working.

World of a flight: x level from the header's face towards the foot, y across the stair, z up from the top of the
framing above. Source of the method: ``trade.md`` 4.
"""

from .framing.framing import FlightFraming, Piece, frame_flight, frame_stair
from .framing.supports import supports
from .layout.landing_loop import Landing, Round
from .layout.layout import Layout, lay_out, riser_count
from .layout.places import spacer, stringer_count, stringer_places
from .members.foot_support import footing_plan
from .members.guard import GuardLayout, guard_layout, opening_under, post_line
from .members.housed_strings import StringHead, Template, housing_room, string_head, strings_alone, template_of
from .members.kicker import AnchorPlan, anchor_plan
from .members.platform import TwoFlights, moved, split, straight_down
from .members.slab import SlabPlan, slab_plan
from .members.stringer import stringers
from .members.treads import rows
from .model.flight import (
    Boards,
    Flight,
    FlightError,
    Head,
    HeadKind,
    Kicker,
    KickerNotch,
    RiserChoice,
    RiserRule,
    Section,
    Tread,
)
from .model.ground import Ground, Reading, Side
from .model.standing import Standing, Wall
from .model.surroundings import (
    Anchors,
    Balusters,
    Built,
    DeckBelow,
    DoorSwing,
    Footing,
    Guard,
    GuardSides,
    Handrail,
    Housed,
    LevelHeld,
    Overhead,
    Platform,
    Screws,
    Sides,
    Slab,
    Surroundings,
    TopLanding,
    Turn,
)
from .report.assembled import stair_shoulds
from .report.built_survey import Mend, Survey, TreadMend, survey_built
from .report.candidates import Candidate, riser_candidates
from .report.checks import check_flight
from .report.facts import facts_of, throat
from .report.order_of_work import order_of_work
from .report.stair_working import flight_working, stair_working
from .report.surroundings_checks import around_checks, headroom, platform_checks, prefixed
from .report.surroundings_facts import around_facts, stair_facts
from .report.trial_section import stringer_section

__all__ = [
    "AnchorPlan",
    "Anchors",
    "Balusters",
    "Boards",
    "Built",
    "Candidate",
    "DeckBelow",
    "DoorSwing",
    "Flight",
    "FlightError",
    "FlightFraming",
    "Footing",
    "Ground",
    "Guard",
    "GuardLayout",
    "GuardSides",
    "Handrail",
    "Head",
    "HeadKind",
    "Housed",
    "Kicker",
    "KickerNotch",
    "Landing",
    "Layout",
    "LevelHeld",
    "Mend",
    "Overhead",
    "Piece",
    "Platform",
    "Reading",
    "RiserChoice",
    "RiserRule",
    "Round",
    "Screws",
    "Section",
    "Side",
    "Sides",
    "Slab",
    "SlabPlan",
    "Standing",
    "StringHead",
    "Surroundings",
    "Survey",
    "Template",
    "TopLanding",
    "Tread",
    "TreadMend",
    "Turn",
    "TwoFlights",
    "Wall",
    "anchor_plan",
    "around_checks",
    "around_facts",
    "check_flight",
    "facts_of",
    "flight_working",
    "footing_plan",
    "frame_flight",
    "frame_stair",
    "guard_layout",
    "headroom",
    "housing_room",
    "lay_out",
    "moved",
    "opening_under",
    "order_of_work",
    "platform_checks",
    "post_line",
    "prefixed",
    "riser_candidates",
    "riser_count",
    "rows",
    "slab_plan",
    "spacer",
    "split",
    "stair_facts",
    "stair_shoulds",
    "stair_working",
    "straight_down",
    "string_head",
    "stringer_count",
    "stringer_places",
    "stringer_section",
    "stringers",
    "strings_alone",
    "supports",
    "survey_built",
    "template_of",
    "throat",
]
