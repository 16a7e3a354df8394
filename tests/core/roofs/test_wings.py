"""If these break, a wing that was said stands elsewhere than it was drawn, or has the roof of another."""

from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon

from easynotch.core.roofs import End, Plan, RoofError, Wing, WingSide, lay_out_roof
from tests.joined import wing_roof
from tests.roofs import mm

SIDES = {"first": 0, "second_end": 1, "second": 2, "first_end": 3}


@settings(max_examples=40)
@given(st.data())
def test_a_wing_said_on_a_rectangle_is_the_same_roof_as_its_outline(data):
    length, width = data.draw(mm(8000, 14000)), data.draw(mm(6000, 9000))
    side = data.draw(st.sampled_from(list(SIDES)))
    number = SIDES[side]
    along = width if number % 2 else length
    wide = data.draw(mm(2000, min(5000, along - 1200)))
    flush = data.draw(st.booleans())
    start = 0.0 if flush else data.draw(mm(500, along - wide - 500))
    out = data.draw(mm(1500, 4000))
    hipped = data.draw(st.booleans())
    # Beside a wing an end is an eave: a gable there would stand on the roof next to it; so is one it goes on along.
    eaves = {side, {"first": "first_end", "second": "second_end"}.get(side, "") if flush else ""}
    ends = tuple(End.HIP if name in eaves else data.draw(st.sampled_from(End)) for name in ("first_end", "second_end"))
    plan = Plan(length, width, ends=ends, wings=(Wing(WingSide(side), start, wide, out, hipped=hipped),))
    base = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    said = lay_out_roof(replace(base, plan=plan)).outline
    corners = [(0.0, 0.0), (length, 0.0), (length, width), (0.0, width)]
    (a, b), (c, d) = corners[number], corners[(number + 1) % 4]
    x, y = (c - a) / along, (d - b) / along
    spots = [(start, 0.0), (start, out), (start + wide, out), (start + wide, 0.0)]
    new = [(a + x * u + y * v, b + y * u - x * v) for u, v in spots]
    drawn = Polygon([*corners[: number + 1], *new, *corners[number + 1 :]])
    assert Polygon(said.corners).symmetric_difference(drawn).area < 1.0
    # Flush with a corner the wing's wall goes on along the next one: one wall, and one corner less twice.
    assert len(said.corners) == (6 if flush else 8)
    # The wing's own end is a gable or hipped as it was said, and both its sides are eaves.
    for point, roofed in ((spots[1:3], hipped), (spots[2:4], True)):
        middle = [sum(values) / 2 for values in zip(*point, strict=True)]
        at = (a + x * middle[0] + y * middle[1], b + y * middle[0] - x * middle[1])
        over = [
            slope is not None
            for slope, (p, q) in zip(said.slopes, pairwise([*said.corners, said.corners[0]]), strict=True)
            if LineString([p, q]).distance(Point(at)) < 1e-3
        ]
        assert over == [roofed]


BAD_WINGS = {
    "beyond": ((Wing(WingSide.FIRST, 6000.0, 4000.0, 2000.0),), "error.wing_beyond"),
    "over another": (
        (Wing(WingSide.FIRST, 1000.0, 3000.0, 2000.0), Wing(WingSide.FIRST, 3500.0, 3000.0, 2000.0)),
        "error.wing_overlaps",
    ),
    "plates": ((Wing(WingSide.FIRST, 1000.0, 3000.0, 2000.0, plate=300.0),), "error.wing_plate"),
}


def test_a_gable_is_never_made_an_eave_without_a_word():
    base = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    plan = Plan(9000.0, 6000.0, wings=(Wing(WingSide.FIRST, 0.0, 3000.0, 2000.0),))
    with pytest.raises(RoofError) as found:
        lay_out_roof(replace(base, plan=plan))
    assert (found.value.path, found.value.message.id) == ("plan.ends", "error.wing_flush")


@pytest.mark.parametrize("kind", BAD_WINGS)
def test_a_wing_that_does_not_stand_on_its_side_is_refused_at_its_field(kind):
    wings, sentence = BAD_WINGS[kind]
    base = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
    with pytest.raises(RoofError) as found:
        lay_out_roof(replace(base, plan=Plan(9000.0, 6000.0, wings=wings)))
    assert found.value.message.id == sentence and found.value.path.startswith("plan.wings[")
