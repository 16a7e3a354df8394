"""Flights on the edge of a limit, and what is said of them."""

from dataclasses import replace

from easynotch.core.rules import LimitSetId, limit_set
from easynotch.core.solid import Defect, Stock
from easynotch.core.stairs import (
    Boards,
    Flight,
    Footing,
    Ground,
    Guard,
    GuardSides,
    Handrail,
    Head,
    HeadKind,
    Housed,
    Kicker,
    KickerNotch,
    Overhead,
    Reading,
    RiserChoice,
    RiserRule,
    Section,
    Slab,
    Surroundings,
    Tread,
    around_checks,
    check_flight,
    facts_of,
    lay_out,
    stringers,
)
from easynotch.core.stairs.members.header_pieces import lowest_point
from easynotch.core.tape import Tape, Units
from easynotch.core.tools import drift

LIMITS = limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits

TAPE = Tape.of(Units.METRIC)

STEP = 0.01
"""mm: how far inside and outside its limit a value is tried."""


def checks_of(flight, limits=LIMITS):
    layout = lay_out(flight)
    pattern = stringers(layout)[0]
    clamped = drift(layout.riser, layout.riser_count, flight.gauge, TAPE)
    shape = check_flight(layout, pattern, facts_of(layout, pattern, TAPE), limits, clamped)
    return {check.id: check for check in (*shape, *around_checks(layout, pattern, limits))}


def level_of(flight, check_id, limits=LIMITS):
    found = checks_of(flight, limits).get(check_id)
    return found.level if found else None


def plain_flight(**changes):
    around = {key: changes.pop(key) for key in list(changes) if key in Surroundings.__dataclass_fields__}
    made = Flight(
        "plain", 8 * 180.0, RiserChoice(RiserRule.COUNT, 8), Tread(30.0, 20.0, given_going=250.0),
        Stock(45.0, 290.0, 4200.0), 1000.0, 400.0, riser_board=18.0, head=Head(header_depth=240.0),
    )  # fmt: skip
    return replace(made, **changes, around=Surroundings(**around))


def stepping(riser, going=250.0, **changes):
    """Eight risers of so much, and a going."""
    return plain_flight(total_rise=8 * riser, tread=Tread(30.0, 20.0, given_going=going), **changes)


def nosed(nosing):
    return plain_flight(tread=Tread(30.0, nosing, given_going=250.0))


def guard_of(**changes):
    usual = Guard(
        GuardSides.BOTH, 900.0, 40.0, Stock(90, 90), Stock(38, 90), Stock(38, 60), Stock(38, 38), 100.0, 1800.0
    )
    return replace(usual, **changes)


def on_wall(height):
    return Handrail(GuardSides.LEFT, height, Stock(45, 45), 50.0)


def ended(left, **changes):
    """A plain flight with so much level room left in front of its lowest nosing: seven goings and the nosing are its."""
    return plain_flight(room=7 * 250.0 + 20.0 + left, **changes)


def opened(limit):
    """Open treads whose clear opening is so much."""
    return plain_flight(riser_board=0.0, tread=replace(plain_flight().tread, thickness=180.0 - limit))


def under_beam(room):
    layout = lay_out(plain_flight())
    return plain_flight(overhead=(Overhead(700.0, 700.0, layout.nosing_level(700.0) + room),))


def throated(left):
    """A board that leaves so much under its notches."""
    step = lay_out(plain_flight()).step
    return plain_flight(stock=Stock(45.0, left + 180.0 * 250.0 / step, 4200.0))


def sloping(degrees):
    from math import radians, tan  # noqa: PLC0415

    return stepping(180.0, 180.0 / tan(radians(degrees)))


def kickered(kicker=None, **around):
    return plain_flight(kicker=kicker or Kicker(90.0, 38.0, KickerNotch.INNER), **around)


def with_slab(thickness=100.0, width=1000.0, back=108.0, **around):
    return kickered(slab=Slab(1200.0, width, thickness, back), **around)


def with_footing(width=1000.0, back=108.0, depth=300.0):
    return kickered(footing=Footing(400.0, width, depth, back, frost=300.0))


def in_hand_rip(last):
    """A tread of whole boards of 100 and a last one ripped to so much."""
    made = plain_flight(tread=Tread(30.0, 20.0, given_going=180.0 + last, in_hand=Boards(0, 100.0, 0.0)))
    return replace(made, riser_board=0.0)


def on_composite(apart):
    tread = replace(plain_flight().tread, composite=True)
    return replace(plain_flight(tread=tread), width=apart + 45.0, stringer_spacing=900.0)


def across_by(fall):
    return plain_flight(ground=Ground((Reading(0.0, 1440.0),), across=fall / 1000.0))


def housed_in(left):
    return plain_flight(housed=Housed(30.0, 45.0 - left, 3.0, 1 / 24))


def bearing():
    """What a plain flight's head needs below the framing's top: how deep its drop is, and how high its plumb cut."""
    facts = facts_of(lay_out(plain_flight()), stringers(lay_out(plain_flight()))[0], TAPE)
    return facts["head_drop"], facts["plumb_bearing"]


def headed(depth, **head):
    return plain_flight(head=Head(header_depth=depth, **head))


def drop_boarded(short):
    drop, high = bearing()
    return headed(drop + 60.0, kind=HeadKind.DROP_BOARD, drop_board=Section(38.0, high - 60.0 - short))


def stock_long(short):
    length = stringers(lay_out(plain_flight()))[0].lengths["board"]
    return plain_flight(stock=Stock(45.0, 290.0, length - short))


def first_riser():
    layout = lay_out(plain_flight())
    return layout.tread_levels[-1] - layout.bearing_level


def measured_off(by):
    """Ground confirmed so far from where the foot lands that it is just told."""
    foot = lay_out(plain_flight()).finished_risers[-1]
    ground = Ground((Reading(0.0, 1440.0),), confirmed=Reading(foot + 50.0 + by, 1440.0))
    return plain_flight(ground=ground)


def housing_left(short):
    """A string that is just so much too shallow for its lowest wedge."""
    deep = plain_flight(housed=Housed(30.0, 15.0, 3.0, 1 / 24))
    room = checks_of(deep)["housing_room"].value.mm
    return replace(deep, stock=Stock(45.0, 290.0 - room - short, 4200.0))


def knotted(wide):
    """Knots at both ends, so that turning the board changes nothing, but for what the layout needs between them."""
    layout = lay_out(plain_flight())
    length = stringers(layout)[0].lengths["board"]
    knots = (Defect(0.0, wide, 290.0), Defect(length + 200.0 - 90.0, length + 200.0, 290.0))
    return plain_flight(stock=Stock(45.0, 290.0, length + 200.0), defects=knots)


def ledgered(short):
    """A header that ends so much above a ledger's lower edge, which lies as low as the plumb cut does."""
    head = Head(HeadKind.LEDGER, header_depth=400.0, ledger=Section(40.0, 90.0))
    low = lowest_point(lay_out(plain_flight(head=head)))
    return plain_flight(head=replace(head, header_depth=low - short))
