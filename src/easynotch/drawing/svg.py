"""Pages as SVG, in real millimetres."""

from html import escape

from .page import Page, Stroke, Words
from .typeset import pieces

FAMILY = "Barlow, 'Helvetica Neue', Arial, sans-serif"


def svg_of(page: Page) -> str:
    """A page as an SVG document; nothing in it is fetched, and everything written is escaped."""
    body = [*(_stroke(stroke) for stroke in page.strokes), *(_words(word) for word in page.words)]
    size = f'width="{page.width:g}mm" height="{page.height:g}mm" viewBox="0 0 {page.width:g} {page.height:g}"'
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" {size} font-family="{FAMILY}">'
        f'<title>{escape(page.title)}</title><rect width="100%" height="100%" fill="#fff"/>{"".join(body)}</svg>\n'
    )


def _stroke(one: Stroke) -> str:
    points = " ".join(f"{x:.4f},{y:.4f}" for x, y in one.points)
    fill = "none" if one.fill is None else _grey(one.fill)
    dash = f' stroke-dasharray="{one.dash[0]:g} {one.dash[1]:g}"' if one.dash else ""
    tag = "polygon" if one.closed else "polyline"
    return f'<{tag} points="{points}" fill="{fill}" stroke="#000" stroke-width="{one.width:g}"{dash}/>'


def _grey(share: float) -> str:
    level = round(share * 255)
    return f"#{level:02x}{level:02x}{level:02x}"


def _words(text: Words) -> str:
    turn = f' transform="rotate({-text.turn:g} {text.at[0]:.3f} {text.at[1]:.3f})"' if text.turn else ""
    weight = ' font-weight="700"' if text.bold else ""
    parts = []
    rise = 0.0
    for piece in pieces(text.text):
        lift = {"over": 0.34, "under": 0.0}.get(piece.place, 0.0) * text.size * 1.4
        size = f' font-size="{text.size * 1.4 * 0.62:.3f}"' if piece.place else ""
        shift = f' dy="{rise - lift:.3f}"' if abs(rise - lift) > 1e-9 else ""
        rise = lift
        parts.append(f"<tspan{size}{shift}>{escape(piece.text)}</tspan>")
    return (
        f'<text x="{text.at[0]:.3f}" y="{text.at[1]:.3f}" font-size="{text.size * 1.4:.3f}" '
        f'text-anchor="{text.anchor}"{weight}{turn}>{"".join(parts)}</text>'
    )
