"""A piece as it is tried in its place, in section and shortened, with what was read drawn much larger than it is."""

from collections.abc import Mapping
from dataclasses import dataclass

from ..core.survey import PatternSection, Seen, StringerSection, StringerSeen
from .sheet import Layer, Path, Point, Sheet, area, line

MOST = 70.0
"""mm: wider a gap is not drawn."""
MATE = 40.0
"""mm: how much is drawn of what a piece lies against."""
SHORT = 2.2
"""Of its plumb depth: how long a rafter is drawn from its plate to its head."""
STEPS = 3
"""How many steps of a stringer are drawn."""
ROOM = 55.0
SLIGHT = 1e-6
"""mm."""


@dataclass(frozen=True, slots=True)
class TrialSheet:
    """A drawing of a trial, and where on it each reading is taken, by its name."""

    sheet: Sheet
    places: Mapping[str, Point]


def draw_pattern_trial(section: PatternSection, seen: Seen, larger: float) -> TrialSheet:
    """Return a rafter, hip or valley on its plate and against its ridge, as it gapes."""
    slope, stand, deep = section.rise_per_run, section.edge[1], -section.heel[1][1]
    plumb = stand + deep
    head_x = min(section.head[0][0], SHORT * plumb)
    head_z = stand + head_x * slope
    reach = section.head[0][1] - section.head[1][1]
    tail, seat = 0.9 * plumb, min(deep / slope, head_x * 0.8)
    wood = [
        (head_x, head_z), (head_x, head_z - plumb), (seat, 0.0), (0.0, 0.0), (0.0, -deep),
        (-tail, -deep - tail * slope), (-tail, stand - tail * slope),
    ]  # fmt: skip
    top, bottom, under, behind = (_drawn(gap, larger) for gap in seen.rows[:4])
    plate = [
        (behind, -under), (max(seat, behind + MATE), -under), (max(seat, behind + MATE), -under - MATE),
        (behind, -under - MATE - deep / 2),
    ]  # fmt: skip
    low = head_z - reach
    ridge = [(head_x + top, head_z), (head_x + bottom, low), (head_x + max(top, bottom) + MATE, low),
             (head_x + max(top, bottom) + MATE, head_z)]  # fmt: skip
    gaps = [
        ("head", [(head_x, head_z), (head_x, low), (head_x + bottom, low), (head_x + top, head_z)]),
        ("seat", [(behind, 0.0), (seat, 0.0), (seat, -under), (behind, -under)]),
        ("heel", [(0.0, 0.0), (0.0, -deep / 2), (behind, -deep / 2), (behind, -under)]),
    ]
    places = {
        "head_top": (head_x + top / 2, head_z + ROOM / 2), "head_bottom": (head_x + bottom / 2, low - ROOM / 2),
        "seat": (max(seat * 0.6, behind), -under - ROOM / 2), "heel": (-ROOM / 2, -deep / 4),
    }  # fmt: skip
    return _sheet(wood, [("plate", plate), ("ridge", ridge)], gaps, places)


def draw_stringer_trial(section: StringerSection, seen: StringerSeen, larger: float) -> TrialSheet:
    """Return a stringer of a few steps on its foot and against the header, as it gapes."""
    (_, top_z), (_, low_z) = section.head
    treads = max(STEPS, round(section.toe[0] / section.going))
    riser = (top_z - section.toe[1]) / treads
    toe_x, toe_z = STEPS * section.going, top_z - STEPS * riser
    steps: list[Point] = []
    for number in range(STEPS):
        z = top_z - number * riser
        steps += [(number * section.going, z), ((number + 1) * section.going, z)]
    slope = riser / section.going
    back = min(max((low_z - toe_z) / slope, 0.0), toe_x - section.going / 2)
    wood = [*steps, (toe_x, toe_z), (back, toe_z), (0.0, low_z)]
    top, bottom = (_drawn(gap, larger) for gap in (seen.head_top, seen.head_bottom))
    header = [(-top, max(0.0, top_z)), (-bottom, low_z), (-max(top, bottom) - MATE, low_z),
              (-max(top, bottom) - MATE, max(0.0, top_z))]  # fmt: skip
    ground = [(-MATE, toe_z), (toe_x + 2 * MATE, toe_z), (toe_x + 2 * MATE, toe_z - MATE), (-MATE, toe_z - MATE)]
    gaps = [("head", [(0.0, top_z), (0.0, low_z), (-bottom, low_z), (-top, top_z)])]
    middle = STEPS // 2
    places = {
        "head_top": (-top / 2, top_z + ROOM / 2), "head_bottom": (-bottom / 2, low_z - ROOM / 2),
        "drop": (section.going / 2, top_z + ROOM / 2),
        "tread": ((middle + 0.5) * section.going, top_z - middle * riser + ROOM / 2),
        "ground": (toe_x + MATE, toe_z + ROOM / 2), "rise": (toe_x, (top_z + toe_z) / 2),
    }  # fmt: skip
    return _sheet(wood, [("header", header), ("ground", ground)], gaps, places)


def _drawn(gap: float | None, larger: float) -> float:
    return min(MOST, (gap or 0.0) * larger)


def _sheet(
    wood: list[Point], mates: list[tuple[str, list[Point]]], gaps: list[tuple[str, list[Point]]],
    places: Mapping[str, Point],
) -> TrialSheet:  # fmt: skip
    """The sheet, its heights turned downward as drawings are."""
    paths: list[Path] = [area(name, Layer.FRAMING, _down(points)) for name, points in mates]
    paths.append(area("wood", Layer.WOOD, _down(wood)))
    for name, points in gaps:
        if _is_open(points):
            paths.append(area(f"gap_{name}", Layer.CUT, _down(points)))
        else:
            paths.append(line(f"gap_{name}", Layer.PENCIL, *_down(points[:2])))
    corners = [point for path in paths for point in path.points] + _down(list(places.values()))
    xs, ys = [x for x, _ in corners], [y for _, y in corners]
    extent = (min(xs) - ROOM, min(ys) - ROOM, max(xs) + ROOM, max(ys) + ROOM)
    return TrialSheet(Sheet(extent, tuple(paths)), dict(zip(places, _down(list(places.values())), strict=True)))


def _down(points: list[Point]) -> list[Point]:
    return [(x, -z) for x, z in points]


def _is_open(points: list[Point]) -> bool:
    """Whether there is anything between a face and what it should touch: whether the shape holds any area."""
    twice = sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(points, [*points[1:], points[0]], strict=True))
    return abs(twice) > SLIGHT
