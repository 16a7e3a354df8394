"""A fraction of a board's depth found without arithmetic: a rule sloped across it, so that an easy number spans it."""

from math import ceil, sqrt

from .layout import Layout
from .step import Point, SlopedRule

MOST = 6
"""Parts a depth is divided into on a rule."""
EXACT = 1e-6
"""Of the depth: a place nearer than this to a fraction lies on it."""
LEAN = 1.03
"""Of the depth: the number that spans the board is at least so much more, so that the rule slopes."""


def sloped_rule(layout: Layout, point: Point, *, metric: bool) -> SlopedRule | None:
    """Return the rule through a place that lies at a simple fraction of the depth; None where it does not, or where the
    rule would hang over the board's end.

    Args:
        layout: the board.
        point: the place, on a wide face.
        metric: whether the rule counts centimetres or inches.
    """
    depth, share = layout.depth, point[1] / layout.depth
    unit = 10.0 if metric else 25.4
    for whole in range(2, MOST + 1):
        parts = round(share * whole)
        if not 0 < parts < whole or abs(share - parts / whole) > EXACT:
            continue
        number = ceil(depth * LEAN / unit / whole) * whole * unit
        reach = sqrt(number**2 - depth**2)
        start, end = (point[0] - reach * share, 0.0), (point[0] + reach * (1 - share), depth)
        if start[0] < layout.left or end[0] > layout.right:
            return None
        return SlopedRule(number, number * parts / whole, parts, whole, start, end)
    return None
