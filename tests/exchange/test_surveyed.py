"""If these break, a surveyed roof is cut to another building, a survey's mistakes are not told where they were typed, or
what a survey keeps is lost on its way through a job file.
"""

from dataclasses import replace
from itertools import combinations
from math import hypot

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError, along_edges, frame_roof, lay_out_roof
from easynotch.core.rules import Dialect, Words
from easynotch.core.solid import as_sawn, group_identical
from easynotch.core.tape import Tape, Units
from easynotch.exchange import Problems, contract, joint_ranges, parse_json, read_job, work_out_roof
from easynotch.exchange.input.survey_input import SurveyInput
from easynotch.exchange.reading import read_draft
from easynotch.exchange.tables.readings_table import read_readings, write_readings
from easynotch.exchange.working.survey_work import cut_to, work_out_survey
from easynotch.presenting.shared.kept import kept_of, keys_of
from tests.joined import is_sound, joined

STORE = "demo/7-heron-flats-store.json"


def surveyed(true):
    """Every length between two corners, exact."""
    readings = [
        {"kind": "tie", "from": i + 1, "to": j + 1, "value": hypot(true[i][0] - true[j][0], true[i][1] - true[j][1])}
        for i, j in combinations(range(len(true)), 2)
    ]
    return SurveyInput.model_validate({"readings": readings})


@settings(max_examples=20)
@given(joined(), st.data())
def test_over_any_outline_the_pieces_are_those_of_the_building_that_stands(roof, data):
    off = st.floats(-15, 15)
    true = tuple((x + data.draw(off), y + data.draw(off)) for x, y in roof.plan.corners)
    assume(is_sound(true))
    standing = replace(roof, plan=replace(roof.plan, corners=true))
    built = cut_to(roof, work_out_survey(surveyed(true), roof))
    try:
        wanted, found = (frame_roof(lay_out_roof(one)) for one in (standing, built))
    except RoofError:
        assume(False)
    for role in ("hip", "valley", "valley_short", "ridge", "wing_ridge"):
        lengths = [
            sorted(piece.member.lengths["overall"] for piece in framing.pieces for _ in piece.frames
                   if piece.member.role == role)
            for framing in (wanted, found)
        ]  # fmt: skip
        assert lengths[1] == pytest.approx(lengths[0], abs=1e-3)


def store(home, change):
    document = parse_json((home / STORE).read_bytes())
    change(document["works"][0])
    return read_job(document).works[0]


def as_it_is(_):
    """Change nothing."""


def test_every_rafter_of_the_demos_store_has_its_place_and_its_own_lengths(home):
    worked = work_out_roof(store(home, as_it_is), Units.METRIC)
    cut = [one.member for one in worked.members if one.member.place is not None]
    # Ridge and eave line are straight: all are as long, and differ where they lie on their plates.
    assert len(cut) == 32 and len({round(one.lengths["overall"], 6) for one in cut}) == 1
    assert len({round(one.lengths["stand"], 2) for one in cut}) > 20
    assert {check.id: check.level for check in worked.checks}["survey_stand"] == "ok"
    assert worked.facts["survey.twist"] == pytest.approx(19.0)
    # The tape began at 100 mm.
    assert worked.facts["survey.misfit"] < 1.0


def test_with_a_reading_missing_or_wrong_or_to_be_trued_the_pieces_are_as_drawn_and_it_is_said(home):
    def without(work):
        del work["survey"]["readings"][4:6]

    def wrong(work):
        work["survey"]["readings"].append(
            {"kind": "diagonal", "from": 1, "to": 3, "value": "10861 mm", "with": "laser"}
        )

    def trued(work):
        work["survey"]["decide"] = "true"

    for change, check in ((without, "survey_missing"), (wrong, "survey_disagrees"), (trued, "survey_misfit")):
        worked = work_out_roof(store(home, change), Units.METRIC)
        assert all(one.member.place is None for one in worked.members)
        assert check in {one.id for one in worked.checks}
        assert not worked.survey.cut_to


BAD = {
    "a corner the plan has not": ({"kind": "side", "from": 1, "to": 7, "value": "3 m"}, ".to"),
    "from a corner to itself": ({"kind": "side", "from": 2, "to": 2, "value": "3 m"}, ""),
    "shorter than where the tape began": (
        {"kind": "side", "from": 1, "to": 2, "value": "90 mm", "started_at": "100 mm"}, ""),
    "an offset at a corner": ({"kind": "offset", "from": 1, "value": "3 mm"}, ""),
    "no length": ({"kind": "side", "from": 1, "to": 2, "value": "long"}, ".value"),
    "another tool": ({"kind": "side", "from": 1, "to": 2, "value": "3 m", "with": "eye"}, ".with"),
}  # fmt: skip


@pytest.mark.parametrize("name", BAD)
def test_what_is_no_reading_is_refused_where_it_was_typed(home, name):
    reading, key = BAD[name]
    with pytest.raises(Problems) as found:
        work_out_roof(store(home, lambda work: work["survey"].update(readings=[reading])), Units.METRIC)
    assert all("survey.readings[0]" in one.path and one.path.endswith(key) for one in found.value.problems)


def test_a_reading_still_to_be_read_counts_for_nothing(home):
    def unread(work):
        work["survey"]["readings"].append({"kind": "tie", "from": 1, "to": 3})

    first, second = (work_out_roof(store(home, change), Units.METRIC) for change in (as_it_is, unread))
    assert first.facts == second.facts


@pytest.mark.parametrize(("off", "level"), [(1.0, "ok"), (10.0, "look"), (-10.0, "look")])
def test_a_ridge_that_was_read_elsewhere_than_it_belongs_is_said(home, off, level):
    top = work_out_roof(store(home, as_it_is), Units.METRIC).facts["ridge_top"]

    def read(work):
        work["survey"]["readings"].append({"kind": "height", "from": 1, "value": top + off, "with": "laser"})

    checks = {check.id: check for check in work_out_roof(store(home, read), Units.METRIC).checks}
    assert checks["survey_ridge"].level == level
    if level == "look":
        assert (".survey_ridge_low." in checks["survey_ridge"].message.id) == (off < 0)


def test_readings_of_a_value_keep_their_mean_their_spread_and_which_is_used(home):
    def again(work):
        work["readings"] = {
            "plan.width": [
                {"value": "6 m", "with": "tape", "by": "lead"},
                {"value": "6110 mm", "started_at": "100 mm", "with": "tape"},
                {"value": "6005 mm", "with": "laser"},
            ],
            "eaves.overhang": [{"value": "400 mm"}],
        }

    given = store(home, again)
    words = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))
    width, overhang = kept_of(given, words)
    assert [row.value.mm for row in width.rows] == pytest.approx([6000.0, 6010.0, 6005.0])
    assert width.mean.mm == pytest.approx(6005.0) and width.spread.mm == pytest.approx(10.0)
    assert [row.used for row in width.rows] == [True, False, False] and not width.mean_used
    # What the field takes is what was read, whatever the tape began at.
    assert (width.rows[1].typed, width.mean_typed) == ("6010.0 mm", "6005.0 mm")
    assert overhang.rows[0].used and overhang.rows[0].off is None
    assert "plan.width" in {one.path for one in keys_of(given, words)}
    with pytest.raises(Problems):
        store(home, lambda work: work.update(readings={"plan.width": [{"value": "wide"}]}))


TEXT = st.text(st.characters(codec="utf-8", exclude_categories=["C"]), max_size=12).map(str.strip)
KEPT = st.fixed_dictionaries(
    {"value": st.integers(1, 9999).map(lambda n: f"{n} mm"), "with": st.sampled_from(["tape", "laser", "other"])},
    optional={"by": TEXT, "note": TEXT, "from": TEXT, "to": TEXT, "why": TEXT, "tolerance": st.just("2 mm")},
)


@settings(max_examples=40)
@given(
    st.dictionaries(
        st.sampled_from(["plan.width", "plan.length", "rafter.depth"]),
        st.lists(KEPT, min_size=1, max_size=3),
        min_size=1,
    )
)
def test_readings_go_out_as_a_table_row_by_row_and_come_back(home, kept):
    document = parse_json((home / STORE).read_bytes())["works"][0] | {"readings": kept}
    table = write_readings(document, Units.METRIC)
    rows = [line.split(",")[0] for line in table.splitlines()]
    assert sum(row.endswith("].value") for row in rows) == 12 + sum(map(len, kept.values()))
    expected = read_draft(document, Units.METRIC)
    assert read_readings(table.encode(), document, Units.METRIC) == expected
    # Into an empty roof too: nothing of a reading is left to what was there.
    assert read_readings(table.encode(), {"kind": "roof"}, Units.METRIC) == expected


@pytest.mark.parametrize(
    "key", ["survey.readings[99].value", "survey.readings[0].value", "survey.readings.x", "[]", "readings[plan.width]"]
)
def test_a_table_with_a_reading_that_is_none_changes_nothing(home, key):
    document = parse_json((home / STORE).read_bytes())["works"][0]
    with pytest.raises(Problems):
        read_readings(f"key,value\n{key},5 mm\n".encode(), document, Units.METRIC)


def checks_of(home, change):
    return {check.id: check for check in work_out_roof(store(home, change), Units.METRIC).checks}


def test_truing_is_weighed_against_fitting_by_what_the_work_takes(home):
    """Four corners at 25 minutes and four packers at 6, against 31 patterns more."""

    def cut(minutes, **more):
        return lambda work: work["survey"].update(movable="40 mm", minutes={"pattern": minutes}, **more)

    slow, quick = checks_of(home, cut(20)), checks_of(home, cut(2))
    assert ".survey_worth." in slow["survey_worth"].message.id and slow["survey_worth"].level == "look"
    assert ".survey_worth_fit." in quick["survey_worth"].message.id and quick["survey_worth"].level == "ok"
    values = slow["survey_worth"].message.values
    assert (values["corners"].number, values["packers"].number, values["true"].number) == (4, 4, 4 * 25 + 4 * 6)
    assert values["fit"].number == values["fits"].number * 20
    # What is not worth it is not asked for.
    assert slow["survey_true_first"].level == "look" and quick["survey_true_first"].level == "ok"
    assert "survey_worth" not in checks_of(home, lambda work: work["survey"].update(movable="1 mm"))


def test_a_rafter_read_out_of_its_place_is_told_with_both_ways_out(home):
    def read(work):
        work["survey"]["readings"].append(
            {"kind": "rafter", "from": {"side": "second", "at": "3.6 m"}, "value": "3617 mm"}
        )
        work["setting_out"] = {"sheet": "2400 mm"}

    found = checks_of(home, read)["survey_rafters"]
    values = found.message.values
    assert (found.level, values["bays"].number, values["minutes"].number) == ("look", 2, 12)
    (late,) = values["which"].items
    assert late.id == "survey.late_far" and late.values["n"].number == 7 and late.values["off"].mm == pytest.approx(17)
    assert values["sheets"].number == 2


def test_rafters_cut_alike_are_told_with_how_far_a_joint_opens_for_it(home):
    found = checks_of(home, lambda work: work["survey"].update(alike="3 mm"))["survey_alike"]
    assert found.message.values["patterns"].number < 20 and 0.5 < found.value.mm <= 3.0


@pytest.mark.parametrize(
    ("survey", "check"),
    [
        ({"keep": "stand"}, "survey_keep_stand"), ({"keep": "pitch"}, "survey_keep_pitch"), ({}, None),
        ({"holds": [1, 2]}, "survey_held"), ({"holds": [1], "movable": "40 mm"}, "survey_worth"),
    ],
)  # fmt: skip
def test_what_comes_of_a_choice_is_told(home, survey, check):
    found = checks_of(home, lambda work: work["survey"].update(survey))
    told = {"survey_keep_stand", "survey_keep_pitch", "survey_held", "survey_worth"} & set(found)
    assert told == ({check} if check else set())
    if check == "survey_keep_pitch":
        # Over its lowest place: somewhere nothing is packed, and nowhere more than is told.
        packed = [one.values["by"].mm for one in found[check].message.values["packed"].items]
        assert 0 < len(packed) < 16 and max(packed) == pytest.approx(found[check].value.mm)


def test_a_corner_the_plan_has_not_cannot_be_held(home):
    with pytest.raises(Problems) as found:
        checks_of(home, lambda work: work["survey"].update(holds=[1, 9]))
    assert found.value.problems[0].path == "survey.holds[1]"


def hipped(work, head="commons"):
    work["plan"]["ends"] = ["hip", "hip"]
    work["hip"] = {"thickness": "45 mm", "depth": "245 mm", "keep_planes": "drop", "head": head}


@pytest.mark.parametrize("head", ["commons", "ridge_single", "ridge_double", "post", "pairs"])
def test_hips_of_any_heads_are_cut_to_what_was_read_and_tell_within_what_they_close(home, head):
    worked = work_out_roof(store(home, lambda work: hipped(work, head)), Units.METRIC)
    assert worked.survey.cut_to
    cut = {one.member.id for one in worked.members if one.member.place is not None}
    assert {"hip_at_1", "hip_at_2", "hip_at_3", "hip_at_4"} <= cut
    assert {check.level for check in worked.checks if check.id.startswith("joint")} == {"ok"}
    ranges = joint_ranges(worked)
    readings = {number: one.kind for number, one in enumerate(worked.survey.given.readings)}
    for corner in (1, 2, 3, 4):
        assert readings[ranges[f"hip_at_{corner}.seat"].reading] == "level"
        assert readings[ranges[f"hip_at_{corner}.heel"].reading] in ("side", "diagonal")
        assert ranges[f"hip_at_{corner}.heel_side"].by > worked.survey.given.saw.mm


def test_over_hips_too_rafters_are_cut_alike_and_open_by_no_more_than_is_allowed(home):
    def within(allowed):
        def change(work):
            hipped(work)
            work["survey"]["alike"] = allowed

        return work_out_roof(store(home, change), Units.METRIC)  # fmt: skip

    own, alike = within("0 mm"), within("4 mm")
    patterns = [len(list(group_identical(as_sawn(one.member) for one in worked.members if "stand" in one.member.lengths)))
                for worked in (own, alike)]  # fmt: skip
    told = {check.id: check for check in alike.checks}["survey_alike"]
    assert patterns[1] == told.message.values["patterns"].number < patterns[0] * 0.75
    assert 0.5 < told.value.mm <= 4.0
    for one in alike.fitted:
        assert abs(one.exact.opening) < 1e-3 + one.within
    # What is cut for its own place closes as it did.
    assert any(one.within == 0 for one in alike.fitted) and "survey_alike" not in {check.id for check in own.checks}


def test_over_hips_a_rafter_read_out_of_its_place_is_told_by_its_wall(home):
    def read(at, stands):
        def change(work):
            hipped(work)
            work["survey"]["readings"].append(
                {"kind": "rafter", "from": {"side": "second_end", "at": at}, "value": stands}
            )

        return checks_of(home, change)  # fmt: skip

    worked = work_out_roof(store(home, hipped), Units.METRIC)
    place = next(one.member for one in worked.members if one.member.id.startswith("end_common_on_2")).place
    belongs = sorted(along_edges(worked.layout, worked.framing)[1])[place - 1]
    # The end common stands near the middle of its wall.
    assert belongs == pytest.approx(3006.0, abs=30.0)
    found = read("3006 mm", "3020 mm")["survey_rafters"]
    (late,) = found.message.values["which"].items
    assert late.values["n"].number == place and late.values["side"].number == 2
    assert late.values["off"].mm == pytest.approx(3020.0 - belongs) and found.message.values["sheets"].number == 0
    assert "survey_no_rafter.1" in read("9 m", "9 m")


@pytest.mark.parametrize(
    ("walls", "told"),
    [([{"side": "first", "movable": "0 mm"}, {"side": 3, "movable": "0 mm"}], True),
     ([{"side": "first", "movable": "60 mm"}], False)],
)  # fmt: skip
def test_what_every_wall_allows_is_kept_or_it_is_said_that_it_cannot_be(home, walls, told):
    found = checks_of(home, lambda work: work["survey"].update(movable="40 mm", walls=walls))
    assert ("survey_walls" in found) == told and ("survey_worth" in found) != told


def test_a_wall_the_plan_has_not_allows_nothing(home):
    with pytest.raises(Problems) as found:
        checks_of(home, lambda work: work["survey"].update(walls=[{"side": 9, "movable": "3 mm"}]))
    assert found.value.problems[0].path == "survey.walls[0].side"


@pytest.mark.parametrize(
    ("gaps", "heights", "first", "size"),
    [
        ({"head_top": "6 mm", "head_bottom": "6 mm"}, {}, "run", 6.0), ({"heel": "5 mm"}, {}, "run", -5.0),
        ({"head_top": "0.5 mm"}, {}, "not_told", 0.0), ({}, {"plate": "9 mm"}, "plate_level", None),
    ],
)  # fmt: skip
def test_a_trial_in_a_job_file_answers_with_its_causes(home, gaps, heights, first, size):
    def tried(work):
        work.pop("survey")
        work["trial"] = {"gaps": gaps, "heights": heights}

    answer = contract("", work_out_roof(store(home, tried), Units.METRIC))
    best = answer["causes"][0]
    assert best["id"] == first and (size is None or best["size"] == pytest.approx(size, abs=0.01))
    assert all(0 <= one["explains"] <= 1 for one in answer["causes"])
    # The piece that is marked next is so much longer along its edge.
    if first == "run":
        assert abs(best["correction"]) > abs(best["size"]) and best["correction"] * best["size"] > 0
    assert contract("", work_out_roof(store(home, as_it_is), Units.METRIC))["causes"] == []


def test_a_gap_that_is_none_is_refused_where_it_was_typed(home):
    with pytest.raises(Problems) as found:
        store(home, lambda work: work.update(trial={"gaps": {"seat": "-2 mm"}}))
    assert found.value.problems[0].path.endswith("trial.gaps.seat")


def test_a_pattern_passes_at_the_places_where_it_stands_and_one_that_is_marked_anew_at_none(home):
    def tried(passed, **more):
        def change(work):
            work.pop("survey")
            work.update(trial={"passed": passed}, **more)

        return work_out_roof(store(home, change), Units.METRIC)

    first = tried([])
    assert [one.id for one in first.places] == [
        "a_first", "a_middle", "a_last", "b_first", "b_middle", "b_last",
    ]  # fmt: skip
    assert first.passed == frozenset()
    said = [{"place": one.id, "pattern": first.tried_as} for one in first.places]
    assert len(tried(said).passed) == 6
    # Twice said is once passed, and a place where none stands is none.
    assert tried([*said[:2], said[0], {"place": "c_first", "pattern": first.tried_as}]).passed == {
        "a_first",
        "a_middle",
    }
    # A figure that moves no cut of it leaves it as it is; a mark that moves makes it another.
    assert len(tried(said, name="Store").passed) == 6
    for changed in ({"pitch": "27.5°"}, {"notch": {"rule": "seat", "value": "85 mm"}}):
        assert tried(said, **changed).passed == frozenset()
