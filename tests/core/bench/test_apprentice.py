"""If these break, somebody who does exactly what the steps say cuts another piece than the one that was worked out, or
is told to do what no real tool can do.
"""

from dataclasses import replace
from math import hypot

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, box

from easynotch.core.bench import (
    Cheeks,
    Deduct,
    Handed,
    Hold,
    Hook,
    Method,
    Noses,
    Preferences,
    as_json,
    lay_on_board,
    steps_of,
)
from easynotch.core.roofs import frame_roof, lay_out_roof
from easynotch.core.solid import Face, Frame, Vector, as_manifold, marks_of, outline
from easynotch.core.stairs import lay_out, stringers
from easynotch.core.tape import Units
from easynotch.core.tools import IMPERIAL, METRIC, MarkingTool, Saw, Square
from easynotch.exchange import Problems, work_out_flight
from easynotch.exchange.input.job_model import FlightInput
from tests.apprentice import Apprentice, Tools, tilt_closed
from tests.flights import flights, stairs
from tests.joined import joined
from tests.laid import houses
from tests.roofs import outlines, roofs

TAPES = st.sampled_from([25.4 / 16, 25.4 / 32, 1.0])
PREFERENCES = st.builds(
    Preferences,
    method=st.sampled_from(Method),
    tool=st.sampled_from([tool for tool in MarkingTool if tool is not MarkingTool.TEMPLATE]),
    hook=st.sampled_from(Hook),
    hold=st.sampled_from(Hold),
    cheeks=st.sampled_from(Cheeks),
    handed=st.sampled_from(Handed),
    noses=st.sampled_from(Noses),
    deduct=st.sampled_from(Deduct),
    square=st.sampled_from([IMPERIAL, METRIC, replace(IMPERIAL, inside=True), Square(400.0, 250.0, 40.0, 30.0)]),
    saws=st.just((Saw("small saw", 45.0, 60.0, "left"),)),
    metric=st.booleans(),
)
MOST = 14
"""Pieces of a roof that are followed: the last are the fascias, the hips and the jacks."""
STRINGERS = flights().map(lambda flight: list(stringers(lay_out(flight))))


def pieces_of(flight):
    """Every piece of a whole stair, housed strings, treads and guard among them."""

    class Given(FlightInput):
        def flight(self, *_, **__):
            return flight

    try:
        return [one.member for one in work_out_flight(Given.model_construct(), Units.METRIC).members][:MOST]
    except Problems:
        return []


JOINED = frozenset({"valley", "valley_short", "valley_jack", "hip_valley_jack", "wing_ridge"})
"""What only roofs over inside corners have."""
LAID = frozenset({"roof_header", "trimmed", "laid_common", "laid_jack", "laid_ridge", "laid_board"})
"""What hangs at headers, or lies on a deck."""


def pieces_over(roof):
    """Every piece of a roof that is not a post."""
    # Of a ridge between posts that stand in each other nothing is left, which a check tells.
    return [
        piece.member
        for piece in frame_roof(lay_out_roof(roof)).pieces
        if piece.member.role != "king_post" and (piece.member.role != "ridge" or outline(piece.member))
    ]


PIECES = st.one_of(
    STRINGERS,
    stairs().map(pieces_of),
    st.one_of(roofs(around=True), outlines()).map(lambda roof: pieces_over(roof)[-MOST:]),
    joined().map(lambda roof: [one for one in pieces_over(roof) if one.role in JOINED][:MOST]),
    houses().map(lambda house: [one for one in pieces_over(house[1]) if one.role in LAID][:MOST]),
)


def follow(member, preferences, tools=None):
    layout = lay_on_board(member, preferences)
    square = preferences.square
    tools = tools or Tools(square.tongue_reach, square.body_reach)
    board = {"length": layout.length, "depth": layout.depth, "thickness": layout.thickness}
    steps = [as_json(step, str, inside=square.inside) for step in steps_of(member, preferences)]
    try:
        return Apprentice(board, tools).follow(steps), layout, steps
    except AssertionError as error:
        raise AssertionError(f"{member.id} {member.role}: {error}") from None


def drawn_as_it_is(member, preferences):
    """What the steps, followed to the hair, leave of a board is the piece, on both faces."""
    made, layout, _ = follow(member, preferences)
    for face in (Face.NEAR, Face.FAR):
        true = Polygon([(u - layout.origin, v) for u, v in outline(member, face)])
        got = made.left_of(str(face))
        wrong = got.symmetric_difference(true).area
        assert wrong < 1e-2 + 1e-6 * true.area, (member.id, face, wrong)


@settings(max_examples=40)
@given(PIECES, PREFERENCES)
def test_steps_followed_to_the_hair_give_the_piece_itself_on_both_faces(members, preferences):
    for member in members:
        drawn_as_it_is(member, preferences)


@settings(max_examples=40)
@given(PIECES, PREFERENCES, TAPES)
def test_on_a_tape_and_with_any_tool_no_line_stands_farther_off_than_its_bound(members, preferences, division):
    for member in members:
        square = preferences.square
        tools = Tools(square.tongue_reach, square.body_reach, division, triangle=0.5, bevel=0.1)
        made, layout, _ = follow(member, preferences, tools)
        shift = member.zero - layout.origin
        for face, prefix in ((Face.NEAR, ""), (Face.FAR, "far_")):
            for mark in marks_of(member, face):
                line = made.lines.get(prefix + mark.id)
                for piece in mark.pieces if line is not None else ():
                    for u, v in piece:
                        point = (u + shift, v)
                        assert line.aside(point) <= line.allowed(point), (
                            member.id,
                            mark.id,
                            line.aside(point),
                            line.allowed(point),
                        )


@settings(max_examples=30)
@given(outlines(), PREFERENCES)
def test_a_post_planed_to_the_lines_on_its_end_and_faces_has_its_own_section(roof, preferences):
    members = [piece.member for piece in frame_roof(lay_out_roof(roof)).pieces]
    for member in (one for one in members if one.role == "king_post"):
        made, layout, _ = follow(member, preferences)
        middle = (layout.depth / 2, layout.thickness / 2)
        section = box(0, 0, layout.depth, layout.thickness)
        for (a, b), (c, d) in made.section:
            # What goes lies on the other side of the line than the post's middle.
            far = 10 * layout.depth
            du, dv = (c - a) / hypot(c - a, d - b), (d - b) / hypot(c - a, d - b)
            side = 1.0 if (middle[0] - a) * dv - (middle[1] - b) * du < 0 else -1.0
            out = (side * dv * far, -side * du * far)
            ends = [(a - du * far, b - dv * far), (c + du * far, d + dv * far)]
            section = section.difference(Polygon([*ends, *((u + out[0], v + out[1]) for u, v in reversed(ends))]))
        lying = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))
        volume = as_manifold(member, lying).volume()
        assert section.area * member.lengths["overall"] == pytest.approx(volume, rel=1e-6)


@given(PIECES, PREFERENCES)
def test_a_blade_tilted_as_told_comes_out_on_the_other_face_where_the_line_is(members, preferences):
    """The tilt by its triangle, against where the planes meet the far face: the saw is set by the one, read by the other."""
    for member in members:
        layout = lay_on_board(member, preferences)
        for step in steps_of(member, preferences):
            cut = step.cut
            if cut is None or cut.depth is not None or cut.waste in ("top", "bottom") or cut.line.startswith("beside_"):
                continue
            mark = next(one for one in marks_of(member, step.face) if one.id == cut.line.removeprefix("far_"))
            assert abs(cut.far) == pytest.approx(
                tilt_closed({"tilt": cut.tilt}, mark.angle, layout.thickness), rel=1e-6, abs=1e-6
            )
