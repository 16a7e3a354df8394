"""Fascias round an outline, mitred with their neighbours."""

from math import hypot

from shapely import LinearRing

from ...solid import CutPlane, Frame, Member, Plane, Removal, Stock, Vector
from ...terms import Count, message
from ..model.roof import RoofError, Tail
from ..plan.layout import RoofLayout, RoofSide
from ..plan.outline import offset
from ..plan.seam_sections import outline_of
from ..plan.seams import TINY, Point
from ..planes.planes import UP

AT_CORNER = 1e-3
"""mm: what is nearer to a corner lies at it."""


def fascias(layout: RoofLayout) -> list[tuple[RoofSide, Member]]:
    """A fascia along every eave, mitred with its neighbours in the plumb plane both eaves' corners share."""
    roof, eaves = outline_of(layout), layout.roof.eaves
    if eaves.fascia <= 0:
        return []
    outs = _outs(layout)
    outer = offset(roof, outs)
    made = []
    count = len(roof.corners)
    by_slope = {side.slope: side for side in layout.sides}
    for number, slope in enumerate(roof.slopes):
        if slope is None:
            continue
        side = by_slope[slope]
        mitres = (_mitre(layout, outer, number), _mitre(layout, outer, (number + 1) % count))
        made.append((side, _fascia(layout, side, number, outs[number], mitres)))
    return made


def refuse_lost_eaves(layout: RoofLayout) -> None:
    """Refuse an overhang at which an eave is gone, as gables that lean towards each other meet before it, or runs into
    another across a court.

    Raises:
        RoofError: at the overhang.
    """
    roof = outline_of(layout)
    outer = offset(roof, _outs(layout))
    for number, slope in enumerate(roof.slopes):
        if slope is None:
            continue
        (a, b), (c, d) = outer[number], outer[(number + 1) % len(outer)]
        if Vector(c - a, d - b, 0.0).dot(slope.along) < layout.roof.rafter.thickness:
            raise RoofError("eaves.overhang", message("error.roof_no_eave", n=Count(number + 1)))
    if roof.valleys and not LinearRing(outer).is_simple:
        raise RoofError("eaves.overhang", message("error.eaves_cross"))


def _outs(layout: RoofLayout) -> tuple[float, ...]:
    """How far each side's fascia stands outside its bearing line; a gable's verge."""
    return tuple(
        layout.roof.eaves.verge if slope is None else layout.out_of(slope) for slope in outline_of(layout).slopes
    )


def corner_mitre(layout: RoofLayout, corner: Vector) -> tuple[Vector, Vector] | None:
    """The plumb plane the fascias are mitred in beside a corner of the walls, as a point of it and its way in plan;
    None where there is no fascia.
    """
    roof = outline_of(layout)
    at = next((k for k, (x, y) in enumerate(roof.corners) if hypot(x - corner.x, y - corner.y) < AT_CORNER), None)
    if at is None or layout.roof.eaves.fascia <= 0:
        return None
    return _mitre(layout, offset(roof, _outs(layout)), at)


def _mitre(layout: RoofLayout, outer: tuple[Point, ...], number: int) -> tuple[Vector, Vector]:
    """The plumb plane two fascias share at a corner: a point of it and its way in plan. Between plumb fascias it runs
    from their outer corner to their inner one; beside a gable, and between fascias that lean, from the walls' corner.
    """
    roof = outline_of(layout)
    leaning = layout.roof.eaves.tail is Tail.SQUARE
    if leaning or roof.slopes[number - 1] is None or roof.slopes[number] is None:
        a, b = roof.corners[number]
    else:
        a, b = offset(roof, tuple(out - layout.roof.eaves.fascia for out in _outs(layout)))[number]
    c, d = outer[number]
    return Vector(c, d, 0.0), Vector(c - a, d - b, 0.0)


def _fascia(
    layout: RoofLayout,
    side: RoofSide,
    number: int,
    out: float,
    mitres: tuple[tuple[Vector, Vector], tuple[Vector, Vector]],
) -> Member:
    slope, eaves = side.slope, layout.roof.eaves
    stock = Stock(eaves.fascia, eaves.fascia_depth)
    if eaves.tail is Tail.SQUARE:
        outward = (slope.inward * -1.0 - UP * slope.rise_per_run).unit()
        depth_way = (slope.inward * slope.rise_per_run - UP).unit()
    else:
        outward, depth_way = slope.inward * -1.0, -UP
    start = slope.at(0.0, 0.0, 0.0)
    stations = [(point - start).dot(slope.along) for point, _ in mitres]
    corner = slope.at(stations[0], -out, slope.height(-out))
    frame = Frame.along(corner - outward * (eaves.fascia / 2), slope.along, depth_way)
    cuts = []
    for name, sign, (point, direction) in (("head", -1.0, mitres[0]), ("end", 1.0, mitres[1])):
        normal = UP.cross(direction).unit() if direction.length > TINY else slope.along
        normal = normal if normal.dot(slope.along) * sign > 0 else -normal
        cuts.append(Removal((CutPlane(name, name, frame.plane_to_local(Plane.through(point, normal))),)))
    length = stations[1] - stations[0]
    reach = (eaves.fascia + stock.depth) * 12 + 20.0
    return Member(
        f"eave_fascia_{number + 1}", "fascia", stock, frame, tuple(cuts),
        reach=(-reach, length + reach), zero=0.0, lengths={"overall": length},
    )  # fmt: skip
