"""Pieces that stand in each other, and how near they come: on meshes, apart from the work-out's own path."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations

from manifold3d import Manifold

from .frame import Frame
from .member import Member
from .mesh import as_manifold

SHARE = 1e-4
"""Of the smaller piece: less is the arithmetic of a touching face."""
HAIR = 0.01
"""mm."""
TOUCHING = 1e-3
"""mm: boxes nearer than this may only touch."""


@dataclass(frozen=True, slots=True)
class Overlap:
    """Two pieces that claim the same wood: their ids, the places they stand in, and how much, mm³."""

    one: str
    other: str
    places: tuple[int, int]
    volume: float


def overlaps(placed: Sequence[tuple[Member, tuple[Frame, ...]]]) -> tuple[Overlap, ...]:
    """Every pair of pieces that stand in each other, the worst first.

    Args:
        placed: pieces with the places they stand in.
    """
    solids = [
        (member.id, number, as_manifold(member, frame))
        for member, frames in placed
        for number, frame in enumerate(frames)
    ]
    boxes = [solid.bounding_box() for _, _, solid in solids]
    return tuple(sorted(_overlaps(solids, boxes), key=lambda found: -found.volume))


def _overlaps(
    solids: list[tuple[str, int, Manifold]], boxes: list[tuple[float, float, float, float, float, float]]
) -> Iterator[Overlap]:
    for (i, (one, place, solid)), (j, (other, beside, against)) in combinations(enumerate(solids), 2):
        low, high = boxes[i], boxes[j]
        if not all(
            low[axis] < high[axis + 3] - TOUCHING and high[axis] < low[axis + 3] - TOUCHING for axis in range(3)
        ):
            continue
        shared = (solid ^ against).volume()
        # Pieces that touch all round can leave a flat nothing whose volume is noise: a little smaller it is gone.
        if shared > SHARE * min(solid.volume(), against.volume()):
            shared = min(shared, (solid ^ _drawn_in(against)).volume())
        if shared > SHARE * min(solid.volume(), against.volume()):
            yield Overlap(one, other, (place, beside), shared)


def _drawn_in(solid: Manifold) -> Manifold:
    """A solid made a hair smaller on every side."""
    low, high = solid.bounding_box()[:3], solid.bounding_box()[3:]
    middle = [(a + b) / 2 for a, b in zip(low, high, strict=True)]
    share = [max(0.5, 1 - 2 * HAIR / max(b - a, HAIR)) for a, b in zip(low, high, strict=True)]
    there = (-middle[0], -middle[1], -middle[2])
    return solid.translate(there).scale((share[0], share[1], share[2])).translate((middle[0], middle[1], middle[2]))


def clearance(one: tuple[Member, Frame], other: tuple[Member, Frame], within: float) -> float:
    """The least distance between two placed pieces, mm; ``within`` where they are farther apart than that."""
    return float(as_manifold(*one).min_gap(as_manifold(*other), within))
