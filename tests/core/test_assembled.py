"""If these break, a roof that stands wrong is told right before it is covered, or a sound one is taken apart again."""

from hypothesis import HealthCheck, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError, facts_of, frame_roof, lay_out_roof, roof_shoulds
from easynotch.core.rules import Dialect, LimitSetId, Words, limit_set
from easynotch.core.stairs import around_facts, frame_stair, lay_out, split, stair_shoulds, straight_down
from easynotch.core.tape import Tape, Units
from easynotch.core.terms import Level, Should, checks_of_standing, number_of, stands
from tests.flights import flights
from tests.roofs import roofs

LIMITS = limit_set(LimitSetId.NORTH_AMERICAN_DWELLING).limits
WORDS = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))


def roof_that_stands(roof):
    try:
        layout = lay_out_roof(roof)
        framing = frame_roof(layout)
    except RoofError:
        return None
    return framing, {one.id: one for one in roof_shoulds(layout, framing, facts_of(layout, framing))}


@given(roofs())
@settings(suppress_health_check=[HealthCheck.too_slow])
def test_what_a_roof_should_read_is_what_its_pieces_are_apart(roof):
    found = roof_that_stands(roof)
    assume(found is not None)
    framing, shoulds = found
    roles = {piece.member.role for piece in framing.pieces}
    assert ("hip_edge" in shoulds) is ("hip" in roles)
    assert ("ridge_string" in shoulds) is ("ridge" in roles)
    if "ridge_first" in shoulds:
        ridge = next(piece.member for piece in framing.pieces if piece.member.role == "ridge")
        frame = ridge.placement
        assert abs(shoulds["ridge_first"].value - frame.origin.z) < 1e-6 or abs(frame.y.z + 1) > 1e-9
    if "plane_first" in shoulds:
        member, frames = framing.pieces[0].member, framing.pieces[0].frames
        ends = sorted(
            (frame for frame in frames if (frame.x - frames[0].x).length < 1e-9), key=lambda one: one.origin.x
        )
        half = member.stock.thickness / 2
        first, last = ends[0], ends[-1]
        # From the first rafter's head to the last one's edge over the bearing line, each at its outer face.
        out = first.z * (-half if first.z.x > 0 else half)
        back = last.z * (half if last.z.x > 0 else -half)
        head = first.origin + first.x * member.zero + out
        over = last.origin + last.x * (member.zero + member.lengths["head_to_plate"]) + back
        assert abs(shoulds["plane_first"].value - (head - over).length) < 1e-3


@given(flights())
@settings(suppress_health_check=[HealthCheck.too_slow])
def test_a_stair_is_checked_by_what_it_has(flight):
    two = split(flight)
    layout = two.upper if two else lay_out(straight_down(flight))
    frame_stair(layout, two)
    diagonal = None if two else around_facts(layout)["square_diagonal"]
    shoulds = {one.id: one for one in stair_shoulds(layout, diagonal, LIMITS)}
    assert ("guard_height" in shoulds) is (flight.around.guard is not None)
    assert ("handrail_height" in shoulds) is (flight.around.handrail is not None)
    assert shoulds["bottom_riser"].value == layout.riser
    assert ("stair_diagonal" in shoulds) is (two is None and flight.around.housed is None)
    # Built as it should be, everything passes.
    right = checks_of_standing(tuple(shoulds.values()), {one.id: one.value for one in shoulds.values()})
    assert len(right) == len(shoulds) and all(check.level is Level.OK for check in right)


@given(
    st.sampled_from(["ridge_first", "plane_first", "hip_edge", "valley_centre"]), st.floats(0, 5000),
    st.floats(0.1, 10), st.floats(-30, 30),
)  # fmt: skip
def test_a_reading_passes_within_what_is_let_pass_and_else_says_which_way_it_is_off(name, value, within, off):
    assume(abs(abs(off) - within) > 1e-3)
    check = stands(Should(name, value, within), value + off)
    assert (check.level is Level.OK) is (abs(off) <= within)
    if check.remedy is not None:
        assert check.remedy.id.endswith(".more" if off > 0 else ".less")
        assert abs(number_of(check.remedy.values["by"]) - abs(off)) < 1e-6
        assert "{" not in WORDS.say(check.message) + WORDS.say(check.remedy)


def test_where_only_more_is_wrong_less_passes():
    gap = Should("guard_gap", 100.0, 3.0, one_way=True)
    assert stands(gap, 60.0).level is Level.OK
    assert stands(gap, 103.0).level is Level.OK
    assert stands(gap, 104.0).level is Level.LOOK
