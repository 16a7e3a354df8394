"""The road to each number of a flight, and a second road that shares no intermediate with the first."""

from fractions import Fraction
from math import atan, cos, sin

from ...tape import Tape
from ...terms import Count, Length, Line, Message, Road, Value, Working, message, number_of
from ..layout.layout import Layout


def working_of(layout: Layout, tape: Tape) -> tuple[Working, ...]:
    """The working of riser and going, and where notches are cut of step, throat, head drop and first riser.

    Every second road starts again from the measurements; none uses a result of a first road.
    """
    shared = (
        Working("riser", _riser(layout), _riser_by_remainder(layout, tape)),
        Working("going", _going(layout), _going_by_laying_boards(layout)),
    )
    if layout.flight.around.housed is not None:
        return shared
    return (
        *shared,
        step_working(layout),
        Working("throat", _throat(layout), _throat_by_angle(layout)),
        Working("head_drop", _head_drop(layout), _head_drop_from_below(layout)),
        Working("first_riser", _first_riser(layout), _first_riser_from_above(layout)),
    )


def step_working(layout: Layout) -> Working:
    """From tooth to tooth along the slope."""
    return Working("step", _step(layout), _step_by_angle(layout))


def angle_of(layout: Layout) -> float:
    """The slope's angle over the whole flight, radians: from the measured rise, not from a riser."""
    return atan(layout.flight.total_rise / (layout.riser_count * layout.going))


def line(key: str, result: float | Value, /, **values: Value) -> Line:
    """A line of working worded by ``working.KEY.what`` and ``working.KEY.figures``; a bare result is a length."""
    value = Length(result) if isinstance(result, float | int) else result
    return Line(message(f"working.{key}.what"), Message(f"working.{key}.figures", values), value)


def road(*lines: Line) -> Road:
    """A road of lines, coming to what its last one does."""
    return Road(lines, number_of(lines[-1].result))


def _riser(layout: Layout) -> Road:
    rise, n = layout.flight.total_rise, layout.riser_count
    riser = rise / n
    return Road((line("riser", riser, rise=Length(rise), n=Count(n)),), riser)


def _riser_by_remainder(layout: Layout, tape: Tape) -> Road:
    """Long division in whole tape marks with a remainder, as on the back of an offcut; exact in fractions."""
    rise, n = Fraction(layout.flight.total_rise), layout.riser_count
    division = Fraction(tape.division)
    marks, over = divmod(rise, division)
    each, left = divmod(int(marks), n)
    whole = float(each * division)
    shared = float((left * division + over) / n)
    return Road(
        (
            line("riser_marks", whole, marks=Count(int(marks)), n=Count(n), each=Count(each), left=Count(left)),
            line("riser_left", shared, left=Count(left), n=Count(n)),
            line("riser_sum", whole + shared, whole=Length(whole), shared=Length(shared)),
        ),
        whole + shared,
    )


def _going(layout: Layout) -> Road:
    tread = layout.flight.tread
    boards = tread.boards
    if boards is None:
        going = tread.going
        return Road((line("going_given", going, going=Length(going)),), going)
    depth = boards.count * boards.width + (boards.count - 1) * boards.gap
    lines = [
        line("tread_depth", depth, n=Count(boards.count), board=Length(boards.width),
             gaps=Count(boards.count - 1), gap=Length(boards.gap)),
        line("going", depth - tread.nosing, depth=Length(depth), nosing=Length(tread.nosing)),
    ]  # fmt: skip
    if tread.drain_gap or tread.under_riser:
        going = depth - tread.nosing + tread.drain_gap - tread.under_riser
        lines.append(line("going_behind", going, part=Length(depth - tread.nosing), gap=Length(tread.drain_gap),
                          under=Length(tread.under_riser)))  # fmt: skip
    return road(*lines)


def _going_by_laying_boards(layout: Layout) -> Road:
    """Walk back from the nosing board by board; a given going is laid out over the flight and divided again."""
    tread, boards = layout.flight.tread, layout.flight.tread.boards
    if boards is None:
        back = (tread.given_going or 0.0) + tread.nosing
        return Road(
            (line("going_back", back - tread.nosing, depth=Length(back), nosing=Length(tread.nosing)),),
            back - tread.nosing,
        )
    at = -tread.nosing + tread.drain_gap - tread.under_riser
    lines: list[Line] = []
    for place in range(boards.count):
        at += boards.width + (boards.gap if place else 0.0)
        key = "going_board" if place else "going_first_board"
        lines.append(line(key, at, board=Length(boards.width), nosing=Length(tread.nosing), gap=Length(boards.gap)))
    return Road(tuple(lines), at)


def _step(layout: Layout) -> Road:
    riser, going = layout.flight.total_rise / layout.riser_count, layout.going
    step = (riser**2 + going**2) ** 0.5
    return Road((line("step", step, riser=Length(riser), going=Length(going)),), step)


def _step_by_angle(layout: Layout) -> Road:
    """Over the whole flight: rise and run each seen along the slope, then divided by the count."""
    n, rise, run = layout.riser_count, layout.flight.total_rise, layout.riser_count * layout.going
    angle = atan(rise / run)
    long = rise * sin(angle) + run * cos(angle)
    return Road(
        (
            line("step_flight", long, rise=Length(rise), run=Length(run)),
            line("step_share", long / n, long=Length(long), n=Count(n)),
        ),
        long / n,
    )


def _throat(layout: Layout) -> Road:
    riser, going, depth = layout.riser, layout.going, layout.flight.stock.depth
    notch = riser * going / layout.step
    return Road(
        (
            line("notch", notch, riser=Length(riser), going=Length(going), step=Length(layout.step)),
            line("throat", depth - notch, depth=Length(depth), notch=Length(notch)),
        ),
        depth - notch,
    )


def _throat_by_angle(layout: Layout) -> Road:
    """From the angle alone: the notch is as deep as the going seen square to the slope."""
    angle = angle_of(layout)
    notch = layout.going * sin(angle)
    return Road(
        (
            line(
                "throat_angle",
                layout.flight.stock.depth - notch,
                depth=Length(layout.flight.stock.depth),
                notch=Length(notch),
            ),
        ),
        layout.flight.stock.depth - notch,
    )


def _head_drop(layout: Layout) -> Road:
    flight = layout.flight
    thickness, finish = flight.tread.thickness, flight.upper_finish
    if flight.flush:
        drop = thickness - finish
        return Road((line("head_drop_flush", drop, thickness=Length(thickness), finish=Length(finish)),), drop)
    drop = layout.riser + thickness - finish
    only = line("head_drop", drop, riser=Length(layout.riser), thickness=Length(thickness), finish=Length(finish))
    return Road((only,), drop)


def _head_drop_from_below(layout: Layout) -> Road:
    """Both levels measured up from the finished surface below, and taken from each other."""
    flight, n = layout.flight, layout.riser_count
    framing = flight.total_rise - flight.upper_finish
    risers_below = n if flight.flush else n - 1
    level = flight.total_rise * risers_below / n - flight.tread.thickness
    return Road(
        (
            line("framing_height", framing, rise=Length(flight.total_rise), finish=Length(flight.upper_finish)),
            line("level_height", level, k=Count(risers_below), n=Count(n), rise=Length(flight.total_rise),
                  thickness=Length(flight.tread.thickness)),
            line("head_drop_below", framing - level, framing=Length(framing), level=Length(level)),
        ),
        framing - level,
    )  # fmt: skip


def _first_riser(layout: Layout) -> Road:
    flight = layout.flight
    first = layout.riser - flight.tread.thickness + flight.lower_finish
    only = line("first_riser", first, riser=Length(layout.riser), thickness=Length(flight.tread.thickness),
                 finish=Length(flight.lower_finish))  # fmt: skip
    return Road((only,), first)


def _first_riser_from_above(layout: Layout) -> Road:
    """The height the stringer stands in, less the wood and the risers above the lowest level cut."""
    flight, n = layout.flight, layout.riser_count
    stands = flight.total_rise + flight.lower_finish
    above = flight.total_rise * (n - 1) / n + flight.tread.thickness
    return Road(
        (
            line("stands_height", stands, rise=Length(flight.total_rise), finish=Length(flight.lower_finish)),
            line("above_lowest", above, k=Count(n - 1), n=Count(n), rise=Length(flight.total_rise),
                  thickness=Length(flight.tread.thickness)),
            line("first_riser_above", stands - above, stands=Length(stands), above=Length(above)),
        ),
        stands - above,
    )  # fmt: skip
