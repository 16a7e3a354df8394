"""If these break, an instrument reads another value than it is pointed at, a reading gets lost or comes twice, or a fault
is not told.
"""

import json

import pytest

from easynotch.core.tape import Units
from easynotch.exchange import read_job, work_out_roof
from easynotch.store import Database
from easynotch.web.app import create_app
from easynotch.web.routes.measuring import instruments as module

TRAY = "0123456789abcdef"


@pytest.fixture(autouse=True)
def short_streams(monkeypatch):
    monkeypatch.setattr(module, "STREAM_S", 0.0)


@pytest.fixture
def job(home):
    """The store of the examples that is still to be read, as the screen sends it."""
    document = json.loads((home / "demo/7-heron-flats-store.json").read_text("utf-8"))
    document["works"] = [one for one in document["works"] if one["name"].endswith("to be read")]
    return document


def put(client, kind, **changed):
    return client.put(f"/api/instruments/{kind}", json=changed)


def press(client, job, kind, target, tray=TRAY):
    return client.post(f"/api/instruments/press?tray={tray}&instrument={kind}&target={target}", json=job)


def heard(client, after=0, tray=TRAY, last=None):
    """The stream as a browser reads it."""
    headers = {} if last is None else {"Last-Event-ID": str(last)}
    answer = client.get(f"/api/instruments/stream?tray={tray}&after={after}", headers=headers)
    assert answer.mimetype == "text/event-stream"
    events = [block for block in answer.text.split("\n\n") if "data:" in block]
    return [
        (int(event.split("id: ")[1].split("\n")[0]), json.loads(event.split("data: ")[1])) for event in events
    ]  # fmt: skip


def test_a_reading_is_of_what_the_instrument_is_pointed_at_and_comes_over_the_stream(client, job):
    put(client, "meter", paired=True)
    for number, true in enumerate((9004, 6012, 9010, 5995, 10831)):
        assert press(client, job, "meter", f"survey.readings[{number}]").json["fault"] is None
        (*_, (_, last)) = heard(client)
        assert last["target"] == f"survey.readings[{number}]" and last["with"] == "laser"
        assert float(last["value"].removesuffix(" mm")) == pytest.approx(true, abs=4)
    put(client, "staff", paired=True)
    press(client, job, "staff", "survey.readings[7]")
    level = heard(client)[-1][1]
    assert float(level["value"].removesuffix(" mm")) == pytest.approx(6, abs=3) and "staff showed" in level["note"]
    put(client, "tape", paired=True, started_at="100", units="metric")
    press(client, job, "tape", "survey.readings[11]")
    offset = heard(client)[-1][1]
    assert offset["started_at"] == "100 mm"
    assert float(offset["value"].removesuffix(" mm")) - 100 == pytest.approx(12, abs=3)


def test_the_planted_blunder_is_there_once_and_gone_when_it_is_read_again(client, job):
    put(client, "meter", paired=True)
    for _ in range(2):
        press(client, job, "meter", "survey.readings[5]")
    first, second = (float(one["value"].removesuffix(" mm")) for _, one in heard(client))
    assert second - first == pytest.approx(30, abs=5) and second == pytest.approx(10818, abs=4)


def test_a_stream_goes_on_where_it_was_and_another_tray_hears_nothing(client, job):
    put(client, "meter", paired=True)
    for number in range(3):
        press(client, job, "meter", f"survey.readings[{number}]")
    every = heard(client)
    assert [one["target"] for _, one in every] == [f"survey.readings[{n}]" for n in range(3)]
    first = every[0][0]
    assert heard(client, after=first) == every[1:] and heard(client, last=first) == every[1:]
    assert heard(client, tray="fedcba9876543210") == []
    assert client.get("/api/instruments").json["last"] == every[-1][0]


def test_nothing_is_lost_when_the_server_stops_between_press_and_hearing(client, job, tmp_path):
    put(client, "meter", paired=True, reference="tripod")
    press(client, job, "meter", "survey.readings[0]")
    again = create_app(Database(tmp_path)).test_client()
    (meter,) = [one for one in again.get("/api/instruments").json["instruments"] if one["kind"] == "meter"]
    assert meter["paired"] and meter["reference"] == "tripod" and meter["battery"] == 98
    ((_, reading),) = heard(again)
    assert reading["target"] == "survey.readings[0]" and "tripod" in reading["note"]


def test_a_fault_is_a_sentence_and_no_reading(client, job):
    assert "Pair it" in press(client, job, "meter", "survey.readings[0]").json["fault"]
    put(client, "meter", paired=True)
    assert "cannot read this" in press(client, job, "meter", "survey.readings[7]").json["fault"]
    assert heard(client) == []


@pytest.mark.parametrize("target", ["survey.readings[99]", "survey.readings[x]"])
def test_a_reading_that_is_not_there_is_refused(client, job, target):
    put(client, "meter", paired=True)
    answer = press(client, job, "meter", target)
    assert answer.status_code == 422 and "Nothing is there" in answer.json["detail"]


def test_a_value_of_a_work_is_read_near_what_is_drawn_and_an_angle_in_degrees(client, job):
    put(client, "meter", paired=True)
    put(client, "angle", paired=True)
    press(client, job, "meter", "plan.length")
    press(client, job, "angle", "pitch")
    (_, length), (_, pitch) = heard(client)
    assert float(length["value"].removesuffix(" mm")) == pytest.approx(9000, abs=25)
    assert float(pitch["value"].removesuffix("°")) == pytest.approx(27, abs=0.3)
    work = {**job["works"][0], "survey": {"readings": [{"kind": "height", "from": 1}]}}
    put(client, "staff", paired=True)
    press(client, {**job, "works": [work]}, "staff", "survey.readings[0]")
    height = float(heard(client)[-1][1]["value"].removesuffix(" mm"))
    drawn = work_out_roof(read_job({**job, "works": [work]}).works[0], Units.METRIC).facts["ridge_top"]
    assert height == pytest.approx(drawn + 6, abs=4)


@pytest.mark.parametrize("body", [{"reference": "side"}, {"paired": "perhaps"}, {"more": 1}])
def test_an_instrument_is_set_to_what_it_has(client, body):
    assert put(client, "meter", **body).status_code == 422


@pytest.mark.parametrize("text", ["-3 mm", "about a foot"])
def test_a_tape_starts_at_a_figure_it_has(client, text):
    answer = put(client, "tape", started_at=text, units="metric")
    assert answer.status_code == 422 and answer.json["errors"][0]["path"] == "started_at"


def test_a_battery_is_changed_and_a_finder_turned_round(client, job):
    put(client, "angle", paired=True)
    for _ in range(12):
        press(client, job, "angle", "pitch")

    def angle():
        return next(one for one in client.get("/api/instruments").json["instruments"] if one["kind"] == "angle")

    assert angle()["drifted"] and angle()["battery"] == 76
    put(client, "angle", turned=True, charged=True)
    assert not angle()["drifted"] and angle()["battery"] == 100


@pytest.mark.parametrize("last", ["9" * 400, "-1", "x", "²"])
def test_a_stream_asked_for_after_a_number_that_is_none_is_answered(client, job, last):
    put(client, "meter", paired=True)
    press(client, job, "meter", "survey.readings[0]")
    assert len(heard(client, last=last)) == (0 if last.startswith("9") else 1)
