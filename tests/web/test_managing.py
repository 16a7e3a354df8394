"""If these break, a job loses a work by being renamed, a deleted one cannot be had back, or its history lies."""

import pytest

from easynotch.core.rules import LimitSetId


@pytest.fixture
def job(client):
    return client.get("/api/bench").json["jobs"][0]["job"]


def names(client) -> list[str]:
    return [card["work"]["document"]["name"] for job in client.get("/api/bench").json["jobs"] for card in job["cards"]]


def test_a_job_is_renamed_and_given_other_limits_only_on_its_newest_revision(client, job):
    changed = {"revision": 1, "name": "Heron Flats, south", "units": "imperial", "limits": "british_dwelling"}
    assert client.put(f"/api/jobs/{job['id']}", json=changed).json["revision"] == 2
    late = client.put(f"/api/jobs/{job['id']}", json={**changed, "name": "late"})
    assert (late.status_code, late.mimetype) == (409, "application/problem+json")
    assert client.get("/api/bench").json["jobs"][0]["job"]["name"] == "Heron Flats, south"
    assert (
        client.put(f"/api/jobs/{job['id']}", json={**changed, "limits": "none"}).json["errors"][0]["path"] == "limits"
    )


def test_switching_a_jobs_units_changes_no_stored_measurement(client, job, work):
    before = client.get(f"/api/works/{work['id']}").json["work"]["document"]
    client.put(f"/api/jobs/{job['id']}", json={"revision": 1, "name": "J", "units": "metric", "limits": None})
    page = client.get(f"/api/works/{work['id']}").json
    assert page["job"]["units"] == "metric"
    assert page["work"]["document"] == before
    file = {"format": "easy-notch-job", "version": 1, "units": "metric", "works": [before]}
    answer = client.post("/api/work-out", json=file).json["works"][0]
    assert answer["facts"]["riser"] == pytest.approx(52.375 * 25.4 / 7)


@pytest.mark.parametrize("what", ["works", "jobs"])
def test_what_was_deleted_is_off_the_bench_and_comes_back_as_it_was(client, job, work, what):
    before = client.get("/api/bench").json
    address = f"/api/{what}/{(work if what == 'works' else job)['id']}"
    assert client.delete(address).status_code == 200
    assert "Boardwalk steps" not in names(client)
    assert client.post(f"{address}/restore").status_code == 200
    assert client.get("/api/bench").json == before


def test_a_copy_is_named_on_and_changes_apart_from_its_original(client, work):
    copies = [client.post(f"/api/works/{work['id']}/duplicate").json for _ in range(2)]
    assert [copy["document"]["name"] for copy in copies] == ["Boardwalk steps 2", "Boardwalk steps 3"]
    changed = {**copies[0]["document"], "total_rise": '60"'}
    client.put(f"/api/works/{copies[0]['id']}", json={"revision": 1, "document": changed})
    assert client.get(f"/api/works/{work['id']}").json["work"]["document"] == work["document"]


def test_the_history_says_each_change_in_words_newest_first_and_what_was_undone(client, work):
    address, document = f"/api/works/{work['id']}", work["document"]
    client.put(address, json={"revision": 1, "document": {**document, "total_rise": '52 1/2"'}})
    kicker = {**document["kicker"], "notch": "all"}
    client.put(address, json={"revision": 2, "document": {**document, "total_rise": '52 1/2"', "kicker": kicker}})
    client.post(f"{address}/undo", json={"revision": 3})
    british = client.get(f"{address}/history?dialect=britain_ireland").json["lines"]
    assert [line["text"] for line in british] == [
        "Undone: notched over the foot plate all → inner ones",
        "Notched over the foot plate inner ones → all",
        'Total rise 52 3/8" → 52 1/2"',
        "Begun",
    ]


def test_a_conflict_shows_what_each_side_changed_and_what_neither_did_not(client, work):
    address, document = f"/api/works/{work['id']}", work["document"]
    client.put(address, json={"revision": 1, "document": {**document, "total_rise": '53"', "width": '44"'}})
    late = client.put(address, json={"revision": 1, "document": {**document, "total_rise": '54"', "gauge": '7 1/2"'}})
    rows = {row["path"]: row for row in late.json["conflict"]}
    assert rows.keys() == {"total_rise", "width", "gauge"}
    assert [rows["total_rise"][side] for side in ("base", "mine", "kept")] == ['52 3/8"', '54"', '53"']
    assert {path for path, row in rows.items() if row["mine_changed"]} == {"total_rise", "gauge"}
    assert {path for path, row in rows.items() if row["kept_changed"]} == {"total_rise", "width"}


def test_settings_change_words_for_everyone_and_a_stale_change_is_refused(client):
    shop = client.get("/api/shop").json
    assert [one["id"] for one in shop["limit_sets"]] == list(LimitSetId)
    change = {"revision": shop["revision"], "dialect": "australia_new_zealand", "fine": True}
    assert client.put("/api/shop", json=change).json["dialect"] == "australia_new_zealand"
    assert client.put("/api/shop", json=change).status_code == 409
    assert client.get("/api/shop").json["fine"] is True
    assert client.put("/api/shop", json={**change, "dialect": "martian"}).json["errors"][0]["path"] == "dialect"


def test_a_script_in_a_name_stays_text(client, work):
    name = "<script>alert(1)</script>"
    saved = client.put(f"/api/works/{work['id']}", json={"revision": 1, "document": {**work["document"], "name": name}})
    assert saved.json["document"]["name"] == name
    assert saved.mimetype == "application/json"
    page = client.get("/")
    assert "script-src 'self'" in page.headers["Content-Security-Policy"]
    assert "unsafe-inline" not in page.headers["Content-Security-Policy"]
