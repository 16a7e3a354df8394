"""What it does to a piece when the square is clamped a little off, or the first mark came out a little off."""

from dataclasses import dataclass
from math import atan2, degrees, hypot, radians, tan

from .holding import Setting


@dataclass(frozen=True, slots=True)
class Clamped:
    """A square clamped at other figures than it should be.

    Attributes:
        turned: how far the drawn line stands from the true one, degrees, never negative.
        over_line: how far aside its end comes over its length, mm.
        each: how much too long a step along the edge comes out, mm; 0 where nothing is stepped.
        steps: how many are stepped.
        plumb: how much too high each step comes out, plumb, mm.
    """

    turned: float
    over_line: float
    each: float
    steps: int
    plumb: float

    @property
    def total(self) -> float:
        """Where the last stepped mark stands from its place, mm."""
        return self.each * self.steps


def clamped(setting: Setting, tongue: float, body: float, line: float, steps: int) -> Clamped:
    """What clamped figures do.

    The two figures are the short sides of a right triangle whose long side lies on the edge: a line along the tongue
    stands from square across by the angle whose tangent is the tongue's figure over the body's.

    Args:
        setting: the true one.
        tongue: figure clamped on the tongue, mm, positive.
        body: figure clamped on the body, mm, positive.
        line: length of the line that is drawn, mm.
        steps: how many notches are stepped off with it; 0 for a single line.
    """
    true = atan2(setting.tongue, setting.body)
    turned = abs(degrees(atan2(tongue, body) - true))
    long = hypot(setting.tongue, setting.body)
    each = hypot(tongue, body) - long if steps else 0.0
    return Clamped(turned, line * tan(radians(min(turned, 89.0))), each, steps, tongue - setting.tongue)


@dataclass(frozen=True, slots=True)
class Shifted:
    """A first mark that came out at ``measured`` instead of ``expected``, mm from the hook.

    ``spare`` is the board left over beyond the piece, or None where the board's length is not known.
    """

    expected: float
    measured: float
    spare: float | None

    @property
    def by(self) -> float:
        """How much too far from the hook it stands, mm; negative where too near."""
        return self.measured - self.expected

    @property
    def fits(self) -> bool:
        """Whether the whole layout can be moved along the board instead of being marked anew."""
        return self.spare is not None and self.spare >= abs(self.by)
