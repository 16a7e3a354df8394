"""Where a piece lies on a board with defects so that every sawn place keeps clear of them.

Every sawn place must stay out of them: teeth, head, toe, tail, seat, and the wood each notch leaves beside its corner.
A defect does no harm in waste, nor within whole wood away from a cut. A board may be turned end for end, crown still
up: what was at its better end then lies at the piece's foot. Source: ``trade.md`` 4.4.
"""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from .extent import extent
from .face import Face
from .mark import marks_of
from .member import Member

Span = tuple[float, float]
LEAST = 0.5
"""mm: a shorter stretch is no room to slide in."""
NEAR = 10.0
"""mm: a defect this near to a cut still weakens it."""
TRIM = 25.4
"""mm: what squaring a clear end takes off it."""


@dataclass(frozen=True, slots=True)
class Defect:
    """A split or a knot that no cut may meet: along the board from its better end, and in from the top edge, from
    ``top`` to ``deep``; on one wide face alone, or where no ``face`` is told right through its thickness.
    """

    start: float
    stop: float
    deep: float
    top: float = 0.0
    face: Face | None = None


@dataclass(frozen=True, slots=True)
class Zone:
    """A place that must be sound: its mark's id and role, along the board from the piece's head end and down from the
    top edge, from and to.
    """

    mark: str
    role: str
    along: Span
    down: Span
    face: Face = Face.NEAR


@dataclass(frozen=True, slots=True)
class Lying:
    """How a piece lies on its board: ``turned`` end for end, so that the better end is the foot's; ``defects`` as they
    then lie, from the head's end of the board; ``free`` the stretches the piece's head end may be moved in.
    """

    turned: bool
    defects: tuple[Defect, ...]
    free: tuple[Span, ...]

    @property
    def start(self) -> float:
        """Where the squared end comes: the first free place, a saw's width off the end where there is room."""
        low, high = self.free[0]
        return low if low > LEAST else min(TRIM, high)


def lie_clear(defects: tuple[Defect, ...], member: Member, length: float, *, turn: bool = True) -> Lying | None:
    """Lay a piece on a board of some length clear of its defects: the better end at the head where that keeps clear,
    else turned end for end where it may be; None where no place is free.
    """
    for turned in (False, True) if turn else (False,):
        lie = turned_over(defects, length) if turned else defects
        free = slides(lie, member, length)
        if free:
            return Lying(turned, lie, free)
    return None


def turned_over(defects: tuple[Defect, ...], length: float) -> tuple[Defect, ...]:
    """Defects from the other end of a board, its crown still up: its other face then lies near."""
    other = {Face.NEAR: Face.FAR, Face.FAR: Face.NEAR}
    return tuple(
        Defect(max(0.0, length - defect.stop), length - defect.start, defect.deep, defect.top,
               other[defect.face] if defect.face is not None else None)
        for defect in defects if defect.start < length
    )  # fmt: skip


def slides(defects: tuple[Defect, ...], member: Member, length: float) -> tuple[Span, ...]:
    """By how much the layout may be shifted from the board's end, as stretches from and to; empty where no place on
    the board is free of its defects.
    """
    low, high = extent(member)
    room = length - (high - low)
    if room < 0:
        return ()
    free: list[Span] = [(0.0, room)]
    for zone in sound_zones(member):
        for first, last in (span for defect in defects for span in _blocked(zone, defect)):
            free = [part for start, stop in free for part in ((start, min(stop, first)), (max(start, last), stop))]
            free = [(start, stop) for start, stop in free if stop - start > LEAST]
    return tuple(sorted(free))


def meeting_zones(defects: tuple[Defect, ...], member: Member, length: float) -> tuple[Zone, ...]:
    """The places that meet a defect where the fewest do, the better end at the head."""
    low, high = extent(member)
    room = max(0.0, length - (high - low))
    zones = sound_zones(member)
    tried = {0.0, room}
    for zone in zones:
        for one in defects:
            tried |= {at for span in _blocked(zone, one) for at in span if 0 <= at <= room}
    met = [
        tuple(zone for zone in zones if any(first < at < last for defect in defects
                                            for first, last in _blocked(zone, defect)))
        for at in sorted(tried)
    ]  # fmt: skip
    return min(met, key=len)


def sound_zones(member: Member) -> tuple[Zone, ...]:
    """Every sawn place on both faces; beside each notch's corner the wood it leaves: down to the lower edge under a
    stair's, up to the top edge over a seat.
    """
    found: dict[tuple[object, ...], Zone] = {}
    shift, depth = member.zero - extent(member)[0], member.stock.depth
    for mark in (one for face in (Face.NEAR, Face.FAR) for one in marks_of(member, face)):
        for (a, b), (c, d) in mark.pieces:
            made = [Zone(mark.id, mark.role, (min(a, c) + shift, max(a, c) + shift), (min(b, d), max(b, d)))]
            corner = (a, b) if b > d else (c, d)
            if mark.role == "riser" and max(b, d) < depth - NEAR:
                made.append(Zone(mark.id, mark.role, (corner[0] + shift,) * 2, (corner[1], depth)))
            if mark.role == "heel" and min(b, d) > NEAR:
                top = (c, d) if b > d else (a, b)
                made.append(Zone(mark.id, mark.role, (top[0] + shift,) * 2, (0.0, top[1])))
            found.update({(mark.face, *one.along, *one.down): replace(one, face=mark.face) for one in made})
    return tuple(found.values())


def names_of(zones: Iterable[Zone]) -> str:
    """The places in a sentence, each once."""
    return ", ".join(dict.fromkeys(zone.mark.replace("_", " ") for zone in zones))


def _blocked(zone: Zone, defect: Defect) -> list[Span]:
    """The shifts that bring a place into a defect."""
    (start, stop), (top, low) = zone.along, zone.down
    if defect.face not in (None, zone.face):
        return []
    if defect.deep <= top - NEAR or defect.top >= low + NEAR:
        return []
    return [(defect.start - stop - NEAR, defect.stop - start + NEAR)]
