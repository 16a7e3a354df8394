"""The pieces of roofs laid on a deck, what they should touch, and the main fascias parted for them."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ...solid import (
    CutPlane,
    Face,
    MateFace,
    Member,
    Plane,
    Removal,
    Touch,
    face_polygon,
    member_face,
    sawn_face,
    support_face,
    together,
)
from ..laid.members import LaidRafter, laid_boards, laid_fascias, laid_rafters, laid_ridge, mitres
from ..laid.plan import LaidKind, LaidRoof, laid_roofs
from ..members.mating_faces import WALL
from ..plan.layout import RoofLayout, RoofSide
from .identical_pieces import group_identical, names_of, signature
from .pieces import Piece, near_face_is_inner, ridge_side

Fascias = list[tuple[RoofSide, Member]]


@dataclass(frozen=True, slots=True)
class LaidFraming:
    """The pieces of all laid roofs, what they should touch, and the main eaves' fascias as they are parted."""

    pieces: tuple[Piece, ...]
    touches: tuple[Touch, ...]
    fascias: Fascias


@dataclass(frozen=True, slots=True)
class _Standing:
    """One laid roof with its members where they stand."""

    laid: LaidRoof
    rafters: list[LaidRafter]
    ridge: Member
    boards: list[Member]
    fascias: Fascias


def frame_laid(layout: RoofLayout, fascias: Fascias) -> LaidFraming:
    """Frame what lies on a roof's deck.

    Args:
        fascias: the main eaves', whole.

    Raises:
        RoofError: what finds no room on its slope.
    """
    standing = [
        _Standing(
            laid, laid_rafters(layout, laid), laid_ridge(layout, laid), laid_boards(laid), laid_fascias(layout, laid)
        )
        for laid in laid_roofs(layout)
    ]
    if not standing:
        return LaidFraming((), (), fascias)
    pieces = [
        *group_identical([rafter.member for one in standing for rafter in one.rafters]),
        *group_identical([one.ridge for one in standing]),
        *group_identical([board for one in standing for board in one.boards]),
    ]
    numbered = enumerate((fascia for one in standing for _, fascia in one.fascias), 1)
    pieces += [Piece(replace(fascia, id=f"laid_fascia_{n}"), (fascia.placement,)) for n, fascia in numbered]
    touches = _named(pieces, (touch for one in standing for touch in _touches(layout, one)))
    return LaidFraming(tuple(pieces), tuple(touches), _parted(layout, fascias, standing))


def _parted(layout: RoofLayout, fascias: Fascias, standing: Sequence[_Standing]) -> Fascias:
    """The main fascias, those before a wing in parts, mitred with the wing's."""
    made = list(fascias)
    for one in standing:
        if one.laid.kind is not LaidKind.WING:
            continue
        # Out of the wing's fascia is into the main one.
        low, high = (Plane(-plane.normal, -plane.offset) for plane in mitres(layout, one.laid))
        for row in [row for row in made if row[0].slope == one.laid.main]:
            side, fascia = row
            ends = [(cut.plane.offset / cut.plane.normal.x) for cut in fascia.cut_planes]
            middle = (one.laid.at(one.laid.centre, 0.0, 0.0) - fascia.placement.origin).dot(fascia.placement.x)
            if not min(ends) < middle < max(ends):
                continue
            made.remove(row)
            head, end = fascia.removals
            before, after = (
                Removal((CutPlane(name, name, fascia.placement.plane_to_local(plane)),))
                for name, plane in (("end", low), ("head", high))
            )
            made += [(side, _part(fascia, (head, before))), (side, _part(fascia, (after, end)))]
    whole = [row for row in made if row in fascias]
    parts = enumerate((row for row in made if row not in fascias), 1)
    return [*whole, *((side, replace(fascia, id=f"eave_fascia_part_{n}")) for n, (side, fascia) in parts)]


def _part(fascia: Member, cuts: tuple[Removal, Removal]) -> Member:
    start, stop = (one.planes[0].plane.offset / one.planes[0].plane.normal.x for one in cuts)
    return replace(fascia, removals=cuts, zero=start, lengths={"overall": stop - start})


def _named(pieces: list[Piece], touches: Iterator[Touch]) -> Iterator[Touch]:
    """Every distinct piece's touches once, by its name."""
    names, seen = names_of(pieces), set()
    for touch in touches:
        name = f"{names[signature(touch.member)]}.{touch.cut_id}"
        if name not in seen:
            seen.add(name)
            yield replace(touch, id=name)


def _touches(layout: RoofLayout, one: _Standing) -> Iterator[Touch]:
    """Heads on the ridge, feet on the boards or the deck, seats and heels on their walls, tails on their fascias."""
    laid, boards = one.laid, one.boards
    deck = together(*(member_face(board, _upper(board, laid)) for board in boards)) if boards else _deck(layout, laid)
    yield Touch("", one.ridge, "head", deck)
    if len(boards) == 2:
        yield Touch("", boards[0], "head", sawn_face(boards[1], "head"))
    for rafter in one.rafters:
        member, side = rafter.member, rafter.side
        real = {cut.id for cut in member.cut_planes if len(face_polygon(member, cut.id)) > 2}
        yield Touch("", member, "head", ridge_side(one.ridge, side))
        if "deck_foot" in real:
            yield Touch("", member, "deck_foot", deck)
        if "seat" in real:
            plate = layout.roof.plan.plate + layout.roof.plan.sheathing
            yield Touch("", member, "seat", _along(laid, side, (0.0, side.slope.plate), (plate, side.slope.plate)))
        if "heel" in real:
            bottom = side.slope.plate - WALL
            yield Touch("", member, "heel", _along(laid, side, (0.0, bottom), (0.0, side.slope.plate)))
        fascia = next((fascia for own, fascia in one.fascias if own == side), None)
        if rafter.tailed and fascia is not None and "tail" in real:
            face = Face.NEAR if near_face_is_inner(fascia, side) else Face.FAR
            yield Touch("", member, "tail", member_face(fascia, face))


def _upper(board: Member, laid: LaidRoof) -> Face:
    return Face.FAR if board.placement.z.dot(laid.deck.normal) > 0 else Face.NEAR


def _deck(layout: RoofLayout, laid: LaidRoof) -> MateFace:
    """The deck under a laid roof, from where its plates end to the end of its slope."""
    wide = laid.half + layout.out
    start, stop = laid.plated, laid.ridge_end
    rows = ((-wide, start), (wide, start), (wide, stop), (-wide, stop))
    return support_face(*(laid.at(laid.centre + aside, v, laid.deck_height(v)) for aside, v in rows))


def _along(laid: LaidRoof, side: RoofSide, first: tuple[float, float], second: tuple[float, float]) -> MateFace:
    """The face between two lines along a laid roof's wall, each so far inside its bearing line and so high."""
    ends = sorted(
        side.slope.station_of((at.x, at.y)) for at in (laid.at(0.0, v, 0.0) for v in (laid.front, laid.plated))
    )
    low, high = ends
    return support_face(
        side.slope.at(low, *first),
        side.slope.at(high, *first),
        side.slope.at(high, *second),
        side.slope.at(low, *second),
    )
