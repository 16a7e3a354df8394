"""What stands under the seams of an outline: how far hips and ridges are let down, and the posts their heads meet at.

More than two sticks do not meet neatly at a point: a post stands under a node, with a face square to each stick. Its
faces stand so far from its middle that neighbouring sticks just clear each other.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from functools import lru_cache
from itertools import pairwise
from math import acos, atan2, hypot, sqrt, tan

from ...solid import CutPlane, Frame, HalfPlane, Member, Plane, Removal, Stock, Vector, clip, removal
from ...terms import message
from ..model.roof import Hip, KeepPlanes, RidgeKind, RidgeTop, RoofError
from ..planes.planes import UP, Slope
from .layout import RoofLayout
from .outline import angles
from .seams import TINY, OutlineRoof, Region, Seam, SeamKind

POST_BELOW = 60.0
"""mm: how far a post hangs below what it carries."""


@dataclass(frozen=True, slots=True)
class Post:
    """A post under a node: its middle, how far the faces towards its sticks stand from it, its lowest and highest
    point, its sticks; ``between`` are faces square to the rafters that come in between two sticks.
    """

    at: Vector
    flat: float
    bottom: float
    top: float
    seams: tuple[Seam, ...]
    between: tuple[tuple[Slope, float], ...] = ()


def outline_of(layout: RoofLayout) -> OutlineRoof:
    """The outline of a layout that has one."""
    assert layout.outline is not None
    return layout.outline


def inside_corners(layout: RoofLayout) -> frozenset[int]:
    """The numbers of the corners where an outline turns inward."""
    if layout.outline is None:
        return frozenset()
    return frozenset(k for k, angle in enumerate(angles(layout.outline.corners)) if angle > 180.0)


def stock_of(layout: RoofLayout, seam: Seam) -> Stock:
    """What a seam's stick is made of.

    Raises:
        RoofError: no timber was said.
    """
    roof = layout.roof
    if seam.kind is SeamKind.VALLEY:
        if roof.plan.valley is not None and roof.plan.valley.stock is not None:
            return roof.plan.valley.stock
        if roof.hip is None:
            raise RoofError("plan.valley", message("error.roof_valley_missing"))
        return roof.hip.stock
    if seam.kind is SeamKind.RIDGE:
        if roof.ridge.kind is not RidgeKind.BOARD:
            raise RoofError("ridge.kind", message("error.roof_hip_ridge"))
        return roof.ridge.stock
    if roof.hip is None:
        raise RoofError("hip", message("error.roof_hip_missing"))
    return roof.hip.stock


def keep_method(layout: RoofLayout, seam: Seam) -> KeepPlanes:
    """How a stick is kept within the roof: a ridge is always let down, and so is a valley where it has to be."""
    hip: Hip | None = layout.roof.hip
    return KeepPlanes.DROP if seam.kind is not SeamKind.HIP or hip is None else hip.keep_planes


def is_ploughed(layout: RoofLayout, seam: Seam) -> bool:
    """Whether a seam is a valley that is raised until its edges lie in the planes, its top then cut to both."""
    valley = layout.roof.plan.valley
    return seam.kind is SeamKind.VALLEY and valley is not None and valley.ploughed


def trough_of(seam: Seam, thickness: float, *, ploughed: bool) -> float:
    """Return how far a valley's edges are raised where it is ploughed, or lie under the planes where it is not, plumb:
    the greater of both sides.
    """
    rises = [thickness / 2 * max(0.0, -seam.fall(slope)) for slope in (seam.first, seam.second)]
    return max(rises) if ploughed else max(rises) + seam.drop(thickness)


def at_valley(roof: OutlineRoof, node: Vector) -> bool:
    """Whether a valley ends at a node."""
    return any(seam.ends_at(node) for seam in roof.valleys)


def drop_and_shift(layout: RoofLayout, seam: Seam) -> tuple[float, float]:
    """How far a stick is let down, plumb, and shifted towards its first slope; nothing of either where it is backed, as
    a ridge with a bevelled top is.
    """
    bevelled = seam.kind is SeamKind.RIDGE and layout.roof.ridge.top is RidgeTop.BEVELLED
    if bevelled or keep_method(layout, seam) is KeepPlanes.BACK:
        return 0.0, 0.0
    thickness = stock_of(layout, seam).thickness
    if is_ploughed(layout, seam):
        return -thickness / 2 * max(-seam.fall(seam.first), -seam.fall(seam.second)), 0.0
    return seam.drop(thickness), seam.shift(thickness)


def reach_aside(layout: RoofLayout, seam: Seam, slope: Slope) -> float:
    """From a seam to its stick's side on one slope, level, square to it, mm."""
    _, shift = drop_and_shift(layout, seam)
    return stock_of(layout, seam).thickness / 2 + (shift if slope is seam.first else -shift)


def is_wing_ridge(roof: OutlineRoof, ridge: Seam) -> bool:
    """Whether a ridge is a wing's: it ends where a valley does, and another is higher, or as high and longer."""
    if not any(ridge.ends_at(node) for valley in roof.valleys for node in (valley.low, valley.high)):
        return False
    main = max(roof.ridges, key=lambda one: (round(one.high.z, 3), one.run))
    return ridge != main


def on_wall(roof: OutlineRoof, node: Vector) -> bool:
    """Whether a node stands on a gable wall, where no post is."""
    for (a, b), (c, d) in pairwise([*roof.corners, roof.corners[0]]):
        long = hypot(c - a, d - b)
        along = ((node.x - a) * (c - a) + (node.y - b) * (d - b)) / long
        aside = ((node.x - a) * (d - b) - (node.y - b) * (c - a)) / long
        if abs(aside) < ON_WALL and -ON_WALL < along < long + ON_WALL:
            return True
    return False


ON_WALL = 1e-3


def post_at(layout: RoofLayout, roof: OutlineRoof, node: Vector) -> Post:
    """The post under a node that leaves every stick there its whole end."""
    meeting = [seam for seam in roof.seams if seam.ends_at(node)]
    ways = sorted(
        ((atan2(from_node(seam, node).y, from_node(seam, node).x), seam) for seam in meeting), key=lambda one: one[0]
    )
    flat = 0.0
    for number, (_, seam) in enumerate(ways):
        _, other = ways[(number + 1) % len(ways)]
        if other is seam:
            continue
        half = acos(max(-1.0, min(1.0, from_node(seam, node).dot(from_node(other, node))))) / 2
        # Each stick's corner nearest its neighbour stands on the line between both.
        widest = max(stock_of(layout, one).thickness / 2 + abs(drop_and_shift(layout, one)[1]) for one in (seam, other))
        flat = max(flat, widest / tan(half)) if half > TINY else flat
    flat = max(flat, *(stock_of(layout, seam).thickness / 2 for seam in meeting))
    low = node.z
    for seam in meeting:
        down, _ = drop_and_shift(layout, seam)
        rise_per_run = seam.rise_per_run if seam.climbs_to(node) else -seam.rise_per_run
        per = hypot(1.0, rise_per_run)
        low = min(low, node.z - down - abs(rise_per_run) * flat - stock_of(layout, seam).depth * per)
        for slope in (seam.first, seam.second):
            low = min(low, node.z - slope.rise_per_run * flat - layout.roof.rafter.depth * slope.per_run)
    found = Post(node, flat, low - POST_BELOW, node.z, tuple(meeting))
    found = replace(found, between=tuple(_between(layout, roof, found)))
    corners = [(node.x + corner.x, node.y + corner.y) for corner in post_polygon(found)]
    over = [region for region in roof.regions if not roof.valleys or _touches(region, node)]
    top = min(region.slope.height(region.inward(point)) for region in over for point in corners)
    return replace(found, top=top)


def _touches(region: Region, node: Vector) -> bool:
    return any(hypot(x - node.x, y - node.y) < 1e-3 for x, y in region.corners)


def _between(layout: RoofLayout, roof: OutlineRoof, post: Post) -> Iterator[tuple[Slope, float]]:
    """A face towards each eave, where the corner between two sticks' faces would stand out: as near as leaves both
    sticks their whole faces.
    """
    for region in roof.regions:
        slope = region.slope
        sides = [seam for seam in post.seams if slope in (seam.first, seam.second)]
        if len(sides) < 2:
            continue
        out = slope.inward * -1.0
        near = []
        for seam in sides:
            cosine = from_node(seam, post.at).dot(out)
            near.append(post.flat * cosine + reach_aside(layout, seam, slope) * sqrt(max(0.0, 1.0 - cosine * cosine)))
        corner = max((at.dot(out) for at in post_polygon(post) if _within(at, sides, post.at)), default=0.0)
        if max(near) < corner - STANDS_OUT:
            yield slope, max(near)


def _within(at: Vector, sides: list[Seam], node: Vector) -> bool:
    """Whether a corner of a post lies between two of its sticks."""
    one, other = (from_node(seam, node) for seam in sides[:2])
    turn = one.x * other.y - one.y * other.x
    if abs(turn) < TINY:
        return True
    a = (at.x * other.y - at.y * other.x) / turn
    b = (one.x * at.y - one.y * at.x) / turn
    return a > 0 and b > 0


STANDS_OUT = 0.5
"""mm: a corner that stands out less is left."""


def from_node(seam: Seam, node: Vector) -> Vector:
    """Level, from a node along a seam."""
    return seam.direction * -1.0 if seam.climbs_to(node) else seam.direction


def post_member(post: Post) -> Member:
    """A post, standing: its face towards each stick, and where it is left square."""
    size = 2 * max(corner.length for corner in post_polygon(post)) + 1.0
    first = from_node(post.seams[0], post.at)
    frame = Frame.along(Vector(post.at.x, post.at.y, post.bottom) - first * (size / 2), UP, first)
    faces = [
        removal(frame, (f"face_{n}", "face", post.at + direction * off, direction))
        for n, (direction, off) in enumerate(faces_of(post), 1)
    ]
    length = post.top - post.bottom
    ends = (
        Removal((CutPlane("foot", "head", Plane(Vector(-1.0, 0.0, 0.0), 0.0)),)),
        Removal((CutPlane("top", "end", Plane(Vector(1.0, 0.0, 0.0), length)),)),
    )
    return Member(
        "king_post", "king_post", Stock(size, size), frame, (*ends, *faces), reach=(-10.0, length + 10.0),
        zero=0.0, lengths={"overall": length, "flat": post.flat},
    )  # fmt: skip


@lru_cache(maxsize=512)
def post_polygon(post: Post) -> tuple[Vector, ...]:
    """A post's outline in plan, from its middle: what its faces leave of a square, corner by corner."""
    size = 20 * post.flat + 1.0
    points = [(-size, -size), (size, -size), (size, size), (-size, size)]
    for direction, off in faces_of(post):
        points = clip(points, HalfPlane(direction.x, direction.y, off), keep_front=False)
    return tuple(Vector(x, y, 0.0) for x, y in points)


def faces_of(post: Post) -> list[tuple[Vector, float]]:
    """A post's faces in plan, each way with its distance: towards every stick, and between sticks."""
    return [
        *((from_node(seam, post.at), post.flat) for seam in post.seams),
        *((slope.inward * -1.0, off) for slope, off in post.between),
    ]
