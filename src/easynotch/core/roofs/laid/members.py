"""The pieces of a roof laid on another's deck: its ridge, rafters on its plates, rafters whose feet lie on the deck,
the boards under these, its fascias.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace

from ...solid import (
    CutPlane,
    Frame,
    Hand,
    Member,
    Plane,
    Removal,
    Stock,
    removal,
)
from ...tape import whole_up
from ..members.rafter import along_centre, finish, long_point, plate_notch, tail_rows, to_eave
from ..model.roof import Tail
from ..plan.layout import RoofLayout, RoofSide
from ..planes.planes import UP, SectionRow, Slope
from .plan import LaidKind, LaidRoof

SHORTEST = 1.0
"""Depths of a rafter: one that would be shorter is left to the ridge's end."""
REACH = 6.0
"""Widths of a piece that its uncut length reaches past either end: the deck's cut slants by so much."""


@dataclass(frozen=True, slots=True)
class LaidRafter:
    """A rafter of a laid roof in its place: the side it stands on, whether on its plate, whether it has a tail."""

    member: Member
    side: RoofSide
    on_plate: bool
    tailed: bool


def laid_rafters(layout: RoofLayout, laid: LaidRoof) -> list[LaidRafter]:
    """The rafters of both slopes in opposite pairs, from the front back to where the ridge comes to the deck."""
    made: list[LaidRafter] = []
    for inward in _places(layout, laid):
        for side in laid.sides():
            found = _rafter(layout, laid, side, inward)
            if found is not None:
                made.append(found)
    return made


def _places(layout: RoofLayout, laid: LaidRoof) -> Iterator[float]:
    half, spacing = layout.roof.rafter.thickness / 2, layout.roof.spacing
    start = laid.front + half
    for number in range(whole_up((laid.ridge_end - start) / spacing) + 1):
        if start + number * spacing < laid.ridge_end - half:
            yield start + number * spacing


def _station(laid: LaidRoof, side: RoofSide, inward: float) -> float:
    """Where along a laid slope's eave a place so far inward of the main bearing line lies."""
    at = laid.at(0.0, inward, 0.0)
    return side.slope.station_of((at.x, at.y))


def _rafter(layout: RoofLayout, laid: LaidRoof, side: RoofSide, inward: float) -> LaidRafter | None:
    """A rafter at a place inward of the main bearing line, or None where nothing of it would be left."""
    slope, stock = side.slope, layout.roof.rafter
    half = stock.thickness / 2
    station = _station(laid, side, inward)
    frame = slope.frame(station, side.run)
    rows: list[tuple[SectionRow, ...]] = [(("head", "head", (side.run - layout.half_ridge, 0.0), (1.0, 0.0)),)]
    on_plate = inward + half <= laid.plated
    tailed = on_plate and _tail_is_clear(layout, laid, side, inward + half)
    if on_plate:
        rows.append(plate_notch(slope))
    if tailed:
        rows += tail_rows(layout, slope)
    elif on_plate:
        # Over its own wall the deck has no room for its tail: it ends there.
        rows.append((("tail", "tail", (0.0, 0.0), (-1.0, 0.0)),))
    elif laid.kind is not LaidKind.CRICKET and slope.height(-layout.out_of(slope)) > laid.deck_height(inward - half):
        rows += tail_rows(layout, slope)
    removals = [slope.removal(frame, station, *planes) for planes in rows]
    if not on_plate:
        foot = laid.at(laid.centre, inward, laid.deck_height(inward))
        removals.append(removal(frame, ("deck_foot", "foot", foot, -laid.deck.normal)))
    role = "laid_common" if on_plate else "laid_jack"
    member = finish(RoofSide(slope, side.run, on_plate), frame, tuple(removals), member_id=role, role=role, stock=stock)
    if member.lengths["overall"] < SHORTEST * stock.depth:
        return None
    if on_plate:
        member = to_eave(member, slope, layout.out_of(slope) if tailed else None)
    else:
        member = _jack(member, laid, slope)
    return LaidRafter(member, side, on_plate, tailed)


def _jack(member: Member, laid: LaidRoof, slope: Slope) -> Member:
    """A rafter whose foot lies on the deck: its points, and its hand by the side its foot's long point is on."""
    planes = {cut.id: cut.plane for cut in member.cut_planes}
    half, head = member.stock.thickness / 2, along_centre(planes["head"])
    feet = sorted(
        (planes["deck_foot"].offset - planes["deck_foot"].normal.z * z) / planes["deck_foot"].normal.x
        for z in (-half, half)
    )
    along = (feet[0] + feet[1]) / 2
    lengths = {
        "theoretical": along, "plan_run": along / slope.per_run, "overall": member.lengths["overall"],
        "long_point": feet[1] - head, "short_point": feet[0] - head,
    }  # fmt: skip
    down = -laid.main.inward
    hand = Hand.LEFT if member.placement.z.dot(down) > 0 else Hand.RIGHT
    return replace(member, hand=hand, lengths=lengths)


def _tail_is_clear(layout: RoofLayout, laid: LaidRoof, side: RoofSide, inward: float) -> bool:
    """Whether a tail lies beyond the main eave, or whole above the deck."""
    if laid.kind is LaidKind.WING and inward <= -layout.out_of(laid.main):
        return True
    out = layout.out_of(side.slope)
    fascia = layout.roof.eaves.fascia_depth if layout.roof.eaves.fascia > 0 else 0.0
    lowest = side.slope.height(-out) - max(fascia, layout.roof.rafter.depth * side.slope.per_run)
    return lowest > laid.deck_height(inward)


def laid_ridge(layout: RoofLayout, laid: LaidRoof) -> Member:
    """The ridge from its end on the deck to the verge, its square top let down until its edges lie in the planes."""
    stock, verge = layout.roof.ridge.stock, layout.roof.eaves.verge if laid.kind is not LaidKind.CRICKET else 0.0
    down = laid.slopes[0].rise_per_run * stock.thickness / 2
    top = laid.at(laid.centre, laid.ridge_end, laid.peak - down)
    frame = Frame.along(top, -laid.main.inward, -UP)
    cuts = (
        removal(frame, ("head", "head", laid.at(laid.centre, laid.ridge_end, laid.peak), -laid.deck.normal)),
        removal(frame, ("end", "end", laid.at(laid.centre, laid.front - verge, 0.0), -laid.main.inward)),
    )
    start, stop = (along_centre(one.planes[0].plane) for one in cuts)
    past = REACH * stock.depth
    return Member(
        "laid_ridge", "laid_ridge", stock, frame, cuts, reach=(min(start, 0.0) - past, stop + 10.0),
        zero=long_point(cuts, stock), lengths={"overall": stop - start},
    )  # fmt: skip


def laid_boards(laid: LaidRoof) -> list[Member]:
    """The boards on the deck along both valleys, flat, their upper faces under the rafters' feet."""
    if laid.board is None:
        return []
    stock, made = laid.board, []
    top = laid.at(laid.centre, laid.ridge_end, laid.peak)
    for name, sign in (("left", -1.0), ("right", 1.0)):
        foot = laid.at(laid.centre + sign * laid.half, laid.valley_at(0.0), laid.slopes[0].height(0.0))
        along = (foot - top).unit()
        normal = laid.deck.normal
        across = normal.cross(along)
        across = across if across.dot(laid.main.along) * sign < 0 else -across
        frame = Frame.along(top - normal * (stock.thickness / 2), along, across)
        start = laid.at(laid.centre, laid.plated, 0.0)
        planes = {
            "head": Plane.through(top, laid.main.along * -sign),
            "end": Plane.through(start, -laid.main.inward),
        }
        local = {name: frame.plane_to_local(plane) for name, plane in planes.items()}
        cuts = tuple(Removal((CutPlane(name, name, plane),)) for name, plane in local.items())
        ends = {
            name: [(one.offset - one.normal.y * y) / one.normal.x for y in (0.0, stock.depth)]
            for name, one in local.items()
        }
        past = REACH * stock.depth
        made.append(Member(
            f"laid_board_{name}", "laid_board", stock, frame, cuts,
            reach=(min(ends["head"]) - past, max(ends["end"]) + past), zero=min(ends["head"]),
            lengths={"overall": max(ends["end"]) - min(ends["head"])},
        ))  # fmt: skip
    return made


def laid_fascias(layout: RoofLayout, laid: LaidRoof) -> list[tuple[RoofSide, Member]]:
    """A wing's fascias from its verge to the main fascia, mitred with it; a dormer's down to the deck."""
    eaves = layout.roof.eaves
    if eaves.fascia <= 0 or laid.kind is LaidKind.CRICKET:
        return []
    made = []
    for side, name, sign in zip(laid.sides(), ("a", "b"), (-1.0, 1.0), strict=True):
        slope = side.slope
        out, stock = layout.out_of(slope), Stock(eaves.fascia, eaves.fascia_depth)
        if eaves.tail is Tail.SQUARE:
            outward = (slope.inward * -1.0 - UP * slope.rise_per_run).unit()
            depth_way = (slope.inward * slope.rise_per_run - UP).unit()
        else:
            outward, depth_way = slope.inward * -1.0, -UP
        front = _station(laid, side, laid.front - eaves.verge)
        # Both run with their slope's eave: the first from the back to the front, the second from the front to the back.
        corner = slope.at(front, -out, slope.height(-out))
        frame = Frame.along(corner - outward * (eaves.fascia / 2), slope.along, depth_way)
        verge = Plane.through(corner, -laid.main.inward)
        back = _mitre(layout, laid, sign) if laid.kind is LaidKind.WING else Plane(-laid.deck.normal, -laid.deck.offset)
        head, end = (back, verge) if name == "a" else (verge, back)
        cuts = tuple(
            Removal((CutPlane(cut, cut, frame.plane_to_local(plane)),)) for cut, plane in (("head", head), ("end", end))
        )
        start, stop = (along_centre(one.planes[0].plane) for one in cuts)
        past = REACH * (stock.depth + stock.thickness)
        made.append((side, Member(
            f"laid_fascia_{laid.kind.value}_{laid.number}_{name}", "fascia", stock, frame, cuts,
            reach=(min(start, stop) - past, max(start, stop) + past), zero=start, lengths={"overall": stop - start},
        )))  # fmt: skip
    return made


def _mitre(layout: RoofLayout, laid: LaidRoof, sign: float) -> Plane:
    """The plumb plane a wing's fascia shares with the main one: out of the wing's wood, on the side of the eave's end
    (``sign`` 1) or of its start.
    """
    fascia = layout.roof.eaves.fascia
    aside, out = laid.half + layout.out_of(laid.slopes[0]), layout.out_of(laid.main)
    outer = laid.at(laid.centre + sign * aside, -out, 0.0)
    inner = laid.at(laid.centre + sign * (aside - fascia), fascia - out, 0.0)
    normal = UP.cross(inner - outer).unit()
    # The wing's own fascia lies outward of the main eave: out of its wood is inward.
    return Plane.through(outer, normal if normal.dot(laid.main.inward) > 0 else -normal)


def mitres(layout: RoofLayout, laid: LaidRoof) -> tuple[Plane, Plane]:
    """The planes a wing's fascias are mitred in with the main one, out of the wing's wood."""
    return _mitre(layout, laid, -1.0), _mitre(layout, laid, 1.0)
