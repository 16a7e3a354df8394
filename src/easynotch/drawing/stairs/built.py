"""A stair as it stands, and as it becomes: two lines of steps over each other."""

from collections.abc import Sequence

from ..sheet import Layer, Path, Point, Sheet, area, line


def draw_built(risers: Sequence[float], goings: Sequence[float], becomes: Sequence[float], larger: float) -> Sheet:
    """Draw a built stair from its foot up, to the right; what changes is drawn larger than it is.

    Args:
        risers: as measured, from below.
        goings: as measured, from below; the mean one, or 250 mm, where there are fewer than treads.
        becomes: the risers as they become.
        larger: how many times larger a tread's move is drawn.
    """
    usual = sum(goings) / len(goings) if goings else 250.0
    wide = [goings[k] if k < len(goings) else usual for k in range(len(risers) - 1)]
    before, after = _heights(risers), _heights(becomes)
    drawn = [a + (b - a) * larger for a, b in zip(before, after, strict=True)]
    now, then = _steps(before, wide), _steps(drawn, wide)
    top, end = before[-1], sum(wide)
    ground: Point = (end + 300.0, 0.0)
    paths: list[Path] = [
        area("stair", Layer.WOOD, [(x, -y) for x, y in [*now, (ground[0], top), ground, (-300.0, 0.0)]])
    ]
    if any(abs(a - b) > 1e-6 for a, b in zip(before, after, strict=True)):
        paths.append(line("becomes", Layer.CUT, *[(x, -y) for x, y in then]))
    return Sheet((-320.0, -top - 80.0, end + 320.0, 60.0), tuple(paths))


def _heights(risers: Sequence[float]) -> list[float]:
    found = [0.0]
    for riser in risers:
        found.append(found[-1] + riser)
    return found


def _steps(heights: list[float], goings: list[float]) -> list[Point]:
    points: list[Point] = [(-300.0, 0.0), (0.0, 0.0)]
    x = 0.0
    for number, height in enumerate(heights[1:], 1):
        points.append((x, height))
        if number <= len(goings):
            x += goings[number - 1]
            points.append((x, height))
    return points
