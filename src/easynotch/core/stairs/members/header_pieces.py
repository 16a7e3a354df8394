"""What is put up at the header to hold the stringers' heads: fascia, drop board, ledger, hangers, the rim."""

from ...solid import (
    Face,
    Frame,
    MateFace,
    Member,
    Stock,
    Touch,
    Vector,
    member_face,
    outline,
    removal,
    straight,
    support_face,
)
from ..layout.layout import Layout
from ..layout.places import stringer_places, upright
from ..model.flight import HeadKind
from .treads import Placed

LEG = 0.5
"""Of the stringer's depth: how much of a hanger's bent leg lies under it."""
SHEET = 3.0
"""mm: a hanger's sheet, for the room it takes."""
SIDE = 45.0
"""mm: how far a hanger's sides reach out along the stringer, as drawn."""
DOWN, OUT = Vector(0.0, 0.0, -1.0), Vector(1.0, 0.0, 0.0)


def lowest_point(layout: Layout) -> float:
    """The lowest point of the stringer's plumb cut, plumb below the framing's top."""
    return layout.plumb_depth - layout.edge_at_header


def header_pieces(layout: Layout) -> list[Placed]:
    """A fascia on the header, a drop board under it, a ledger on it, the rim carried on sideways with a block behind
    each splice.
    """
    flight = layout.flight
    head, half = flight.head, flight.width / 2
    depth = head.header_depth or 0.0
    made = []
    if head.fascia > 0 and depth > 0:
        frames = [upright(-head.fascia, -half, 0.0, head.fascia)]
        made.append(straight("header_fascia", "header_fascia", Stock(head.fascia, depth), frames, flight.width))
    if head.kind is HeadKind.DROP_BOARD and head.drop_board is not None and depth > 0:
        board = head.drop_board
        frames = [upright(-board.width, -half, -depth, board.width)]
        made.append(straight("drop_board", "drop_board", Stock(board.width, board.depth), frames, flight.width))
    if head.kind is HeadKind.LEDGER and head.ledger is not None:
        ledger = head.ledger
        frames = [upright(0.0, -half, ledger.depth - lowest_point(layout), ledger.width)]
        made.append(straight("ledger", "ledger", Stock(ledger.width, ledger.depth), frames, flight.width))
    return made + _rim(layout)


def _rim(layout: Layout) -> list[Placed]:
    """The rim carried on sideways where the header is short, behind the fascia where there is one."""
    flight, half = layout.flight, layout.flight.width / 2
    depth, short = flight.head.header_depth or 0.0, flight.width - (flight.around.header_length or flight.width)
    if short <= 0 or depth <= 0:
        return []
    each, lap, thickness = short / 2, flight.around.header_lap, flight.stock.thickness
    back = -flight.head.fascia - thickness
    rim = Stock(thickness, depth)
    sides = [upright(back, right, 0.0, thickness) for right in (-half, half - each)]
    # Blocks that would meet behind a short header are one.
    apart = flight.width > 2 * (each + lap)
    rights, long = ((-half, half - each - lap), each + lap) if apart else ((-half,), flight.width)
    behind = [upright(back - thickness, right, 0.0, thickness) for right in rights]
    return [
        straight("rim_extension", "rim_extension", rim, sides, each),
        straight("rim_block", "rim_block", rim, behind, long),
    ]


def header_touches(layout: Layout, stringer: Member, made: list[Placed]) -> list[Touch]:
    """A stringer's notch over the ledger, the hanger's leg under it, the rim's extension on the header's end."""
    by_role = {member.role: member for member, _ in made}
    touches = []
    if "ledger" in by_role:
        ledger = by_role["ledger"]
        touches += [
            Touch(f"{stringer.id}.ledger_plumb", stringer, "ledger_plumb", member_face(ledger, Face.NEAR)),
            Touch(f"{stringer.id}.ledger_level", stringer, "ledger_level", member_face(ledger, Face.TOP)),
        ]
    if layout.flight.head.kind is HeadKind.HANGER and outline(stringer, Face.BOTTOM):
        touches.append(Touch("hanger", hanger(layout, stringer), "hanger", member_face(stringer, Face.BOTTOM)))
    if "rim_extension" in by_role:
        extension = by_role["rim_extension"]
        touches.append(Touch("rim_extension.end", extension, "end", _header_end(layout, extension)))
    return touches


def hanger(layout: Layout, stringer: Member) -> Member:
    """A hanger as it is marked on the header: plumb, its leg's upper face bent to the slope and meeting the header at
    the lowest point of the plumb cut, as far below the framing's top as its mark says.
    """
    low, reach = lowest_point(layout), stringer.stock.depth * LEG * layout.cos
    frame = Frame.along(Vector(0.0, stringer.placement.origin.y, 0.0), DOWN, OUT)
    leg = ("hanger", "hanger", Vector(0.0, 0.0, -low), Vector(layout.sin, 0.0, layout.cos))
    stock = Stock(stringer.stock.thickness, reach)
    down = low + reach * layout.slope + SHEET
    return Member("hanger", "hanger", stock, frame, (removal(frame, leg),), (min(0.0, low) - down, down), 0.0)


def hanger_sheets(layout: Layout) -> list[Placed]:
    """Hangers as they are seen: a leg under each stringer's lower edge, and a sheet up either side of it."""
    flight = layout.flight
    if flight.head.kind is not HeadKind.HANGER or flight.around.housed is not None:
        return []
    low, t, places = lowest_point(layout), flight.stock.thickness, stringer_places(layout)
    long, high = flight.stock.depth * LEG, min(low + layout.tread_levels[0], flight.stock.depth)
    if high <= 0:
        return []
    along, across = Vector(layout.cos, 0.0, -layout.sin), Vector(0.0, -1.0, 0.0)
    under = Vector(-layout.sin, 0.0, -layout.cos) * (SHEET / 2)
    legs = [Frame.along(Vector(0.0, y + t / 2, -low) + under, along, across) for y in places]
    sides = [
        Frame.along(Vector(0.0, y + side * (t + SHEET) / 2, -low + high), DOWN, OUT)
        for y in places for side in (1.0, -1.0)
    ]  # fmt: skip
    return [
        straight("hanger_leg", "hanger", Stock(SHEET, t), legs, long),
        straight("hanger_side", "hanger", Stock(SHEET, SIDE), sides, high),
    ]


def _header_end(layout: Layout, extension: Member) -> MateFace:
    """The header's end on the right, looking out at the extension that begins at the stair's side."""
    y = -layout.flight.width / 2 + extension.lengths["overall"]
    front, low = -layout.flight.head.fascia, -extension.stock.depth
    back = front - extension.stock.thickness
    return support_face(Vector(back, y, low), Vector(front, y, low), Vector(front, y, 0.0), Vector(back, y, 0.0))
