"""The framing of a roof over an outline: rafters along every eave, sticks under every seam, fascias round it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import pairwise

from ..solid import (
    CutPlane,
    Face,
    Frame,
    Hand,
    Member,
    Plane,
    Removal,
    Stock,
    Touch,
    Vector,
    face_polygon,
    member_face,
    removal,
    sawn_face,
    support_face,
)
from ..terms import Count, message
from .framing import Framing, Piece, near, plate_top, wall_face
from .layout import Leg, RoofLayout
from .outline import TINY, Region, Seam, offset
from .planes import UP, Slope
from .rafter import along_centre, finish, plate_notch, tail_rows
from .roof import RoofError, Tail
from .setting_out import SettingOut
from .sticks import Post, hip_stick, outline_of, post_member, post_polygon, posts, reach_aside, ridge_stick, stock_of

SAME = 1e-6
"""mm and unit normals: pieces that differ less are alike."""
MOST_PIECES = 4000
NODE = 1e-3
"""mm: a seam ends at a post that stands nearer than this."""


@dataclass(frozen=True, slots=True)
class _Bound:
    """A seam's stick as a rafter meets it: the plumb plane of its side, facing the stick."""

    seam: Seam
    at: Vector
    normal: Vector

    def inward(self, slope: Slope, station: float) -> float:
        """How far inward of the bearing line the plane stands at a station."""
        start = slope.at(station, 0.0, 0.0)
        return (self.at - start).dot(self.normal) / slope.inward.dot(self.normal)


def frame_outline(layout: RoofLayout) -> Framing:
    """Frame a roof over an outline.

    Raises:
        RoofError: what outlines are not worked out for yet.
    """
    _refuse(layout)
    roof = outline_of(layout)
    standing = posts(layout)
    hips = [(hip_stick(layout, seam, _post_at(standing, seam.high)), seam) for seam in roof.hips]
    ridges = [
        (ridge_stick(layout, seam, (_post_at(standing, seam.high), _post_at(standing, seam.low))), seam)
        for seam in roof.ridges
    ]
    rafters = [one for leg, region in zip(layout.legs, roof.regions, strict=True)
               for one in _rafters(layout, leg, region, standing)]  # fmt: skip
    fascias = _fascias(layout)
    # Commons first, the longest the pattern; then jacks as they are numbered, left beside right.
    standing_pieces = sorted(_alike([one.member for one in rafters]), key=_in_order)
    names = {_signature(piece.member): piece.member.id for piece in standing_pieces}
    touches = (
        *_stick_touches(hips, ridges, standing, fascias),
        *_rafter_touches(layout, rafters, [*hips, *ridges], (standing, names), fascias),
    )
    placed = [
        *standing_pieces,
        *_alike([member for member, _ in hips]),
        *_alike([member for member, _ in ridges]),
        *_alike([post_member(post) for post in standing]),
        *(Piece(one, (one.placement,)) for _, one in fascias),
    ]
    stations = sorted(one.station for one in rafters if one.leg is layout.legs[0])
    out = SettingOut(tuple(stations), layout.roof.rafter.thickness, layout.legs[0].slope.length)
    return Framing(tuple(placed), out, touches)


def _in_order(piece: Piece) -> tuple[bool, float, str]:
    member = piece.member
    return member.role == "jack", -member.lengths["plan_run"], member.id


def _refuse(layout: RoofLayout) -> None:
    if layout.roof.eaves.tail is Tail.PROFILE:
        raise RoofError("eaves.tail", message("error.roof_hip_profile"))
    for seam in outline_of(layout).seams:
        stock_of(layout, seam)


def _post_at(standing: list[Post], point: Vector) -> Post | None:
    return next((post for post in standing if (post.at - point).length < NODE), None)


@dataclass(frozen=True, slots=True)
class _Rafter:
    """A rafter with the eave and the station it stands at, and the seams its head leans on."""

    member: Member
    leg: Leg
    station: float
    bounds: tuple[_Bound, ...]
    post: Post | None


def _rafters(layout: RoofLayout, leg: Leg, region: Region, standing: list[Post]) -> Iterator[_Rafter]:
    """Along one eave: at every node above it, and stepped from there both ways."""
    bounds = [_bound(layout, seam, leg.slope) for seam in outline_of(layout).seams_of(leg.slope)]
    at_nodes = _fixed(layout, leg.slope, region)
    for place in _stations(layout, leg.slope, region):
        found = _meeting(bounds, leg.slope, place, layout.roof.rafter.thickness)
        if found is None:
            continue
        member, post = _rafter(layout, leg, place, found, standing)
        if place in at_nodes and outline_of(layout).ridges:
            member = _named(member, outline_of(layout).seams_of(leg.slope))
        yield _Rafter(member, leg, place, tuple(found), post)


def _bound(layout: RoofLayout, seam: Seam, slope: Slope) -> _Bound:
    side = seam.side(slope)
    return _Bound(seam, seam.low + side * reach_aside(layout, seam, slope), -side)


def _stations(layout: RoofLayout, slope: Slope, region: Region) -> list[float]:
    """At the nodes; between them and towards the corners stepped by the spacing, as design 5.3 steps commons."""
    spacing, thick = layout.roof.spacing, layout.roof.rafter.thickness
    fixed = _fixed(layout, slope, region)
    made = list(fixed)
    for low, high in pairwise(fixed):
        at = low + spacing
        while high - at >= 2 * thick - 1e-9 * slope.length:
            made.append(at)
            at += spacing
    at = fixed[0] - spacing
    while at > thick / 2:
        made.append(at)
        at -= spacing
    at = fixed[-1] + spacing
    while at < slope.length - thick / 2:
        made.append(at)
        at += spacing
    if len(made) > MOST_PIECES:
        raise RoofError("rafter.spacing", message("error.roof_too_many", most=Count(MOST_PIECES)))
    return sorted(made)


def _fixed(layout: RoofLayout, slope: Slope, region: Region) -> list[float]:
    """Under the nodes, above the eave itself, and not in a rafter that stands already; at least one."""
    thick = layout.roof.rafter.thickness
    found: list[float] = []
    for at in sorted(region.station(point) for point in region.upper):
        if -TINY < at < slope.length + TINY and all(abs(at - one) > thick for one in found):
            found.append(min(max(at, thick / 2), slope.length - thick / 2))
    return found or [slope.length / 2]


def _named(member: Member, seams: list[Seam]) -> Member:
    """Where there is a ridge, rafters under its ends are king commons, and those of a side without it end commons."""
    name = "king_common" if any(seam.corner is None for seam in seams) else "end_common"
    return replace(member, id=name, role=name)


def _meeting(bounds: list[_Bound], slope: Slope, station: float, thickness: float) -> list[_Bound] | None:
    """The sticks a rafter's head meets across its width; None where it would be nothing, or stands under none."""
    ahead = [one for one in bounds if one.normal.dot(slope.inward) > SAME]
    if not ahead:
        return None
    places = _places(ahead, slope, station, thickness)
    met: list[_Bound] = []
    for place in places:
        lowest = min(bound.inward(slope, place) for bound in ahead)
        met += [one for one in ahead if one.inward(slope, place) < lowest + SAME and one not in met]
    if min(bound.inward(slope, place) for bound in met for place in places[:2]) <= TINY:
        return None
    return met


def _places(bounds: list[_Bound], slope: Slope, station: float, thickness: float) -> list[float]:
    """The stations that decide over a rafter's width: its two sides, and where two sticks' sides cross between."""
    half = thickness / 2
    places = [station - half, station + half]
    for number, one in enumerate(bounds):
        for other in bounds[:number]:
            a, b = (bound.inward(slope, station) for bound in (one, other))
            da, db = (bound.inward(slope, station + 1.0) - at for bound, at in ((one, a), (other, b)))
            if abs(da - db) > SAME and station - half < (at := station + (b - a) / (da - db)) < station + half:
                places.append(at)
    return places


def _rafter(
    layout: RoofLayout, leg: Leg, station: float, met: list[_Bound], standing: list[Post]
) -> tuple[Member, Post | None]:
    """A rafter whose head lies on its sticks' sides; where a post's corner stands out between them it is blunt."""
    slope, stock = leg.slope, layout.roof.rafter
    run = _run(leg, met, station)
    frame = slope.frame(station, run)
    heads = [removal(frame, (f"head{_suffix(n)}", "head", one.at, one.normal)) for n, one in enumerate(met)]
    nose = _nose(slope, station, stock.thickness, standing)
    tip = max(min(one.inward(slope, place) for one in met) for place in _places(met, slope, station, stock.thickness))
    post = None
    if nose is not None and nose[0] < tip - SAME:
        heads.append(slope.removal(frame, station, ("nose", "head", (nose[0], 0.0), (1.0, 0.0))))
        post = nose[1]
    rows = (plate_notch(slope), *tail_rows(layout, slope))
    removals = (*heads, *(slope.removal(frame, station, *planes) for planes in rows))
    jack = len(met) == 1 and met[0].seam.corner is not None
    member = finish(
        Leg(slope, run), frame, removals, member_id="jack" if jack else "common",
        role="jack" if jack else "common", stock=stock,
    )  # fmt: skip
    if not jack:
        return member, post
    plane, half = heads[0].planes[0].plane, stock.thickness / 2
    ends = sorted((plane.offset - plane.normal.z * z) / plane.normal.x for z in (-half, half))
    plate = run * slope.per_run
    lengths = {**member.lengths, "long_point": plate - ends[0], "short_point": plate - ends[1]}
    hand = Hand.LEFT if frame.z.dot(met[0].normal) > 0 else Hand.RIGHT
    return replace(member, hand=hand, lengths=lengths), post


def plain_rafter(layout: RoofLayout, leg: Leg) -> Member:
    """A rafter of an eave with a plumb head at its full run, for drawing its notch."""
    slope = leg.slope
    frame = slope.frame(0.0, leg.run)
    rows = ((("head", "head", (leg.run, 0.0), (1.0, 0.0)),), plate_notch(slope), *tail_rows(layout, slope))
    removals = tuple(slope.removal(frame, 0.0, *planes) for planes in rows)
    return finish(leg, frame, removals, member_id="common", role="common", stock=layout.roof.rafter)


def _suffix(number: int) -> str:
    return "" if number == 0 else "_side" if number == 1 else f"_{number}"


def _run(leg: Leg, met: list[_Bound], station: float) -> float:
    """A rafter's run without deductions: to the seams themselves, on its centre line."""
    found = []
    for bound in met:
        seam = bound.seam
        found.append(_Bound(seam, seam.low, bound.normal).inward(leg.slope, station))
    return min(found)


def _nose(slope: Slope, station: float, thickness: float, standing: list[Post]) -> tuple[float, Post] | None:
    """How far inward a rafter may reach before it meets a post, and which; None where it passes none."""
    found: list[tuple[float, Post]] = []
    for post in standing:
        start = slope.at(0.0, 0.0, 0.0)
        offset_at = post.at - start
        aside, ahead = offset_at.dot(slope.along) - station, offset_at.dot(slope.inward)
        reach = post_reach(post, slope, aside, thickness / 2)
        if reach is not None:
            found.append((ahead - reach, post))
    return min(found, key=lambda one: one[0], default=None)


def post_reach(post: Post, slope: Slope, aside: float, half: float) -> float | None:
    """How far a post stands out towards an eave over a strip beside its middle; None where it is not in the strip."""
    points = [(corner.dot(slope.along), -corner.dot(slope.inward)) for corner in post_polygon(post)]
    low, high = -aside - half, -aside + half
    # The post's outline over the strip: its corners within, and where its sides cross the strip's edges.
    reach = [out for at, out in points if low - TINY <= at <= high + TINY]
    for (a, b), (c, d) in zip(points, [*points[1:], *points[:1]], strict=True):
        for edge in (low, high):
            if (a - edge) * (c - edge) < 0:
                reach.append(b + (edge - a) / (c - a) * (d - b))
    return max(reach, default=None)


def _fascias(layout: RoofLayout) -> list[tuple[Leg, Member]]:
    """A fascia along every eave, mitred with its neighbours in the plumb plane both eaves' corners share."""
    roof, eaves = outline_of(layout), layout.roof.eaves
    if eaves.fascia <= 0:
        return []
    outs = _outs(layout)
    outer = offset(roof, outs)
    made = []
    slopes = {leg.slope.start: leg for leg in layout.legs}
    count = len(roof.corners)
    for number in range(count):
        leg = slopes.get(roof.corners[number])
        if leg is None:
            continue
        after = (number + 1) % count
        made.append((leg, _fascia(layout, leg, outs[number], (
            _mitre(roof.corners, outer, number),
            _mitre(roof.corners, outer, after),
        ))))  # fmt: skip
    return made


def _outs(layout: RoofLayout) -> tuple[float, ...]:
    """How far each side's fascia stands outside its bearing line; a gable's verge."""
    slopes = {leg.slope.start: leg.slope for leg in layout.legs}
    return tuple(
        layout.out_of(slopes[corner]) if corner in slopes else layout.roof.eaves.verge
        for corner in outline_of(layout).corners
    )


def _mitre(
    corners: tuple[tuple[float, float], ...], outer: tuple[tuple[float, float], ...], number: int
) -> tuple[Vector, Vector]:
    """The plumb plane through a corner of the walls' bearing and of the fascias: a point of it and its way in plan."""
    (a, b), (c, d) = corners[number], outer[number]
    return Vector(c, d, 0.0), Vector(c - a, d - b, 0.0)


def _fascia(
    layout: RoofLayout, leg: Leg, out: float, mitres: tuple[tuple[Vector, Vector], tuple[Vector, Vector]]
) -> Member:
    slope, eaves = leg.slope, layout.roof.eaves
    stock = Stock(eaves.fascia, eaves.fascia_depth)
    if eaves.tail is Tail.SQUARE:
        outward = (slope.inward * -1.0 - UP * slope.rate).unit()
        depth_way = (slope.inward * slope.rate - UP).unit()
    else:
        outward, depth_way = slope.inward * -1.0, -UP
    start = slope.at(0.0, 0.0, 0.0)
    stations = [(point - start).dot(slope.along) for point, _ in mitres]
    corner = slope.at(stations[0], -out, slope.height(-out))
    frame = Frame.along(corner - outward * (eaves.fascia / 2), slope.along, depth_way)
    cuts = []
    for name, sign, (point, way) in (("head", -1.0, mitres[0]), ("end", 1.0, mitres[1])):
        normal = UP.cross(way).unit() if way.length > TINY else slope.along
        normal = normal if normal.dot(slope.along) * sign > 0 else -normal
        cuts.append(Removal((CutPlane(name, name, frame.plane_to_local(Plane.through(point, normal))),)))
    length = stations[1] - stations[0]
    reach = (eaves.fascia + stock.depth) * 12 + 20.0
    return Member(
        f"eave_fascia_{slope.id.removeprefix('s')}", "fascia", stock, frame, tuple(cuts),
        reach=(-reach, length + reach), zero=0.0, lengths={"overall": length},
    )  # fmt: skip


def _alike(members: list[Member]) -> list[Piece]:
    """Members of one kind as pieces: those whose sawn planes are the same are one piece with many places."""
    groups: dict[tuple[object, ...], list[Member]] = {}
    for member in members:
        groups.setdefault(_signature(member), []).append(member)
    found = list(groups.values())
    names = _names([group[0] for group in found])
    return [
        Piece(replace(group[0], id=name, count=len(group)), tuple(one.placement for one in group))
        for name, group in zip(names, found, strict=True)
    ]


def _signature(member: Member) -> tuple[object, ...]:
    planes = tuple(
        tuple(round(value, 4) + 0.0 for value in (
            cut.plane.normal.x, cut.plane.normal.y, cut.plane.normal.z, cut.plane.offset / 10))
        for cut in member.cut_planes
    )  # fmt: skip
    return member.role, member.hand, planes


def _names(members: list[Member]) -> list[str]:
    """Commons, hips, ridges and posts are numbered where they differ; jacks by their run, left and right of one run
    under one number, the longest first.
    """
    runs = sorted({round(one.lengths["plan_run"], 3) for one in members if one.role == "jack"}, reverse=True)
    names, seen, taken = [], {}, set()  # type: ignore[var-annotated]
    for member in members:
        kind = member.id.rsplit("_", 1)[0] if member.role == "king_post" else member.id
        kind = "king_post" if member.role == "king_post" else kind
        if member.role == "jack":
            name = f"jack_{runs.index(round(member.lengths['plan_run'], 3)) + 1}_{member.hand}"
            extra = len(runs)
            while name in taken:
                # Another slope's jack of the same run: pitches differ.
                extra += 1
                name = f"jack_{extra}_{member.hand}"
        else:
            seen[kind] = seen.get(kind, 0) + 1
            alone = sum(one.role == member.role for one in members) == 1
            name = kind if alone else f"{kind}_{seen[kind]}"
        taken.add(name)
        names.append(name)
    return names


def _stick_touches(
    hips: list[tuple[Member, Seam]],
    ridges: list[tuple[Member, Seam]],
    standing: list[Post],
    fascias: list[tuple[Leg, Member]],
) -> Iterator[Touch]:
    by_slope = {leg.slope.id: fascia for leg, fascia in fascias}
    made = [(post, post_member(post)) for post in standing]

    def face(seam: Seam, at: Vector) -> tuple[Member, str] | None:
        found = next(((post, member) for post, member in made if (post.at - at).length < NODE), None)
        return None if found is None else (found[1], f"face_{found[0].seams.index(seam) + 1}")

    for number, (hip, seam) in enumerate(hips, 1):
        name = f"hip_{number}"
        against = face(seam, seam.high)
        if against is not None:
            yield Touch(f"{name}.head", hip, "head", sawn_face(*against))
        cuts = {cut.id for cut in hip.cut_planes}
        for cut_id, slope in (("heel", seam.first), ("heel_side", seam.second)):
            if "heel_side" in cuts:
                yield Touch(f"{name}.{cut_id}", hip, cut_id, support_face(*wall_face(Leg(slope, 0.0), 0.0, 0.0)))
        for cut_id, slope in _tails(hip, seam):
            if slope.id in by_slope:
                fascia = by_slope[slope.id]
                side = Face.NEAR if near(fascia, Leg(slope, 0.0)) else Face.FAR
                yield Touch(f"{name}.{cut_id}", hip, cut_id, member_face(fascia, side))
    for number, (ridge, seam) in enumerate(ridges, 1):
        for cut_id, at in (("head", seam.high), ("end", seam.low)):
            against = face(seam, at)
            if against is not None:
                yield Touch(f"ridge_{number}.{cut_id}", ridge, cut_id, sawn_face(*against))


def _tails(hip: Member, seam: Seam) -> list[tuple[str, Slope]]:
    """The fascias a hip's tail lies on: both, where they meet under it; else the nearer one."""
    planes = {cut.id: cut.plane for cut in hip.cut_planes if cut.role == "tail"}
    ends = {cut_id: along_centre(planes[cut_id]) for cut_id in ("tail", "tail_side")}
    rows = [("tail", seam.first), ("tail_side", seam.second)]
    nearest = min(ends.values())
    return [row for row in rows if ends[row[0]] < nearest + 1.0]


def _rafter_touches(
    layout: RoofLayout,
    rafters: list[_Rafter],
    sticks: list[tuple[Member, Seam]],
    named: tuple[list[Post], dict[tuple[object, ...], str]],
    fascias: list[tuple[Leg, Member]],
) -> Iterator[Touch]:
    """Every distinct rafter once, by its piece's name."""
    standing, names = named
    made = [(post, post_member(post)) for post in standing]
    seen: set[tuple[object, ...]] = set()
    by_slope = {leg.slope.id: fascia for leg, fascia in fascias}
    for one in rafters:
        key = _signature(one.member)
        if key in seen:
            continue
        seen.add(key)
        name = names[key]
        yield Touch(f"{name}.seat", one.member, "seat", support_face(*plate_top(layout, one.leg)))
        yield Touch(f"{name}.heel", one.member, "heel", support_face(*wall_face(one.leg, 0.0, 0.0)))
        if one.leg.slope.id in by_slope:
            fascia = by_slope[one.leg.slope.id]
            side = Face.NEAR if near(fascia, one.leg) else Face.FAR
            yield Touch(f"{name}.tail", one.member, "tail", member_face(fascia, side))
        if one.post is not None:
            post, member = next(found for found in made if found[0] is one.post)
            slopes = [slope for slope, _ in post.between]
            start = one.leg.slope.at(one.station, 0.0, 0.0)
            ahead = abs((post.at - start).dot(one.leg.slope.along)) < post.flat / 2
            blunt = all(len(face_polygon(one.member, f"head{_suffix(n)}")) < 3 for n in range(len(one.bounds)))
            if one.leg.slope in slopes and ahead and blunt:
                face = len(post.seams) + slopes.index(one.leg.slope) + 1
                yield Touch(f"{name}.nose", one.member, "nose", sawn_face(member, f"face_{face}"))
        for number, bound in enumerate(one.bounds):
            if len(face_polygon(one.member, f"head{_suffix(number)}")) < 3:
                continue
            stick = next(member for member, seam in sticks if seam is bound.seam)
            side = Face.FAR if stick.placement.z.dot(bound.normal) < 0 else Face.NEAR
            place = "cheek" if bound.seam.corner is not None else "head"
            yield Touch(f"{name}.{place}{_suffix(number)}", one.member, f"head{_suffix(number)}",
                        member_face(stick, side))  # fmt: skip
