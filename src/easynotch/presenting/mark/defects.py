"""The defects of the board a stringer comes from, and where its layout begins to keep clear of them."""

from ...core.solid import Member
from ...core.stairs import Defect, layout_start, slides
from ...exchange import Worked, WorkedFlight


def defects_of(worked: Worked, member: Member) -> tuple[Defect, ...]:
    """Return the defects of a piece's board: only a flight's stringers have a board that was looked over."""
    if not isinstance(worked, WorkedFlight) or member.role != "stringer" or worked.two is not None:
        return ()
    return worked.layout.flight.around.defects


def begins(worked: Worked, member: Member) -> float | None:
    """Return where the layout begins, from the board's better end, as the check says; None where it does not matter."""
    if not isinstance(worked, WorkedFlight) or not defects_of(worked, member) or member.stock.length is None:
        return None
    free = slides(worked.layout, member, member.stock.length)
    return layout_start(free) if free else None
