"""What is said at the stops of a stringer."""

from dataclasses import dataclass

from ..core.bench import Stop, StopKind
from ..core.rules import Words
from ..core.solid import Member
from ..core.stairs import Layout
from ..core.terms import Length, Message, Value
from .piece_talk import stair_title
from .shown_models import Point


@dataclass(frozen=True, slots=True)
class FlightTalk:
    """The sentences of a flight's stringers."""

    layout: Layout
    depth: float
    words: Words

    def key(self, stop: Stop) -> str:
        """A notch for a tread is called so; every other stop by its role."""
        return "notch" if stop.kind is StopKind.NOTCH and stop.role == "tread" else stop.role

    def values(self, stop: Stop) -> dict[str, Value]:
        """The foot's line, and the sizes of what a notch goes over."""
        kicker, ledger = self.layout.flight.kicker, self.layout.flight.head.ledger
        off = ledger if stop.role == "ledger" else None
        return {
            "line": Length(self._foot),
            "up": Length(off.depth if off else kicker.thickness if kicker else 0.0),
            "back": Length(off.width if off else kicker.width if kicker else 0.0),
        }

    @property
    def _foot(self) -> float:
        return self.layout.tread_levels[-1] - self.layout.bearing_level

    def figure(self, stop: Stop) -> float | None:
        """Where a stop is not read on the tape."""
        kicker, ledger = self.layout.flight.kicker, self.layout.flight.head.ledger
        if stop.role == "foot":
            return self._foot
        if stop.role == "kicker" and kicker:
            return kicker.thickness
        if stop.role == "ledger" and ledger:
            return ledger.depth
        return None

    def measure(self, stop: Stop, last: float) -> tuple[Point, Point] | None:
        """Down the lowest riser line to the foot, or along the bottom edge."""
        if stop.role == "foot" and stop.start is not None:
            return (last, 0.0), stop.start
        if stop.along_bottom is not None and stop.along_top is None:
            return (0.0, self.depth), (stop.along_bottom, self.depth)
        return None

    def title(self, member: Member) -> Message:
        """The pattern, the inner one, or one by its number."""
        return stair_title(member.id, self.words)
