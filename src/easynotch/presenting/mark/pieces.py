"""Every piece of a work as a board on the horses, whatever kind of work it is."""

from collections.abc import Iterator
from functools import partial

from ...core.rules import Words
from ...core.tape import Units
from ...exchange import FlightInput, JobInput, Worked, WorkedMember, habit_of, saws_of, square_of
from .board import board_view
from .models import BoardView, PieceView
from .patterns import patterns_of
from .titles import title_in
from .tools import Tools


def tools_of(job: JobInput) -> Tools:
    """Return the square, saws and habits of a job, and what is clamped for its first flight's risers."""
    flight = job.works[0] if job.works and isinstance(job.works[0], FlightInput) else None
    gauge = flight.gauge.mm if flight is not None and flight.gauge is not None else None
    return Tools(
        square_of(job.settings, job.units), saws_of(job.settings), partial(habit_of, job.settings),
        metric=job.units is Units.METRIC, gauge=gauge,
    )  # fmt: skip


def boards_of(
    worked: Worked, job: JobInput, words: Words, only: frozenset[str] | None = None
) -> Iterator[tuple[WorkedMember, BoardView]]:
    """Yield the boards of a work, one for every pattern, or those of the patterns named alone."""
    tools = tools_of(job)
    for pattern in patterns_of(worked):
        if only is None or pattern.first.member.id in only:
            yield pattern.first, board_view(worked, pattern, words, tools)


def piece_views(worked: Worked, words: Words, tools: Tools) -> list[PieceView]:
    """Return what can be laid on the horses: every pattern, with how many are cut from it."""
    return [
        PieceView(
            id=pattern.first.member.id,
            title=title_in(worked, pattern.first.member, words),
            count=pattern.count,
            spare=pattern.spare(tools),
        )
        for pattern in patterns_of(worked)
    ]
