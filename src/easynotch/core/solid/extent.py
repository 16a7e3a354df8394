"""From where to where a piece reaches along its board: its true length, cheeks' noses and planed tops included."""

from functools import lru_cache
from itertools import combinations

from .member import Member
from .vector import Plane, Vector

WITHIN = 1e-6
"""mm: a corner this little in front of a plane lies on it."""
PARALLEL = 1e-12


@lru_cache(maxsize=512)
def extent(member: Member) -> tuple[float, float]:
    """Return the least and the greatest x of what the end cuts and lengthwise cuts leave of the board.

    They leave a convex body, whose corners are where three of its planes meet. Notches are not looked at: they only
    take wood from between the ends. Where nothing is left, the stretch the member gives itself.
    """
    half = member.stock.thickness / 2
    box = [
        Plane(Vector(-1.0, 0.0, 0.0), -member.reach[0]), Plane(Vector(1.0, 0.0, 0.0), member.reach[1]),
        Plane(Vector(0.0, -1.0, 0.0), 0.0), Plane(Vector(0.0, 1.0, 0.0), member.stock.depth),
        Plane(Vector(0.0, 0.0, -1.0), half), Plane(Vector(0.0, 0.0, 1.0), half),
    ]  # fmt: skip
    planes = [*box, *(one.planes[0].plane for one in member.removals if len(one.planes) == 1)]
    xs = [
        corner.x
        for three in combinations(planes, 3)
        if (corner := _meet(*three)) is not None and all(plane.above(corner) < WITHIN for plane in planes)
    ]
    return (min(xs), max(xs)) if xs else member.reach


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
