"""The roads to what is counted: risers, treads, stringers, anchors. The first road divides, the second counts up."""

from ...tape import WHOLE, whole_near, whole_up
from ...terms import Count, Length, Line, Road, Working, number_of
from ..layout.landing_loop import LEAST_RISE, foot_at
from ..layout.layout import Layout
from ..layout.places import allowed_spacing, stringer_count
from ..members.kicker import LEAST_ANCHORS, anchor_plan
from ..model.flight import MOST_RISERS, RiserRule
from .working import line, road


def riser_working(whole: Layout) -> Working:
    """How many risers, of a stair as if it went straight down."""
    rule = whole.flight.riser.rule
    if rule is RiserRule.COUNT:
        return Working("riser_count", _chosen(whole), _by_riser(whole))
    if whole.landing is not None and rule is RiserRule.AT_MOST:
        return Working("riser_count", _first_that_fits(whole), _one_fewer(whole))
    if whole.landing is not None and whole_near(_quotient(whole)) != whole.riser_count:
        return Working("riser_count", _nearest_of_all(whole), _no_other_nearer(whole))
    return Working("riser_count", _divided(whole), _stepped(whole))


def _quotient(whole: Layout) -> float:
    return whole.flight.total_rise / whole.flight.riser.value


def _chosen(whole: Layout) -> Road:
    return road(line("chosen", Count(whole.flight.riser.value)))


def _by_riser(whole: Layout) -> Road:
    rise = Length(whole.flight.total_rise)
    return road(line("divided", Count(rise.mm / whole.riser), whole=rise, part=Length(whole.riser)))


def _divided(whole: Layout) -> Road:
    value, rise, quotient = Length(whole.flight.riser.value), Length(whole.flight.total_rise), _quotient(whole)
    up = whole.flight.riser.rule is RiserRule.AT_MOST
    count = whole_up(quotient) if up else whole_near(quotient)
    return road(
        line("divided", Count(quotient), whole=rise, part=value),
        line("next_whole" if up else "nearest_whole", Count(max(count, 2)), q=Count(quotient)),
    )


def _stepped(whole: Layout) -> Road:
    """Stepped off from below with what was asked, until the rise is reached, or come nearer to than half a step."""
    value, rise = whole.flight.riser.value, whole.flight.total_rise
    up = whole.flight.riser.rule is RiserRule.AT_MOST
    reach, steps = rise if up else rise - value / 2, 0
    while steps * value < reach - WHOLE * value:
        steps += 1
    # A whole number and a half of steps is as near to the one below; the upper one is taken.
    if not up and (steps + 0.5) * value <= rise + WHOLE * value:
        steps += 1
    return road(
        line("stepped", steps * value, n=Count(steps), each=Length(value)),
        line("stepped_less", (steps - 1) * value, n=Count(steps - 1), each=Length(value)),
        line("reached" if up else "nearer", Count(steps), rise=Length(rise)),
    )


def _rise_at(whole: Layout, count: int) -> float:
    ground = whole.flight.ground
    assert ground is not None
    return ground.drop(foot_at(whole.flight, count))


def _ground_riser(whole: Layout, count: int) -> Line:
    rise = _rise_at(whole, count)
    return line("ground_riser", rise / count, rise=Length(rise), n=Count(count))


def _first_that_fits(whole: Layout) -> Road:
    count = whole.riser_count
    return road(_ground_riser(whole, count), line("ground_fits", Count(count), most=Length(whole.flight.riser.value)))


def _one_fewer(whole: Layout) -> Road:
    """One riser fewer lands nearer to the header, on other ground, and is too high there."""
    most, fewer = whole.flight.riser.value, whole.riser_count - 1
    rise = _rise_at(whole, fewer)
    fits = rise >= LEAST_RISE and rise / fewer <= most * (1 + WHOLE) and fewer >= 2
    return road(
        _ground_riser(whole, fewer), line("ground_one_more", Count(fewer + (0 if fits else 1)), most=Length(most))
    )


def _nearest_of_all(whole: Layout) -> Road:
    count = whole.riser_count
    return road(
        _ground_riser(whole, count), line("ground_nearest", Count(count), wanted=Length(whole.flight.riser.value))
    )


def _no_other_nearer(whole: Layout) -> Road:
    """The next best count, each on the ground where it would land."""
    wanted = whole.flight.riser.value
    standing = [n for n in range(2, MOST_RISERS + 1) if _rise_at(whole, n) >= LEAST_RISE]
    ranked = sorted(standing, key=lambda n: abs(_rise_at(whole, n) - n * wanted) / n)
    others = [_ground_riser(whole, ranked[1])] if len(ranked) > 1 else []
    return road(*others, line("ground_no_nearer", Count(ranked[0]), wanted=Length(wanted)))


def tread_working(layout: Layout) -> Working:
    """How many treads the stringer carries; counted up from the surface below until the one above is met."""
    count, rise, flush = layout.riser_count, layout.flight.total_rise, layout.flight.flush
    steps = 0
    while (steps + 1) * layout.riser < rise + (WHOLE * rise if flush else -WHOLE * rise):
        steps += 1
    first = line("all_risers", Count(count), n=Count(count)) if flush else (
        line("header_last", Count(count - 1), n=Count(count))
    )  # fmt: skip
    return Working(
        "tread_count",
        road(first),
        road(
            line("highest_tread", steps * layout.riser, n=Count(steps), riser=Length(layout.riser)),
            line("treads_counted", Count(steps), rise=Length(rise)),
        ),
    )


def stringer_working(layout: Layout) -> Working:
    """How many stringers: by the spacing, and by adding one until no bay is too wide."""
    flight = layout.flight
    t, width = flight.stock.thickness, flight.width
    if flight.around.housed is not None:
        between = layout.tread_width - 2 * flight.around.housed.depth
        return Working(
            "stringer_count",
            road(line("two_strings", Count(stringer_count(layout)))),
            road(line("strings_of_width", Count((width - between) / t), width=Length(width), clear=Length(between),
                      t=Length(t))),
        )  # fmt: skip
    room, allowed = width - t, allowed_spacing(layout)
    stretched = allowed > flight.stringer_spacing
    count = 2
    while room / (count - 1) > allowed * (1 + WHOLE):
        count += 1
    quotient = room / allowed
    return Working(
        "stringer_count",
        road(
            line("bays_stretched" if stretched else "bays_wanted", Count(quotient), room=Length(room),
                 spacing=Length(allowed)),
            line("one_more", Count(max(2, whole_up(quotient) + 1)), q=Count(quotient)),
        ),
        road(
            line("bay_of", room / (count - 1), room=Length(room), bays=Count(count - 1)),
            line("bay_allowed", Count(count), spacing=Length(allowed)),
        ),
    )  # fmt: skip


def anchor_workings(layout: Layout) -> tuple[Working, ...]:
    """How many anchors, and how deep their holes are drilled."""
    anchors, plan, kicker = layout.flight.around.anchors, anchor_plan(layout), layout.flight.kicker
    if anchors is None or plan is None or kicker is None:
        return ()
    drilled = anchors.embedment + anchors.deeper + kicker.thickness
    hole = Working(
        "anchor_hole",
        road(line("plus", anchors.embedment + anchors.deeper, one=Length(anchors.embedment),
                  other=Length(anchors.deeper))),
        road(
            line("drill_stop", drilled, kicker=Length(kicker.thickness), anchor=Length(anchors.embedment),
                 deeper=Length(anchors.deeper)),
            line("minus", drilled - kicker.thickness, whole=Length(drilled), part=Length(kicker.thickness)),
        ),
    )  # fmt: skip
    if plan.span is None:
        none = road(line("no_anchor_place", Count(0)))
        return (Working("anchor_count", none, none), hole)
    return (Working("anchor_count", *_anchor_roads(plan.span, anchors.spacing, plan.merged)), hole)


def _anchor_roads(span: float, spacing: float, merged: int) -> tuple[Road, Road]:
    """By the spacing; and one more until none stands too far from the next. What falls on one place counts once."""
    quotient = span / spacing
    count = LEAST_ANCHORS
    while span / (count - 1) > spacing:
        count += 1
    first = [
        line("anchor_bays", Count(quotient), span=Length(span), spacing=Length(spacing)),
        line("one_more", Count(max(LEAST_ANCHORS, whole_up(quotient) + 1)), q=Count(quotient)),
    ]
    second = [
        line("bay_of", span / (count - 1), room=Length(span), bays=Count(count - 1)),
        line("bay_allowed", Count(count), spacing=Length(spacing)),
    ]
    for lines in (first, second):
        if merged:
            n = number_of(lines[-1].result)
            lines.append(line("anchors_merged", Count(n - merged), n=Count(n), merged=Count(merged)))
    return road(*first), road(*second)
