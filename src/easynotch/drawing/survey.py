"""The plates as they stand over the plan as it was drawn, what is off drawn so many times as much as it is."""

from math import hypot

from ..core.survey import Survey, true_up
from ..core.terms import Count, Length, message
from .sheet import Layer, Path, Sheet, Text, area, line

TIMES = (1, 2, 5, 10, 20, 50, 100, 200)
"""What is off is drawn so many times."""
SEEN = 0.06
"""Of the plan: so far off is drawn what is off most, at the most."""
ROOM = 0.2
"""Of the plan: round it, for what is written beside corners."""
BESIDE = 0.1
"""Of the plan: from a corner out to what is written beside it."""

Corner = tuple[float, float]


def times_of(survey: Survey) -> int:
    """How many times what is off is drawn."""
    placed, size = _placed(survey), _size(survey.drawn)
    farthest = max((hypot(x - a, y - b) for (x, y), (a, b) in zip(placed, survey.drawn, strict=True)), default=0.0)
    farthest = max([farthest, *(abs(one.value) for one in survey.offsets)])
    return max(times for times in TIMES if times == 1 or times * farthest <= SEEN * size)


def draw_survey(survey: Survey) -> Sheet:
    """From above, corners numbered, x to the right, y up: as drawn in grey, as it stands in a line; what is still to be
    read, or cannot be right, between its corners.
    """
    drawn, times = survey.drawn, times_of(survey)
    paths: list[Path] = [area("drawn", Layer.FRAMING, [_down(corner) for corner in drawn])]
    if survey.plan is not None:
        walls = [_down(point) for point in _walls(survey, times)]
        paths.append(Path("standing", Layer.PENCIL, (*walls, walls[0]), closed=False))
    for a, b in survey.missing:
        paths.append(line(f"missing_{a + 1}_{b + 1}", Layer.REFERENCE, _down(drawn[a]), _down(drawn[b])))
    suspects = survey.plan.suspects if survey.plan is not None else None
    for one in survey.distances:
        if suspects is not None and one.number in suspects.readings:
            paths.append(line(f"suspect_{one.number + 1}", Layer.CUT, _down(drawn[one.start]), _down(drawn[one.end])))
    size, xs, ys = _size(drawn), [x for x, _ in drawn], [-y for _, y in drawn]
    middle = (sum(xs) / len(xs), -sum(ys) / len(ys))
    texts = []
    for number, (x, y) in enumerate(drawn):
        out = hypot(x - middle[0], y - middle[1])
        at = (x + (x - middle[0]) / out * BESIDE * size, y + (y - middle[1]) / out * BESIDE * size)
        height = survey.levels.heights.get(number)
        told = message("survey.corner_number", n=Count(number + 1))
        if height is not None:
            told = message("survey.corner_level", n=Count(number + 1), height=Length(height))
        texts.append(Text(f"number_{number + 1}", _down(at), told))
    room = ROOM * size
    return Sheet((min(xs) - room, min(ys) - room, max(xs) + room, max(ys) + room), tuple(paths), (), tuple(texts))


def _placed(survey: Survey) -> list[Corner]:
    """The corners as they stand, laid over the plan as it was drawn so that together they are off the least."""
    if survey.plan is None:
        return list(survey.drawn)
    made = true_up(survey.drawn, survey.plan.corners)
    return list(made.corners)


def _walls(survey: Survey, times: int) -> list[Corner]:
    """Round the walls as they stand, off their drawn places so many times as much."""
    placed = [
        (a + (x - a) * times, b + (y - b) * times) for (x, y), (a, b) in zip(_placed(survey), survey.drawn, strict=True)
    ]
    made: list[Corner] = []
    for side, (x, y) in enumerate(placed):
        made.append((x, y))
        (a, b), (c, d) = survey.drawn[side], survey.drawn[(side + 1) % len(survey.drawn)]
        (p, q) = placed[(side + 1) % len(placed)]
        long = hypot(c - a, d - b)
        for one in sorted((one for one in survey.offsets if one.at.side == side), key=lambda one: one.at.along):
            share = min(1.0, one.at.along / long)
            off = one.value * times / long
            made.append((x + (p - x) * share + (d - b) * off, y + (q - y) * share - (c - a) * off))
    return made


def _size(corners: tuple[Corner, ...]) -> float:
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    return max(max(xs) - min(xs), max(ys) - min(ys))


def _down(point: Corner) -> Corner:
    return point[0], -point[1]
