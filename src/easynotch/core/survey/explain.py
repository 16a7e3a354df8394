"""What explains best what was read: for every cause the size at which what it would show comes nearest to it."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

FINE = 1e-4
"""Of the most a cause can be: how finely its size is found."""
Row = Sequence[float | None]
"""Readings in their order; None of what was not read."""


@dataclass(frozen=True, slots=True)
class Explained:
    """A cause with its size, and how much of what was read it explains, 0 to 1."""

    cause: str
    size: float
    explains: float


def explain(
    read: Row, right: Row, spreads: Sequence[float], would: Callable[[str, float], Row], mosts: Mapping[str, float]
) -> list[Explained]:
    """Return the causes, best first; none where nothing that was read is off by more than twice what it is read to.

    Args:
        read: what was read.
        right: what would be read if nothing were off.
        spreads: how well each is read.
        would: what would be read for a cause of a size.
        mosts: the most each cause can be.
    """
    before = misfit(read, right, spreads)
    if before <= 0.0 or within_reading(read, right, spreads):
        return []
    found = []
    for cause, most in mosts.items():
        size = least(lambda at, cause=cause: misfit(read, would(cause, at), spreads), most)  # type: ignore[misc]
        left = misfit(read, would(cause, size), spreads)
        found.append(Explained(cause, size, max(0.0, 1.0 - left / before)))
    return sorted(found, key=lambda one: -one.explains)


def within_reading(read: Row, right: Row, spreads: Sequence[float]) -> bool:
    """Return whether nothing that was read is off by more than it can be read."""
    return all(
        one is None or told is None or abs(one - told) <= 2 * spread
        for one, told, spread in zip(read, right, spreads, strict=True)
    )


def misfit(read: Row, told: Row, spreads: Sequence[float]) -> float:
    """Return how far what was read is off what would be read, squared, each by how well it is read."""
    return sum(
        ((one - would) / spread) ** 2
        for one, would, spread in zip(read, told, spreads, strict=True)
        if one is not None and would is not None
    )


def least(misfit_at: Callable[[float], float], most: float, steps: int = 40) -> float:
    """Return where a misfit is least: the best of a row of sizes, then between its neighbours by thirds."""
    sizes = [most * k / steps for k in range(-steps, steps + 1)]
    at = min(sizes, key=misfit_at)
    low, high = at - most / steps, at + most / steps
    while high - low > most * FINE:
        one, other = low + (high - low) / 3, high - (high - low) / 3
        if misfit_at(one) <= misfit_at(other):
            high = other
        else:
            low = one
    return (low + high) / 2
