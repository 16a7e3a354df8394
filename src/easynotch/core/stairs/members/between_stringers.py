"""What ties the stringers together and closes the sides: spacer blocks and skirts; header pieces."""

from ...solid import (
    Face,
    Frame,
    Hand,
    MateFace,
    Member,
    Removal,
    Stock,
    Touch,
    Vector,
    member_face,
    removal,
    straight,
    stretch,
    support_face,
)
from ..layout.layout import Layout
from ..layout.places import spacer, stringer_places, upright
from ..model.flight import HeadKind
from .stringer import BACK, DOWN, OUT
from .treads import Placed


def spacer_blocks(layout: Layout) -> list[Placed]:
    """Blocks between the stringers: at the head against the header, at the foot behind the lowest riser.

    A ledger at the head and a kicker at the foot already keep the stringers apart; there no block is needed.
    """
    flight, stock, clear = layout.flight, layout.flight.around.blocks, spacer(layout)
    if stock is None or clear <= 0:
        return []
    rights = [y + flight.stock.thickness / 2 for y in stringer_places(layout)[:-1]]
    frames = []
    if flight.head.kind is not HeadKind.LEDGER:
        frames += [upright(0.0, right, layout.tread_levels[0], stock.thickness) for right in rights]
    if flight.kicker is None:
        top = min(layout.tread_levels[-1], layout.bearing_level + stock.depth)
        back = layout.riser_plumbs[-1] - stock.thickness
        frames += [upright(back, right, top, stock.thickness) for right in rights]
    return [straight("spacer_block", "spacer_block", stock, frames, clear)] if frames else []


def block_touches(layout: Layout, block: Member) -> list[Touch]:
    """A block's ends on the stringers beside it."""
    places, t = stringer_places(layout), layout.flight.stock.thickness
    left, right = places[1] - t / 2, places[0] + t / 2
    far, top, low = layout.riser_plumbs[-1], layout.tread_levels[0], layout.bearing_level

    def side(y: float, *, up: bool) -> MateFace:
        corners = (Vector(0.0, y, low), Vector(far, y, low), Vector(far, y, top), Vector(0.0, y, top))
        return support_face(*(corners[::-1] if up else corners))

    return [
        Touch("spacer_block.head", block, "head", side(right, up=True)),
        Touch("spacer_block.end", block, "end", side(left, up=False)),
    ]


def skirts(layout: Layout) -> list[Placed]:
    """A skirt on either outer stringer, its top edge so far above the line of the nosings, square to it; plumb at the
    header and at the lowest nosing, level at the foot. The treads end on it.
    """
    sides = layout.flight.around.sides
    if sides.skirt is None:
        return []
    made: list[Placed] = []
    for hand, sign in ((Hand.LEFT, 1.0), (Hand.RIGHT, -1.0)):
        y = sign * (layout.flight.width / 2 + sides.skirt.thickness / 2)
        top = layout.nosing_level(0.0) + sides.margin / layout.cos
        frame = Frame.along(
            Vector(0.0, y, top), Vector(layout.cos, 0.0, -layout.sin), Vector(-layout.sin, 0.0, -layout.cos)
        )
        toe, foot = layout.walked[-1][1], layout.bearing_level + layout.flight.lower_finish
        cuts: tuple[Removal, ...] = (
            removal(frame, ("head", "head", Vector(0.0, 0.0, 0.0), BACK)),
            removal(frame, ("toe", "riser", Vector(toe, 0.0, 0.0), OUT)),
            removal(frame, ("foot", "foot", Vector(0.0, 0.0, foot), DOWN)),
        )
        reach = _reach(layout, sides.skirt, top)
        whole = Member(f"skirt_{hand}", "skirt", sides.skirt, frame, cuts, reach, 0.0, hand=hand)
        ends = stretch(whole) or (0.0, 0.0)
        member = Member(
            f"skirt_{hand}", "skirt", sides.skirt, frame, cuts, reach, ends[0], hand=hand,
            lengths={"overall": ends[1] - ends[0], "board": ends[1] - ends[0]},
        )  # fmt: skip
        made.append((member, (frame,)))
    return made


def _reach(layout: Layout, stock: Stock, top: float) -> tuple[float, float]:
    spread = stock.depth * (layout.slope + 1.0 / layout.slope)
    long = max(abs(top - layout.bearing_level) / layout.sin, layout.walked[-1][1] / layout.cos)
    return -spread - 1.0, long + spread + 1.0


def skirt_touches(layout: Layout, tread: Member, made: list[Placed]) -> list[Touch]:
    """The treads' ends on the skirts, and the skirts' feet on what they stand on."""
    left, right = (member for member, _ in made)
    z, far = layout.bearing_level + layout.flight.lower_finish, layout.walked[-1][1] + layout.going
    wide = layout.flight.width
    ground = support_face(Vector(-wide, -wide, z), Vector(far, -wide, z), Vector(far, wide, z), Vector(-wide, wide, z))
    return [
        Touch("tread.head", tread, "head", member_face(left, Face.NEAR)),
        Touch("tread.end", tread, "end", member_face(right, Face.FAR)),
        Touch("skirt_left.foot", left, "foot", ground),
    ]
