"""The roads to the stringer's slope, its board, its drift, and what of it meets the header."""

from collections.abc import Iterator
from math import asin, atan, cos, degrees, hypot, sin, tan

from ...solid import Member
from ...tape import Tape, nearest
from ...terms import Angle, Count, Length, Line, Working
from ..layout.layout import Layout
from ..model.surroundings import Housed
from .working import angle_of, line, road


def board_working(layout: Layout, pattern: Member, tape: Tape) -> Iterator[Working]:
    """Slope, board, drift, overlap."""
    yield _slope(layout)
    yield _drift(layout, tape)
    yield Working("board_length", road(*_board_by_steps(layout, pattern)), road(*_board_by_reach(layout, pattern)))
    if layout.flight.head.header_depth is not None and layout.flight.around.housed is None:
        yield _overlap(layout, layout.flight.head.header_depth)


def _slope(layout: Layout) -> Working:
    rise, run = layout.flight.total_rise, layout.riser_count * layout.going
    long = hypot(rise, run)
    return Working(
        "slope",
        road(line("angle", Angle(degrees(atan(layout.riser / layout.going))), up=Length(layout.riser),
                  out=Length(layout.going))),
        road(
            line("diagonal", long, one=Length(rise), other=Length(run)),
            line("angle_of_long", Angle(degrees(asin(rise / long))), up=Length(rise), long=Length(long)),
        ),
    )  # fmt: skip


def _drift(layout: Layout, tape: Tape) -> Working:
    """Each step's error so many times; and where the marks end up, from where they should."""
    n, rise, mark = layout.riser_count, layout.flight.total_rise, nearest(layout.riser, tape).mm
    off = mark - layout.riser
    return Working(
        "gauge_drift",
        road(
            line("mark_off", off, mark=Length(mark), riser=Length(layout.riser)),
            line("times", n * off, n=Count(n), each=Length(off)),
        ),
        road(
            line("times", n * mark, n=Count(n), each=Length(mark)),
            line("minus", n * mark - rise, whole=Length(n * mark), part=Length(rise)),
        ),
    )


def _bearing(layout: Layout, pattern: Member) -> float:
    """How high the finished surface above lies over what the pattern itself stands on."""
    ground = layout.flight.ground
    lower = 0.0
    if ground is not None and ground.across:
        lower = ground.across_at(pattern.placement.origin.y, layout.flight.width)
    return layout.flight.total_rise + layout.flight.lower_finish + lower


def _board_by_steps(layout: Layout, pattern: Member) -> list[Line]:
    """Along the edge from tooth to tooth, and what the two ends stand out."""
    housed = layout.flight.around.housed
    if housed is not None:
        return _string_by_edge(layout, housed, _bearing(layout, pattern))
    steps = (layout.tread_count - 1) * layout.step
    top = layout.top_level_cut
    stands = _bearing(layout, pattern) - (layout.riser_count - 1) * layout.riser - layout.flight.tread.thickness
    # A shallow board ends over its own lower edge before the foot is reached.
    toe = min(stands, layout.flight.stock.depth * layout.step / layout.going)
    level, plumb = top * layout.going / layout.step, toe * layout.riser / layout.step
    return [
        line("times", steps, n=Count(layout.tread_count - 1), each=Length(layout.step)),
        line("level_along", level, level=Length(top), going=Length(layout.going), step=Length(layout.step)),
        line("plumb_along", plumb, plumb=Length(toe), riser=Length(layout.riser), step=Length(layout.step)),
        line("three", steps + level + plumb, one=Length(steps), two=Length(level), other=Length(plumb)),
    ]


def _string_by_edge(layout: Layout, housed: Housed, stood_on: float) -> list[Line]:
    """A housed string, whole from the header's face to the toe: its upper edge, and what the toe stands out."""
    run = layout.walked[-1][1]
    edge = run * layout.step / layout.going
    # Under the lowest nosing the edge stands its margin over it, seen plumb.
    stands = stood_on - (layout.riser_count - 1) * layout.riser + housed.margin * layout.step / layout.going
    toe = min(stands, layout.flight.stock.depth * layout.step / layout.going)
    plumb = toe * layout.riser / layout.step
    return [
        line("level_long", edge, level=Length(run), going=Length(layout.going), step=Length(layout.step)),
        line("plumb_along", plumb, plumb=Length(toe), riser=Length(layout.riser), step=Length(layout.step)),
        line("plus", edge + plumb, one=Length(edge), other=Length(plumb)),
    ]


def _board_by_reach(layout: Layout, pattern: Member) -> list[Line]:
    """From the head's upper corner to the toe as the crow sees it: level and plumb, each seen along the slope."""
    flight, housed = layout.flight, layout.flight.around.housed
    angle = angle_of(layout)
    if housed is not None:
        out = layout.walked[-1][1]
        high = layout.nosing_level(0.0) + housed.margin / cos(angle)
    else:
        out, high = layout.riser_plumbs[-1], layout.tread_levels[0]
    down = _bearing(layout, pattern) - flight.upper_finish + high
    # A shallow board ends over its own lower edge before the foot is reached.
    edge = (layout.edge_at_header if housed is None else high) - out * tan(angle)
    down = min(down, high - edge + flight.stock.depth / cos(angle))
    long = out * cos(angle) + down * sin(angle)
    return [line("reach_along", long, out=Length(out), down=Length(down))]


def _overlap(layout: Layout, header: float) -> Working:
    """From the framing's top down; and both levels from the finished surface below."""
    flight, n = layout.flight, layout.riser_count
    drop = flight.tread.thickness - flight.upper_finish + (0.0 if flight.flush else layout.riser)
    risers_below = n if flight.flush else n - 1
    cut = flight.total_rise * risers_below / n - flight.tread.thickness
    under = flight.total_rise - flight.upper_finish - header
    return Working(
        "head_overlap",
        road(line("left_or_none", max(0.0, header - drop), whole=Length(header), part=Length(drop))),
        road(
            line("level_height", cut, k=Count(risers_below), n=Count(n), rise=Length(flight.total_rise),
                 thickness=Length(flight.tread.thickness)),
            line("header_underside", under, rise=Length(flight.total_rise), finish=Length(flight.upper_finish),
                 header=Length(header)),
            line("left_or_none", max(0.0, cut - under), whole=Length(cut), part=Length(under)),
        ),
    )  # fmt: skip
