"""The framing of a flight: every piece with every place it stands in, and what it touches."""

from dataclasses import dataclass, replace

from ...solid import Frame, Member, Stock, Touch, Vector, support_face
from ..layout.layout import Layout
from ..layout.places import kicker_stands, stringer_places
from ..members.between_stringers import block_touches, skirt_touches, skirts, spacer_blocks
from ..members.foot_support import foot_blocks
from ..members.guard import guard_pieces, handrail_pieces, newel_notches
from ..members.header_pieces import header_pieces, header_touches
from ..members.housed_strings import housed_strings, housed_touches
from ..members.kicker import kicker_pieces, kicker_touches, notched_over
from ..members.platform import TwoFlights, moved
from ..members.scribed_treads import scribed_touches, scribed_treads, walled
from ..members.stringer import foot_falls, stringers
from ..members.treads import Placed, riser_boards, step_touches, treads
from ..model.flight import HeadKind


@dataclass(frozen=True, slots=True)
class Piece:
    """A piece and the places of all that are like it; the member lies in the first. A template has no place."""

    member: Member
    frames: tuple[Frame, ...]


@dataclass(frozen=True, slots=True)
class FlightFraming:
    """All pieces of a flight, the pattern first, and what should touch what."""

    pieces: tuple[Piece, ...]
    touches: tuple[Touch, ...]


def frame_flight(layout: Layout) -> FlightFraming:
    """Frame one flight in its own world."""
    around = layout.flight.around
    notches = newel_notches(layout)
    boards = scribed_treads(layout, notches) if walled(layout) else treads(layout, notches)
    risers = riser_boards(layout)
    if around.housed is not None:
        strings = housed_strings(layout, around.housed)
        guards, fitted = guard_pieces(layout)
        pieces = [*strings, *boards, *risers, *header_pieces(layout), *guards, *handrail_pieces(layout)]
        left = strings[0][0]
        touches = [*_head(layout, left), *housed_touches(layout, strings), *_foot(layout, left), *fitted]
        return _framed(pieces, touches)
    bearers = stringer_pieces(layout)
    outer, inner = bearers[0][0], bearers[min(1, len(bearers) - 1)][0]
    kicker, blocks, closed = kicker_pieces(layout), spacer_blocks(layout), skirts(layout)
    guards, fitted = guard_pieces(layout)
    head = header_pieces(layout)
    touches = [*_head(layout, outer), *_foot(layout, outer), *step_touches(layout, outer, "stringer")]
    if kicker and kicker[0][0].lengths["overall"] > 0:
        touches += kicker_touches(layout, kicker[0][0], outer, inner)
    if blocks:
        touches += block_touches(layout, blocks[0][0])
    if closed and boards:
        touches += skirt_touches(layout, boards[0][0], closed)
    touches += header_touches(layout, outer, head)
    touches += scribed_touches(layout, boards)
    trial = [(_trial(outer, around.trial_sheet), ())] if around.trial_sheet else []
    pieces = [*bearers, *kicker, *foot_blocks(layout), *boards, *risers, *blocks, *closed, *head, *guards]
    pieces += [*handrail_pieces(layout), *trial]
    return _framed(pieces, [*touches, *fitted])


def _framed(pieces: list[Placed], touches: list[Touch]) -> FlightFraming:
    return FlightFraming(tuple(Piece(*piece) for piece in pieces), tuple(touches))


def frame_stair(layout: Layout, two: TwoFlights | None = None) -> FlightFraming:
    """Frame a stair: its one flight, or both flights of one with a platform, the lower one's pieces in the upper
    one's world.
    """
    if two is None:
        return frame_flight(layout)
    upper, lower = frame_flight(two.upper), frame_flight(two.lower)
    named = {id(piece.member): _below(piece.member) for piece in lower.pieces}
    beneath = tuple(
        Piece(named[id(piece.member)], tuple(moved(frame, two.below) for frame in piece.frames))
        for piece in lower.pieces
    )
    touches = tuple(replace(touch, id=f"lower_{touch.id}") for touch in lower.touches)
    return FlightFraming((*upper.pieces, *beneath), (*upper.touches, *touches))


def _below(member: Member) -> Member:
    return replace(member, id=f"lower_{member.id}")


def stringer_pieces(layout: Layout) -> list[Placed]:
    """The stringers in their places: alike, outer and inner ones, or every one for itself where the ground falls
    across the stair.
    """
    members, places = stringers(layout), stringer_places(layout)
    ground = layout.flight.ground
    if ground is not None and abs(ground.across) > 0:
        return [_own_foot(layout, place, y) for place, y in enumerate(places)]
    if len(members) == 1:
        return [(member := members[0], tuple(_at(member, y) for y in places))]
    outer, inner = members
    return [
        (outer, (_at(outer, places[0]), _at(outer, places[-1]))),
        (inner, tuple(_at(inner, y) for y in places[1:-1])),
    ]


def _own_foot(layout: Layout, place: int, y: float) -> Placed:
    """A stringer whose foot is cut to the ground where it stands."""
    assert layout.flight.ground is not None
    lower = layout.flight.ground.across_at(y, layout.flight.width)
    flight = replace(layout.flight, lower_finish=layout.flight.lower_finish + lower)
    whole = stringers(replace(layout, flight=flight), kicker_stands(layout))
    member = replace(
        whole[-1 if notched_over(layout, place) else 0], id="stringer" if place == 0 else f"stringer_{place + 1}",
        count=1,
    )  # fmt: skip
    frame = _at(member, y)
    return replace(member, placement=frame), (frame,)


def _at(member: Member, y: float) -> Frame:
    origin = member.placement.origin
    return replace(member.placement, origin=Vector(origin.x, y, origin.z))


def _trial(stringer: Member, sheet: float) -> Member:
    """The same marks on a sheet, to learn on and to try in place before wood is cut."""
    stock = Stock(sheet, stringer.stock.depth)
    return replace(stringer, id="trial", role="template", stock=stock, count=1)


def _head(layout: Layout, stringer: Member) -> list[Touch]:
    """The plumb cut on the header's face, and on the drop board below it."""
    head = layout.flight.head
    if head.header_depth is None:
        return []
    low = -head.header_depth
    if head.kind is HeadKind.DROP_BOARD and head.drop_board is not None:
        low -= head.drop_board.depth
    half = layout.flight.width
    face = support_face(Vector(0, -half, low), Vector(0, half, low), Vector(0, half, 0), Vector(0, -half, 0))
    return [Touch("head", stringer, "head", face)]


def _foot(layout: Layout, stringer: Member) -> list[Touch]:
    """The foot on what it stands on."""
    ground = layout.flight.ground
    lower = ground.across_at(stringer.placement.origin.y, layout.flight.width) if ground is not None else 0.0
    half, z = layout.flight.width, layout.bearing_level - lower
    far = layout.riser_plumbs[-1] + layout.going
    # It falls away with the landing from where it was measured.
    fall, toe = foot_falls(layout), layout.riser_plumbs[-1]
    near_z, far_z = z + fall * toe, z + fall * (toe - far)
    face = support_face(
        Vector(0, -half, near_z), Vector(far, -half, far_z), Vector(far, half, far_z), Vector(0, half, near_z)
    )
    return [Touch("foot", stringer, "foot", face)]
