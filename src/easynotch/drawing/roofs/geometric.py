"""The geometric sheet: a roof's corner developed on paper, from which every bevel can be taken off with a protractor.

The classic road, for any corner and any two pitches: the plan; the rise set up on the hip's plan line; the commons'
triangles; each slope swung flat; a line square across the hip for the backing. Nothing on it is computed from an
angle: every point is found as with compass and rule, so that the angles it shows are proof of those of the planes.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import atan2, cos, degrees, hypot, pi, sin

from ...core.roofs import Seam, SeamKind, Slope
from ...core.solid import Vector
from ...core.terms import Count, message
from ..sheet import Layer, Path, Point, Sheet, Text, line

SCALES = (5, 10, 20, 25, 50, 100, 200, 500, 1000)
PAPER = 380.0
"""mm: the longest side of a sheet as it is laid on a table."""
ARC_STEPS = 24
MARGIN = 12.0


@dataclass(frozen=True, slots=True)
class Read:
    """A bevel to take off the sheet: its id as in the list of bevels, which side's, at which point, between the ways
    to two others.
    """

    bevel: str
    side: int | None
    at: Point
    towards: tuple[Point, Point]


@dataclass(frozen=True, slots=True)
class DrawnLength:
    """A length to take off the sheet with a rule, mm of the building: its id, and which side's."""

    id: str
    side: int | None
    length: float


@dataclass(frozen=True, slots=True)
class GeometricSheet:
    """The drawing in mm of paper, its scale (one to), its bevels, its lengths, and how many steps it is drawn in."""

    sheet: Sheet
    scale: int
    reads: tuple[Read, ...]
    lengths: tuple[DrawnLength, ...]
    steps: tuple[str, ...]


STEPS = ("plan", "rise", "commons", "swing", "backing", "hip_top", "purlin")


def draw_geometric(hip: Seam, step: float | None = None, room: Point = (PAPER, PAPER)) -> GeometricSheet:
    """Draw the sheet of one corner.

    Args:
        hip: the corner.
        step: from one jack to the next along the plates, where jacks are to be drawn.
        room: mm of paper, across and down, within which it is drawn at the largest scale that fits.
    """
    drawn = _Drawing(hip, step)
    points = [point for path in drawn.paths for point in path.points]
    columns = [[point[axis] for point in points] for axis in (0, 1)]
    sizes = [max(column) - min(column) for column in columns]
    fits = (one for one in SCALES if all(size / one <= most for size, most in zip(sizes, room, strict=True)))
    scale = next(fits, SCALES[-1])

    def on_paper(point: Point) -> Point:
        return point[0] / scale, point[1] / scale

    paths = tuple(
        replace(one, points=tuple(map(on_paper, one.points)), middle=on_paper(one.middle) if one.middle else None)
        for one in drawn.paths
    )
    reads = tuple(
        Read(read.bevel, read.side, on_paper(read.at), (on_paper(read.towards[0]), on_paper(read.towards[1])))
        for read in drawn.reads
    )
    xs, ys = ([value / scale for value in column] for column in columns)
    extent = (min(xs) - MARGIN, min(ys) - MARGIN, max(xs) + MARGIN, max(ys) + MARGIN)
    texts = tuple(
        Text(f"read_{number}", _label_at(one), message("hips.letter", n=Count(number)))
        for number, one in enumerate(reads, 1)
    )
    return GeometricSheet(Sheet(extent, paths, texts=texts), scale, reads, tuple(drawn.lengths), STEPS)


def _label_at(read: Read) -> Point:
    """Between both legs, a little way off the point."""
    ways = [_unit((to[0] - read.at[0], to[1] - read.at[1])) for to in read.towards]
    x, y = ways[0][0] + ways[1][0], ways[0][1] + ways[1][1]
    size = hypot(x, y) or 1.0
    return read.at[0] + x / size * 16, read.at[1] + y / size * 16


def _unit(direction: Point) -> Point:
    size = hypot(*direction) or 1.0
    return direction[0] / size, direction[1] / size


class _Drawing:
    """The construction, in mm of the building, the hip's corner at the origin; down is down on the paper."""

    def __init__(self, hip: Seam, step: float | None) -> None:
        assert hip.corner is not None
        self.hip, self.origin, self.step = hip, hip.corner, step
        self.kind = str(hip.kind)
        self.turn = pi / 4 - atan2(hip.direction.y, hip.direction.x)
        self.paths: list[Path] = []
        self.reads: list[Read] = []
        self.lengths: list[DrawnLength] = []
        self.rise = hip.rise_per_run * hip.run
        self.corner = (0.0, 0.0)
        self.top = self.plan(Vector(hip.direction.x * hip.run, hip.direction.y * hip.run, 0.0))
        self._hip_plan_and_rise()
        for number, slope in enumerate((hip.first, hip.second)):
            self._side(number, slope)
        self._backing()

    def plan(self, off: Vector) -> Point:
        """A point of the plan, from the corner: the hip climbs to the right and up on the paper."""
        x = off.x * cos(self.turn) - off.y * sin(self.turn)
        y = off.x * sin(self.turn) + off.y * cos(self.turn)
        return x, -y

    def drawn_direction(self, of: Vector) -> Point:
        return _unit(self.plan(of))

    def draw(self, path_id: str, layer: Layer, *points: Point) -> None:
        self.paths.append(line(path_id, layer, *points))

    def arc(self, path_id: str, middle: Point, start: Point, end: Point) -> None:
        """Swung about a point, the short way."""
        radius = _distance(middle, start)
        first = atan2(start[1] - middle[1], start[0] - middle[0])
        sweep = (atan2(end[1] - middle[1], end[0] - middle[0]) - first + pi) % (2 * pi) - pi
        points = [
            (
                middle[0] + radius * cos(first + sweep * k / ARC_STEPS),
                middle[1] + radius * sin(first + sweep * k / ARC_STEPS),
            )
            for k in range(ARC_STEPS + 1)
        ]
        self.paths.append(replace(line(path_id, Layer.REFERENCE, *points), middle=middle))

    def _hip_plan_and_rise(self) -> None:
        """The rise set up square to the hip's plan line gives the hip itself: its length, level and plumb bevel."""
        along = self.drawn_direction(self.hip.direction)
        self.hip_top = (self.top[0] - along[1] * -self.rise, self.top[1] + along[0] * -self.rise)
        self.draw("hip_plan", Layer.THEORY, self.corner, self.top)
        self.draw("hip_rise", Layer.REFERENCE, self.top, self.hip_top)
        self.draw("hip_true", Layer.PENCIL, self.corner, self.hip_top)
        self.reads += [
            Read(f"level_{self.kind}", None, self.corner, (self.top, self.hip_top)),
            Read(f"plumb_{self.kind}", None, self.hip_top, (self.top, self.corner)),
        ]
        self.lengths.append(DrawnLength(self.kind, None, _distance(self.corner, self.hip_top)))

    def _side(self, number: int, slope: Slope) -> None:
        """One slope: its common's triangle, itself swung flat, its cheek on the hip's top, its purlin."""
        towards = self._towards(slope)
        run = self.hip.run * self.hip.direction.dot(slope.inward)
        reach = self.hip.run * self.hip.direction.dot(towards)
        eave, inward = self.drawn_direction(towards), self.drawn_direction(slope.inward)
        foot = _moved(self.corner, eave, reach)
        self.draw(f"eave_{number + 1}", Layer.THEORY, _moved(self.corner, eave, -0.15 * run),
                  _moved(self.corner, eave, reach + 0.35 * run))  # fmt: skip
        self.draw(f"common_plan_{number + 1}", Layer.THEORY, foot, self.top)
        common_top = _moved(self.top, eave, self.rise)
        self.draw(f"common_rise_{number + 1}", Layer.REFERENCE, self.top, common_top)
        self.draw(f"common_true_{number + 1}", Layer.PENCIL, foot, common_top)
        self.reads += [
            Read("level_common", number, foot, (self.top, common_top)),
            Read("plumb_common", number, common_top, (self.top, foot)),
        ]
        # The slope swung flat about its eave, outward: the common at its true length, the hip closing the triangle.
        flat = _moved(foot, inward, -_distance(foot, common_top))
        self.arc(f"swing_{number + 1}", foot, common_top, flat)
        self.draw(f"slope_{number + 1}", Layer.CUT, foot, flat, self.corner)
        self.reads += [
            Read("edge_jack", number, flat, (foot, self.corner)),
            Read("sheathing", number, self.corner, (foot, flat)),
        ]
        self.lengths.append(DrawnLength("common", number, _distance(foot, flat)))
        self._jacks(number, foot, flat)
        # A hip's cheek lies along this side's commons, a valley's along its ridge.
        self._cheek(number, inward if self.hip.kind is SeamKind.HIP else eave)
        self._purlin(number, foot, common_top, inward)

    def _towards(self, slope: Slope) -> Vector:
        """Along an eave, drawn on past an inside corner, to the foot of the common that comes to the upper end."""
        return slope.along if self.hip.direction.dot(slope.along) > 0 else -slope.along

    def _jacks(self, number: int, foot: Point, flat: Point) -> None:
        """Beside the common in the slope swung flat, one at every step, each from the eave to the hip; a valley's, from
        the valley to the ridge.
        """
        if self.step is None:
            return
        eave, outward = (
            _unit((self.corner[0] - foot[0], self.corner[1] - foot[1])),
            (flat[0] - foot[0], flat[1] - foot[1]),
        )
        hip = (self.corner[0] - flat[0], self.corner[1] - flat[1])
        longer, jacks = _distance(foot, flat), 0
        while (jacks + 1) * self.step < _distance(foot, self.corner) - 1.0:
            jacks += 1
            start = _moved(foot, eave, jacks * self.step)
            end = _meet(start, outward, flat, hip)
            if end is None:
                return
            ridge = _moved(start, _unit(outward), longer)
            ends = (start, end) if self.hip.kind is SeamKind.HIP else (end, ridge)
            self.draw(f"jack_{number + 1}_{jacks}", Layer.PENCIL, *ends)
            if jacks == 1:
                self.lengths.append(DrawnLength("difference", number, _distance(end, ridge)))
        if self.hip.kind is SeamKind.VALLEY and jacks:
            self.draw(f"ridge_{number + 1}", Layer.THEORY, flat, _moved(flat, eave, (jacks + 0.5) * self.step))

    def _cheek(self, number: int, lies: Point) -> None:
        """The top swung down on its plan line; the cheek's plan line cuts the line square across the corner."""
        along = self.drawn_direction(self.hip.direction)
        across = (-along[1], along[0])
        length = _distance(self.corner, self.hip_top)
        top = _moved(self.corner, along, length)
        if number == 0:
            self.arc("hip_swing", self.corner, self.hip_top, top)
        at = _meet(self.top, lies, self.corner, across)
        if at is None:
            return
        self.draw(f"cheek_plan_{number + 1}", Layer.REFERENCE, self.top, at)
        self.draw(f"cheek_{number + 1}", Layer.CUT, top, at)
        self.draw(f"across_{number + 1}", Layer.REFERENCE, self.corner, at)
        self.reads.append(Read(f"edge_{self.kind}", number, top, (self.corner, at)))

    def _purlin(self, number: int, foot: Point, common_top: Point, inward: Point) -> None:
        """A purlin's face square to the common's triangle: its lower edge lies out level, and the hip's plan line
        tells how far along that moves the cut.
        """
        deep = 0.35 * _distance(foot, common_top)
        rafter = _unit((common_top[0] - foot[0], common_top[1] - foot[1]))
        # Square to the rafter, down and outward.
        square = (rafter[1], -rafter[0])
        if square[0] * inward[0] + square[1] * inward[1] > 0:
            square = (-square[0], -square[1])
        lower = _moved(foot, square, deep)
        out = abs((lower[0] - foot[0]) * inward[0] + (lower[1] - foot[1]) * inward[1])
        level = _moved(foot, inward, out)
        eave = self.drawn_direction(self._towards((self.hip.first, self.hip.second)[number]))
        moved = _meet(foot, self.drawn_direction(self.hip.direction), level, eave)
        if moved is None:
            return
        end = _moved(level, inward, -deep)
        self.draw(f"purlin_{number + 1}", Layer.CUT, level, end, moved, level)
        self.reads.append(Read("face_purlin", number, end, (level, moved)))

    def _backing(self) -> None:
        """A line square across the hip's plan; how deep the hip's own line lies under it, swung onto the plan line."""
        along = self.drawn_direction(self.hip.direction)
        middle = _moved(self.corner, along, 0.45 * self.hip.run)
        across = (-along[1], along[0])
        true = _unit(self.hip_top)
        reach = middle[0] * true[0] + middle[1] * true[1]
        under = (true[0] * reach, true[1] * reach)
        swung = _moved(middle, along, -_distance(middle, under))
        self.draw("backing_drop", Layer.REFERENCE, middle, under)
        self.arc("backing_swing", middle, under, swung)
        ends = [
            at
            for slope in (self.hip.first, self.hip.second)
            if (at := _meet(middle, across, self.corner, self.drawn_direction(slope.along))) is not None
        ]
        if len(ends) < 2:
            return
        self.draw("backing_across", Layer.REFERENCE, *ends)
        self.draw("backing", Layer.CUT, ends[0], swung, ends[1])
        self.reads.append(Read("dihedral", None, swung, (ends[0], ends[1])))
        for number, end in enumerate(ends):
            bevel = "backing" if self.hip.kind is SeamKind.HIP else "trough"
            self.reads.append(Read(bevel, number, end, (middle, swung)))


def angles_read(reads: tuple[Read, ...]) -> Iterator[tuple[str, int | None, float]]:
    """What a protractor shows at every bevel of a sheet, degrees."""
    for read in reads:
        (a, b), (c, d) = (_unit((to[0] - read.at[0], to[1] - read.at[1])) for to in read.towards)
        yield read.bevel, read.side, degrees(atan2(abs(a * d - b * c), a * c + b * d))


def _moved(point: Point, direction: Point, by: float) -> Point:
    return point[0] + direction[0] * by, point[1] + direction[1] * by


def _distance(one: Point, other: Point) -> float:
    return hypot(other[0] - one[0], other[1] - one[1])


def _meet(one: Point, direction: Point, other: Point, across: Point) -> Point | None:
    """Where two lines cross; None where they run alike."""
    turn = direction[0] * across[1] - direction[1] * across[0]
    if abs(turn) < 1e-9:
        return None
    step = ((other[0] - one[0]) * across[1] - (other[1] - one[1]) * across[0]) / turn
    return _moved(one, direction, step)
