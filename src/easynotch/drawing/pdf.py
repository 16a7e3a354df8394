"""Pages as one PDF: fonts embedded, true fractions, a bookmark for every page, real millimetres."""

from collections.abc import Callable, Sequence
from io import BytesIO

from reportlab.pdfgen.canvas import Canvas

from .measure import CAPITAL, SMALL, font, run_width, runs_of
from .page import Page, Stroke, Words

POINT = 72.0 / 25.4
"""Points in a mm."""


def pdf_of(title: str, pages: Sequence[Page], on_progress: Callable[[int, int], None] | None = None) -> bytes:
    """A PDF of pages, each in its own size. The same pages give the same bytes.

    Args:
        title: what it is called.
        pages: its pages.
        on_progress: called after each page with how many of how many are written.
    """
    made = BytesIO()
    canvas = Canvas(made, invariant=True, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Easy Notch")
    for number, page in enumerate(pages):
        canvas.setPageSize((page.width * POINT, page.height * POINT))
        key = f"page{number}"
        canvas.bookmarkPage(key)
        canvas.addOutlineEntry(page.title, key, 0, closed=True)
        for stroke in page.strokes:
            _stroke(canvas, stroke, page.height)
        for words in page.words:
            _words(canvas, words, page.height)
        canvas.showPage()
        if on_progress is not None:
            on_progress(number + 1, len(pages))
    canvas.save()
    return made.getvalue()


def _stroke(canvas: Canvas, stroke: Stroke, height: float) -> None:
    if len(stroke.points) < 2:
        return
    canvas.setLineWidth(stroke.width * POINT)
    canvas.setDash(*([[stroke.dash[0] * POINT, stroke.dash[1] * POINT]] if stroke.dash else []))
    path = canvas.beginPath()
    for k, (x, y) in enumerate(stroke.points):
        (path.lineTo if k else path.moveTo)(x * POINT, (height - y) * POINT)
    if stroke.closed:
        path.close()
    if stroke.fill is not None:
        canvas.setFillGray(stroke.fill)
    canvas.drawPath(path, stroke=1, fill=int(stroke.fill is not None))
    canvas.setFillGray(0)


def _words(canvas: Canvas, one: Words, height: float) -> None:
    name, size = font(bold=one.bold), one.size * CAPITAL * POINT
    runs = runs_of(one.text)
    wide = sum(run_width(run, size, bold=one.bold) for run in runs)
    canvas.saveState()
    canvas.translate(one.at[0] * POINT, (height - one.at[1]) * POINT)
    canvas.rotate(one.turn)
    text = canvas.beginText()
    x = {"middle": -wide / 2, "end": -wide}.get(one.anchor, 0.0)
    for run in runs:
        text.setTextOrigin(x, size * 0.34 if run.place == "over" else 0.0)
        text.setFont(name, size * (SMALL if run.place else 1.0))
        text.textOut(run.text)
        x += run_width(run, size, bold=one.bold)
    canvas.drawText(text)
    canvas.restoreState()
