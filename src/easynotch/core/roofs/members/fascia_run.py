"""The fascia along an eave, as it is bought and hung: pieces, splices on blocks, rafter marks, the gable's triangle."""

from dataclasses import dataclass, replace
from itertools import pairwise
from math import inf

from ...solid import Frame, Member, Vector, square_ends
from ...terms import Length, Message
from ..model.roof import RoofError, Tail
from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout, RoofSide
from .bays import clear_bays
from .ridge import fascia_member

DOWN = Vector(0.0, 0.0, -1.0)


@dataclass(frozen=True, slots=True)
class FasciaPiece:
    """One length of a fascia. ``start`` and ``stop`` run from the first end's verge; ``marks`` are the rafters' near
    sides, from the piece's own start.
    """

    start: float
    stop: float
    marks: tuple[float, ...]


@dataclass(frozen=True, slots=True)
class FasciaRun:
    """A fascia from verge to verge: its pieces, and where its splices are, each in the middle of a bay."""

    length: float
    pieces: tuple[FasciaPiece, ...]
    splices: tuple[float, ...]


def fascia_run(layout: RoofLayout, out: SettingOut) -> FasciaRun:
    """Cut a fascia into pieces no longer than it is bought in, spliced in the middle of a bay.

    Raises:
        RoofError: boards too short to reach from one bay to the next.
    """
    eaves, half = layout.roof.eaves, out.thickness / 2
    length, offset = layout.ridge_length, eaves.verge
    centres = sorted(centre + offset for centre in out.in_world)
    middles = [(low + high) / 2 for low, high in pairwise(centres)]
    longest = inf if eaves.board_length is None else eaves.board_length
    cuts, splices = [0.0], []
    while length - cuts[-1] > longest + 1e-9:
        reached = [middle for middle in middles if cuts[-1] + 1.0 < middle <= cuts[-1] + longest]
        if not reached:
            least = Length(max(b - a for a, b in pairwise([0.0, *middles, length])))
            raise RoofError("eaves.board_length", Message("error.roof_fascia_short", {"least": least}))
        splices.append(reached[-1])
        cuts.append(reached[-1])
    near_sides = [centre - half for centre in centres]
    pieces = tuple(
        FasciaPiece(low, high, tuple(side - low for side in near_sides if low - half <= side < high))
        for low, high in pairwise([*cuts, length])
    )
    return FasciaRun(length, pieces, tuple(splices))


def fascia_pieces(layout: RoofLayout, side: RoofSide, out: SettingOut) -> list[Member]:
    """The pieces of the fascia along one eave, and the blocks behind its splices; one whole where it is bought so.

    Their bottom edges are flush: all are sawn from one width and their tops lie in one line.
    """
    whole = fascia_member(layout, side.slope)
    if whole is None:
        return []
    if layout.roof.eaves.board_length is None:
        return [whole]
    run = fascia_run(layout, out)
    made = []
    for number, piece in enumerate(run.pieces, 1):
        low, high = _along(side, run.length, piece.start, piece.stop)
        # Every piece is measured from its own end, not from the eave's.
        made.append(_cut_to(whole, whole.placement, low, high, f"{whole.id}_{number}"))
    verge = layout.roof.eaves.verge
    for number, splice in enumerate(run.splices, 1):
        at = _along(side, run.length, splice, splice)[0] - verge
        bay = next((bay for bay in clear_bays(layout, out, side) if bay[0] < at < bay[1]), None)
        if bay is not None:
            made.append(_splice_block(side, whole, bay[0] + verge, bay[1] + verge, number))
    return made


def _along(side: RoofSide, length: float, start: float, stop: float) -> tuple[float, float]:
    """From where to where along the eave's own direction; the second side runs the other way."""
    return (length - stop, length - start) if side.slope.runs_back else (start, stop)


def _cut_to(whole: Member, frame: Frame, low: float, high: float, member_id: str, role: str = "fascia") -> Member:
    moved = replace(frame, origin=frame.origin + frame.x * low)
    length = high - low
    removals = square_ends(length)
    return replace(
        whole, id=member_id, role=role, placement=moved, removals=removals, reach=(-10.0, length + 10.0),
        lengths={"overall": length},
    )  # fmt: skip


def _splice_block(side: RoofSide, whole: Member, low: float, high: float, number: int) -> Member:
    """A block of fascia stock behind a splice, from rafter to rafter, its lower edge flush with the fascia's.

    Nothing of it is ripped: the roof climbs inward, so that a block as deep as the fascia stays under it.
    """
    frame = whole.placement
    behind = frame.z if frame.z.dot(side.slope.inward) > 0 else -frame.z
    inner = replace(frame, origin=frame.origin + behind * whole.stock.thickness)
    return _cut_to(whole, inner, low, high, f"splice_block_{side.slope.id}_{number}", "splice_block")


@dataclass(frozen=True, slots=True)
class GableTriangle:
    """What of a fascia's end hangs below the barge rafter at a gable corner: level and plumb legs, mm."""

    level: float
    plumb: float
    trapezium: bool


def gable_triangle(layout: RoofLayout) -> GableTriangle | None:
    """The part of the fascia's square end below the barge's (else the rafters') lower edge, trimmed at the corner.

    The lower edge, carried on to the fascia, falls by slope times thickness from its inner to its outer face.
    """
    eaves, slope = layout.roof.eaves, layout.sides[0].slope
    if eaves.fascia <= 0 or eaves.tail is Tail.SQUARE or layout.hipped:
        return None
    gable = layout.roof.gable
    timber = gable.barge if gable is not None and gable.barge is not None else layout.roof.rafter
    bottom = slope.height(-layout.out) - eaves.fascia_depth
    inner = slope.height(-layout.out + eaves.fascia) - timber.depth * slope.per_run - bottom
    outer = inner - eaves.fascia * slope.rise_per_run
    if inner <= 1e-6:
        return None
    level = eaves.fascia if outer >= 0 else inner / slope.rise_per_run
    return GableTriangle(level, inner, outer > 1e-6)
