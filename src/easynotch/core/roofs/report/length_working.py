"""The roads to what follows from a rafter's first numbers: rise, heel, whole length, ridge, common difference."""

from math import atan, cos, degrees, hypot, sin, sqrt, tan

from ...terms import Angle, Count, Length, Working
from ..model.roof import NotchRule, Tail
from ..plan.hip_heads import jack_step
from ..plan.layout import RoofLayout
from .hip_working import hip_working
from .methods import Roads, line, road


def length_working(layout: RoofLayout) -> tuple[Working, ...]:
    """The working of a roof's other lengths where its slopes are alike; second roads start from what was given."""
    made = [Working("rise", *_rise(layout)), Working("common_difference", *_difference(layout))]
    if layout.roof.slope > 0:
        made.append(Working("heel", *_heel(layout)))
    if layout.hipped and layout.roof.hip is not None:
        made += hip_working(layout)
    if len(layout.sides) > 1 and not layout.hipped:
        made.append(Working("ridge_length", *_ridge_length(layout)))
        if layout.roof.eaves.tail is not Tail.SQUARE:
            made.append(Working("overall", *_overall(layout)))
    return tuple(made)


def _rise(layout: RoofLayout) -> Roads:
    """Run times slope; or the side of the triangle over the rafter's length."""
    run, rise_per_run = layout.sides[0].run, layout.sides[0].slope.rise_per_run
    angle = atan(layout.roof.slope)
    first = road(line("rise", Length(run * rise_per_run), run=Length(run), slope=Count(rise_per_run)))
    long = run / cos(angle)
    second = road(
        line("rise_long", Length(long), run=Length(run), slope=Angle(degrees(angle))),
        line("rise_side", Length(sqrt(max(0.0, long * long - run * run))), long=Length(long), run=Length(run)),
    )
    return first, second


def _difference(layout: RoofLayout) -> Roads:
    """Spacing times the length per run; or over the cosine."""
    spacing, angle = jack_step(layout), atan(layout.roof.slope)
    per = layout.sides[0].slope.per_run
    return (
        road(line("difference", Length(spacing * per), spacing=Length(spacing), per=Count(per))),
        road(
            line("difference_angle", Length(spacing / cos(angle)), spacing=Length(spacing), slope=Angle(degrees(angle)))
        ),
    )


def _heel(layout: RoofLayout) -> Roads:
    """Plumb depth less the height above plate; or from the rule itself, by angles."""
    roof, sizes, angle = layout.roof, layout.notch, atan(layout.roof.slope)
    plumb = roof.rafter.depth * layout.sides[0].slope.per_run
    first = road(
        line("plumb_depth", Length(plumb), depth=Length(roof.rafter.depth)),
        line("heel", Length(plumb - sizes.hap), plumb=Length(plumb), hap=Length(sizes.hap)),
    )
    rule = roof.notch
    if rule.rule is NotchRule.SEAT:
        second = road(
            line("heel_of_seat", Length(rule.value * tan(angle)), seat=Length(rule.value), slope=Angle(degrees(angle)))
        )
    else:
        cut = (
            rule.value * roof.rafter.depth
            if rule.rule is NotchRule.FRACTION
            else roof.rafter.depth - rule.value * cos(angle)
        )
        second = road(
            line("square_cut", Length(cut), slope=Angle(degrees(angle))),
            line("heel_of_cut", Length(cut / cos(angle)), cut=Length(cut)),
        )
    return first, second


def _ridge_length(layout: RoofLayout) -> Roads:
    """The plan's length and both verges; or from the farthest point at one end to that at the other."""
    plan, verge = layout.roof.plan, layout.roof.eaves.verge
    first = road(line("ridge_length", Length(plan.length + 2 * verge), length=Length(plan.length), verge=Length(verge)))
    start, stop = -verge, plan.length + verge
    second = road(line("ridge_ends", Length(stop - start), far=Length(stop), verge=Length(verge)))
    return first, second


def _overall(layout: RoofLayout) -> Roads:
    """Head to plate and the tail together; or the whole level distance between its two plumb cuts, up the slope."""
    run, per, angle = layout.sides[0].run, layout.sides[0].slope.per_run, atan(layout.roof.slope)
    out = 0.0 if layout.roof.eaves.false_tail is not None else layout.out - layout.roof.eaves.fascia
    head, tail = (run - layout.half_ridge) * per, out * per
    first = road(line("overall", Length(head + tail), head=Length(head), tail=Length(tail)))
    level = run - layout.half_ridge + out
    rise = level * sin(angle) / cos(angle)
    second = road(
        line("overall_level", Length(level), run=Length(run), half=Length(layout.half_ridge), out=Length(out)),
        line("overall_rise", Length(rise), level=Length(level), slope=Angle(degrees(angle))),
        line("overall_long", Length(hypot(level, rise)), level=Length(level), rise=Length(rise)),
    )
    return first, second


def _degrees(angle: float) -> float:
    return angle * 180.0 / 3.141592653589793
