"""A piece laid out on its board with its steps: one maker for screen, pocket page, sheet, gauge check and listing."""

from dataclasses import dataclass

from ...core.bench import Layout, Preferences, Step, lay_on_board, steps_of
from ...core.solid import Lying, Meeting, Member
from ...exchange import Worked
from .defects import begins, lying_of
from .places import meets_of


@dataclass(frozen=True, slots=True)
class Laid:
    """Where a piece lies on its board, how that board is turned for its defects, and what is done."""

    layout: Layout
    steps: tuple[Step, ...]
    lying: Lying | None

    @property
    def turned(self) -> bool:
        """Whether the board lies end for end."""
        return self.lying is not None and self.lying.turned


def lay_out_piece(
    worked: Worked, member: Member, preferences: Preferences, more: int = 0, meets: tuple[Meeting, ...] | None = None
) -> Laid:
    """Lay a piece out, clear of its board's defects, with the places of what stands against it.

    Args:
        worked: the work it belongs to.
        member: the piece.
        preferences: how the user works.
        more: how many are traced from it.
        meets: what stands against it, where that is known already.
    """
    lying = lying_of(worked, member)
    start = begins(lying)
    against = meets_of(worked, member) if meets is None else meets
    steps = steps_of(member, preferences, more=more, begins=start, meets=against)
    return Laid(lay_on_board(member, preferences, start), steps, lying)
