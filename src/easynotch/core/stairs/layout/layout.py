"""The layout of a flight: how many risers, and every level and plumb line of it in the world."""

from dataclasses import dataclass, replace
from functools import cached_property
from math import atan, degrees, hypot

from ...tape import whole_near, whole_up
from ...terms import Count, Length, message
from ..model.flight import MOST_RISERS, Flight, FlightError, RiserChoice, RiserRule
from .bounds import refuse_too_many
from .landing_loop import Landing, land


def riser_count(flight: Flight) -> int:
    """How many risers the flight's choice gives on level ground.

    Raises:
        FlightError: fewer than two, or more than any flight has.
    """
    rule, value = flight.riser.rule, flight.riser.value
    quotient = value if rule is RiserRule.COUNT else flight.total_rise / value
    # Compared before rounding: an endless quotient has no whole number.
    if quotient > MOST_RISERS:
        raise FlightError(f"riser.{rule}", message("error.too_many_risers", most=Count(MOST_RISERS)))
    if rule is RiserRule.COUNT:
        count = int(value)
    else:
        count = whole_up(quotient) if rule is RiserRule.AT_MOST else whole_near(quotient)
    if count < 2:
        raise FlightError(
            f"riser.{rule}", message("error.too_few_risers", rise=Length(flight.total_rise), n=Count(count))
        )
    return count


@dataclass(frozen=True)
class Layout:
    """A flight with its count chosen. Levels are z, plumb lines x, of the flight's world.

    On ground that falls the flight's total rise is the one at its foot, and ``landing`` says how it was come to.
    """

    flight: Flight
    riser_count: int
    landing: Landing | None = None

    @cached_property
    def riser(self) -> float:
        """Finished riser, all alike."""
        return self.flight.total_rise / self.riser_count

    @cached_property
    def going(self) -> float:
        """Going."""
        return self.flight.tread.going

    @cached_property
    def tread_count(self) -> int:
        """Treads on the stringer."""
        return self.riser_count if self.flight.flush else self.riser_count - 1

    @cached_property
    def slope(self) -> float:
        """Riser over going."""
        return self.riser / self.going

    @cached_property
    def step(self) -> float:
        """From tooth corner to tooth corner along the board's edge."""
        return hypot(self.riser, self.going)

    @cached_property
    def cos(self) -> float:
        """Cosine of the slope's angle."""
        return self.going / self.step

    @cached_property
    def sin(self) -> float:
        """Sine of the slope's angle."""
        return self.riser / self.step

    @cached_property
    def plumb_depth(self) -> float:
        """The stringer's board, measured plumb from edge to edge."""
        return self.flight.stock.depth / self.cos

    @cached_property
    def plumb_bearing(self) -> float:
        """The height of a cut stringer's plumb cut at the header, before a ledger's notch."""
        return self.plumb_depth - self.top_level_cut * self.slope

    @cached_property
    def head_face(self) -> float:
        """The height of the plumb face that is there: a stair of one tread is cut off at its foot before."""
        return min(self.plumb_bearing, self.tread_levels[0] - self.bearing_level)

    @cached_property
    def tread_levels(self) -> tuple[float, ...]:
        """The stringer's level cuts from the top down: each finished tread less the tread's thickness."""
        first = 0 if self.flight.flush else 1
        top = self.flight.upper_finish - self.flight.tread.thickness
        return tuple(top - (first + k) * self.riser for k in range(self.tread_count))

    @cached_property
    def riser_plumbs(self) -> tuple[float, ...]:
        """The stringer's plumb riser cuts from the top down, the first at the front of the top level cut.

        A riser board on the header pushes every finished riser forward by its thickness; each riser cut lies
        a riser board behind its finished face.
        """
        board = self.flight.riser_board
        start = board if self.flight.head.riser_board else 0.0
        return tuple(start + (k + 1) * self.going - board for k in range(self.tread_count))

    @cached_property
    def finished_risers(self) -> tuple[float, ...]:
        """The finished riser faces from the top down, the header's own (or its riser board's) first unless flush."""
        board = self.flight.riser_board
        start = board if self.flight.head.riser_board else 0.0
        faces = tuple(plumb + board for plumb in self.riser_plumbs)
        return faces if self.flight.flush else (start, *faces)

    @cached_property
    def top_level_cut(self) -> float:
        """How long the top level cut is, from the header's face."""
        return self.riser_plumbs[0]

    @cached_property
    def bearing_level(self) -> float:
        """The level of what the stringer stands on."""
        return self.flight.upper_finish - self.flight.total_rise - self.flight.lower_finish

    @cached_property
    def edge_at_header(self) -> float:
        """Where the board's top edge line meets the header's face."""
        return self.tread_levels[0] + self.top_level_cut * self.slope

    @cached_property
    def total_run(self) -> float:
        """From the top finished riser face (flush: the header's face) to the bottom one."""
        return self.tread_count * self.going

    @cached_property
    def tread_width(self) -> float:
        """How long the treads are, from side to side: with their overhang, between skirts, or into their housings."""
        around = self.flight.around
        if around.housed is not None:
            return self.flight.width - 2 * (self.flight.stock.thickness - around.housed.depth)
        return self.flight.width + 2 * around.sides.overhang

    @cached_property
    def riser_length(self) -> float:
        """How long the riser boards are: over the stringers, or into their housings."""
        return self.tread_width if self.flight.around.housed is not None else self.flight.width

    @cached_property
    def walked(self) -> tuple[tuple[float, float, float], ...]:
        """Every tread from the top down: the plumb line behind it, its nosing's, and its underside's level."""
        tread, board = self.flight.tread, self.flight.riser_board
        fronts = self.finished_risers if self.flight.flush else self.finished_risers[1:]
        backs = (0.0, *fronts) if self.flight.flush else self.finished_risers
        behind = tread.drain_gap - min(tread.under_riser, board)
        on_header = self.flight.flush or not self.flight.head.riser_board
        return tuple(
            (back + (tread.drain_gap if k == 0 and on_header else behind), front + tread.nosing, level)
            for k, (back, front, level) in enumerate(zip(backs[: len(fronts)], fronts, self.tread_levels, strict=True))
        )

    def nosing_level(self, x: float) -> float:
        """The level of the line over the nosings at a plumb line."""
        _, front, level = self.walked[0]
        return level + self.flight.tread.thickness - (x - front) * self.slope

    @cached_property
    def degrees(self) -> float:
        """The slope's angle."""
        return degrees(atan(self.slope))


def lay_out(flight: Flight, count: int | None = None) -> Layout:
    """The layout of a flight with its chosen count, or with another one to compare.

    Raises:
        FlightError: as ``riser_count``, and for a tread without going.
    """
    if flight.tread.going <= 0:
        at = "tread.nosing" if flight.tread.boards else "tread.going"
        raise FlightError(
            at,
            message("error.no_going", nosing=Length(flight.tread.nosing), depth=Length(flight.tread.depth)),
        )
    refuse_too_many(flight)
    if flight.ground is None:
        return Layout(flight, riser_count(flight) if count is None else count)
    rule = flight.riser if count is None else RiserChoice(RiserRule.COUNT, count)
    if rule.rule is RiserRule.COUNT:
        riser_count(replace(flight, riser=rule))
    landing = land(
        replace(flight, riser=rule), flight.ground, lambda rise: riser_count(replace(flight, total_rise=rise))
    )
    return Layout(replace(flight, total_rise=landing.rise), landing.count, landing)
