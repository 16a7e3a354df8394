"""How far every joint of rafters cut to a survey may open: by the readings, the tape's rounding and the saw."""

import re
from dataclasses import dataclass
from math import hypot

from ...core.survey import PlaceRange, opening_range, place_ranges, wall_ranges
from .work_out_roof import WorkedRoof

ON_EDGE = re.compile(r"[a-z_]+_on_(\d+)_\d+")
"""What a rafter is called that was cut for its place on an edge of the plan."""
AT_CORNER = re.compile(r"(?:hip|valley|valley_short)_at_(\d+)")
"""What a hip or valley is called that was cut for its corner of the plan."""


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
    between = worked.layout.roof.as_built is not None
    by_piece = _between_gables(worked) if between else _over_outline(worked)
    at_corners = {} if between else _at_corners(worked)
    saw, ranges = surveyed.given.saw.mm, {}
    for fit in worked.fitted:
        piece, _, cut = fit.exact.id.rpartition(".")
        if piece in by_piece or piece in at_corners:
            reading, number = _of(by_piece[piece], cut) if piece in by_piece else _of_corner(at_corners[piece], cut)
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


def _at_corners(worked: WorkedRoof) -> dict[str, tuple[PlaceRange, PlaceRange]]:
    """Hips and valleys at their corner: of the wall that begins there, which is their first, and of the other."""
    surveyed, corners = worked.survey, worked.layout.roof.plan.corners
    assert surveyed is not None
    found = [AT_CORNER.fullmatch(piece.member.id) for piece in worked.framing.pieces]
    names = {one[0]: int(one[1]) - 1 for one in found if one is not None}
    places = []
    for corner in names.values():
        (a, b), (c, d) = corners[corner - 1], corners[corner]
        places += [(corner, 0.0), ((corner - 1) % len(corners), hypot(c - a, d - b))]
    ranges = wall_ranges(surveyed.survey, places)
    return dict(zip(names, zip(ranges[::2], ranges[1::2], strict=True), strict=True))


def _of_corner(walls: tuple[PlaceRange, PlaceRange], cut: str) -> tuple[float, int | None]:
    """What the readings leave open at a hip's or valley's cut: a wall's run at its side of the heel, of a heel that is
    square or clipped the greater of both; the plates' height at the seat.
    """
    first, second = walls
    if cut in ("heel", "heel_side"):
        return _of(first if cut == "heel" else second, "heel")
    worse = max(walls, key=lambda one: one.height if cut.startswith("seat") else one.run)
    return _of(worse, "seat" if cut.startswith("seat") else "heel" if cut in ("square", "clipped") else cut)


def _of(place: PlaceRange, cut: str) -> tuple[float, int | None]:
    """What the readings leave open at a cut: the wall's run at the heel, the plate's height at the seat."""
    if cut == "heel":
        return place.run, place.most_run
    return (place.height, place.most_height) if cut == "seat" else (0.0, None)
