"""What stands against a piece, of the work it belongs to."""

from ...core.solid import Meeting, Member
from ...exchange import Worked


def meets_of(worked: Worked, member: Member) -> tuple[Meeting, ...]:
    """Return what stands against a piece's wide faces; nothing where it is no board for others to stand against."""
    return worked.meets.get(member.id, ())
