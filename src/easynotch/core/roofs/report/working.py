"""The road to each number of a roof, and a second road that shares no intermediate with the first."""

from math import acos, asin, atan, cos, degrees, hypot, sin, sqrt, tan

from ...tape import whole_down
from ...terms import Angle, Count, Length, Road, Working
from ..members.ridge import fascia_drop, ridge_top
from ..model.roof import NotchRule, RidgeKind, RidgeTop, Tail
from ..plan.hip_heads import head_places
from ..plan.layout import RoofLayout
from .length_working import length_working
from .methods import line as _line
from .methods import road as _road
from .valley_working import valley_working

TABLES = {False: (304.8, 25.4), True: (1000.0, 10.0)}
"""By metric or not: mm of run a row of a table is for, and of the small part that is looked up apart."""


def working_of(layout: RoofLayout, *, metric: bool = False) -> tuple[Working, ...]:
    """The working of a roof whose slopes are alike; where they differ only what they share.

    Every second road starts again from what was asked for; none uses a result of a first road.
    """
    made = [Working("hap", *_hap(layout))]
    if layout.roof.slope > 0:
        made += [Working("seat", *_seat(layout)), Working("notch_depth", *_notch_depth(layout))]
    drawn = not layout.roof.surveyed
    if layout.alike and (layout.outline is None or (drawn and head_places(layout))):
        made = [
            Working("theoretical", *_theoretical(layout, metric=metric)),
            Working("head_to_plate", *_head_to_plate(layout)),
            Working("tail", *_tail(layout)),
            *made,
        ]
        if layout.roof.ridge.kind is RidgeKind.BOARD and (len(layout.sides) == 2 or layout.hipped):
            made.insert(0, Working("ridge_underside", *_ridge_underside(layout)))
        if layout.roof.eaves.fascia > 0:
            made.append(Working("fascia_drop", *_fascia_drop(layout)))
        made += length_working(layout)
    if layout.outline is not None and layout.outline.valleys:
        made += valley_working(layout)
    return tuple(made)


Roads = tuple[Road, Road]


def _theoretical(layout: RoofLayout, *, metric: bool) -> Roads:
    """Run times the length per unit of run; by the table school, whole feet or metres, and what is left."""
    run, rise_per_run = layout.sides[0].run, layout.sides[0].slope.rise_per_run
    per = sqrt(1 + rise_per_run * rise_per_run)
    first = _road(
        _line("per_run", Count(per), slope=Count(rise_per_run)),
        _line("theoretical", Length(run * per), run=Length(run), per=Count(per)),
    )
    # The row of a table: a foot or a metre of run; what is left over by its inch or its centimetre.
    unit, small = TABLES[metric]
    feet = whole_down(run / unit)
    odd = max(0.0, run - feet * unit)
    per_unit, per_small = hypot(unit, unit * rise_per_run), hypot(small, small * rise_per_run)
    whole, rest = feet * per_unit, odd / small * per_small
    kind = "metre" if metric else "foot"
    second = _road(
        _line(f"table_{kind}", Length(whole), n=Count(feet), per=Length(per_unit)),
        _line(f"table_odd_{kind}", Length(rest), odd=Length(odd), per=Length(per_small)),
        _line("table_sum", Length(whole + rest), whole=Length(whole), rest=Length(rest)),
    )
    return first, second


def _head_to_plate(layout: RoofLayout) -> Roads:
    """Two schools of the deduction: off the run before, or off the board after; the same board."""
    run, slope, half = layout.sides[0].run, layout.sides[0].slope, layout.half_ridge
    angle = atan(slope.rise_per_run)
    net = run - half
    before = _road(
        _line("net_run", Length(net), run=Length(run), half=Length(half)),
        _line("net_length", Length(net / cos(angle)), net=Length(net), slope=Angle(_degrees(angle))),
    )
    whole, off = hypot(run, run * slope.rise_per_run), hypot(half, half * slope.rise_per_run)
    after = _road(
        _line("whole_length", Length(whole), run=Length(run), rise=Length(run * slope.rise_per_run)),
        _line("ridge_off", Length(off), half=Length(half)),
        _line("after_length", Length(whole - off), whole=Length(whole), off=Length(off)),
    )
    return before, after


def _tail(layout: RoofLayout) -> Roads:
    """The overhang less the fascia, up the slope; or the whole overhang up the slope less the fascia's share."""
    eaves, slope = layout.roof.eaves, layout.sides[0].slope
    per = slope.per_run
    angle = atan(slope.rise_per_run)
    out = layout.out
    if eaves.tail is Tail.SQUARE:
        first = _road(
            _line(
                "tail_square",
                Length(out * per - eaves.fascia),
                out=Length(out),
                per=Count(per),
                fascia=Length(eaves.fascia),
            )
        )
        second = _road(
            _line("tail_whole", Length(out / cos(angle)), out=Length(out), slope=Angle(_degrees(angle))),
            _line(
                "tail_less",
                Length(out / cos(angle) - eaves.fascia),
                whole=Length(out / cos(angle)),
                off=Length(eaves.fascia),
            ),
        )
        return first, second
    level = out - eaves.fascia
    first = _road(
        _line("tail_level", Length(level), out=Length(out), fascia=Length(eaves.fascia)),
        _line("tail_length", Length(level * per), level=Length(level), per=Count(per)),
    )
    whole, off = out / cos(angle), eaves.fascia / cos(angle)
    second = _road(
        _line("tail_whole", Length(whole), out=Length(out), slope=Angle(_degrees(angle))),
        _line("tail_off", Length(off), fascia=Length(eaves.fascia)),
        _line("tail_less", Length(whole - off), whole=Length(whole), off=Length(off)),
    )
    return first, second


def _hap(layout: RoofLayout) -> Roads:
    """Plumb depth less heel; or the square height left over the notch's corner, plumbed."""
    roof, sizes = layout.roof, layout.notch
    depth, rise_per_run = roof.rafter.depth, roof.slope
    angle = atan(rise_per_run)
    plumb = depth * sqrt(1 + rise_per_run * rise_per_run)
    if roof.notch.rule is NotchRule.HAP:
        first = _road(_line("hap_given", Length(sizes.hap), value=Length(sizes.hap)))
    else:
        first = _road(
            _line("plumb_depth", Length(plumb), depth=Length(depth)),
            _line("hap", Length(plumb - sizes.heel), plumb=Length(plumb), heel=Length(sizes.heel)),
        )
    cut = _square_depth(layout)
    left = depth - cut
    second = _road(
        _line("square_cut", Length(cut), slope=Angle(_degrees(angle))),
        _line("square_left", Length(left), depth=Length(depth), cut=Length(cut)),
        _line("hap_plumbed", Length(left / cos(angle)), left=Length(left)),
    )
    return first, second


def _square_depth(layout: RoofLayout) -> float:
    """The notch's depth square to the edge, from the rule alone, by angles."""
    notch, depth = layout.roof.notch, layout.roof.rafter.depth
    angle = atan(layout.roof.slope)
    if notch.rule is NotchRule.SEAT:
        return notch.value * sin(angle)
    if notch.rule is NotchRule.FRACTION:
        return notch.value * depth
    return depth - notch.value * cos(angle)


def _seat(layout: RoofLayout) -> Roads:
    """Heel over slope; or the notch's square depth over the sine."""
    sizes, rise_per_run = layout.notch, layout.roof.slope
    angle = atan(rise_per_run)
    first = _road(_line("seat", Length(sizes.heel / rise_per_run), heel=Length(sizes.heel), slope=Count(rise_per_run)))
    cut = _square_depth(layout)
    second = _road(
        _line("square_cut", Length(cut), slope=Angle(_degrees(angle))),
        _line("seat_by_angle", Length(cut / sin(angle)), cut=Length(cut)),
    )
    return first, second


def _notch_depth(layout: RoofLayout) -> Roads:
    """The heel laid over on the edge; or the triangle of seat and heel: twice its area over its long side."""
    sizes, angle = layout.notch, atan(layout.roof.slope)
    first = _road(_line("notch_depth", Length(sizes.heel * cos(angle)), heel=Length(sizes.heel)))
    depth, rise_per_run, rule = layout.roof.rafter.depth, layout.roof.slope, layout.roof.notch
    if rule.rule is NotchRule.SEAT:
        seat = rule.value
    elif rule.rule is NotchRule.FRACTION:
        seat = rule.value * depth / sin(angle)
    else:
        seat = depth / sin(angle) - rule.value / tan(angle)
    long_side = hypot(seat, seat * rise_per_run)
    second = _road(
        _line("notch_long", Length(long_side), seat=Length(seat), heel=Length(seat * rise_per_run)),
        _line("notch_area", Length(seat * seat * rise_per_run / long_side), long=Length(long_side)),
    )
    return first, second


def _ridge_underside(layout: RoofLayout) -> Roads:
    """Up from the plate; or down from the peak."""
    roof, slope, run = layout.roof, layout.sides[0].slope, layout.sides[0].run
    top = ridge_top(layout)
    first = _road(
        _line("ridge_top", Length(top), run=Length(run), half=Length(layout.half_ridge), hap=Length(layout.notch.hap)),
        _line(
            "ridge_underside",
            Length(top - roof.ridge.stock.depth),
            top=Length(top),
            depth=Length(roof.ridge.stock.depth),
        ),
    )
    angle = asin(slope.rise_per_run / sqrt(1 + slope.rise_per_run**2))
    peak = run * tan(angle) + (roof.rafter.depth - _square_depth(layout)) / cos(angle)
    off = 0.0 if roof.ridge.top is RidgeTop.BEVELLED else roof.ridge.stock.thickness / 2 * tan(acos(cos(angle)))
    second = _road(
        _line("peak", Length(peak), slope=Angle(_degrees(angle))),
        _line(
            "from_peak",
            Length(peak - off - roof.ridge.stock.depth),
            peak=Length(peak),
            off=Length(off),
            depth=Length(roof.ridge.stock.depth),
        ),
    )
    return first, second


def _fascia_drop(layout: RoofLayout) -> Roads:
    """The fascia's thickness times the slope; or the roof's height at its two faces."""
    eaves, slope = layout.roof.eaves, layout.sides[0].slope
    drop = fascia_drop(layout)
    if eaves.tail is Tail.SQUARE:
        road = _road(_line("fascia_square", Length(0.0)))
        return road, road
    first = _road(_line("fascia_drop", Length(drop), fascia=Length(eaves.fascia), slope=Count(slope.rise_per_run)))
    inner, outer = slope.height(eaves.fascia - layout.out), slope.height(-layout.out)
    second = _road(
        _line("roof_at_inner", Length(inner), out=Length(layout.out - eaves.fascia)),
        _line("roof_at_outer", Length(outer), out=Length(layout.out)),
        _line("fascia_between", Length(inner - outer), inner=Length(inner), outer=Length(outer)),
    )
    return first, second


def _degrees(angle: float) -> float:
    return degrees(angle)
