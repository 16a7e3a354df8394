"""Ridge and fascia boards: stock lying along the roof, square or bevelled on top."""

from ...solid import CutPlane, Frame, Member, Removal, Stock, Vector, square_ends
from ..model.roof import RidgeKind, RidgeTop, Tail
from ..plan.layout import RoofLayout
from ..planes.planes import Slope
from .rafter import beam_top

DOWN = Vector(0.0, 0.0, -1.0)


def ridge_y(layout: RoofLayout) -> float:
    """Where the ridge's centre stands across the plan."""
    first = layout.sides[0].slope
    inward = sum(side.run for side in layout.sides if not side.slope.runs_back)
    return first.start[1] + inward


def ridge_top(layout: RoofLayout) -> float:
    """The top of the ridge: a square board flush with the lower of the rafters' top edges at its faces, a bevelled
    one at the peak; a beam below the rafters by their stand; without a ridge the peak itself.
    """
    ridge = layout.roof.ridge
    if ridge.kind is RidgeKind.BEAM:
        return beam_top(layout)
    if ridge.kind is RidgeKind.NONE or ridge.top is RidgeTop.BEVELLED:
        return layout.peak
    return min(side.slope.height(side.run - layout.half_ridge) for side in layout.sides if not side.broken_above)


def ridge_member(layout: RoofLayout) -> Member | None:
    """The ridge board or beam, or None where there is none."""
    ridge = layout.roof.ridge
    if ridge.kind is RidgeKind.NONE or len(layout.sides) == 1:
        return None
    frame = Frame.along(Vector(layout.ridge_span[0], ridge_y(layout), ridge_top(layout)), Vector(1.0, 0.0, 0.0), DOWN)
    length = layout.ridge_length
    removals: tuple[Removal, ...] = square_ends(length)
    if ridge.kind is RidgeKind.BOARD and ridge.top is RidgeTop.BEVELLED:
        removals += tuple(
            Removal((CutPlane(f"bevel_{side.slope.id}", "bevel", frame.plane_to_local(side.slope.plane)),))
            for side in layout.sides
            if not side.broken_above
        )
    return Member(
        "ridge", "ridge", ridge.stock, frame, removals, reach=(-10.0, length + 10.0), zero=0.0,
        lengths={"overall": length},
    )  # fmt: skip


def fascia_member(layout: RoofLayout, slope: Slope) -> Member | None:
    """The fascia along one eave, its outer top corner in the roof plane, or None where there is none.

    On plumb tails it stands plumb and its square top drops below the rafters' tops by its thickness times the slope;
    on square tails it leans with them and does not drop.
    """
    eaves = layout.roof.eaves
    if eaves.fascia <= 0:
        return None
    stock = Stock(eaves.fascia, eaves.fascia_depth)
    length = slope.length + 2 * eaves.verge
    if eaves.tail is Tail.SQUARE:
        outward = (slope.inward * -1.0 - Vector(0.0, 0.0, slope.rise_per_run)).unit()
        depth_way = (slope.inward * slope.rise_per_run - Vector(0.0, 0.0, 1.0)).unit()
        corner = slope.at(-eaves.verge, -layout.out, slope.height(-layout.out))
        middle = corner - outward * (eaves.fascia / 2)
    else:
        outward, depth_way = slope.inward * -1.0, DOWN
        middle = slope.at(-eaves.verge, -layout.out + eaves.fascia / 2, slope.height(-layout.out))
    frame = Frame.along(middle, slope.along, depth_way)
    return Member(
        f"fascia_{slope.id}", "fascia", stock, frame, square_ends(length), reach=(-10.0, length + 10.0), zero=0.0,
        lengths={"overall": length},
    )  # fmt: skip


def fascia_drop(layout: RoofLayout) -> float:
    """How far the fascia's top stands below the rafters' tops where they meet, plumb."""
    eaves = layout.roof.eaves
    return 0.0 if eaves.tail is Tail.SQUARE else eaves.fascia * layout.sides[0].slope.rise_per_run
