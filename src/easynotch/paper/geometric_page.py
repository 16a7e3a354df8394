"""The geometric sheet on paper: the construction at its own scale, what its letters are, and its lengths."""

from ..core.roofs import RoofLayout, Seam
from ..core.rules import Words
from ..core.terms import Count, Length, Message, message
from ..drawing.page import MARGIN, Draft, Page, Paper, place
from ..drawing.roofs.geometric import draw_geometric
from ..presenting.work_out.hips import drawn_lengths, drawn_step, read_views

HEAD = 22.0
"""mm: what the page's title takes."""
ROW = 4.6


def geometric_page(title: str, work: str, corner: tuple[RoofLayout, Seam], paper: Paper, words: Words) -> Page:
    """One corner's sheet, upright: the drawing above, letters and lengths below."""
    layout, seam = corner
    wide, high = paper.size
    draft = Draft(title, wide, high)
    draft.say((MARGIN, MARGIN + 3), work, 2.8)
    draft.heading((MARGIN, MARGIN + 11), title, 5.2, wide - 2 * MARGIN - 24)
    letters = len(draw_geometric(seam).reads)
    legend = (letters + 1) // 2 * ROW + 4 * ROW + 12
    room = (wide - 2 * MARGIN - 8, high - 2 * MARGIN - HEAD - legend)
    drawn = draw_geometric(seam, drawn_step(layout), room)
    points = [point for path in drawn.sheet.paths for point in path.points]
    left, top = min(x for x, _ in points), min(y for _, y in points)
    right, low = max(x for x, _ in points), max(y for _, y in points)
    origin = ((wide - (right - left)) / 2 - left, MARGIN + HEAD - top)
    place(draft, drawn.sheet, 1.0, origin)
    for text in drawn.sheet.texts:
        x = min(max(origin[0] + text.at[0], MARGIN), wide - MARGIN)
        draft.say((x, origin[1] + text.at[1]), words.say(text.words), 3.0, "middle", bold=True)
    draft.say((wide - MARGIN, MARGIN + 3), f"1 : {drawn.scale}", 3.2, "end", bold=True)
    y = MARGIN + HEAD + (low - top) + 10
    y = _reads(draft, words, y, [(view.letter, view.label, view.angle) for view in read_views(drawn, seam, words)])
    draft.say((MARGIN, y), words.say(message("sheet.geometric_lengths", n=Count(drawn.scale))), 2.8, bold=True)
    for length in drawn_lengths(drawn, seam, layout, words):
        y += ROW
        draft.say((MARGIN, y), length.label, 2.6)
        draft.say((wide - MARGIN, y), words.value(Length(length.length.mm)), 3.0, "end", bold=True)
    draft.say((MARGIN, high - MARGIN), words.say(Message("sheet.caution")), 2.4)
    return draft.page()


def _reads(draft: Draft, words: Words, y: float, rows: list[tuple[str, str, str]]) -> float:
    """Letters in two columns, each with its bevel and its angle; where the next line would stand."""
    draft.say((MARGIN, y), words.say(Message("sheet.geometric_reads")), 2.8, bold=True)
    column = (draft.width - 2 * MARGIN - 6) / 2
    half = (len(rows) + 1) // 2
    for at, part in enumerate((rows[:half], rows[half:])):
        x = MARGIN + at * (column + 6)
        for number, (letter, label, angle) in enumerate(part, 1):
            draft.say((x, y + number * ROW), letter, 2.6, bold=True)
            draft.say((x + 6, y + number * ROW), label, 2.6)
            draft.say((x + column, y + number * ROW), angle, 2.6, "end", bold=True)
    return y + (half + 1) * ROW + 3
