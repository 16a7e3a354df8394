"""Working a roof out from end to end: plan in, every piece, joint and number that follows from it out."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from functools import cached_property

from ...core.roofs import (
    SEAM_ROLES,
    Framing,
    Move,
    Roof,
    RoofError,
    RoofLayout,
    TrialPlace,
    check_roof,
    check_taped,
    facts_of,
    frame_roof,
    lay_out_roof,
    marked_to,
    moves_of,
    roof_shoulds,
    trial_places,
    trial_section,
    working_of,
)
from ...core.rules import LimitSet, LimitSetId
from ...core.solid import Fitted, Joint, Meeting, Member, as_sawn, describe, dry_fit, marks_of
from ...core.survey import Cause, PatternSection, Seen, causes_of
from ...core.tape import Tape, Units
from ...core.terms import Check, Should, Working, checks_of_standing
from ..input.limit_model import LimitsInput, limits_of
from ..input.roof_model import RoofInput
from ..input.trial_input import GAPS
from ..problems import Problem, Problems
from .meets import meets_in
from .survey_work import WorkedSurvey, cut_to, survey_checks, work_out_survey
from .worked import WorkedMember, pattern_name, two_roads

UNREAD = Seen()
"""Nothing was read."""


@dataclass(frozen=True)
class WorkedRoof:
    """A roof worked out. The first member is the pattern: the common rafter."""

    layout: RoofLayout
    framing: Framing
    tape: Tape
    limits: LimitSet
    members: tuple[WorkedMember, ...]
    facts: dict[str, float | int]
    fitted: tuple[Fitted, ...]
    checks: tuple[Check, ...]
    working: tuple[Working, ...]
    survey: WorkedSurvey | None = None
    tried: PatternSection | None = None
    """The piece that is tried in section, where gaps tell something of it."""
    causes: tuple[Cause, ...] = ()
    """What its trial tells, best first."""
    places: tuple[TrialPlace, ...] = ()
    """Where the pattern has to fit."""
    passed: frozenset[str] = frozenset()
    """The places, by their ids, at which it did, as it is marked now."""
    gaps_read: bool = False
    """Whether a gap was read, be it none, and not heights alone."""
    tried_piece: str = ""
    """The piece that is tried, by its id."""
    shoulds: tuple[Should, ...] = ()
    """What is checked once it stands."""
    seen: Seen = UNREAD
    """What was read of it."""
    tried_as: str = ""
    """A name of the pattern as it is marked now: marked otherwise it is another."""

    kind = "roof"

    @property
    def joints(self) -> tuple[Joint, ...]:
        """The joints in exact geometry."""
        return tuple(fit.exact for fit in self.fitted)

    @cached_property
    def meets(self) -> Mapping[str, tuple[Meeting, ...]]:
        """What stands against its ridges and fascias, by their ids."""
        return meets_in(self.framing.pieces)

    @cached_property
    def tryable(self) -> tuple[str, ...]:
        """The pieces of which gaps tell something, by their ids: the pattern, hips and valleys."""
        pieces = [self.framing.pieces[0], *(one for one in self.framing.pieces if one.member.role in SEAM_ROLES)]
        return tuple(one.member.id for one in pieces if trial_section(self.layout, one.member) is not None)

    @property
    def pattern(self) -> WorkedMember:
        """The rafter that is marked first."""
        return self.members[0]


@dataclass(frozen=True, slots=True)
class MeasuredRoof:
    """A roof as far as its sketch needs it: its layout, its pieces and its facts; no joint is closed."""

    layout: RoofLayout
    framing: Framing
    facts: dict[str, float | int]
    survey: WorkedSurvey | None = None


def measured_roof(given: RoofInput, units: Units, path: str = "") -> MeasuredRoof:
    """Lay a roof out and frame it, cut to its survey where it has one that says enough. Raises Problems: what is no
    roof, a reading that is none.
    """
    roof = given.roof(units)
    survey = None if given.survey is None else work_out_survey(given.survey, roof, path)
    built = None if survey is None else cut_to(roof, survey)
    try:
        layout, framing, cut = _framed(roof, built)
    except RoofError as error:
        raise Problems([Problem(f"{path}.{error.path}".lstrip("."), error.message)]) from None
    facts: dict[str, float | int] = dict(facts_of(layout, framing))
    if survey is not None:
        survey = replace(survey, cut_to=cut)
        facts |= survey.facts
    return MeasuredRoof(layout, framing, facts, survey)


def _framed(roof: Roof, built: Roof | None) -> tuple[RoofLayout, Framing, bool]:
    """A roof as it was surveyed, where roofs of its kind are cut so, else as drawn; and which of both."""
    if built is not None:
        try:
            layout = lay_out_roof(built)
            return layout, frame_roof(layout), True
        except RoofError as error:
            if error.path != "survey":
                raise
    layout = lay_out_roof(roof)
    return layout, frame_roof(layout), False


def work_out_roof(
    given: RoofInput,
    units: Units,
    limits: LimitSetId | LimitsInput | None = None,
    path: str = "",
    tape: Tape | None = None,
) -> WorkedRoof:
    """Work a roof out.

    Args:
        given: the roof as read.
        units: the job's units, for defaults.
        limits: the limit set, or None for the usual one of the units.
        path: where the roof stands in the file, for errors.
        tape: the tape of the answer; the job's usual one by default.

    Raises:
        Problems: what is no roof.
    """
    tape = tape or Tape.of(units)
    measured = measured_roof(given, units, path)
    layout, framing, facts = measured.layout, measured.framing, measured.facts
    rules = limits_of(limits, units)
    taped = {name: one for name, told in given.taped.items() if (one := told.taped()) is not None}
    moves = moves_of(layout, framing, taped) if taped else {}
    fitted = dry_fit(framing.touches, tape.division)
    working = working_of(layout, metric=units is Units.METRIC)
    pattern, piece = framing.pieces[0].member, _tried(given, framing)
    top = facts.get("ridge_top")
    tried = trial_section(layout, piece, None if top is None else float(top))
    # A pattern passes at its places; a hip and a valley have one each.
    places = trial_places(layout, framing, pattern) if trial_section(layout, pattern) else ()
    tried_as = pattern_name(pattern)
    shoulds = roof_shoulds(layout, framing, facts)
    told = given.trial is not None and any(read is not None for read in given.trial.seen().rows)
    return WorkedRoof(
        layout=layout,
        framing=framing,
        tape=tape,
        limits=rules,
        members=tuple(
            WorkedMember(member, marks_of(member), tuple(describe(cut) for cut in member.cut_planes))
            for member in _as_taped(framing, moves)
        ),
        facts=facts,
        fitted=fitted,
        checks=(
            *check_roof(layout, framing, facts, fitted, rules.limits),
            *check_taped(taped, moves),
            *checks_of_standing(shoulds, given.assembled.read()),
            *two_roads(working),
            *(
                ()
                if measured.survey is None
                else survey_checks(measured.survey, layout, framing, fitted, facts.get("ridge_top"))
            ),
        ),
        working=working,
        survey=measured.survey,
        tried=tried,
        seen=given.trial.seen() if given.trial else UNREAD,
        causes=causes_of(tried, given.trial.seen()) if tried and given.trial and told else (),
        places=places,
        passed=_passed(given, places, tried_as),
        gaps_read=given.trial is not None and any(gap is not None for gap in given.trial.seen().rows[:GAPS]),
        tried_as=tried_as,
        tried_piece=piece.id,
        shoulds=shoulds,
    )


def _passed(given: RoofInput, places: tuple[TrialPlace, ...], pattern: str) -> frozenset[str]:
    """The places at which the pattern as it is marked now was found to fit."""
    said = given.trial.passed if given.trial else []
    return frozenset(one.place for one in said if one.pattern == pattern) & {place.id for place in places}


def _tried(given: RoofInput, framing: Framing) -> Member:
    """The piece that is tried, as it was cut; the pattern where none, or none of the roof's, was said."""
    pieces = [piece.member for piece in framing.pieces]
    said = given.trial.piece if given.trial else ""
    return next((one for one in pieces if one.id == said), pieces[0])


def _as_taped(framing: Framing, moves: dict[str, Move]) -> Iterator[Member]:
    """The pieces as they are marked: those that were taped in place to what was found there."""
    for piece in framing.pieces:
        move = moves.get(piece.member.id)
        yield as_sawn(piece.member) if move is None else marked_to(piece.member, move)
