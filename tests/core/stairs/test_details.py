"""If these break, a figure at the head or the foot of a stair is drawn where it is not, or a yard promises what it has
not.
"""

from dataclasses import replace
from math import atan2, degrees

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.solid import lie_clear, outline
from easynotch.core.stairs import HeadKind, frame_flight, lay_out, stringers
from easynotch.drawing import draw_foot, draw_head, draw_in_hand
from easynotch.instruments import Line, ask_yard
from tests.flights import flights, whole_flights


def spans(sheet):
    return {one.id: abs(one.end[1] - one.start[1]) + abs(one.end[0] - one.start[0]) for one in sheet.dimensions}


@settings(max_examples=40)
@given(whole_flights())
def test_every_figure_at_head_and_foot_is_as_long_as_it_is_drawn(flight):
    layout = lay_out(flight)
    framing = frame_flight(layout)
    for sheet in (draw_head(layout, framing), draw_foot(layout, framing)):
        for one in sheet.dimensions:
            assert spans(sheet)[one.id] == pytest.approx(one.length.mm, abs=1e-6), one.id
    found = {one.id: one.length.mm for one in draw_head(layout, framing).dimensions}
    bearing = flight.stock.depth / layout.cos - layout.top_level_cut * layout.slope
    bearing = min(bearing, layout.tread_levels[0] - layout.bearing_level)
    if "head_missing" in found:
        assert found["head_missing"] + found.get("head_overlap", 0.0) == pytest.approx(bearing)
    assert found["head_low"] == pytest.approx(found.get("head_drop", -layout.tread_levels[0]) + bearing, abs=1e-6)


@settings(max_examples=28)
@given(flights().map(lambda flight: replace(flight, head=replace(flight.head, kind=HeadKind.HANGER))))
def test_a_hangers_leg_runs_down_under_the_stringer_at_its_slope(flight):
    layout = lay_out(flight)
    framing = frame_flight(layout)
    # Of a stringer so short that its foot cuts the lower edge off before the header a leg would lie under nothing.
    assume(layout.head_face == layout.plumb_bearing)
    (side,) = [path for path in draw_head(layout, framing).paths if path.id == "hanger_leg"]
    (ax, ay), (bx, by), *_ = side.points
    assert degrees(atan2(by - ay, bx - ax)) == pytest.approx(layout.degrees)
    # Its upper face lies on the stringer's lower edge, where both are on the header's face.
    low = -(layout.edge_at_header - flight.stock.depth / layout.cos)
    assert (ax, ay) == pytest.approx((0.0, low), abs=1e-6)


@given(flights())
def test_the_board_in_hand_shows_the_pattern_itself_slid_to_where_it_may_start(flight):
    layout = lay_out(flight)
    pattern = stringers(layout)[0]
    sheet = draw_in_hand(layout, pattern)
    if flight.stock.length is None or flight.stock.length < pattern.lengths["board"]:
        assert sheet is None
        return
    (laid,) = [path for path in sheet.paths if path.id == "laid"]
    lying = lie_clear(flight.around.defects, pattern, flight.stock.length)
    start = lying.start if lying else 0.0
    begun = [u - pattern.zero + start for u, _ in outline(pattern)]
    turned = lying is not None and lying.turned
    length = flight.stock.length
    assert [u for u, _ in laid.points] == pytest.approx([length - u for u in begun] if turned else begun)
    # What was measured stays where it was typed: a touch on the drawing marks that place.
    drawn = sorted(path.points[0][0] for path in sheet.paths if path.id.startswith("defect_"))
    assert drawn == pytest.approx(sorted(one.start for one in flight.around.defects if one.start < length))
    assert min(u for u, _ in laid.points) >= -1e-6
    assert max(u for u, _ in laid.points) <= flight.stock.length + 1e-6


@given(
    st.integers(0, 2**31), st.lists(st.tuples(st.floats(500, 7000), st.integers(1, 60)), min_size=1, max_size=8),
)  # fmt: skip
def test_a_yard_gives_the_same_answer_twice_and_never_promises_more_than_was_asked(seed, asked):
    lines = [Line(38.0, 140.0, length, count) for length, count in asked]
    lengths = (2400.0, 3600.0, 4800.0, 6000.0)
    offers = ask_yard(seed, lines, lengths)
    assert offers == ask_yard(seed, lines, lengths)
    for one in offers:
        assert 0 <= one.here <= one.line.count
        assert one.here + one.short == one.line.count
        assert (one.days > 0) is (one.short > 0)
        assert one.price > 0
        for other in one.instead:
            assert other.length > one.line.length
            assert 0 < other.count <= one.short
