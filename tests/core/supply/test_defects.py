"""If these break, a saw meets a knot that somebody had measured and typed in."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import LineString, box

from easynotch.core.roofs import Roof, frame_roof, lay_out_roof
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Defect, Face, Stock, extent, lie_clear, marks_of, outline, slides, sound_zones
from easynotch.core.solid.clear import turned_over
from easynotch.core.stairs import frame_flight, lay_out, stringers
from easynotch.core.tape import Tape, Units
from easynotch.drawing.stairs.in_hand import draw_in_hand
from easynotch.exchange import read_job
from easynotch.presenting.mark.board import board_view
from easynotch.presenting.mark.defects import lying_of
from easynotch.presenting.mark.patterns import patterns_of
from easynotch.presenting.mark.pieces import tools_of
from tests.core.bench.test_bench import IN, roof
from tests.core.stairs.edges import plain_flight
from tests.flights import flights
from tests.roofs import roofs


def sawn_edges(member, begin):
    """The edges of a piece on its board that a saw makes: all of its outline but what lies in the board's own edges."""
    depth, low = member.stock.depth, extent(member)[0]
    corners = [(u - low + begin, v) for u, v in outline(member)]
    for (a, b), (c, d) in zip(corners, [*corners[1:], *corners[:1]], strict=True):
        if not (abs(b - d) < 1e-6 and (b < 1e-6 or b > depth - 1e-6)):
            yield LineString([(a, b), (c, d)])


@given(roofs() | flights(), st.lists(st.tuples(st.floats(0, 1), st.floats(20, 300)), min_size=1, max_size=3),
       st.floats(5, 900))  # fmt: skip
def test_a_piece_laid_clear_on_its_board_has_no_sawn_edge_in_a_defect_whichever_end_is_trimmed(work, knots, spare):
    gable = isinstance(work, Roof)
    pattern = frame_roof(lay_out_roof(work)).pieces[0].member if gable else stringers(lay_out(work))[0]
    low, high = extent(pattern)
    length = high - low + spare
    depth = pattern.stock.depth
    defects = tuple(Defect(at * length, min(at * length + long, length), depth, depth * at / 2) for at, long in knots)
    lying = lie_clear(defects, pattern, length)
    if lying is None:
        # Neither way round is there a place: every one that is tried meets a defect.
        assert all(
            not slides(turned_over(defects, length) if turned else defects, pattern, length) for turned in (0, 1)
        )
        return
    spots = [box(one.start, one.top, one.stop, one.deep) for one in lying.defects]
    if lying.turned:
        mirrored = sorted(length - one.stop for one in defects)
        assert sorted(one.start for one in lying.defects) == pytest.approx(mirrored)
    assert lying.start + (high - low) <= length + 1e-6
    for edge in sawn_edges(pattern, lying.start):
        assert all(not edge.intersects(spot) for spot in spots)


def test_a_rafter_whose_notch_meets_a_knot_however_it_is_slid_is_told_to_be_turned_end_for_end():
    bare = roof(rafter={"length": "11'"})
    pattern = bare.pattern.member
    low, high = extent(pattern)
    spare = 132 * IN - (high - low)
    assert 2 * IN < spare < 30 * IN
    heel = next(mark for mark in marks_of(pattern) if mark.role == "heel")
    at = heel.pieces[0][0][0] + pattern.zero - low
    knot = {"start": f"{at - 60:.3f} mm", "stop": f"{at + spare + 60:.3f} mm", "deep": '5 1/2"', "top": '3"'}
    worked = roof(rafter={"length": "11'", "defects": [knot]})
    lying = lying_of(worked, worked.pattern.member)
    check = next(one for one in worked.checks if one.id.startswith("slide"))
    assert check.id == "slide_turned"
    assert check.value.mm == pytest.approx(lying.start)
    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
    tools = tools_of(read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "imperial", "works": []}))
    board = board_view(worked, patterns_of(worked)[0], words, tools)
    assert board.hook == pytest.approx(lying.start)
    assert any("better end lies at the foot" in note for stop in board.stops for note in stop.notes)
    # The knot is drawn where it lies once the board is turned.
    assert board.defects[0].corners[0][0] == pytest.approx(132 * IN - (at + spare + 60))


def test_defects_of_a_board_of_no_known_length_are_asked_about_not_forgotten():
    worked = roof(rafter={"defects": [{"start": 0, "stop": '3"', "deep": '5"'}]})
    assert next(one for one in worked.checks if one.id == "slide_ask").level == "look"


def test_a_shallow_defect_on_one_face_bars_only_that_faces_cuts_and_changes_sides_with_a_turned_board():
    # A jack's head is one cheek: it begins at another place on either face.
    jack = next(one.member for one in roof().members if one.member.role == "jack")
    low, high = extent(jack)
    length = high - low + 5.0
    begins = {face: min(u for u, _ in outline(jack, face)) for face in (Face.NEAR, Face.FAR)}
    early, late = sorted(begins, key=lambda face: begins[face])
    at = begins[early] - low
    knot = {face: (Defect(at, at + 3.0, jack.stock.depth, 0.0, face),) for face in (early, late)}
    # The long point's face is barred; the other face begins a thickness farther on, clear of so small a place.
    assert slides(knot[early], jack, length) == ()
    assert slides(knot[late], jack, length) != ()
    assert turned_over(knot[early], length)[0].face is late
    assert turned_over((Defect(0.0, 5.0, 10.0),), length)[0].face is None


def test_a_board_in_hand_that_is_turned_is_drawn_as_it_lies_with_the_piece_laid_out_from_its_other_end():
    bare = plain_flight(stock=Stock(45.0, 290.0, 4200.0))
    pattern = stringers(lay_out(bare))[0]
    low, high = extent(pattern)
    spare = 60.0
    length = high - low + spare
    # Some knot in the lower half, which only turning the board brings clear of head and foot.
    tried = (Defect(at, at + 80.0, 285.0, 215.0) for at in range(0, int(length), 10))
    knot = next(one for one in tried if (found := lie_clear((one,), pattern, length)) is not None and found.turned)
    flight = plain_flight(stock=Stock(45.0, 290.0, length), defects=(knot,))
    layout = lay_out(flight)
    lying = lie_clear(flight.around.defects, pattern, length)
    sheet = draw_in_hand(layout, pattern)
    drawn = next(path for path in sheet.paths if path.id == "defect_1")
    assert drawn.points[0] == pytest.approx((knot.start, knot.top))
    laid = next(path for path in sheet.paths if path.id == "laid")
    us = [u for u, _ in laid.points]
    assert lying.turned
    assert max(us) == pytest.approx(length - lying.start)
    assert any(one.id == "slide_from_other" for one in sheet.dimensions)
    assert min(us) >= -1e-6
    assert max(us) <= length + 1e-6


def test_under_every_notch_of_a_stringer_the_wood_down_to_its_lower_edge_is_kept_sound():
    member = next(one.member for one in frame_flight(lay_out(plain_flight())).pieces if one.member.role == "stringer")
    shift, depth = member.zero - extent(member)[0], member.stock.depth
    throats = [zone for zone in sound_zones(member) if zone.along[0] == zone.along[1] and zone.mark.startswith("riser")]
    inner = {}
    for mark in marks_of(member, Face.NEAR):
        if mark.role == "riser":
            inner[mark.id] = max((point for piece in mark.pieces for point in piece), key=lambda point: point[1])
    assert len(throats) >= 5
    for zone in throats:
        u, v = inner[zone.mark]
        assert zone.along[0] == pytest.approx(u + shift)
        assert zone.down == pytest.approx((v, depth))
