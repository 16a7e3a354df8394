"""How an apprentice lays his square, triangle or straightedge, and how far it turns a line."""

from math import atan2, degrees, hypot, radians

from tests.apprentice.tools import WOOD, Place


class Holding:
    """The tools as they lie on the board; the apprentice who lays them gives lines, ticks and tools."""

    def aim(self, step, begin, p, q, tool):
        """How far the tool turns the line from the true one, within which bound, and where it starts."""
        hold, face = step["hold"], step["face"]
        turn = turned = 0.0
        if "joins" in hold:
            first, second = (self.find(face, point) for point in hold["joins"])
            self.need(first is not None and second is not None, step, "a tick is missing")
            across = ((second.point[0] - first.point[0]), (second.point[1] - first.point[1]))
            true = ((hold["joins"][1][0] - hold["joins"][0][0]), (hold["joins"][1][1] - hold["joins"][0][1]))
            self.need(
                abs(true[0] * tool[1] - true[1] * tool[0]) / hypot(*true) < 1e-4, step, "they do not lie on the line"
            )
            turned = atan2(true[0] * across[1] - true[1] * across[0], true[0] * across[0] + true[1] * across[1])
            turn = (first.off + second.off) / hypot(*true)
            begin = Place(begin.point, max(begin.off, first.off, second.off))
        elif "along" in hold:
            line = self.lines.get(hold["along"])
            self.need(line is not None, step, "no line to lay it along")
            self.need(hypot(line.end[0] - line.point[0], line.end[1] - line.point[1]) > 3.0, step, "too little of it")
            own = hypot(line.tool[0], line.tool[1])
            sign = 1.0 if line.tool[0] * tool[0] + line.tool[1] * tool[1] > 0 else -1.0
            turned = atan2(tool[0] * line.tool[1] * sign - tool[1] * line.tool[0] * sign, own)
            turn = line.turn
        elif hold.get("across"):
            self.need(abs(tool[0]) < 1e-7, step, "it does not run square across")
            edge = 0.0 if hold["edge"] == "top" else self.board["depth"]
            self.need(
                max(abs(p[1] - edge), abs(q[1] - edge)) <= self.tools.tongue + WOOD, step, "past the tongue's end"
            )
        elif "degrees" in hold:
            turned, turn = self.angled(step, hold, p, q, tool)
        else:
            turned, turn = self.legs(step, hold, p, q, tool)
        return turned, turn, begin

    def at_edge(self, line, v):
        """Where a line, as it was drawn, meets an edge."""
        if abs(line.tool[0]) < 1e-12:
            return (line.point[0], v), line.off
        u = line.point[0] + (v - line.point[1]) * line.tool[0] / line.tool[1]
        far = hypot(u - line.point[0], v - line.point[1])
        return (u, v), (line.off + far * line.turn) / abs(line.tool[1])

    def edge_crossing(self, p, tool, edge):
        v = 0.0 if edge == "top" else self.board["depth"]
        return p[0] + (v - p[1]) * tool[0] / tool[1], v

    def angled(self, step, hold, p, q, tool):
        """A triangle or a bevel: its stock on the edge, its blade turned so far from square across."""
        pivot = self.edge_crossing(p, tool, hold["edge"])
        self.need(abs(pivot[0] - hold["pivot"][0]) < 0.01, step, "it turns about another place")
        self.need(self.on_wood(pivot), step, "its stock has no edge there")
        true = degrees(atan2(abs(tool[0]), abs(tool[1])))
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
        sign = 1.0 if tool[0] * tool[1] > 0 else -1.0
        return -sign * radians(told - true), radians(fine / 2)

    def legs(self, step, hold, p, q, tool):
        """Two legs at 90° with both figures on one edge of the board: rigid."""
        jig = hold["tool"] == "jig"
        a, b = (hold["riser"], hold["going"]) if jig else (hold["tongue"], hold["body"])
        if not jig:
            self.need(
                a <= self.tools.tongue + WOOD and b <= self.tools.body + WOOD, step, "a figure past the scale's end"
            )
        own, other = (a, b) if hold["draw"] == "tongue" else (b, a)
        at = self.edge_crossing(p, tool, hold["edge"])
        heel = hold["heel"]
        self.need(abs(hypot(heel[0] - at[0], heel[1] - at[1]) - own) < 0.01, step, "the figure is not at the edge")
        self.need(
            abs((heel[0] - at[0]) * tool[1] - (heel[1] - at[1]) * tool[0]) < 0.01,
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
        sign = 1.0 if tool[0] * tool[1] > 0 else -1.0
        bound = (self.tools.division / 2) * (own + other) / (own * own + other * other)
        return -sign * error, bound
