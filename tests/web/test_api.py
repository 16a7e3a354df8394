"""If these break, the screen gets a wrong or worded-wrong answer, or a stranger's page can change a job."""

import json

import pytest

from tests.conftest import REFERENCE

BOARDWALK = json.loads((REFERENCE / "flights.job.json").read_text())


def put(client, work, revision, **changes):
    return client.put(
        f"/api/works/{work['id']}", json={"revision": revision, "document": {**work["document"], **changes}}
    )


def test_working_out_over_the_api_gives_the_contract_and_the_words(client):
    answer = client.post("/api/work-out", json=BOARDWALK).json["works"][0]
    expected = json.loads((REFERENCE / "flights.expected.json").read_text())["works"][0]["facts"]
    assert {key: answer["facts"][key] for key in expected} == pytest.approx(expected, rel=1e-6)
    screen = answer["screen"]
    riser = next(one for one in screen["candidates"] if one["chosen"])["riser"]
    assert (riser["text"], riser["sense"]) == ("7 1/2″", "weak")
    assert [mark["figure"]["text"] for mark in screen["board"]["running"]][:3] == ["7 5/8″", "20 1/4″", "32 7/8″"]
    british = client.post("/api/work-out?dialect=britain_ireland", json=BOARDWALK).json["works"][0]["screen"]
    assert "bare" in json.dumps(british, ensure_ascii=False)
    assert '"sense": "weak"' not in json.dumps(british)


def test_a_saved_length_keeps_its_unit_so_that_switching_units_changes_nothing(client, work):
    saved = put(client, work, 1, total_rise="52 1/2", upper_finish="20 mm", lower_finish="1/2 + 1/4")
    assert saved.json["document"]["total_rise"] == '52 1/2"'
    assert saved.json["document"]["lower_finish"] == '1/2" + 1/4"'
    assert saved.json["document"]["upper_finish"] == "20 mm"


def test_a_stale_save_gets_both_versions_and_bad_text_a_sentence_and_neither_changes_anything(client, work):
    assert put(client, work, 1, total_rise='53"').json["revision"] == 2
    late = put(client, work, 1, total_rise='54"')
    assert (late.status_code, late.mimetype) == (409, "application/problem+json")
    assert late.json["kept"]["document"]["total_rise"] == '53"'
    bad = put(client, work, 2, total_rise="7 5/8/2")
    assert bad.status_code == 422
    assert bad.json["errors"][0]["path"] == "total_rise"
    assert bad.json["errors"][0]["at"] == 5
    assert client.get(f"/api/works/{work['id']}").json["work"]["revision"] == 2


def test_a_new_stair_waits_for_its_total_rise_and_is_drawn_meanwhile(client):
    job = client.get("/api/bench").json["jobs"][1]["job"]
    made = client.post(f"/api/jobs/{job['id']}/works", json={"name": "Hatch"}).json
    assert "total_rise" not in made["document"]
    file = {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [made["document"]]}
    assert client.post("/api/work-out", json=file).json["errors"][0]["path"] == "works[0].total_rise"
    supposed = client.post("/api/work-out?suppose=true", json=file).json["works"][0]["screen"]
    assert supposed["supposed"] == ["total_rise"]
    assert "waiting" in {station["state"] for station in supposed["stations"]}


@pytest.mark.parametrize(
    ("body", "status"),
    [(b"[" * 100_000, 422), (b'{"a": NaN}', 422), (b"", 422), (b"x" * 5_000_000, 413), (b"\xff", 422), (b'"text"', 422)],
    ids=["brackets", "nan", "nothing", "huge", "not text", "a string"],
)  # fmt: skip
@pytest.mark.parametrize("path", ["/api/work-out", "/api/jobs", "/api/works/x/undo"])
def test_hostile_bodies_are_refused_as_problem_documents(client, path, body, status):
    answer = client.post(path, data=body, content_type="application/json")
    assert (answer.status_code, answer.mimetype) == (status, "application/problem+json")
    assert answer.json["detail"].endswith((".", '"'))


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({"Host": "evil.example"}, 403),
        ({"Host": "127.0.0.1:8490.evil.example"}, 403),
        ({"Origin": "http://evil.example"}, 403),
        ({"Origin": "null"}, 403),
        ({"Origin": "http://localhost"}, 201),
        ({"Host": "127.0.0.1:8490", "Origin": "http://127.0.0.1:8490"}, 201),
    ],
    ids=str,
)
def test_only_our_own_pages_on_our_own_address_may_change_anything(client, headers, status):
    assert client.post("/api/jobs", json={"name": "J", "units": "metric"}, headers=headers).status_code == status


def test_every_answer_carries_the_content_policy_and_unknown_addresses_are_said(client):
    policy = {
        "default-src": "'none'", "script-src": "'self'", "connect-src": "'self'", "img-src": "'self' data:",
        "font-src": "'self'", "style-src": "'self' 'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='",
        "base-uri": "'none'", "form-action": "'none'", "frame-ancestors": "'none'",
    }  # fmt: skip
    for path in ("/", "/api/bench", "/api/nothing", "/work/x/measure"):
        answer = client.get(path)
        said = [part.strip().partition(" ") for part in answer.headers["Content-Security-Policy"].split(";")]
        assert {name: allowed for name, _, allowed in said} == policy
        assert answer.headers["X-Content-Type-Options"] == "nosniff"
        assert answer.headers["Referrer-Policy"] == "no-referrer"
        assert answer.headers["Cross-Origin-Opener-Policy"] == "same-origin"
        assert ("no-store" in answer.headers["Cache-Control"]) == path.startswith("/api/")
    assert client.get("/api/nothing").status_code == 404
    assert client.get("/api/works/none").json["detail"].startswith("There is no such work")
    assert client.delete("/api/bench").status_code == 405


def test_an_unknown_failure_gives_an_incident_number_and_no_traceback(client, monkeypatch, caplog):
    monkeypatch.setattr("easynotch.web.routes.work_out.worked_of", lambda *_: 1 / 0)
    answer = client.post("/api/work-out", json=BOARDWALK)
    assert answer.status_code == 500
    assert answer.json["incident"] in caplog.text
    assert "ZeroDivisionError" in caplog.text
    assert "Zero" not in answer.text
