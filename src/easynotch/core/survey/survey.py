"""A survey of plates: what its readings say together, and what that is in the trade's words."""

from collections.abc import Sequence
from dataclasses import dataclass
from math import atan2, degrees, hypot, radians, tan

import numpy as np

from .adjustment import Adjusted, adjust, missing_ties
from .levels import Levels, levels_of
from .readings import AtSide, Distance, Level, Offset

Point = tuple[float, float]
RECTANGLE = 4


@dataclass(frozen=True, slots=True)
class Survey:
    """What was read, with the plan as it was drawn: corners where there are readings enough, else the ties missing;
    ``held`` are corners that cannot be moved, ``allows`` how far out or in a wall can be, by its number, mm.
    """

    drawn: tuple[Point, ...]
    distances: tuple[Distance, ...]
    offsets: tuple[Offset, ...]
    plan: Adjusted | None
    missing: tuple[tuple[int, int], ...]
    levels: Levels
    held: tuple[int, ...] = ()
    allows: tuple[tuple[int, float], ...] = ()

    def offset_at(self, side: int, along: float) -> float:
        """How far outside its string a wall stands at a place: none at its corners, straight between readings."""
        assert self.plan is not None
        (a, b), (c, d) = self.plan.corners[side], self.plan.corners[(side + 1) % len(self.drawn)]
        known = sorted((one.at.along, one.value) for one in self.offsets if one.at.side == side)
        rows = [(0.0, 0.0), *known, (hypot(c - a, d - b), 0.0)]
        return float(np.interp(along, [at for at, _ in rows], [value for _, value in rows]))

    def wall(self, side: int) -> tuple[tuple[float, float, float], ...]:
        """A wall at its corners and wherever something was read of it: along it, outside its string, and its plate's
        height; a plate no level was read of lies level.
        """
        assert self.plan is not None
        corners, count = self.plan.corners, len(self.drawn)
        (a, b), (c, d) = corners[side], corners[(side + 1) % count]
        long = hypot(c - a, d - b)
        places = {0.0, long} | {one.at.along for one in self.offsets if one.at.side == side}
        places |= {one.along for one in self.levels.heights if isinstance(one, AtSide) and one.side == side}
        return tuple(
            (along, self.offset_at(side, along), self.levels.at(side, along, long, count) or 0.0)
            for along in sorted(places)
        )


SurveyFacts = dict[str, float]


def survey_of(
    drawn: Sequence[Point],
    distances: Sequence[Distance],
    levels: Sequence[Level],
    offsets: Sequence[Offset],
    held: Sequence[int] = (),
) -> Survey:
    """A survey over a plan's corners, counter-clockwise; those ``held`` cannot be moved."""
    missing = tuple(missing_ties(drawn, distances))
    plan = None if missing else adjust(drawn, distances)
    return Survey(tuple(drawn), tuple(distances), tuple(offsets), plan, missing, levels_of(levels), tuple(held))


def facts_of_survey(survey: Survey) -> SurveyFacts:
    """What a survey found, mm and degrees: what it has no readings for is left out.

    ``out_of_square`` is how far the corner that is most off its drawn angle is out over the longer side at it.
    """
    found: SurveyFacts = {}
    misfits = [survey.levels.misfit] if survey.levels.residuals else []
    if survey.plan is not None:
        misfits.append(survey.plan.misfit)
        corners = survey.plan.corners
        angles, drawn = angles_of(corners), angles_of(survey.drawn)
        found |= {f"survey.corner.{k}": angle for k, angle in enumerate(angles, 1)}
        sides = [hypot(c - a, d - b) for (a, b), (c, d) in zip(corners, [*corners[1:], corners[0]], strict=True)]
        off = [
            tan(radians(abs(angle - wanted))) * max(sides[k], sides[k - 1])
            for k, (angle, wanted) in enumerate(zip(angles, drawn, strict=True))
        ]
        found["survey.out_of_square"] = max(off)
        found["survey.within"] = max(survey.plan.within)
        if len(corners) == RECTANGLE:
            found["survey.out_of_parallel"] = max(abs(sides[0] - sides[2]), abs(sides[1] - sides[3]))
    if misfits:
        found["survey.misfit"] = max(misfits)
    heights = survey.levels.heights
    if heights:
        found["survey.out_of_level"] = max(heights.values()) - min(heights.values())
    if len(survey.drawn) == RECTANGLE and all(corner in heights for corner in range(RECTANGLE)):
        found["survey.twist"] = abs(heights[0] - heights[1] + heights[2] - heights[3])
    if survey.offsets:
        found["survey.out_of_straight"] = max(abs(one.value) for one in survey.offsets)
    return found


def angles_of(corners: Sequence[Point]) -> list[float]:
    """Inside every corner of an outline that runs counter-clockwise, degrees."""
    made = []
    for k, (x, y) in enumerate(corners):
        (a, b), (c, d) = corners[k - 1], corners[(k + 1) % len(corners)]
        turned = degrees(atan2(b - y, a - x) - atan2(d - y, c - x))
        made.append(turned % 360.0)
    return made
