"""The order of work for the rest of the stair, from the ground up; each step a sentence still to be worded.

Where trades differ the shop's habit decides: which of tread and riser comes first, from which end, and whether the
stringers are put together on the ground or one of them is fixed first.
"""

from collections.abc import Iterator
from math import sqrt

from ...terms import Angle, Count, Length, Message, Value, Volume, message
from ..layout.layout import Layout
from ..layout.places import spacer, stringer_count, stringer_places, toe
from ..members.foot_support import footing_plan
from ..members.guard import guard_layout
from ..members.housed_strings import string_head
from ..members.kicker import anchor_plan, kicker_pieces
from ..members.slab import slab_plan
from ..model.flight import HeadKind


def order_of_work(layout: Layout, *, on_the_ground: bool) -> tuple[Message, ...]:
    """Every step from the slab to the rail.

    Args:
        layout: the flight.
        on_the_ground: stringers, kicker and one tread put together first and offered up.
    """
    return (
        *_slab(layout),
        *_footing(layout),
        *_head(layout),
        *_foot(layout),
        *_stringers(layout, on_the_ground=on_the_ground),
        *_square(layout),
        *_anchors(layout),
        *_boards(layout),
        *_guard(layout),
        *_handrail(layout),
    )


def _slab(layout: Layout) -> Iterator[Message]:
    plan, slab = slab_plan(layout), layout.flight.around.slab
    if plan is None or slab is None:
        return
    yield message("order.dig", depth=Length(slab.thickness + slab.gravel), top=Length(plan.top))
    yield message(
        "order.form", length=Length(slab.length), width=Length(slab.width), diagonal=Length(plan.diagonal),
        start=Length(plan.start), near=Length(plan.near), far=Length(plan.far),
    )  # fmt: skip
    yield _pour("order.pour", plan.volume, plan.bags)
    yield message("order.cure", days=Count(slab.cure_days))


def _pour(key: str, litres: float, bags: int | None) -> Message:
    """How much concrete; in bags too where it is known what one yields."""
    if bags is None:
        return message(f"{key}_loose", concrete=Volume(litres))
    return message(key, concrete=Volume(litres), bags=Count(bags))


def _footing(layout: Layout) -> Iterator[Message]:
    plan, footing = footing_plan(layout), layout.flight.around.footing
    if plan is not None and footing is not None:
        yield message("order.footing_dig", depth=Length(footing.depth), top=Length(plan.top), start=Length(plan.start))
        yield message(
            "order.footing_form", length=Length(footing.length), width=Length(footing.width),
            diagonal=Length(plan.diagonal),
        )  # fmt: skip
        yield _pour("order.footing_pour", plan.volume, plan.bags)
        yield message("order.cure", days=Count(footing.cure_days))
    deck = layout.flight.around.deck_below
    if deck is not None and deck.block is not None:
        yield message("order.deck_block", boards=Length(deck.boards), front=Length(layout.riser_plumbs[-1]))


def _head(layout: Layout) -> Iterator[Message]:
    head, housed = layout.flight.head, layout.flight.around.housed
    if housed is not None:
        top = string_head(layout, housed).top
        yield message("order.string_over" if top >= 0 else "order.string_under", value=Length(abs(top)))
        return
    drop = -layout.tread_levels[0]
    bearing = layout.head_face
    low = drop + bearing
    values: dict[str, Value] = {
        "slope": Angle(layout.degrees),
        "low": Length(low),
        "drop": Length(drop),
        "bearing": Length(bearing),
    }
    if head.fascia > 0:
        yield message("order.fascia", value=Length(head.fascia))
    if layout.flight.around.header_length is not None and layout.flight.around.header_length < layout.flight.width:
        short = (layout.flight.width - layout.flight.around.header_length) / 2
        yield message("order.rim", short=Length(short), long=Length(short + layout.flight.around.header_lap))
    if head.kind is HeadKind.DROP_BOARD and head.drop_board is not None:
        yield Message("order.drop_board", {"depth": Length(head.drop_board.depth), **values})
    elif head.kind is HeadKind.LEDGER and head.ledger is not None:
        yield Message("order.ledger", {"under": Length(drop + layout.plumb_bearing - head.ledger.depth), **values})
    elif head.kind is HeadKind.FLUSH:
        yield Message("order.flush", values)
    else:
        yield Message("order.hanger", values)


def _foot(layout: Layout) -> Iterator[Message]:
    flight = layout.flight
    if flight.kicker is None:
        yield message("order.no_kicker")
        return
    pieces = kicker_pieces(layout)
    front = layout.riser_plumbs[-1]
    long = pieces[0][0].lengths["overall"] if pieces else 0.0
    count = len(pieces[0][1]) if pieces else 0
    yield message("order.kicker", n=Count(count), long=Length(long), front=Length(front))


def _anchors(layout: Layout) -> Iterator[Message]:
    """What holds the kicker down, once it and the stringers stand square."""
    if layout.flight.kicker is None:
        return
    plan = anchor_plan(layout)
    if layout.flight.around.deck_below is not None:
        yield message("order.deck_screws")
    elif plan is not None:
        yield message("order.anchors", n=Count(len(plan.places)), hole=Length(plan.hole))
        anchors = layout.flight.around.anchors
        if anchors is not None and anchors.bit is not None:
            yield message("order.anchor_bit", bit=Length(anchors.bit), hole=Length(plan.hole))


def _stringers(layout: Layout, *, on_the_ground: bool) -> Iterator[Message]:
    count = stringer_count(layout)
    places = stringer_places(layout)
    values: dict[str, Value] = {
        "n": Count(count), "spacer": Length(spacer(layout)), "centres": Length(places[1] - places[0]),
        "drop": Length(-layout.tread_levels[0]),
    }  # fmt: skip
    if layout.flight.around.housed is not None:
        yield Message("order.housed", values)
        return
    yield Message("order.pattern", values)
    yield Message("order.together" if on_the_ground else "order.one_first", values)
    if layout.flight.around.blocks is not None and spacer(layout) > 0:
        yield Message("order.blocks", values)


def _square(layout: Layout) -> Iterator[Message]:
    run, width = toe(layout), layout.flight.width
    yield message("order.square", diagonal=Length(sqrt(run**2 + width**2)), run=Length(run), width=Length(width))
    ground = layout.flight.ground
    if ground is not None and ground.across:
        yield message("order.across")


def _boards(layout: Layout) -> Iterator[Message]:
    around, flight = layout.flight.around, layout.flight
    start = "top" if around.top_down else "bottom"
    if flight.riser_board <= 0:
        yield message(f"order.treads_{start}")
    elif flight.tread.under_riser > 0:
        # Each riser board stands on the tread below it: there is one order from either end.
        yield message(f"order.risers_stand_{start}")
    else:
        first = "treads" if around.treads_first else "risers"
        yield message(f"order.{first}_first_{start}")
    if around.sides.skirt is not None:
        yield message("order.skirts")
    yield message("order.tape")


def _guard(layout: Layout) -> Iterator[Message]:
    guard, set_out = layout.flight.around.guard, guard_layout(layout)
    if guard is None or set_out is None or set_out.clear <= 0:
        return
    yield message(
        "order.posts", n=Count(len(set_out.posts)), first=Length(set_out.posts[0]),
        apart=Length(set_out.posts[1] - set_out.posts[0]),
    )  # fmt: skip
    yield message("order.rails", long=Length(set_out.clear / layout.cos), slope=Angle(layout.degrees))
    yield message(
        "order.balusters", n=Count(set_out.count), gap=Length(set_out.gap), slope=Length(set_out.gap / layout.cos)
    )


def _handrail(layout: Layout) -> Iterator[Message]:
    rail = layout.flight.around.handrail
    if rail is not None:
        yield message("order.handrail", height=Length(rail.height), off=Length(rail.off), slope=Angle(layout.degrees))
