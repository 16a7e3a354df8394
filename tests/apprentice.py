"""A physical apprentice: he follows written bench steps with rigid tools and nothing else, and says what he cannot do.

He knows no member. His square has two legs at 90° that end, his tape needs an end, a corner or a line to hook on, his
pencil needs wood, his saw takes away what lies past its line. Readings and figures are taken to the nearest mark.
"""

from dataclasses import dataclass, field
from math import atan2, cos, degrees, hypot, radians, sin, tan

from shapely import Polygon

FINE = 1e-9
WOOD = 2e-3
"""mm by which a point may lie off the board, and two named places be one."""


@dataclass
class Tools:
    tongue: float = 406.4
    body: float = 609.6
    division: float = FINE
    triangle: float = 0.0  # degrees a triangle can be read to; 0 exact
    bevel: float = 0.0
    inside: bool = False
    triangle_edge: float = 304.8
    bevel_blade: float = 250.0


@dataclass
class Place:
    point: tuple[float, float]
    off: float  # how far it may lie from where it should, mm


@dataclass
class Drawn:
    point: tuple[float, float]
    way: tuple[float, float]
    end: tuple[float, float]
    off: float
    turn: float  # radians
    nominal: tuple[tuple[float, float], tuple[float, float]]

    def aside(self, point):
        return abs((point[0] - self.point[0]) * self.way[1] - (point[1] - self.point[1]) * self.way[0])

    def allowed(self, point):
        return self.off + hypot(point[0] - self.point[0], point[1] - self.point[1]) * self.turn * 1.05 + 1e-4


class Impossible(AssertionError):
    """A step that cannot be done with real tools."""


@dataclass
class Apprentice:
    board: dict
    tools: Tools
    lines: dict = field(default_factory=dict)
    ticks: dict = field(default_factory=dict)
    squared: float | None = None
    at_head: bool = True
    cuts: list = field(default_factory=list)
    turned: bool = False
    sawing: bool = False

    def follow(self, steps):
        seen = set()
        for step in steps:
            self.need(step["id"] not in seen, step, "the same step twice")
            seen.add(step["id"])
            getattr(self, f"do_{step['do']}", lambda _: None)(step)
        return self

    def need(self, holds, step, why):
        if not holds:
            raise Impossible(f"{step['id']}: {why}: {step}")

    # what is there

    @property
    def wood(self):
        left = self.squared if self.squared is not None and self.at_head else 0.0
        right = self.squared if self.squared is not None and not self.at_head else self.board["length"]
        return left, right

    def on_wood(self, point, face="near"):
        across = self.board["thickness"] if face in ("top", "bottom") else self.board["depth"]
        return self.wood[0] - WOOD <= point[0] <= self.wood[1] + WOOD and -WOOD <= point[1] <= across + WOOD

    def key(self, face, point):
        return face, round(point[0], 2), round(point[1], 2)

    def find(self, face, point):
        """A place he can set his tool at: a tick, the squared end's corner, a point of a line he drew."""
        for (side, u, v), place in self.ticks.items():
            if side == face and abs(u - point[0]) < 0.02 and abs(v - point[1]) < 0.02:
                return place
        corner = min(point[1], self.board["depth"] - point[1]) < WOOD and face in ("near", "far")
        if corner and self.squared is not None and abs(point[0] - self.squared) < WOOD:
            return Place((self.squared, point[1]), 0.0)
        for name, line in self.lines.items():
            if self.face_of(name) == face:
                (a, b), (c, d) = line.nominal
                length = hypot(c - a, d - b)
                if length < 1e-9:
                    continue
                at = ((point[0] - a) * (c - a) + (point[1] - b) * (d - b)) / length
                aside = abs((point[0] - a) * (d - b) - (point[1] - b) * (c - a)) / length
                if aside < WOOD and -WOOD <= at <= length + WOOD:
                    here = (line.point[0] + line.way[0] * at, line.point[1] + line.way[1] * at)
                    return Place(here, line.off + at * line.turn)
        return None

    def face_of(self, name):
        return self.sides[name]

    sides: dict = field(default_factory=dict)
    section: list = field(default_factory=list)

    def nearest(self, reading):
        return round(reading / self.tools.division) * self.tools.division

    # what he does

    def do_square_end(self, step):
        self.need(not self.sawing, step, "the board is sawn already")
        (u, _), _ = step["line"]["from"], step["line"]["to"]
        self.need(step["hold"].get("across"), step, "an end is squared with the body along the edge")
        self.need(0 <= u <= self.board["length"], step, "no board there")
        self.at_head = u < self.board["length"] / 2
        self.squared = u
        self.lines[step["line"]["id"]] = Drawn(
            (u, 0.0), (0.0, 1.0), (u, self.board["depth"]), 0.0, 0.0, ((u, 0.0), (u, self.board["depth"]))
        )
        self.sides[step["line"]["id"]] = "near"

    def do_hook(self, step):
        self.need(
            step["from"]["edge"] == "end" and abs(step["from"]["at"] - self.squared) < WOOD, step, "no end to hook on"
        )

    def do_turn(self, step):
        self.turned = True

    def do_tick(self, step):
        start, to, face = step["from"], step["to"], step["face"]
        reading = self.nearest(step["reading"])
        self.need(step["reading"] > -1e-9, step, "a tape does not read less than nothing")
        self.need(not self.sawing, step, "sawn already")
        self.need(face == "near" or self.turned or face == "top", step, "that face lies down")
        target = to["point"]
        self.need(self.on_wood(target, face), step, "the mark lies off the wood")
        half = self.tools.division / 2
        if start["edge"] == "end":
            self.need(abs(start["at"] - self.squared) < WOOD, step, "nothing to hook on")
            across = step.get("across")
            if across:
                self.need(
                    across["tongue"] <= self.tools.tongue and across["body"] <= self.tools.body,
                    step,
                    "not on the square",
                )
                self.need(
                    abs(hypot(across["tongue"], across["body"]) * across["scale"] - step["reading"]) < 1e-6,
                    step,
                    "it does not read so",
                )
                reading, half = across["scale"] * self.nearest(across["reading"]), half * across["scale"]
            way = 1.0 if target[0] >= start["at"] else -1.0
            self.ticks[self.key(face, target)] = Place((self.squared + way * reading, target[1]), half)
            return
        if start["edge"] == "top":
            # Down the squared end, from its corner.
            self.need(
                abs(start["at"] - self.squared) < WOOD and abs(target[0] - self.squared) < WOOD, step, "no corner there"
            )
            self.ticks[self.key(face, target)] = Place((target[0], reading), half)
            return
        self.need(start["edge"] == "line" and start["line"] in self.lines, step, "the line is not drawn")
        base = self.lines[start["line"]]
        begin = start["point"]
        if step.get("level"):
            self.need(self.on_wood(begin, face), step, "the tape starts off the wood")
            (a, b), (c, d) = base.nominal
            off = ((target[0] - begin[0]) * (b - d) + (target[1] - begin[1]) * (c - a)) / hypot(c - a, d - b)
            self.need(abs(abs(off) - step["reading"]) < 1e-3, step, "it is not so far")
            nominal = a + (target[1] - b) * (c - a) / (d - b)
            side = 1.0 if target[0] > nominal else -1.0
            # Square to the line as it was drawn, out to the edge.
            u = (
                base.point[0]
                + (target[1] - base.point[1]) * base.way[0] / base.way[1]
                + side * reading / abs(base.way[1])
            )
            far = hypot(begin[0] - base.point[0], begin[1] - base.point[1])
            self.ticks[self.key(face, target)] = Place((u, target[1]), base.off + far * base.turn + half)
            return
        self.tick_along(step, base, reading, half)

    def tick_along(self, step, base, reading, half):
        """A place along a drawn line, or along an edge from where a line meets it."""
        start, to, face = step["from"], step["to"], step["face"]
        begin, target = start["point"], to["point"]
        length = hypot(target[0] - begin[0], target[1] - begin[1])
        self.need(abs(length - step["reading"]) < 1e-3, step, "it is not so far")
        rule = step.get("rule")
        if rule:
            span = hypot(rule["to"][0] - rule["from"][0], rule["to"][1] - rule["from"][1])
            self.need(abs(span - rule["number"]) < 1e-6, step, "another number spans the board")
            share = rule["at"] / rule["number"]
            place = tuple(a + (b - a) * share for a, b in zip(rule["from"], rule["to"], strict=True))
            self.need(hypot(place[0] - target[0], place[1] - target[1]) < 1e-3, step, "the rule says another place")
        if to["edge"] == "line":
            self.need(to["line"] == start["line"], step, "along one line")
            # From where the line really begins or ends, along it as it was really drawn.
            (a, b), (c, d) = base.nominal
            ahead = hypot(begin[0] - a, begin[1] - b) < hypot(begin[0] - c, begin[1] - d)
            if ahead:
                from_ = base.point
            else:
                from_, _ = self.at_edge(base, d) if abs(d) < WOOD else (base.end, 0.0)
            sign = 1.0 if ahead else -1.0
            here = (from_[0] + base.way[0] * sign * reading, from_[1] + base.way[1] * sign * reading)
            far = hypot(here[0] - base.point[0], here[1] - base.point[1])
            self.ticks[self.key(face, target)] = Place(here, base.off + far * base.turn + half)
            return
        # Along an edge, from where a line meets it.
        (u, _), off = self.at_edge(base, target[1])
        sign = 1.0 if target[0] >= begin[0] else -1.0
        self.ticks[self.key(face, target)] = Place((u + sign * reading, target[1]), off + half)

    def do_carry(self, step):
        start = step["from"]
        self.need(start["line"] in self.lines, step, "nothing to carry")
        base = self.lines[start["line"]]
        self.need(min(abs(end[1]) for end in base.nominal) < WOOD, step, "the line does not reach the edge")
        at, off = self.at_edge(base, 0.0)
        (u, v), (w, x) = step["line"]["from"], step["line"]["to"]
        self.lines[step["line"]["id"]] = Drawn((at[0], 0.0), (0.0, 1.0), (at[0], x), off, 0.0, ((u, v), (w, x)))
        self.sides[step["line"]["id"]] = "top"
        self.ticks[self.key("far", (u, 0.0))] = Place((at[0], 0.0), off)

    def do_step(self, step):
        start, to, walk = step["from"]["point"], step["to"]["point"], step["step"]
        place = self.find("near", start)
        self.need(place is not None, step, "nothing to step from")
        rise, run = walk["unit"]
        self.need(rise <= self.tools.tongue and run <= self.tools.body, step, "not on the square")
        self.need(abs(walk["along"] - hypot(rise, run)) < 1e-9, step, "a step is not so long")
        self.need(0 <= walk["level_rest"] < run + 1e-6, step, "the rest is a whole step")
        self.need(self.on_wood(to), step, "stepped off the wood")
        way = 1.0 if to[0] > start[0] else -1.0
        told = self.nearest(rise), self.nearest(run)
        rest = self.nearest(walk["level_rest"]) * walk["along"] / run
        slip = abs(hypot(*told) - walk["along"])
        moved = walk["times"] * hypot(*told) + rest
        off = place.off + walk["times"] * slip + self.tools.division / 2 * walk["along"] / run
        self.ticks[self.key("near", to)] = Place((place.point[0] + way * moved, 0.0), off)

    def do_gauge(self, step):
        (u, v), (w, _) = step["line"]["from"], step["line"]["to"]
        reading = self.nearest(step["reading"])
        told = reading if abs(step["from"]["point"][1]) < WOOD else step["from"]["point"][1] - reading
        self.need(self.on_wood((u, v), step["face"]), step, "off the wood")
        self.lines[step["line"]["id"]] = Drawn(
            (u, told), (1.0, 0.0), (w, told), self.tools.division / 2, 0.0, ((u, v), (w, v))
        )
        self.sides[step["line"]["id"]] = step["face"]

    def do_draw(self, step):
        face, (p, q) = step["face"], (step["line"]["from"], step["line"]["to"])
        self.need(not self.sawing, step, "sawn already")
        if face == "end":
            on = all(
                -WOOD <= v <= self.board["depth"] + WOOD and -WOOD <= w <= self.board["thickness"] + WOOD
                for v, w in (p, q)
            )
            self.need(on, step, "off the end")
            self.section.append((tuple(p), tuple(q)))
            return
        self.need(face in ("near", "top") or self.turned, step, "that face lies down")
        self.need(self.on_wood(p, face) and self.on_wood(q, face), step, "a pencil needs wood")
        length = hypot(q[0] - p[0], q[1] - p[1])
        way = ((q[0] - p[0]) / length, (q[1] - p[1]) / length) if length > 1e-9 else (0.0, 1.0)
        if face == "top":
            self.lines[step["line"]["id"]] = Drawn(p, way, q, 1e9, 0.0, (tuple(p), tuple(q)))
            self.sides[step["line"]["id"]] = face
            return
        begin = self.find(face, p)
        self.need(begin is not None, step, "nothing to set it from")
        turned, turn, begin = self.aim(step, begin, p, q, way)
        c, s = cos(turned), sin(turned)
        real = (way[0] * c - way[1] * s, way[0] * s + way[1] * c)
        end = (begin.point[0] + real[0] * length, begin.point[1] + real[1] * length)
        self.lines[step["line"]["id"]] = Drawn(begin.point, real, end, begin.off, turn, (tuple(p), tuple(q)))
        self.sides[step["line"]["id"]] = face
        first = self.lines.get(step["line"]["id"].removesuffix("_on"))
        if step["line"]["id"].endswith("_on") and first is not None:
            # One line in two holds.
            first.end, first.turn = end, max(first.turn, turn)
            first.nominal = (first.nominal[0], tuple(q))

    def aim(self, step, begin, p, q, way):
        """How far the tool turns the line from the true one, within which bound, and where it starts."""
        hold, face = step["hold"], step["face"]
        turn = turned = 0.0
        if "joins" in hold:
            first, second = (self.find(face, point) for point in hold["joins"])
            self.need(first is not None and second is not None, step, "a tick is missing")
            across = ((second.point[0] - first.point[0]), (second.point[1] - first.point[1]))
            true = ((hold["joins"][1][0] - hold["joins"][0][0]), (hold["joins"][1][1] - hold["joins"][0][1]))
            self.need(
                abs(true[0] * way[1] - true[1] * way[0]) / hypot(*true) < 1e-4, step, "they do not lie on the line"
            )
            turned = atan2(true[0] * across[1] - true[1] * across[0], true[0] * across[0] + true[1] * across[1])
            turn = (first.off + second.off) / hypot(*true)
            begin = Place(begin.point, max(begin.off, first.off, second.off))
        elif "along" in hold:
            line = self.lines.get(hold["along"])
            self.need(line is not None, step, "no line to lay it along")
            self.need(hypot(line.end[0] - line.point[0], line.end[1] - line.point[1]) > 3.0, step, "too little of it")
            own = hypot(line.way[0], line.way[1])
            sign = 1.0 if line.way[0] * way[0] + line.way[1] * way[1] > 0 else -1.0
            turned = atan2(way[0] * line.way[1] * sign - way[1] * line.way[0] * sign, own)
            turn = line.turn
        elif hold.get("across"):
            self.need(abs(way[0]) < 1e-7, step, "it does not run square across")
            edge = 0.0 if hold["edge"] == "top" else self.board["depth"]
            self.need(
                max(abs(p[1] - edge), abs(q[1] - edge)) <= self.tools.tongue + WOOD, step, "past the tongue's end"
            )
        elif "degrees" in hold:
            turned, turn = self.angled(step, hold, p, q, way)
        else:
            turned, turn = self.legs(step, hold, p, q, way)
        return turned, turn, begin

    def at_edge(self, line, v):
        """Where a line, as it was drawn, meets an edge."""
        if abs(line.way[0]) < 1e-12:
            return (line.point[0], v), line.off
        u = line.point[0] + (v - line.point[1]) * line.way[0] / line.way[1]
        far = hypot(u - line.point[0], v - line.point[1])
        return (u, v), (line.off + far * line.turn) / abs(line.way[1])

    def edge_crossing(self, p, way, edge):
        v = 0.0 if edge == "top" else self.board["depth"]
        return p[0] + (v - p[1]) * way[0] / way[1], v

    def angled(self, step, hold, p, q, way):
        """A triangle or a bevel: its stock on the edge, its blade turned so far from square across."""
        pivot = self.edge_crossing(p, way, hold["edge"])
        self.need(abs(pivot[0] - hold["pivot"][0]) < 0.01, step, "it turns about another place")
        self.need(self.on_wood(pivot), step, "its stock has no edge there")
        true = degrees(atan2(abs(way[0]), abs(way[1])))
        self.need(abs(true - hold["degrees"]) < 1e-6, step, "another angle")
        if "hip_scale" in hold:
            self.need(0 < hold["hip_scale"] <= self.tools.body, step, "not on its scale")
        reach = self.tools.triangle_edge if hold["tool"] == "triangle" else self.tools.bevel_blade
        self.need(
            max(hypot(p[0] - pivot[0], p[1] - pivot[1]), hypot(q[0] - pivot[0], q[1] - pivot[1])) <= reach + WOOD,
            step,
            "past its end",
        )
        fine = self.tools.triangle if hold["tool"] == "triangle" else self.tools.bevel
        if not fine:
            return 0.0, 0.0
        told = round(true / fine) * fine
        sign = 1.0 if way[0] * way[1] > 0 else -1.0
        return -sign * radians(told - true), radians(fine / 2)

    def legs(self, step, hold, p, q, way):
        """Two legs at 90° with both figures on one edge of the board: rigid."""
        jig = hold["tool"] == "jig"
        a, b = (hold["riser"], hold["going"]) if jig else (hold["tongue"], hold["body"])
        if not jig:
            self.need(
                a <= self.tools.tongue + WOOD and b <= self.tools.body + WOOD, step, "a figure past the scale's end"
            )
        own, other = (a, b) if hold["draw"] == "tongue" else (b, a)
        at = self.edge_crossing(p, way, hold["edge"])
        heel = hold["heel"]
        self.need(abs(hypot(heel[0] - at[0], heel[1] - at[1]) - own) < 0.01, step, "the figure is not at the edge")
        self.need(
            abs((heel[0] - at[0]) * way[1] - (heel[1] - at[1]) * way[0]) < 0.01,
            step,
            "the leg does not lie on the line",
        )
        # The other leg stands at 90° and must reach the same edge at its own figure.
        into = 1.0 if hold["edge"] == "top" else -1.0
        depth = (heel[1] - at[1]) * into
        self.need(depth > 0, step, "the heel lies off the edge it is held on")
        run = heel[0] - at[0]
        self.need(abs(own * own * 1.0 - (depth**2 + run**2)) < 0.1, step, "a bent leg")
        second = at[0] + hypot(own, other) * (1.0 if run > 0 else -1.0) if abs(run) > 1e-9 else None
        self.need(second is not None, step, "square across needs no figures")
        on_edge = hypot(second - heel[0], at[1] - heel[1])
        self.need(abs(on_edge - other) < 0.02, step, "legs that are not at 90 degrees")
        ways = hypot(p[0] - at[0], p[1] - at[1]), hypot(q[0] - at[0], q[1] - at[1])
        self.need(max(ways) <= own + 0.01, step, "past the heel")
        if not jig:
            places = [heel, at, (second, at[1])]
            self.need(hold["scrap"] or all(self.on_wood(one) for one in places), step, "it hangs in the air")
        ratio, real = own / other, self.nearest(own) / max(self.nearest(other), 1e-9)
        if jig:
            return 0.0, 0.0
        error = atan2(real, 1.0) - atan2(ratio, 1.0)
        sign = 1.0 if way[0] * way[1] > 0 else -1.0
        bound = (self.tools.division / 2) * (own + other) / (own * own + other * other)
        return -sign * error, bound

    def do_saw(self, step):
        self.sawing = True
        cut = step["cut"]
        self.need(cut["line"] in self.lines, step, "no line to saw by")
        self.cuts.append(cut)

    # what comes of it

    def left_of(self, face):
        """What is left of a face when all the saw took is gone: the largest piece, as its corners."""
        left, right = self.wood
        depth = self.board["depth"]
        blank = Polygon([(left, 0), (right, 0), (right, depth), (left, depth)])
        groups = {}
        for cut in self.cuts:
            if cut["role"] != "housing":
                groups.setdefault(cut["group"], []).append(cut)
        for cuts in groups.values():
            if any("depth" in cut and self.face_of(cut["line"]) != face for cut in cuts):
                continue
            waste = Polygon([(-1e4, -1e4), (3e4, -1e4), (3e4, 1e4), (-1e4, 1e4)])
            for cut in cuts:
                waste = waste.intersection(self.past(cut, face))
            blank = blank.difference(waste)
        parts = [part for part in getattr(blank, "geoms", [blank]) if part.area > 1e-6]
        return max(parts, key=lambda part: part.area) if parts else Polygon()

    def past(self, cut, face):
        """All that lies past a saw's line on a face: on the other face where the tilted blade comes out."""
        line = self.lines[cut["line"]]
        plain = cut["line"].removeprefix("beside_")
        shift = 0.0
        if self.face_of(cut["line"]) == face:
            pass
        elif face == "far" and f"far_{plain}" in self.lines:
            line = self.lines[f"far_{plain}"]
        else:
            shift = cut["far"]
        (x, y), (dx, dy) = line.point, line.way
        if dy < 0 or (abs(dy) < 1e-9 and dx < 0):
            dx, dy = -dx, -dy
        along = abs(dy) < 1e-6
        x, y = (x, y + shift) if along else (x + shift, y)
        normal = (dy, -dx) if cut["waste"] in ("foot", "top") else (-dy, dx)
        if along:
            normal = (0.0, -1.0) if cut["waste"] == "top" else (0.0, 1.0)
        far = 5e4
        a, b = (x - dx * far, y - dy * far), (x + dx * far, y + dy * far)
        return Polygon(
            [a, b, (b[0] + normal[0] * far, b[1] + normal[1] * far), (a[0] + normal[0] * far, a[1] + normal[1] * far)]
        )


def tilt_closed(cut, angle, thickness):
    """How far a tilted blade comes out along the board on the other face, by the triangle of its tilt."""
    return thickness * tan(radians(cut["tilt"])) / cos(radians(angle))
