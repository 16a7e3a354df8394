"""The steps of one piece as they are put together: what is drawn so far, and what the next line is set from."""

from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from math import atan, degrees, hypot, radians, tan

from ..solid import Face, Member
from .fractions import sloped_rule
from .holding import Bench, Part, hold_line
from .layout import STRAIGHT, Layout
from .lines import ON, Needed, crossing, needed_lines
from .preferences import Method, Preferences
from .step import AcrossHold, AlongHold, Do, Edge, JoinHold, PencilLine, Point, ReadAcross, Step, TapeEnd

FOOT = 304.8
"""mm: what is shorter is not read across the square."""
TWELFTHS, TENTHS = 12.0, 10.0
GUIDE_PAST = 15.0
"""mm a guide line runs on past the point it is drawn for."""


@dataclass(slots=True)
class Sequence:
    """A piece's steps so far, the lines that are drawn and the ticks that are set."""

    member: Member
    layout: Layout
    bench: Bench
    preferences: Preferences
    steps: list[Step] = field(default_factory=list)
    lines: dict[tuple[Face, str], Needed] = field(default_factory=dict)
    drawn: dict[tuple[Face, str], Needed] = field(default_factory=dict)
    begun: set[tuple[Face, str]] = field(default_factory=set)
    ticks: set[tuple[Face, float, float]] = field(default_factory=set)

    def __post_init__(self) -> None:
        for face in (Face.NEAR, Face.FAR):
            self.lines.update({(face, line.id): line for line in needed_lines(self.member, self.layout, face)})
        for number, removal in enumerate(self.member.removals):
            cut = removal.planes[0]
            normal = cut.plane.normal
            if len(removal.planes) > 1 or abs(normal.z) > STRAIGHT or abs(normal.x) < STRAIGHT:
                continue
            if (Face.NEAR, cut.id) in self.lines:
                continue
            # A lap or a planed face takes the wood from under it; nothing is sawn yet when it is drawn.
            u = self.layout.u(cut.plane.offset / normal.x)
            end = (u - self.layout.depth * normal.y / normal.x, self.layout.depth)
            far = self.lines.get((Face.FAR, cut.id))
            whole = Needed(cut.id, cut.role, number, Face.NEAR, (u, 0.0), end, degrees(atan(-normal.y / normal.x)),
                           "foot" if normal.x > 0 else "head")  # fmt: skip
            if far is not None or all(one.group != number for one in self.lines.values()):
                if far is None and not self.has_lengthwise_faces:
                    continue
                self.lines[Face.NEAR, cut.id] = whole if far is None else replace(far, face=Face.NEAR)

    @property
    def has_lengthwise_faces(self) -> bool:
        """Whether it is planed to a section of its own on every side: a post."""
        return sum(len(removal.planes) == 1 and abs(removal.planes[0].plane.normal.x) < STRAIGHT
                   for removal in self.member.removals) > 2  # fmt: skip

    def add(self, step: Step) -> None:
        """Put a step at the end."""
        self.steps.append(step)

    def tick_at(self, face: Face, point: Point) -> None:
        """Remember that a place is ticked."""
        self.ticks.add((face, round(point[0], 3), round(point[1], 3)))

    def is_ticked(self, face: Face, point: Point) -> bool:
        """Whether a place is ticked, or is the squared end's own corner."""
        corner = abs(point[0] - self.layout.hook) < ON and (point[1] < ON or point[1] > self.layout.depth - ON)
        return corner or (face, round(point[0], 3), round(point[1], 3)) in self.ticks

    def draw(self, line: Needed, stop: str) -> None:
        """Set a line and draw it, the one it is set from first."""
        if (line.face, line.id) in self.begun or (line.face, line.id) in self.drawn:
            return
        self.begun.add((line.face, line.id))
        if line.gauged:
            self.drawn[line.face, line.id] = line
            edge = Edge.TOP
            self.add(Step(
                id=f"gauge_{_named(line)}", do=Do.GAUGE, stop=stop, role=line.role, face=line.face,
                start=TapeEnd(edge, line.start[0], (line.start[0], 0.0)), reading=line.start[1],
                line=PencilLine(_named(line), line.start, line.end),
            ))  # fmt: skip
            return
        start = self.set_point(line, stop)
        self._parts(line, start, stop)

    def stop_of(self, line: Needed) -> str:
        """The stop a line is drawn at: that of its removal, on its face."""
        group = [one.id for (face, _), one in self.lines.items() if face is line.face and one.group == line.group]
        return ("far_" if line.face is Face.FAR else "") + "+".join(group)

    def set_point(self, line: Needed, stop: str) -> Point:
        """Tick the place a line is set at, where nothing is there yet; return it."""
        other = line.end
        if not line.base and not self.is_ticked(line.face, line.start):
            for end in (
                other,
                crossing(line.start, line.angle, self.layout.depth),
                crossing(line.start, line.angle, 0.0),
            ):
                if abs(line.angle) < 80.0 and self.is_ticked(line.face, end) and not self._is_corner(end):
                    return end
        if self.is_ticked(line.face, line.start):
            return line.start
        if line.base:
            base = self.lines[line.face, line.base]
            self.draw(base, self.stop_of(base))
            base = self.drawn[line.face, line.base]
            self._measured_on(base, line.face, line.start, stop, line.role, _named(line))
        else:
            self.tick_anywhere(line.face, line.start, stop, line.role, _named(line))
        return line.start

    def _is_corner(self, point: Point) -> bool:
        return abs(point[0] - self.layout.hook) < ON

    def tick(self, face: Face, point: Point, stop: str, role: str, name: str) -> None:
        """A running mark on an edge, from the hook; a long one read across the square where that is the method."""
        if self.is_ticked(face, point):
            return
        edge = Edge.TOP if point[1] < ON else Edge.BOTTOM if point[1] > self.layout.depth - ON else Edge.END
        reading = abs(point[0] - self.layout.hook)
        start = TapeEnd(Edge.END, self.layout.hook, (self.layout.hook, point[1]))
        to = TapeEnd(edge, point[0], point)
        if edge is Edge.END:
            # On the squared end itself, down from its corner.
            start, reading = TapeEnd(Edge.TOP, self.layout.hook, (self.layout.hook, 0.0)), point[1]
        self.add(Step(
            id=f"tick_{name}", do=Do.TICK, stop=stop, role=role, face=face, start=start, to=to, reading=reading,
            across=self._read_across(reading, edge),
        ))  # fmt: skip
        self.tick_at(face, point)

    def _read_across(self, reading: float, edge: Edge) -> ReadAcross | None:
        if self.preferences.method is not Method.TWELFTHS or reading < FOOT or edge is not Edge.TOP:
            return None
        plumb = self.bench.angles.plumb
        if plumb is None:
            return None
        scale = TENTHS if self.preferences.metric else TWELFTHS
        level = reading / hypot(1.0, tan(radians(plumb))) / scale
        across = ReadAcross(abs(level * tan(radians(plumb))), level, reading / scale, scale)
        square = self.preferences.square
        return across if across.body <= square.body_reach and across.tongue <= square.tongue_reach else None

    def _measured_on(self, base: Needed, face: Face, point: Point, stop: str, role: str, name: str) -> None:
        """A place on a drawn line, from that line's end on the top edge, else from where it was set."""
        long = hypot(base.end[0] - base.start[0], base.end[1] - base.start[1])
        at = hypot(point[0] - base.start[0], point[1] - base.start[1])
        from_end = base.end[1] < ON < base.start[1]
        begin = TapeEnd(Edge.LINE, long if from_end else 0.0, base.end if from_end else base.start, _named(base))
        reading = long - at if from_end else at
        if reading > ON:
            self.add(Step(
                id=f"tick_{name}", do=Do.TICK, stop=stop, role=role, face=face, start=begin,
                to=TapeEnd(Edge.LINE, at, point, _named(base)), reading=reading,
                rule=sloped_rule(self.layout, point, metric=self.preferences.metric) if role == "seat" else None,
            ))  # fmt: skip
        self.tick_at(face, point)

    def tick_anywhere(self, face: Face, point: Point, stop: str, role: str, name: str) -> None:
        """A tick on an edge, on the squared end, on a line that is drawn; else within the face: squared down from the
        edge above it, and measured down that line.
        """
        if self.is_ticked(face, point):
            return
        on_edge = point[1] < ON or point[1] > self.layout.depth - ON or abs(point[0] - self.layout.hook) < ON
        if on_edge:
            self.tick(face, point, stop, role, name)
            return
        base = self._line_through(face, point, name)
        if base is None:
            depth, past = self.layout.depth, GUIDE_PAST
            from_top = point[1] + past <= self.preferences.square.tongue_reach
            edge = Edge.TOP if from_top else Edge.BOTTOM
            above = (point[0], 0.0 if from_top else depth)
            end = (point[0], min(point[1] + past, depth) if from_top else max(point[1] - past, 0.0))
            self.tick(face, above, stop, role, f"{name}_above")
            guide = Needed(f"guide_{name}", "guide", -1, Face.NEAR, above, end, 0.0, "")
            self.add(Step(
                id=f"draw_{guide.id}", do=Do.DRAW, stop=stop, role="guide", face=face,
                start=TapeEnd(edge, above[0], above), hold=AcrossHold(edge, above[0]),
                line=PencilLine(guide.id, guide.start, guide.end),
            ))  # fmt: skip
            base = guide
        self._measured_on(base, face, point, stop, role, name)

    def _line_through(self, face: Face, point: Point, own: str) -> Needed | None:
        """A drawn line that passes through a point."""
        return next(
            (line for (side, _), line in self.drawn.items()
             if side is face and not line.gauged and not own.startswith(_named(line))
             and line.along(point) is not None),
            None,
        )  # fmt: skip

    def _parts(self, line: Needed, start: Point, stop: str) -> None:
        """The line, in as many holds as it takes, beginning at the tick."""
        end = line.end if hypot(line.end[0] - start[0], line.end[1] - start[1]) > ON else line.start
        if start not in (line.start, line.end):
            # Set from the edge beyond its own end: the line is drawn from there through to the far end.
            end = max((line.start, line.end), key=lambda point: hypot(point[0] - start[0], point[1] - start[1]))
        # As it is drawn: what is measured down it later starts where it was set.
        self.drawn[line.face, line.id] = replace(line, start=start, end=end)
        fixed = line.role in ("riser", "tread") and len(self.member.removals[line.group].planes) > 1
        parts = hold_line(self.bench, start, end, line.angle, fixed=fixed)
        name = _named(line)
        for number, part in enumerate(parts):
            self._join_ticks(part, line, stop, number)
            hold = AlongHold(name) if isinstance(part.hold, AlongHold) else part.hold
            self.add(Step(
                id=f"draw_{name}" + ("_on" if number else ""), do=Do.DRAW, stop=stop, role=line.role, face=line.face,
                start=self._place_of(line, part.start, start), hold=hold,
                line=PencilLine(name + ("_on" if number else ""), part.start, part.end),
            ))  # fmt: skip

    def _join_ticks(self, part: Part, line: Needed, stop: str, number: int) -> None:
        if isinstance(part.hold, JoinHold):
            for which, point in enumerate((part.hold.first, part.hold.second)):
                self.tick_anywhere(line.face, point, stop, line.role, f"{_named(line)}_{number}{which}")

    def _place_of(self, line: Needed, point: Point, start: Point) -> TapeEnd:
        """Where a stretch of a line is set: on an edge, on another line, or on what is drawn of it."""
        if point[1] < ON:
            return TapeEnd(Edge.TOP, point[0], point)
        if point[1] > self.layout.depth - ON:
            return TapeEnd(Edge.BOTTOM, point[0], point)
        base = self._line_through(line.face, point, _named(line))
        if base is not None:
            return TapeEnd(Edge.LINE, hypot(point[0] - base.start[0], point[1] - base.start[1]), point, _named(base))
        return TapeEnd(Edge.LINE, hypot(point[0] - start[0], point[1] - start[1]), point, _named(line))

    def level_tick(self, base: Needed, to_top: float, stop: str, deduct: str) -> Point | None:
        """A tick on an edge so far from a plumb line, measured level: square to it.

        Args:
            base: the plumb line it is measured from, drawn across the board.
            to_top: u at which the line through the tick, parallel to the base, crosses the top edge.
            stop: the stop it belongs to.
            deduct: what the distance takes off.

        Returns:
            The tick, or None where nothing lies between.
        """
        lean = radians(base.angle)
        top = crossing(base.start, base.angle, 0.0)
        between = to_top - top[0]
        if abs(between) < ON:
            return None
        # Level on the face, from the base to the new line, as a vector square to both.
        off = (between * _cos2(lean), -between * _cos2(lean) * tan(lean))
        for edge in (Edge.TOP, Edge.BOTTOM):
            end = crossing((to_top, 0.0), base.angle, 0.0 if edge is Edge.TOP else self.layout.depth)
            begin = (end[0] - off[0], end[1] - off[1])
            at = base.along(begin)
            if at is None or not self.layout.left - ON <= end[0] <= self.layout.right + ON:
                continue
            self.add(Step(
                id=f"tick_{stop}_{deduct}", do=Do.TICK, stop=stop, role=base.role, face=base.face, level=True,
                deduct=deduct, start=TapeEnd(Edge.LINE, at, begin, _named(base)), to=TapeEnd(edge, end[0], end),
                reading=hypot(*off),
            ))  # fmt: skip
            self.tick_at(base.face, end)
            return end
        return None

    def _clipped(self, points: Iterable[Point]) -> tuple[Point, Point]:
        """A line across the board, as far as there is wood."""
        (a, b), (c, d) = points
        if abs(c - a) < ON:
            return (a, b), (c, d)
        low, high = sorted(
            min(1.0, max(0.0, (u - a) / (c - a))) for u in (self.layout.left, self.layout.right)
        )  # fmt: skip
        return (a + (c - a) * low, b + (d - b) * low), (a + (c - a) * high, b + (d - b) * high)

    def plumb_line(self, face: Face, name: str, role: str, x_top: float, stop: str) -> Needed:
        """Draw a plumb line right across a face, its top at ``x_top``, set from whichever end is ticked; return it."""
        angle = self.bench.angles.plumb or 0.0
        start, end = self._clipped(crossing((x_top, 0.0), angle, v) for v in (0.0, self.layout.depth))
        line = Needed(name, role, -1, face, start, end, angle, "")
        if start[1] > ON or (self.is_ticked(face, end) and not self.is_ticked(face, start)):
            line = replace(line, start=end, end=start)
        self.drawn[face, name] = line
        if not self.is_ticked(face, line.start):
            self.tick(face, line.start, stop, role, _named(line))
        self._parts(line, line.start, stop)
        return line


def _cos2(lean: float) -> float:
    return 1.0 / (1.0 + tan(lean) ** 2)


def _named(line: Needed) -> str:
    return f"far_{line.id}" if line.face is Face.FAR else line.id


named = _named
