"""A roof's survey worked out: what its readings say, and the roof as its pieces are cut to it."""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ...core.roofs import AsBuilt, End, Framing, Roof, RoofError, RoofLayout, Shape, ValleyHead, as_outline, with_wings
from ...core.solid import Fitted
from ...core.survey import Survey, agrees, check_survey, facts_of_survey, plate_lines, survey_of, true_up
from ...core.terms import Check, Count, Length, make_check, message
from ...core.terms import Level as Weight
from ..input.survey_input import SurveyInput
from ..problems import Problem, Problems
from .survey_costs import alike, kept, stand_late, worth


@dataclass(frozen=True, slots=True)
class WorkedSurvey:
    """A survey with its facts; ``cut_to`` tells whether the roof can be, and is, cut to it."""

    survey: Survey
    given: SurveyInput
    facts: dict[str, float]
    cut_to: bool = False


def work_out_survey(given: SurveyInput, roof: Roof, path: str = "") -> WorkedSurvey:
    """What a survey says of a roof's plates.

    Raises:
        Problems: at the reading, a corner or a side the plan has not.
    """
    corners = surveyed_corners(roof)
    for number, reading in enumerate(given.readings):
        for key, place in (("from", reading.start), ("to", reading.end)):
            at = place if isinstance(place, int) else None if place is None else place.place().side + 1
            if at is not None and at > len(corners):
                where = f"{path}.survey.readings[{number}].{key}".lstrip(".")
                raise Problems([Problem(where, message("error.survey_corner", most=str(len(corners))))])
    held = tuple(corner - 1 for corner in given.holds)
    for number, corner in enumerate(held):
        if corner >= len(corners):
            where = f"{path}.survey.holds[{number}]".lstrip(".")
            raise Problems([Problem(where, message("error.survey_corner", most=str(len(corners))))])
    allows = []
    for number, one in enumerate(given.walls):
        wall = one.wall()
        if wall >= len(corners):
            where = f"{path}.survey.walls[{number}].side".lstrip(".")
            raise Problems([Problem(where, message("error.survey_corner", most=str(len(corners))))])
        allows.append((wall, one.movable.mm))
    read = survey_of(corners, given.distances(), given.levels(), given.offsets(), held)
    survey = replace(read, allows=tuple(allows))
    return WorkedSurvey(survey, given, facts_of_survey(survey))


def surveyed_corners(roof: Roof) -> tuple[tuple[float, float], ...]:
    """The corners a survey of a roof's plates is of, as drawn, counter-clockwise."""
    plan = _outlined(roof).plan
    return plan.corners or ((0.0, 0.0), (plan.length, 0.0), (plan.length, plan.width), (0.0, plan.width))


def cut_to(roof: Roof, worked: WorkedSurvey) -> Roof | None:
    """The roof over its plates as they stand; None where it is cut as drawn: the building is to be trued, a reading is
    missing or wrong, or roofs of its kind are not cut so.
    """
    roof, given = _outlined(roof), worked.given
    plan = roof.plan
    if given.decide == "true" or not agrees(worked.survey):
        return None
    if plan.shape is Shape.OUTLINE or (plan.shape is Shape.RECTANGLE and not plan.wings and End.HIP in plan.ends):
        return _as_outline(roof, worked)
    if plan.shape is not Shape.RECTANGLE or plan.wings or plan.ridge_at is not None:
        return None
    lines = plate_lines(worked.survey, given.datum, plan.width)
    built = AsBuilt(lines.first, lines.second, given.keep, given.alike.mm)
    return replace(roof, plan=replace(plan, length=lines.length), as_built=built)


def _outlined(roof: Roof) -> Roof:
    """A rectangle with wings in its walls as its outline, whose corners are surveyed; any other roof as it is."""
    plan = roof.plan
    laid = plan.valley is not None and plan.valley.head is ValleyHead.LAY_ON
    if plan.shape is not Shape.RECTANGLE or not plan.wings or laid:
        return roof
    try:
        return replace(roof, plan=with_wings(plan))
    except RoofError:
        # What is wrong with a wing is told where the roof is laid out.
        return roof


def _as_outline(roof: Roof, worked: WorkedSurvey) -> Roof:
    """A roof over its corners as they stand, laid over the drawn ones so that they are off the least: every slope has
    its pitch from its own wall.
    """
    assert worked.survey.plan is not None
    plan = roof.plan if roof.plan.shape is Shape.OUTLINE else as_outline(roof.plan)
    corners = true_up(worked.survey.drawn, worked.survey.plan.corners).corners
    return replace(
        roof, plan=replace(plan, corners=corners), surveyed=_edges(worked.survey), alike=worked.given.alike.mm
    )


def _edges(survey: Survey) -> tuple[tuple[tuple[float, float, float], ...], ...]:
    """Every wall at its corners and where something was read of it: along it, out of its string, its plate's height."""
    return tuple(survey.wall(side) for side in range(len(survey.drawn)))


def survey_checks(
    worked: WorkedSurvey, layout: RoofLayout, framing: Framing, fitted: tuple[Fitted, ...], ridge_top: float | None
) -> Iterator[Check]:
    """What a survey is told of, and what the pieces cut to it keep."""
    movable = worked.given.movable
    weighed = list(worth(worked, framing))
    quicker = all(one.level is not Weight.OK for one in weighed) or worked.given.decide == "true"
    yield from check_survey(worked.survey, movable.mm if movable else None, worth=quicker)
    if ridge_top is not None:
        yield from _ridge_stands(worked.given, ridge_top)
    yield from stand_late(worked.given, layout, framing)
    yield from weighed
    if not agrees(worked.survey):
        return
    if not worked.cut_to:
        if worked.given.decide == "cut":
            yield make_check("survey_as_drawn", Weight.LOOK)
        return
    cut = [piece.member for piece in framing.pieces if "stand" in piece.member.lengths]
    stands = [member.lengths["stand"] for member in cut]
    lowest = min(cut, key=lambda member: member.lengths["stand"])
    # What is left over the seat: under half the rafter's plumb depth the notch takes more than half of it.
    half = lowest.stock.depth / 2
    level = Weight.STOP if min(stands) <= 0 else Weight.LOOK if min(stands) < half else Weight.OK
    yield make_check(
        "survey_stand", level, Length(min(stands)), most=Length(max(stands)), n=Count(len(cut)), half=Length(half)
    )
    yield from alike(worked, framing, fitted)
    yield from kept(worked.given, layout, framing)


def _ridge_stands(given: SurveyInput, ridge_top: float) -> Iterator[Check]:
    """Whether the ridge stands as high as it was drawn, where its height was read: by the reading that is most off."""
    heights = given.heights()
    if not heights:
        return
    read, spread = max(heights, key=lambda one: abs(one[0] - ridge_top))
    off = read - ridge_top
    level = Weight.OK if abs(off) <= spread else Weight.LOOK
    words = "survey_ridge" if off >= 0 else "survey_ridge_low"
    yield make_check("survey_ridge", level, Length(abs(off)), None, words, top=Length(ridge_top))
