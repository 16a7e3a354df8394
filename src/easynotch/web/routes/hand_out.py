"""``POST /api/hand-out``: every piece's bench steps as one self-contained page; nothing is stored."""

from ...core.terms import Message
from ...paper.hand_out import HandOutView, hand_out_page
from ...presenting.mark.pieces import boards_of
from ...presenting.shared.assumed import assumed_said
from ..server.first_work import Asked, about_first_work, work_questions

api = work_questions("hand_out", __name__)


# Nobody marks a board from a supposed rise.
@about_first_work(api, "/hand-out", HandOutView(name="", html=""), measured=True)
def hand_out(asked: Asked) -> HandOutView:
    """The first work of a job as one page of steps, a sheet for each piece."""
    words, given = asked.words, asked.job.works[0]
    boards = [board for _, board in boards_of(asked.worked, asked.job, words)]
    name = given.name or words.say(Message("hand_out.unnamed"))
    stops = [words.say(check.message) for check in asked.worked.checks if check.level == "stop"]
    return HandOutView(name=name, html=hand_out_page(name, boards, [*assumed_said(given, words), *stops], words))
