"""Setting out: where rafters stand along an eave, measured from one end to the same side of each."""

from dataclasses import dataclass
from enum import StrEnum

from ...tape import WHOLE, whole_up


class FirstBay(StrEnum):
    """Where the spacing is measured from: the end of the plate to the second rafter's centre, so that sheet edges
    land on centres; or from the first rafter's centre; or all bays are made equal.
    """

    SHEETS = "sheets"
    CENTRES = "centres"
    EQUAL = "equal"


class TapeEnd(StrEnum):
    """The end of the framing the tape is hooked on."""

    FIRST_END = "first_end"
    SECOND_END = "second_end"


@dataclass(frozen=True, slots=True)
class SettingOut:
    """Rafters along an eave: the centre of each from the end the tape is hooked on, mm."""

    centres: tuple[float, ...]
    thickness: float
    length: float
    hooked: TapeEnd = TapeEnd.FIRST_END

    @property
    def in_world(self) -> tuple[float, ...]:
        """The centres from the framing's first end, in their own order."""
        if self.hooked is TapeEnd.FIRST_END:
            return self.centres
        return tuple(self.length - centre for centre in self.centres)

    @property
    def near_sides(self) -> tuple[float, ...]:
        """What is marked on the plate: the side towards the end the tape is hooked on; the rafter goes beyond it."""
        return tuple(centre - self.thickness / 2 for centre in self.centres)

    @property
    def last_bay(self) -> float:
        """Between the last two centres."""
        return self.centres[-1] - self.centres[-2] if len(self.centres) > 1 else 0.0


def set_out(
    length: float,
    spacing: float,
    thickness: float,
    first: FirstBay = FirstBay.SHEETS,
    hooked: TapeEnd = TapeEnd.FIRST_END,
) -> SettingOut:
    """Set rafters out between two gables: the first and the last flush with the end walls.

    Args:
        length: of the framing.
        spacing: centre to centre, at most.
        thickness: of the rafters.
        first: where the spacing is measured from.
        hooked: from which end.
    """
    start, end = thickness / 2, length - thickness / 2
    if end <= start:
        return SettingOut((length / 2,), thickness, length, hooked)
    origin = 0.0 if first is FirstBay.SHEETS else start
    inner = bays_between(start, end, spacing, thickness, origin=origin, equal=first is FirstBay.EQUAL)
    return SettingOut((start, *inner, end), thickness, length, hooked)


def bays_between(
    start: float, stop: float, spacing: float, thickness: float, *, origin: float | None = None, equal: bool = False
) -> list[float]:
    """Centres stepped by the spacing from one fixed rafter to another, neither included: no bay exceeds the spacing.

    Where the last would stand less than a thickness clear, it stays and the last bays are made equal, as few of them
    as leave every one clear.

    Args:
        start: the fixed rafter they are stepped from.
        stop: the other one, to either side.
        spacing: centre to centre, at most.
        thickness: of the rafters.
        origin: where the first step is measured from, where that is not the first rafter's centre.
        equal: whether all bays are made equal.
    """
    direction = 1.0 if stop > start else -1.0
    first = start if origin is None else origin
    step, least = max(spacing, 2 * thickness), 2 * thickness * (1.0 - WHOLE)
    whole = abs(stop - first)
    bays = max(1, whole_up(abs(stop - start) / step if equal else whole / step))
    if equal:
        return [start + (stop - start) * n / bays for n in range(1, bays)]
    centres = [first + direction * step * n for n in range(1, bays)]
    if not centres or abs(stop - centres[-1]) >= least:
        return centres
    for closed in range(2, bays + 1):
        # The last bays, from the one that stays before them.
        base = centres[bays - closed - 1] if closed < bays else start
        if abs(stop - base) / closed >= least:
            kept = centres[: bays - closed]
            return [*kept, *(base + (stop - base) * n / closed for n in range(1, closed))]
    # So near one another that not even equal bays clear a thickness: they keep within the spacing all the same.
    return [start + (stop - start) * n / bays for n in range(1, bays)]


def last_bay_options(length: float, spacing: float, thickness: float) -> dict[FirstBay, SettingOut]:
    """The ways out of a sliver at the end: as it comes; measured from the first centre; all bays made equal."""
    return {first: set_out(length, spacing, thickness, first) for first in FirstBay}
