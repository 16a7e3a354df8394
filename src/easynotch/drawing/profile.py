"""The finished profile of a flight, for riser candidates and for the bench of works."""

from dataclasses import dataclass

from ..core.roofs import RoofLayout, hip_plan
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


def draw_silhouette(layout: RoofLayout) -> Profile:
    """A roof's outline over its walls: the measuring line from eave to eave, and the ground under it."""
    points: list[tuple[float, float]] = []
    for side in (one for one in layout.sides if not one.slope.runs_back):
        low = -layout.out if side.bears else 0.0
        for inward in (low, side.run):
            at = side.slope.at(0.0, inward, side.slope.height(inward))
            points.append((at.y, -at.z))
    if len(layout.sides) > 1:
        others = [one for one in layout.sides if one.slope.runs_back]
        for side in reversed(others):
            low = -layout.out if side.bears else 0.0
            for inward in (side.run, low):
                at = side.slope.at(0.0, inward, side.slope.height(inward))
                points.append((at.y, -at.z))
    top, left = min(y for _, y in points), min(x for x, _ in points)
    height = max(y for _, y in points) - top
    steps = tuple((x - left, y - top) for x, y in points)
    return Profile(steps=steps, ground=height * 1.5 + 1.0, run=max(x for x, _ in steps))


@dataclass(frozen=True, slots=True)
class PlanCard:
    """A roof from above, small: its eaves' outline, and where its slopes meet; y up, mm."""

    outline: tuple[Point, ...]
    seams: tuple[tuple[Point, Point], ...]


def draw_plan_card(layout: RoofLayout) -> PlanCard | None:
    """The plan of a roof over an outline or with hipped ends; None of a roof its silhouette shows whole."""
    found = hip_plan(layout)
    if found is None:
        return None
    corners, seams = found
    return PlanCard(corners, seams)
