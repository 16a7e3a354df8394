"""The roads to a valley's length over a square inside corner between equal pitches."""

from math import atan, hypot, sqrt, tan

from ...terms import Count, Length, Working
from ..plan.arrangement import HipOrRidgePlan
from ..plan.head_order import arrange
from ..plan.layout import RoofLayout
from ..plan.seams import SeamKind
from .methods import Roads, line, road

SQUARE = 45.0
ALIKE = 1e-6


def valley_working(layout: RoofLayout) -> list[Working]:
    """What can be worked out twice about the longest valley that stands over a square corner between equal pitches."""
    valleys = [plan for plan in arrange(layout).hip_and_ridge_members if plan.seam.kind is SeamKind.VALLEY]
    square = [plan for plan in valleys if _is_square(plan)]
    if not square:
        return []
    longest = max(square, key=lambda plan: plan.top.z)
    return [Working("valley_theoretical", *_length(longest))]


def _is_square(plan: HipOrRidgePlan) -> bool:
    seam = plan.seam
    return (
        seam.corner is not None
        and all(abs(seam.plan_angle(slope) - SQUARE) < ALIKE for slope in (seam.first, seam.second))
        and abs(seam.first.rise_per_run - seam.second.rise_per_run) < ALIKE
    )


def _length(plan: HipOrRidgePlan) -> Roads:
    """Run times the length of a valley per unit of run; or the diagonal of the plan and the rise as two sides."""
    slope, low, high = plan.seam.first, plan.seam.low, plan.top
    run = slope.inward_of((high.x, high.y)) - slope.inward_of((low.x, low.y))
    per = sqrt(2 + slope.rise_per_run * slope.rise_per_run)
    first = road(
        line("valley_per_run", Count(per), slope=Count(slope.rise_per_run)),
        line("valley_length", Length(run * per), run=Length(run), per=Count(per)),
    )
    other = plan.seam.second
    across = other.inward_of((high.x, high.y)) - other.inward_of((low.x, low.y))
    diagonal, rise = hypot(run, across), across * tan(atan(other.rise_per_run))
    second = road(
        line("valley_diagonal", Length(diagonal), run=Length(run), across=Length(across)),
        line("valley_triangle", Length(hypot(diagonal, rise)), diagonal=Length(diagonal), rise=Length(rise)),
    )
    return first, second
