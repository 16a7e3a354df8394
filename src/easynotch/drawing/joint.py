"""A joint near to, as it would come out on the tape: the piece, and its mate's face with the gap drawn much larger."""

from shapely import LinearRing, Polygon, box

from ..core.solid import Member, Touch, Vector, face_polygon, housings, outline
from .sheet import Layer, Path, Point, Sheet, area, line

WINDOW = 0.85
"""Of the rafter's depth: how much is drawn on each side of the joint's middle."""
BLOCK = 0.3
"""Of the window: how thick the mate is drawn."""
LET_IN = 0.08
"""The same, where it is let into the wood."""


def draw_joint(touch: Touch, opening: float, larger: float) -> Sheet:
    """Draw a joint in the plane of its piece's wide face.

    Args:
        touch: the joint.
        opening: the gap to draw, mm; negative where the piece binds.
        larger: how many times wider it is drawn.
    """
    member = touch.member
    right = _right(member)
    corners = [_seen(point, right) for point in face_polygon(member, touch.cut_id)]
    if len(corners) < 2:
        return Sheet((-1.0, -1.0, 1.0, 1.0), ())
    middle = (sum(x for x, _ in corners) / len(corners), sum(y for _, y in corners) / len(corners))
    reach = max(WINDOW * member.stock.depth, 0.6 * max(abs(x - middle[0]) + abs(y - middle[1]) for x, y in corners))
    window = (middle[0] - reach, middle[1] - reach, middle[0] + reach, middle[1] + reach)
    sawn = next(cut.plane for cut in member.cut_planes if cut.id == touch.cut_id)
    normal = member.placement.plane_to_world(sawn).normal
    out = (normal.dot(right), -normal.z)
    size = (out[0] ** 2 + out[1] ** 2) ** 0.5 or 1.0
    out = (out[0] / size, out[1] / size)
    # A hanger is the framing's, and what lies on it is the wood.
    near, far = (Layer.FRAMING, Layer.WOOD) if member.role == "hanger" else (Layer.WOOD, Layer.FRAMING)
    wood = _wood(member, right, window, near)
    # In a housing the mate lies within the wood.
    housed = any(
        removal.housing and any(cut.id == touch.cut_id for cut in removal.planes) for removal in member.removals
    )
    mate = _mate(corners, out, opening * larger, reach * (LET_IN if housed else BLOCK), far)
    paths = [*wood, mate] if housed else [mate, *wood]
    return Sheet(window, (*paths, line("face", Layer.CUT, *_ends(corners, out))))


def _right(member: Member) -> Vector:
    """Level, in the plane of the wide face; to the world's y, so that a joint looks as it does in the section."""
    along = member.placement.x
    level = Vector(along.x, along.y, 0.0)
    if level.length < 1e-9:
        level = Vector(member.placement.y.x, member.placement.y.y, 0.0)
    level = level.unit()
    return -level if level.y < -1e-9 or (abs(level.y) <= 1e-9 and level.x < 0) else level


def _seen(point: Vector, right: Vector) -> Point:
    return point.dot(right), -point.z


def _ends(corners: list[Point], out: Point) -> tuple[Point, Point]:
    """The face's two ends, seen from its edge."""
    along = (-out[1], out[0])
    ordered = sorted(corners, key=lambda corner: corner[0] * along[0] + corner[1] * along[1])
    return ordered[0], ordered[-1]


def _mate(corners: list[Point], out: Point, gap: float, thick: float, layer: Layer) -> Path:
    (ax, ay), (bx, by) = _ends(corners, out)
    past = 0.12
    ax, ay, bx, by = ax - past * (bx - ax), ay - past * (by - ay), bx + past * (bx - ax), by + past * (by - ay)
    near = [(x + out[0] * gap, y + out[1] * gap) for x, y in ((ax, ay), (bx, by))]
    far = [(x + out[0] * (gap + thick), y + out[1] * (gap + thick)) for x, y in ((bx, by), (ax, ay))]
    return area("mate", layer, near + far)


def _wood(member: Member, right: Vector, window: tuple[float, float, float, float], layer: Layer) -> list[Path]:
    points = [_seen(member.placement.to_world(Vector(u, v, 0.0)), right) for u, v in outline(member)]
    if len(points) < 3:
        return []
    left = Polygon(points).buffer(0).intersection(box(*window))
    parts = [part for part in getattr(left, "geoms", [left]) if isinstance(part, Polygon) and not part.is_empty]
    made = [area(f"wood_{number}", layer, _ring(part.exterior)) for number, part in enumerate(parts)]
    for number, corners in enumerate(housings(member)):
        hollow = Polygon([_seen(member.placement.to_world(Vector(u, v, 0.0)), right) for u, v in corners])
        seen = hollow.intersection(box(*window))
        if isinstance(seen, Polygon) and not seen.is_empty:
            # What goes into a housing fills it.
            made.append(area(f"housing_{number}", Layer.FRAMING, _ring(seen.exterior)))
    return made


def _ring(ring: LinearRing) -> list[Point]:
    return [(float(x), float(y)) for x, y in ring.coords[:-1]]
