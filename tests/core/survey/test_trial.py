"""If these break, a pattern that gapes is put right in the wrong place: a wall is blamed for a slipped square."""

from math import atan, cos, degrees, hypot, radians, sin, sqrt, tan

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError, frame_roof, lay_out_roof, trial_places, trial_section
from easynotch.core.survey import CauseId, PatternSection, Seen, causes_of, with_cause
from easynotch.drawing.trial import draw_pattern_trial
from tests.joined import joined
from tests.roofs import roofs

FEELER = 0.5
"""mm: how finely a gap is read."""
TRIALS = 150


def commons(chance, unit=1.0):
    """A common rafter in section: run, stand, plumb depth and seat as carpenters cut them; a hip at ``unit`` 1.414."""
    slope, run = tan(radians(chance.uniform(20, 50))) / unit, chance.uniform(1500, 4500) * unit
    depth = chance.uniform(140, 240) * hypot(1.0, slope)
    stand, half = depth * chance.uniform(0.67, 0.8), chance.uniform(9, 22)
    level = min(90.0 * unit, (depth - stand) / slope)
    top = (run - half, stand + slope * (run - half))
    return PatternSection(
        ((0.0, 0.0), (0.0, stand - depth)), ((0.0, 0.0), (level, 0.0)), (top, (top[0], top[1] - depth)),
        (0.0, stand), slope,
    )  # fmt: skip


def gaps(pattern, *, run=0.0, ridge=0.0, plate=0.0, seat=0.0, pitch=0.0):
    """What a body of many points shows, laid on by itself: turned by halves until its top is level with the ridge's,
    let down until a point of its seat is on the plate, pushed in until a point of heel or head touches.
    """
    lines = [np.linspace(*np.array(line), 60) for line in (pattern.heel, pattern.seat, pattern.head)]
    # A deeper seat lies higher on the board; the heel still ends at the lower edge.
    lines[0] = np.linspace((0.0, seat), pattern.heel[1], 60)
    lines[1] = lines[1] + [0.0, seat]

    def turned(points, angle, about=(0.0, 0.0)):
        c, s = cos(angle), sin(angle)
        return (points - about) @ np.array([[c, s], [-s, c]]) + about

    for k, centre in ((0, pattern.edge), (1, pattern.edge), (2, pattern.head[0])):
        lines[k] = turned(lines[k], -radians(pitch), np.array(centre))
    top, (low, high) = pattern.head[0][1] + ridge, (-0.3, 0.3)
    while high - low > 1e-12:
        angle = (low + high) / 2
        heel, sits, head = (turned(line, angle) for line in lines)
        lift = plate - sits[:, 1].min()
        low, high = (angle, high) if head[0, 1] + lift < top else (low, angle)
    face = pattern.head[0][0] + run
    push = min((0.0 - heel[:, 0]).min(), (face - head[:, 0]).min())
    return (
        face - head[0, 0] - push, face - head[-1, 0] - push, (sits[:, 1] + lift - plate).max(),
        (0.0 - heel[:, 0] - push).max(),
    )  # fmt: skip


def read(value):
    return round(max(0.0, value) / FEELER) * FEELER


CAUSES = {
    CauseId.RUN: ("run", 3, 15), CauseId.RIDGE_HEIGHT: ("ridge", 3, 15), CauseId.PLATE_LEVEL: ("plate", 3, 15),
    CauseId.SEAT: ("seat", 3, 12), CauseId.PITCH: ("pitch", 0.2, 1.0),
}  # fmt: skip


def drawn(chance, cause):
    name, least, most = CAUSES[cause]
    return name, chance.uniform(least, most) * chance.choice([-1.0, 1.0])


@pytest.mark.parametrize("unit", [1.0, sqrt(2.0)])
@pytest.mark.parametrize("cause", [CauseId.RUN, CauseId.PITCH])
def test_a_cause_that_gaps_tell_comes_first_with_its_size(cause, unit):
    """Of 150 patterns read with a feeler, at least 9 of 10; its size within what the feeler leaves."""
    chance, first, asked = np.random.default_rng(11), 0, 0
    for _ in range(TRIALS):
        pattern = commons(chance, unit)
        name, size = drawn(chance, cause)
        shown = gaps(pattern, **{name: size})
        if max(shown) <= 2 * FEELER:
            continue
        asked += 1
        best = causes_of(pattern, Seen(*map(read, shown)))[0]
        first += best.id is cause
        if best.id is cause:
            head = hypot(1.0, pattern.rise_per_run) * 140
            assert abs(best.size - size) < (2 * FEELER if cause is CauseId.RUN else degrees(3 * FEELER / head))
    assert asked > TRIALS / 2 and first >= 0.9 * asked, (first, asked)


@pytest.mark.parametrize("unit", [1.0, sqrt(2.0)])
@pytest.mark.parametrize("cause", [CauseId.RIDGE_HEIGHT, CauseId.PLATE_LEVEL, CauseId.SEAT])
def test_what_gaps_do_not_tell_is_said_and_a_height_that_is_read_tells_it(cause, unit):
    chance, named, unsaid, told = np.random.default_rng(12), 0, 0, 0
    for _ in range(TRIALS):
        pattern = commons(chance, unit)
        name, size = drawn(chance, cause)
        shown = [read(one) for one in gaps(pattern, **{name: size})]
        best = causes_of(pattern, Seen(*shown))[0]
        # By gaps alone none of the three heights is ever put first.
        named += best.id in (CauseId.RIDGE_HEIGHT, CauseId.PLATE_LEVEL, CauseId.SEAT)
        unsaid += best.id is CauseId.NOT_TOLD
        top, stand = pattern.head[0][1], pattern.edge[1]
        heights = {CauseId.RIDGE_HEIGHT: (top + size, 0.0, stand), CauseId.PLATE_LEVEL: (top, size, stand),
                   CauseId.SEAT: (top, 0.0, stand - size)}[cause]  # fmt: skip
        found = causes_of(pattern, Seen(*shown, *heights))[0]
        told += found.id is cause and abs(found.size - size) < 1.5
    assert named == 0 and unsaid > 0.7 * TRIALS and told > 0.95 * TRIALS, (named, unsaid, told)


@settings(max_examples=60)
@given(st.integers(0, 2**31), st.sampled_from(sorted(CAUSES)))
def test_the_gaps_are_those_of_a_body_of_many_points(seed, cause):
    chance = np.random.default_rng(seed)
    pattern = commons(chance)
    name, size = drawn(chance, cause)
    assert with_cause(pattern, cause, size).rows[:4] == pytest.approx(gaps(pattern, **{name: size}), abs=1e-4)


@settings(max_examples=40)
@given(st.integers(0, 2**31))
def test_a_pattern_that_was_recut_as_it_is_told_closes(seed):
    chance = np.random.default_rng(seed)
    pattern = commons(chance)
    _, size = drawn(chance, CauseId.RUN)
    found = causes_of(pattern, Seen(*(max(0.0, one) for one in gaps(pattern, run=size))))[0]
    assert found.id is CauseId.RUN
    # So much longer along the edge, its head stands so much farther in.
    longer = found.correction / hypot(1.0, pattern.rise_per_run)
    (x, z), (u, v) = pattern.head
    rise = longer * pattern.rise_per_run
    recut = PatternSection(pattern.heel, pattern.seat, ((x + longer, z + rise), (u + longer, v + rise)), pattern.edge,
                           pattern.rise_per_run)  # fmt: skip
    assert max(gaps(recut, run=size - longer)) < 0.05


def test_nothing_that_gapes_fits():
    pattern = commons(np.random.default_rng(1))
    (found,) = causes_of(pattern, Seen(0.0, 0.5, 0.0, 0.0))
    assert (found.id, found.size, found.explains) == (CauseId.NOT_TOLD, 0.0, 1.0)


@settings(max_examples=30)
@given(roofs(("gable", "hip")))
def test_a_pattern_lies_in_section_where_its_planes_are(roof):
    """Run, stand and head against the closed forms; laid on as it was cut it shows nothing."""
    layout = lay_out_roof(roof)
    framing = frame_roof(layout)
    pattern = framing.pieces[0].member
    section = trial_section(layout, pattern)
    if section is None:
        assert roof.ridge.kind != "board" or len(layout.sides) == 1 or layout.roof.gambrel or pattern.role != "common"
        return
    assert layout.roof.gambrel is None
    # Every place is of an eave it stands over, as many as stand there at most.
    places = trial_places(layout, framing, pattern)
    assert len(set(places)) == len(places)
    assert 0 < len(places) <= min(3 * len(layout.sides), len(framing.pieces[0].frames))
    slope = layout.sides[0].slope
    assert section.rise_per_run == pytest.approx(slope.rise_per_run)
    assert degrees(atan(section.rise_per_run)) == pytest.approx(degrees(atan(roof.slope)), abs=1e-6)
    assert section.edge[1] == pytest.approx(slope.hap)
    assert section.head[0][0] == pytest.approx(pattern.lengths["head_to_plate"] / slope.per_run)
    assert max(abs(one) for one in with_cause(section, CauseId.RUN, 0.0).rows[:4]) < 1e-6


@settings(max_examples=40)
@given(st.one_of(roofs(("hip",)), joined()), st.integers(0, 2**31))
def test_a_hip_and_a_valley_lie_in_section_where_their_planes_are_and_tell_their_run(roof, seed):
    try:
        layout = lay_out_roof(roof)
        framing = frame_roof(layout)
    except RoofError:
        return
    chance = np.random.default_rng(seed)
    for piece in framing.pieces:
        member = piece.member
        section = trial_section(layout, member) if member.role in ("hip", "valley", "valley_short") else None
        if section is None:
            continue
        frame = member.placement
        level = hypot(frame.x.x, frame.x.y)
        corner = next(cut.plane for cut in member.cut_planes if cut.role == "heel")
        at = corner.offset / corner.normal.x
        # Every cut's line on the middle goes through its points: along the edge and down from it, as the frame lies.
        for role, points in (("head", section.head), ("heel", section.heel), ("seat", section.seat)):
            plane = next(cut.plane for cut in member.cut_planes if cut.role == role)
            for inward, height in points:
                run, rise = -inward, height - section.edge[1]
                x = run * level + rise * frame.x.z
                y = run * frame.y.x * (frame.x.x / level) + run * frame.y.y * (frame.x.y / level) + rise * frame.y.z
                assert abs(plane.normal.x * (at + x) + plane.normal.y * y - plane.offset) < 1e-6, role
        size = chance.uniform(6, 15) * chance.choice([-1.0, 1.0])
        best = causes_of(section, Seen(*map(read, gaps(section, run=size))))[0]
        assert best.id in (CauseId.RUN, CauseId.NOT_TOLD) and (
            best.id is CauseId.NOT_TOLD or abs(best.size - size) < 1.5
        )


@settings(max_examples=30)
@given(st.integers(0, 2**31), st.floats(0, 9), st.floats(0, 9), st.floats(0, 9), st.floats(0, 9))
def test_what_is_drawn_open_is_what_was_read_and_nothing_else(seed, top, bottom, under, behind):
    section = commons(np.random.default_rng(seed))
    drawn = draw_pattern_trial(section, Seen(top, bottom, under, behind), 12.0)
    shapes = {path.id: path for path in drawn.sheet.paths}
    widths = [abs(a[0] - b[0]) for a, b in ((shapes["gap_head"].points[k], shapes["gap_head"].points[-1 - k])
              for k in range(2))] if shapes["gap_head"].closed else [0.0, 0.0]  # fmt: skip
    assert widths == pytest.approx([min(70.0, 12 * top), min(70.0, 12 * bottom)], abs=0.1)
    assert shapes["gap_seat"].closed is (under > 0) or under < 1e-4
    left, above, right, below = drawn.sheet.extent
    assert all(left < x < right and above < y < below for x, y in drawn.places.values())
    assert set(drawn.places) == {"head_top", "head_bottom", "seat", "heel"}
