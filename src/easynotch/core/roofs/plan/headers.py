"""Headers: level sticks across a slope, between two whole rafters, that the rafters between these end at.

Below and above every opening stands one; and where two valleys meet under a higher slope and neither carries the
other, both and their wing's ridge end at one. Source: ``trade.md`` 7.
"""

from dataclasses import dataclass
from functools import lru_cache

from shapely import Polygon, box

from ...solid import CutPlane, Frame, Member, Plane, Removal, Stock, Vector
from ...terms import Count, Length, message
from ..model.joined import ValleyHead, WingSide
from ..model.roof import RoofError
from ..planes.footprint import Footprint, strip
from ..planes.planes import UP, Slope
from .beside_corners import beside_corners
from .layout import RoofLayout
from .seam_sections import outline_of, stock_of
from .seams import OutlineRoof, Region, Seam
from .valley_heads import far_reaches
from .wings import SIDES

ON_LINE = 1.0
"""mm: a wall whose line lies farther from a side is another."""
LEAST_WALL = 100.0
"""mm: of a dormer's walls over the deck at its front."""
CLEAR = 1.0
"""mm: what is left between an opening's trimmers and the end of its slope at least."""


@dataclass(frozen=True, slots=True)
class HeaderPlan:
    """A header: its slope, how far inward of the bearing line its middle lies, from where to where along the eave it
    reaches between its trimmers' faces, its timber, its name in plan; the ``node`` whose valleys end at it.
    """

    slope: Slope
    inward: float
    low: float
    high: float
    stock: Stock
    name: str
    node: Vector | None = None

    @property
    def ends(self) -> tuple[Vector, Vector]:
        """The ends of its middle line, at the plates' level."""
        return self.slope.at(self.low, self.inward, 0.0), self.slope.at(self.high, self.inward, 0.0)

    @property
    def footprint(self) -> Footprint:
        """In plan: its right side looks down the slope, its left one up."""
        half = self.stock.thickness / 2
        return strip(self.name, *self.ends, half, half)


@dataclass(frozen=True, slots=True)
class Gap:
    """An opening on its slope: from where to where along the eave its trimmers' faces stand, from where to where inward
    its headers' faces do, and what those are made of.
    """

    slope: Slope
    low: float
    high: float
    near: float
    far: float
    stock: Stock


@lru_cache(maxsize=16)
def gaps_of(layout: RoofLayout) -> tuple[Gap, ...]:
    """The openings of a roof on their slopes, those it was said to have and then its dormers'.

    Raises:
        RoofError: at the opening or dormer, one that does not lie within its slope, with room for its trimmers and
            headers, or that comes into another.
    """
    plan = layout.roof.plan
    made: list[Gap] = []
    for number, opening in enumerate(plan.openings):
        path = f"plan.openings[{number}]"
        slope, at = place_on(layout, path, opening.side, opening.start)
        gap = Gap(slope, at, at + opening.width, *opening.inward, opening.header or layout.roof.rafter)
        made.append(_checked(layout, path, number, gap, made))
    for number, dormer in enumerate(plan.dormers):
        path = f"plan.dormers[{number}]"
        slope, at = place_on(layout, path, dormer.side, dormer.start)
        # Its walls stand on the trimmers; behind them it is open up to where its plates meet the slope.
        meets = (dormer.plate - slope.height(0.0)) / slope.rise_per_run
        least = slope.height(dormer.inward) + plan.deck * slope.per_run + LEAST_WALL
        if dormer.plate < least:
            raise RoofError(f"{path}.plate", message("error.dormer_low", n=Count(number + 1), least=Length(least)))
        gap = Gap(
            slope, at + plan.plate, at + dormer.width - plan.plate, dormer.inward + plan.plate, meets,
            dormer.header or layout.roof.rafter,
        )  # fmt: skip
        made.append(_checked(layout, path, number, gap, made))
    return tuple(made)


def _checked(layout: RoofLayout, path: str, number: int, gap: Gap, others: list[Gap]) -> Gap:
    """An opening that has room on its slope and beside the others there.

    Raises:
        RoofError: it has none.
    """
    thick, deep = layout.roof.rafter.thickness, gap.stock.thickness
    if min(gap.high - gap.low, gap.far - gap.near) < CLEAR:
        raise RoofError(path, message("error.opening_none", n=Count(number + 1)))
    room = box(gap.low - thick, gap.near - deep, gap.high + thick, gap.far + deep)
    region = next((one for one in outline_of(layout).regions if one.slope == gap.slope and _covers(one, room)), None)
    if region is None:
        raise RoofError(path, message("error.opening_beyond", n=Count(number + 1)))
    for other in others:
        if other.slope == gap.slope and _meet((gap.low, gap.high), (other.low, other.high), 2 * thick):
            raise RoofError(path, message("error.opening_meets", n=Count(number + 1)))
    return gap


def _meet(one: tuple[float, float], other: tuple[float, float], apart: float) -> bool:
    return one[0] < other[1] + apart and other[0] < one[1] + apart


def _covers(region: Region, room: Polygon) -> bool:
    flat = Polygon([(region.station(point), region.inward(point)) for point in region.corners])
    return bool(flat.buffer(CLEAR).contains(room))


def place_on(layout: RoofLayout, path: str, side: WingSide | int, start: float) -> tuple[Slope, float]:
    """The slope over a side of the rectangle or of the outline, and how far along its eave lies what starts so far
    along that side's wall.

    Raises:
        RoofError: at the side, one no slope is over.
    """
    roof, plan = outline_of(layout), layout.roof.plan
    if isinstance(side, WingSide):
        length, width = plan.rectangle or (plan.length, plan.width)
        corners = ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))
        k = SIDES.index(side)
        at = corners[k]
        slope = _over(roof, at, corners[(k + 1) % 4], plan.sheathing)
    else:
        at = plan.corners[side] if side < len(plan.corners) else (0.0, 0.0)
        slope = roof.slopes[side] if side < len(roof.slopes) else None
    if slope is None:
        raise RoofError(f"{path}.side", message("error.opening_side"))
    return slope, slope.station_of(at) + start


@lru_cache(maxsize=16)
def mouths_of(layout: RoofLayout) -> tuple[tuple[Slope, float, float], ...]:
    """Where wings that are laid on stand before a slope: it, and from where to where along its eave their framing."""
    valley = layout.roof.plan.valley
    made: list[tuple[Slope, float, float]] = []
    if valley is None or valley.head is not ValleyHead.LAY_ON:
        return ()
    for number, wing in enumerate(layout.roof.plan.wings):
        slope, at = place_on(layout, f"plan.wings[{number}]", wing.side, wing.start)
        made.append((slope, at, at + wing.width))
    return tuple(made)


def in_mouth(layout: RoofLayout, slope: Slope, station: float) -> bool:
    """Whether a rafter at a station comes down before a wing that is laid on: it has no tail there."""
    half = layout.roof.rafter.thickness / 2
    return any(one == slope and low - half < station < high + half for one, low, high in mouths_of(layout))


def _over(roof: OutlineRoof, start: tuple[float, float], end: tuple[float, float], sheathing: float) -> Slope | None:
    """The slope whose eave runs along a side of the rectangle."""
    for slope in roof.slopes:
        if slope is not None and all(abs(slope.inward_of(at) - sheathing) < ON_LINE for at in (start, end)):
            return slope
    return None


@lru_cache(maxsize=16)
def headers_of(layout: RoofLayout) -> tuple[HeaderPlan, ...]:
    """Every header of a roof: the openings' lower and upper ones, then those valleys end at."""
    made: list[HeaderPlan] = []
    for gap in gaps_of(layout):
        half = gap.stock.thickness / 2
        for inward in (gap.near - half, gap.far + half):
            made.append(HeaderPlan(gap.slope, inward, gap.low, gap.high, gap.stock, f"header_{len(made)}"))
    for found in _under_valleys(layout, len(made)):
        made.append(found)
    return tuple(made)


def _under_valleys(layout: RoofLayout, count: int) -> list[HeaderPlan]:
    """The headers two valleys end at, where neither is to carry the other.

    Raises:
        RoofError: at the head, a wing beside which no whole rafter stands on one side.
    """
    valley, roof = layout.roof.plan.valley, outline_of(layout)
    made: list[HeaderPlan] = []
    if valley is None or valley.head is not ValleyHead.HEADER:
        return []
    for own, reach in far_reaches(layout).items():
        slope = reach.slope
        both = [seam for seam in roof.valleys if seam.climbs_to(reach.node) and slope in (seam.first, seam.second)]
        faces = sorted(face for seam in both for face in [_trimmer(layout, slope, seam)] if face is not None)
        if len(faces) != 2 or faces[1] - faces[0] < ON_LINE:
            raise RoofError("plan.valley.head", message("error.valley_header"))
        stock = valley.header or stock_of(layout, own)
        inward = slope.inward_of((reach.node.x, reach.node.y))
        made.append(HeaderPlan(slope, inward, faces[0], faces[1], stock, f"header_{count + len(made)}", reach.node))
    return made


def _trimmer(layout: RoofLayout, slope: Slope, valley: Seam) -> float | None:
    """The face towards the wing of the last rafter on the plates beside a valley's corner, along the eave."""
    roof, half = outline_of(layout), layout.roof.rafter.thickness / 2
    for corner, station in beside_corners(layout, slope).items():
        if {roof.slopes[corner - 1], roof.slopes[corner]} == {valley.first, valley.second}:
            inside = slope.station_of((valley.high.x, valley.high.y))
            return station + half if inside > station else station - half
    return None


def header_member(plan: HeaderPlan) -> Member:
    """A header, level, its faces plumb, its square top let down until its lower edge lies in the roof plane."""
    slope, half = plan.slope, plan.stock.thickness / 2
    top = slope.at(plan.low, plan.inward, slope.height(plan.inward - half))
    frame, length = Frame.along(top, slope.along, -UP), plan.high - plan.low
    cuts = tuple(
        Removal((CutPlane(name, name, Plane(Vector(sign, 0.0, 0.0), at)),))
        for name, sign, at in (("head", -1.0, 0.0), ("end", 1.0, length))
    )
    return Member(
        "roof_header", "roof_header", plan.stock, frame, cuts, reach=(-10.0, length + 10.0), zero=0.0,
        lengths={"overall": length},
    )  # fmt: skip
