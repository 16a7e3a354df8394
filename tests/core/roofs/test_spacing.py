"""If these break, a sheet's edge hangs in the air: somewhere rafters stand farther apart than was said."""

from dataclasses import replace
from itertools import pairwise
from math import hypot

import pytest
from hypothesis import Phase, assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import FirstBay, RoofError, frame_roof, lay_out_roof, set_out
from easynotch.core.roofs.model.setting_out import bays_between
from easynotch.core.roofs.plan.hip_heads import heads_of
from easynotch.core.roofs.report.outline_facts import check_outline_roof
from easynotch.exchange import read_job, worked_out
from tests.core.bench.test_bench import roof
from tests.roofs import outlines, roofs

RAFTERS = {"common", "king_common", "end_common", "jack", "dropped_common"}
"""Rafters on the walls. Those that hang past a wall's end between hip and ridge stand where they find a hold."""


def rows(framing):
    """Where rafters stand over every eave: along it, by the way they run down."""
    found = {}
    for piece in framing.pieces:
        if piece.member.role not in RAFTERS:
            continue
        for frame in piece.frames:
            level = hypot(frame.x.x, frame.x.y)
            x, y = frame.x.x / level, frame.x.y / level
            down = (round(x, 6), round(y, 6))
            foot = frame.origin + frame.x * piece.member.lengths["theoretical"]
            wall = round(foot.x * x + foot.y * y, 1)
            found.setdefault((down, wall), []).append(-foot.x * y + foot.y * x)
    return {key: sorted(places) for key, places in found.items()}


@settings(max_examples=30)
@given(roofs(around=True) | outlines())
def test_no_bay_of_any_roof_is_wider_than_was_said(given_roof):
    try:
        framing = frame_roof(lay_out_roof(given_roof))
    except RoofError:
        assume(False)  # a side that its neighbours cover whole
        raise
    spacing = max(given_roof.spacing, 2 * given_roof.rafter.thickness)
    if given_roof.gable is not None and given_roof.gable.lookout:
        return  # dropped end rafters stand elsewhere
    for places in rows(framing).values():
        for first, second in pairwise(places):
            assert second - first <= spacing + 1e-6


@settings(max_examples=20, phases=[Phase.generate])
@given(outlines(wild=True))
def test_rafters_that_hang_past_a_walls_end_farther_apart_than_said_are_told_by_how_much(given_roof):
    try:
        layout = lay_out_roof(given_roof)
        framing = frame_roof(layout)
    except RoofError:
        assume(False)
        raise
    # By the way they run down: no two sides of a convex outline share it.
    sides = {}
    for piece in framing.pieces:
        for frame in piece.frames if piece.member.role in RAFTERS | {"hung"} else ():
            level = hypot(frame.x.x, frame.x.y)
            x, y = frame.x.x / level, frame.x.y / level
            place = -frame.origin.x * y + frame.origin.y * x
            sides.setdefault((round(x, 6), round(y, 6)), []).append((place, piece.member.role == "hung"))
    gaps = [
        second - first
        for places in sides.values()
        for (first, one), (second, other) in pairwise(sorted(places))
        if one or other
    ]
    widest = max(gaps, default=0.0)
    told = [check.value.mm for check in check_outline_roof(layout, framing) if check.id == "past_walls"]
    if widest > given_roof.spacing + 1.5:
        assert told == pytest.approx([widest], abs=1e-3)
    if told:
        assert told[0] > given_roof.spacing


@given(st.floats(500, 12000), st.floats(200, 800), st.floats(20, 90), st.sampled_from(FirstBay))
def test_between_two_fixed_rafters_every_bay_keeps_within_the_spacing_and_clear_by_a_thickness(
    long, spacing, thick, first
):
    out = set_out(long, spacing, thick, first)
    bays = [b - a for a, b in pairwise(out.centres)]
    assert out.centres[0] == pytest.approx(thick / 2)
    assert out.centres[-1] == pytest.approx(long - thick / 2)
    assert max(bays) <= spacing + 1e-6
    if min(bays) < 2 * thick - 1e-6:
        # Only where not even equal bays would clear it.
        assert (long - thick) / len(bays) < 2 * thick
    if first is FirstBay.EQUAL:
        assert max(bays) - min(bays) < 1e-6
    # None more than are needed.
    assert len(bays) <= (long - thick) / spacing + 2


def test_the_last_bays_are_closed_up_rather_than_one_too_wide_or_a_sliver_left():
    # 1020 from 500: a third bay of 20 would not clear 40 of thickness, so the last two are 260 each.
    assert bays_between(0.0, 1020.0, 500.0, 40.0) == pytest.approx([500.0, 760.0])
    assert bays_between(1020.0, 0.0, 500.0, 40.0) == pytest.approx([520.0, 260.0])
    assert bays_between(0.0, 1000.0, 500.0, 40.0) == pytest.approx([500.0])
    assert bays_between(0.0, 450.0, 500.0, 40.0) == []


def outline_of_gable(**changes):
    work = {
        "kind": "roof", "name": "", "pitch": "35°", "ridge": {"kind": "board", "thickness": "22 mm", "depth": "220 mm"},
        "plan": {"shape": "outline", "corners": [["0 mm", "0 mm"], ["7000 mm", "0 mm"], ["7000 mm", "4000 mm"], ["0 mm", "4000 mm"]],
                 "edges": [{}, {"roof": "gable"}, {}, {"roof": "gable"}], **changes.pop("plan", {})},
        "rafter": {"thickness": "45 mm", "depth": "145 mm", "spacing": "600 mm"},
        "hip": {"thickness": "45 mm", "depth": "195 mm"}, "notch": {"rule": "seat", "value": "60 mm"},
        "eaves": {"overhang": "300 mm", "fascia": "22 mm", "tail": "plumb"}, **changes,
    }  # fmt: skip
    job = read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "metric", "works": [work]})
    return worked_out(job, 0)


def facing(worked):
    sides = [places for (down, _), places in rows(worked.framing).items() if abs(down[1]) > 0.5]
    assert len(sides) == 2
    first, second = sides
    return first, sorted(-place for place in second)


def test_opposite_commons_of_a_gable_said_as_an_outline_face_each_other_across_the_ridge():
    first, second = facing(outline_of_gable())
    assert first == pytest.approx(second)


@pytest.mark.parametrize("head", ["post", "pairs", "commons"])
def test_opposite_commons_of_a_hipped_roof_face_each_other_whatever_its_hips_end_on(head):
    framing = roof(hip={"head": head}).framing
    found = {
        key: list(places)
        for key, places in rows(framing).items() if abs(key[0][1]) > 0.5
    }  # fmt: skip
    first, second = found.values()
    middle = {round(place, 3) for place in first}
    assert {round(-place, 3) for place in second} == middle


def test_a_gable_rafter_of_a_sheathed_outline_stands_flush_with_the_framing_and_is_measured_from_it():
    worked = outline_of_gable(plan={"sheathing": "19 mm"})
    for places in facing(worked):
        assert min(places) == pytest.approx(22.5)
        assert max(places) == pytest.approx(7000 - 22.5)
    out = worked.framing.setting_out
    assert out.centres[0] == pytest.approx(22.5)
    assert out.length == pytest.approx(7000)


def test_equal_bays_and_closed_up_jacks_are_heeded_on_hips():
    plain, equal = roof(), roof(setting_out={"first_bay": "equal"})
    king = sorted(place for place in equal.framing.setting_out.centres)
    bays = [b - a for a, b in pairwise(king)]
    assert max(bays) - min(bays) < 1e-6
    assert len(king) == len(plain.framing.setting_out.centres)
    even = roof(hip={"jacks": "even"}, rafter={"spacing": '23"'})
    jacks = [
        one.member.lengths["plan_run"]
        for one in even.members
        if one.member.role == "jack" and one.member.hand == "left"
    ]
    run = even.facts["run"]
    steps = [a - b for a, b in pairwise([run, *jacks, 0.0])]
    assert max(steps) - min(steps) < 1e-6
    assert even.facts["common_difference"] == pytest.approx(steps[0] * hypot(1.0, 8 / 12))


@settings(max_examples=28)
@given(roofs(("hip",)), st.sampled_from(("commons", "ridge_single", "ridge_double")), st.floats(120, 600))
def test_jacks_from_the_corner_are_clear_of_the_nearer_of_king_and_end_common(hipped, head, apart):
    """Beside a hip on the ridge the king stands farther from the corner than the end common does."""
    hipped = replace(hipped, spacing=apart, hip=replace(hipped.hip, head=head, jacks="corner"))
    try:
        layout = lay_out_roof(hipped)
        framing = frame_roof(layout)
    except RoofError:
        assume(False)
    thick, end = hipped.rafter.thickness, layout.sides[0].run
    king = end + max(0.0, heads_of(layout.roof).king)
    jacks = [piece.member for piece in framing.pieces if piece.member.role == "jack"]
    runs = [sorted(one.lengths["plan_run"] for one in jacks if one.hand == hand) for hand in ("left", "right")]
    # The jacks of both sides of a hip stand opposite each other.
    assert runs[0] == pytest.approx(runs[1])
    at = [*runs[0], king]
    assert all(end - run >= thick - 1e-6 for run in at[:-1])
    # No bay is wider than was asked, unless two rafters would not find room in it.
    assert all(b - a <= max(apart, 2 * thick + king - end) + 1e-6 for a, b in pairwise(at))
