"""What stands under and along a ridge: blocks between the rafters, posts under its ends, a beam's pockets; and the
studs of a gambrel's knee wall.
"""

from dataclasses import dataclass, replace
from itertools import pairwise

from ...solid import CutPlane, Face, Frame, Member, Removal, Touch, Vector, member_face, square_ends
from ...terms import message
from ..model.roof import RidgeKind, RoofError
from ..model.setting_out import SettingOut
from ..plan.layout import RoofLayout, RoofSide
from .extras import ALIKE, Placed
from .mating_faces import strip
from .rafter import purlin_place
from .ridge import ridge_top, ridge_y

DOWN = Vector(0.0, 0.0, -1.0)
ALONG = Vector(1.0, 0.0, 0.0)


def ridge_blocks(layout: RoofLayout, out: SettingOut) -> list[Placed]:
    """Blocks between neighbouring rafters at the peak: against both faces of a ridge board, else centred under the
    peak, their tops bevelled to the roof.
    """
    stock = layout.roof.ridge.blocks
    if stock is None or len(layout.sides) == 1:
        return []
    thickness = layout.roof.rafter.thickness
    bays: dict[float, list[float]] = {}
    for low, high in pairwise(sorted(out.in_world)):
        clear = high - low - thickness
        length = next((known for known in bays if abs(known - clear) < ALIKE), clear)
        if clear > 0:
            bays.setdefault(length, []).append(low + thickness / 2)
    upper = [side for side in layout.sides if not side.broken_above]
    lengths = sorted(bays.items(), reverse=True)
    if layout.roof.ridge.kind is not RidgeKind.BOARD:
        y = ridge_y(layout)
        return [
            _ridge_block(
                layout,
                number,
                length,
                tuple(Frame.along(Vector(x, y, layout.peak), ALONG, DOWN) for x in starts),
                upper,
            )
            for number, (length, starts) in enumerate(lengths, 1)
        ]
    made: list[Placed] = []
    alike = abs(upper[0].run - upper[1].run) < ALIKE and upper[0].slope.rise_per_run == upper[1].slope.rise_per_run
    for sides in [upper] if alike else [[side] for side in upper]:
        for length, starts in lengths:
            frames = tuple(_at_ridge(layout, side, start, length) for side in sides for start in starts)
            made.append(_ridge_block(layout, len(made) + 1, length, frames, sides[:1]))
    return made


def _ridge_block(
    layout: RoofLayout, number: int, length: float, frames: tuple[Frame, ...], sides: list[RoofSide]
) -> Placed:
    stock = layout.roof.ridge.blocks
    assert stock is not None
    bevels = tuple(
        Removal((CutPlane(f"bevel_{side.slope.id}", "bevel", frames[0].plane_to_local(side.slope.plane)),))
        for side in sides
    )
    member = Member(
        f"ridge_block_{number}", "ridge_block", stock, frames[0], (*square_ends(length), *bevels),
        reach=(-10.0, length + 10.0), zero=0.0, count=len(frames), lengths={"overall": length},
    )  # fmt: skip
    return member, frames


def _at_ridge(layout: RoofLayout, side: RoofSide, start: float, length: float) -> Frame:
    """A block against a ridge board's face, its top at the roof's height there; it runs along its own eave."""
    slope = side.slope
    thickness = layout.roof.ridge.blocks.thickness if layout.roof.ridge.blocks else 0.0
    at = side.run - layout.half_ridge - thickness
    station = min(slope.station(start), slope.station(start + length))
    return Frame.along(slope.at(station, at + thickness / 2, slope.height(at + thickness)), slope.along, DOWN)


def ridge_posts(layout: RoofLayout, ridge: Member | None) -> tuple[list[Placed], list[Touch]]:
    """Posts under both ends of a ridge, over the gable walls, and their heads against it.

    Raises:
        RoofError: posts under no ridge, or from above its underside.
    """
    posts = layout.roof.ridge.posts
    if posts is None:
        return [], []
    under = ridge_top(layout) - layout.roof.ridge.stock.depth
    length = under + posts.foot
    if ridge is None or length <= 0:
        raise RoofError("ridge.posts", message("error.roof_posts"))
    y, stock = ridge_y(layout), posts.stock
    frames = tuple(
        Frame.along(Vector(x, y, under), DOWN, direction)
        for x, direction in ((0.0, ALONG), (layout.roof.plan.length, -ALONG))
    )  # fmt: skip
    member = Member(
        "ridge_post",
        "ridge_post",
        stock,
        frames[0],
        square_ends(length),
        reach=(-10.0, length + 10.0),
        zero=0.0,
        count=2,
        lengths={"overall": length},
    )
    touches = [
        Touch(f"ridge_post.{end}.head", replace(member, placement=frame), "head", member_face(ridge, Face.BOTTOM))
        for end, frame in zip("cd", frames, strict=True)
    ]
    return [(member, frames)], touches


@dataclass(frozen=True, slots=True)
class Pocket:
    """The opening in a gable wall that a beam lies in: its sill above the plates, width and height, mm."""

    sill: float
    width: float
    height: float


def beam_pocket(layout: RoofLayout) -> Pocket | None:
    """The pocket round a ridge beam, with room at both sides and above; it bears on the sill."""
    ridge = layout.roof.ridge
    if ridge.kind is not RidgeKind.BEAM or ridge.pocket is None:
        return None
    return Pocket(
        ridge_top(layout) - ridge.stock.depth,
        ridge.stock.thickness + 2 * ridge.pocket,
        ridge.stock.depth + ridge.pocket,
    )


def knee_studs(layout: RoofLayout, out: SettingOut) -> tuple[list[Placed], list[Touch]]:
    """Studs from the plates' level to the underside of the knee wall's plate, one under every lower rafter.

    Raises:
        RoofError: studs without a plate for them, or a break too low for any.
    """
    gambrel = layout.roof.gambrel
    if gambrel is None or gambrel.studs is None:
        return [], []
    lower = [side for side in layout.sides if side.broken_above]
    if not lower:
        # A shed keeps a gambrel's answers for when it is one again; it has no break itself.
        return [], []
    inward, level = purlin_place(layout, lower[0])
    length = level - (gambrel.purlin.depth if gambrel.purlin else 0.0)
    if gambrel.purlin is None or length <= 0:
        raise RoofError("gambrel.studs", message("error.roof_knee"))
    placed = []
    for side in lower:
        for centre in out.in_world:
            station = side.slope.station(centre)
            placed.append(Frame.along(side.slope.at(station, inward, length), DOWN, side.slope.inward))
    frames = tuple(placed)
    member = Member(
        "knee_stud", "knee_stud", gambrel.studs, frames[0], square_ends(length), reach=(-10.0, length + 10.0), zero=0.0,
        count=len(frames), lengths={"overall": length},
    )  # fmt: skip
    plate = strip(layout, lower[0], inward, inward + gambrel.purlin.thickness, length)
    return [(member, frames)], [Touch("knee_stud.head", member, "head", plate)]
