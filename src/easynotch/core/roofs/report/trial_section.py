"""A rafter in section as it is tried on its plate and ridge, read off its planes."""

from math import hypot

from ...solid import Member
from ...survey import PatternSection
from ..model.roof import RidgeKind
from ..plan.layout import RoofLayout

SQUARE = 1e-9
"""Of a unit normal: less of it across the rafter is none."""


def trial_section(layout: RoofLayout, member: Member) -> PatternSection | None:
    """A rafter that stands square on its plate and against a ridge board; None of any other piece."""
    planes = {cut.id: cut.plane for cut in member.cut_planes}
    if layout.roof.ridge.kind is not RidgeKind.BOARD or not {"head", "heel", "seat"} <= set(planes):
        return None
    head, heel, seat = (planes[name] for name in ("head", "heel", "seat"))
    if any(abs(plane.normal.z) > SQUARE for plane in (head, heel, seat)):
        return None
    if any(cut.role == "head" and cut.id != "head" for cut in member.cut_planes):
        return None
    rise_per_run = -member.placement.x.z / hypot(member.placement.x.x, member.placement.x.y)
    per_run = hypot(1.0, rise_per_run)
    # Level distances inward and heights over the plate, of points of the board: along it, and down from its top edge.
    plate = heel.offset / heel.normal.x
    stand = _plumb_between(member, plate, seat.normal.x, seat.normal.y, seat.offset)
    top = (plate - head.offset / head.normal.x) / per_run
    plumb = member.stock.depth * per_run
    reach = min(plumb, layout.roof.ridge.stock.depth)
    height, deep = stand + top * rise_per_run, plumb - stand
    if rise_per_run <= SQUARE or min(deep, stand, top, reach) <= 0:
        # Flat, or without a notch it could be tried on.
        return None
    level = min(layout.roof.plan.plate + layout.roof.plan.sheathing, deep / rise_per_run)
    return PatternSection(
        heel=((0.0, 0.0), (0.0, -deep)),
        seat=((0.0, 0.0), (level, 0.0)),
        head=((top, height), (top, height - reach)),
        edge=(0.0, stand),
        rise_per_run=rise_per_run,
    )


def _plumb_between(member: Member, plate: float, x: float, y: float, offset: float) -> float:
    """From the top edge over the notch's corner plumb down to the seat's plane."""
    frame = member.placement
    down_x, down_y = -frame.x.z, -frame.y.z
    return (offset - x * plate) / (x * down_x + y * down_y)
