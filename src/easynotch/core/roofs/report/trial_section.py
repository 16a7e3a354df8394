"""A rafter in section as it is tried on its plate and ridge, read off its planes."""

from dataclasses import dataclass
from math import hypot
from typing import Literal

from ...solid import Frame, Member
from ...solid.vector import Plane
from ...survey import PatternSection
from ..framing.pieces import Framing
from ..model.roof import RidgeKind
from ..plan.layout import RoofLayout
from ..planes.planes import Slope
from .taped_length import SEAM_ROLES

IN_PLANE = 1.0
"""mm: a rafter whose top edge is nearer to a plane lies in it."""
SQUARE = 1e-9
"""Of a unit normal: less of it across the rafter is none."""
MIDDLE = 0.01
"""mm: both sides of a nose or a notch come nearer to each other on the middle line."""


def trial_section(layout: RoofLayout, member: Member, ridge_top: float | None = None) -> PatternSection | None:
    """A rafter, hip or valley that stands on its plate and against a ridge, a post or other heads, in the plumb plane
    along its middle; None of any other piece, of one that bears on the way, or whose nose or notch is off that middle.

    Args:
        layout: the roof.
        member: the piece.
        ridge_top: how high over the plates the ridge's top is, where the top of the head is not.
    """
    seam, board = member.role in SEAM_ROLES, layout.roof.ridge.kind is RidgeKind.BOARD
    traces = _middle(member) if seam else _square(member)
    if traces is None or layout.roof.gambrel is not None or not (seam or board):
        return None
    head, heel, seat = traces
    rise_per_run = -member.placement.x.z / hypot(member.placement.x.x, member.placement.x.y)
    per_run = hypot(1.0, rise_per_run)
    # Level distances inward and heights over the plate, of points of the board: along it, and down from its top edge.
    plate = heel.offset / heel.normal.x
    stand = _plumb_between(member, plate, seat.normal.x, seat.normal.y, seat.offset)
    top = (plate - head.offset / head.normal.x) / per_run
    plumb = member.stock.depth * per_run
    reach = min(plumb, layout.roof.ridge.stock.depth) if board else plumb
    height, deep = stand + top * rise_per_run, plumb - stand
    if rise_per_run <= SQUARE or min(deep, stand, top, reach) <= 0:
        # Flat, or without a notch it could be tried on.
        return None
    unit = member.theory.unit if member.theory is not None else 1.0
    level = min((layout.roof.plan.plate + layout.roof.plan.sheathing) * unit, deep / rise_per_run)
    over = ridge_top - height if ridge_top is not None and seam else 0.0
    return PatternSection(
        heel=((0.0, 0.0), (0.0, -deep)),
        seat=((0.0, 0.0), (level, 0.0)),
        head=((top, height), (top, height - reach)),
        edge=(0.0, stand),
        rise_per_run=rise_per_run,
        over=over,
    )


def _square(member: Member) -> tuple[Plane, Plane, Plane] | None:
    """The planes of head, heel and seat of a rafter that stands square on its plate and against a ridge."""
    planes = {cut.id: cut.plane for cut in member.cut_planes}
    if not {"head", "heel", "seat"} <= set(planes):
        return None
    head, heel, seat = (planes[name] for name in ("head", "heel", "seat"))
    if any(abs(plane.normal.z) > SQUARE for plane in (head, heel, seat)):
        return None
    if any(cut.role == "head" and cut.id != "head" for cut in member.cut_planes):
        return None
    return head, heel, seat


def _middle(member: Member) -> tuple[Plane, Plane, Plane] | None:
    """The planes of head, heel and seat of a hip or valley, where both sides of each meet on its middle."""
    found: list[Plane] = []
    for role in ("head", "heel", "seat"):
        planes = [cut for cut in member.cut_planes if cut.role == role]
        # A bearing on the way or a second head is another thing to lie on.
        if not planes or any(cut.id not in (role, f"{role}_side") for cut in planes):
            return None
        first = planes[0].plane
        if any(abs(one.plane.offset / one.plane.normal.x - first.offset / first.normal.x) > MIDDLE for one in planes):
            return None
        if len(planes) == 1 and abs(first.normal.z) > SQUARE:
            return None
        found.append(first)
    return found[0], found[1], found[2]


Along = Literal["first", "middle", "last"]
ALONG: dict[int, tuple[Along, ...]] = {0: (), 1: ("first",), 2: ("first", "last"), 3: ("first", "middle", "last")}
"""Which of so many rafters along an eave a pattern is tried at; of more the same three."""


@dataclass(frozen=True, slots=True)
class TrialPlace:
    """A place a pattern is tried at: which eave, by the id of its slope, and which of its rafters along it."""

    slope: str
    at: Along

    @property
    def id(self) -> str:
        """Its name in a job file."""
        return f"{self.slope}_{self.at}"


def trial_places(layout: RoofLayout, framing: Framing, member: Member) -> tuple[TrialPlace, ...]:
    """Where a pattern has to fit before others are cut by it: its first, its middle and its last place along every
    eave it stands over, as far as they are more than one.
    """
    frames = next(piece.frames for piece in framing.pieces if piece.member.id == member.id)
    found: list[TrialPlace] = []
    for side in layout.sides:
        count = sum(_stands_over(side.slope, frame) for frame in frames)
        found += [TrialPlace(side.slope.id, at) for at in ALONG.get(count, ALONG[3])]
    return tuple(found)


def _stands_over(slope: Slope, frame: Frame) -> bool:
    """Whether a rafter lies in a slope: its top edge's centre in the plane, and down it."""
    at = frame.origin
    height = slope.height(slope.inward_of((at.x, at.y)))
    return abs(at.z - height) < IN_PLANE and slope.inward.dot(frame.x) < 0.0


def _plumb_between(member: Member, plate: float, x: float, y: float, offset: float) -> float:
    """From the top edge over the notch's corner plumb down to the seat's plane."""
    frame = member.placement
    down_x, down_y = -frame.x.z, -frame.y.z
    return (offset - x * plate) / (x * down_x + y * down_y)
