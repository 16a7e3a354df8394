"""Pages to set out by: where pieces stand along every plate, the ridge or the header; and every bevel at full size."""

from collections.abc import Iterator
from math import atan, cos, degrees, radians, sin

from ..core.roofs import bevels_of, distinct_corners
from ..core.rules import Words
from ..core.terms import Length, Message, message
from ..drawing.page import MARGIN, Draft, Page, Paper
from ..drawing.tiles import measured_bar
from ..exchange import Worked, WorkedFlight
from ..presenting.mark.setting_out import Lath, Stand, laths_of
from ..presenting.work_out.hips import bevel_label, corner_title

ROW = 5.6
BLOCK = (120.0, 36.0)
"""mm: a block to strike a bevel off, drawn at full size."""


def set_out_pages(worked: Worked, work: str, paper: Paper, words: Words) -> list[Page]:
    """A page for every lath: the line to scale with its pieces, and each near side from the hooked end."""
    wide, high = paper.size
    pages = []
    for lath in laths_of(worked, words):
        rows = list(lath.stands)
        part = 1
        while rows:
            title = lath.title if part == 1 else f"{lath.title}, {part}"
            draft = Draft(title, wide, high)
            draft.say((MARGIN, MARGIN + 3), work, 2.8)
            draft.heading((MARGIN, MARGIN + 11), title, 5.2, wide - 2 * MARGIN)
            y = draft.paragraph(
                (MARGIN, MARGIN + 18),
                words.say(Message("set_out.say_centres" if lath.centres else "set_out.say")),
                3.0,
                wide - 2 * MARGIN,
            )
            _strip(draft, lath, y + 2)
            rows = _table(draft, rows, len(lath.stands) - len(rows), (y + 24, high - MARGIN - 8), words)
            draft.say((MARGIN, high - MARGIN), words.say(Message("sheet.caution")), 2.4)
            pages.append(draft.page())
            part += 1
    return pages


def _strip(draft: Draft, lath: Lath, y: float) -> None:
    # A rafter may stand past a plate's end.
    low = min([0.0, *(stand.near for stand in lath.stands)])
    high = max([lath.length, low + 1.0, *(one.far for one in lath.stands)])
    scale = (high - low) / (draft.width - 2 * MARGIN)
    start, stop = MARGIN - low / scale, MARGIN + (lath.length - low) / scale
    draft.shape([(start, y), (stop, y), (stop, y + 6), (start, y + 6)], 0.35)
    for number, one in enumerate(lath.stands, 1):
        near, far = start + one.near / scale, start + one.far / scale
        draft.shape([(near, y), (far, y), (far, y + 6), (near, y + 6)], 0.2, fill=0.85)
        draft.line((near, y - 2), (near, y + 6), width=0.4)
        if number == 1 or number == len(lath.stands) or number % 5 == 0:
            draft.say(((near + far) / 2, y + 10), str(number), 2.4, "middle")


def _table(draft: Draft, rows: list[Stand], done: int, span: tuple[float, float], words: Words) -> list[Stand]:
    """As many rows as two columns hold; what is left for the next page."""
    top, low = span
    column = (draft.width - 2 * MARGIN - 8) / 2
    for at in range(2):
        x, y = MARGIN + at * (column + 8), top
        while rows and y < low:
            draft.say((x, y), str(done + 1), 2.6)
            draft.say((x + 9, y), words.value(Length(rows[0].near)), 3.2, bold=True)
            draft.say((x + 40, y), rows[0].title, 2.6)
            draft.line((x, y + 1.6), (x + column, y + 1.6), width=0.08)
            rows, done, y = rows[1:], done + 1, y + ROW
    return rows


def bevel_pages(worked: Worked, work: str, paper: Paper, words: Words, *, imperial: bool) -> list[Page]:
    """Every named bevel at full size, each as a line across a block, so that a sliding bevel is set on the paper."""
    wide, high = paper.size
    pages: list[Page] = []
    rows = list(_bevels(worked, words))
    while rows or not pages:
        draft = Draft(words.say(message("bevel_page.title", n=str(len(pages) + 1))), wide, high)
        draft.say((MARGIN, MARGIN + 3), work, 2.8)
        draft.heading((MARGIN, MARGIN + 11), words.say(Message("bevel_page.head")), 5.2, wide - 2 * MARGIN)
        y = draft.paragraph((MARGIN, MARGIN + 18), words.say(Message("bevel_page.say")), 3.0, wide - 2 * MARGIN) + 4
        while rows and y + BLOCK[1] + 6 < high - MARGIN - 20:
            title, from_edge, angle = rows.pop(0)
            _block(draft, (MARGIN, y), from_edge)
            draft.paragraph((MARGIN + BLOCK[0] + 6, y + 8), title, 3.0, wide - 2 * MARGIN - BLOCK[0] - 6)
            draft.say((MARGIN + BLOCK[0] + 6, y + BLOCK[1] - 2), f"{angle:.2f}°", 4.2, bold=True)
            y += BLOCK[1] + 8
        measured_bar(draft, (MARGIN, high - MARGIN), imperial=imperial)
        pages.append(draft.page())
    return pages


def _bevels(worked: Worked, words: Words) -> Iterator[tuple[str, float, float]]:
    """What each bevel is called, its angle from the block's lower edge, and the angle it is called by."""
    if isinstance(worked, WorkedFlight):
        slope = worked.layout.degrees
        yield words.say(Message("bevel_page.plumb")), 90.0 - slope, 90.0 - slope
        yield words.say(Message("bevel_page.level")), slope, slope
        return
    corners = distinct_corners(worked.layout)
    for hip, numbers in corners:
        corner = corner_title(hip, numbers, words)
        for bevel in bevels_of(hip):
            if bevel.from_across is not None:
                label = bevel_label(bevel, hip, words)
                title = f"{corner}: {label}" if len(corners) > 1 else label
                yield title, 90.0 - bevel.from_across, bevel.degrees
    if not worked.layout.hipped:
        for rise_per_run in sorted({round(side.slope.rise_per_run, 9) for side in worked.layout.sides}, reverse=True):
            slope = degrees(atan(rise_per_run))
            yield words.fact("bevels.plumb_common"), 90.0 - slope, 90.0 - slope
            yield words.fact("bevels.level_common"), slope, slope


def _block(draft: Draft, at: tuple[float, float], from_edge: float) -> None:
    (x, y), (long, deep) = at, BLOCK
    draft.shape([(x, y), (x + long, y), (x + long, y + deep), (x, y + deep)], 0.35)
    angle = radians(from_edge)
    # From the lower edge, near its end where the line leans the other way.
    reach = min(deep / max(sin(angle), 1e-9), (long - 16.0) / max(abs(cos(angle)), 1e-9))
    foot = x + 8.0 if cos(angle) >= 0 else x + long - 8.0
    draft.line((foot, y + deep), (foot + reach * cos(angle), y + deep - reach * sin(angle)), width=0.6)
