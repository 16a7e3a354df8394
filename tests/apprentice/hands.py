"""What an apprentice does at each step: he hooks, ticks, carries, gauges, draws and saws."""

from dataclasses import dataclass, field
from math import cos, hypot, sin

from tests.apprentice.holding import Holding
from tests.apprentice.sawing import Sawing
from tests.apprentice.tools import WOOD, Drawn, Impossible, Place, Tools


@dataclass
class Apprentice(Holding, Sawing):
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
                    here = (line.point[0] + line.tool[0] * at, line.point[1] + line.tool[1] * at)
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
            tool = 1.0 if target[0] >= start["at"] else -1.0
            self.ticks[self.key(face, target)] = Place((self.squared + tool * reading, target[1]), half)
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
                + (target[1] - base.point[1]) * base.tool[0] / base.tool[1]
                + side * reading / abs(base.tool[1])
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
            here = (from_[0] + base.tool[0] * sign * reading, from_[1] + base.tool[1] * sign * reading)
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
        tool = 1.0 if to[0] > start[0] else -1.0
        told = self.nearest(rise), self.nearest(run)
        rest = self.nearest(walk["level_rest"]) * walk["along"] / run
        slip = abs(hypot(*told) - walk["along"])
        moved = walk["times"] * hypot(*told) + rest
        off = place.off + walk["times"] * slip + self.tools.division / 2 * walk["along"] / run
        self.ticks[self.key("near", to)] = Place((place.point[0] + tool * moved, 0.0), off)

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
        tool = ((q[0] - p[0]) / length, (q[1] - p[1]) / length) if length > 1e-9 else (0.0, 1.0)
        if face == "top":
            self.lines[step["line"]["id"]] = Drawn(p, tool, q, 1e9, 0.0, (tuple(p), tuple(q)))
            self.sides[step["line"]["id"]] = face
            return
        begin = self.find(face, p)
        self.need(begin is not None, step, "nothing to set it from")
        turned, turn, begin = self.aim(step, begin, p, q, tool)
        c, s = cos(turned), sin(turned)
        real = (tool[0] * c - tool[1] * s, tool[0] * s + tool[1] * c)
        end = (begin.point[0] + real[0] * length, begin.point[1] + real[1] * length)
        self.lines[step["line"]["id"]] = Drawn(begin.point, real, end, begin.off, turn, (tuple(p), tuple(q)))
        self.sides[step["line"]["id"]] = face
        first = self.lines.get(step["line"]["id"].removesuffix("_on"))
        if step["line"]["id"].endswith("_on") and first is not None:
            # One line in two holds.
            first.end, first.turn = end, max(first.turn, turn)
            first.nominal = (first.nominal[0], tuple(q))

    def do_saw(self, step):
        self.sawing = True
        cut = step["cut"]
        self.need(cut["line"] in self.lines, step, "no line to saw by")
        self.cuts.append(cut)
