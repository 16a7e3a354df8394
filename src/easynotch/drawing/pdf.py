"""Pages as one PDF: fonts embedded, true fractions, a bookmark for every page, real millimetres."""

from collections.abc import Sequence
from functools import cache
from importlib.resources import as_file, files
from io import BytesIO

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from .page import Page, Stroke, Words
from .typeset import Piece, pieces

POINT = 72.0 / 25.4
"""Points in a mm."""
CAPITAL = 1.4
"""The font's size over its capital letters' height."""
SMALL = 0.62


@cache
def _fonts() -> None:
    for name in ("regular", "bold"):
        with as_file(files(__package__) / "fonts" / f"barlow-{name}.ttf") as path:
            pdfmetrics.registerFont(TTFont(f"barlow-{name}", str(path)))


def pdf_of(title: str, pages: Sequence[Page]) -> bytes:
    """A PDF of pages, each in its own size. The same pages give the same bytes."""
    _fonts()
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
    canvas.save()
    return made.getvalue()


def _stroke(canvas: Canvas, one: Stroke, height: float) -> None:
    if len(one.points) < 2:
        return
    canvas.setLineWidth(one.width * POINT)
    canvas.setDash(*([[one.dash[0] * POINT, one.dash[1] * POINT]] if one.dash else []))
    path = canvas.beginPath()
    for k, (x, y) in enumerate(one.points):
        (path.lineTo if k else path.moveTo)(x * POINT, (height - y) * POINT)
    if one.closed:
        path.close()
    if one.fill is not None:
        canvas.setFillGray(one.fill)
    canvas.drawPath(path, stroke=1, fill=int(one.fill is not None))
    canvas.setFillGray(0)


def _words(canvas: Canvas, one: Words, height: float) -> None:
    font = f"barlow-{'bold' if one.bold else 'regular'}"
    size = one.size * CAPITAL * POINT
    runs = pieces(one.text)
    wide = sum(_width(run, font, size) for run in runs)
    canvas.saveState()
    canvas.translate(one.at[0] * POINT, (height - one.at[1]) * POINT)
    canvas.rotate(one.turn)
    text = canvas.beginText()
    x = {"middle": -wide / 2, "end": -wide}.get(one.anchor, 0.0)
    for run in runs:
        text.setTextOrigin(x, size * 0.34 if run.place == "over" else 0.0)
        text.setFont(font, size * (SMALL if run.place else 1.0))
        text.textOut(run.text)
        x += _width(run, font, size)
    canvas.drawText(text)
    canvas.restoreState()


def _width(run: Piece, font: str, size: float) -> float:
    return float(pdfmetrics.stringWidth(run.text, font, size * (SMALL if run.place else 1.0)))
