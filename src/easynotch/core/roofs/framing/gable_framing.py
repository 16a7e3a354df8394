"""The framing of a roof between gables: every piece with every place it stands in, and the faces it touches."""

from collections.abc import Iterator
from dataclasses import replace

from ...solid import Face, Frame, Member, Touch, member_face, sawn_face
from ..members.boards import false_tails, lookouts, measured_board, notch_template
from ..members.extras import barge_rafters, blocks, collar_ties, dropped_rafters
from ..members.fascia_run import fascia_pieces
from ..members.half_lap import lapped, pairs_of
from ..members.mating_faces import WALL, plate_top, strip, wall_face
from ..members.rafter import purlin_place, rafter
from ..members.ridge import fascia_member, ridge_member
from ..members.under_ridge import knee_studs, ridge_blocks, ridge_posts
from ..model.roof import RidgeKind, UpperEnd
from ..model.setting_out import SettingOut, set_out
from ..plan.layout import RoofLayout, RoofSide
from .pieces import Framing, Piece, member_on_slope, near_face_is_inner, ridge_side


def frame_gables(layout: RoofLayout) -> Framing:
    """Frame a roof between gables: two slopes, one, or four of a gambrel. Raises RoofError where a pair or a tail
    cannot be.
    """
    roof = layout.roof
    out = set_out(roof.plan.length, roof.spacing, roof.rafter.thickness, roof.first_bay, roof.hooked)
    pieces: list[Piece] = []
    if roof.lapped and len(layout.sides) == 2:
        pieces += _lapped_pairs(layout, out)
    else:
        pieces += _rafters(layout, out)
    dropped = dropped_rafters(layout)
    if dropped:
        pieces = [without_ends(piece, layout) if piece.member.role == "common" else piece for piece in pieces]
    ridge = ridge_member(layout)
    posts, studs, tails = ridge_posts(layout, ridge), knee_studs(layout, out), false_tails(layout, out)
    others = (
        *dropped, *barge_rafters(layout), *lookouts(layout, out), *tails[0], *collar_ties(layout, out),
        *blocks(layout, out), *ridge_blocks(layout, out), *posts[0], *studs[0],
    )  # fmt: skip
    pieces += [Piece(*placed) for placed in others]
    bearing = [side for side in layout.sides if side.bears]
    fascias = [one for side in bearing if (one := fascia_member(layout, side.slope))]
    touches = (*_touches(layout, pieces, ridge, fascias), *posts[1], *studs[1], *tails[1])
    hung = [one for side in bearing for one in fascia_pieces(layout, side, out)]
    boards = [Piece(one, (one.placement,)) for one in ([ridge] if ridge else []) + hung]
    template = notch_template(layout, layout.sides[0])
    return Framing((*pieces, *boards, *([Piece(template, ())] if template else [])), out, touches)


def without_ends(piece: Piece, layout: RoofLayout) -> Piece:
    """A piece without the places at both ends of the framing, where dropped rafters stand instead."""
    half, length = layout.roof.rafter.thickness / 2, layout.roof.plan.length
    inner = tuple(frame for frame in piece.frames if half + 1e-6 < frame.origin.x < length - half - 1e-6)
    return Piece(replace(piece.member, placement=inner[0], count=len(inner)), inner) if inner else piece


def _rafters(layout: RoofLayout, out: SettingOut) -> list[Piece]:
    """One piece for all slopes that are alike, otherwise one for each; boards of measured depth each by itself."""
    made: list[Piece] = []
    boards: list[Piece] = []
    for side in layout.sides:
        alike = layout.alike
        broken = any(one.broken_above for one in layout.sides)
        name = "common" if alike else f"common_{side.slope.id.split('_')[0]}"
        if broken:
            name = "common_lower" if side.broken_above else "common_upper"
        role = "common" if side.bears else "upper_common"
        member = rafter(layout, side, side.slope.station(out.in_world[0]), member_id=name, role=role)
        frames = tuple(side.slope.frame(side.slope.station(centre), side.run) for centre in out.in_world)
        if side.bears:
            ends = layout.roof.gable is not None and layout.roof.gable.lookout > 0 and len(layout.sides) == 2
            stand = [(side, side.slope.station(centre)) for centre in out.in_world]
            measured, frames = _measured(layout, stand, frames, len(boards), 1 if ends else 0)
            boards += measured
        if not frames:
            continue
        same = next((k for k, piece in enumerate(made) if piece.member.id == name), None)
        if same is None:
            made.append(Piece(replace(member, count=len(frames)), frames))
        else:
            every = (*made[same].frames, *frames)
            made[same] = Piece(replace(made[same].member, count=len(every)), every)
    return made + boards


def _measured(
    layout: RoofLayout, stand: list[tuple[RoofSide, float]], frames: tuple[Frame, ...], before: int, skip: int
) -> tuple[list[Piece], tuple[Frame, ...]]:
    """The measured boards that stand first along an eave, and the places that are left for the others.

    ``skip`` places at both ends are other rafters'.
    """
    inner = range(skip, len(stand) - skip)
    taken = inner[: max(0, len(layout.roof.boards.depths) - before)]
    boards = [measured_board(layout, *stand[k], before + n) for n, k in enumerate(taken)]
    return [Piece(board, (board.placement,)) for board in boards], tuple(
        frame for k, frame in enumerate(frames) if k not in taken
    )


def _lapped_pairs(layout: RoofLayout, out: SettingOut) -> list[Piece]:
    """A piece for each measured rafter; those of the stock's size are alike."""
    made: dict[str, Piece] = {}
    measured = len(layout.roof.pairs)
    for number, (pair, centre) in enumerate(zip(pairs_of(layout, len(out.centres)), out.in_world, strict=True)):
        for k, (side, mate_leg) in enumerate((layout.sides, layout.sides[::-1])):
            numbered = number < measured
            name = (
                f"pair_{number + 1}_{side.slope.id}"
                if numbered
                else ("common" if layout.alike else f"common_{side.slope.id}")
            )
            member = lapped(
                layout,
                side,
                mate_leg,
                station=side.slope.station(centre),
                pair=(pair[k], pair[1 - k]),
                member_id=name,
            )
            if name in made:
                every = (*made[name].frames, member.placement)
                made[name] = Piece(replace(made[name].member, count=len(every)), every)
            else:
                made[name] = Piece(member, (member.placement,))
    return list(made.values())


def _touches(layout: RoofLayout, pieces: list[Piece], ridge: Member | None, fascias: list[Member]) -> Iterator[Touch]:
    """What the plan's topology says must touch: every distinct piece once, where its first one stands."""
    for side in layout.sides:
        for piece in pieces:
            member = member_on_slope(side, piece)
            if member is None:
                continue
            name = member.id if layout.alike and side is layout.sides[0] else f"{member.id}.{side.slope.id}"
            cuts = {cut.id for cut in member.cut_planes}
            if side.bears:
                whole = layout.roof.eaves.false_tail is None
                yield Touch(f"{name}.seat", member, "seat", plate_top(layout, side))
                if whole:
                    yield Touch(f"{name}.heel", member, "heel", wall_face(layout, side, 0.0, side.slope.plate))
                mate = next((fascia for fascia in fascias if fascia.id == f"fascia_{side.slope.id}"), None)
                if mate is not None and whole:
                    yield Touch(
                        f"{name}.tail",
                        member,
                        "tail",
                        member_face(mate, Face.NEAR if near_face_is_inner(mate, side) else Face.FAR),
                    )
            yield from _head_touches(layout, side, name, member, ridge, pieces)
            if "shoulder" in cuts:
                yield from _lap_touches(layout, side, name, member, pieces)
            if "purlin_seat" in cuts:
                inward, level = purlin_place(layout, side)
                width = (
                    layout.roof.gambrel.purlin.thickness if layout.roof.gambrel and layout.roof.gambrel.purlin else 0.0
                )
                yield Touch(
                    f"{name}.purlin_seat",
                    member,
                    "purlin_seat",
                    strip(layout, side, inward, inward + width, level),
                )
                yield Touch(f"{name}.purlin_heel", member, "purlin_heel", wall_face(layout, side, inward, level))


def _head_touches(
    layout: RoofLayout, side: RoofSide, name: str, member: Member, ridge: Member | None, pieces: list[Piece]
) -> Iterator[Touch]:
    """What a rafter's head meets: the ridge's face, its mate over a beam, the next slope, or a wall."""
    roof, slope = layout.roof, side.slope
    if side.broken_above:
        upper = layout.sides[layout.sides.index(side) + 1]
        mate = next(one for piece in pieces if (one := member_on_slope(upper, piece)))
        yield Touch(f"{name}.head", member, "head", sawn_face(_beside(mate, member), "foot"))
    elif len(layout.sides) == 1:
        if roof.plan.upper is UpperEnd.LEDGER:
            yield Touch(
                f"{name}.head",
                member,
                "head",
                wall_face(layout, side, side.run, slope.height(side.run) + 10, -WALL),
            )
            return
        plate = roof.plan.plate + roof.plan.sheathing
        inward = side.run - plate
        level = slope.plate + inward * slope.rise_per_run
        yield Touch(f"{name}.upper_seat", member, "upper_seat", strip(layout, side, inward, side.run, level))
        yield Touch(f"{name}.upper_heel", member, "upper_heel", wall_face(layout, side, inward, level))
    elif roof.ridge.kind is RidgeKind.BOARD and ridge is not None:
        yield Touch(f"{name}.head", member, "head", ridge_side(ridge, side))
    elif roof.ridge.kind is RidgeKind.NONE and not roof.lapped and len(layout.sides) == 2:
        other = next(one for one in layout.sides if one is not side)
        mates = [one for piece in pieces if (one := member_on_slope(other, piece))]
        mate = next((one for one in mates if one.role == member.role), mates[0])
        yield Touch(f"{name}.head", member, "head", sawn_face(_beside(mate, member), "head"))
    elif roof.ridge.kind is RidgeKind.BEAM:
        other = next(one for one in layout.sides if one is not side and one.bears == side.bears)
        mates = [one for piece in pieces if (one := member_on_slope(other, piece))]
        mate = next((one for one in mates if one.role == member.role), mates[0])
        yield Touch(f"{name}.head", member, "head", sawn_face(_beside(mate, member), "head"))
        if ridge is not None:
            yield Touch(f"{name}.beam_seat", member, "beam_seat", member_face(ridge, Face.TOP))
            yield Touch(f"{name}.beam_heel", member, "beam_heel", ridge_side(ridge, side))


def _beside(mate: Member, member: Member) -> Member:
    """The mate in the same upright plane as the member: where its own mate of the same station stands."""
    gap = member.placement.origin - mate.placement.origin
    along = mate.placement.z * mate.placement.z.dot(gap)
    frame = replace(mate.placement, origin=mate.placement.origin + along)
    return replace(mate, placement=frame)


def _lap_touches(layout: RoofLayout, side: RoofSide, name: str, member: Member, pieces: list[Piece]) -> Iterator[Touch]:
    """A half-lapped rafter: its shoulder on the mate's underside, its cheek on the mate's."""
    other = next(one for one in layout.sides if one is not side)
    if member.id.startswith("pair_"):
        wanted = f"{member.id.rsplit('_', 1)[0]}_{other.slope.id}"
        mates = [piece.member for piece in pieces if piece.member.id == wanted]
    else:
        mates = [
            one
            for piece in pieces
            if not piece.member.id.startswith("pair_") and (one := member_on_slope(other, piece))
        ]
    mate = _beside(mates[0], member)
    yield Touch(f"{name}.shoulder", member, "shoulder", member_face(mate, Face.BOTTOM))
    yield Touch(f"{name}.cheek", member, "cheek", sawn_face(mate, "cheek"))
