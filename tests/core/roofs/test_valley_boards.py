"""If these break, an open valley's boards do not lie on the rafters, gape at the centre, or stand in one another."""

from dataclasses import replace
from math import atan, cos, degrees, hypot, radians, tan

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.bench import Preferences
from easynotch.core.roofs import RoofError, Valley, frame_roof, lay_out_roof, valleys_of
from easynotch.core.solid import Face, Plane, Stock, Vector, close, outline, overlaps
from tests.core.bench.test_apprentice import drawn_as_it_is
from tests.joined import joined, wing_roof
from tests.roofs import mm

CLOSED = 1e-3


def boarded(roof, thick, wide):
    valley = roof.plan.valley or Valley(None)
    return replace(roof, plan=replace(roof.plan, valley=replace(valley, board=Stock(thick, wide))))


def boards_of(framing):
    return [piece.member for piece in framing.pieces if piece.member.role == "valley_board"]


@settings(max_examples=30)
@given(joined(), mm(15, 45), mm(90, 300))
def test_over_any_valley_both_boards_lie_on_the_rafters_and_meet_in_the_middle(roof, thick, wide):
    layout = lay_out_roof(boarded(roof, thick, wide))
    try:
        framing = frame_roof(layout)
    except RoofError as error:
        assert error.path == "plan.valley.board.width" or frames_not_without(roof, error.path)
        return
    boards, planes = boards_of(framing), [side.slope.plane for side in layout.sides]
    assert len(boards) == 2 * len(valleys_of(layout))
    for board in boards:
        under = [
            board.placement.plane_to_world(Plane(Vector(0.0, 0.0, side), thick / 2)) for side in (-1.0, 1.0)
        ]  # fmt: skip
        assert any(
            (-face.normal - plane.normal).length < 1e-9 and abs(face.offset + plane.offset) < 1e-6
            for face in under for plane in planes
        )  # fmt: skip
        drawn_as_it_is(board, Preferences())
    touches = [touch for touch in framing.touches if touch.member.role == "valley_board"]
    assert sum(touch.id.endswith(".bevel") for touch in touches) == len(boards) / 2
    for joint in map(close, touches):
        assert abs(joint.opening) < CLOSED and joint.bears > 0.5
    found = overlaps([(piece.member, piece.frames) for piece in framing.pieces])
    names = {board.id for board in boards}
    assert not [one for one in found if one.one in names or one.other in names]


def frames_not_without(roof, path):
    """Whether a roof is refused at the same place without boards."""
    try:
        frame_roof(lay_out_roof(roof))
    except RoofError as error:
        return error.path == path
    return False


@settings(max_examples=20)
@given(st.floats(15, 50), mm(1500, 2600), mm(15, 40), mm(100, 250))
def test_beside_a_square_wing_the_boards_are_the_closed_forms(pitch, wing, thick, wide):
    """From the fascias' corner to the node along the centre; both ends of the underside at the sheathing's bevel."""
    roof = boarded(wing_roof(3000.0, wing, 3000.0, pitch=pitch, thick=(38.0, 38.0, 38.0)), thick, wide)
    layout = lay_out_roof(roof)
    board = boards_of(frame_roof(layout))[0]
    m = tan(radians(pitch))
    under = Face.NEAR if board.placement.z.z > 0 else Face.FAR
    points = outline(board, under)
    centre = [u for u, v in points if abs(v) < 1e-6]
    reach = wing + roof.plan.sheathing + layout.out_of(layout.sides[0].slope)
    assert max(centre) - min(centre) == pytest.approx(reach * hypot(2.0**0.5, m), abs=1e-6)
    outer = [u for u, v in points if abs(v - wide) < 1e-6]
    # The eave and the ridge run at the sheathing's bevel to the valley, tan = sqrt(1 + m²).
    ends = [abs(max(centre) - max(outer)), abs(min(centre) - min(outer))]
    assert ends == pytest.approx([wide / hypot(1.0, m)] * 2, abs=1e-6)
    bevel = next(cut.plane for cut in board.cut_planes if cut.id == "bevel").normal
    dihedral = valleys_of(layout)[0].dihedral
    assert degrees(atan(abs(bevel.z / bevel.y))) == pytest.approx((180.0 - dihedral) / 2)
    assert cos(radians(dihedral)) == pytest.approx(-1.0 / (1.0 + m * m))


def test_a_board_wider_than_its_slope_is_refused_at_its_width():
    layout = lay_out_roof(boarded(wing_roof(3000.0, 1600.0, 3000.0, pitch=30, thick=(38.0, 38.0, 38.0)), 20.0, 4000.0))
    with pytest.raises(RoofError) as refused:
        frame_roof(layout)
    assert refused.value.path == "plan.valley.board.width"


@settings(max_examples=30)
@given(joined(), mm(90, 2500))
def test_boards_of_any_width_are_made_or_refused_at_their_width(roof, wide):
    """However wide: no board whose ends cross is made, and none stops the answer."""
    try:
        boards = boards_of(frame_roof(lay_out_roof(boarded(roof, 20.0, wide))))
    except RoofError as error:
        assert error.path == "plan.valley.board.width" or frames_not_without(roof, error.path)
        return
    assert all(board.lengths["overall"] > 0 for board in boards)
