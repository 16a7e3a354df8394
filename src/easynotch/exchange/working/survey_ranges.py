"""How far every joint of rafters cut to a survey may open: by the readings, the tape's rounding and the saw."""

import re
from dataclasses import dataclass
from math import hypot

from ...core.survey import PlaceRange, opening_range, place_ranges, wall_ranges
from .work_out_roof import WorkedRoof

ON_EDGE = re.compile(r"[a-z_]+_on_(\d+)_\d+")
"""What a rafter is called that was cut for its place on an edge of the plan."""


@dataclass(frozen=True, slots=True)
class JointRange:
    """How far a joint may open, 95 times of 100, mm, and by its number the reading that would narrow it most; None
    where no reading bears on it.
    """

    by: float
    reading: int | None


def joint_ranges(worked: WorkedRoof) -> dict[str, JointRange]:
    """The ranges of the joints of pieces that were cut for their places, by the joint; none of other roofs."""
    surveyed = worked.survey
    if surveyed is None or not surveyed.cut_to:
        return {}
    by_piece = _between_gables(worked) if worked.layout.roof.as_built is not None else _over_outline(worked)
    saw, ranges = surveyed.given.saw.mm, {}
    for fit in worked.fitted:
        piece, _, cut = fit.exact.id.rpartition(".")
        if piece in by_piece:
            reading, number = _of(by_piece[piece], cut)
            ranges[fit.exact.id] = JointRange(opening_range(reading, fit.bound - fit.within, saw) + fit.within, number)
    return ranges


def _between_gables(worked: WorkedRoof) -> dict[str, PlaceRange]:
    surveyed = worked.survey
    assert surveyed is not None
    centres = sorted(worked.framing.setting_out.in_world)
    places = [(side, along) for side in range(len(worked.layout.sides)) for along in centres]
    # As it was drawn: the datum is laid by it.
    found = place_ranges(surveyed.survey, surveyed.given.datum, worked.layout.roof.plan.width, places)
    names = [f"rafter_{'ab'[side]}_{number}" for side in range(len(worked.layout.sides))
             for number in range(1, len(centres) + 1)]  # fmt: skip
    return dict(zip(names, found, strict=True))


def _over_outline(worked: WorkedRoof) -> dict[str, PlaceRange]:
    """Rafters along their own wall, each by the edge in its name."""
    surveyed, corners = worked.survey, worked.layout.roof.plan.corners
    assert surveyed is not None
    names, places = [], []
    for piece in worked.framing.pieces:
        found = ON_EDGE.fullmatch(piece.member.id)
        if found is None:
            continue
        edge = int(found[1]) - 1
        (a, b), (c, d) = corners[edge], corners[(edge + 1) % len(corners)]
        at, long = piece.member.placement.origin, hypot(c - a, d - b)
        names.append(piece.member.id)
        places.append((edge, ((at.x - a) * (c - a) + (at.y - b) * (d - b)) / long))
    return dict(zip(names, wall_ranges(surveyed.survey, places), strict=True))


def _of(place: PlaceRange, cut: str) -> tuple[float, int | None]:
    """What the readings leave open at a cut: the wall's run at the heel, the plate's height at the seat."""
    if cut == "heel":
        return place.run, place.most_run
    return (place.height, place.most_height) if cut == "seat" else (0.0, None)
