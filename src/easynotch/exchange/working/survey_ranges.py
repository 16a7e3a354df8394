"""How far every joint of rafters cut to a survey may open: by the readings, the tape's rounding and the saw."""

from dataclasses import dataclass

from ...core.survey import PlaceRange, opening_range, place_ranges
from .work_out_roof import WorkedRoof


@dataclass(frozen=True, slots=True)
class JointRange:
    """How far a joint may open, 95 times of 100, mm, and by its number the reading that would narrow it most; None
    where no reading bears on it.
    """

    by: float
    reading: int | None


def joint_ranges(worked: WorkedRoof) -> dict[str, JointRange]:
    """The ranges of the joints of rafters that were cut for their places, by the joint; none of other roofs."""
    surveyed, built = worked.survey, worked.layout.roof.as_built
    if surveyed is None or not surveyed.cut_to or built is None:
        return {}
    centres = sorted(worked.framing.setting_out.in_world)
    places = [(side, along) for side in range(len(worked.layout.sides)) for along in centres]
    # As it was drawn: the datum is laid by it.
    found = place_ranges(surveyed.survey, surveyed.given.datum, worked.layout.roof.plan.width, places)
    by_piece = {
        f"rafter_{'ab'[side]}_{centres.index(along) + 1}": one for (side, along), one in zip(places, found, strict=True)
    }
    saw, ranges = surveyed.given.saw.mm, {}
    for fit in worked.fitted:
        piece, _, cut = fit.exact.id.rpartition(".")
        if piece in by_piece:
            reading, number = _of(by_piece[piece], cut)
            ranges[fit.exact.id] = JointRange(opening_range(reading, fit.bound - fit.within, saw) + fit.within, number)
    return ranges


def _of(place: PlaceRange, cut: str) -> tuple[float, int | None]:
    """What the readings leave open at a cut: the wall's run at the heel, the plate's height at the seat."""
    if cut == "heel":
        return place.run, place.most_run
    return (place.height, place.most_height) if cut == "seat" else (0.0, None)
