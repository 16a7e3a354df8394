"""Every piece of a work as a board on the horses, whatever kind of work it is."""

from collections.abc import Iterator
from functools import partial

from ..core.rules import Words
from ..exchange import JobInput, WorkedFlight, WorkedMember, WorkedRoof, habit_of, saws_of, square_of
from .board_view import Talk, Tools, board_view
from .flight_talk import FlightTalk
from .roof_talk import RoofTalk
from .screen_models import BoardView


def tools_of(job: JobInput) -> Tools:
    """The square, saws and habits of a job."""
    return Tools(square_of(job.settings, job.units), saws_of(job.settings), partial(habit_of, job.settings))


def talk_of(worked: WorkedFlight | WorkedRoof, laid: WorkedMember) -> Talk:
    """What is said at the stops of a piece."""
    if isinstance(worked, WorkedRoof):
        return RoofTalk(worked.layout)
    return FlightTalk(worked.layout, laid.member.stock.depth)


def boards_of(
    worked: WorkedFlight | WorkedRoof, job: JobInput, words: Words, only: frozenset[str] | None = None
) -> Iterator[tuple[WorkedMember, BoardView]]:
    """The boards of a work, or of the pieces named alone."""
    tools = tools_of(job)
    for laid in worked.members:
        if only is None or laid.member.id in only:
            yield laid, board_view(laid, words, talk_of(worked, laid), tools)
