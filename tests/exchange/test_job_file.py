"""If these break, a job file gives other numbers than the reference, or bad input crashes instead of being explained."""

import copy
import json
import re
from itertools import pairwise
from typing import Any

import pytest

from easynotch.cli import main
from easynotch.core.stairs import order_of_work
from easynotch.core.tape import Units
from easynotch.drawing.stairs.elevation import draw_elevation
from easynotch.exchange import Problems, parse_json, read_job, work_out_flight, worked_out
from easynotch.exchange.reading import read_draft
from easynotch.presenting.cut.batch import shape_of
from tests.conftest import REFERENCE

JOBS = sorted(REFERENCE.glob("flight*.job.json"))
BOARDWALK = json.loads((REFERENCE / "flights.job.json").read_text())


def run(capsys, tmp_path, body: str | bytes, *flags: str) -> tuple[int, str, str]:
    file = tmp_path / "job.json"
    file.write_bytes(body if isinstance(body, bytes) else body.encode())
    try:
        code = main(["work-out", str(file), *flags])
    except SystemExit as stopped:
        code = int(stopped.code or 0)
    out, err = capsys.readouterr()
    return code, out, err


@pytest.mark.parametrize("job", JOBS, ids=lambda job: job.name)
def test_the_reference_flights_come_out_to_a_millionth(job, capsys):
    assert main(["work-out", str(job), "--json"]) == 0
    answer = json.loads(capsys.readouterr().out)
    expected = json.loads(job.with_name(job.name.replace(".job.", ".expected.")).read_text())
    for work, want in zip(answer["works"], expected["works"], strict=True):
        assert {key: work["facts"][key] for key in want["facts"]} == pytest.approx(want["facts"], rel=1e-6, abs=1e-6)
        assert all(abs(joint["opening"]) < 1e-3 for joint in work["joints"])


def test_the_marks_of_the_answer_run_from_the_hook_and_every_cut_has_its_angles(capsys):
    assert main(["work-out", str(REFERENCE / "flights.job.json"), "--json"]) == 0
    work = json.loads(capsys.readouterr().out)["works"][0]
    facts, pattern = work["facts"], work["members"][0]
    teeth = [mark["along_top"] for mark in pattern["marks"] if mark["id"].startswith("tread_")]
    steps = [after - before for before, after in pairwise(teeth)]
    assert steps == [pytest.approx(facts["step"])] * (facts["tread_count"] - 1)
    assert sum(member["count"] for member in work["members"] if member["role"] == "stringer") == facts["stringer_count"]
    angles = {cut["role"]: cut["line_angle"] for cut in pattern["cuts"]}
    assert (angles["head"], angles["foot"]) == pytest.approx((facts["slope"], 90 - facts["slope"]))


def test_a_length_means_the_same_as_a_number_of_millimetres_and_as_text():
    as_numbers = copy.deepcopy(BOARDWALK)
    as_numbers["works"][0].update(total_rise=52.375 * 25.4, width="3' 6\"", upper_finish="25.4 mm")
    facts = [work_out_flight(read_job(job).works[0], read_job(job).units).facts for job in (BOARDWALK, as_numbers)]
    assert facts[0] == pytest.approx(facts[1])


def paths(value: Any, at: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Every key of a document and every place in its lists."""
    inner = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    return [found for key, part in inner for found in [(*at, key), *paths(part, (*at, key))]]


def written(path: tuple[Any, ...]) -> str:
    return re.sub(r"\.?\[", "[", ".".join(f"[{step}]" if isinstance(step, int) else step for step in path))


SECTION = {"thickness": '1 1/2"', "depth": '3 1/2"'}
PLAIN = {
    "kind": "flight", "total_rise": "44\"", "riser": {"count": 6}, "tread": {"going": "10\"", "thickness": "1\""},
    "stock": {"thickness": "1 1/2\"", "depth": "11 1/4\"", "length": "12'"}, "width": "42\"",
}  # fmt: skip
AROUND = {
    "format": "easy-notch-job", "version": 1, "units": "imperial",
    "works": [
        PLAIN | {
            "ground": {"at": "4\"", "readings": [{"at": "60\"", "drop": "46\""}], "across": {"slope": "1:60"},
                       "confirmed": {"at": "50\"", "drop": "45\""}},
            "tread": {"going": "10\"", "thickness": "1\"", "in_hand": {"width": "5 1/2\"", "gap": "1/8\""}},
            "riser_board": "3/4\"", "kicker": {"width": "3 1/2\"", "thickness": "1 1/2\"", "notch": "inner"},
            "head": {"header_depth": "9\"", "header_length": "30\"", "lap": "14\"", "fascia": "3/4\""}, "blocks": SECTION,
            "sides": {"skirt": {"thickness": "3/4\"", "depth": "11\""}, "margin": "1\""},
            "guard": {"height": "36\"", "under": "2\"", "gap": "3 7/8\"", "bay": "6'", "post": SECTION, "rail": SECTION,
                      "lower_rail": SECTION, "baluster": SECTION, "held": "nailer", "strip": SECTION},
            "slab": {"length": "48\"", "width": "54\"", "thickness": "4\"", "back": "12\"", "fall": "1:50",
                     "gravel": "4\"", "bag": 17, "cure_days": 7},
            "anchors": {"embedment": "2 1/2\"", "length": "5\"", "spacing": "36\""},
            "screws": {"tread": "2 1/2\"", "riser_board": "2\"", "kicker": "3\"", "head": "3\"", "least": "1\""},
            "top_landing": {"depth": "48\"", "door": "32\"", "swing": "over"},
            "overhead": [{"start": "40\"", "stop": "44\"", "above": "70\""}],
            "defects": [{"start": "20\"", "stop": "22\"", "deep": "4\""}], "trial_sheet": "1/4\"",
        },
        PLAIN | {
            "platform": {"after": 3, "turn": "left", "depth": "42\"", "finish": "1\"", "header_depth": "9\"",
                         "fall": "1:80", "well": "4\""},
            "footing": {"length": "16\"", "width": "48\"", "depth": "12\"", "back": "10\"", "frost": "10\""},
            "order": {"first": "treads", "start": "top"},
        },
        PLAIN | {
            "housed": {"margin": "1 1/2\"", "depth": "1/2\"", "thin": "1/8\"", "taper": "1:20"},
            "built": {"risers": ["7\"", "7 1/2\""], "goings": ["10\"", "10 1/4\""]},
            "deck_below": {"boards": "1\"", "screw": "4\"", "block": SECTION},
        },
    ],
}  # fmt: skip
EVERY_KEY = [(BOARDWALK, path) for path in paths(BOARDWALK)] + [
    (AROUND, path)
    for path in paths(AROUND["works"], ("works",))
    if path[1:] and path[2:3] != () and path[2] not in PLAIN
]
BAD = ["", "abc", "7 5/8/2", 0, -1, '-1"', 1e300, float("inf"), None, [], {}, True, "9" * 500, "\x1b[31m"]
FINE = {("works", 0, "overhead", 0, "above"), ("name",), ("works", 0, "name"), ("works",)}


@pytest.mark.parametrize(("whole", "path"), EVERY_KEY, ids=lambda one: written(one) if isinstance(one, tuple) else "")
def test_bad_values_at_every_key_get_a_sentence_at_that_key_and_no_crash(whole, path, capsys, tmp_path):
    for bad in BAD:
        job = json.loads(json.dumps(whole))
        place: Any = job
        for step in path[:-1]:
            place = place[step]
        place[path[-1]] = bad
        code, out, err = run(capsys, tmp_path, json.dumps(job), "--json")
        assert code in (0, 2), (bad, err)
        assert "Traceback" not in err
        if code == 0:
            assert "NaN" not in out
            assert bad in ("", None, 0, [], True, {}) or path in FINE, bad
        else:
            assert "\x1b" not in err
            line = err.splitlines()[0]
            parents = {written(path[: n + 1]) for n in range(len(path))}
            assert line.split(":")[0] in parents or line.split(": ")[0].startswith(written(path)), (bad, line)
            assert line.rstrip().endswith((".", "?", '"'))


@pytest.mark.parametrize("path", [path for path in paths(BOARDWALK) if isinstance(path[-1], str)], ids=written)
def test_a_misspelt_key_is_named_with_the_nearest_known_one(path, capsys, tmp_path):
    job = copy.deepcopy(BOARDWALK)
    place: Any = job
    for step in path[:-1]:
        place = place[step]
    wrong = path[-1][:-1] + "q"
    place[wrong] = place.pop(path[-1])
    code, _, err = run(capsys, tmp_path, json.dumps(job))
    assert code == 2
    assert re.search(rf'"{wrong}" is not a key here\. (Did you mean "{path[-1]}"|Known here: .*{path[-1]})', err), err


@pytest.mark.parametrize(
    "body",
    [
        b"", b"{", b"null", b"[]", b"\xff\xfe", b"[" * 100_000, b'{"a":' * 5000 + b"1" + b"}" * 5000, b'{"a": NaN}',
        b'{"a": 1e999}', b'{"units": "metric", "units": "imperial"}', b"1" * 5000, b'{"x":"' + b"y" * 5_000_000 + b'"}',
        b'{"format": "other"}', b'{"format": "easy-notch-job", "version": 2, "units": "metric", "works": []}',
    ],
    ids=lambda body: body[:20].decode("latin-1"),
)  # fmt: skip
def test_what_is_no_job_file_is_refused_in_a_sentence(body, capsys, tmp_path):
    code, out, err = run(capsys, tmp_path, body)
    assert (code, out) == (2, "")
    assert err.strip().endswith((".", '"'))
    assert "Traceback" not in err
    assert len(err) < 2000


def test_a_missing_file_is_said(capsys, tmp_path):
    with pytest.raises(SystemExit) as stopped:
        main(["work-out", str(tmp_path / "none.json")])
    assert stopped.value.code == 2
    assert "No such file" in capsys.readouterr().err


@pytest.mark.parametrize(
    ("change", "path", "sentence"),
    [
        ({"riser": {"at_most": "60\""}}, "works[0].riser.at_most", "at least two"),
        ({"riser": {"at_most": 0.2}}, "works[0].riser.at_most", "more than 200 risers"),
        ({"riser": {"count": 1}}, "works[0].riser.count", "at least two"),
        ({"riser": {"count": 7, "target": "7\""}}, "works[0].riser", "one of"),
        ({"tread": {"going": "10\"", "boards": 2, "board_width": "5\"", "thickness": "1\""}}, "works[0].tread", "not both"),
        ({"tread": {"boards": 1, "board_width": "1\"", "nosing": "2\"", "thickness": "1\""}}, "works[0].tread.nosing", "nothing to step on"),
        ({"stock": {"thickness": "1 1/2\"", "depth": 0}}, "works[0].stock.depth", "cannot be zero"),
        ({"stringer_spacing": "0"}, "works[0].stringer_spacing", "cannot be zero"),
        ({"head": {"kind": "ledger"}}, "works[0].head", "ledger"),
        ({"kind": "shed"}, "works[0].kind", "not one of the choices"),
    ],
    ids=lambda value: str(value)[:30],
)  # fmt: skip
def test_what_is_no_flight_is_an_error_that_says_the_way_out(change, path, sentence):
    job = copy.deepcopy(BOARDWALK)
    job["works"][0].update(change)
    with pytest.raises(Problems) as caught:
        read = read_job(job)
        work_out_flight(read.works[0], read.units, path="works[0]")
    assert caught.value.problems[0].path == path
    from easynotch.web.server.problem import PLAIN  # noqa: PLC0415

    assert sentence in PLAIN.say(caught.value.problems[0].message)


@pytest.mark.parametrize(
    ("change", "check", "level"),
    [
        ({"tread": {"going": "10\"", "thickness": "9\"", "nosing": "0\""}}, "stringer_holds", "stop"),
        ({"stock": {"thickness": "1\"", "depth": "4\""}}, "stringer_holds", "stop"),
        ({"stock": {"thickness": "1\"", "depth": "11\"", "length": "4'"}}, "stock_long_enough", "stop"),
        ({"stock": {"thickness": "1\"", "depth": "11\""}}, "stock_length", "look"),
        ({"head": {"kind": "hanger"}}, "header_depth", "look"),
        ({"head": {"kind": "hanger", "header_depth": "7\""}}, "head_bearing", "stop"),
        ({"head": {"kind": "drop_board", "header_depth": "9 1/4\"", "drop_board": {"thickness": 38, "depth": 89}}}, "drop_board", "stop"),
        ({"head": {"kind": "drop_board", "header_depth": "9 1/4\"", "drop_board": {"thickness": 38, "depth": 140}}}, "drop_board", "ok"),
        ({"width": "5\"", "stringer_spacing": "1\""}, "stringers_fit", "stop"),
        ({"gauge": "7 3/8\""}, "riser_difference", "stop"),
        ({"gauge": "7 1/2\""}, "riser_difference", "ok"),
        ({"total_rise": "56\""}, "riser_max", "stop"),
        ({"total_rise": "54 1/4\""}, "riser_max", "ok"),
        ({"riser_board": None, "head": {"kind": "hanger", "riser_board": True}}, "header_riser_board", "look"),
        ({"kicker": {"width": "3\"", "thickness": "8\""}}, "kicker", "stop"),
    ],
    ids=lambda value: str(value)[:40],
)  # fmt: skip
def test_what_has_a_number_is_computed_with_a_check_beside_it(change, check, level):
    job = copy.deepcopy(BOARDWALK)
    job["works"][0].update({"riser": {"count": 7}, **change})
    read = read_job(job)
    worked = work_out_flight(read.works[0], read.units)
    levels = {one.id: str(one.level) for one in worked.checks}
    assert levels[check] == level


def worked_with(**change):
    job = copy.deepcopy(BOARDWALK)
    job["works"][0].update({"riser": {"at_most": '7 1/2"'}, **change})
    read = read_job(job)
    return work_out_flight(read.works[0], read.units)


def test_a_place_set_out_to_measure_again_changes_nothing_until_it_is_measured():
    falling = {"at": '0"', "slope": "1:9"}
    before = worked_with(ground=falling)
    place = f"{before.facts['foot']} mm"
    pegged = worked_with(ground={**falling, "confirmed": {"at": place}})
    assert pegged.facts == before.facts
    assert {one.id: one.level for one in pegged.checks} == {one.id: one.level for one in before.checks}
    asked = {one.id: one.field for one in draw_elevation(pegged.layout, pegged.pattern.member).dimensions}
    assert asked["ground"] == "ground.confirmed.drop"
    measured = worked_with(ground={**falling, "confirmed": {"at": place, "drop": before.facts["rise_at_foot"] + 4.0}})
    assert measured.facts["rise_at_foot"] == pytest.approx(before.facts["rise_at_foot"] + 4.0)
    assert measured.facts["riser"] == pytest.approx(before.facts["riser"] + 4.0 / before.facts["riser_count"])
    assert {one.id: str(one.level) for one in measured.checks}["ground_confirm"] == "ok"


@pytest.mark.parametrize(("units", "deeper"), [("imperial", 6.35), ("metric", 6.0)])
def test_an_anchors_hole_is_deeper_than_its_embedment_by_a_quarter_inch_or_six_millimetres(units, deeper):
    job = copy.deepcopy(BOARDWALK) | {"units": units}
    job["works"][0].update({
        "kicker": {"width": "90 mm", "thickness": "38 mm", "notch": "all"},
        "anchors": {"embedment": "60 mm", "length": "130 mm", "spacing": "900 mm"},
    })  # fmt: skip
    read = read_job(job)
    assert work_out_flight(read.works[0], read.units).facts["anchor_hole"] == pytest.approx(60.0 + deeper)


def test_a_fascia_and_a_board_in_front_are_not_both_the_top_riser():
    with pytest.raises(Problems) as caught:
        worked_with(head={"kind": "hanger", "fascia": '3/4"', "riser_board": True})
    assert caught.value.problems[0].path == "works[0].head"


def test_both_flights_of_a_stair_with_a_platform_have_their_numbers_by_two_roads(home):
    job = read_job(parse_json((home / "demo" / "4-heron-flats-stairs.json").read_bytes()))
    worked = work_out_flight(job.works[1], job.units)
    roads = {one.fact: one for one in worked.working}
    for name in ("first_riser", "head_drop", "plumb_bearing", "head_missing", "total_run"):
        below = roads[f"lower.{name}"]
        assert below.agrees
        assert below.first.result == pytest.approx(worked.facts[f"lower.{name}"])
    assert set(roads) <= set(worked.facts)


def test_the_demo_jobs_are_job_files(home):
    for file in (home / "demo").glob("*.json"):
        assert read_job(parse_json(file.read_bytes())).works


def test_the_published_schemas_types_and_words_are_not_stale(home):
    from easynotch.web.schema import made_files  # noqa: PLC0415

    assert [
        str(file) for file, text in made_files().items() if not file.exists() or file.read_text("utf-8") != text
    ] == []


def test_what_only_cut_stringers_have_is_left_out_of_housed_strings_and_stays_typed():
    housed = {"margin": '1 1/2"', "depth": '1/2"'}
    typed = AROUND["works"][0] | {"ground": None, "housed": housed}
    read = read_job({**AROUND, "works": [typed]})
    worked = work_out_flight(read.works[0], read.units)
    roles = {one.member.role for one in worked.members}
    assert roles == {"string", "tread", "riser_board", "header_fascia", "post", "rail", "bottom_rail", "baluster",
                     "nailer", "bottom_nailer"}  # fmt: skip
    assert not {"kicker_length", "anchor_count", "throat", "spacer"} & set(worked.facts)
    told = {check.id for check in worked.checks}
    assert not {"anchors", "screw_kicker", "header_fascia", "kicker", "header_length"} & told
    said = [step.id for step in order_of_work(worked.layout, on_the_ground=False)]
    assert not {"order.kicker", "order.anchors", "order.hanger", "order.skirts", "order.rim"} & set(said)
    # A string that was cut is known again only while its housings are where they were, and as deep.
    shapes = {
        shape_of(
            work_out_flight(read_job({**AROUND, "works": [typed | {"housed": one}]}).works[0], read.units)
            .members[0]
            .member
        )
        for one in (housed, housed, housed | {"depth": '5/8"'}, housed | {"thin": '1/4"'})
    }
    assert len(shapes) == 3
    # Taken away again, everything is as it was typed.
    again = read_job({**AROUND, "works": [typed | {"housed": None}]})
    assert "kicker" in {one.member.role for one in work_out_flight(again.works[0], again.units).members}


def test_wings_and_walls_below_are_kept_under_the_keys_they_were_said_with():
    plan = {
        "length": "9 m", "width": "6 m",
        "wings": [{"side": "first", "from": "2 m", "width": "3 m", "out": "2 m", "plate": "50 mm"}],
        "bearings": [{"from": ["1 m", "1200"], "to": ["6 m", "1200"], "top": "400", "width": "90"}],
    }  # fmt: skip
    work = {
        "kind": "roof", "plan": plan, "pitch": "30 deg", "notch": {"rule": "seat", "value": "70 mm"},
        "ridge": {"kind": "board", "thickness": "35 mm", "depth": "240 mm"}, "eaves": {"overhang": "400 mm", "fascia": "20 mm"},
        "rafter": {"thickness": "45 mm", "depth": "170 mm", "spacing": "600 mm"}, "hip": {"thickness": "45 mm", "depth": "240 mm"},
    }  # fmt: skip
    kept = read_draft(work, Units.METRIC)
    assert set(kept["plan"]["wings"][0]) == set(plan["wings"][0])
    assert kept["plan"]["bearings"] == [
        {"from": ["1 m", "1200 mm"], "to": ["6 m", "1200 mm"], "top": "400 mm", "width": "90 mm"}
    ]
    assert read_draft(kept, Units.IMPERIAL) == kept
    job = {"format": "easy-notch-job", "version": 1, "name": "", "units": "metric"}
    before, after = (worked_out(read_job({**job, "works": [one]}), 0) for one in (work, kept))
    assert before.facts == after.facts
    assert any(check.id.startswith("bearing_") for check in after.checks)
