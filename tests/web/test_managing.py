"""If these break, a job loses a work by being renamed, a deleted one cannot be had back, its history lies, or a bench
shows cards of works as they were.
"""

from dataclasses import replace

import pytest

from easynotch.core.rules import LimitSetId, Words
from easynotch.core.tape import Units
from easynotch.presenting.work_out.card import card_of
from easynotch.web.app import create_app
from easynotch.web.server import cards


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


def test_settings_change_words_for_everyone_and_a_stale_change_is_refused(client, work):
    shop = client.get("/api/shop").json
    assert [one["id"] for one in shop["limit_sets"]] == list(LimitSetId)
    settings = {"dialect": "australia_new_zealand", "fine": True, "habits": {"scale": "inside"}}
    change = {"revision": shop["revision"], "settings": settings}
    assert client.put("/api/shop", json=change).json["settings"] == settings
    assert client.put("/api/shop", json=change).status_code == 409
    settled = client.get(f"/api/works/{work['id']}").json["settled"]
    origins = {row["key"]: (row["answer"], row["origin"]) for row in settled["rows"]}
    assert origins["dialect"] == ("Australia and New Zealand", "shop")
    assert origins["habits.scale"] == ("inside scales", "shop")
    assert origins["habits.hook"] == ("head", "usual")
    assert client.get(f"/api/works/{work['id']}").json["work"] == work, "a setting changes no stored measurement"
    for wrong, path in [
        ({"dialect": "martian"}, "dialect"),
        ({"habits": {"hook": "sky"}}, "habits.hook"),
        ({"saws": [{"name": "s", "tilt": 45, "depth": "-2", "blade": "left"}]}, "saws[0].depth"),
    ]:
        refused = client.put("/api/shop", json={"revision": 2, "settings": wrong})
        assert (refused.status_code, refused.json["errors"][0]["path"]) == (422, path)


def change_job(client, job, **changes):
    body = {key: job[key] for key in ("revision", "name", "units", "limits")}
    return client.put(f"/api/jobs/{job['id']}", json={**body, **changes})


def test_a_job_differs_from_the_shop_and_says_so_and_the_next_job_does_not(client, job, work):
    square = {"kind": "own", "body": '18"', "tongue": '12"'}
    changed = change_job(client, job, settings={"square": square, "habits": {"riser_count": "comfortable"}}).json
    assert changed["settings"]["square"] == square
    rows = {row["key"]: row for row in client.get(f"/api/works/{work['id']}").json["settled"]["rows"]}
    assert (rows["square"]["answer"], rows["square"]["said"]) == ("own sizes", "This job's own")
    begun = client.post(f"/api/jobs/{job['id']}/works", json={"name": "easy"}).json
    assert begun["document"]["riser"] == {"target": '7"'}
    other = client.get("/api/bench").json["jobs"][1]
    page = client.get(f"/api/works/{other['cards'][0]['work']['id']}").json
    assert {row["origin"] for row in page["settled"]["rows"]} == {"usual"}


@pytest.mark.parametrize("scale", ["outside", "inside"])
def test_a_small_square_or_its_inside_scales_change_the_drawing_and_no_figure(client, work, scale):
    def stops(settings):
        file = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [work["document"]]}
        answer = client.post("/api/work-out", json={**file, "settings": settings}).json["works"][0]
        stops = answer["screen"]["board"]["stops"]
        return answer["facts"], [stop["square"] for stop in stops if "+" in stop["id"] and stop["square"]]

    facts, usual = stops({})
    small = {"kind": "own", "body": '11"', "tongue": '9"', "body_width": '1 1/2"', "tongue_width": '1"'}
    again, held = stops({"square": small, "habits": {"scale": scale}})
    assert again == facts
    assert len(usual) == 5
    for one, other in zip(usual, held, strict=True):
        assert other["scales"].lower() == f"{scale} scales"
        if scale == "outside":
            for same in ("tongue_figure", "body_figure", "tongue_at", "body_at", "heel"):
                assert one[same] == other[same]
        else:
            # The going is not on the inside scale: no figure is told that the square does not have.
            assert other["tongue_figure"]["mm"] <= (9 - 1.5) * 25.4 + 1e-6
            assert other["body_figure"]["mm"] <= (11 - 1) * 25.4 + 1e-6


REASON = "The inspector's letter"


def test_a_limit_changed_for_one_job_needs_a_reason_and_is_said_with_it(client, job, work):
    address = f"/api/jobs/{job['id']}"
    for wrong, path in [
        ({"riser_max": {"value": '7"'}}, "overrides.riser_max.reason"),
        ({"riser_max": {"value": "30°", "reason": REASON}}, "overrides.riser_max.value"),
        ({"riser_mix": {"value": '7"', "reason": REASON}}, "overrides.riser_mix"),
    ]:
        assert change_job(client, job, overrides=wrong).json["errors"][0]["path"] == path
    changed = change_job(client, job, overrides={"riser_max": {"value": '7"', "reason": REASON}}).json
    file = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [work["document"]]}
    answer = client.post("/api/work-out", json={**file, "limits": changed["limits_document"]}).json["works"][0]
    check = next(one for one in answer["screen"]["checks"] if one["id"] == "riser_max")
    assert check["level"] == "stop"
    assert REASON in check["source"]
    assert "1 changed for this job" in answer["screen"]["limits"]
    limit = next(one for one in client.get(address).json["limits"] if one["id"] == "riser_max")
    assert (limit["reason"], limit["value"], limit["usual"]) == (REASON, "7″", "7 3/4″")


def test_an_own_limit_set_names_the_works_it_touches_and_cannot_be_pulled_from_under_them(client, job, work):
    made = client.post("/api/limit-sets", json={"name": "Marsh county", "base": "north_american_deck"}).json
    address = f"/api/limit-sets/{made['limit_set']['id']}"
    own = change_job(client, job, limits=made["limit_set"]["id"]).json
    changes = {"slope_max": {"value": "30°", "reason": "Site rule 4"}}
    page = client.put(address, json={"revision": 1, "name": "Marsh county", "changes": changes}).json
    assert "Boardwalk steps" in [one["work"] for one in page["touches"]]
    assert client.put(address, json={"revision": 1, "name": "late", "changes": {}}).status_code == 409
    own = client.get(f"/api/jobs/{job['id']}").json["job"]
    file = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [work["document"]]}
    answer = client.post("/api/work-out", json={**file, "limits": own["limits_document"]}).json["works"][0]
    assert answer["screen"]["limits"].startswith("Marsh county")
    check = next(one for one in answer["screen"]["checks"] if one["id"] == "slope_max")
    assert (check["level"], "Site rule 4" in check["source"]) == ("look", True)
    assert client.delete(address).status_code == 409
    change_job(client, own, limits=None)
    assert client.delete(address).status_code == 200
    assert client.get(address).status_code == 404


@pytest.mark.parametrize("what", ["works", "jobs"])
def test_what_is_put_away_leaves_the_bench_and_is_found_among_what_was_put_away(client, job, work, what):
    address = f"/api/{what}/{(work if what == 'works' else job)['id']}/archive"
    assert client.post(address, json={"archived": True}).json["archived"] is True
    assert "Boardwalk steps" not in names(client)
    away = client.get("/api/bench?archived=true").json
    assert "Boardwalk steps" in [card["work"]["document"]["name"] for one in away["jobs"] for card in one["cards"]]
    assert client.get("/api/bench").json["put_away"] == away["of_all"] > 0
    client.post(address, json={"archived": False})
    assert "Boardwalk steps" in names(client)


def test_a_work_is_found_by_any_part_of_its_name_and_a_percent_sign_is_only_itself(client, job):
    for name in ("100% steps", "100 steps", "Steps_a"):
        client.post(f"/api/jobs/{job['id']}/works", json={"name": name})

    def sought(text):
        found = client.get("/api/bench", query_string={"search": text}).json
        return [card["work"]["document"]["name"] for one in found["jobs"] for card in one["cards"]]

    assert sought("boardwalk") == ["Boardwalk steps"]
    assert sought("0%") == ["100% steps"]
    assert sought("s_a") == ["Steps_a"]
    assert sought("no such") == []
    assert len(sought("heron")) >= 5, "a job's name finds its works"


def test_a_script_in_a_name_stays_text(client, work):
    name = "<script>alert(1)</script>"
    saved = client.put(f"/api/works/{work['id']}", json={"revision": 1, "document": {**work["document"], "name": name}})
    assert saved.json["document"]["name"] == name
    assert saved.mimetype == "application/json"
    page = client.get("/")
    assert "script-src 'self'" in page.headers["Content-Security-Policy"]
    assert "unsafe-inline" not in page.headers["Content-Security-Policy"]


def shown(client, query=""):
    jobs = client.get(f"/api/bench{query}").json["jobs"]
    return [{key: card[key] for key in ("profile", "plan", "summary", "next")} for job in jobs for card in job["cards"]]


@pytest.fixture
def begun_again(client, home, monkeypatch):
    """A folder whose bench was shown, served by a process that has drawn nothing yet; the list is of what it draws."""
    shown(client)
    drawn = []

    def noted(document: str, units: Units, limits: str, words: Words):
        drawn.append(document)
        return card_of(document, units, limits, words)

    monkeypatch.setattr(cards, "drawn", noted)
    database = client.application.extensions["easynotch.database"].database
    return create_app(database, home / "frontend" / "dist").test_client(), drawn


def test_a_server_begun_again_shows_every_card_as_before_and_draws_none(client, begun_again):
    before = shown(client)
    again, drawn = begun_again
    assert shown(again) == before
    assert len(before) > 10
    assert drawn == []


@pytest.mark.parametrize("what", ["work", "units", "limits", "dialect", "program"])
def test_what_a_card_is_made_of_changes_and_it_is_drawn_anew(client, begun_again, work, what, monkeypatch):
    before = shown(client)
    again, drawn = begun_again
    query = ""
    if what == "work":
        body = {"revision": work["revision"], "document": {**work["document"], "total_rise": "4' 7\""}}
        assert client.put(f"/api/works/{work['id']}", json=body).status_code == 200
    elif what == "dialect":
        query = "?dialect=britain_ireland"
    elif what == "program":
        monkeypatch.setattr(cards, "code", lambda: "another")
    else:
        job = client.get("/api/bench").json["jobs"][0]["job"]
        other = {"units": "metric"} if what == "units" else {"limits": "british_dwelling"}
        keys = {key: job[key] for key in ("name", "units", "limits", "revision")}
        assert client.put(f"/api/jobs/{job['id']}", json={**keys, **other}).status_code == 200
    after = shown(again, query)
    assert drawn
    if what in {"work", "units"}:
        assert after[0] != before[0]
    once = len(drawn)
    assert shown(again, query) == after
    assert len(drawn) == once


def test_a_name_is_no_reason_to_draw_a_card_anew_and_a_card_of_a_work_that_is_gone_is_not_kept(
    client, begun_again, work
):
    again, drawn = begun_again
    renamed = {"revision": work["revision"], "document": {**work["document"], "name": "Long flight"}}
    assert client.put(f"/api/works/{work['id']}", json=renamed).status_code == 200
    shown(again)
    assert drawn == []
    database = again.application.extensions["easynotch.database"].database
    made = cards.Cards()
    with database.read() as db:
        row = db.execute("SELECT * FROM card WHERE work_id = ?", (work["id"],)).fetchone()
    made.new = [
        replace(cards.KeptCard(row["work_id"], row["words"], row["made_of"], row["drawn"]), work=of)
        for of in ("gone", work["id"])
    ]
    made.keep(database)
    with database.read() as db:
        assert db.execute("SELECT COUNT(*) FROM card WHERE work_id = 'gone'").fetchone()[0] == 0
