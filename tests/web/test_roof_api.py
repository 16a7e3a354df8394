"""If these break, a piece of some roof cannot be laid on the horses, or an odd roof crashes instead of being told."""

import copy
import json
import re
from itertools import pairwise
from math import atan2, degrees, hypot, tan

import pytest

from easynotch.core.rules import Dialect


@pytest.fixture(scope="module")
def demo(home):
    """The roofs of the demo, those with inside corners last."""
    first, *others = (
        json.loads((home / "demo" / f"{name}.json").read_text("utf-8"))
        for name in ("3-heron-flats-roofs", "5-heron-flats-boardroom", "6-heron-flats-archive")
    )
    return {**first, "works": [*first["works"], *(work for job in others for work in job["works"])]}


def changed(work: dict, **changes) -> dict:
    """A copy with keys changed, nested ones by two underscores."""
    other = copy.deepcopy(work)
    for path, value in changes.items():
        *outer, last = path.split("__")
        place = other
        for step in outer:
            place = place.setdefault(step, {})
        place[last] = value
    return other


def variants(demo) -> list[dict]:
    works = {work["name"]: work for work in demo["works"]}
    hut, store = works["Warden's hut"], works["Boat store"]
    section = {"thickness": "1.5", "depth": "5.5"}
    return [
        *works.values(),
        changed(hut, hip__keep_planes="back", hip__heel="square"),
        changed(hut, hip__head="ridge_single"),
        changed(hut, hip__head="ridge_double", hip__heel="square"),
        changed(hut, hip__head="pairs", hip__jacks="corner", hip__dummies=True),
        changed(hut, hip__keep_planes="corner", eaves__tail="square"),
        changed(hut, plan__ends=["gable", "hip"], eaves__tail="bobbed", eaves__plumb_face="5"),
        changed(store, ridge={"kind": "beam", "thickness": "3.5", "depth": "9"}),
        changed(store, ridge__top="bevelled", plan__ridge_at="4'", plan__keep="plates"),
        changed(
            store, eaves__verge="12", gable={"barge": section, "lookout": "1.5"}, collar={"height": "20", **section},
            blocking={"kind": "square", **section}, setting_out={"first_bay": "equal", "hooked": "second_end"},
        ),
        changed(store, plan__shape="shed", plan__upper_overhang="10"),
    ]  # fmt: skip


def test_every_piece_of_every_roof_is_laid_on_the_horses_in_every_dialect(client, demo):
    seen: set[str] = set()
    for work in variants(demo):
        file = {**demo, "works": [work]}
        first = client.post("/api/work-out", json=file).json["works"][0]
        for piece in first["screen"]["pieces"]:
            fresh = piece["id"] not in seen
            seen.add(piece["id"])
            for dialect in Dialect if fresh else [Dialect.NORTH_AMERICA]:
                query = {"piece": piece["id"], "dialect": dialect}
                answer = client.post("/api/work-out", json=file, query_string=query)
                assert answer.status_code == 200, (work["name"], piece["id"])
                board = answer.json["works"][0]["screen"]["board"]
                assert board["id"] == piece["id"]
                ends = [mark["at"] for mark in board["running"]]
                assert all(0 <= at <= board["length"] + 1e-6 for at in ends), (work["name"], piece["id"])
        whole = client.post("/api/whole", json=file).json["solids"]
        assert sum(len(solid["frames"]) for solid in whole) == sum(
            one["count"] for one in first["members"] if one["role"] not in ("template", "dummy")
        )
        assert all(abs(joint["opening"]) < 1e-3 for joint in first["joints"])
    assert {"hip", "jack_1_left", "jack_1_right", "end_common", "collar_tie", "barge_rafter"} <= seen


@pytest.mark.parametrize(
    ("changes", "check"),
    [
        ({"pitch": "0°"}, "pitch_flat"),
        ({"pitch": "88.9°"}, "pitch_steep"),
        ({"notch": {"rule": "seat", "value": "40"}}, "notch_through"),
        ({"notch": {"rule": "hap", "value": "60"}}, "notch_none"),
        ({"eaves__overhang": "0"}, "overhang_short"),
        ({"ridge__depth": "8'"}, "ridge_under_plate"),
        ({"rafter__spacing": "90'"}, "spacing_wide"),
        ({"rafter__length": "3'"}, "stock_length.common"),
    ],
)
def test_what_has_a_number_is_computed_with_its_check_beside_it(client, demo, changes, check):
    store = next(work for work in demo["works"] if work["name"] == "Boat store")
    answer = client.post("/api/work-out", json={**demo, "works": [changed(store, **changes)]})
    assert answer.status_code == 200
    levels = {one["id"]: one["level"] for one in answer.json["works"][0]["checks"]}
    assert levels[check] in ("look", "stop")


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({"pitch": "-3/12"}, "pitch"),
        ({"plan__width": "-3"}, "plan.width"),
        ({"plan__length": "0"}, "plan.length"),
        ({"rafter__spacing": "0"}, "rafter.spacing"),
        ({"notch": {"rule": "fraction", "value": "3/2"}}, "notch.value"),
        ({"notch": {"rule": "by_eye", "value": 1}}, "notch.rule"),
        ({"plan__ends": ["hip", "hip"]}, "hip"),
        ({"plan__ridge_at": "40'"}, "plan.ridge_at"),
        ({"eaves__tail": "bobbed"}, "eaves.plumb_face"),
        ({"collar": {"height": "30'", "thickness": "1.5", "depth": "5.5"}}, "collar.height"),
        ({"ridge": {"kind": "none"}, "pitch": "0°"}, "pitch"),
        ({"plan__lenght": "3"}, "plan.lenght"),
    ],
)
def test_what_is_no_roof_is_an_error_at_its_key_with_the_way_out(client, demo, changes, path):
    store = next(work for work in demo["works"] if work["name"] == "Boat store")
    answer = client.post("/api/work-out", json={**demo, "works": [changed(store, **changes)]})
    assert answer.status_code == 422
    assert f"works[0].{path}" in [error["path"] for error in answer.json["errors"]]


def test_the_running_marks_of_a_pattern_climb_and_a_missing_span_is_only_supposed(client, demo):
    hut = next(work for work in demo["works"] if work["name"] == "Warden's hut")
    board = client.post("/api/work-out", json={**demo, "works": [hut]}).json["works"][0]["screen"]["board"]
    assert all(a["at"] < b["at"] for a, b in pairwise(board["running"]))
    missing = changed(hut, plan__width=None, plan__length="")
    assert client.post("/api/work-out", json={**demo, "works": [missing]}).status_code == 422
    answer = client.post("/api/work-out?suppose=true", json={**demo, "works": [missing]}).json["works"][0]["screen"]
    assert sorted(answer["supposed"]) == ["plan.length", "plan.width"]


def test_a_ridge_dragged_to_a_height_comes_back_as_a_pitch_that_can_be_set_out(client, demo):
    store = next(work for work in demo["works"] if work["name"] == "Boat store")
    file = {**demo, "works": [store]}
    shed = {**demo, "works": [next(work for work in demo["works"] if work["name"] == "Punt lean-to")]}
    first = client.post("/api/work-out", json=file).json["works"][0]["facts"]
    same = client.post(f"/api/pitch?top={first['ridge_top']}", json=file).json["pitch"]
    assert same == "9/12"
    higher = client.post(f"/api/pitch?top={first['ridge_top'] + 400}", json=file).json["pitch"]
    raised = client.post("/api/work-out", json={**file, "works": [{**store, "pitch": higher}]}).json["works"][0][
        "facts"
    ]
    # An eighth in twelve over this run is less than 10 mm of height either way.
    assert abs(raised["ridge_top"] - first["ridge_top"] - 400) < 10
    refused = client.post("/api/pitch?top=1000", json=shed)
    assert (refused.status_code, refused.json["errors"][0]["path"]) == (422, "works[0].plan.shape")
    for odd in ("0", "-5", "x", "1e9", "nan"):
        assert client.post(f"/api/pitch?top={odd}", json=file).status_code == 422


def test_pieces_that_stand_in_each_other_are_named_and_a_sound_roof_has_none(client, demo):
    works = {work["name"]: work for work in demo["works"]}
    for work in works.values():
        found = client.post("/api/overlaps", json={**demo, "works": [work]}).json
        assert found["overlaps"] == [], work["name"]
        assert found["pieces"] > 5
    section = {"thickness": "1 1/2", "depth": "5 1/2"}
    clash = changed(works["Boat store"], gable={"barge": section}, eaves__verge="1/2")
    found = client.post("/api/overlaps", json={**demo, "works": [clash]}).json["overlaps"]
    assert "Common rafter and Fly rafter stand in each other" in found, found


def test_the_hand_out_has_every_mark_of_every_piece_and_runs_nothing(client, demo):
    hostile = "<script>alert(1)</script>"
    store = {**next(work for work in demo["works"] if work["name"] == "Boat store"), "name": hostile}
    file = {**demo, "works": [store]}
    screen = client.post("/api/work-out", json=file).json["works"][0]["screen"]
    taken = client.post("/api/hand-out", json=file).json
    html = taken["html"]
    assert taken["name"] == hostile
    assert "<script" not in html
    assert "&lt;script&gt;" in html
    assert not re.search(r"https?:|src=|@import|url[(]", html)
    assert html.count("<section>") == len(screen["pieces"])
    for piece in screen["pieces"]:
        assert piece["title"] in html
    for stop in screen["board"]["stops"]:
        assert stop["title"] in html
        assert stop["figure"] is None or stop["figure"]["text"] in html
    unmeasured = {**file, "works": [changed(store, plan__length="")]}
    del unmeasured["works"][0]["plan"]["length"]
    assert client.post("/api/hand-out", json=unmeasured).json["html"] == ""


def notch_said(client, demo, work: dict, piece: str) -> str:
    answer = client.post(f"/api/work-out?piece={piece}", json={**demo, "works": [work]}).json
    board = answer["works"][0]["screen"]["board"]
    assert board["id"] == piece
    notch = next(stop for stop in board["stops"] if "Notch" in stop["title"])
    return " ".join(step["say"] for step in notch["steps"])


def test_a_notch_is_told_by_the_piece_it_is_in_and_not_by_the_common(client, demo):
    store = next(work for work in demo["works"] if work["name"] == "Boat store")
    assert "5 7/8\u2033 down the line" in notch_said(client, demo, store, "common")
    # 9 in 12: a quarter of an inch more depth stands up 5/16 plumb; lookouts of 1 1/2 let a rafter down by 1 7/8.
    deeper = changed(store, rafter__depths='7 1/2"', rafter__gauged="underside")
    assert "6 3/16\u2033 down the line" in notch_said(client, demo, deeper, "board_1")
    dropped = changed(store, gable={"lookout": '1 1/2"'}, eaves__verge="8")
    assert "4\u2033 down the line" in notch_said(client, demo, dropped, "dropped_common")


def test_the_lath_says_the_end_its_tape_is_really_hooked_on(client, demo):
    store = next(work for work in demo["works"] if work["name"] == "Boat store")
    for hooked, name in (("first_end", "first end"), ("second_end", "second end")):
        work = changed(store, setting_out={"hooked": hooked})
        answer = client.post("/api/work-out", json={**demo, "works": [work]}).json
        assert f"Hook the tape at the {name}" in answer["works"][0]["screen"]["roof"]["setting_out"]["say"]


def test_every_hip_roof_has_its_bevels_sheets_and_choices(client, demo):
    for work in variants(demo):
        job = {"format": "easy-notch-job", "version": 1, "name": "", "units": demo["units"], "works": [work]}
        found = client.post("/api/hips", json=job).get_json()
        if "hip" not in work or "hip" not in (work["plan"].get("ends") or ["hip"]):
            assert all(corner["kind"] == "valley" for corner in found["corners"])
        kinds = {corner["kind"] for corner in found["corners"]}
        asked = ["hip.head", "hip.keep_planes", "hip.heel"] * ("hip" in kinds) + ["plan.valley.top"] * (
            "valley" in kinds
        )
        assert [call["field"] for call in found["calls"]] == asked
        assert all(sum(one["chosen"] for one in call["options"]) == 1 for call in found["calls"])
        for option in (one for call in found["calls"] for one in call["options"]):
            assert option["drawing"] is not None or option["refused"]
        for corner in found["corners"]:
            bevels = {one["id"]: one for one in corner["bevels"]}
            own = "backing" if corner["kind"] == "hip" else "trough"
            assert {"edge_jack", own, "dihedral", "sheathing", "face_purlin"} <= set(bevels)
            assert bevels["plumb_common"]["square"] and bevels["edge_jack"]["saw"]
            assert {one["angle"] for one in corner["reads"]} <= {one["angle"] for one in corner["bevels"]}
            assert corner["check"]["distance"]["mm"] > corner["check"]["level"]["mm"]
        assert all(pattern["lines"] for pattern in found["patterns"])


def test_the_gauge_check_knows_every_place_that_mark_shows_on_a_ridge(client, demo):
    job = {**demo, "works": demo["works"][:1]}
    board = client.post("/api/work-out?piece=ridge", json=job).json["works"][0]["screen"]["board"]
    (places,) = [stop for stop in board["stops"] if stop["id"] == "places"]
    assert places["crosses"]
    found = client.post("/api/gauge-check?piece=ridge&stop=places&first=24", json=job)
    assert found.status_code == 200


def test_the_gauge_check_of_a_notch_counts_its_steps_and_of_a_plumb_cut_has_none(client, home):
    """Closed forms: the line's length times the tangent of what it is turned by; each step's long side, less the true."""
    flights = json.loads((home / "demo" / "1-heron-flats.json").read_text("utf-8"))
    job = {**flights, "works": flights["works"][:1]}
    piece = {"piece": "stringer", "stop": "riser_1+tread_2", "tongue": "7"}
    rows = {
        row["id"]: row["text"] for row in client.post("/api/gauge-check", query_string=piece, json=job).json["rows"]
    }
    riser, going = (52 + 3 / 8) / 7, 10 + 3 / 16
    turned = atan2(riser, going) - atan2(7.0, going)
    assert f"{degrees(turned):.1f}°" in rows["gauge.turned"]
    assert re.search(r"it stands 1/4″", rows["gauge.turned"])
    assert riser * tan(turned) == pytest.approx(0.25, abs=0.03)
    # Seven risers: the lowest and the one under the floor are no notches.
    assert "after 5 the last mark" in rows["gauge.step_short"]
    assert (hypot(riser, going) - hypot(7.0, going)) * 5 == pytest.approx(1 + 7 / 16, abs=0.07)
    roof = {**json.loads((home / "demo" / "3-heron-flats-roofs.json").read_text("utf-8"))}
    roof["works"] = [one for one in roof["works"] if one["plan"].get("shape", "rectangle") == "rectangle"][:1]
    board = client.post("/api/work-out?piece=common", json=roof).json["works"][0]["screen"]["board"]
    cut = next(one for one in board["stops"] if one["title"].startswith("Tail"))
    piece = {"piece": "common", "stop": cut["id"], "tongue": "1"}
    rows = [row["id"] for row in client.post("/api/gauge-check", query_string=piece, json=roof).json["rows"]]
    assert rows == ["gauge.turned", "gauge.absorb_line"]


def test_the_sketch_of_what_is_being_typed_is_the_one_the_whole_work_out_draws(client, home):
    for file in sorted((home / "demo").glob("*.json")):
        job = json.loads(file.read_text("utf-8"))
        for work in job["works"]:
            body = {**job, "works": [work]}
            sketch = client.post("/api/sketch?suppose=true", json=body).json
            screen = client.post("/api/work-out?suppose=true", json=body).json["works"][0]["screen"]
            for part in ("sketch", "facts", "readings", "supposed", "assumed"):
                assert sketch[part] == screen[part], (work["name"], part)
            assert sketch["plan"] == (screen["roof"] or {"plan": None})["plan"]
    wrong = {**body, "works": [{**work, "total_rise": "nonsense"}]}
    assert client.post("/api/sketch", json=wrong).json == client.post("/api/work-out", json=wrong).json
    assert client.post("/api/sketch", json={**job, "works": []}).status_code == 422


def test_a_roof_too_narrow_for_a_hip_says_so_where_its_heads_are_chosen(client, demo):
    hut = next(work for work in demo["works"] if work["name"] == "Warden's hut")
    job = {**demo, "works": [{**hut, "plan": {**hut["plan"], "width": "9 mm"}}]}
    answer = client.post("/api/hips", json=job)
    assert answer.status_code == 200
    heads = next(call for call in answer.json["calls"] if call["field"] == "hip.head")
    assert any("no room for a hip" in option["refused"] for option in heads["options"])
