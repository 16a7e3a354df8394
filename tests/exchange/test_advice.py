"""If these break, somebody does what a check told him to do, and the check still says so, or another figure was meant."""

import re

import pytest

from easynotch.core.rules import Dialect, Words
from easynotch.core.tape import Tape, Units
from easynotch.exchange import read_job, worked_out

METRIC = Words(Dialect.BRITAIN_IRELAND, Tape.of(Units.METRIC))


def job(work):
    return worked_out(
        read_job({"format": "easy-notch-job", "version": 1, "name": "", "units": "metric", "works": [work]}), 0
    )


def said(work, begins):
    """The check whose id begins so: its level, and its advice's figures in millimetres."""
    check = next((one for one in job(work).checks if one.id.startswith(begins)), None)
    if check is None:
        return None, []
    advice = "" if check.remedy is None else METRIC.say(check.remedy)
    return str(check.level), [float(number) for number in re.findall(r"(\d+(?:\.\d+)?) mm", advice)]


def roof(**changes):
    work = {
        "kind": "roof", "name": "", "pitch": "30°",
        "plan": {
            "shape": "outline", "corners": [["0", "0"], ["9000", "0"], ["9000", "6000"], ["0", "6000"]],
            "edges": [{}, {"pitch": "40°"}, {}, {"pitch": "40°"}],
        },
        "ridge": {"kind": "board", "thickness": "38 mm", "depth": "240 mm"},
        "rafter": {"thickness": "45 mm", "depth": "170 mm", "spacing": "600 mm"}, "notch": {"rule": "seat", "value": "70 mm"},
        "eaves": {"overhang": "400 mm", "fascia": "20 mm"}, "hip": {"thickness": "45 mm", "depth": "240 mm", "head": "post"},
    }  # fmt: skip
    for key, value in changes.items():
        work[key] = {**work[key], **value} if isinstance(work.get(key), dict) else value
    return work


def test_fascias_at_different_heights_come_level_by_the_overhang_or_by_the_plate_that_was_told():
    level, (shorter, raised) = said(roof(), "fascias_level")
    assert level == "look"
    by_overhang, by_plate = (job(roof(plan={"line_up": way})) for way in ("overhang", "plates"))
    for worked in (by_overhang, by_plate):
        assert next(str(one.level) for one in worked.checks if one.id == "fascias_level") == "ok"
    steep = next(side.slope for side in by_overhang.layout.sides if side.slope.rise_per_run > 0.7)
    assert by_overhang.layout.out_of(steep) == pytest.approx(shorter, abs=0.5)
    steep = next(side.slope for side in by_plate.layout.sides if side.slope.rise_per_run > 0.7)
    assert steep.plate == pytest.approx(raised, abs=0.5)


def test_a_post_or_a_wall_so_much_higher_reaches_the_hip_above():
    def below(top):
        wall = {"from": ["1500", "800"], "to": ["1500", "4000"], "top": f"{top} mm", "width": "90 mm"}
        return roof(plan={"bearings": [wall]})

    level, figures = said(below(900), "bearing_off")
    assert level == "look"
    assert said(below(900 + figures[0] - 1.0), "bearing_off")[0] == "look"
    assert said(below(900 + figures[0] + 0.5), "bearing_off")[0] is None
    assert said(below(900 + figures[0] + 30.0), "bearing_aslant")[0] == "ok"


def flight(**head):
    return {
        "kind": "flight", "name": "", "total_rise": "1400 mm", "riser": {"at_most": "180 mm"}, "width": "1000 mm",
        "tread": {"thickness": "30 mm", "nosing": "20 mm", "going": "260 mm"},
        "stock": {"thickness": "45 mm", "depth": "290 mm"}, "head": {"kind": "hanger", "header_depth": "220 mm", **head},
    }  # fmt: skip


def test_a_drop_board_as_deep_as_was_told_covers_what_hangs_below_and_one_less_deep_does_not():
    level, (deep,) = said(flight(), "head_bearing")
    assert level == "look"
    board = {"kind": "drop_board", "drop_board": {"thickness": "45 mm", "depth": f"{deep} mm"}}
    assert said(flight(**board), "drop_board")[0] == "ok"
    board["drop_board"]["depth"] = f"{deep - 1.0} mm"
    assert said(flight(**board), "drop_board")[0] == "stop"


@pytest.mark.parametrize(
    ("changes", "lowest"),
    [
        # Closed forms: over the plates' tops, from the ridge's own top down, or the collar's lower edge.
        ({}, "ridge"),
        ({"collar": {"height": "700 mm", "thickness": "45 mm", "depth": "120 mm"}}, "collar"),
        ({"ridge": {"kind": "beam", "thickness": "90 mm", "depth": "300 mm"}}, "ridge"),
        ({"ridge": {"kind": "board", "thickness": "38 mm", "depth": "100 mm"}}, "rafters"),
    ],
)
def test_headroom_ends_at_the_lowest_of_ridge_rafters_and_collar(changes, lowest):
    plan = {
        "shape": "rectangle",
        "length": "8000",
        "width": "5000",
        "ends": ["gable", "gable"],
        "wall_height": "2300 mm",
    }
    work = {**roof(), "plan": plan, **changes}
    work.pop("hip")
    worked = job(work)
    facts = worked.facts
    ends = {
        "ridge": facts["ridge_underside"], "collar": 700.0,
        "rafters": worked.layout.peak - worked.layout.half_ridge * worked.layout.roof.slope
        - worked.layout.roof.rafter.depth * worked.layout.sides[0].slope.per_run,
    }  # fmt: skip
    assert facts["headroom"] == pytest.approx(2300.0 + ends[lowest])
    assert ends[lowest] == min(ends[name] for name in ends if name != "collar" or lowest == "collar")
