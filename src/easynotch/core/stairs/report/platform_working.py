"""The roads to the figures of a stair of two flights: what both come to together, and each one's own."""

from collections.abc import Iterator
from dataclasses import replace

from ...terms import Count, Length, Working
from ..layout.layout import Layout
from ..members.platform import TwoFlights
from .count_working import riser_working
from .working import line, road


def two_working(
    whole: Layout,
    two: TwoFlights,
    upper: tuple[Working, ...],
    lower: tuple[Working, ...],
    facts: dict[str, float | int],
) -> Iterator[Working]:
    """The workings of a stair with a platform.

    Args:
        whole: the stair as if it went straight down.
        two: its flights.
        upper: the upper flight's workings, which are told as the stair's own.
        lower: the lower flight's, told as such where they differ, and as the stair's where there is no other.
        facts: the facts that are told.
    """
    shared = {"riser_count", "tread_count", "total_run"}
    yield riser_working(whole)
    yield from _together(two)
    yield from (one for one in upper if one.fact not in shared)
    yield from _upper(whole, two)
    own = {one.fact for one in upper}
    yield _lower_count(whole, two)
    for one in lower:
        if f"lower.{one.fact}" in facts and one.fact != "riser_count":
            yield replace(one, fact=f"lower.{one.fact}")
        elif one.fact in facts and one.fact not in own | shared:
            yield one
    yield from _platform(two)


def _together(two: TwoFlights) -> Iterator[Working]:
    up, low = two.upper, two.lower
    risers, treads = up.riser_count + low.riser_count, up.tread_count + low.tread_count
    yield Working(
        "tread_count",
        road(line("both", Count(treads), one=Count(up.tread_count), other=Count(low.tread_count))),
        road(line("both_headers", Count(risers - (0 if up.flight.flush else 2)), n=Count(risers),
                  headers=Count(0 if up.flight.flush else 2))),
    )  # fmt: skip
    yield Working(
        "total_run",
        road(line("plus", up.total_run + low.total_run, one=Length(up.total_run), other=Length(low.total_run))),
        road(line("goings", treads * up.flight.tread.going, n=Count(treads), going=Length(up.flight.tread.going))),
    )


def _upper(whole: Layout, two: TwoFlights) -> Iterator[Working]:
    up, rise = two.upper, Length(two.upper.flight.total_rise)
    yield Working(
        "upper.riser_count",
        road(line("chosen", Count(two.platform.after))),
        road(line("divided", Count(rise.mm / whole.riser), whole=rise, part=Length(whole.riser))),
    )
    yield Working(
        "upper.total_run",
        road(line("goings", up.tread_count * up.going, n=Count(up.tread_count), going=Length(up.going))),
        road(line("level", up.tread_count * whole.riser / up.slope, up=Length(up.tread_count * whole.riser))),
    )


def _lower_count(whole: Layout, two: TwoFlights) -> Working:
    rise = Length(two.lower.flight.total_rise)
    return Working(
        "lower.riser_count",
        road(line("rest", Count(whole.riser_count - two.platform.after), n=Count(whole.riser_count),
                  part=Count(two.platform.after))),
        road(line("divided", Count(rise.mm / whole.riser), whole=rise, part=Length(whole.riser))),
    )  # fmt: skip


def _platform(two: TwoFlights) -> Iterator[Working]:
    """From the surface above, and from the landing below."""
    after, riser = two.upper.riser_count, two.upper.riser
    fall = two.platform.fall * two.platform.depth
    whole = two.upper.flight.total_rise + two.lower.flight.total_rise + fall
    lower = two.lower.riser_count * two.lower.riser
    yield Working(
        "platform_drop",
        road(line("risers", after * riser, n=Count(after), riser=Length(riser))),
        road(
            line("risers", lower, n=Count(two.lower.riser_count), riser=Length(two.lower.riser)),
            line("minus_two", whole - lower - fall, whole=Length(whole), one=Length(lower), other=Length(fall)),
        ),
    )
    finish, above = two.platform.finish, whole - after * riser - fall
    yield Working(
        "platform_framing",
        road(
            line("risers", lower, n=Count(two.lower.riser_count), riser=Length(two.lower.riser)),
            line("minus", lower - finish, whole=Length(lower), part=Length(finish)),
        ),
        road(
            line("minus_two", above, whole=Length(whole), one=Length(after * riser), other=Length(fall)),
            line("minus", above - finish, whole=Length(above), part=Length(finish)),
        ),
    )
