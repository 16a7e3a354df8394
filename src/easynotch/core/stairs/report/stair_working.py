"""Every number of a stair by two roads."""

from ...solid import Member
from ...tape import Tape
from ...terms import Working
from ..layout.layout import Layout
from ..members.platform import TwoFlights
from .board_working import board_working
from .count_working import anchor_workings, riser_working, stringer_working, tread_working
from .guard_working import guard_working
from .platform_working import two_working
from .poured_working import poured_working
from .surroundings_working import around_working
from .working import working_of

METRE, FOOT = 1000.0, 304.8


def flight_working(layout: Layout, pattern: Member, tape: Tape) -> tuple[Working, ...]:
    """The working of every fact of one flight.

    Args:
        layout: the flight with its count chosen.
        pattern: its pattern stringer.
        tape: the tape its drift is told on; a volume is told by the foot or the metre as it is.
    """
    return (
        *working_of(layout, tape),
        riser_working(layout),
        tread_working(layout),
        stringer_working(layout),
        *board_working(layout, pattern, tape),
        *around_working(layout),
        *anchor_workings(layout),
        *guard_working(layout),
        *poured_working(layout, FOOT if tape.imperial else METRE),
    )


def stair_working(
    whole: Layout,
    two: TwoFlights | None,
    patterns: tuple[Member, ...],
    facts: dict[str, float | int],
    tape: Tape,
) -> tuple[Working, ...]:
    """The working of every fact of a stair.

    Args:
        whole: the stair as if it went straight down.
        two: its flights, where a platform breaks it.
        patterns: the pattern of each flight, the upper one's first.
        facts: the facts that are told.
        tape: the answer's tape.
    """
    if two is None:
        return flight_working(whole, patterns[0], tape)
    upper = flight_working(two.upper, patterns[0], tape)
    return tuple(two_working(whole, two, upper, flight_working(two.lower, patterns[1], tape), facts))
