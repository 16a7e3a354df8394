"""Where the heads of a rectangle's hips go: into the corner of king and end common, or directly on the ridge.

On the ridge, the ridge runs on past the point where the planes meet until it carries the hips' whole cheeks, its top
cut off in the end's plane; the first commons stand beside the hips instead of under that point.
"""

from dataclasses import dataclass
from math import sqrt

from ..model.roof import Roof

ROOT = sqrt(2.0)
ON_RIDGE = frozenset({"ridge_single", "ridge_double"})


@dataclass(frozen=True, slots=True)
class Heads:
    """Level, from the point where ridge and hips' lines meet, mm.

    ``end_nose`` is how far a hip's cheek facing the end's slope up stands from that point, along the end's run, or
    None where it has none; ``side_nose`` the same along the side's run. ``ridge_past`` is how far the ridge runs on
    past the point (negative where it stops short), ``king`` how far past the run, towards the roof's middle, kings
    stand.
    """

    end_nose: float | None
    side_nose: float
    ridge_past: float
    king: float


def heads_of(roof: Roof) -> Heads:
    """The heads of a roof's hips; without hips into commons, as far as its ridge and kings would be."""
    common, ridge = roof.rafter.thickness, roof.ridge.stock.thickness
    if roof.hip is None or not on_ridge(roof):
        return Heads(common / 2, common / 2, common / 2, 0.0)
    # A cheek against the ridge is as long as the hip is thick at 45°.
    half_cheek = roof.hip.stock.thickness / ROOT
    past = ridge / 2 + half_cheek
    if roof.hip.head == "ridge_double":
        return Heads(ridge / 2, ridge / 2, past, (common - ridge) / 2)
    return Heads(None, ridge / 2, past, half_cheek - ridge / 2 + common / 2)


def on_ridge(roof: Roof) -> bool:
    """Whether hips go directly on the ridge."""
    return roof.hip is not None and roof.hip.head in ON_RIDGE
