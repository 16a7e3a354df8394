"""Counts that follow from a flight's numbers, bounded before anything is made of them.

A typo of a thousand, or a length typed as far as its first figure, asks for pieces nobody can look at and takes the
machine's whole time; it is told at its field instead.
"""

from collections.abc import Iterator

from ...terms import Count, Length, message
from ..model.flight import Flight, FlightError

MOST_STRINGERS = 60
MOST_ANCHORS = 200
MOST_BOARDS = 60
"""Tread boards in hand, front to back."""
MOST_POSTS = 100
MOST_BALUSTERS = 2000
"""On one side."""
MOST_BAGS = 5000
LITRE = 1e6
"""mm³."""
LOWEST_RISER = 50.0
"""mm."""


def refuse_too_many(flight: Flight) -> None:
    """Refuse what would be more pieces than any stair has.

    Raises:
        FlightError: at the field whose number asks for them.
    """
    for path, whole, part, most in _counted(flight):
        if part <= 0 or whole > most * part:
            raise FlightError(path, message("error.too_many_of", value=Length(part), most=Count(most)))
    slab, footing = flight.around.slab, flight.around.footing
    if slab is not None:
        _refuse_bags("slab", slab.length * slab.width * slab.thickness, slab.bag)
    if footing is not None:
        _refuse_bags("footing", footing.length * footing.width * footing.depth, footing.bag)


def _refuse_bags(path: str, volume: float, bag: float) -> None:
    if bag > 0 and volume > MOST_BAGS * bag * LITRE:
        raise FlightError(f"{path}.length", message("error.too_many_bags", most=Count(MOST_BAGS)))


def _counted(flight: Flight) -> Iterator[tuple[str, float, float, int]]:
    """Each field that divides a length, that length, the field's value, and how many parts there may be."""
    around = flight.around
    # No stair has lower risers than these.
    run = flight.tread.going * (flight.total_rise / LOWEST_RISER + 1)
    if around.housed is None:
        yield "stringer_spacing", flight.width, flight.stringer_spacing, MOST_STRINGERS
    if around.anchors is not None:
        yield "anchors.spacing", flight.width, around.anchors.spacing, MOST_ANCHORS
    if around.guard is not None:
        yield "guard.bay", run, around.guard.bay, MOST_POSTS
        yield "guard.gap", run, around.guard.gap + around.guard.baluster.thickness, MOST_BALUSTERS
    boards = flight.tread.in_hand
    if boards is not None:
        yield "tread.in_hand.width", flight.tread.depth, boards.width + boards.gap, MOST_BOARDS
