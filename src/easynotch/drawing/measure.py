"""How wide text is on paper, by the fonts that are embedded in it."""

from functools import cache
from importlib.resources import as_file, files

from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

from .typeset import Piece, pieces

CAPITAL = 1.4
"""The font's size over its capital letters' height."""
SMALL = 0.62
"""A fraction's figures over the text around them."""


@cache
def font(*, bold: bool) -> str:
    """The name of a font, known to whoever writes PDF."""
    name = f"barlow-{'bold' if bold else 'regular'}"
    with as_file(files(__package__) / "fonts" / f"{name}.ttf") as path:
        pdfmetrics.registerFont(TTFont(name, str(path)))
    return name


def runs_of(text: str) -> list[Piece]:
    """A line of text in runs, as these fonts set it: their prime stands on a figure's width, with room behind it."""
    return pieces(text.replace("\u2032 ", "\u2032"))


def run_width(run: Piece, size: float, *, bold: bool) -> float:
    """How wide a run is, in the unit its font's size is in."""
    return float(pdfmetrics.stringWidth(run.text, font(bold=bold), size * (SMALL if run.place else 1.0)))


def width_of(text: str, size: float, *, bold: bool = False) -> float:
    """How wide a line is, mm, where its capital letters are ``size`` mm high."""
    return sum(run_width(run, size * CAPITAL, bold=bold) for run in runs_of(text))
