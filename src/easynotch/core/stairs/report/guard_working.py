"""The roads to the figures of the guard."""

from collections.abc import Iterator
from math import atan, cos, degrees, hypot, sqrt

from ...tape import WHOLE, whole_up
from ...terms import Angle, Count, Length, Working
from ..layout.layout import Layout
from ..members.guard import GuardLayout, guard_layout
from ..model.surroundings import Balusters, Guard
from .working import angle_of, line, road


def guard_working(layout: Layout) -> Iterator[Working]:
    """Posts, rails, balusters, their gaps, and what passes under the lower rail."""
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return
    yield _posts(layout, guard)
    yield _rail(layout, set_out)
    yield _slope(layout, set_out)
    yield _balusters(guard, set_out)
    yield from _gaps(layout, guard, set_out)
    yield _baluster(layout, guard)
    yield _opening(layout, guard)


def _opening(layout: Layout, guard: Guard) -> Working:
    """By the riser, and what the nosing adds; and by the line over the nosings, read where the riser's face is."""
    nosing, under = layout.flight.tread.nosing, guard.under
    up = layout.riser + nosing * layout.riser / layout.going + under
    out = up * layout.going / layout.riser
    slant = hypot(up, out)
    _, front, level = layout.walked[0]
    tread = level + layout.flight.tread.thickness - layout.riser
    over = layout.nosing_level(front - nosing)
    high = over - tread + under
    run, long = high / layout.slope, high / layout.sin
    return Working(
        "guard_opening",
        road(
            line("ball_up", up, riser=Length(layout.riser), nosing=Length(nosing), going=Length(layout.going),
                 under=Length(under)),
            line("ball", up + out - slant, up=Length(up), out=Length(out), slant=Length(slant)),
        ),
        road(
            line("ball_line", high, line=Length(over), tread=Length(tread), under=Length(under)),
            line("ball_area", 2 * high * run / (high + run + long), up=Length(high), out=Length(run),
                 slant=Length(long)),
        ),
    )  # fmt: skip


def _between(layout: Layout, guard: Guard) -> float:
    """From the top post's centre to the lowest one's, level: the run, and a post's thickness less."""
    start = layout.flight.riser_board if layout.flight.head.riser_board else 0.0
    return start + layout.tread_count * layout.going - guard.post.thickness


def _posts(layout: Layout, guard: Guard) -> Working:
    """As few as stand near enough: by division, and one more until they do."""
    span, bays = _between(layout, guard), 1
    while span / bays > guard.bay * (1 + WHOLE):
        bays += 1
    quotient = span / guard.bay
    posts = max(1, whole_up(quotient)) + 1
    return Working(
        "post_count",
        road(
            line("bays_wanted", Count(quotient), room=Length(span), spacing=Length(guard.bay)),
            line("one_more", Count(posts), q=Count(quotient)),
        ),
        road(
            line("bay_of", span / bays, room=Length(span), bays=Count(bays)),
            line("bay_allowed", Count(bays + 1), spacing=Length(guard.bay)),
        ),
    )


def _rail(layout: Layout, set_out: GuardLayout) -> Working:
    clear = set_out.clear
    climbs = clear * layout.riser / layout.going
    return Working(
        "rail_between",
        road(
            line("climb", climbs, level=Length(clear), riser=Length(layout.riser), going=Length(layout.going)),
            line("diagonal", hypot(clear, climbs), one=Length(clear), other=Length(climbs)),
        ),
        road(line("by_cosine", clear / cos(angle_of(layout)), level=Length(clear))),
    )


def _slope(layout: Layout, set_out: GuardLayout) -> Working:
    """Of one step; and of what the rail climbs between two posts."""
    clear, n = set_out.clear, layout.riser_count
    climbs = clear * layout.flight.total_rise / (n * layout.going)
    return Working(
        "guard_slope",
        road(line("angle", Angle(degrees(atan(layout.riser / layout.going))), up=Length(layout.riser),
                  out=Length(layout.going))),
        road(
            line("climb_flight", climbs, level=Length(clear), rise=Length(layout.flight.total_rise),
                 run=Length(n * layout.going)),
            line("angle", Angle(degrees(atan(climbs / clear))), up=Length(climbs), out=Length(clear)),
        ),
    )  # fmt: skip


def _balusters(guard: Guard, set_out: GuardLayout) -> Working:
    """As few as keep the gap: by division, and one more until it is narrow enough; in every bay alike."""
    wide, clear, bays = guard.baluster.thickness, set_out.clear, len(set_out.posts) - 1
    quotient = (clear - guard.gap) / (wide + guard.gap)
    each, n = max(0, whole_up(quotient)), 0
    while (clear - n * wide) / (n + 1) > guard.gap + WHOLE * (wide + guard.gap):
        n += 1
    return Working(
        "baluster_count",
        road(
            line("balusters_wanted", Count(quotient), clear=Length(clear), gap=Length(guard.gap), wide=Length(wide)),
            line("next_whole", Count(each), q=Count(quotient)),
            line("in_bays", Count(each * bays), n=Count(each), bays=Count(bays)),
        ),
        road(
            line("gaps", (clear - n * wide) / (n + 1), clear=Length(clear), n=Count(n), wide=Length(wide),
                 gaps=Count(n + 1)),
            line("gap_allowed", Count(n), gap=Length(guard.gap)),
            line("in_bays", Count(n * bays), n=Count(n), bays=Count(bays)),
        ),
    )  # fmt: skip


def _gaps(layout: Layout, guard: Guard, set_out: GuardLayout) -> Iterator[Working]:
    """Between balusters, level and on the slope."""
    n, wide, gap = set_out.count, guard.baluster.thickness, set_out.gap
    pitch, climbs = (set_out.clear + wide) / (n + 1), gap * layout.riser / layout.going
    yield Working(
        "baluster_gap",
        road(line("gaps", (set_out.clear - n * wide) / (n + 1), clear=Length(set_out.clear), n=Count(n),
                  wide=Length(wide), gaps=Count(n + 1))),
        road(
            line("pitch", pitch, clear=Length(set_out.clear), wide=Length(wide), gaps=Count(n + 1)),
            line("minus", pitch - wide, whole=Length(pitch), part=Length(wide)),
        ),
    )  # fmt: skip
    yield Working(
        "baluster_gap_slope",
        road(line("by_cosine", gap / cos(angle_of(layout)), level=Length(gap))),
        road(
            line("climb", climbs, level=Length(gap), riser=Length(layout.riser), going=Length(layout.going)),
            line("diagonal", hypot(gap, climbs), one=Length(gap), other=Length(climbs)),
        ),
    )


def _baluster(layout: Layout, guard: Guard) -> Working:
    """From the nosings' line up to both rails, or to the strips on them; and as the slope takes it off and adds it at
    the ends.
    """
    strip = guard.strip.depth if guard.strip is not None and guard.held is Balusters.STRIPS else 0.0
    top = guard.height - (guard.rail.depth + strip) / layout.cos
    low = guard.under + (guard.lower_rail.depth + strip) / layout.cos
    wide = guard.baluster.thickness
    ends = wide * layout.riser / layout.going
    rails = guard.rail.depth + guard.lower_rail.depth + 2 * strip
    between = guard.height - guard.under
    taken = rails * sqrt(1 + (layout.flight.total_rise / (layout.riser_count * layout.going)) ** 2)
    return Working(
        "baluster_length",
        road(
            line("minus", top - low, whole=Length(top), part=Length(low)),
            line("plus", top - low + ends, one=Length(top - low), other=Length(ends)),
        ),
        road(
            line("rails_plumb", taken, rails=Length(rails)),
            line("stick", between - taken + wide * layout.slope, whole=Length(between), rails=Length(taken),
                 wide=Length(wide)),
        ),
    )  # fmt: skip
