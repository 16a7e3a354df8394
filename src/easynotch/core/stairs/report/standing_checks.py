"""The checks of a stair that is fitted to what stands: header, landing along the foot, walls."""

from collections.abc import Iterator

from ...terms import Check, Count, Length, Level, Limits, Listed, Message
from ..layout.layout import Layout
from ..layout.places import stringer_places
from ..members.scribed_treads import scribed_treads, walled
from .checks import plain

SOUND = 0.05
"""mm."""


def standing_checks(layout: Layout, limits: Limits) -> Iterator[Check]:
    """What is told of a header out of level, a landing that falls along the foot, and walls out of true."""
    standing, width = layout.flight.around.standing, layout.flight.width
    left, right = standing.header
    if left or right:
        top = layout.tread_levels[0]
        drops = tuple(
            Message("stair_survey.drop", {"n": Count(k), "by": Length(standing.header_at(y, width) - top)})
            for k, y in enumerate(stringer_places(layout), 1)
        )  # fmt: skip
        limit = limits["riser_difference"]
        level = Level.LOOK if abs(left - right) > limit.amount + 1e-6 else Level.OK
        yield plain("header_level", level, Length(abs(left - right)), limit=limit.as_value, drops=Listed(drops))
    if standing.foot_fall:
        fall = abs(standing.foot_fall) * layout.top_level_cut
        kicker = layout.flight.kicker is not None
        yield plain("foot_along", Level.LOOK if kicker else Level.OK, Length(fall))
    if walled(layout):
        lengths = [member.lengths["overall"] for member, _ in scribed_treads(layout, ())]
        yield plain(
            "scribed_treads", Level.OK, Count(len(lengths)), least=Length(min(lengths)), most=Length(max(lengths))
        )
        room = [wall for wall in (standing.left, standing.right) if wall is not None]
        nearest = min(min(wall.low, wall.high) for wall in room)
        if nearest < -SOUND:
            yield plain("wall_in_stair", Level.STOP, Length(-nearest))
