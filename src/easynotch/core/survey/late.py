"""Rafters that are found to stand elsewhere than they were laid out: what moving them costs, and living with it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from math import ceil, floor, inf

NEAR = 60.0
"""mm: a rafter was meant that is laid out so near to where it was said to belong."""
RIGHT = 3.0
"""mm: one that stands off by less stands right."""
BEARS = 12.0
"""mm: what a sheet needs of a rafter's edge to be nailed to it."""


@dataclass(frozen=True, slots=True)
class Stood:
    """Where a rafter was read to stand: which side, where it belongs and where it is, from where that begins, mm."""

    side: int
    belongs: float
    stands: float


@dataclass(frozen=True, slots=True)
class Late:
    """A rafter out of its place: its side, its number from where that begins, and by how far, mm."""

    side: int
    number: int
    off: float


@dataclass(frozen=True, slots=True)
class LateCosts:
    """What stands wrong; ``sheets`` are the covering's sheets that find too little to be nailed to and are cut, by
    side and joint; ``bays`` how many bays are no longer as laid out, each a block of its own.
    """

    wrong: tuple[Late, ...]
    unknown: tuple[Stood, ...]
    sheets: int
    bays: int


def late_costs(
    read: Sequence[Stood],
    laid_out: Mapping[int, Sequence[float]],
    thickness: float,
    sheet: float | None,
    verge: float,
    courses: int,
) -> LateCosts:
    """What rafters that stand off cost.

    Args:
        read: where some of them stand.
        laid_out: where all are laid out, by their side, from where that begins, mm.
        thickness: a rafter's, mm.
        sheet: how long the covering's sheets are along the eave; None where that was not said.
        verge: how far over the first end they begin, mm.
        courses: of sheets on a slope, one above the other.
    """
    wrong, unknown = [], []
    for one in read:
        rows = enumerate(sorted(laid_out.get(one.side, ())), 1)
        number, centre = min(rows, key=lambda row: abs(row[1] - one.belongs), default=(0, inf))
        if abs(centre - one.belongs) > NEAR:
            unknown.append(one)
        elif abs(one.stands - centre) > RIGHT:
            wrong.append(Late(one.side, number, one.stands - centre))
    bays = set()
    for late in wrong:
        bays |= {(late.side, bay) for bay in (late.number - 1, late.number) if 0 < bay < len(laid_out[late.side])}
    joints = (
        0
        if sheet is None
        else sum(_loses_a_joint(one, sorted(laid_out[one.side]), (thickness, sheet, verge)) for one in wrong)
    )
    # Every second course is laid half a sheet on, and its joints lie on other rafters.
    return LateCosts(tuple(wrong), tuple(unknown), joints * ceil(courses / 2), len(bays))


def _loses_a_joint(late: Late, centres: Sequence[float], laid: tuple[float, float, float]) -> bool:
    """Whether two sheets were to meet on a rafter, of whole or of half sheets, and one finds too little there now."""
    thickness, sheet, verge = laid
    centre = centres[late.number - 1]
    for begins in (-verge, sheet / 2 - verge):
        joint = begins + floor((centre - begins) / sheet + 0.5) * sheet
        if abs(joint - centre) < thickness / 2 and centres[0] < joint < centres[-1]:
            return thickness / 2 - abs(joint - centre - late.off) < BEARS
    return False
