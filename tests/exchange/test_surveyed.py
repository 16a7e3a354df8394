"""If these break, a surveyed roof is cut to another building, a survey's mistakes are not told where they were typed, or
what a survey keeps is lost on its way through a job file.
"""

from dataclasses import replace
from itertools import combinations
from math import hypot

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st

from easynotch.core.roofs import RoofError, frame_roof, lay_out_roof
from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import Problems, parse_json, read_job, work_out_roof
from easynotch.exchange.input.survey_input import SurveyInput
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
