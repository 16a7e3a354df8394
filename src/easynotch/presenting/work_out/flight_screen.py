"""A worked-out flight as the stations show it: every number in words, with its ends."""

from typing import Any

from ...core.rules import Words
from ...core.stairs import Candidate, housing_room, throat
from ...core.terms import Length, Level, Message, Value, message
from ...drawing import Profile, draw_elevation, draw_profile
from ...exchange import FlightInput, WorkedFlight
from ..mark.board import board_view
from ..mark.patterns import pattern_of
from ..mark.pieces import piece_views
from ..mark.tools import Tools
from ..shared.assumed import assumed_of
from ..shared.in_words import check_view, fact_view, limits_said, readings, sheet_view, urgency, working_view
from ..shared.kept import kept_of, keys_of
from ..shared.lengths import format_length
from .models import CandidateView, DriftView, NoteView, ProfileView, ScreenView, StationView


def screen_of(
    given: FlightInput, worked: WorkedFlight, words: Words, supposed: list[str], piece: str, tools: Tools
) -> ScreenView:
    """Everything the stations show of a flight, the board of one piece (the pattern by default) among it."""
    board = board_view(worked, pattern_of(worked, piece), words, tools)
    return ScreenView(
        kind="flight",
        facts=[fact_view(key, value, words) for key, value in worked.facts.items()],
        checks=[check_view(check, words) for check in sorted(worked.checks, key=urgency)],
        working=[working_view(working, words) for working in worked.working],
        candidates=[candidate_view(candidate, worked, words) for candidate in worked.candidates()],
        drift=drift_view(worked, words),
        sketch=sheet_view(draw_elevation(worked.layout, worked.pattern.member), words),
        pieces=piece_views(worked, words, tools),
        board=board,
        stations=stations(worked, len(board.stops), words, supposed, len(assumed_of(given, words))),
        limits=limits_said(worked.limits, words),
        confirm=words.say(worked.limits.confirm),
        readings=readings(given, words),
        supposed=supposed,
        assumed=assumed_of(given, words),
        kept=kept_of(given, words),
        keys=keys_of(given, words),
        roof=None,
    )


def candidate_view(candidate: Candidate, worked: WorkedFlight, words: Words) -> CandidateView:
    """A candidate with what is good and bad about it, against the chosen one."""
    layout, chosen = candidate.layout, worked.layout
    limits = worked.limits.limits
    broken = {Level.STOP: [], Level.LOOK: []}  # type: dict[Level, list[NoteView]]
    for check in candidate.checks:
        if check.level is not Level.OK:
            broken[check.level].append(
                NoteView(level=check.level, text=words.say(Message(f"candidate.{check.id}", check.message.values)))
            )
    notes = broken[Level.STOP] or broken[Level.LOOK]
    flight = layout.flight
    if candidate.fewest:
        highest: Value = limits["riser_max"].value if flight.riser.rule != "at_most" else Length(flight.riser.value)
        notes.append(NoteView(level=Level.OK, text=words.say(message("candidate.fewest", value=highest))))
    if candidate.comfortable:
        target: Value = (
            limits["riser_comfortable"].value if flight.riser.rule != "target" else Length(flight.riser.value)
        )
        notes.append(NoteView(level=Level.OK, text=words.say(message("candidate.comfortable", value=target))))
    more = layout.total_run - chosen.total_run
    if not candidate.chosen and abs(more) > 1:
        notes.append(
            NoteView(
                level="note",
                text=words.say(
                    message("candidate.longer" if more > 0 else "candidate.shorter", value=Length(abs(more)))
                ),
            )
        )
    housed = flight.around.housed
    left = throat(layout) if housed is None else housing_room(layout, housed)
    return CandidateView(
        count=layout.riser_count,
        chosen=candidate.chosen,
        fits=candidate.fits,
        riser=format_length(layout.riser, words),
        going=format_length(layout.going, words),
        slope=f"{layout.degrees:.1f}°",
        run=format_length(layout.total_run, words),
        comfort=format_length(2 * layout.riser + layout.going, words),
        left=format_length(left, words),
        left_under=words.within(Message("candidate.left" if housed is None else "candidate.left_housed")),
        notes=notes,
        profile=profile_view(draw_profile(layout)),
    )


def profile_view(profile: Profile) -> ProfileView:
    """A profile as it is sent."""
    return ProfileView(steps=list(profile.steps), ground=profile.ground, run=profile.run)


def drift_view(worked: WorkedFlight, words: Words) -> DriftView:
    """The drift of what is clamped on the square, with its check."""
    drift = worked.drift
    check = next(check for check in worked.checks if check.id == "riser_difference")
    return DriftView(
        gauge=format_length(drift.gauge, words),
        total=format_length(drift.total, words),
        each=format_length(drift.each, words),
        last=format_length(drift.last, words),
        creep=list(drift.creep),
        level=check.level,
        text=words.say(check.message),
    )


def stations(worked: WorkedFlight, stops: int, words: Words, supposed: list[str], assumed: int) -> list[StationView]:
    """How each station stands."""
    asked = worked.layout.flight.head.header_depth is None
    rows: list[tuple[str, str, dict[str, Any]]] = [
        ("measure", "open" if supposed else "assumed" if assumed else ("look" if asked else "settled"),
         {"n": str(assumed if assumed and not supposed else 4 - len(supposed) - asked), "all": "4"}),
        ("work_out", "waiting" if supposed else _worst(worked), {"n": str(worked.whole.riser_count)}),
        ("mark", "waiting" if supposed else "open", {"n": str(stops)}),
        ("cut", "waiting" if supposed else "open", {"n": str(sum(member.member.count for member in worked.members))}),
        ("fit", "waiting" if supposed else "open", {"n": str(len(worked.framing.touches))}),
    ]  # fmt: skip
    return [
        StationView(
            id=station, state="look" if state == "assumed" else state,
            text=words.within(Message(f"station.{station}.{state}", values)),
        )
        for station, state, values in rows
    ]  # fmt: skip


def _worst(worked: WorkedFlight) -> str:
    levels = {check.level for check in worked.checks}
    return "stop" if Level.STOP in levels else ("look" if Level.LOOK in levels else "settled")
