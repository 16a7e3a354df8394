"""If these break, a wing that was said stands elsewhere than it was drawn, or has the roof of another."""

from dataclasses import replace
from itertools import pairwise

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon

from easynotch.core.roofs import Edge, End, Plan, RoofError, Wing, WingSide, lay_out_outline, lay_out_roof
from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from tests.joined import wing_roof
from tests.roofs import mm

BASE = wing_roof(3000.0, 1500.0, 2000.0, pitch=30.0, thick=(40.0, 50.0, 30.0))
SIDES = {"first": 0, "second_end": 1, "second": 2, "first_end": 3}


@settings(max_examples=28)
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
    said = lay_out_roof(replace(BASE, plan=plan)).outline
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
}


def test_a_gable_is_never_made_an_eave_without_a_word():
    plan = Plan(9000.0, 6000.0, wings=(Wing(WingSide.FIRST, 0.0, 3000.0, 2000.0),))
    with pytest.raises(RoofError) as found:
        lay_out_roof(replace(BASE, plan=plan))
    assert (found.value.path, found.value.message.id) == ("plan.ends", "error.wing_flush")


@pytest.mark.parametrize("kind", BAD_WINGS)
def test_a_wing_that_does_not_stand_on_its_side_is_refused_at_its_field(kind):
    wings, sentence = BAD_WINGS[kind]
    with pytest.raises(RoofError) as found:
        lay_out_roof(replace(BASE, plan=Plan(9000.0, 6000.0, wings=wings)))
    assert found.value.message.id == sentence and found.value.path.startswith("plan.wings[")


@settings(max_examples=28)
@given(
    st.floats(0.3, 0.9),
    st.floats(0.3, 0.9),
    st.floats(-150.0, 400.0),
    st.lists(st.tuples(st.floats(0.0, 1.0), st.floats(0.0, 1.0)), min_size=8, max_size=8),
)
def test_over_plates_of_two_heights_the_roof_is_the_higher_of_both_and_its_eaves_are_level(main, wing, raised, places):
    """A second road: two gabled roofs, each by itself, of which the higher is seen; the wing's ridge is the lower one."""
    span, half, start, out = 7000.0, 1400.0, 3000.0, 2500.0
    assume(half * wing + raised < span / 2 * main - 10.0)
    plan = Plan(12000.0, span, wings=(Wing(WingSide.FIRST, start, 2 * half, out, wing, plate=raised),))
    layout = lay_out_roof(replace(BASE, plan=plan, slope=main))
    hap = layout.notch.hap
    for x, y in ((12000.0 * a, -out + (out + span) * b) for a, b in places):
        over = [
            region.slope.height(region.inward((x, y)))
            for region in layout.outline.regions
            if Polygon(region.corners).buffer(1e-6).covers(Point(x, y))
        ]
        from_side = half - abs(x - start - half)
        heights = [hap + main * min(y, span - y)] if y > 0 else []
        # Past the wing's walls its slopes run on over the lower one as far as they are the higher.
        if y < span / 2 and (from_side > 0 or y > 0):
            heights.append(hap + raised + wing * from_side)
        if over and heights:
            assert max(over) == pytest.approx(max(heights), abs=1e-6)
    if not raised:
        return
    levels = {round(slope.height(-layout.out_of(slope)), 6) for slope in layout.outline.slopes if slope is not None}
    assert len(levels) == 1
    # Over the lower wall the valley comes beside the corner, as far as the other plate is higher on its slope.
    for seam in layout.outline.valleys:
        higher = max((seam.first, seam.second), key=lambda slope: slope.plate)
        assert seam.corner.z == pytest.approx(min(seam.first.plate, seam.second.plate))
        beside = -higher.inward_of((seam.corner.x, seam.corner.y))
        assert beside == pytest.approx(abs(raised) / higher.rise_per_run, abs=1e-6)


@pytest.mark.parametrize(
    ("wing", "path", "sentence"),
    [
        (Wing(WingSide.FIRST, 3000.0, 3000.0, 2500.0, plate=-600.0), "plan.wings", "error.plate_low"),
        (Wing(WingSide.FIRST, 3000.0, 3000.0, 300.0, plate=-250.0), "plan.wings", "error.outline_plate"),
        (Wing(WingSide.FIRST, 0.0, 3000.0, 2500.0, plate=100.0, hipped=True), "plan.wings", "error.wing_flush_plate"),
    ],
)
def test_plates_that_leave_no_roof_are_refused_with_a_way_out(wing, path, sentence):
    ends = (End.HIP, End.HIP) if wing.start == 0.0 else (End.GABLE, End.GABLE)
    with pytest.raises(RoofError) as refused:
        lay_out_roof(replace(BASE, plan=Plan(12000.0, 7000.0, ends=ends, wings=(wing,))))
    assert (refused.value.path, refused.value.message.id) == (path, sentence)
    assert Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC, fine=False)).say(refused.value.message)


def test_two_walls_in_one_plane_on_both_sides_of_two_wings_of_other_pitches_have_a_roof():
    """The corner between such a wall and a wing lies in the other wall's plane all along: it never meets it."""
    x, out = 12157.4, 15234.3
    corners = (
        (0.0, 0.0), (x, 0.0), (x, 1218.8), (out, 1475.2), (out, 2991.6), (x, 2991.6), (x, 4210.4), (out, 4466.8),
        (out, 5983.2), (x, 5983.2), (x, 8214.4), (0.0, 8214.4),
    )  # fmt: skip
    slopes = (0.2847, 0.3839, 0.3815, None, 0.3839, 0.271, 0.3839, None, 0.3839, 0.3839, None, None)
    edges = tuple(Edge(slope, gable=slope is None) for slope in slopes)
    outline = lay_out_outline(corners, edges, 0.3839, 0.0, 0.0)
    assert sum(region.area for region in outline.regions) == pytest.approx(Polygon(corners).area)
