"""If these break, a board is bought too short, or a notch eats a hip that only the common was asked about."""

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import frame_roof, lay_out_roof
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import Frame, Vector, as_manifold
from easynotch.core.supply import Wanted, nest, whole_length
from easynotch.core.supply.pieces import StockLength
from easynotch.core.tape import Tape, Units, mark_within, nearest
from easynotch.core.terms import Bound, Least, Length, Level, Limit, Message, Most, Share
from tests.core.bench.test_bench import IN, piece, roof
from tests.roofs import outlines, roofs

LYING = Frame.along(Vector(0.0, 0.0, 0.0), Vector(1.0, 0.0, 0.0), Vector(0.0, 1.0, 0.0))


@settings(max_examples=20)
@given(roofs(around=True) | outlines())
def test_every_listed_length_is_the_solids_own_from_farthest_point_to_farthest_point(given_roof):
    for one in frame_roof(lay_out_roof(given_roof)).pieces:
        corners = as_manifold(one.member, LYING).to_mesh64().vert_properties
        if one.member.role != "template" and len(corners):
            long = corners[:, 0].max() - corners[:, 0].min()
            assert whole_length(one.member) == pytest.approx(long, abs=1e-6), one.member.id


@pytest.mark.parametrize("keep", ["back", "drop", "corner"])
def test_a_board_for_a_nosed_hip_is_proved_long_enough_for_the_nose(keep):
    worked = roof(hip={"thickness": '3"', "keep_planes": keep}, eaves={"tail": "bobbed", "plumb_face": '3"'})
    hip = piece(worked, "hip")
    corners = as_manifold(hip, LYING).to_mesh64().vert_properties[:, 0]
    long = float(corners.max() - corners.min())
    short, enough = StockLength(long - 1.0, 1.0), StockLength(long + 1.0, 1.0)
    wanted = (Wanted("hip", hip, 1),)
    assert nest(wanted, (short,), 3.0, 0.0).too_long
    assert not nest(wanted, (enough,), 3.0, 0.0).too_long


def test_notch_limits_are_asked_of_hips_off_their_own_wood():
    worked = roof(hip={"depth": '7 1/4"'}, rafter={"depth": '5 1/2"'}, notch={"rule": "fraction", "value": "0.2"})
    checks = {check.id: check for check in worked.checks}
    hip, plain = checks["notch_share.hip"], checks["notch_share"]
    # The same height above plate on a deeper, flatter hip: plumb depth less the stand, seen square to the edge.
    member = piece(worked, "hip")
    corners = as_manifold(member, LYING).to_mesh64().vert_properties
    inside = [y for x, y, _ in corners if 1.0 < y < 7.25 * IN - 1.0 and 500 < x < member.lengths["overall"] - 200]
    assert hip.value.number == pytest.approx((7.25 * IN - min(inside)) / (7.25 * IN), abs=1e-6)
    assert plain.value.number == pytest.approx(0.2, abs=1e-6)
    assert hip.level is Level.LOOK
    assert plain.level is Level.OK
    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))
    assert words.say(hip.message).startswith("Hip: the notch takes")
    assert words.say(hip.message).endswith(("more than a quarter", "more than a third"))


@pytest.mark.parametrize(("part", "role"), [("hip", "hip"), ("ridge", "ridge"), ("rafter", "common")])
def test_hips_ridges_and_rafters_are_held_against_the_longest_board_to_be_had(part, role):
    member = piece(roof(), role)
    needed = whole_length(member)
    for spare, level in ((1.0, Level.OK), (-1.0, Level.STOP)):
        worked = roof(**{part: {"length": f"{needed + spare:.6f} mm"}})
        checks = {check.id: check for check in worked.checks}
        assert checks[f"stock_length.{member.id}"].level is level


@given(st.floats(0.1, 5000), st.sampled_from(Units))
def test_a_bound_is_never_told_by_a_mark_on_its_forbidden_side(mm, units):
    tape = Tape.of(units)
    words = Words(Dialect.NORTH_AMERICA, tape)
    low, high = (mark_within(mm, tape, least=least) * tape.division for least in (False, True))
    assert low <= mm + 1e-6 and high >= mm - 1e-6
    assert high - low <= tape.division + 1e-9
    if nearest(mm, tape).residue == 0:
        assert low == high
    for value in (Least(mm), Most(mm)):
        assert "strong" not in words.value(value)
        assert "weak" not in words.value(value)
    limit = Limit("x", Bound.AT_LEAST, Length(mm), Level.LOOK, Message("source.practice"))
    assert limit.as_value == Least(mm)


def test_shares_that_have_a_name_are_called_by_it():
    words = Words(Dialect.NORTH_AMERICA, Tape.of(Units.METRIC))
    said = [words.value(Share(one)) for one in (0.25, 1 / 3, 0.5, 0.418, 0.004)]
    assert said == ["a quarter", "a third", "half", "42 %", "0.4 %"]


def test_a_seat_of_thirty_eight_millimetres_is_enough_in_a_metric_job():
    from easynotch.exchange import read_job, worked_out  # noqa: PLC0415

    work = {
        "kind": "roof", "name": "hut", "plan": {"shape": "rectangle", "length": "6 m", "width": "4 m", "ends": ["gable", "gable"]},
        "pitch": "35°", "ridge": {"kind": "board", "thickness": "22 mm", "depth": "220 mm"},
        "rafter": {"thickness": "45 mm", "depth": "145 mm"}, "notch": {"rule": "seat", "value": "38 mm"},
        "eaves": {"overhang": "300 mm", "fascia": "22 mm", "tail": "plumb"},
    }  # fmt: skip
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "metric", "works": [work]})
    assert next(one for one in worked_out(job, 0).checks if one.id == "seat_short").level is Level.OK
