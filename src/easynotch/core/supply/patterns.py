"""Every pattern that could be part of a cheaper plan: a search cut short by what its pieces are worth.

A pattern whose pieces are worth less than its board costs by more than a plan could still be bettered has no place in
any better plan (reduced cost fixing). So where the search comes to its end, the patterns it found are all there are.
"""

from collections.abc import Sequence

from .packing import Pattern

MOST_STEPS = 12_000
"""How far a search goes on for one length of board: the same for the same input, whatever the clock says."""
MOST_PATTERNS = 600
"""More of them make a programme that takes longer than it saves."""
EVEN = 1e-9


def candidate_patterns(
    sizes: Sequence[float],
    counts: Sequence[int],
    worth: Sequence[float],
    room: float,
    least: float,
) -> list[Pattern] | None:
    """Every pattern worth at least so much that takes no more than the room.

    Args:
        sizes: what a piece of each kind takes at least, mm.
        counts: how many of each are wanted.
        worth: what a piece of each kind is worth.
        room: how much all may take.
        least: what a pattern must be worth.

    Returns:
        The patterns; None where there are too many to look at.
    """
    order = sorted(range(len(sizes)), key=lambda k: (-worth[k] / max(sizes[k], EVEN), k))
    # The best that what is still to come could make of a millimetre.
    rates = [worth[k] / max(sizes[k], EVEN) for k in order] + [0.0]
    found: list[Pattern] = []
    chosen = [0] * len(sizes)
    steps = 0

    def look(place: int, left: float, value: float) -> bool:
        nonlocal steps
        steps += 1
        if steps > MOST_STEPS or len(found) > MOST_PATTERNS:
            return False
        if value + left * rates[place] < least - EVEN:
            return True
        if place == len(order):
            pattern = tuple(chosen)
            if any(pattern):
                found.append(pattern)
            return True
        kind = order[place]
        size = max(sizes[kind], EVEN)
        for n in range(min(counts[kind], int((left + EVEN) / size)), -1, -1):
            chosen[kind] = n
            if not look(place + 1, left - n * size, value + n * worth[kind]):
                return False
        chosen[kind] = 0
        return True

    whole = look(0, room, 0.0)
    return found if whole else None
