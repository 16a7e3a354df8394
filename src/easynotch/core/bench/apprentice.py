"""An apprentice who follows the bench steps literally on a blank board and knows nothing of the piece.

What comes out is held against the member: that is how the steps are tested, in every method and with every tool.
"""

from collections.abc import Callable
from dataclasses import dataclass
from math import cos, floor, radians, sin

from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ..solid import Face, HalfPlane, clip
from .drawn import Down, DrawnLine, Edge, Gauged, Tick
from .steps import Hook, Preferences, Step, StepKind

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Blank:
    """A board before anything is drawn: its depth, from where to where it lies along the hook's scale, and where a
    tape hooked at the foot begins, mm.
    """

    depth: float
    reach: tuple[float, float]
    foot: float


@dataclass(frozen=True, slots=True)
class Drawn:
    """A line as the apprentice drew it: a point of it, its direction down the board, and the side that goes."""

    line: DrawnLine
    point: Point
    way: Point

    def off(self, point: Point) -> float:
        """How far a point lies from the line, mm."""
        return abs((point[0] - self.point[0]) * self.way[1] - (point[1] - self.point[1]) * self.way[0])

    def half(self) -> HalfPlane:
        """What goes: the front of this."""
        (x, y), (dx, dy) = self.point, self.way
        sign = 1.0 if self.line.waste in ("foot", "top") else -1.0
        a, b = sign * dy, -sign * dx
        return HalfPlane(a, b, a * x + b * y)


def follow(
    steps: tuple[Step, ...],
    blank: Blank,
    likes: Preferences,
    division: float,
    slip: Callable[[int], float] = lambda _: 0.0,
) -> dict[Face, tuple[Drawn, ...]]:
    """Draw every line the steps tell, each running mark on the nearest graduation, each direction as held.

    Args:
        steps: what is told.
        blank: the board.
        likes: the hook and the method.
        division: of the tape, mm.
        slip: the error of the nth whole step when stepping off, mm.
    """
    drawn: dict[Face, list[Drawn]] = {Face.NEAR: [], Face.FAR: []}
    for step in steps:
        if step.kind not in (StepKind.DRAW, StepKind.CARRY) or step.line is None or step.held is None:
            continue
        before = {one.line.id: one for one in drawn[step.line.face]}
        lean = radians(step.held.held if step.line.angle >= 0 else -step.held.held)
        if isinstance(step.line.anchor, Gauged):
            # A gauge line runs along the board, whatever is held.
            drawn[step.line.face].append(Drawn(step.line, (0.0, _on_tape(step.line.anchor.at, division)), (1.0, 0.0)))
            continue
        if step.beside:
            # Struck beside the near line, parallel to it: so it stands for the line on the far face.
            near = next(one for one in drawn[Face.NEAR] if one.line.id == step.beside)
            moved = near.point[0] + _on_tape(step.set_back, division), near.point[1]
            drawn[Face.FAR].append(Drawn(step.line, moved, near.way))
            continue
        point = _anchor(step, blank, likes, division, before, slip)
        drawn[step.line.face].append(Drawn(step.line, point, (sin(lean), cos(lean))))
    return {face: tuple(lines) for face, lines in drawn.items()}


def _anchor(
    step: Step,
    blank: Blank,
    likes: Preferences,
    division: float,
    before: dict[str, Drawn],
    slip: Callable[[int], float],
) -> Point:
    assert step.line is not None
    anchor = step.line.anchor
    if isinstance(anchor, Down):
        base = before[anchor.line]
        down = _on_tape(anchor.at, division)
        return base.point[0] + base.way[0] * down, base.point[1] + base.way[1] * down
    assert isinstance(anchor, Tick)
    assert step.run is not None
    run = _on_tape(step.run, division)
    if step.stepped is not None:
        whole = sum(step.stepped.step + slip(n) for n in range(step.stepped.steps))
        run = whole + _on_tape(step.stepped.part, division)
    if step.across is not None:
        run = step.across.scale * _on_tape(step.across.reading, division)
    u = run if likes.hook is Hook.HEAD else blank.foot - run
    return u, 0.0 if anchor.edge is Edge.TOP else blank.depth


def left_of(lines: tuple[Drawn, ...], blank: Blank) -> tuple[Point, ...]:
    """What is left of the board when everything crossed is sawn away: the largest piece, as its corners."""
    (head, foot), depth = blank.reach, blank.depth
    corners: list[Point] = [(head, 0.0), (foot, 0.0), (foot, depth), (head, depth)]
    groups: dict[int, list[Drawn]] = {}
    for one in lines:
        groups.setdefault(one.line.group, []).append(one)
    left: BaseGeometry = Polygon(corners)
    for group in groups.values():
        waste = corners
        for one in group:
            waste = clip(waste, one.half(), keep_front=True)
        if len(waste) > 2:
            left = left.difference(Polygon(waste))
    parts = [part for part in getattr(left, "geoms", [left]) if isinstance(part, Polygon) and not part.is_empty]
    if not parts:
        return ()
    return tuple((float(u), float(v)) for u, v in max(parts, key=lambda part: part.area).exterior.coords[:-1])


def _on_tape(amount: float, division: float) -> float:
    return floor(amount / division + 0.5) * division
