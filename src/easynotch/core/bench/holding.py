"""How a line is held with tools that cannot bend: which edge, which figures of which leg, where the heel lies.

A setting is two figures on one edge of the board. The traced leg reaches from that edge to the heel; where one hold
does not cover the line, the same figures on the other edge draw the rest, or a straightedge carries it on. Of all the
ways a tool could draw a line, the cheapest for the hands is chosen: the setting that is clamped already, every figure
and the heel on wood, one hold rather than two.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from math import cos, hypot, radians, sin, tan

from ..tools import MarkingTool, Square
from .layout import Layout
from .lines import ON, crossing
from .preferences import UNIT_RUN
from .step import AcrossHold, AlongHold, AngleHold, Edge, Held, JoinHold, LeggedHold, Point

SAME = 1e-6
"""Degrees: two angles nearer than this are one."""
SCALES = (1.0, 2.0, 1.5, 0.75, 0.5, 0.25)
"""Of the unit setting, in the order they are offered."""
BLADES = {MarkingTool.TRIANGLE: 304.8, MarkingTool.BEVEL: 250.0}
"""mm that a triangle's edge and a bevel's blade reach from the board's edge."""
CARRY_ON = 40.0
"""mm of a drawn line a straightedge is laid along to carry it on."""


@dataclass(frozen=True, slots=True)
class Setting:
    """Two figures, mm: rise on the tongue, run on the body."""

    tongue: float
    body: float


@dataclass(frozen=True, slots=True)
class Angles:
    """A piece's plumb lines, degrees from square across, and the settings that draw them and its level lines, the
    clamped one first; ``hip_scale`` is the common's rise in its unit run where the piece is a hip.
    """

    plumb: float | None
    settings: tuple[Setting, ...] = ()
    hip_scale: float | None = None

    def leg_of(self, angle: float) -> str:
        """Which leg of the clamped setting draws a line: the tongue a plumb one, the body a level one, else none."""
        if self.plumb is None or abs(self.plumb) < SAME:
            return ""
        if abs(angle - self.plumb) < SAME:
            return "tongue"
        level = self.plumb - 90.0 if self.plumb > 0 else self.plumb + 90.0
        return "body" if abs(angle - level) < SAME else ""


@dataclass(frozen=True, slots=True)
class Part:
    """A stretch of a line and how it is held."""

    hold: Held
    start: Point
    end: Point


@dataclass(frozen=True, slots=True)
class Bench:
    """What a line is drawn with and on."""

    layout: Layout
    angles: Angles
    tool: MarkingTool
    square: Square
    unit_run: float


def fitting(rise: float, run: float, square: Square, *, depth: float, always_unit: bool = False) -> tuple[Setting, ...]:
    """The settings of a slope that the square reaches, the one to clamp first: the unit setting where its lines cross
    the board, else its double, else another that does, else the largest.

    Args:
        rise: of the unit setting, mm.
        run: of the unit setting, mm.
        square: the user's.
        depth: of the board.
        always_unit: the unit setting first, whatever it reaches.
    """
    found = [
        Setting(rise * scale, run * scale)
        for scale in SCALES
        if rise * scale <= square.tongue_reach and run * scale <= square.body_reach
    ]
    if not found:
        # A pitch steeper or flatter than the scales: as large as both take.
        scale = min(square.tongue_reach / rise, square.body_reach / run)
        return (Setting(rise * scale, run * scale),)
    if always_unit:
        return tuple(found)
    crosses = [one for one in found if one.tongue * one.body / hypot(one.tongue, one.body) >= depth]
    largest = max(found, key=lambda one: one.body)
    first = crosses[0] if crosses else largest
    return (first, *(one for one in found if one is not first))


def figures_of(angle: float, square: Square, *, depth: float, metric: bool) -> tuple[Setting, str]:
    """The first setting for an angle from square across, and the leg that is traced: the tongue where the line stands
    nearer to square across than along.
    """
    unit = UNIT_RUN[metric]
    ratio = tan(radians(min(abs(angle), 90.0 - abs(angle))))
    found = fitting(ratio * unit, unit, square, depth=depth)
    return found[0], "tongue" if abs(angle) <= 45.0 else "body"


def hold_line(bench: Bench, start: Point, end: Point, angle: float, *, fixed: bool = False) -> tuple[Part, ...]:
    """How a line is drawn from a point to another, as one part or more.

    Args:
        bench: tools and board.
        start: where it is set.
        end: its other end.
        angle: from square across, degrees.
        fixed: whether only the clamped setting will do (a stair's notch).
    """
    return min(_ways(bench, start, end, angle, fixed=fixed), key=lambda one: one[0])[1]


Weighed = tuple[float, tuple[Part, ...]]


def _ways(bench: Bench, start: Point, end: Point, angle: float, *, fixed: bool) -> Iterator[Weighed]:
    """Every way there is with its cost; the first part of each passes the tick the line is set at."""
    layout, lean = bench.layout, max(cos(radians(angle)), 1e-9)
    length = hypot(end[0] - start[0], end[1] - start[1])
    holds = {edge: list(_holds(bench, edge, start, angle, fixed=fixed)) for edge in (Edge.TOP, Edge.BOTTOM)}
    for edge, found in holds.items():
        # How far from that edge, along the line, it begins and ends.
        first, last = ((point[1] if edge is Edge.TOP else layout.depth - point[1]) / lean for point in (start, end))
        for cost, hold, reach in found:
            if max(first, last) <= reach + ON:
                yield cost + (edge is Edge.BOTTOM) * 0.5, (Part(hold, start, end),)
                continue
            covered = reach - first
            if last < first or covered < min(CARRY_ON, length / 3):
                continue
            share = covered / length
            middle = (start[0] + (end[0] - start[0]) * share, start[1] + (end[1] - start[1]) * share)
            yield cost + 12.0, (Part(hold, start, middle), Part(AlongHold(""), middle, end))
            other = Edge.BOTTOM if edge is Edge.TOP else Edge.TOP
            rest = max((point[1] if other is Edge.TOP else layout.depth - point[1]) / lean for point in (middle, end))
            for more, second, back in holds[other]:
                if back >= rest - ON and _same_figures(hold, second):
                    yield max(cost, more) + 8.0, (Part(hold, start, middle), Part(second, middle, end))
    joined = _joined(bench, start, end, angle)
    if joined is not None:
        yield (0.0 if bench.tool is MarkingTool.TAPE else 14.0), (joined,)
    yield (10.0 if bench.tool is MarkingTool.TAPE else 19.0), (Part(JoinHold(start, end), start, end),)


def _same_figures(first: Held, second: Held) -> bool:
    if isinstance(first, LeggedHold) and isinstance(second, LeggedHold):
        return abs(first.tongue - second.tongue) < SAME and abs(first.body - second.body) < SAME
    return type(first) is type(second)


def _joined(bench: Bench, start: Point, end: Point, angle: float) -> Part | None:
    """Two ticks where the line leaves the board: on its edges, or on the squared end."""
    layout = bench.layout
    points = [point for v in (0.0, layout.depth) if _on_wood(point := crossing(start, angle, v), layout)]
    if len(points) < 2 and abs(angle) > SAME:
        v = start[1] + (layout.hook - start[0]) / tan(radians(angle))
        if ON < v < layout.depth - ON:
            points.append((layout.hook, v))
    if len(points) < 2:
        return None
    first, second = sorted(points[:2], key=lambda point: point[1])
    if hypot(second[0] - first[0], second[1] - first[1]) < CARRY_ON / 4:
        return None
    return Part(JoinHold(first, second), start, end)


def _on_wood(point: Point, layout: Layout) -> bool:
    return layout.left - ON <= point[0] <= layout.right + ON and -ON <= point[1] <= layout.depth + ON


def _holds(bench: Bench, edge: Edge, point: Point, angle: float, *, fixed: bool) -> Iterator[tuple[float, Held, float]]:
    """A tool's holds on an edge for a line through a point: cost, hold, how far from the edge it draws."""
    layout = bench.layout
    at = crossing(point, angle, 0.0 if edge is Edge.TOP else layout.depth)
    off_end = 0.0 if layout.left - ON <= at[0] <= layout.right + ON else 20.0
    if bench.tool is MarkingTool.TAPE:
        return
    if abs(angle) < SAME:
        yield off_end, AcrossHold(edge, at[0]), bench.square.tongue_reach
        return
    if bench.tool in BLADES:
        leg = bench.angles.leg_of(angle)
        scale = bench.angles.hip_scale if bench.tool is MarkingTool.TRIANGLE and leg == "tongue" else None
        yield off_end, AngleHold(bench.tool is MarkingTool.TRIANGLE, edge, at, abs(angle), scale), BLADES[bench.tool]
        return
    for number, (setting, leg, clamped) in enumerate(_settings(bench, angle, fixed=fixed)):
        hold = legged(layout, edge, at, angle, Legs(setting, leg, bench.tool is MarkingTool.JIG and clamped, clamped))
        yield _cost(hold, layout, number) + off_end, hold, setting.tongue if leg == "tongue" else setting.body


def _settings(bench: Bench, angle: float, *, fixed: bool) -> Iterator[tuple[Setting, str, bool]]:
    leg = bench.angles.leg_of(angle)
    if leg:
        for number, setting in enumerate(bench.angles.settings[:1] if fixed else bench.angles.settings):
            yield setting, leg, number == 0
        return
    ratio = tan(radians(min(abs(angle), 90.0 - abs(angle))))
    leg = "tongue" if abs(angle) <= 45.0 else "body"
    found = fitting(ratio * bench.unit_run, bench.unit_run, bench.square, depth=bench.layout.depth)
    for setting in found:
        yield setting, leg, False


@dataclass(frozen=True, slots=True)
class Legs:
    """Two legs at 90°: their figures, which one ``draws``, whether it is a jig, whether it is the clamped setting."""

    setting: Setting
    draws: str
    jig: bool
    clamped: bool


def legged(layout: Layout, edge: Edge, at: Point, angle: float, legs: Legs) -> LeggedHold:
    """Lay two rigid legs so that one runs along a line and both figures stand on one edge.

    Args:
        layout: the board.
        edge: the edge the figures are read on.
        at: where the line crosses that edge.
        angle: of the line, degrees from square across.
        legs: the figures, and which leg runs along the line.
    """
    setting, leg = legs.setting, legs.draws
    lean = radians(angle)
    own, other = (setting.tongue, setting.body) if leg == "tongue" else (setting.body, setting.tongue)
    into = 1.0 if edge is Edge.TOP else -1.0
    heel = (at[0] + into * own * sin(lean), at[1] + into * own * cos(lean))
    side = into * (1.0 if lean > 0 else -1.0)
    second = (heel[0] + side * other * cos(lean), heel[1] - side * other * sin(lean))
    tongue_at, body_at = (at, second) if leg == "tongue" else (second, at)
    off = not (_on_wood(heel, layout) and _on_wood(tongue_at, layout) and _on_wood(body_at, layout))
    return LeggedHold(legs.jig, edge, setting.tongue, setting.body, leg, heel, tongue_at, body_at, off, legs.clamped)


def _cost(hold: LeggedHold, layout: Layout, number: int) -> float:
    off = sum(not _on_wood(point, layout) for point in (hold.tongue_at, hold.body_at))
    heel = 0.0 if _on_wood(hold.heel, layout) else 2.0
    # What is clamped stays clamped: another scale is only for what it cannot draw.
    other = 10.0 + number if number else 0.0
    return other + off * 16.0 + heel
