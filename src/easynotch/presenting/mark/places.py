"""What stands along a ridge, a fascia, a kicker or a ledger: the places that are marked on the board itself."""

from ...core.solid import Meeting, Member, meetings
from ...exchange import Worked

BOARDS = frozenset(
    {"ridge", "wing_ridge", "laid_ridge", "roof_header", "fascia", "false_fascia", "kicker", "drop_board", "ledger"}
)
"""Roles of boards that others stand against."""
STANDING = frozenset({
    "common", "upper_common", "dropped_common", "king_common", "end_common", "jack", "hung", "trimmed", "over_gable",
    "valley_jack", "hip_valley_jack", "laid_common", "laid_jack", "false_tail", "stringer", "barge_rafter",
})  # fmt: skip
"""Roles of what stands against them."""


def meets_of(worked: Worked, member: Member) -> tuple[Meeting, ...]:
    """Return what stands against a piece's wide faces; nothing where it is no board for others to stand against."""
    if member.role not in BOARDS:
        return ()
    return meetings(
        member, ((piece.member, piece.frames) for piece in worked.framing.pieces if piece.member.role in STANDING)
    )
