"""What trying the pattern showed, in the job file: where it gapes and how much, and heights that were read."""

from typing import Annotated

from pydantic import Field

from ...core.survey import Seen, StringerSeen
from .measured import NotNegative, Signed
from .parts import Name, Part

MOST_PLACES = 400
GAPS = 4
"""How many of what is read are gaps; the rest are heights."""


class GapsInput(Part):
    """The widest gaps: level at the head's top, at its bottom and at the heel, plumb at the seat."""

    head_top: NotNegative | None = None
    head_bottom: NotNegative | None = None
    seat: NotNegative | None = None
    heel: NotNegative | None = None


class HeightsInput(Part):
    """The ridge's top and the plate where the pattern lies, over the plates' own level, and the rafter's stand."""

    ridge: Signed | None = None
    plate: Signed | None = None
    stand: Signed | None = None


class PassedInput(Part):
    """A place at which a pattern fitted, and which pattern that was: one that is marked anew is another."""

    place: Name
    pattern: Name


class TrialInput(Part):
    """A trial of a piece, by its id; the pattern where none is said."""

    piece: Name = ""
    gaps: GapsInput = GapsInput()
    heights: HeightsInput = HeightsInput()
    passed: Annotated[list[PassedInput], Field(max_length=MOST_PLACES)] = []  # noqa: RUF012

    def seen(self) -> Seen:
        """As the core takes it: where one gap was read, those that were not are closed."""
        gaps, heights = self.gaps, self.heights
        rows = (gaps.head_top, gaps.head_bottom, gaps.seat, gaps.heel, heights.ridge, heights.plate, heights.stand)
        closed = None if all(one is None for one in rows[:4]) else 0.0
        read = [None if one is None else one.mm for one in rows]
        return Seen(*(closed if one is None and k < GAPS else one for k, one in enumerate(read)))


class StringerGapsInput(Part):
    """The widest gaps at the head of a stringer that stands on its foot, level, at its top and at its bottom."""

    head_top: NotNegative | None = None
    head_bottom: NotNegative | None = None


class StringerHeightsInput(Part):
    """How far the top level cut lies under the framing's top; the gap under a level a tread long, on a tread and on the
    ground, positive where they fall outward; the finished rise measured again.
    """

    drop: Signed | None = None
    tread: Signed | None = None
    ground: Signed | None = None
    rise: NotNegative | None = None


class StairTrialInput(Part):
    """A trial of the pattern stringer."""

    gaps: StringerGapsInput = StringerGapsInput()
    heights: StringerHeightsInput = StringerHeightsInput()
    passed: Annotated[list[PassedInput], Field(max_length=MOST_PLACES)] = []  # noqa: RUF012

    def seen(self) -> StringerSeen:
        """As the core takes it."""
        gaps, heights = self.gaps, self.heights
        rows = (gaps.head_top, gaps.head_bottom, heights.drop, heights.tread, heights.ground, heights.rise)
        return StringerSeen(*(None if one is None else one.mm for one in rows))
