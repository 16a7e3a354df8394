"""The finished profile of a flight, for riser candidates and for the bench of works."""

from dataclasses import dataclass

from ..core.stairs import Layout
from .sheet import Point


@dataclass(frozen=True, slots=True)
class Profile:
    """The walked-on line from the deck down to the landing, and the ground below it; y down, deck at 0."""

    steps: tuple[Point, ...]
    ground: float
    run: float


def draw_profile(layout: Layout) -> Profile:
    """The finished steps without nosings: deck, riser, tread, …, landing."""
    faces = layout.finished_risers
    reach = layout.going * 0.75
    points: list[Point] = [((0.0 if layout.flight.flush else faces[0]) - reach, 0.0)]
    level = 0.0
    for face in faces:
        points += [(face, level), (face, level + layout.riser)]
        level += layout.riser
    points.append((faces[-1] + reach, level))
    return Profile(tuple(points), level, faces[-1])
