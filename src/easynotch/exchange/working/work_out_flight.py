"""Working a flight out from end to end: measurement in, everything that follows from it out."""

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from ...core.rules import LimitSet, LimitSetId
from ...core.solid import Fitted, Joint, Meeting, Member, as_sawn, close, describe, dry_fit, marks_of
from ...core.stairs import (
    Candidate,
    FlightError,
    FlightFraming,
    Layout,
    TwoFlights,
    around_checks,
    around_facts,
    check_flight,
    facts_of,
    frame_stair,
    lay_out,
    platform_checks,
    prefixed,
    riser_candidates,
    split,
    stair_facts,
    stair_shoulds,
    stair_working,
    straight_down,
    stringer_section,
)
from ...core.survey import StringerSection, StringerSeen, StringerTold, stringer_causes
from ...core.tape import Tape, Units
from ...core.terms import Check, Should, Working, checks_of_standing
from ...core.tools import Drift, drift
from ..input.job_model import FlightInput
from ..input.limit_model import LimitsInput, limits_of
from ..input.settings_model import SettingsInput, habit_of
from ..problems import Problem, Problems
from .meets import meets_in
from .worked import WorkedMember, pattern_name, two_roads

MANY = 3
PLACES: dict[int, tuple[str, ...]] = {1: ("first",), 2: ("first", "last"), MANY: ("first", "middle", "last")}
"""Which of so many stringers the pattern is tried at; of more the same three."""


UNREAD = StringerSeen()
"""Nothing was read."""


@dataclass(frozen=True)
class WorkedFlight:
    """A flight worked out. The first member is the pattern.

    Of a stair with a platform ``layout`` is its upper flight's, ``two`` holds both, and ``whole`` is the stair as if
    it went straight down.
    """

    layout: Layout
    whole: Layout
    two: TwoFlights | None
    framing: FlightFraming
    tape: Tape
    limits: LimitSet
    members: tuple[WorkedMember, ...]
    facts: dict[str, float | int]
    checks: tuple[Check, ...]
    working: tuple[Working, ...]
    drift: Drift
    shoulds: tuple[Should, ...] = ()
    """What is checked once it stands."""
    tried: StringerSection | None = None
    """The pattern in section, where gaps and levels tell something of it."""
    causes: tuple[StringerTold, ...] = ()
    """What its trial tells, best first."""
    places: tuple[str, ...] = ()
    """Where the pattern has to fit: at the first, a middle and the last stringer, from the right."""
    passed: frozenset[str] = frozenset()
    """The places at which it did, as it is marked now."""
    seen: StringerSeen = UNREAD
    """What was read of it."""
    tried_as: str = ""
    """A name of the pattern as it is marked now."""
    level_held: float = 0.0
    """How much of the rise that was typed lies in an upper surface that falls."""

    kind = "flight"

    @cached_property
    def joints(self) -> tuple[Joint, ...]:
        """The joints in exact geometry."""
        return tuple(close(touch) for touch in self.framing.touches)

    @cached_property
    def fitted(self) -> tuple[Fitted, ...]:
        """The dry fit: every joint exact, and as it comes out on the tape."""
        return dry_fit(self.framing.touches, self.tape.division)

    @cached_property
    def meets(self) -> Mapping[str, tuple[Meeting, ...]]:
        """What stands against its header, kicker and ledger, by their ids."""
        return meets_in(self.framing.pieces)

    @property
    def pattern(self) -> WorkedMember:
        """The stringer that is marked first."""
        return self.members[0]

    def candidates(self) -> tuple[Candidate, ...]:
        """The riser counts worth looking at."""
        return riser_candidates(self.whole.flight, self.limits.limits)


def work_out_flight(
    given: FlightInput,
    units: Units,
    limits: LimitSetId | LimitsInput | None = None,
    path: str = "",
    tape: Tape | None = None,
    settings: SettingsInput | None = None,
) -> WorkedFlight:
    """Work a flight out.

    Args:
        given: the flight as read.
        units: the job's units, for defaults.
        limits: the limit set, or None for the usual one of the units.
        path: where the flight stands in the file, for errors.
        tape: the tape of the answer; the job's usual one by default.
        settings: the shop's, for its habits.

    Raises:
        Problems: what is no flight.
    """
    tape = tape or Tape.of(units)
    try:
        flight = given.flight(
            units,
            treads_first=habit_of(settings, "step_order") == "treads_first",
            stretch=habit_of(settings, "narrow_flight") == "stretch",
            bag=settings.bag if settings else None,
        )
        two = split(flight)
        whole = lay_out(straight_down(flight))
        layout = two.upper if two is not None else whole
        framing = frame_stair(layout, two)
    except FlightError as error:
        raise Problems([Problem(f"{path}.{error.path}".lstrip("."), error.message)]) from None
    rules = limits_of(limits, units)
    members = tuple(
        WorkedMember(member, marks_of(member), tuple(describe(cut) for cut in member.cut_planes))
        for member in (as_sawn(piece.member) for piece in framing.pieces)
    )
    pattern = members[0].member
    clamped = drift(layout.riser, layout.riser_count, flight.gauge, tape)
    patterns: tuple[Member, ...] = (pattern,)
    facts = facts_of(layout, pattern, tape) | around_facts(layout)
    checks = [
        *check_flight(layout, pattern, facts, rules.limits, clamped),
        *around_checks(layout, pattern, rules.limits),
    ]
    if two is not None:
        below = next(member.member for member in members if member.member.id.startswith("lower_"))
        beneath = facts_of(two.lower, below, tape) | around_facts(two.lower)
        more = (
            *check_flight(two.lower, below, beneath, rules.limits, clamped),
            *around_checks(two.lower, below, rules.limits),
        )
        checks += [*platform_checks(two, rules.limits), *prefixed(more, "lower.")]
        facts = stair_facts(two, facts, beneath)
        patterns = (pattern, below)
    held = flight.around.level_held.drop if flight.around.level_held else 0.0
    tried = stringer_section(layout, held)
    tried_as = pattern_name(pattern)
    places = PLACES.get(int(facts["stringer_count"]), PLACES[MANY]) if tried else ()
    trial, told = given.trial, given.trial.seen() if given.trial else None
    read = told is not None and any(row is not None for row in told.rows)
    passed = {one.place for one in trial.passed if one.pattern == tried_as} if trial else set()
    diagonal = facts.get("square_diagonal") if two is None else None
    shoulds = stair_shoulds(layout, diagonal, rules.limits)
    working = stair_working(whole, two, patterns, facts, tape)
    return WorkedFlight(
        layout=layout,
        whole=whole,
        two=two,
        framing=framing,
        tape=tape,
        limits=rules,
        members=members,
        facts=facts,
        checks=(*checks, *checks_of_standing(shoulds, given.assembled.read()), *two_roads(working)),
        working=working,
        drift=clamped,
        shoulds=shoulds,
        tried=tried,
        seen=told or UNREAD,
        causes=stringer_causes(tried, told) if tried and told and read else (),
        places=places,
        passed=frozenset(passed) & set(places),
        tried_as=tried_as,
        level_held=held,
    )
