"""Pages of pieces: a cutting sheet each, labels, the rain sheet, full-size templates and the paper model."""

from dataclasses import dataclass

from ..core.rules import Words
from ..core.solid import Member, seen_outline
from ..core.supply import whole_length
from ..core.terms import Count, Length, Message, message
from ..drawing.codes import code_of
from ..drawing.page import MARGIN, Draft, Page, Paper, Stroke, dimension, fit, place, wrapped
from ..drawing.sheet import Layer, Path, Sheet, area, line
from ..drawing.tiles import TileWords, tiles
from ..drawing.window import within
from ..exchange import Worked, WorkedMember
from ..presenting.mark.models import BoardView, StopView
from ..presenting.mark.titles import title_in

WARNED = 0.4
"""Of a page: how far down warnings go."""
PARTS = {"notch": ("heel", "heel_side", "seat"), "tail": ("tail", "tail_side", "tail_level")}
"""What is printed at full size by itself, and the marks it lies round."""
ROUND = 70.0
"""mm of the piece on either side."""
LABELS = (2, 7)
"""Across and down a page of labels."""


def near_face(laid: WorkedMember) -> Sheet:
    """A piece's near face at full size: its outline, and every pencil line on it; u from its zero."""
    member = laid.member
    edge = tuple((u - member.zero, v) for u, v in seen_outline(member))
    paths: list[Path] = [area("outline", Layer.CUT, edge)] if len(edge) > 2 else []
    for mark in laid.marks:
        paths += [line(f"{mark.id}_{k}", Layer.PENCIL, *piece) for k, piece in enumerate(mark.pieces)]
    xs = [u for u, _ in edge] or [0.0, 1.0]
    return Sheet((min(xs) - 5, -5.0, max(xs) + 5, member.stock.depth + 5), tuple(paths))


def cutting_sheets(work: str, board: BoardView, warned: list[str], paper: Paper, words: Words) -> list[Page]:
    """The pages for a piece: the board with its running marks, then every step with its figure and both its ends."""
    high, wide = paper.size
    column = (wide - 2 * MARGIN - 8) / 2
    rows = _blocks(board.stops)
    pages: list[Page] = []
    told = list(warned)
    while rows or told or not pages:
        title = board.title if not pages else f"{board.title}, {len(pages) + 1}"
        draft = Draft(title, wide, high)
        _head(draft, work, board, words)
        y = MARGIN + 22
        if warned and not told:
            y = draft.paragraph((MARGIN, y + 3), words.say(Message("sheet.stops")), 3.2, wide - 2 * MARGIN, bold=True)
        # However much there is to warn of, half of a page is left for the steps.
        while told and y < high * WARNED:
            y = draft.paragraph((MARGIN, y + 3), told.pop(0), 3.2, wide - 2 * MARGIN, bold=True)
        top = _board(draft, board, y + 4, wide - 2 * MARGIN) + 6
        rows = _steps(draft, rows, top, column)
        draft.say((MARGIN, high - MARGIN), words.say(Message("sheet.caution")), 2.4)
        pages.append(draft.page())
    return pages


@dataclass(frozen=True, slots=True)
class Block:
    """What stays together on a sheet: a stop's box, figure and title with its first sentence, or a further sentence."""

    stop: StopView | None
    said: str


def _blocks(stops: list[StopView]) -> list[Block]:
    found = []
    for stop in stops:
        said = [*(step.say for step in stop.steps), *stop.notes] or [""]
        found += [Block(stop, said[0]), *(Block(None, more) for more in said[1:])]
    return found


def _steps(draft: Draft, blocks: list[Block], top: float, column: float) -> list[Block]:
    """As many steps as two columns hold; what is left for the next page."""
    for at in range(2):
        x, y = MARGIN + at * (column + 8), top
        while blocks and y + _high(blocks[0], column) < draft.height - MARGIN - 6:
            y = _step(draft, blocks[0], (x, y), column)
            blocks = blocks[1:]
    return blocks


def _high(block: Block, wide: float) -> float:
    """How high a block stands, mm."""
    said = len(wrapped(block.said, 2.6, wide - 6)) * 2.6 * 1.75
    if block.stop is None:
        return said
    ends = len(wrapped(block.stop.ends, 2.3, wide - 6)) * 2.3 * 1.75
    return said + ends + (12.8 if block.stop.figure else 8.2)


def _head(draft: Draft, work: str, board: BoardView, words: Words) -> None:
    draft.say((MARGIN, MARGIN + 3), work, 2.8)
    draft.heading((MARGIN, MARGIN + 11), board.title, 5.2, draft.width - 2 * MARGIN)
    said = words.say(
        message(
            "sheet.head",
            n=Count(board.count),
            depth=Length(board.depth),
            length=board.board.text,
        )
    )
    draft.say((MARGIN, MARGIN + 17.5), said, 3.2)
    draft.line((MARGIN, MARGIN + 20), (draft.width - MARGIN, MARGIN + 20), width=0.5)


def _board(draft: Draft, board: BoardView, top: float, wide: float) -> float:
    """The board to scale along its length, its running marks above it."""
    scale = max(board.length / wide, board.depth / 42.0)
    x0 = MARGIN
    y0 = top + 9
    for scrap in board.waste:
        draft.shape([(x0 + u / scale, y0 + v / scale) for u, v in scrap], width=0.1, fill=0.9)
    if board.outline:
        draft.shape([(x0 + u / scale, y0 + v / scale) for u, v in board.outline], width=0.5)
    for mark in board.marks:
        for (a, b), (c, d) in mark.pieces:
            draft.line((x0 + a / scale, y0 + b / scale), (x0 + c / scale, y0 + d / scale), width=0.2)
    end = -1e9
    for tick in board.running:
        x = x0 + tick.at / scale
        draft.line((x, y0), (x, y0 - 3), width=0.3)
        level = y0 - 4
        if x - end < 4.5:
            level -= 4
        draft.say((x, level), str(tick.number), 2.8, "middle", bold=True)
        end = x if level == y0 - 4 else end
    return y0 + board.depth / scale + 4


def _step(draft: Draft, block: Block, at: tuple[float, float], wide: float) -> float:
    x, y = at
    stop = block.stop
    if stop is None:
        return draft.paragraph((x + 5.5, y), block.said, 2.6, wide - 6)
    y += 3.4
    figure = f"{stop.figure.text} {stop.figure.sense}".strip() if stop.figure else ""
    draft.strokes.append(_box(x, y))
    draft.say((x + 5.5, y), figure or stop.title, 3.6, bold=True)
    if figure:
        draft.say((x + 5.5, y + 5), stop.title, 2.7, bold=True)
    y = draft.paragraph((x + 5.5, y + (9.4 if figure else 4.8)), stop.ends, 2.3, wide - 6)
    return draft.paragraph((x + 5.5, y), block.said, 2.6, wide - 6)


def _box(x: float, y: float) -> Stroke:
    return Stroke(((x, y), (x + 3.6, y), (x + 3.6, y - 3.6), (x, y - 3.6)), closed=True, width=0.25)


def drawing_page(title: str, work: str, sheet: Sheet, paper: Paper, words: Words) -> Page:
    """A drawing of the work on a page, at the largest of the usual scales, its dimensions with it."""
    high, wide = paper.size
    draft = Draft(title, wide, high)
    draft.say((MARGIN, MARGIN + 3), work, 2.8)
    draft.heading((MARGIN, MARGIN + 11), title, 5.2, draft.width - 2 * MARGIN)
    scale, origin = fit(sheet, (MARGIN + 8, MARGIN + 24, wide - MARGIN - 8, high - MARGIN - 14))
    place(draft, sheet, scale, origin)
    for text in sheet.texts:
        draft.say(
            (origin[0] + text.at[0] / scale, origin[1] + text.at[1] / scale), words.say(text.words), 2.6, "middle"
        )
    for one in sheet.dimensions:
        dimension(draft, one, words.value(one.length), scale, origin)
    draft.say((wide - MARGIN, MARGIN + 3), f"1 : {scale:g}", 3.2, "end", bold=True)
    draft.say((MARGIN, high - MARGIN), words.say(Message("sheet.caution")), 2.4)
    return draft.page()


def template_pages(worked: Worked, paper: Paper, words: Words, *, imperial: bool) -> list[Page]:
    """The pattern at full size, and the templates of notch and tail where there are any."""
    said = TileWords(
        words.say(Message("tile.map")),
        words.say(Message("tile.measure")),
        words.say(message("tile.name", **{key: f"{{{key}}}" for key in ("row", "rows", "column", "columns")})),
    )
    wanted = [worked.pattern, *(member for member in worked.members[1:] if member.member.role == "template")]
    sheets = [(title_in(worked, one.member, words), near_face(one)) for one in wanted]
    for one in _notched(worked):
        piece = title_in(worked, one.member, words)
        sheets += [
            (words.say(message(f"tile.{part}", piece=piece)), cut)
            for part, ids in PARTS.items()
            if (cut := _part_of(one, ids)) is not None
        ]
    return [page for title, sheet in sheets for page in tiles(title, sheet, paper, said, imperial=imperial)]


def _notched(worked: Worked) -> list[WorkedMember]:
    """The pattern and the first hip: where their notches and tails are alike, the others' are."""
    hips = [member for member in worked.members if member.member.role == "hip"]
    return [one for one in (worked.pattern, *hips[:1]) if any(mark.id == "seat" for mark in one.marks)]


def _part_of(laid: WorkedMember, ids: tuple[str, ...]) -> Sheet | None:
    """What of a piece lies round some of its marks, to be cut out and held against every board."""
    us = [u for mark in laid.marks if mark.id in ids for piece in mark.pieces for u, _ in piece]
    if not us:
        return None
    whole = near_face(laid)
    window = (min(us) - ROUND, whole.extent[1], max(us) + ROUND, whole.extent[3])
    return Sheet(window, tuple(within(window, whole.paths)))


def label_pages(worked: Worked, work: str, paper: Paper, words: Words) -> list[Page]:
    """A label for every piece: what it is, its number, its length with both its ends, its hand."""
    wide, high = paper.size
    across, down = LABELS
    size = ((wide - 2 * MARGIN) / across, (high - 2 * MARGIN) / down)
    labels = [
        (one.member, number, code_of(kind))
        for kind, one in enumerate(worked.members)
        if one.member.role != "template"
        for number in range(1, one.member.count + 1)
    ]
    pages = []
    for start in range(0, len(labels), across * down):
        draft = Draft(words.say(message("label.page", n=Count(start // (across * down) + 1))), wide, high)
        for k, (member, number, code) in enumerate(labels[start : start + across * down]):
            x, y = MARGIN + (k % across) * size[0], MARGIN + (k // across) * size[1]
            _label(draft, (x, y), size, (work, member, number, code), worked, words)
        pages.append(draft.page())
    return pages


def _label(
    draft: Draft,
    at: tuple[float, float],
    size: tuple[float, float],
    what: tuple[str, Member, int, str],
    worked: Worked,
    words: Words,
) -> None:
    (x, y), (wide, high) = at, size
    work, member, number, code = what
    draft.line((x, y), (x + wide, y), (x + wide, y + high), (x, y + high), (x, y), width=0.1, dash=(1, 1))
    draft.say((x + 4, y + 6), work, 2.4)
    below = draft.paragraph((x + 4, y + 13), title_in(worked, member, words), 4.0, wide - 8, bold=True)
    draft.say((x + 4, below), words.value(Length(whole_length(member))), 3.4, bold=True)
    draft.say((x + 4, below + 5), words.say(Message("label.ends")), 2.2)
    draft.say((x + wide - 4, y + high - 4), f"{code}{number} · {number} / {member.count}", 3.4, "end", bold=True)


def rain_page(work: str, board: BoardView, paper: Paper, words: Words) -> list[Page]:
    """The pattern's running marks in large type, black only; as many pages as they take."""
    wide, high = paper.size
    rows = [stop for stop in board.stops if stop.figure is not None and stop.kind == "line"]
    each = int((high - 2 * MARGIN - 24) // 19)
    pages = []
    for start in range(0, max(1, len(rows)), each):
        draft = Draft(words.say(message("rain.title", piece=board.title)), wide, high)
        draft.heading((MARGIN, MARGIN + 6), f"{work}: {board.title}", 5.0, wide - 2 * MARGIN)
        y = MARGIN + 26
        for stop in rows[start : start + each]:
            assert stop.figure is not None
            draft.say((MARGIN, y), f"{stop.figure.text} {stop.figure.sense}".strip(), 8.5, bold=True)
            draft.say((wide - MARGIN, y), stop.title, 4.0, "end", bold=True)
            draft.line((MARGIN, y + 5), (wide - MARGIN, y + 5), width=0.5)
            y += 19
        pages.append(draft.page())
    return pages
