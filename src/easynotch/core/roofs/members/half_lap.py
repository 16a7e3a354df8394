"""Rafters without a ridge: half-lapped over each other at the peak, numbered in pairs.

Each timber is measured. A rafter runs past the peak to its mate's upper side; within the mate's depth half of its
own thickness goes. Turned to face each other, both halves go from the same face of each, or the two would claim the
same wood: a pair is cut on one hand.
"""

from ...solid import CutPlane, Member, Plane, Removal, Stock, Vector
from ...terms import Count, message
from ..model.roof import Lap, RoofError, Timber
from ..plan.layout import RoofLayout, RoofSide
from .rafter import finish, plate_notch, tail_rows, to_eave

LEAST_LAP = 0.02
"""Rise over run: flatter rafters lie on each other for metres before they have crossed."""


def pairs_of(layout: RoofLayout, count: int) -> tuple[tuple[Timber, Timber], ...]:
    """The pairs from the start: measured ones first, the rest as the stock says.

    Raises:
        RoofError: a pair whose two rafters are cut on different hands, or a roof too flat to lap.
    """
    if min(side.slope.rise_per_run for side in layout.sides) < LEAST_LAP:
        raise RoofError("pitch", message("error.roof_flat_lap"))
    stock = layout.roof.rafter
    usual = Timber(stock.thickness, stock.depth)
    for number, (left, right) in enumerate(layout.roof.pairs):
        if left.lap is not right.lap:
            raise RoofError(f"pairs[{number}]", message("error.roof_one_hand", n=Count(number + 1)))
    measured = layout.roof.pairs[:count]
    return (*measured, *((usual, usual) for _ in range(count - len(measured))))


def lapped(
    layout: RoofLayout,
    side: RoofSide,
    mate_leg: RoofSide,
    *,
    station: float,
    pair: tuple[Timber, Timber],
    member_id: str,
) -> Member:
    """One rafter of a half-lapped pair.

    Args:
        layout: the roof.
        leg: its own slope; the pair's centre plane stands at ``station`` along its eave.
        mate_leg: its mate's slope.
        station: mm along the eave.
        pair: its own timber as measured, and its mate's.
        member_id: what the piece is called.
    """
    own, mate = pair
    slope = side.slope
    stock = Stock(own.thickness, own.depth, layout.roof.rafter.length)
    frame = slope.frame(station, side.run)
    top = mate_leg.slope.plane
    bottom = Plane(top.normal, top.offset - mate.depth)
    cheek = Vector(0.0, 0.0, 1.0 if own.lap is Lap.FAR else -1.0)
    rows = (plate_notch(slope), *tail_rows(layout, slope))
    removals = (
        Removal((CutPlane("head", "head", frame.plane_to_local(top)),)),
        Removal(
            (
                CutPlane("shoulder", "shoulder", frame.plane_to_local(bottom)),
                CutPlane("cheek", "cheek", Plane(cheek, 0.0)),
            )
        ),
        *(slope.removal(frame, station, *planes) for planes in rows),
    )
    member = finish(side, frame, removals, member_id=member_id, role="common", stock=stock)
    return to_eave(member, slope, layout.out_of(slope))
