"""Random sound roofs with something laid on their deck, an opening in a slope, or valleys that end at a header."""

from dataclasses import replace
from math import tan

from hypothesis import assume
from hypothesis import strategies as st

from easynotch.core.roofs import Dormer, Eaves, End, Hip, Opening, Plan, Valley, ValleyHead, Wing, WingSide
from easynotch.core.solid import Stock
from tests.joined import wing_roof
from tests.roofs import mm

BASE = replace(
    wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(38.0, 50.0, 30.0)),
    hip=Hip(Stock(50.0, 300.0), head="post"), eaves=Eaves(400.0, 20.0),
)  # fmt: skip


@st.composite
def houses(draw: st.DrawFn, kinds=("wing", "dormer", "cricket", "opening", "header")):
    """A rectangle of 20 to 50°, with one of these on one of its long sides, in its middle third; what it has, and how."""
    kind = draw(st.sampled_from(kinds))
    slope, side = tan(draw(st.floats(0.36, 0.87))), draw(st.sampled_from([WingSide.FIRST, WingSide.SECOND]))
    length, width = draw(mm(11000, 14000)), draw(mm(6500, 9000))
    own = draw(st.sampled_from([slope, slope * 0.9, slope * 1.15]))
    start, wide = draw(mm(3200, 4200)), draw(mm(1300, 2600))
    board = draw(st.sampled_from([None, Stock(20.0, 400.0)]))
    plan = Plan(
        length, width, ends=draw(st.tuples(st.sampled_from(End), st.just(End.GABLE))), plate=90.0,
        sheathing=draw(st.sampled_from([0.0, 12.0])), deck=draw(mm(9, 25)), valley=Valley(Stock(50.0, 300.0), board=board),
    )  # fmt: skip
    # A hip over the first end comes over the slope so far from its corner.
    assume(plan.ends[0] is End.GABLE or start + wide < length - 1000.0)
    if kind in ("wing", "header"):
        head = ValleyHead.LAY_ON if kind == "wing" else ValleyHead.HEADER
        valley = replace(plan.valley, head=head, board=board if kind == "wing" else None)
        plate = draw(st.sampled_from([0.0, 150.0])) if kind == "wing" else 0.0
        wings = (Wing(side, start, wide, draw(mm(1200, 3000)), None if kind == "header" else own, plate=plate),)
        plan = replace(plan, valley=valley, wings=wings)
    elif kind == "dormer":
        inward = draw(mm(100, 900))
        plan = replace(plan, dormers=(Dormer(side, start, wide, inward, slope * (inward + 1500.0) + 200.0, own),))
    else:
        low = draw(mm(500, 1200))
        cricket = own * 0.6 if kind == "cricket" else None
        header = draw(st.sampled_from([None, Stock(60.0, 200.0)]))
        plan = replace(plan, openings=(Opening(side, start, wide, (low, low + draw(mm(400, 900))), header, cricket),))
    return kind, replace(BASE, plan=plan, slope=slope, spacing=draw(st.sampled_from([400.0, 600.0])))
