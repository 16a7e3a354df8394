"""The roads to the figures of housed strings: their head at the header, and the housings."""

from collections.abc import Iterator
from dataclasses import replace
from math import cos, sqrt, tan

from ...terms import Count, Length, Line, Working, number_of
from ..layout.layout import Layout
from ..model.surroundings import Housed
from .working import angle_of, line, road, step_working


def housed_working(layout: Layout, housed: Housed) -> Iterator[Working]:
    """Pitch of the housings, the string's head, the housings."""
    yield replace(step_working(layout), fact="housing_pitch")
    yield _bearing(layout)
    down, up = _from_above(layout, housed), _from_below(layout, housed)
    yield Working("string_top", road(*down), road(*up, _minus(up, _framing(layout))))
    if layout.flight.head.header_depth is not None:
        yield from _at_header(layout, housed, layout.flight.head.header_depth)
    yield from _housings(layout, housed)


def _bearing(layout: Layout) -> Working:
    depth, riser, going = layout.flight.stock.depth, layout.riser, layout.going
    return Working(
        "plumb_bearing",
        road(line("stringer_depth", depth * sqrt(1 + (riser / going) ** 2), depth=Length(depth), riser=Length(riser),
                  going=Length(going))),
        road(line("square_plumb", depth / cos(angle_of(layout)), left=Length(depth))),
    )  # fmt: skip


def _risers_down(layout: Layout) -> int:
    """How many risers the top tread lies below the surface above."""
    return 0 if layout.flight.flush else 1


def _from_above(layout: Layout, housed: Housed) -> list[Line]:
    """The upper edge over the framing's top: the nosings' line carried up to the header, and the margin seen plumb."""
    front, finish = layout.walked[0][1], layout.flight.upper_finish
    first = _risers_down(layout) * layout.riser
    climbs = front * layout.riser / layout.going
    margin = housed.margin * layout.step / layout.going
    return [
        line("nosing_climbs", climbs, out=Length(front), riser=Length(layout.riser), going=Length(layout.going)),
        line("margin_plumb", margin, margin=Length(housed.margin), step=Length(layout.step),
             going=Length(layout.going)),
        line("string_over", finish - first + climbs + margin, finish=Length(finish), first=Length(first),
             climbs=Length(climbs), margin=Length(margin)),
    ]  # fmt: skip


def _framing(layout: Layout) -> float:
    return layout.flight.total_rise - layout.flight.upper_finish


def _from_below(layout: Layout, housed: Housed) -> list[Line]:
    """The upper edge at the header, over the finished surface below."""
    n, rise, front = layout.riser_count, layout.flight.total_rise, layout.walked[0][1]
    below = n - _risers_down(layout)
    tread, angle = rise * below / n, angle_of(layout)
    return [
        line("tread_height", tread, k=Count(below), n=Count(n), rise=Length(rise)),
        line("edge_height", tread + front * tan(angle) + housed.margin / cos(angle), tread=Length(tread),
             out=Length(front), margin=Length(housed.margin)),
    ]  # fmt: skip


def _minus(lines: list[Line], part: float) -> Line:
    whole = number_of(lines[-1].result)
    return line("minus", whole - part, whole=Length(whole), part=Length(part))


def _at_header(layout: Layout, housed: Housed, header: float) -> Iterator[Working]:
    """What of the plumb cut meets the header and what hangs below it: down from the framing, and up from below."""
    down, up = _from_above(layout, housed), _from_below(layout, housed)
    plumb = layout.flight.stock.depth * layout.step / layout.going
    # Down from the framing's top: where the cut begins, and where it ends.
    start, stop = -number_of(down[-1].result), plumb - number_of(down[-1].result)
    first = [
        *down,
        line("cut_ends", stop, plumb=Length(plumb), over=Length(-start)),
    ]
    framing, high = _framing(layout), number_of(up[-1].result)
    low = high - layout.flight.stock.depth / cos(angle_of(layout))
    under = framing - header
    second = [
        *up,
        line("lower_edge_height", low, high=Length(high), depth=Length(layout.flight.stock.depth)),
        line("header_underside", under, rise=Length(layout.flight.total_rise),
             finish=Length(layout.flight.upper_finish), header=Length(header)),
    ]  # fmt: skip
    yield Working(
        "head_overlap",
        road(*first, line("between", max(0.0, min(stop, header) - max(0.0, start)), low=Length(min(stop, header)),
                          high=Length(max(0.0, start)))),
        road(*second, line("between", max(0.0, min(high, framing) - max(low, under)), low=Length(min(high, framing)),
                           high=Length(max(low, under)))),
    )  # fmt: skip
    yield Working(
        "head_missing",
        road(*first, line("left_or_none", max(0.0, stop - max(header, start)), whole=Length(stop),
                          part=Length(max(header, start)))),
        road(*second, line("left_or_none", max(0.0, min(high, under) - low), whole=Length(min(high, under)),
                           part=Length(low))),
    )  # fmt: skip


def _housings(layout: Layout, housed: Housed) -> Iterator[Working]:
    """The housing's length, and its mouth where the wedge is driven in, of tread and riser."""
    tread, board = layout.flight.tread, layout.flight.riser_board
    back, front, _ = layout.walked[-1]
    behind = front - tread.nosing - back
    yield Working(
        "housing_length",
        road(line("plus", behind + tread.nosing, one=Length(behind), other=Length(tread.nosing))),
        road(line("string_planes", front - back, front=Length(front), back=Length(back))),
    )
    for fact, piece, long in (
        ("housing_mouth", tread.thickness, front - back),
        ("riser_mouth", board, layout.riser),
    ):
        thick = housed.thin + long * housed.taper
        middle = piece + housed.thin + long / 2 * housed.taper
        tip = piece + housed.thin
        yield Working(
            fact,
            road(
                line("wedge_thick", thick, thin=Length(housed.thin), long=Length(long), taper=Count(housed.taper)),
                line("plus", piece + thick, one=Length(piece), other=Length(thick)),
            ),
            road(
                line("mouth_tip", tip, piece=Length(piece), thin=Length(housed.thin)),
                line("mouth_middle", middle, tip=Length(tip), half=Length(long / 2), taper=Count(housed.taper)),
                line("mouth_doubled", 2 * middle - tip, middle=Length(middle), tip=Length(tip)),
            ),
        )
