"""A roof in section and in plan, to scale, with every measured distance; and its notch by each rule."""

from math import isfinite

from ...core.roofs import (
    Framing,
    RidgeKind,
    RoofLayout,
    RoofSide,
    Tail,
    UpperEnd,
    beam_top,
    member_on_slope,
    plain_rafter,
    rafter,
    ridge_top,
    ridge_y,
)
from ...core.solid import Member, Vector, outline
from ...core.terms import Length
from ..sheet import Dimension, Layer, Path, Point, Sheet, area, line, rectangle
from .outline import draw_outline_plan, draw_outline_section, place_numbers

WALL = 420.0
PLATE = 38.0
"""mm: how much of the wall is drawn, and how thick its plate."""


def draw_section(layout: RoofLayout, framing: Framing) -> Sheet:
    """The roof cut across: the world's y runs to the right, its z up, so y on the sheet is −z."""
    if layout.outline is not None:
        return draw_outline_section(layout, framing)
    roof, plan = layout.roof, layout.roof.plan
    peak = layout.peak
    paths = [*_walls(layout)]
    for side in layout.sides:
        paths += _rafter(framing, side)
    paths += _ridge(layout)
    paths += _fascias(layout)
    out_a = layout.sides[0].slope.start[1] - layout.out
    right = _eave_b(layout) + layout.out if len(layout.sides) > 1 else plan.width + plan.upper_overhang
    low = -min(layout.sides[0].slope.height(-layout.out) - roof.eaves.fascia_depth, -WALL)
    dimensions = [
        Dimension("span", (0.0, WALL), (plan.width, WALL), 90.0, Length(plan.width), "plan.width"),
        Dimension(
            "overhang", (-roof.eaves.overhang, low), (0.0, low), 90.0, Length(roof.eaves.overhang), "eaves.overhang"
        ),
    ]
    if roof.ridge.kind is not RidgeKind.NONE and len(layout.sides) > 1:
        y, under = ridge_y(layout), ridge_top(layout) - roof.ridge.stock.depth
        dimensions.append(Dimension("ridge_underside", (y, 0.0), (y, -under), 0.0, Length(under)))
    else:
        y = ridge_y(layout)
        dimensions.append(Dimension("peak", (y, 0.0), (y, -peak), 0.0, Length(peak)))
    paths.append(line("plate_line", Layer.REFERENCE, (out_a, 0.0), (max(right, plan.width), 0.0)))
    return Sheet((out_a - 40, -peak - 120, right + 40, low + 200), tuple(paths), tuple(dimensions))


def _eave_b(layout: RoofLayout) -> float:
    return next(side.slope.start[1] for side in layout.sides if side.slope.runs_back)


def _in_section(member: Member) -> list[Point]:
    points = [member.placement.to_world(Vector(u, v, 0.0)) for u, v in outline(member)]
    return [(point.y, -point.z) for point in points]


def _rafter(framing: Framing, side: RoofSide) -> list[Path]:
    member = next((one for piece in framing.pieces if (one := member_on_slope(side, piece))), None)
    if member is None or not outline(member):
        return []
    return [area(f"rafter_{side.slope.id}", Layer.WOOD, _in_section(member))]


def _walls(layout: RoofLayout) -> list[Path]:
    plan, made = layout.roof.plan, []
    levels = [("a", 0.0, 1.0, layout.sides[0].slope.plate)]
    if layout.outline is not None:
        # Only the first eave's: it runs along the world's x.
        levels = [("a", layout.sides[0].slope.start[1] + plan.sheathing, 1.0, 0.0)]
    elif len(layout.sides) > 1:
        other = next(side for side in layout.sides if side.slope.runs_back)
        levels.append(("b", plan.width, -1.0, other.slope.plate))
    elif plan.upper is UpperEnd.PLATE:
        slope = layout.sides[0].slope
        levels.append(("b", plan.width, -1.0, (layout.sides[0].run - plan.plate - plan.sheathing) * slope.rise_per_run))
    else:
        levels.append(("b", plan.width + plan.plate, -1.0, layout.peak + 300))
    for name, face, inward, top in levels:
        inner = face + inward * plan.plate
        low, high = min(face, inner), max(face, inner)
        made += [
            rectangle(f"wall_{name}", Layer.FRAMING, (low, -top + PLATE), (high, WALL)),
            rectangle(f"plate_{name}", Layer.FRAMING, (low, -top), (high, -top + PLATE)),
        ]
        if plan.sheathing > 0:
            outer = face - inward * plan.sheathing
            made.append(
                rectangle(f"sheathing_{name}", Layer.FINISH, (min(face, outer), -top), (max(face, outer), WALL))
            )
    return made


def _ridge(layout: RoofLayout) -> list[Path]:
    ridge = layout.roof.ridge
    if ridge.kind is RidgeKind.NONE or len(layout.sides) == 1:
        return []
    y, half = ridge_y(layout), ridge.stock.thickness / 2
    top = beam_top(layout) if ridge.kind is RidgeKind.BEAM else ridge_top(layout)
    return [rectangle("ridge", Layer.FRAMING, (y - half, -top), (y + half, -top + ridge.stock.depth))]


def _fascias(layout: RoofLayout) -> list[Path]:
    eaves = layout.roof.eaves
    if eaves.fascia <= 0 or eaves.tail is Tail.SQUARE:
        return []
    made = []
    for side in layout.sides:
        if not side.bears:
            continue
        way = side.slope.inward.y
        outer = side.slope.start[1] - way * layout.out
        inner = outer + way * eaves.fascia
        top = side.slope.height(-layout.out)
        low, high = min(outer, inner), max(outer, inner)
        made.append(rectangle(f"fascia_{side.slope.id}", Layer.FINISH, (low, -top), (high, -top + eaves.fascia_depth)))
    return made


def draw_plan(layout: RoofLayout, framing: Framing) -> Sheet:
    """The roof from above: x to the right, y down; every rafter where it stands."""
    if layout.outline is not None:
        return draw_outline_plan(layout, framing)
    roof, plan = layout.roof, layout.roof.plan
    verge, out = roof.eaves.verge, layout.out - plan.sheathing
    left, right = -verge, plan.length + verge
    paths = [
        rectangle("eaves", Layer.THEORY, (left, -out), (right, plan.width + out)),
        rectangle("framing", Layer.FRAMING, (0.0, 0.0), (plan.length, plan.width)),
    ]
    paths += _from_above(framing)
    if len(layout.sides) > 1:
        y, thick = ridge_y(layout), max(roof.ridge.stock.thickness, 8.0) / 2
        paths.append(
            rectangle("ridge", Layer.FINISH, (layout.ridge_span[0], y - thick), (layout.ridge_span[1], y + thick))
        )
    bottom = plan.width + out
    spacing = framing.setting_out.centres[1] if len(framing.setting_out.centres) > 2 else plan.length
    dimensions = (
        Dimension("length", (0.0, bottom), (plan.length, bottom), 160.0, Length(plan.length), "plan.length"),
        Dimension("first_bay", (0.0, -out), (spacing, -out), -160.0, Length(spacing)),
    )
    return Sheet(
        (left - 60, -out - 260, right + 60, bottom + 260), tuple(paths), dimensions, tuple(place_numbers(framing))
    )


def _from_above(framing: Framing) -> list[Path]:
    """Every rafter as its top edge seen from above."""
    made = []
    for piece in framing.pieces:
        lengths, half = piece.member.lengths, piece.member.stock.thickness / 2
        if "head_to_plate" not in lengths:
            continue
        head = lengths["theoretical"] - lengths["head_to_plate"]
        foot = head + lengths["overall"]
        for number, frame in enumerate(piece.frames):
            corners = [
                frame.to_world(Vector(x, 0.0, z)) for x, z in ((head, -half), (foot, -half), (foot, half), (head, half))
            ]
            points = [(corner.x, corner.y) for corner in corners]
            made.append(area(f"{piece.member.id}_{number}", Layer.WOOD, points))
    return made


def draw_notch(layout: RoofLayout, reach: float = 1.7) -> Sheet:
    """The joint over the first plate, near to: ``reach`` rafter depths round it."""
    roof = layout.roof
    reach *= roof.rafter.depth
    slope = layout.sides[0].slope
    common = (
        plain_rafter(layout, layout.sides[0])
        if layout.outline is not None
        else rafter(layout, layout.sides[0], 0.0, member_id="common", role="common")
    )
    left = outline(common)
    paths = [*_walls(layout), *([area("rafter", Layer.WOOD, _in_section(common))] if left else [])]
    sizes = layout.notch
    y = slope.start[1]
    dimensions = (
        *(
            [Dimension("seat", (y, 0.0), (y + sizes.seat, 0.0), 26.0, Length(sizes.seat))]
            if isfinite(sizes.seat)
            else []
        ),
        Dimension("hap", (y, 0.0), (y, -sizes.hap), -20.0, Length(sizes.hap)),
    )
    return Sheet((y - reach * 0.8, -reach * 1.25, y + reach * 1.2, reach * 0.55), tuple(paths), dimensions)
