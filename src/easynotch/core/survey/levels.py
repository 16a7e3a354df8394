"""Heights of a plate from level readings: absolute at a place, or between two places, by least squares."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from .adjustment import FITS, FREE, SPREAD
from .readings import AtSide, Level, Place


@dataclass(frozen=True, slots=True)
class Levels:
    """How high the plate's top stands at every place that was read, mm, how far each may be off, what the readings are
    off, those of which each could be the wrong one, and the readings themselves.
    """

    heights: dict[Place, float]
    within: dict[Place, float]
    residuals: dict[int, float]
    suspects: tuple[int, ...]
    readings: tuple[Level, ...] = ()

    @property
    def misfit(self) -> float:
        """The largest residual, mm."""
        return max((abs(one) for one in self.residuals.values()), default=0.0)

    def at(self, side: int, along: float, length: float, corners: int) -> float | None:
        """How high a side's plate stands at a place, between the nearest readings on it; None beyond them."""
        known = [(one.along, height) for one, height in self.heights.items()
                 if isinstance(one, AtSide) and one.side == side]  # fmt: skip
        for corner, place in ((side, 0.0), ((side + 1) % corners, length)):
            if corner in self.heights:
                known.append((place, self.heights[corner]))
        known.sort()
        if not known:
            return None
        places, heights = [place for place, _ in known], [height for _, height in known]
        if not places[0] - 1e-6 <= along <= places[-1] + 1e-6 and len(known) < 2:
            return None
        return float(np.interp(along, places, heights))


def levels_of(readings: Sequence[Level]) -> Levels:
    """Heights by least squares; places that hang on no absolute reading are left out."""
    readings = _tied(readings)
    places = list(dict.fromkeys(place for one in readings for place in (one.start, one.end) if place is not None))
    if not places:
        return Levels({}, {}, {}, ())
    heights, residuals, normalized, within = _solved(readings, places)
    suspects: tuple[int, ...] = ()
    if max(abs(one) for one in normalized.values()) > FITS:
        found = []
        for left_out in readings:
            others = _tied([one for one in readings if one is not left_out])
            kept = list(dict.fromkeys(p for one in others for p in (one.start, one.end) if p is not None))
            if len(kept) == len(places) and max(abs(one) for one in _solved(others, kept)[2].values()) <= FITS:
                found.append(left_out.number)
        suspects = tuple(found) or tuple(number for number, one in normalized.items() if abs(one) > FITS)
    return Levels(heights, within, residuals, suspects, tuple(readings))


def _tied(readings: Sequence[Level]) -> list[Level]:
    """The readings whose places hang, over others, on one that is absolute."""
    known = {one.start for one in readings if one.end is None}
    grown = True
    while grown:
        more = {place for one in readings if one.end is not None and {one.start, one.end} & known
                for place in (one.start, one.end)}  # fmt: skip
        grown = not more <= known
        known |= more
    return [one for one in readings if one.start in known]


def _solved(
    readings: Sequence[Level], places: Sequence[Place]
) -> tuple[dict[Place, float], dict[int, float], dict[int, float], dict[Place, float]]:
    design = np.zeros((len(readings), len(places)))
    for k, one in enumerate(readings):
        design[k, places.index(one.start)] = 1.0
        if one.end is not None:
            design[k, places.index(one.end)] = -1.0
    sigma = np.array([one.tolerance / SPREAD for one in readings])
    wanted = np.array([one.value for one in readings])
    weighted = design / sigma[:, None]
    covariance = np.linalg.pinv(weighted.T @ weighted)
    heights = covariance @ weighted.T @ (wanted / sigma)
    left = wanted - design @ heights
    room = 1.0 - np.einsum("ij,jk,ik->i", weighted, covariance, weighted)
    normalized = {
        one.number: float(left[k]) / (float(sigma[k]) * float(room[k]) ** 0.5) if room[k] > FREE else 0.0
        for k, one in enumerate(readings)
    }
    return (
        dict(zip(places, map(float, heights), strict=True)),
        {one.number: float(left[k]) for k, one in enumerate(readings)},
        normalized,
        {place: SPREAD * float(covariance[k, k]) ** 0.5 for k, place in enumerate(places)},
    )
