"""What is left of a board when all an apprentice sawed is gone."""

from math import cos, radians, tan

from shapely import Polygon


class Sawing:
    """The saw's cuts on both faces; the apprentice who made them gives board and lines."""

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
        (x, y), (dx, dy) = line.point, line.tool
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
