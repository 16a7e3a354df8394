"""What stands along a ridge, a fascia, a kicker or a ledger: the places that are marked on the board itself."""

from collections.abc import Iterable, Mapping
from typing import Protocol

from ...core.solid import Frame, Meeting, Member, meetings

BOARDS = frozenset(
    {"ridge", "wing_ridge", "laid_ridge", "roof_header", "fascia", "false_fascia", "kicker", "drop_board", "ledger"}
)
"""Roles of boards that others stand against."""
STANDING = frozenset({
    "common", "upper_common", "dropped_common", "king_common", "end_common", "jack", "hung", "trimmed", "over_gable",
    "valley_jack", "hip_valley_jack", "laid_common", "laid_jack", "false_tail", "stringer", "barge_rafter",
})  # fmt: skip
"""Roles of what stands against them."""


class Placed(Protocol):
    """A piece with the places of all that are like it."""

    @property
    def member(self) -> Member: ...  # noqa: D102
    @property
    def frames(self) -> tuple[Frame, ...]: ...  # noqa: D102


def meets_in(pieces: Iterable[Placed]) -> Mapping[str, tuple[Meeting, ...]]:
    """Return by the id of each board what stands against its wide faces, of the pieces of one work."""
    pieces = tuple(pieces)
    standing = [(piece.member, piece.frames) for piece in pieces if piece.member.role in STANDING]
    return {piece.member.id: meetings(piece.member, standing) for piece in pieces if piece.member.role in BOARDS}
