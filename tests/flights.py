"""Flights for property tests, with the ranges written down."""

from dataclasses import replace

from hypothesis import strategies as st

from easynotch.core.solid import Defect, Stock
from easynotch.core.stairs import (
    Anchors,
    Balusters,
    Boards,
    Built,
    DeckBelow,
    DoorSwing,
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
    LevelHeld,
    Overhead,
    Platform,
    Reading,
    RiserChoice,
    RiserRule,
    Screws,
    Section,
    Side,
    Sides,
    Slab,
    Surroundings,
    TopLanding,
    Tread,
    Turn,
)

mm = st.floats


@st.composite
def treads(draw: st.DrawFn) -> Tread:
    """Going 180 to 420 mm, typed or from one to three boards; 12 to 60 thick, nosing up to 45."""
    thickness, nosing = draw(mm(12, 60)), draw(mm(0, 45))
    if draw(st.booleans()):
        return Tread(thickness, nosing, given_going=draw(mm(180, 420)))
    count, gap = draw(st.integers(1, 3)), draw(mm(0, 10))
    going = draw(mm(180, 420))
    return Tread(thickness, nosing, boards=Boards(count, (going + nosing - (count - 1) * gap) / count, gap))


@st.composite
def flights(draw: st.DrawFn) -> Flight:
    """Risers of 105 to 260 mm, 2 to 22 of them; every head, foot and finish; boards deep enough to stay whole."""
    tread = draw(treads())
    count = draw(st.integers(2, 22))
    rise = count * draw(mm(105, 260))
    rule = draw(st.sampled_from(RiserRule))
    value = {RiserRule.COUNT: count, RiserRule.TARGET: rise / count, RiserRule.AT_MOST: rise / count}[rule]
    kind = draw(st.sampled_from(HeadKind))
    kicker = Kicker(draw(mm(40, 120)), draw(mm(20, 38)), draw(st.sampled_from(KickerNotch)))
    in_front = draw(st.booleans())
    return Flight(
        name="any",
        total_rise=rise,
        riser=RiserChoice(rule, value),
        tread=tread,
        stock=Stock(draw(mm(25, 60)), draw(mm(300, 420)), draw(st.none() | mm(1000, 9000))),
        width=draw(mm(500, 3000)),
        stringer_spacing=draw(mm(200, 600)),
        riser_board=draw(st.sampled_from([0.0]) | mm(6, 25)),
        upper_finish=draw(st.sampled_from([0.0]) | mm(0, 45)),
        lower_finish=draw(st.sampled_from([0.0]) | mm(0, 60)),
        head=Head(
            kind=kind,
            header_depth=draw(st.none() | mm(120, 400)),
            riser_board=in_front,
            fascia=0.0 if in_front else draw(st.sampled_from([0.0, 19.0, 32.0])),
            drop_board=Section(44, 140),
            ledger=Section(draw(mm(20, 50)), draw(mm(30, 90))),
        ),
        kicker=draw(st.none() | st.just(kicker)),
        gauge=draw(st.none() | mm(100, 260)),
    )


SECTION = st.builds(Stock, mm(18, 45), mm(60, 140))


@st.composite
def surroundings(draw: st.DrawFn) -> Surroundings:
    """Sides open, overhanging or closed by skirts; guards of every kind; a foot on a slab, a footing, boards or neither; blocks,
    anchors, a door, a beam, a short header, defects, a stair that stands, or none of them.
    """
    side = draw(st.sampled_from(["plain", "overhang", "skirt"]))
    guard = Guard(
        sides=draw(st.sampled_from(GuardSides)),
        height=draw(mm(850, 1100)),
        under=draw(mm(20, 90)),
        post=Stock(88, 88),
        rail=draw(st.builds(Stock, mm(35, 90), mm(30, 90))),
        lower_rail=draw(st.builds(Stock, mm(35, 60), mm(30, 60))),
        baluster=draw(st.builds(Stock, mm(30, 40), mm(18, 40))),
        gap=draw(mm(60, 130)),
        bay=draw(mm(900, 2400)),
        held=draw(st.sampled_from(Balusters)),
        strip=Stock(20, 30),
    )
    foot = draw(st.sampled_from(["slab", "footing", "deck", "ground"]))
    block = draw(st.none() | st.just(Stock(40, 120)))
    return Surroundings(
        sides=Sides(
            overhang=draw(mm(5, 40)) if side == "overhang" else 0.0,
            skirt=Stock(20, 280) if side == "skirt" else None,
            margin=draw(mm(0, 60)) if side == "skirt" else 0.0,
        ),
        blocks=draw(st.none() | st.just(Stock(40, 90))),
        guard=draw(st.none() | st.just(guard)),
        slab=Slab(1200, 4000, 100, 400, 0.02, 100, 17) if foot == "slab" else None,
        footing=Footing(500, 3000, 400, 200, 17, draw(st.none() | st.just(350.0))) if foot == "footing" else None,
        deck_below=DeckBelow(28, block, draw(st.none() | st.just(90.0))) if foot == "deck" else None,
        top_landing=draw(st.none() | st.builds(TopLanding, mm(600, 1500), mm(0, 900), st.sampled_from(DoorSwing))),
        overhead=draw(st.just(()) | st.just((Overhead(300.0, 420.0, 1900.0),))),
        defects=draw(st.just(()) | st.just((Defect(500.0, 560.0, 120.0),))),
        built=draw(st.none() | st.just(Built((180.0, 190.0, 180.0), (250.0, 262.0)))),
        header_length=draw(st.none() | mm(400, 900)),
        trial_sheet=draw(st.none() | st.just(6.0)),
        anchors=draw(st.none() | st.just(Anchors(60, 130, 900))),
        handrail=draw(st.none() | st.just(Handrail(draw(st.sampled_from(GuardSides)), 900.0, Stock(45, 45), 50.0))),
        level_held=draw(st.none() | st.just(LevelHeld(600.0, 0.0125))),
        room=draw(st.none() | mm(1500, 6000)),
        screws=Screws(tread=draw(st.none() | mm(40, 90)), head=draw(st.none() | mm(60, 120))),
    )


@st.composite
def whole_flights(draw: st.DrawFn) -> Flight:
    """A flight with its surroundings, its treads drained or run on under the risers, sometimes of boards in hand."""
    flight = draw(flights())
    tread = flight.tread
    under = flight.riser_board if draw(st.booleans()) else 0.0
    drain = draw(st.sampled_from([0.0, 4.0]))
    if tread.boards is None:
        tread = replace(tread, in_hand=draw(st.none() | st.just(Boards(0, 120, 4))))
    return replace(
        flight,
        tread=replace(tread, under_riser=under, drain_gap=drain),
        head=replace(flight.head, header_depth=flight.head.header_depth or 240.0),
        around=draw(surroundings()),
    )


@st.composite
def stairs(draw: st.DrawFn) -> Flight:
    """Any stair: on level or falling ground, over one flight or two, on cut stringers or in housed strings."""
    flight = draw(whole_flights())
    around = flight.around
    sort = draw(st.sampled_from(["plain", "falling", "readings", "platform"]))
    if draw(st.integers(0, 3)) == 0:
        deep = draw(mm(8, flight.stock.thickness - 10)) if flight.stock.thickness > 20 else 8.0
        around = replace(around, housed=Housed(draw(mm(0, 40)), deep, 3.0, draw(mm(0.02, 0.08))))
    if sort == "platform":
        up, down = draw(st.integers(2, 8)), draw(st.integers(2, 8))
        fall = draw(st.sampled_from([0.0, 0.01, 0.02]))
        around = replace(
            around, platform=Platform(up, draw(st.sampled_from(Turn)), 1000.0, 28.0, 240.0, fall=fall, well=100.0)
        )
        rise = (up + down) * draw(mm(150, 200)) + fall * 1000
        flight = replace(flight, total_rise=rise, riser=RiserChoice(RiserRule.COUNT, up + down))
    if sort == "falling":
        ground = Ground(
            (Reading(draw(mm(0, 500)), flight.total_rise),), slope=draw(mm(-0.1, 0.2)), across=draw(mm(-0.03, 0.03)),
            measured=draw(st.sampled_from(Side)),
        )  # fmt: skip
        flight = replace(flight, ground=ground)
    if sort == "readings":
        far = flight.total_rise + draw(mm(-200, 500))
        ground = Ground((Reading(0.0, flight.total_rise), Reading(draw(mm(800, 4000)), far)))
        flight = replace(flight, ground=ground)
    beams = st.builds(Overhead, mm(0, 2000), mm(2000, 5000), mm(1500, 2400))
    anchors = st.builds(Anchors, mm(40, 90), mm(90, 160), mm(200, 1200), st.sampled_from([6.0, 6.35]))
    return replace(
        flight,
        stretch=draw(st.booleans()),
        around=replace(
            around, overhead=tuple(draw(st.lists(beams, max_size=3))), anchors=draw(st.none() | anchors), built=None
        ),
    )
