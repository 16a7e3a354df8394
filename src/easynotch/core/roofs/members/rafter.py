"""Rafters that run square to an eave: where their planes are. Everything else about them follows from these."""

from dataclasses import replace
from itertools import pairwise

from ...solid import Frame, Member, Plane, Removal, Stock, Theory
from ...terms import Length, message
from ..model.roof import RidgeKind, RoofError, Tail, UpperEnd
from ..plan.layout import RoofLayout, RoofSide
from ..planes.planes import SectionRow, Slope

INWARD, OUTWARD, DOWNWARD, UPWARD = (1.0, 0.0), (-1.0, 0.0), (0.0, -1.0), (0.0, 1.0)
LEVEL = 1e-6
"""mm: two corners of a shaped tail nearer in height are level."""


def plate_notch(
    slope: Slope, *, inward: float = 0.0, level: float | None = None, name: str = ""
) -> tuple[SectionRow, SectionRow]:
    """The notch over a bearing: its heel plumb at the bearing's outer face, its seat level on it.

    Args:
        slope: the roof plane.
        inward: how far inward of the bearing line the heel stands.
        level: of the seat; the plate's top by default.
        name: goes before the planes' ids, where a rafter has more than one notch.
    """
    at = slope.plate if level is None else level
    return (
        (f"{name}heel", "heel", (inward, at), INWARD),
        (f"{name}seat", "seat", (inward, at), DOWNWARD),
    )


def tail_rows(layout: RoofLayout, slope: Slope) -> tuple[tuple[SectionRow, ...], ...]:
    """The planes of the tail, each a removal of its own.

    Raises:
        RoofError: a bobbed tail without the plumb face it keeps.
    """
    eaves = layout.roof.eaves
    if eaves.tail is Tail.SQUARE:
        # The fascia stands square to the edge, so its thickness is taken along the edge, not level.
        to_corner = layout.out_of(slope) - eaves.fascia / slope.per_run
        return ((("tail", "tail", (-to_corner, slope.height(-to_corner)), (-1.0, -slope.rise_per_run)),),)
    out = layout.out_of(slope) - eaves.fascia
    plumb: SectionRow = ("tail", "tail", (-out, 0.0), OUTWARD)
    if eaves.tail is Tail.PLUMB and eaves.nip > 0:
        return ((plumb,), *profile_rows(_nipped(layout, slope), (-out, slope.height(-out))))
    if eaves.tail is Tail.PLUMB:
        return ((plumb,),)
    if eaves.tail is Tail.PROFILE:
        return ((plumb,), *profile_rows(eaves.profile, (-out, slope.height(-out))))
    if eaves.plumb_face is None:
        raise RoofError("eaves.plumb_face", message("error.roof_plumb_face"))
    level: SectionRow = ("tail_level", "tail_level", (-out, slope.height(-out) - eaves.plumb_face), DOWNWARD)
    return ((plumb,), (level,))


def _nipped(layout: RoofLayout, slope: Slope) -> tuple[tuple[float, float], ...]:
    """A plumb tail's lower corner cut off by as much up the tail as back along the lower edge, as a shape's corners.

    Raises:
        RoofError: a nip that takes the whole tail, or one beside hips, whose tails have none.
    """
    nip, face = layout.roof.eaves.nip, layout.roof.rafter.depth * slope.per_run
    if layout.hipped:
        raise RoofError("eaves.nip", message("error.roof_hip_nip"))
    if nip >= face:
        raise RoofError("eaves.nip", message("error.roof_nip", face=Length(face)))
    return (0.0, face - nip), (nip / slope.per_run, face - nip * slope.rise_per_run / slope.per_run)


def profile_rows(profile: tuple[tuple[float, float], ...], corner: tuple[float, float]) -> list[tuple[SectionRow, ...]]:
    """A shaped tail: what lies outside a line of corners, taken off between one corner's level and the next's.

    Args:
        profile: corners, each inward and down from the tail's top corner; the last line runs on to the lower edge.
        corner: the tail's top corner in the slope's section.

    Raises:
        RoofError: fewer than two corners, or one that lies above the one before it.
    """
    points = [(corner[0] + inward, corner[1] - down) for inward, down in profile]
    if len(points) < 2:
        raise RoofError("eaves.profile", message("error.roof_profile_few"))
    made: list[tuple[SectionRow, ...]] = []
    for number, (one, other) in enumerate(pairwise(points), 1):
        name, last = f"profile_{number}", number == len(points) - 1
        if other[1] > one[1] + LEVEL or (not last and one == other):
            raise RoofError(f"eaves.profile[{number}]", message("error.roof_profile_up"))
        under: SectionRow = (f"{name}_top", "tail_profile", one, DOWNWARD)
        if one[1] - other[1] <= LEVEL:
            if last:
                made.append((under,))
            continue
        # Outward of the line: the side on which one walks down it with the wood on the inner hand.
        line: SectionRow = (name, "tail_profile", one, (other[1] - one[1], one[0] - other[0]))
        above: SectionRow = (f"{name}_bottom", "tail_profile", other, UPWARD)
        made.append((line, under) if last else (line, under, above))
    return made


def head_rows(layout: RoofLayout, side: RoofSide) -> tuple[tuple[SectionRow, ...], ...]:
    """The planes of the head: against the ridge, its mate, the next slope, a wall or past an upper plate."""
    roof, slope = layout.roof, side.slope
    if side.broken_above:
        return ((("head", "head", (side.run, 0.0), INWARD),), *_purlin(layout, side))
    if len(layout.sides) == 1:
        if roof.plan.upper is UpperEnd.LEDGER:
            return ((("head", "head", (side.run, 0.0), INWARD),),)
        plate = roof.plan.plate + roof.plan.sheathing
        upper = plate_notch(
            slope, inward=side.run - plate, level=slope.plate + (side.run - plate) * slope.rise_per_run, name="upper_"
        )
        return ((("head", "head", (side.run + roof.plan.upper_overhang, 0.0), INWARD),), upper)
    head: SectionRow = ("head", "head", (side.run - layout.half_ridge, 0.0), INWARD)
    if roof.ridge.kind is not RidgeKind.BEAM:
        return ((head,),)
    return ((head,), plate_notch(slope, inward=beam_face(layout, side), level=beam_top(layout), name="beam_"))


def beam_face(layout: RoofLayout, side: RoofSide) -> float:
    """How far inward of the bearing line a ridge beam's face stands."""
    return side.run - layout.roof.ridge.stock.thickness / 2


def beam_top(layout: RoofLayout) -> float:
    """The top of a ridge beam: so far below the first slope's plane, at its face, as the rafters' stand there; with
    the stand of the plate, that is the slope's rise to its face.
    """
    side = layout.sides[0] if not layout.sides[0].broken_above else layout.sides[1]
    stand = layout.notch.hap if layout.roof.ridge.stand is None else layout.roof.ridge.stand
    return side.slope.height(beam_face(layout, side)) - stand


def _purlin(layout: RoofLayout, side: RoofSide) -> tuple[tuple[SectionRow, ...], ...]:
    """The lower rafters of a gambrel sit on a purlin under the break, its inner face under the break's plumb line."""
    purlin = layout.roof.gambrel.purlin if layout.roof.gambrel else None
    if purlin is None:
        return ()
    inward, level = purlin_place(layout, side)
    return (plate_notch(side.slope, inward=inward, level=level, name="purlin_"),)


def purlin_place(layout: RoofLayout, side: RoofSide) -> tuple[float, float]:
    """Where a purlin's outer face stands inward of the bearing line, and its top: the stand there is the plate's."""
    purlin = layout.roof.gambrel.purlin if layout.roof.gambrel else None
    width = purlin.thickness if purlin else 0.0
    inward = side.run - width
    return inward, side.slope.height(inward) - layout.notch.hap


def rafter(
    layout: RoofLayout, side: RoofSide, station: float, *, member_id: str, role: str, stock: Stock | None = None
) -> Member:
    """A rafter standing at a station of its eave.

    Its removals are declared in the order they are drawn: the head, the notch over the plate, the tail.
    """
    slope = side.slope
    wood = stock or layout.roof.rafter
    frame = slope.frame(station, side.run)
    rows = [*head_rows(layout, side)]
    if side.bears and layout.roof.eaves.false_tail is not None:
        # The rafter ends at the wall; its tail is a piece of its own.
        rows += [plate_notch(slope), (("tail", "tail", (0.0, 0.0), OUTWARD),)]
    elif side.bears:
        rows += [plate_notch(slope), *tail_rows(layout, slope)]
    else:
        rows += [(("foot", "foot", (0.0, 0.0), OUTWARD),)]
    removals = tuple(slope.removal(frame, station, *planes) for planes in rows)
    # Where the rafter ends at the wall, nothing of it reaches the eave.
    out = layout.out_of(slope) if side.bears and layout.roof.eaves.false_tail is None else None
    member = finish(side, frame, removals, member_id=member_id, role=role, stock=wood)
    return to_eave(member, slope, out)


def finish(
    side: RoofSide, frame: Frame, removals: tuple[Removal, ...], *, member_id: str, role: str, stock: Stock
) -> Member:
    """A rafter from its planes, with its lengths read off them along the top edge's centre."""
    alone = [removal.planes[0] for removal in removals if len(removal.planes) == 1]
    # Of several cheeks the one that takes most off the centre is the head's end there.
    head = max(along_centre(cut.plane) for cut in alone if cut.role == "head")
    foot = min((along_centre(cut.plane) for cut in alone if cut.role in ("tail", "foot")), default=0.0)
    plate = side.run * side.slope.per_run
    # A plumb line leaves the board so far from where it enters it; level ones end at the head at the latest.
    spread = stock.depth * (side.slope.rise_per_run + 1.0) + 10.0
    zero = long_point(removals, stock)
    lengths = {"theoretical": plate, "plan_run": side.run, "head_to_plate": plate - head, "overall": foot - head}
    if side.bears:
        lengths["tail"] = foot - plate
    return Member(
        id=member_id,
        role=role,
        stock=stock,
        placement=frame,
        removals=removals,
        reach=(min(head, 0.0, foot, zero) - spread, max(foot, plate, head) + spread),
        zero=zero,
        lengths=lengths,
        theory=Theory(plate if side.bears else None),
    )


def to_eave(member: Member, slope: Slope, out: float | None) -> Member:
    """A rafter with its theoretical line at the eave: ``out`` is how far, level, the fascia's outer face stands out of
    the bearing line; None where it has no tail.
    """
    theory = member.theory
    if out is None or theory is None or theory.plate is None:
        return member
    return replace(member, theory=replace(theory, tail=theory.plate + out * slope.per_run))


def along_centre(plane: Plane) -> float:
    """Where a plane crosses the centre of the top edge, in the member's x."""
    return plane.offset / plane.normal.x


def long_point(removals: tuple[Removal, ...], stock: Stock) -> float:
    """The x of the head cut's long point: the corner of the sawn end farthest up the board."""
    head = next(
        cut.plane for removal in removals for cut in removal.planes if cut.role == "head" and len(removal.planes) == 1
    )
    half = stock.thickness / 2
    corners = ((y, z) for y in (0.0, stock.depth) for z in (-half, half))
    return min((head.offset - head.normal.y * y - head.normal.z * z) / head.normal.x for y, z in corners)
