"""From where to where a piece reaches along its board: its true length, cheeks' noses and planed tops included."""

from functools import lru_cache
from itertools import combinations, product

from .frame import Frame
from .member import Member, Removal
from .mesh import as_manifold
from .vector import Plane, Vector

LYING = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
"""A member's own frame as a place in the world."""

WITHIN = 1e-6
"""mm: a corner this little in front of a plane lies on it."""
PARALLEL = 1e-12


@lru_cache(maxsize=512)
def extent(member: Member) -> tuple[float, float]:
    """Return the least and the greatest x of what the end cuts and lengthwise cuts leave of the board.

    They leave a convex body. Notches are not looked at: they only take wood from between the ends. Where nothing is
    left, the stretch the member gives itself.
    """
    xs = [corner.x for corner in _corners(member)]
    return (min(xs), max(xs)) if xs else member.reach


def _corners(member: Member) -> list[Vector]:
    """The corners of what the end cuts and lengthwise cuts leave: where three of its planes meet."""
    planes = [*_box(member), *(one.planes[0].plane for one in member.removals if len(one.planes) == 1)]
    # A swallow-tail leaves what lies behind either of its planes: two convex bodies.
    tails = [[cut.plane for cut in removal.planes] for removal in member.removals if _is_swallow_tail(removal)]
    return [corner for chosen in product(*tails) for corner in _convex_corners([*planes, *chosen])]


def _is_swallow_tail(removal: Removal) -> bool:
    return len(removal.planes) > 1 and all(cut.role == "tail" for cut in removal.planes)


def _convex_corners(planes: list[Plane]) -> list[Vector]:
    return [
        corner
        for three in combinations(planes, 3)
        if (corner := _meet(*three)) is not None and all(plane.above(corner) < WITHIN for plane in planes)
    ]


def _box(member: Member) -> list[Plane]:
    """The uncut board's six faces, looking out."""
    half = member.stock.thickness / 2
    return [
        Plane(Vector(-1.0, 0.0, 0.0), -member.reach[0]), Plane(Vector(1.0, 0.0, 0.0), member.reach[1]),
        Plane(Vector(0.0, -1.0, 0.0), 0.0), Plane(Vector(0.0, 1.0, 0.0), member.stock.depth),
        Plane(Vector(0.0, 0.0, -1.0), half), Plane(Vector(0.0, 0.0, 1.0), half),
    ]  # fmt: skip


def sawn_extent(member: Member) -> tuple[float, float]:
    """Return the least and the greatest x of the sawn piece itself, for which a board must have room.

    As the extent, unless a notch takes one of its ends away, as a half lap does: then the solid is measured.
    """
    low, high = extent(member)
    for removal in member.removals:
        if len(removal.planes) < 2 or removal.housing:
            continue
        for end in _ends_of(member, low, high):
            if all(cut.plane.above(end) > -WITHIN for cut in removal.planes):
                corners = as_manifold(member, LYING).to_mesh64().vert_properties[:, 0]
                return (float(corners.min()), float(corners.max())) if len(corners) else (low, high)
    return low, high


def inner_corners(member: Member, taken: Removal) -> list[Vector]:
    """Return the inner corners of a notch: where two of its planes meet on a wide face, and three within the board."""
    box, own = _box(member), [cut.plane for cut in taken.planes]
    threes = [*((one, other, face) for one, other in combinations(own, 2) for face in box[4:]), *combinations(own, 3)]
    return [
        corner
        for three in threes
        if (corner := _meet(*three)) is not None
        and all(plane.above(corner) < WITHIN for plane in box) and all(plane.above(corner) > -WITHIN for plane in own)
    ]  # fmt: skip


def _ends_of(member: Member, low: float, high: float) -> tuple[Vector, ...]:
    return tuple(corner for corner in _corners(member) if min(corner.x - low, high - corner.x) < WITHIN)


def _meet(first: Plane, second: Plane, third: Plane) -> Vector | None:
    """Return the point three planes share, or None where two are parallel or all meet in one line."""
    across = second.normal.cross(third.normal)
    spread = first.normal.dot(across)
    if abs(spread) < PARALLEL:
        return None
    point = (
        across * first.offset
        + third.normal.cross(first.normal) * second.offset
        + first.normal.cross(second.normal) * third.offset
    )
    return point * (1.0 / spread)
