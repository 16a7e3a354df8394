"""Treads between walls that are out of true: each cut to its own length, its ends scribed to the walls."""

from ...solid import Member, Plane, Stock, Touch, Vector, removal, ripped, support_face
from ..layout.layout import Layout
from ..layout.places import lying
from ..model.standing import wall_plane
from .treads import Notch, Placed, corner_cut, own_notch, rows


def walled(layout: Layout) -> bool:
    """Whether treads run to a wall that was measured, each to its own length."""
    standing = layout.flight.around.standing
    return standing.left is not None or standing.right is not None


def end_planes(layout: Layout) -> tuple[Plane, Plane]:
    """What the treads' ends lie on, outward: the walls as they stand, or the stair's sides; the left one first."""
    half, standing = layout.tread_width / 2, layout.flight.around.standing
    fronts = [Vector(front, 0.0, level) for _, front, level in layout.walked]
    found = []
    for wall, side in ((standing.left, layout.flight.width / 2), (standing.right, -layout.flight.width / 2)):
        way = 1.0 if side > 0 else -1.0
        free = Plane.through(Vector(0.0, way * half, 0.0), Vector(0.0, way, 0.0))
        found.append(free if wall is None else wall_plane(wall, side, fronts[-1], fronts[0]))
    return found[0], found[1]


def scribed_treads(layout: Layout, notches: tuple[Notch, ...]) -> list[Placed]:
    """Every tread's boards by themselves, cut to the walls they run to; numbered from the top."""
    thickness = layout.flight.tread.thickness
    made: list[Placed] = []
    left, right = end_planes(layout)
    for number in range(layout.tread_count):
        level = layout.walked[number][2]
        for row in rows(layout, number):
            corners = [Vector(x, 0.0, level + dz) for x in (row.front, row.back) for dz in (0.0, thickness)]
            starts = [_across(left, corner) for corner in corners]
            ends = [_across(right, corner) for corner in corners]
            start, length = max(starts), max(starts) - min(ends)
            frame = lying(row.front, start, level, thickness)
            cuts = [
                removal(frame, (name, role, plane.normal * plane.offset, plane.normal))
                for name, role, plane in (("head", "head", left), ("end", "end", right))
            ]
            own = [found for notch in notches if (found := own_notch(notch, row, start, length)) is not None]
            off = (ripped(row.front - row.back),) if row.ripped else ()
            member = Member(
                f"scribed_tread_{len(made) + 1}", "tread", Stock(thickness, row.stock), frame,
                (*cuts, *off, *(corner_cut(frame, one, n) for n, one in enumerate(sorted(own), 1))),
                reach=(-10.0, length + 10.0), zero=0.0, lengths={"overall": length}, place=len(made) + 1,
            )  # fmt: skip
            made.append((member, (frame,)))
    return made


def _across(plane: Plane, at: Vector) -> float:
    """Where a line across the stair through a point meets a plane."""
    return (plane.offset - plane.normal.x * at.x - plane.normal.z * at.z) / plane.normal.y


def scribed_touches(layout: Layout, boards: list[Placed]) -> list[Touch]:
    """The ends of scribed treads on their walls."""
    standing = layout.flight.around.standing
    touches: list[Touch] = []
    if not walled(layout):
        return []
    walls = ((standing.left, "head", 0), (standing.right, "end", 1))
    planes = end_planes(layout)
    for member, (frame, *_) in boards:
        for wall, cut, k in walls:
            if wall is None:
                continue
            plane = planes[k]
            along = Vector(0.0, 0.0, 1.0).cross(plane.normal).unit()
            up = plane.normal.cross(along).unit()
            at = Vector(frame.origin.x, 0.0, frame.origin.z)
            middle = Vector(at.x, _across(plane, at), at.z)
            reach = layout.going * 2
            corners = [middle + along * (a * reach) + up * (b * reach) for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))]
            touches.append(Touch(f"{member.id}.{cut}", member, cut, support_face(*corners)))
    return touches
