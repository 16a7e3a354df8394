"""The roads to the figures of what stands around the stringers, each with a second road that shares no intermediate."""

from collections.abc import Iterator
from math import atan, cos, hypot, sqrt

from ...terms import Count, Length, Working
from ..layout.landing_loop import foot_at
from ..layout.layout import Layout
from ..layout.places import stringer_count, stringer_places, toe
from ..members.kicker import kicker_pieces
from ..model.flight import KickerNotch
from .facts import CUT_OFF
from .housed_working import housed_working
from .surroundings_checks import nearest_overhead
from .working import angle_of, line, road


def around_working(layout: Layout) -> Iterator[Working]:
    """The working of bearing, spacers, squaring up, kicker, run, foot and headroom: of what is there."""
    housed = layout.flight.around.housed
    yield from (_spacer(layout, "spacer" if housed is None else "between_strings"), _diagonal(layout), _run(layout))
    yield from _foot(layout)
    if housed is None:
        yield _bearing(layout)
        yield from _cut_off(layout)
    else:
        yield from housed_working(layout, housed)
    for make in (_missing, _kicker, _rise, _headroom):
        found = make(layout)
        if found is not None:
            yield found


def _bearing(layout: Layout) -> Working:
    """Down the header from the edge line's height to the board's lower edge; and by similar triangles."""
    depth, riser, going = layout.flight.stock.depth, layout.riser, layout.going
    top = layout.top_level_cut
    plumb = depth * sqrt(1 + (riser / going) ** 2)
    taken = top * riser / going
    angle = angle_of(layout)
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


def _cut_off(layout: Layout) -> Iterator[Working]:
    """The head of a stair of one tread, cut off at its foot: up from the foot, and down from the framing."""
    if layout.head_face > layout.plumb_bearing - CUT_OFF:
        return
    flight, drop = layout.flight, -layout.tread_levels[0]
    riser = layout.riser + flight.lower_finish
    face = riser - flight.tread.thickness
    stands = flight.total_rise + flight.lower_finish - flight.upper_finish
    yield Working(
        "head_face",
        road(line("plus", riser, one=Length(layout.riser), other=Length(flight.lower_finish)),
             line("minus", face, whole=Length(riser), part=Length(flight.tread.thickness))),
        road(line("plus", flight.total_rise + flight.lower_finish, one=Length(flight.total_rise),
                  other=Length(flight.lower_finish)),
             line("minus", stands, whole=Length(flight.total_rise + flight.lower_finish),
                  part=Length(flight.upper_finish)),
             line("minus", stands - drop, whole=Length(stands), part=Length(drop))),
    )  # fmt: skip
    header = flight.head.header_depth
    if header is not None:
        overlap, high = max(0.0, header - drop), max(header, drop)
        yield Working(
            "head_below",
            road(line("left_or_none", max(0.0, face - overlap), whole=Length(face), part=Length(overlap))),
            road(line("left_or_none", max(0.0, stands - high), whole=Length(stands), part=Length(high))),
        )


def _sin(angle: float) -> float:
    return sqrt(1 - cos(angle) ** 2)


def _missing(layout: Layout) -> Working | None:
    header = layout.flight.head.header_depth
    if header is None or layout.flight.around.housed is not None:
        return None
    drop = -layout.tread_levels[0]
    bearing = layout.plumb_bearing
    overlap = min(bearing, max(0.0, header - drop))
    lowest = drop + bearing
    below = max(0.0, lowest - max(header, drop))
    return Working(
        "head_missing",
        road(line("minus", max(0.0, bearing - max(0.0, header - drop)), whole=Length(bearing), part=Length(overlap))),
        road(
            line("plus", lowest, one=Length(drop), other=Length(bearing)),
            line("left_or_none", below, whole=Length(lowest), part=Length(max(header, drop))),
        ),
    )


def _spacer(layout: Layout, fact: str) -> Working:
    count, width, t = stringer_count(layout), layout.flight.width, layout.flight.stock.thickness
    first = (width - count * t) / (count - 1)
    places = stringer_places(layout)
    apart = places[1] - places[0]
    return Working(
        fact,
        road(line("spacer", first, width=Length(width), n=Count(count), t=Length(t), bays=Count(count - 1))),
        road(
            line("centres", apart, width=Length(width), t=Length(t), bays=Count(count - 1)),
            line("minus", apart - t, whole=Length(apart), part=Length(t)),
        ),
    )


def _diagonal(layout: Layout) -> Working:
    """To the toe by goings and riser board; and down the sloping line to the lowest level: a cut string's edge to its
    last level cut, over a housed one's nosings to its last tread.
    """
    flight, run = layout.flight, toe(layout)
    start = flight.riser_board if flight.head.riser_board else 0.0
    housed = flight.around.housed is not None
    treads = line(
        "toe_nosing" if housed else "toe", run, start=Length(start), n=Count(layout.tread_count),
        going=Length(layout.going), board=Length(flight.riser_board), nosing=Length(flight.tread.nosing),
    )  # fmt: skip
    low = layout.tread_levels[-1]
    falls = layout.nosing_level(0.0) - low - flight.tread.thickness if housed else layout.edge_at_header - low
    sawn = falls / layout.slope
    return Working(
        "square_diagonal",
        road(treads, line("diagonal", hypot(flight.width, run), one=Length(flight.width), other=Length(run))),
        road(
            line("toe_line", sawn, falls=Length(falls), riser=Length(layout.riser), going=Length(layout.going)),
            line("diagonal_turned", sawn / cos(atan(flight.width / sawn)), run=Length(sawn),
                 width=Length(flight.width)),
        ),
    )  # fmt: skip


def _kicker(layout: Layout) -> Working | None:
    """Under all stringers, between the outer ones, or from one to the next; and by the bays and what stands between."""
    kicker, pieces = layout.flight.kicker, kicker_pieces(layout)
    if kicker is None or not pieces:
        return None
    width, t, count = layout.flight.width, layout.flight.stock.thickness, stringer_count(layout)
    bay = (width - count * t) / (count - 1)
    if kicker.notch is KickerNotch.NONE:
        return _spacer(layout, "kicker_length")
    inner = kicker.notch is KickerNotch.INNER
    first = (
        line("minus_both", width - 2 * t, whole=Length(width), part=Length(t))
        if inner
        else line("over_all", width, width=Length(width))
    )
    between = count - 2 if inner else count
    return Working(
        "kicker_length",
        road(first),
        road(line("bays", (count - 1) * bay + between * t, n=Count(count - 1), bay=Length(bay),
                  inner=Count(between), t=Length(t))),
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
    """For what comes nearest: up from the nosing beside it, and down from the surface above."""
    nearest = nearest_overhead(layout)
    if nearest is None:
        return None
    over, at = nearest
    rise = layout.flight.total_rise
    if at is None:
        return Working(
            "stair_headroom",
            road(line("over_landing", over.above, above=Length(over.above))),
            road(
                line("plus", rise + over.above, one=Length(rise), other=Length(over.above)),
                line("minus", rise + over.above - rise, whole=Length(rise + over.above), part=Length(rise)),
            ),
        )
    top = layout.walked[0][1]
    first = 0.0 if layout.flight.flush else layout.riser
    fallen = (at - top) * layout.riser / layout.going
    rest = rise - first - (layout.walked[-1][1] - top) * layout.slope
    up = (layout.walked[-1][1] - at) * layout.riser / layout.going
    return Working(
        "stair_headroom",
        road(
            line("nosing_fall", fallen, out=Length(at - top), riser=Length(layout.riser), going=Length(layout.going)),
            line("three", over.above + first + fallen, one=Length(over.above), two=Length(first), other=Length(fallen)),
        ),
        road(
            line("nosing_climb", rest + up, low=Length(rest), up=Length(up)),
            line("minus", over.above + rise - (rest + up), whole=Length(over.above + rise), part=Length(rest + up)),
        ),
    )


def _run(layout: Layout) -> Working:
    """Goings one after the other; and the slope's triangle over what the treads climb."""
    n, going = layout.tread_count, layout.going
    climbs = n * layout.flight.total_rise / layout.riser_count
    return Working(
        "total_run",
        road(line("goings", n * going, n=Count(n), going=Length(going))),
        road(
            line("climbed", climbs, n=Count(n), rise=Length(layout.flight.total_rise), all=Count(layout.riser_count)),
            line("level", climbs / layout.slope, up=Length(climbs)),
        ),
    )


def _foot(layout: Layout) -> Iterator[Working]:
    landing, board = layout.landing, layout.flight.riser_board
    if landing is None:
        return
    start = board if layout.flight.head.riser_board else 0.0
    run = layout.tread_count * layout.going
    yield Working(
        "foot",
        road(line("plus", start + run, one=Length(start), other=Length(run))),
        road(line("plus", layout.riser_plumbs[-1] + board, one=Length(foot_at(layout.flight, landing.count) - board),
                  other=Length(board))),
    )  # fmt: skip
