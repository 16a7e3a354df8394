"""Tails run long and snapped: where the chalk line is held, which rafters it is pulled from, where it is pinned."""

from dataclasses import dataclass
from itertools import combinations

from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout

AGREES = 1.6
"""mm: a rafter this near to the line agrees with it; a carpenter's sixteenth."""
LONG = 6000.0
"""mm: a line longer than this sags, and is pinned in the middle and snapped to both sides."""


@dataclass(frozen=True, slots=True)
class ChalkLine:
    """A line over the tails' top edges.

    Attributes:
        level: from the framing out to the line, level: what is held at both ends.
        along: from the plumb line over the bearing line to the chalk line, along the top edge.
        pulled: the two rafters it is pulled from, counted from the end the tape was hooked on, from 0.
        odd: the rafters it ignores, each with how far its top stands off the line (up is positive), mm.
        pin: where it is pinned, from the first rafter it is pulled from, or None for a short one.
    """

    level: float
    along: float
    pulled: tuple[int, int]
    odd: tuple[tuple[int, float], ...]
    pin: float | None


def chalk_line(layout: RoofLayout, out: SettingOut) -> ChalkLine:
    """Choose the rafters to pull from: the two with which the most agree, and best, and of such the farthest apart.

    ``eaves.tops`` are the rafters' tops as found, off any one straight line; those not measured are taken as true.
    """
    eaves = layout.roof.eaves
    places = out.centres
    tops = [eaves.tops[n] if n < len(eaves.tops) else 0.0 for n in range(len(places))]
    level = layout.out - eaves.fascia
    if len(places) < 2:
        return ChalkLine(level + layout.roof.plan.sheathing, level * layout.sides[0].slope.per_run, (0, 0), (), None)

    def off(pair: tuple[int, int], n: int) -> float:
        a, b = pair
        share = (places[n] - places[a]) / (places[b] - places[a])
        return tops[n] - (tops[a] + share * (tops[b] - tops[a]))

    def good(pair: tuple[int, int]) -> tuple[int, float, float]:
        near = [gap for n in range(len(places)) if (gap := abs(off(pair, n))) <= AGREES]
        return len(near), -round(sum(near), 6), places[pair[1]] - places[pair[0]]

    # Where nothing is out the whole line is the best pair; otherwise only pairs among the measured ends matter.
    ends = (0, len(places) - 1)
    candidates = [ends] if good(ends)[0] == len(places) else list(combinations(range(len(places)), 2))[:MOST_PAIRS]
    best = max(candidates, key=good)
    odd = tuple((n, off(best, n)) for n in range(len(places)) if abs(off(best, n)) > AGREES)
    reach = places[best[1]] - places[best[0]]
    per_run = layout.sides[0].slope.per_run
    return ChalkLine(
        level + layout.roof.plan.sheathing, level * per_run, best, odd, reach / 2 if reach > LONG else None
    )


MOST_PAIRS = 20_000
"""Of rafters: enough for two hundred in a row."""
