"""If these break, somebody who does exactly what the steps say cuts another piece than the one that was worked out."""

from math import hypot, radians

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon

from easynotch.core.bench import (
    Blank,
    Cheeks,
    Down,
    Handed,
    Hold,
    Hook,
    Method,
    Preferences,
    StepKind,
    bound_of_step,
    drawn_lines,
    follow,
    hooked_length,
    left_of,
    steps_of,
)
from easynotch.core.roofs import frame_roof, lay_out_roof
from easynotch.core.solid import Face, marks_of, outline
from easynotch.core.stairs import lay_out, stringers
from easynotch.core.tools import IMPERIAL, METRIC, Square, Way
from tests.flights import flights
from tests.roofs import outlines, roofs

FINE = 1e-7
TAPES = st.sampled_from([25.4 / 16, 25.4 / 32, 1.0])
PREFERENCES = st.builds(
    Preferences,
    method=st.sampled_from(Method),
    way=st.sampled_from(Way),
    hook=st.sampled_from(Hook),
    hold=st.sampled_from(Hold),
    cheeks=st.sampled_from(Cheeks),
    handed=st.sampled_from(Handed),
    square=st.sampled_from([IMPERIAL, METRIC, Square(400.0, 250.0, 40.0, 30.0)]),
    metric=st.booleans(),
)
MOST = 14
"""Pieces of a roof that are followed: the last are the fascias, the sticks and the jacks."""
STRINGERS = flights().map(lambda flight: list(stringers(lay_out(flight))))
PIECES = st.one_of(
    STRINGERS,
    st.one_of(roofs(around=True), outlines()).map(
        # A post is planed from its end's outline; nothing is drawn on its sides. Of a ridge between posts that stand in
        # each other nothing is left, which a check tells.
        lambda roof: [
            piece.member
            for piece in frame_roof(lay_out_roof(roof)).pieces
            if piece.member.role != "king_post" and (piece.member.role != "ridge" or outline(piece.member))
        ][-MOST:]
    ),
)


def blank_of(member, lines) -> Blank:
    reach = (member.reach[0] - member.zero, member.reach[1] - member.zero)
    return Blank(member.stock.depth, reach, hooked_length(lines))


@settings(max_examples=60)
@given(PIECES, PREFERENCES)
def test_steps_followed_to_the_hair_give_the_piece_itself_on_both_faces(members, likes):
    likes = Preferences(**{**{name: getattr(likes, name) for name in Preferences.__slots__}, "way": Way.JIG})
    for member in members:
        steps = steps_of(member, likes, FINE)
        drawn = follow(steps, blank_of(member, drawn_lines(member)), likes, FINE)
        for face in (Face.NEAR, Face.FAR):
            true = [(u - member.zero, v) for u, v in outline(member, face)]
            lines = drawn[face]
            if face is Face.FAR and not lines:
                # Every cut goes straight through: the far face is the near one.
                assert all(abs(cut.plane.normal.z) < 1e-9 for cut in member.cut_planes)
                continue
            got = left_of(lines, blank_of(member, drawn_lines(member)))
            wrong = Polygon(got).symmetric_difference(Polygon(true)).area
            assert wrong < 1e-2 + 1e-6 * Polygon(true).area, (member.id, face)


@settings(max_examples=60)
@given(PIECES, PREFERENCES, TAPES, st.floats(-0.8, 0.8))
def test_on_a_tape_and_with_any_tool_no_line_stands_farther_off_than_its_bound(members, likes, division, slip):
    for member in members:
        steps = steps_of(member, likes, division)
        drawn = follow(steps, blank_of(member, drawn_lines(member)), likes, division, lambda _: slip)
        for face, lines in drawn.items():
            marks = {mark.id: mark for mark in marks_of(member, face)}
            told = {s.line.id: s for s in steps if s.line and s.held and s.line.face is face}
            for one in lines:
                step = told[one.line.id]
                anchor, turn = bound_of_step(step, steps, division, abs(slip))
                for piece in marks[one.line.id].pieces:
                    for end in piece:
                        reach = hypot(end[0] - one.point[0], end[1] - one.point[1])
                        allowed = anchor + reach * radians(turn) * 1.02 + 1e-4
                        assert one.off(end) <= allowed, (member.id, one.line.id, likes.way)


@given(PIECES, PREFERENCES, TAPES)
def test_every_line_is_set_from_something_that_is_on_the_board_by_then(members, likes, division):
    for member in members:
        steps = steps_of(member, likes, division)
        seen = {face: set() for face in Face}
        for step in steps:
            if step.kind in (StepKind.DRAW, StepKind.CARRY):
                assert step.line.whole, (member.id, step.line.id)
                if isinstance(step.line.anchor, Down):
                    assert step.line.anchor.line in seen[step.line.face]
                seen[step.line.face].add(step.line.id)
        assert [step.kind for step in steps[:2]] == [StepKind.CROWN, StepKind.HOOK]
        # What goes is crossed and the piece is named before it is measured a last time.
        kinds = [step.kind for step in steps if step.kind not in (StepKind.DRAW, StepKind.CARRY)]
        assert kinds.index(StepKind.WRITE) > max(n for n, kind in enumerate(kinds) if kind is StepKind.CROSS)


@given(PIECES, PREFERENCES, TAPES)
def test_no_preference_moves_a_line_on_the_board(members, likes, division):
    usual = Preferences()
    for member in members:
        plain, own = (
            {(s.line.id, s.line.face): s.line for s in steps_of(member, one, division) if s.held}
            for one in (usual, likes)
        )
        assert plain == own


@given(STRINGERS, TAPES, st.floats(0.2, 1.5))
def test_stepping_off_creeps_by_its_setting_error_at_every_step_and_the_taped_mark_does_not(members, division, slip):
    member = members[0]
    taped, stepped = (
        steps_of(member, Preferences(method=method, way=Way.JIG), division) for method in (Method.TAPE, Method.STEP_OFF)
    )
    blank = blank_of(member, drawn_lines(member))
    true = follow(taped, blank, Preferences(), FINE)[Face.NEAR]
    off = follow(stepped, blank, Preferences(), division, lambda _: slip)[Face.NEAR]
    told = {step.line.id: step for step in stepped if step.held}
    for one, other in zip(true, off, strict=True):
        told_step = told[one.line.id]
        if told_step.stepped is not None and abs(one.line.angle) < 89:
            moved = other.point[0] - one.point[0]
            assert moved == pytest.approx(told_step.stepped.steps * slip, abs=division / 2 + 1e-6)
