"""Rafters of a gabled roof each cut for its own place, over plates as they were surveyed.

The ridge stays straight and level where it was drawn; what differs is how far the wall stands from it at every place
and how high its plate lies. The eave line stays straight. Source: ``trade.md`` 9.
"""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from math import hypot

from ...solid import SQUARE_ENOUGH, Face, Member, Touch, Vector, member_face
from ...terms import message
from ..members.mating_faces import WALL
from ..members.rafter import rafter
from ..model.roof import AsBuilt, Keeps, RidgeKind, RoofError
from ..plan.layout import RoofLayout, RoofSide
from ..planes.planes import UP, Slope
from .pieces import Framing, Piece, near_face_is_inner, ridge_side
from .surveyed_plates import PlateHere, bearing_on, quad, stretch_at

TWO = 2


@dataclass(frozen=True, slots=True)
class Standing:
    """A rafter's place: its side by letter, its number from the first end, and the plate there."""

    name: str
    number: int
    side: RoofSide
    here: PlateHere

    @property
    def run(self) -> float:
        """From the plate's bearing line to the ridge's middle, mm."""
        return self.side.run - self.side.slope.inward_of((self.here.point.x, self.here.point.y))

    @property
    def leans(self) -> float:
        """How far out of square wall and plate stand over the rafter's thickness, the more of both, by its length."""
        return max(abs(self.here.inward.dot(self.side.slope.along)), abs(self.here.along.z))


def frame_as_built(layout: RoofLayout, framing: Framing) -> Framing:
    """A gabled roof's framing with every rafter cut for its own place, numbered from the first end on either side.

    Raises:
        RoofError: at the survey, a roof of another kind.
    """
    built = layout.roof.as_built
    assert built is not None
    _refuse_others(layout, framing)
    ridge = next(piece.member for piece in framing.pieces if piece.member.role == "ridge")
    fascias = [piece.member for piece in framing.pieces if piece.member.id.startswith("fascia_")]
    made: list[Member] = []
    touches: list[Touch] = []
    stood = [
        Standing(name, number, side, plate_at(layout, built, side, along))
        for name, side in zip("ab", layout.sides, strict=True)
        for number, along in enumerate(sorted(framing.setting_out.in_world), 1)
    ]
    for one, cut_for in zip(stood, alike_places(layout, stood, built.alike), strict=True):
        member = _rafter(layout, one.side, cut_for, (one.name, one.number))
        made.append(member)
        fascia = next((board for board in fascias if board.id == f"fascia_{one.side.slope.id}"), None)
        within = 0.0 if cut_for is one.here else built.alike
        joined = _touches(layout, one.side, member, one.here, (ridge, fascia))
        touches += [replace(touch, within=within) for touch in joined]
    others = [_over_wall(layout, piece) for piece in framing.pieces if piece.member.role != "common"]
    kept = [touch for touch in framing.touches if touch.member.role != "common"]
    pieces = (*(Piece(one, (one.placement,)) for one in made), *others)
    return Framing(pieces, framing.setting_out, (*touches, *kept))


def _over_wall(layout: RoofLayout, piece: Piece) -> Piece:
    """Blocks where the wall stands in the middle of their bay, their tops in the roof; any other piece as it is."""
    built = layout.roof.as_built
    if piece.member.role != "block" or built is None or built.keeps is not Keeps.PLANES:
        return piece
    frames = []
    for frame in piece.frames:
        side = next(one for one in layout.sides if frame.x.dot(one.slope.along) > 0)
        middle = frame.to_world(Vector(piece.member.lengths["overall"] / 2, 0.0, 0.0))
        here = plate_at(layout, built, side, middle.x)
        inward = side.slope.inward_of((here.point.x, here.point.y))
        moved = side.slope.inward * inward + UP * (inward * side.slope.rise_per_run)
        frames.append(replace(frame, origin=frame.origin + moved))
    return Piece(replace(piece.member, placement=frames[0]), tuple(frames))


def _refuse_others(layout: RoofLayout, framing: Framing) -> None:
    roof = layout.roof
    plain = len(layout.sides) == TWO and not layout.hipped and roof.ridge.kind is RidgeKind.BOARD
    roles = {piece.member.role for piece in framing.pieces}
    if (
        not plain
        or roof.gambrel is not None
        or roof.boards.depths
        or roof.eaves.false_tail
        or "dropped_common" in roles
    ):
        raise RoofError("survey", message("error.survey_here"))


def plate_at(layout: RoofLayout, built: AsBuilt, side: RoofSide, along: float) -> PlateHere:
    """The plate on a side so far along the ridge from the first end: on the stretch between two of its points there."""
    nodes = built.first if side is layout.sides[0] else built.second
    start, end = stretch_at(nodes, along)
    step = Vector(*(b - a for a, b in zip(start, end, strict=True)))
    level = hypot(step.x, step.y)
    inward = UP.cross(Vector(step.x, step.y, 0.0).unit())
    inward = inward if inward.dot(side.slope.inward) > 0 else -inward
    share = (along - start[0]) / step.x
    face = Vector(*start) + step * share
    # The sheathing's outer face, where the rafter stands: out of the wall, and back to the same place along the ridge.
    out = layout.roof.plan.sheathing / inward.dot(side.slope.inward)
    return PlateHere(face - side.slope.inward * out, step * (1.0 / level), inward)


def alike_places(layout: RoofLayout, stood: list[Standing], within: float) -> list[PlateHere]:
    """The plates rafters are cut for: those whose runs and heights differ by no more than ``within`` for one in their
    middle, so that they are one pattern; the others for their own.

    A wall or plate that leans so much over a rafter's thickness that its cut cannot be sawn square stays as it is.
    """
    cut_for = [one.here for one in stood]
    thickness = layout.roof.rafter.thickness
    left = [k for k, one in enumerate(stood) if within > 0 and one.leans * thickness < SQUARE_ENOUGH]
    left.sort(key=lambda k: (stood[k].run, stood[k].here.point.z))
    while left:
        group: list[int] = []
        for k in left:
            runs = [stood[one].run for one in (*group, k)]
            heights = [stood[one].here.point.z for one in (*group, k)]
            if max(runs) - min(runs) <= within and max(heights) - min(heights) <= within:
                group.append(k)
        left = [k for k in left if k not in group]
        runs, heights = [stood[k].run for k in group], [stood[k].here.point.z for k in group]
        run, height = (max(runs) + min(runs)) / 2, (max(heights) + min(heights)) / 2
        for k in group:
            one = stood[k]
            slope = one.side.slope
            at = one.here.point + slope.inward * (one.run - run)
            cut_for[k] = PlateHere(Vector(at.x, at.y, height), slope.along, slope.inward)
    return cut_for


def _rafter(layout: RoofLayout, side: RoofSide, here: PlateHere, name: tuple[str, int]) -> Member:
    """A rafter cut for a place: its run to the ridge there, its stand over the plate, its tail out to the eave line."""
    letter, number = name
    drawn = side.slope
    run = side.run - drawn.inward_of((here.point.x, here.point.y))
    peak, keeps = drawn.height(side.run), layout.roof.as_built.keeps if layout.roof.as_built else Keeps.PLANES
    rise_per_run, hap = drawn.rise_per_run, drawn.hap
    if keeps is Keeps.PLANES:
        hap = peak - rise_per_run * run - here.point.z
    elif keeps is Keeps.STAND:
        rise_per_run = (peak - hap - here.point.z) / run
    off = drawn.inward * (run - side.run)
    start, end = ((x - off.x, y - off.y) for x, y in (drawn.start, drawn.end))
    slope = Slope(drawn.id, start, end, rise_per_run, here.point.z, hap)
    eaves = layout.roof.eaves
    at_place = replace(
        layout, roof=replace(layout.roof, eaves=replace(eaves, overhang=eaves.overhang + side.run - run))
    )
    station = slope.station(here.point.x)
    made = rafter(at_place, RoofSide(slope, run), station, member_id=f"rafter_{letter}_{number}", role="common")
    return replace(
        made, place=number, lengths={**made.lengths, "stand": hap},
        removals=tuple(
            replace(one, planes=tuple(bearing_on(cut, made, here) for cut in one.planes)) for one in made.removals
        ),
    )  # fmt: skip


def _touches(
    layout: RoofLayout, side: RoofSide, member: Member, here: PlateHere, mates: tuple[Member, Member | None]
) -> Iterator[Touch]:
    """A rafter on its own stretch of plate, against its wall, the ridge and the fascia."""
    ridge, fascia = mates
    cuts = {cut.id for cut in member.cut_planes}
    beside = here.along * (2 * layout.roof.rafter.thickness)
    plate = here.inward * (layout.roof.plan.plate + layout.roof.plan.sheathing)
    yield Touch(f"{member.id}.head", member, "head", ridge_side(ridge, side))
    yield Touch(f"{member.id}.seat", member, "seat", quad(here.point, beside, plate))
    yield Touch(f"{member.id}.heel", member, "heel", quad(here.point, beside, UP * -WALL))
    if fascia is not None and "tail" in cuts:
        face = Face.NEAR if near_face_is_inner(fascia, side) else Face.FAR
        yield Touch(f"{member.id}.tail", member, "tail", member_face(fascia, face))
