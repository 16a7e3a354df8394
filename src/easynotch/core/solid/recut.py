"""What becomes of a piece that was cut before its marks moved: it fits, is sawn anew, or is too small.

The piece as it should be is laid along the one that was cut, each of its cuts in turn where the other's is; where no
wood is missing it can be made of it. On meshes, apart from the work-out's own path.
"""

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from .member import CutPlane, Member
from .mesh import as_manifold

HAIR = 0.1
"""mm: a cut that moves less stays."""
PARALLEL = 1e-9
"""Of a unit normal."""
ALONG = 1e-6
"""Of a unit normal: a plane with less of it along the piece does not move along it."""


class Outcome(StrEnum):
    """What becomes of a piece."""

    FITS = "fits"
    RECUT = "recut"
    SHORT = "short"


@dataclass(frozen=True, slots=True)
class Moved:
    """A cut that is sawn anew: how much comes off along the piece, mm; None where it turns."""

    cut: CutPlane
    by: float | None


@dataclass(frozen=True, slots=True)
class Recut:
    """What becomes of a piece: the cuts that are sawn anew, and how much longer it should have been (negative:
    shorter), None where more than its length differs.
    """

    outcome: Outcome
    moved: tuple[Moved, ...] = ()
    longer: float | None = None


def recut_to(before: Member, after: Member) -> Recut:
    """Return what becomes of a piece that was cut as ``before`` and should be as ``after``, both in their frames."""
    if abs(before.stock.thickness - after.stock.thickness) > HAIR or abs(before.stock.depth - after.stock.depth) > HAIR:
        return Recut(Outcome.SHORT)
    old = as_manifold(before)
    little = HAIR * before.stock.thickness * before.stock.depth
    ways: list[tuple[float, float]] = []
    for shift in sorted({0.0, *_shifts(before, after)}, key=abs):
        new = as_manifold(after).translate((shift, 0.0, 0.0))
        if (new - old).volume() <= little:
            ways.append(((old - new).volume(), shift))
    if not ways:
        return Recut(Outcome.SHORT, longer=_longer(before, after))
    wasted, shift = min(ways)
    if wasted <= little:
        return Recut(Outcome.FITS)
    return Recut(Outcome.RECUT, tuple(_moved(before, after, shift)))


def _shifts(before: Member, after: Member) -> Iterator[float]:
    """How far the new piece is laid along the old one so that one of their cuts is the same."""
    olds = {cut.id: cut.plane for cut in before.cut_planes}
    for cut in after.cut_planes:
        old, new = olds.get(cut.id), cut.plane
        if old is None or abs(new.normal.x) < ALONG or (old.normal - new.normal).length > PARALLEL:
            continue
        yield round((old.offset - new.offset) / new.normal.x, 6)


def _moved(before: Member, after: Member, shift: float) -> Iterator[Moved]:
    """The cuts of the new piece, laid on the old one, that are not there yet."""
    olds = {cut.id: cut.plane for cut in before.cut_planes}
    for cut in after.cut_planes:
        old, new = olds.get(cut.id), cut.plane
        if old is None or (old.normal - new.normal).length > PARALLEL:
            yield Moved(cut, None)
            continue
        off = old.offset - (new.offset + new.normal.x * shift)
        if abs(new.normal.x) < ALONG:
            if abs(off) > HAIR:
                yield Moved(cut, None)
        elif abs(off / new.normal.x) > HAIR:
            yield Moved(cut, abs(off / new.normal.x))


def _longer(before: Member, after: Member) -> float | None:
    """How much longer the new piece is, where every cut is sawn at the same angles: None where one turns."""
    olds = {cut.id: cut.plane for cut in before.cut_planes}
    for cut in after.cut_planes:
        if cut.id not in olds or (olds[cut.id].normal - cut.plane.normal).length > PARALLEL:
            return None
    old, new = before.lengths.get("overall"), after.lengths.get("overall")
    return None if old is None or new is None else new - old
