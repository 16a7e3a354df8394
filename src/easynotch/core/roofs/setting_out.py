"""Setting out: where rafters stand along an eave, measured from one end to the same side of each."""

from dataclasses import dataclass
from enum import StrEnum

from ..tape import WHOLE, whole_up


class FirstBay(StrEnum):
    """Where the spacing is measured from: the end of the plate to the second rafter's centre, so that sheet edges
    land on centres; or from the first rafter's centre; or all bays are made equal.
    """

    SHEETS = "sheets"
    CENTRES = "centres"
    EQUAL = "equal"


class From(StrEnum):
    """The end of the framing the tape is hooked on."""

    FIRST_END = "first_end"
    SECOND_END = "second_end"


@dataclass(frozen=True, slots=True)
class SettingOut:
    """Rafters along an eave: the centre of each from the end the tape is hooked on, mm."""

    centres: tuple[float, ...]
    thickness: float
    length: float
    hooked: From = From.FIRST_END

    @property
    def in_world(self) -> tuple[float, ...]:
        """The centres from the framing's first end, in their own order."""
        if self.hooked is From.FIRST_END:
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
    hooked: From = From.FIRST_END,
) -> SettingOut:
    """Set rafters out between two gables: the first and the last flush with the end walls.

    One that would stand less than its thickness clear of the last is left out.

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
    if first is FirstBay.EQUAL:
        bays = max(1, whole_up((end - start) / spacing))
        centres = [start + (end - start) * n / bays for n in range(bays + 1)]
        return SettingOut(tuple(centres), thickness, length, hooked)
    centres = [start]
    origin = 0.0 if first is FirstBay.SHEETS else start
    step = 1
    while (centre := origin + step * spacing) <= end - 2 * thickness + WHOLE * length:
        if centre - centres[-1] >= 2 * thickness - WHOLE * length:
            centres.append(centre)
        step += 1
    return SettingOut((*centres, end), thickness, length, hooked)


def last_bay_options(length: float, spacing: float, thickness: float) -> dict[FirstBay, SettingOut]:
    """The ways out of a sliver at the end: as it comes; measured from the first centre; all bays made equal."""
    return {first: set_out(length, spacing, thickness, first) for first in FirstBay}
