"""How a line's direction is held: with a square's two figures, a reading across in twelve, a bevel, or a jig."""

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum
from itertools import islice
from math import atan, cos, degrees, floor, hypot, radians, tan

from .square import Square

SQUARE_ACROSS = 1e-6
"""Degrees: less is square across the board."""
TWELVE_INCHES, TWELVE_METRIC = 304.8, 300.0
BEVEL_STEP, TRIANGLE_STEP = 0.1, 0.5
"""Degrees a bevel set by a gauge, and a rafter triangle's scale, can be read to."""


class Way(StrEnum):
    """What a line's direction is held with."""

    SQUARE = "square"
    TWELFTHS = "twelfths"
    TRIANGLE = "triangle"
    BEVEL = "bevel"
    JIG = "jig"
    TEMPLATE = "template"
    TAPE = "tape"


@dataclass(frozen=True, slots=True)
class Held:
    """A direction as it is really held.

    Attributes:
        way: with what.
        draws: which leg of the square is traced, ``tongue`` or ``body``; empty for the others.
        tongue: figure on the tongue at the board's edge, mm, as rounded to the tape.
        body: figure on the body.
        degrees: what a bevel or triangle is set to, from square across.
        error: how far the held direction may stand from the true one, degrees.
        reaches: whether the leg that is traced crosses the board.
    """

    way: Way
    draws: str = ""
    tongue: float = 0.0
    body: float = 0.0
    degrees: float = 0.0
    error: float = 0.0
    reaches: bool = True

    @property
    def held(self) -> float:
        """The angle that is really drawn, from square across, degrees, never negative."""
        if self.way in (Way.SQUARE, Way.TWELFTHS) and self.draws:
            near, far = (self.tongue, self.body) if self.draws == "tongue" else (self.body, self.tongue)
            return degrees(atan(near / far))
        return self.degrees


def hold_angle(angle: float, way: Way, *, square: Square, division: float, depth: float, metric: bool) -> Held:
    """Hold a direction.

    With both legs over the board's edge, the leg that is traced makes with square across the angle whose tangent is
    its own figure over the other's (the square's heel is a right angle).

    Args:
        angle: from square across, degrees; its sign is the side it leans to and is kept by the line.
        way: with what.
        square: the user's square.
        division: of the tape the figures are read on, mm.
        depth: of the board, that the traced leg should cross, mm.
        metric: whether a twelfths reading is in 300 mm rather than 12 in.
    """
    away = abs(angle)
    if way in (Way.JIG, Way.TEMPLATE) or away < SQUARE_ACROSS:
        # A jig and a template are made to the piece itself; square across needs no figure.
        return Held(way, degrees=away)
    if way in (Way.BEVEL, Way.TRIANGLE):
        step = BEVEL_STEP if way is Way.BEVEL else TRIANGLE_STEP
        return Held(way, degrees=floor(away / step + 0.5) * step, error=step / 2)
    unit = TWELVE_METRIC if metric else TWELVE_INCHES
    bodies = [unit * scale for scale in ([1.0] if way is Way.TWELFTHS else SCALES)]
    return next(_at_figures(away, way, bodies, square=square, division=division, depth=depth))


SCALES = [2.0, 1.5, 1.25, 1.0, 0.75, 0.5, 0.25]
"""Of twelve (300): what may stand on the body, largest first, for the largest is read best."""


def other_figures(angle: float, *, square: Square, division: float, depth: float, metric: bool) -> tuple[Held, ...]:
    """The same direction with smaller figures, for a board or a square that does not take the largest pair."""
    if not SQUARE_ACROSS < abs(angle) < 90 - SQUARE_ACROSS:
        return ()
    unit = TWELVE_METRIC if metric else TWELVE_INCHES
    bodies = [unit * scale for scale in SCALES]
    found = _at_figures(abs(angle), Way.SQUARE, bodies, square=square, division=division, depth=depth)
    return tuple(islice(found, 1, 4))


def _at_figures(
    away: float, way: Way, bodies: list[float], *, square: Square, division: float, depth: float
) -> Iterator[Held]:
    """With every one of these figures on the body that the square takes, else with the smallest."""
    ratio = tan(radians(min(away, 90.0 - away)))
    fitting = [one for one in bodies if one <= square.body_reach and ratio * one <= square.tongue_reach]
    for long in fitting or bodies[-1:]:
        short = ratio * long
        rounded = max(division, floor(short / division + 0.5) * division)
        # The long figure stands on the body; the tongue is traced where the line is nearer to square across.
        held = Held(way, "tongue" if away <= 45.0 else "body", tongue=rounded, body=long)
        turn = degrees(division / 2 / hypot(long, short)) if rounded > division else abs(held.held - away)
        reach = (rounded if away <= 45.0 else long) >= depth / max(1e-9, _cos(away)) - division
        yield Held(way, held.draws, rounded, long, 0.0, turn * 1.01, reach)


def _cos(angle: float) -> float:
    return cos(radians(min(angle, 89.9)))
