"""If these break, a piece taped in its place is sawn to another length than was read."""

from math import hypot, sqrt

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import (
    Taped,
    frame_roof,
    lay_out_roof,
    marked_to,
    moves_of,
)
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Vector, as_manifold
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Level
from tests.core.bench.test_bench import roof
from tests.roofs import roofs

WORDS = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))


@settings(max_examples=28)
@given(roofs(("hip",)), st.floats(-12, 12), st.floats(0, 300), st.sampled_from(["centre", "shoulder"]))
def test_a_hip_or_jack_taped_in_place_is_sawn_as_much_longer_as_its_points_lie_apart(roof, off, start, to):
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    for role in ("hip", "jack"):
        member = next((one.member for one in framing.pieces if one.member.role == role), None)
        if member is None:
            continue
        (level,) = moves_of(layout, framing, {member.id: Taped(1000.0, 0.0, to)}).values()
        away = off / 1000 * level.expected
        (move,) = moves_of(layout, framing, {member.id: Taped(level.expected + away + start, start, to)}).values()
        assert move.taped - move.expected == pytest.approx(away, abs=1e-6)
        assert not move.far
        before, after = (as_manifold(one).bounding_box() for one in (member, marked_to(member, move)))
        # As it lies on the bench: longer by so much, no wider, no thicker.
        grown = [after[k + 3] - after[k] - before[k + 3] + before[k] for k in range(3)]
        assert grown == pytest.approx([move.along, 0.0, 0.0], abs=1e-3)
        # The triangle of the two points, its height kept, is as much longer level as the piece is along its slope.
        level_now = hypot(x_of(member).x, x_of(member).y) * move.along
        plumb = plumb_between(layout, member, to)
        run = sqrt(move.expected**2 - plumb**2)
        assert hypot(run + level_now, plumb) == pytest.approx(move.taped)
        again = marked_to(member, move).lengths["head_to_plate"] - member.lengths["head_to_plate"]
        assert again == pytest.approx(move.along)


def x_of(member):
    return member.placement.x


def plumb_between(layout, member, to):
    """From the plates' outer edge up to where the head meets the top edge, taken off the solid's own frame."""
    at = member.lengths["theoretical"] - member.lengths["head_to_plate"]
    if member.role == "jack" and to == "shoulder":
        at = member.zero
    if member.role == "hip":
        # The nose lies in the roof's planes, not on the hip's own dropped edge.
        rise_per_run = abs(x_of(member).z) / hypot(x_of(member).x, x_of(member).y)
        return layout.notch.hap + rise_per_run * member.lengths["head_to_plate"] * hypot(x_of(member).x, x_of(member).y)
    return member.placement.to_world(Vector(at, 0.0, 0.0)).z


def test_a_taped_piece_is_told_and_marked_to_what_was_found_and_one_that_is_gone_is_named():
    plain = roof()
    worked = roof(taped={"hip": {"read": "10' 6", "start": "12"}, "jack_9_left": {"read": "3'"}})
    ids = {check.id for check in worked.checks}
    assert "taped_gone.jack_9_left" in ids
    assert ids & {"taped_longer.hip", "taped_shorter.hip"}
    old, new = (next(m.member for m in one.members if m.member.id == "hip") for one in (plain, worked))
    assert abs(new.lengths["overall"] - old.lengths["overall"]) > 1
    assert next(p.member for p in worked.framing.pieces if p.member.id == "hip").lengths == old.lengths
    for check in worked.checks:
        assert "{" not in WORDS.say(check.message)


def test_a_tape_read_between_other_points_moves_nothing_and_says_so():
    plain, worked = roof(), roof(taped={"hip": {"read": "12'"}})
    assert {check.level for check in worked.checks if check.id == "taped_far.hip"} == {Level.STOP}
    old, new = (next(m.member for m in one.members if m.member.id == "hip") for one in (plain, worked))
    assert new.lengths == pytest.approx(old.lengths)
