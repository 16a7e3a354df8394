"""Flights for property tests, with the ranges written down."""

from hypothesis import strategies as st

from easynotch.core.solid import Stock
from easynotch.core.stairs import (
    Boards,
    Flight,
    Head,
    HeadKind,
    Kicker,
    KickerNotch,
    RiserChoice,
    RiserRule,
    Section,
    Tread,
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
            riser_board=draw(st.booleans()),
            drop_board=Section(44, 140),
            ledger=Section(draw(mm(20, 50)), draw(mm(30, 90))),
        ),
        kicker=draw(st.none() | st.just(kicker)),
        gauge=draw(st.none() | mm(100, 260)),
    )
