"""The roads to the figures of what stands around the stringers, each with a second road that shares no intermediate."""

from math import atan, cos, hypot, sqrt

from ..terms import Count, Length, Working
from .around_working import around_working
from .feet import kicker_pieces
from .flight import KickerNotch
from .guard import guard_layout
from .layout import Layout
from .more_checks import headroom
from .places import stringer_count, stringer_places
from .platform import TwoFlights
from .working import line, road


def more_working(layout: Layout, two: TwoFlights | None) -> tuple[Working, ...]:
    """The working of bearing, spacers, squaring up, kicker, foot, headroom, guard and platform: of what is there."""
    made = [_bearing(layout), _spacer(layout), _diagonal(layout)]
    for one in (_missing, _kicker, _rise, _headroom, _rail, _gap):
        found = one(layout)
        if found is not None:
            made.append(found)
    return (*made, *around_working(layout), *([_platform(two)] if two is not None else []))


def _bearing(layout: Layout) -> Working:
    """Down the header from the edge line's height to the board's lower edge; and by similar triangles."""
    depth, riser, going = layout.flight.stock.depth, layout.riser, layout.going
    top = layout.top_level_cut
    plumb = depth * sqrt(1 + (riser / going) ** 2)
    taken = top * riser / going
    angle = atan(layout.flight.total_rise / (layout.riser_count * going))
    across = depth - top * _sin(angle)
    return Working(
        "plumb_bearing",
        road(
            line("stringer_depth", plumb, depth=Length(depth), riser=Length(riser), going=Length(going)),
            line("plumb_taken", taken, top=Length(top), riser=Length(riser), going=Length(going)),
            line("minus", plumb - taken, whole=Length(plumb), part=Length(taken)),
        ),
        road(
            line("below_cut", across, depth=Length(depth), top=Length(top)),
            line("square_plumb", across / cos(angle), left=Length(across)),
        ),
    )


def _sin(angle: float) -> float:
    return sqrt(1 - cos(angle) ** 2)


def _missing(layout: Layout) -> Working | None:
    header = layout.flight.head.header_depth
    if header is None:
        return None
    drop = -layout.tread_levels[0]
    bearing = layout.flight.stock.depth / layout.cos - layout.top_level_cut * layout.slope
    overlap = min(bearing, max(0.0, header - drop))
    lowest = drop + bearing
    below = max(0.0, lowest - max(header, drop))
    return Working(
        "head_missing",
        road(line("minus", max(0.0, bearing - max(0.0, header - drop)), whole=Length(bearing), part=Length(overlap))),
        road(
            line("plus", lowest, one=Length(drop), other=Length(bearing)),
            line("minus", below, whole=Length(lowest), part=Length(max(header, drop))),
        ),
    )


def _spacer(layout: Layout) -> Working:
    count, width, t = stringer_count(layout), layout.flight.width, layout.flight.stock.thickness
    first = (width - count * t) / (count - 1)
    places = stringer_places(layout)
    apart = places[1] - places[0]
    return Working(
        "spacer",
        road(line("spacer", first, width=Length(width), n=Count(count), t=Length(t), bays=Count(count - 1))),
        road(
            line("centres", apart, width=Length(width), t=Length(t), bays=Count(count - 1)),
            line("minus", apart - t, whole=Length(apart), part=Length(t)),
        ),
    )


def _diagonal(layout: Layout) -> Working:
    width, run = layout.flight.width, layout.total_run
    turned = atan(width / run)
    return Working(
        "square_diagonal",
        road(line("diagonal", hypot(width, run), one=Length(width), other=Length(run))),
        road(line("diagonal_turned", run / cos(turned), run=Length(run), width=Length(width))),
    )


def _kicker(layout: Layout) -> Working | None:
    kicker, pieces = layout.flight.kicker, kicker_pieces(layout)
    if kicker is None or not pieces or kicker.notch is not KickerNotch.INNER:
        return None
    width, t, count = layout.flight.width, layout.flight.stock.thickness, stringer_count(layout)
    bays = (width - count * t) / (count - 1)
    return Working(
        "kicker_length",
        road(line("minus_both", width - 2 * t, whole=Length(width), part=Length(t))),
        road(line("bays", (count - 1) * bays + (count - 2) * t, n=Count(count - 1), bay=Length(bays),
                  inner=Count(count - 2), t=Length(t))),
    )  # fmt: skip


def _rise(layout: Layout) -> Working | None:
    ground, landing = layout.flight.ground, layout.landing
    if ground is None or landing is None:
        return None
    first = ground.readings[0]
    fall = ground.drop(landing.foot) - first.drop
    count = layout.riser_count
    return Working(
        "rise_at_foot",
        road(line("fall", first.drop + fall, drop=Length(first.drop), fall=Length(fall),
                  out=Length(landing.foot - first.at))),
        road(line("risers", count * layout.riser, n=Count(count), riser=Length(layout.riser))),
    )  # fmt: skip


def _headroom(layout: Layout) -> Working | None:
    """For the beam that comes nearest: up from the nosing beside it, and down from the surface above."""
    clear = headroom(layout)
    over = min(layout.flight.around.overhead, key=lambda one: one.above, default=None)
    if clear is None or over is None or len(layout.flight.around.overhead) > 1:
        return None
    top = layout.walked[0][1]
    at = max(over.start, top)
    if not (at <= over.stop and at <= layout.finished_risers[-1] + layout.flight.tread.nosing) or over.start <= top:
        return None
    first = 0.0 if layout.flight.flush else layout.riser
    fallen = (at - top) * layout.riser / layout.going
    rest = layout.flight.total_rise - first - (layout.walked[-1][1] - top) * layout.slope
    up = (layout.walked[-1][1] - at) * layout.riser / layout.going
    return Working(
        "stair_headroom",
        road(
            line("nosing_fall", fallen, out=Length(at - top), riser=Length(layout.riser), going=Length(layout.going)),
            line("three", over.above + first + fallen, one=Length(over.above), two=Length(first), other=Length(fallen)),
        ),
        road(
            line("nosing_climb", rest + up, low=Length(rest), up=Length(up)),
            line("minus", over.above + layout.flight.total_rise - (rest + up),
                 whole=Length(over.above + layout.flight.total_rise), part=Length(rest + up)),
        ),
    )  # fmt: skip


def _rail(layout: Layout) -> Working | None:
    set_out = guard_layout(layout)
    if set_out is None or set_out.clear <= 0:
        return None
    clear = set_out.clear
    climbs = clear * layout.riser / layout.going
    angle = atan(layout.flight.total_rise / (layout.riser_count * layout.going))
    return Working(
        "rail_between",
        road(
            line("climb", climbs, level=Length(clear), riser=Length(layout.riser), going=Length(layout.going)),
            line("diagonal", hypot(clear, climbs), one=Length(clear), other=Length(climbs)),
        ),
        road(line("by_cosine", clear / cos(angle), level=Length(clear))),
    )


def _gap(layout: Layout) -> Working | None:
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return None
    n, wide = set_out.count, guard.baluster.thickness
    pitch = (set_out.clear + wide) / (n + 1)
    return Working(
        "baluster_gap",
        road(line("gaps", (set_out.clear - n * wide) / (n + 1), clear=Length(set_out.clear), n=Count(n),
                  wide=Length(wide), gaps=Count(n + 1))),
        road(
            line("pitch", pitch, clear=Length(set_out.clear), wide=Length(wide), gaps=Count(n + 1)),
            line("minus", pitch - wide, whole=Length(pitch), part=Length(wide)),
        ),
    )  # fmt: skip


def _platform(two: TwoFlights) -> Working:
    """From the surface above, and from the landing below."""
    after, riser = two.upper.riser_count, two.upper.riser
    fall = two.platform.fall * two.platform.depth
    whole = two.upper.flight.total_rise + two.lower.flight.total_rise + fall
    lower = two.lower.riser_count * two.lower.riser
    return Working(
        "platform_drop",
        road(line("risers", after * riser, n=Count(after), riser=Length(riser))),
        road(
            line("risers", lower, n=Count(two.lower.riser_count), riser=Length(two.lower.riser)),
            line("minus_two", whole - lower - fall, whole=Length(whole), one=Length(lower), other=Length(fall)),
        ),
    )
