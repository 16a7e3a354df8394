"""The pitch that brings a ridge to a height: the roof worked out backwards."""

from dataclasses import replace

from ..members.ridge import ridge_top
from ..model.roof import Roof
from ..plan.layout import lay_out_roof

FLATTEST, STEEPEST = 1e-4, 12.0
HALVINGS = 60


def pitch_for_ridge(roof: Roof, top: float) -> float:
    """The slope with which the ridge's top stands at a height above the plates.

    The height climbs with the slope (the notch takes away less of it than the run adds), so that halving finds it;
    where no slope reaches, the nearest end of what rafters can be framed at.

    Args:
        roof: as it is, whatever its slope.
        top: mm above the plates' tops.

    Raises:
        RoofError: what is no roof.
    """
    low, high = FLATTEST, STEEPEST
    for _ in range(HALVINGS):
        middle = (low + high) / 2
        if ridge_top(lay_out_roof(replace(roof, slope=middle))) < top:
            low = middle
        else:
            high = middle
    return (low + high) / 2
