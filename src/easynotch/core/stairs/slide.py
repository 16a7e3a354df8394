"""How far a stringer's layout can be slid along its board to dodge marked defects.

Every sawn place must stay out of them: teeth, head, toe, foot and seat, each notch's corner and the wood left under it.
A defect does no harm in waste, nor within whole wood away from a cut. Source: ``trade.md`` 4.4.
"""

from dataclasses import dataclass

from ..solid import Member, marks_of
from .layout import Layout
from .surroundings import Defect

Span = tuple[float, float]
LEAST = 0.5
"""mm: a shorter stretch is no room to slide in."""
NEAR = 10.0
"""mm: a defect this near to a cut still weakens it."""
TRIM = 25.4
"""mm: what squaring a clear end takes off it."""


@dataclass(frozen=True, slots=True)
class Zone:
    """A place that must be sound: its mark's id and role, along the board from the piece's head end and down from the
    top edge, from and to.
    """

    mark: str
    role: str
    along: Span
    down: Span


def slides(layout: Layout, pattern: Member, stock_length: float) -> tuple[Span, ...]:
    """By how much the layout may be shifted from the board's better end, as stretches from and to; empty where no
    place on the board is free of its defects.
    """
    room = stock_length - pattern.lengths["board"]
    if room < 0:
        return ()
    free: list[Span] = [(0.0, room)]
    for zone in sound_zones(pattern):
        for low, high in (span for one in layout.flight.around.defects for span in _blocked(zone, one)):
            free = [part for start, stop in free for part in ((start, min(stop, low)), (max(start, high), stop))]
            free = [(start, stop) for start, stop in free if stop - start > LEAST]
    return tuple(sorted(free))


def layout_start(free: tuple[Span, ...]) -> float:
    """Where the layout's squared end comes, from the board's better end: the first place that is free, with a saw's
    width off the end where there is room.
    """
    start, stop = free[0]
    return start if start > LEAST else min(TRIM, stop)


def meeting(layout: Layout, pattern: Member, stock_length: float) -> tuple[Zone, ...]:
    """The places that meet a defect where the fewest do."""
    room = max(0.0, stock_length - pattern.lengths["board"])
    zones = sound_zones(pattern)
    tried = {0.0, room}
    for zone in zones:
        for one in layout.flight.around.defects:
            tried |= {at for span in _blocked(zone, one) for at in span if 0 <= at <= room}
    met = [
        tuple(zone for zone in zones if any(low < at < high for one in layout.flight.around.defects
                                            for low, high in _blocked(zone, one)))
        for at in sorted(tried)
    ]  # fmt: skip
    return min(met, key=len)


def sound_zones(pattern: Member) -> tuple[Zone, ...]:
    """Every sawn place of a stringer, and under each notch's corner the wood down to the lower edge."""
    found: list[Zone] = []
    shift, depth = 0.0, pattern.stock.depth
    for mark in marks_of(pattern):
        for (a, b), (c, d) in mark.pieces:
            found.append(Zone(mark.id, mark.role, (min(a, c) - shift, max(a, c) - shift), (min(b, d), max(b, d))))
            if mark.role == "riser" and max(b, d) < depth - NEAR:
                corner = (a, b) if b > d else (c, d)
                found.append(Zone(mark.id, mark.role, (corner[0], corner[0]), (corner[1], depth)))
    return tuple(found)


def _blocked(zone: Zone, defect: Defect) -> list[Span]:
    """The shifts that bring a place into a defect."""
    (start, stop), (top, low) = zone.along, zone.down
    if defect.deep <= top - NEAR or defect.top >= low + NEAR:
        return []
    return [(defect.start - stop - NEAR, defect.stop - start + NEAR)]
