"""The paper model: every piece as a strip to cut out, fold round its thickness and stand up."""

from collections.abc import Iterable, Iterator, Sequence
from math import ceil

from shapely import Polygon, box

from ..core.rules import Words
from ..core.solid import Face, outline
from ..core.terms import Count, Message, message
from ..drawing.page import MARGIN, Draft, Page, Paper, Stroke
from ..drawing.sheet import Point
from ..exchange import Worked
from ..presenting.mark.titles import title_in

MODEL = 10.0
"""The model's scale, 1 to so much."""
TAB = 10.0
"""mm of paper: how much the parts of a long strip share, to be glued together."""
Part = tuple[list[Point], bool]
"""A face of a strip, and whether it is folded over."""
Strip = tuple[str, list[Part]]


def model_pages(worked: Worked, paper: Paper, words: Words) -> list[Page]:
    """Every piece as a strip to cut out and fold round its thickness, at one tenth; as many as there are."""
    wide, high = paper.size
    pages: list[Page] = []
    draft = Draft(words.say(message("model.page", n=Count(1))), wide, high)
    y = draft.paragraph((MARGIN, MARGIN + 6), words.say(Message("model.say")), 2.8, wide - 2 * MARGIN) + 3
    x = MARGIN
    row = 0.0
    for name, shape in _parted(_strips(worked, words), wide - 2 * MARGIN, words):
        width, depth = (max(point[k] for part, _ in shape for point in part) for k in (0, 1))
        if x + width > wide - MARGIN and x > MARGIN:
            x, y, row = MARGIN, y + row + 6, 0.0
        if y + depth + 6 > high - MARGIN:
            pages.append(draft.page())
            draft = Draft(words.say(message("model.page", n=Count(len(pages) + 1))), wide, high)
            x, y, row = MARGIN, MARGIN + 6, 0.0
        for part, folded in shape:
            points = tuple((x + u, y + v) for u, v in part)
            draft.strokes.append(Stroke(points, closed=True, width=0.2, dash=(1.0, 1.0) if folded else None))
        draft.say((x + 0.5, y + depth + 2.4), name, 1.6)
        x += width + 4
        row = max(row, depth + 3)
    return [*pages, draft.page()]


def _parted(strips: Iterable[Strip], room: float, words: Words) -> Iterator[Strip]:
    """Strips longer than the paper in parts, each with a tab of the next one's wood to glue them together by."""
    for name, shape in strips:
        long = max(u for part, _ in shape for u, _ in part)
        if long <= room:
            yield name, shape
            continue
        step = room - TAB
        count = ceil((long - TAB) / step - 1e-9)
        for k in range(count):
            called = words.say(message("model.part", piece=name, n=Count(k + 1), all=Count(count)))
            yield called, [(one, folded) for part, folded in shape for one in _between(part, k * step, k * step + room)]


def _between(corners: Sequence[Point], low: float, high: float) -> Iterator[list[Point]]:
    """What of a shape lies between two plumb lines, moved to begin at the first."""
    vs = [v for _, v in corners]
    kept = Polygon(corners).buffer(0).intersection(box(low, min(vs) - 1.0, high, max(vs) + 1.0))
    for part in getattr(kept, "geoms", [kept]):
        if isinstance(part, Polygon) and not part.is_empty:
            yield [(float(u) - low, float(v)) for u, v in part.exterior.coords[:-1]]


def _strips(worked: Worked, words: Words) -> Iterator[Strip]:
    """Both faces of each piece over each other, folded along its top edge, its thickness between them."""
    for one in worked.members:
        member = one.member
        near, far = outline(member), outline(member, Face.FAR)
        if member.role == "template" or len(near) < 3 or len(far) < 3:
            continue
        low = min(u for u, _ in (*near, *far))
        t, d = member.stock.thickness, member.stock.depth
        top = [(u - low, d + t + v) for u, v in near]
        back = [(u - low, d - v) for u, v in far]
        ends = [u - low for u, v in (*near, *far) if v < 1e-6] or [u for u, _ in top]
        edge = [(min(ends), d), (max(ends), d), (max(ends), d + t), (min(ends), d + t)]
        shape = [([(u / MODEL, v / MODEL) for u, v in part], n > 0) for n, part in enumerate((top, back, edge))]
        for number in range(1, member.count + 1):
            yield f"{title_in(worked, member, words)} {number}", shape
