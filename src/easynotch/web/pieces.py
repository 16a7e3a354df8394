"""Every piece of a work as a board on the horses, whatever kind of work it is."""

from collections.abc import Iterator
from functools import partial

from ..core.rules import Words
from ..core.solid import Member
from ..exchange import JobInput, WorkedFlight, WorkedMember, WorkedRoof, habit_of, saws_of, square_of
from .board_view import Talk, Tools, board_view
from .flight_talk import FlightTalk
from .mark_models import BoardView
from .piece_talk import BELOW, PieceTalk, stair_title
from .roof_talk import RoofTalk, title_of


def tools_of(job: JobInput) -> Tools:
    """The square, saws and habits of a job."""
    return Tools(square_of(job.settings, job.units), saws_of(job.settings), partial(habit_of, job.settings))


def talk_of(worked: WorkedFlight | WorkedRoof, laid: WorkedMember, words: Words) -> Talk:
    """What is said at the stops of a piece."""
    if isinstance(worked, WorkedRoof):
        return RoofTalk(worked.layout)
    member = laid.member
    if member.role not in ("stringer", "template"):
        return PieceTalk(words)
    below = worked.two is not None and member.id.startswith(BELOW)
    layout = worked.two.lower if worked.two is not None and below else worked.layout
    return FlightTalk(layout, member.stock.depth, words)


def title_in(worked: WorkedFlight | WorkedRoof, member: Member, words: Words) -> str:
    """What a piece of a work is called."""
    return words.say(title_of(member.id) if isinstance(worked, WorkedRoof) else stair_title(member.id, words))


def boards_of(
    worked: WorkedFlight | WorkedRoof, job: JobInput, words: Words, only: frozenset[str] | None = None
) -> Iterator[tuple[WorkedMember, BoardView]]:
    """The boards of a work, or of the pieces named alone."""
    tools = tools_of(job)
    for laid in worked.members:
        if only is None or laid.member.id in only:
            yield laid, board_view(laid, words, talk_of(worked, laid, words), tools)
