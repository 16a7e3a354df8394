"""Rafters along the eaves of an outline: from the fascia or a hip's side up to the sides of whatever stands above."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise
from math import sqrt

from ...solid import Hand, Member, Removal, Theory, Vector, removal
from ..plan.arrangement import Arrangement
from ..plan.headers import gaps_of, in_mouth
from ..plan.hip_heads import beside_stations, head_places, kings_beside
from ..plan.layout import RoofLayout, RoofSide
from ..plan.rafter_stations import fixed_stations, stations_along
from ..plan.seam_sections import outline_of
from ..plan.seams import TINY, Region, Seam, SeamKind
from ..planes.footprint import NEAR, RIPS, Footprint, FootprintSide, cut_by, disjoint, strip, trim_to_neighbours
from ..planes.planes import Slope
from .bearings import over_bearings
from .purlins import purlin_notches
from .rafter import OUTWARD, finish, plate_notch, tail_rows, to_eave

ON_VALLEY = frozenset({"valley_jack", "hip_valley_jack"})
GABLE = "gable"
"""What the cut over a gable's wall is called in plan."""
SKEW = 1e-6
"""Of a unit normal: less of it along the eave is none."""


@dataclass(frozen=True, slots=True)
class Near:
    """A place on the plan and how far from it, along x and along y, pieces are wanted, mm."""

    at: Vector
    reach: float


@dataclass(frozen=True, slots=True)
class Standing:
    """A rafter with the eave and the station it stands at; its cheeks in plan, each by the id of its plane; ``within``
    is how far its wall and plate may stand off its cuts where it is cut alike with others, mm.
    """

    member: Member
    side: RoofSide
    station: float
    footprint: Footprint
    cheeks: tuple[tuple[str, FootprintSide], ...]
    on_plate: bool = True
    tailed: bool = True
    within: float = 0.0


def rafters_of(
    layout: RoofLayout, side: RoofSide, region: Region, arranged: Arrangement, only: Near | None = None
) -> Iterator[Standing]:
    """Along one eave: at every node above it, and stepped from there both ways; past a wall's end, where a hip leans
    out over it, they hang between what stands above and the hip, and beyond an inside corner they stand on the valley.
    ``only`` leaves out those that pass it by.
    """
    slope, half = side.slope, layout.roof.rafter.thickness / 2
    low, high = (choose(region.station(point) for point in region.corners) for choose in (min, max))
    field = strip(
        "", slope.at(low - half, 0.0, 0.0), slope.at(high + half, 0.0, 0.0), layout.out_of(slope), region.run + half
    )
    near = [
        one
        for one in (
            *(stick.footprint for stick in arranged.hip_and_ridge_members),
            *arranged.post_prints(),
            *(header.footprint for header in arranged.headers),
            *kings_beside(layout, slope),
        )
        if not disjoint(one, field)
    ]
    gone = [seam for seam in arranged.left_out if slope in (seam.first, seam.second)]
    eave = _Eave(
        layout, side, region, tuple(near), tuple(gone), tuple(_lines_across(arranged, slope)),
        tuple(_gables_above(layout, region)),
    )  # fmt: skip
    at_nodes = fixed_stations(layout, side, region)
    ridges = bool(outline_of(layout).ridges)
    stations, beside = stations_along(layout, side, region), beside_stations(layout, slope)
    for place in stations:
        if only is not None and abs(place - region.station((only.at.x, only.at.y))) > only.reach * sqrt(2) + half:
            continue
        for found in _stand(eave, place):
            if any(abs(place - one) < TINY for one in beside) and found.member.role == "common":
                yield replace(found, member=_beside_hips(layout, found.member, slope, stations))
            elif place in at_nodes and ridges and not beside and found.member.role == "common":
                yield replace(found, member=_named(found.member, outline_of(layout).seams_of(slope)))
            else:
                yield found


@dataclass(frozen=True, slots=True)
class _Eave:
    """An eave whose rafters are placed: what stands near it, the seams left without a stick, and the lines of valleys
    that run on across its slope and of headers in it.
    """

    layout: RoofLayout
    side: RoofSide
    region: Region
    near: tuple[Footprint, ...]
    gone: tuple[Seam, ...]
    across: tuple[tuple[Vector, Vector], ...]
    gables: tuple[FootprintSide, ...]


def _gables_above(layout: RoofLayout, region: Region) -> Iterator[FootprintSide]:
    """The verges a slope's rafters run up to: they end over a gable's wall, whose top is raked to their lower edges."""
    verge = layout.roof.eaves.verge
    for (start, bound), end in zip(
        zip(region.corners, region.bounds, strict=True), (*region.corners[1:], region.corners[0]), strict=True
    ):
        outward = Vector(end[1] - start[1], start[0] - end[0], 0.0).unit()
        if bound is None and outward.dot(region.slope.inward) > RIPS:
            yield FootprintSide(Vector(*start, 0.0) + outward * verge, -outward, "", GABLE)


def _lines_across(arranged: Arrangement, slope: Slope) -> Iterator[tuple[Vector, Vector]]:
    for plan in arranged.hip_and_ridge_members:
        if plan.reach is not None and plan.reach.slope == slope:
            yield plan.reach.node, plan.reach.head
    for header in arranged.headers:
        if header.slope == slope:
            yield header.ends


def _named(member: Member, seams: list[Seam]) -> Member:
    """Where there is a ridge, rafters under its ends are king commons, and those of a side without it end commons."""
    name = "king_common" if any(seam.corner is None for seam in seams) else "end_common"
    return replace(member, id=name, role=name)


def _beside_hips(layout: RoofLayout, member: Member, slope: Slope, stations: list[float]) -> Member:
    """A king or end common beside hips; a king is the roof's common where none stands between, nor at a gable."""
    if any(slope in place.ends for place in head_places(layout)):
        return replace(member, id="end_common", role="end_common")
    kings = beside_stations(layout, slope)
    gabled = any(edge.gable for edge in layout.roof.plan.edges)
    between = gabled or any(min(kings) + TINY < at < max(kings) - TINY for at in stations)
    return replace(member, id="king_common", role="king_common" if between else "common")


def _stand(eave: _Eave, station: float) -> Iterator[Standing]:
    """The rafters at a station, from the eave up; none where it would be nothing or would find nothing to lean on."""
    layout, slope, half = eave.layout, eave.side.slope, eave.layout.roof.rafter.thickness / 2
    walls = [(start, end) for start, end, *_ in outline_of(layout).walls(slope)]
    for low, high in _spans(eave, station):
        on_plate = low < half and any(wall + half - TINY <= station <= other - half + TINY for wall, other in walls)
        if not on_plate and low < half and any(abs(station - end) < half for ends in walls for end in ends):
            continue  # it would stand half on the corner of the walls
        found = _one(eave, station, (low, high), on_plate=on_plate)
        if found is not None:
            yield found


def _one(eave: _Eave, station: float, span: tuple[float, float], *, on_plate: bool) -> Standing | None:
    layout, roof_side, region = eave.layout, eave.side, eave.region
    slope, half = roof_side.slope, layout.roof.rafter.thickness / 2
    low, high = span
    # Past a slanting valley the foot's long point lies farther down than the rafter is wide.
    far = 8 * half if outline_of(layout).valleys else half
    below = layout.out_of(slope) if on_plate else far - low
    base = 0.0 if on_plate else (low + high) / 2
    start, end = (slope.at(station, inward, 0.0) for inward in (-below, high + region.run))
    foot = [slope.at(station + side, base, 0.0) for side in (-half, half)]
    left: Footprint | None = strip("rafter", start, end, half, half)
    for seam in eave.gone:
        if outline_of(layout).valleys and not _over(seam, slope, station, half):
            continue
        side = FootprintSide(seam.low, seam.side(slope), "", "")
        left = left and cut_by(left, side, "bound")
    left = left and trim_to_neighbours(left, foot, eave.near, "cheek", slope.inward)
    for gable in eave.gables:
        left = left and cut_by(left, gable, GABLE)
    if left is None:
        return None
    heads, feet = _cheeks(left, slope.inward), _cheeks(left, -slope.inward)
    if not any(side.against or side.face == GABLE for side in heads) or (
        not on_plate and not any(side.against for side in feet)
    ):
        return None
    if _least_reach(left, roof_side, heads) <= base + TINY:
        return None
    return _made(layout, roof_side, region, (station, low, high), left, on_plate=on_plate)


def _over(seam: Seam, slope: Slope, station: float, half: float) -> bool:
    """Whether a seam lies above a rafter at a station."""
    low, high = sorted(slope.station_of((end.x, end.y)) for end in (seam.low, seam.high))
    return low - half < station < high + half


def _spans(eave: _Eave, station: float) -> list[tuple[float, float]]:
    """From where to where a slope reaches inward at a station, parted where a valley runs on across it."""
    span = _span(eave.region, station)
    if span is None:
        return []
    low, high = span
    slope, cuts = eave.side.slope, []
    for node, head in eave.across:
        (a, b), (c, d) = ((slope.station_of((at.x, at.y)), slope.inward_of((at.x, at.y))) for at in (node, head))
        if abs(c - a) > TINY and min(a, c) < station < max(a, c):
            inward = b + (station - a) / (c - a) * (d - b)
            if low + TINY < inward < high - TINY:
                cuts.append(inward)
    gaps = [gap for gap in gaps_of(eave.layout) if gap.slope == slope and gap.low < station < gap.high]
    return [
        (start, end) for start, end in pairwise([low, *sorted(cuts), high])
        if not any(gap.near < (start + end) / 2 < gap.far for gap in gaps)
    ]  # fmt: skip


def _span(region: Region, station: float) -> tuple[float, float] | None:
    """From where to where a slope reaches inward at a station."""
    points = [(region.station(point), region.inward(point)) for point in region.corners]
    found: list[float] = []
    for (a, b), (c, d) in pairwise([*points, points[0]]):
        if min(a, c) <= station <= max(a, c):
            found += [b, d] if abs(c - a) < TINY else [b + (station - a) / (c - a) * (d - b)]
    return (min(found), max(found)) if found else None


def _cheeks(left: Footprint, direction: Vector) -> list[FootprintSide]:
    """The cuts at one end of a rafter's footprint, the widest first."""
    found = []
    for number, side in enumerate(left.sides):
        if side.face.startswith(("cheek", "bound", GABLE)) and side.normal.dot(direction) > NEAR:
            one, other = left.edge(number)
            found.append(((other - one).length, side))
    return [side for _, side in sorted(found, key=lambda row: -row[0])]


def _least_reach(left: Footprint, roof_side: RoofSide, heads: list[FootprintSide]) -> float:
    """How far inward the rafter's shorter side reaches, mm."""
    start = roof_side.slope.at(0.0, 0.0, 0.0)
    ends = [
        (point - start).dot(roof_side.slope.inward)
        for number, side in enumerate(left.sides)
        if side in heads
        for point in left.edge(number)
    ]
    return min(ends)


def _made(
    layout: RoofLayout,
    roof_side: RoofSide,
    region: Region,
    place: tuple[float, float, float],
    left: Footprint,
    *,
    on_plate: bool,
) -> Standing:
    """The rafter's member: its cheeks, and where it comes over a plate its notch and tail."""
    station, low, run = place
    slope, stock = roof_side.slope, layout.roof.rafter
    heads, feet = _cheeks(left, slope.inward), _cheeks(left, -slope.inward)
    frame = slope.frame(station, run)
    named = [
        *((_numbered("head", n), "head", side) for n, side in enumerate(heads)),
        *((_numbered("foot", n), "foot", side) for n, side in enumerate(feet)),
    ]
    rows: list[Removal] = [removal(frame, (name, role, side.at, side.normal)) for name, role, side in named]
    tailed = on_plate and not in_mouth(layout, slope, station)
    if on_plate:
        tail = tail_rows(layout, slope) if tailed else ((("tail", "tail", (0.0, 0.0), OUTWARD),),)
        rows += [slope.removal(frame, station, *planes) for planes in (plate_notch(slope), *tail)]
    rows += [slope.removal(frame, station, *planes) for planes in purlin_notches(layout, region, place)]
    role = _role(layout, roof_side, heads, feet, on_plate=on_plate)
    member = finish(RoofSide(slope, run, on_plate), frame, tuple(rows), member_id=role, role=role, stock=stock)
    member = to_eave(member, slope, layout.out_of(slope) if tailed else None)
    if role in ON_VALLEY:
        member = _on_valley(member, slope, (heads, feet), run - low)
    elif role == "trimmed" and not on_plate:
        member = replace(
            member, lengths={**member.lengths, "theoretical": (run - low) * slope.per_run, "plan_run": run - low}
        )
    elif role not in ("common", "over_gable"):
        member = _handed(member, heads[0], run * slope.per_run)
    return Standing(
        over_bearings(layout, member), roof_side, station, left,
        tuple((name, side) for name, _, side in named if side.against is not None), on_plate, tailed,
    )  # fmt: skip


def _role(
    layout: RoofLayout, roof_side: RoofSide, heads: list[FootprintSide], feet: list[FootprintSide], *, on_plate: bool
) -> str:
    """What a rafter is by what its ends go against."""
    kinds = {f"stick_{n}": seam.kind for n, seam in enumerate(outline_of(layout).seams)}
    above, below = (
        {kinds.get(side.against.owner) for side in sides if side.against is not None} for sides in (heads, feet)
    )
    ends = [side.against.owner for side in (*heads, *feet) if side.against is not None]
    if any(owner.startswith("header") for owner in ends) and SeamKind.VALLEY not in below:
        return "trimmed"
    if not above - {None} and any(side.face.startswith(GABLE) for side in heads):
        return "over_gable"
    if not on_plate:
        if SeamKind.VALLEY not in below:
            return "hung"
        return "hip_valley_jack" if SeamKind.HIP in above else "valley_jack"
    # One that meets a hip square, at the end of one that is cut off by another, has no cheek: it is a common.
    cheeked = abs(heads[0].normal.dot(roof_side.slope.along)) > SKEW
    return "jack" if len(heads) == 1 and cheeked and above <= {SeamKind.HIP, SeamKind.VALLEY} and above else "common"


def _on_valley(
    member: Member, slope: Slope, cheeks: tuple[list[FootprintSide], list[FootprintSide]], run: float
) -> Member:
    """A rafter that stands on a valley: from the line above to the valley's centre, its points, and its hand."""
    planes = {cut.id: cut.plane for cut in member.cut_planes}
    half = member.stock.thickness / 2
    edges = [
        [(planes[name].offset - planes[name].normal.z * z) / planes[name].normal.x for name in ("head", "foot")]
        for z in (-half, half)
    ]
    long = [foot - head for head, foot in edges]
    lengths = {
        "theoretical": run * slope.per_run, "plan_run": run, "overall": member.lengths["overall"],
        "long_point": max(long), "short_point": min(long),
    }  # fmt: skip
    member = replace(member, lengths=lengths, theory=Theory())
    heads, feet = cheeks
    normal = feet[0].normal
    if abs(normal.dot(slope.along)) < SKEW:
        normal = heads[0].normal
        if abs(normal.dot(slope.along)) < SKEW:
            return member
    return replace(member, hand=Hand.LEFT if member.placement.z.dot(normal) > 0 else Hand.RIGHT)


def _handed(member: Member, head: FootprintSide, plate: float) -> Member:
    """A jack's long and short points, and its hand: which side of it the hip lies on."""
    plane = next(cut.plane for cut in member.cut_planes if cut.id == "head")
    half = member.stock.thickness / 2
    ends = sorted((plane.offset - plane.normal.z * z) / plane.normal.x for z in (-half, half))
    lengths = {**member.lengths}
    if member.role == "jack":
        lengths |= {"long_point": plate - ends[0], "short_point": plate - ends[1]}
    if ends[1] - ends[0] < TINY:
        return replace(member, lengths=lengths)
    hand = Hand.LEFT if member.placement.z.dot(head.normal) > 0 else Hand.RIGHT
    return replace(member, hand=hand, lengths=lengths)


def _numbered(name: str, number: int) -> str:
    return name if number == 0 else f"{name}_side" if number == 1 else f"{name}_{number}"


def plain_rafter(layout: RoofLayout, side: RoofSide) -> Member:
    """A rafter of an eave with a plumb head at its full run, for drawing its notch."""
    slope = side.slope
    frame = slope.frame(0.0, side.run)
    rows = ((("head", "head", (side.run, 0.0), (1.0, 0.0)),), plate_notch(slope), *tail_rows(layout, slope))
    removals = tuple(slope.removal(frame, 0.0, *planes) for planes in rows)
    return finish(side, frame, removals, member_id="common", role="common", stock=layout.roof.rafter)
