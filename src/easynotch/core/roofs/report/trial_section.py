"""A rafter in section as it is tried on its plate and ridge, read off its planes."""

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
    rise_per_run = -member.placement.x.z / (1.0 - member.placement.x.z**2) ** 0.5
    per_run = (1.0 + rise_per_run**2) ** 0.5
    # Level distances inward and heights over the plate, of points of the board: along it, and down from its top edge.
    plate = heel.offset / heel.normal.x
    stand = _plumb_between(member, plate, seat.normal.x, seat.normal.y, seat.offset)
    top = (plate - head.offset / head.normal.x) / per_run
    plumb = member.stock.depth * per_run
    reach = min(plumb, layout.roof.ridge.stock.depth)
    height = stand + top * rise_per_run
    level = min(layout.roof.plan.plate + layout.roof.plan.sheathing, (plumb - stand) / rise_per_run)
    return PatternSection(
        heel=((0.0, 0.0), (0.0, -(plumb - stand))),
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
