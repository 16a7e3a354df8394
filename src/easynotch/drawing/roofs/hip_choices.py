"""The judgement calls at a hip as drawings: head from above, section under the planes, heel on the plates."""

from collections.abc import Iterable, Sequence
from math import hypot

from shapely import MultiPoint, Polygon, box
from shapely.geometry.base import BaseGeometry

from ...core.roofs import KeepPlanes, Near, Seam
from ...core.solid import Face, Member, Vector, outline
from ..sheet import Layer, Path, Point, Sheet, area, line

AROUND = 4.5
"""Times the thickest piece: how much is drawn about the point where heads meet."""


def head_window(at: Vector, thickest: float) -> Near:
    """Return the place whose pieces a drawing of a head shows."""
    return Near(at, AROUND * thickest)


def draw_head(standing: Sequence[Member], near: Near) -> Sheet:
    """Return the pieces whose tops meet near a place, each where it stands, from above."""
    at, reach = near.at, near.reach
    window = (at.x - reach, -at.y - reach, at.x + reach, -at.y + reach)
    paths: list[Path] = []
    for number, member in enumerate(standing):
        # Most pieces of a roof lie far from one hip's head: nothing is made of those.
        if member.role == "fascia" or _misses(window, _from_above(member, _blank(member))):
            continue
        points = _from_above(member, _seen_from_above(member))
        shown = MultiPoint(points).convex_hull.intersection(box(*window))
        if not isinstance(shown, Polygon) or shown.area < 1.0:
            continue
        layer = Layer.CUT if member.role == "hip" else Layer.WOOD
        corners = [(float(x), float(y)) for x, y in shown.exterior.coords[:-1]]
        paths.append(area(f"{member.role}_{number}", layer, corners))
    return Sheet(window, tuple(sorted(paths, key=lambda path: path.layer is Layer.CUT)))


def _from_above(member: Member, points: Iterable[Vector]) -> list[Point]:
    return [(at.x, -at.y) for at in map(member.placement.to_world, points)]


def _blank(member: Member) -> list[Vector]:
    """Return the corners of the board a piece is sawn from."""
    half, depth = member.stock.thickness / 2, member.stock.depth
    return [Vector(x, y, z) for x in member.reach for y in (0.0, depth) for z in (-half, half)]


def _seen_from_above(member: Member) -> list[Vector]:
    """Return the points whose hull a piece covers in plan, in its own frame: its cheeks stand plumb, so both wide faces
    tell it, backed or not; a post's end.
    """
    if member.role == "king_post":
        return [Vector(member.lengths["overall"], v, z) for v, z in _section(member)]
    half = member.stock.thickness / 2
    return [Vector(u, v, z) for face, z in ((Face.NEAR, -half), (Face.FAR, half)) for u, v in outline(member, face)]


def _misses(window: tuple[float, float, float, float], points: Sequence[Point]) -> bool:
    """Return whether no part of the points' hull can lie in a window: all lie beyond one of its sides."""
    left, top, right, bottom = window
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return not points or max(xs) < left or min(xs) > right or max(ys) < top or min(ys) > bottom


def _section(member: Member) -> list[Point]:
    """A post's outline across its length, from the planes of its faces."""
    half, depth = member.stock.thickness / 2, member.stock.depth
    left: BaseGeometry = Polygon([(0.0, -half), (depth, -half), (depth, half), (0.0, half)])
    far = 4 * depth
    for cut in member.cut_planes:
        if cut.role != "face":
            continue
        normal, offset = cut.plane.normal, cut.plane.offset
        along = (-normal.z, normal.y)
        at = (normal.y * offset, normal.z * offset)
        out = [(at[0] + along[0] * s * far + normal.y * far * r, at[1] + along[1] * s * far + normal.z * far * r)
               for s, r in ((-1, 0), (1, 0), (1, 1), (-1, 1))]  # fmt: skip
        left = left.difference(Polygon(out))
    return [(float(y), float(z)) for y, z in left.exterior.coords[:-1]] if isinstance(left, Polygon) else []


def draw_planes(seam: Seam, thickness: float, depth: float, keep: KeepPlanes) -> Sheet:
    """Square across a hip, looking up it: both planes falling from their crease, and the hip under them."""
    falls = [seam.fall(slope) for slope in (seam.second, seam.first)]
    half = thickness / 2
    contact_share = keep is KeepPlanes.BACK
    drop, shift = (0.0, 0.0) if contact_share else (seam.drop(thickness), seam.shift(thickness))
    left, right = -half + shift, half + shift
    low = min(1.2 * thickness + drop, depth)
    top = [(left, drop), (right, drop)]
    if contact_share:
        top = [(left, max(0.0, -left * falls[0])), (0.0, 0.0), (right, max(0.0, right * falls[1]))]
    reach = 1.6 * thickness
    paths = [
        area("hip", Layer.CUT, [*top, (right, low), (left, low)]),
        line("plane_second", Layer.THEORY, (0.0, 0.0), (-reach, reach * falls[0])),
        line("plane_first", Layer.THEORY, (0.0, 0.0), (reach, reach * falls[1])),
        line("crease", Layer.REFERENCE, (0.0, -0.25 * thickness), (0.0, low)),
    ]
    high = min(0.0, reach * min(falls)) - 0.3 * thickness
    return Sheet((-reach, high, reach, max(low, reach * max(falls)) + 0.1 * thickness), tuple(paths))


def draw_valley_planes(seam: Seam, thickness: float, depth: float, *, ploughed: bool) -> Sheet:
    """Square across a valley, looking up it: both planes climbing from their crease, and the valley under them."""
    climbs = [max(0.0, -seam.fall(slope)) for slope in (seam.second, seam.first)]
    half, reach = thickness / 2, 1.6 * thickness
    if ploughed:
        top = [(-half, -half * climbs[0]), (0.0, 0.0), (half, -half * climbs[1])]
        raised = half * max(climbs)
        low = min(1.2 * thickness, depth) - raised
    else:
        top = [(-half, seam.drop(thickness)), (half, seam.drop(thickness))]
        low = min(1.2 * thickness, depth)
    paths = [
        area("valley", Layer.CUT, [*top, (half, low), (-half, low)]),
        line("plane_second", Layer.THEORY, (0.0, 0.0), (-reach, -reach * climbs[0])),
        line("plane_first", Layer.THEORY, (0.0, 0.0), (reach, -reach * climbs[1])),
        line("crease", Layer.REFERENCE, (0.0, -0.6 * thickness), (0.0, low)),
    ]
    high = -max(reach * max(climbs), 0.6 * thickness) - 0.1 * thickness
    return Sheet((-reach, high, reach, low + 0.1 * thickness), tuple(paths))


def draw_heel(seam: Seam, thickness: float, heel: str, keep: KeepPlanes) -> Sheet:
    """From above, where a hip crosses the plates: both walls' lines, the hip, and the line its heel is cut to."""
    half, reach = thickness / 2, 2.4 * thickness
    rows = []
    for slope in (seam.first, seam.second):
        along = slope.along if slope is seam.first else -slope.along
        # From above with the hip running up the sheet: across it to the right, along it up.
        rows.append((along.dot(seam.side(seam.first)), -along.dot(seam.direction)))
    spread = sum(abs(x / y) for x, y in rows)
    clip = thickness / spread
    walls = []
    for number, (x, y) in enumerate(rows):
        size = hypot(x, y)
        start = (0.0, 0.0)
        if keep is KeepPlanes.CORNER:
            start = (x / abs(y) * clip, y / abs(y) * clip)
        walls.append(line(f"wall_{number}", Layer.FRAMING, start, (x / size * reach, y / size * reach)))
    if keep is KeepPlanes.CORNER:
        cut = line("heel", Layer.CUT, (-half, -clip), (half, -clip))
    elif heel == "square":
        cut = line("heel", Layer.CUT, (-half, 0.0), (half, 0.0))
    else:
        (a, b), (c, d) = rows
        cut = line("heel", Layer.CUT, (half, b / a * half), (0.0, 0.0), (-half, -d / c * half))
    wood = area("hip", Layer.WOOD, [(-half, reach), (half, reach), (half, -reach), (-half, -reach)])
    return Sheet((-reach, -reach, reach, reach * 0.8), (wood, *walls, cut))
