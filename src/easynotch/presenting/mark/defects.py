"""The defects of the board a pattern comes from, and where its layout begins to keep clear of them."""

from ...core.solid import Defect, Lying, Member, lie_clear
from ...exchange import Worked, WorkedFlight


def lying_of(worked: Worked, member: Member) -> Lying | None:
    """Return how a piece lies on the board that was looked over: a flight's stringers, and a roof's pattern rafter.

    None where it has no such board; without a free stretch where no place on it is clear.
    """
    defects = _defects(worked, member)
    if not defects or member.stock.length is None:
        return None
    return lie_clear(defects, member, member.stock.length) or Lying(turned=False, defects=defects, free=())


def begins(lying: Lying | None) -> float | None:
    """Return where the layout begins, from the board's left end, as the check says; None where it does not matter."""
    return lying.start if lying is not None and lying.free else None


def _defects(worked: Worked, member: Member) -> tuple[Defect, ...]:
    if isinstance(worked, WorkedFlight):
        looked = member.role == "stringer" and worked.two is None
        return worked.layout.flight.around.defects if looked else ()
    return worked.layout.roof.defects if member is worked.pattern.member else ()
