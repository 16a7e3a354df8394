"""Pages to take to the saw: every board with the pieces in it, as the screen shows them, and a box to tick for each."""

from ..core.rules import Words
from ..core.terms import Message
from ..drawing.measure import width_of
from ..drawing.page import MARGIN, Draft, Page, Paper, Stroke
from ..presenting.cut.models import CutBoardView, CutSectionView, LaidView

BOARD = 9.0
"""mm: how high a board is drawn."""
SIZE = 2.4
LEAST = 1.3
"""mm: capital letters of a text that is squeezed into a short piece."""
TICK = 3.4
MOST_TICKS = 24
ROW = BOARD + 21.0


def board_pages(sections: list[CutSectionView], work: str, paper: Paper, words: Words) -> list[Page]:
    """The cutting plan on paper, one section of timber after the other.

    Args:
        sections: the plan as the screen has it.
        work: what is cut, for the head of every page.
        paper: laid across.
        words: for what stands on every page.
    """
    high, wide = paper.size
    longest = max([1.0, *(board.length.mm for section in sections for board in section.boards)])
    scale = longest / (wide - 2 * MARGIN)
    pages: list[Page] = []
    for section in sections:
        rows = list(section.boards)
        part = 1
        while rows or (part == 1 and section.too_long):
            draft = Draft(section.title if part == 1 else f"{section.title}, {part}", wide, high)
            y = _head(draft, section, work, first=part == 1)
            while rows and y + ROW < high - MARGIN - 6:
                y = _board(draft, rows.pop(0), y, scale)
            draft.say((MARGIN, high - MARGIN), words.say(Message("cut.caution")), 2.4)
            pages.append(draft.page())
            part += 1
    if not pages:
        draft = Draft(words.say(Message("cut_pages.none")), wide, high)
        draft.say((MARGIN, MARGIN + 11), draft.title, 4.0)
        pages.append(draft.page())
    return pages


def _head(draft: Draft, section: CutSectionView, work: str, *, first: bool) -> float:
    draft.say((MARGIN, MARGIN + 3), work, 2.8)
    draft.heading((MARGIN, MARGIN + 11), draft.title, 5.2, draft.width - 2 * MARGIN)
    y = MARGIN + 17.0
    for said in [". ".join(section.say) + ".", *section.too_long] if first else []:
        y = draft.paragraph((MARGIN, y + 2), said, 2.8, draft.width - 2 * MARGIN)
    return y + 4


def _board(draft: Draft, board: CutBoardView, y: float, scale: float) -> float:
    """A board with its pieces, its boxes to tick, and under each piece what it is."""
    told = f"{board.count} × {board.length.text} {board.length.sense}".rstrip()
    draft.say((MARGIN, y + 3), told, 3.4, bold=True)
    for k in range(min(board.count, MOST_TICKS)):
        x = MARGIN + 40.0 + k * (TICK + 2.0)
        draft.shape([(x, y), (x + TICK, y), (x + TICK, y + TICK), (x, y + TICK)], 0.3)
    top, grow = y + 6.0, BOARD / board.depth
    end = MARGIN + board.length.mm / scale
    draft.strokes.append(
        Stroke(((MARGIN, top), (end, top), (end, top + BOARD), (MARGIN, top + BOARD)), True, 0.13, dash=(0.8, 0.8))
    )
    for piece in board.laid:
        corners = [(MARGIN + u / scale, top + v * grow) for u, v in piece.outline]
        if len(corners) > 2:
            draft.shape(corners, 0.35, fill=0.95)
        _name(draft, piece, top + BOARD + 4.0, scale)
    return y + ROW


def _name(draft: Draft, laid: LaidView, y: float, scale: float) -> None:
    """A piece's code and length, whole however short it is, and as much of its name as there is room for."""
    middle, room = MARGIN + (laid.start + laid.stop) / 2 / scale, (laid.stop - laid.start) / scale
    length = f"{laid.length.text} {laid.length.sense}".rstrip()
    name = _cut(laid.title, room - width_of(f"{laid.code} ", SIZE, bold=False))
    for row, text, bold in ((0, f"{laid.code} {name}".rstrip(), False), (1, length, True)):
        wide = width_of(text, SIZE, bold=bold)
        draft.say((middle, y + row * 4.0), text, max(LEAST, SIZE * min(1.0, room / wide)), "middle", bold=bold)


def _cut(text: str, room: float) -> str:
    """As much of a text as there is room for, whole words, and nothing of one alone that is too long."""
    words = text.split()
    while words and width_of(" ".join(words), SIZE, bold=False) > room:
        words.pop()
    return " ".join(words)
