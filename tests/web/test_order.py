"""If these break, a crew starts with what waits for something, or learns a week late that the end has moved."""

import io
from datetime import date, datetime, timedelta

import pytest
import vobject

TODAY = "2026-11-30"  # a Monday


def named(client, name):
    """A job and the work of that name in it."""
    jobs = client.get("/api/bench").json["jobs"]
    return next(
        (job["job"], card["work"]) for job in jobs for card in job["cards"]
        if card["work"]["document"]["name"] == name
    )  # fmt: skip


@pytest.fixture
def steps(client):
    return named(client, "Marsh steps")


@pytest.fixture
def roof(client):
    return named(client, "Archive with a lower wing")


def order(client, job, **query):
    return client.get(f"/api/jobs/{job['id']}/order", query_string={"today": TODAY, **query}).json


def task(plan, work, kind):
    return next(one for one in plan["tasks"] if one["id"] == f"{work['id']}.{kind}")


def put(client, job, path, body):
    return client.put(f"/api/jobs/{job['id']}/order/{path}", json=body, query_string={"today": TODAY})


def test_nothing_starts_before_what_it_needs_and_says_what_it_waits_for(client, steps):
    job, work = steps
    plan = order(client, job)
    cure, first = task(plan, work, "cure"), task(plan, work, "first_stringer")
    assert first["starts"] >= cure["ends"]
    days = datetime.fromisoformat(cure["ends"]) - datetime.fromisoformat(cure["starts"])
    assert days >= timedelta(days=work["document"]["slab"].get("cure_days", 7))
    assert cure["state"] == "passing" and "Waits" in task(plan, work, "foot")["why"]
    assert all(one["why"] for one in plan["tasks"] if one["state"] != "done")
    assert any("Wet concrete" in one for one in task(plan, work, "pour")["cautions"])
    # Working hours only, from Monday to Friday.
    for one in plan["stretches"]:
        begins, ends = datetime.fromisoformat(one["starts"]), datetime.fromisoformat(one["ends"])
        assert begins.date() == ends.date() == date.fromisoformat(one["day"]) and begins.weekday() < 5
        assert "07:00" <= one["starts"][11:] < one["ends"][11:] <= "15:00"


def test_what_is_done_at_the_stations_is_done_here(client):
    job, work = named(client, "Warden's hut")
    before = order(client, job)
    assert task(before, work, "measure")["state"] == "done"  # it is all measured
    assert task(before, work, "pattern")["state"] != "done"
    file = {**client.get(f"/api/jobs/{job['id']}/file").json, "works": [work["document"]]}
    planned = client.post(f"/api/works/{work['id']}/cut", json=file, query_string={"quick": True}).json
    shape = next(
        laid["shape"] for section in planned["sections"]
        for board in section["boards"] for laid in board["laid"] if laid["piece"] == "common"
    )  # fmt: skip
    one = {"work_id": work["id"], "piece": "common", "title": "common", "start": 0, "stop": 3000, "shape": shape}
    board = {"thickness": 38.1, "depth": 184.15, "length": 3048, "rack": "", "kerf": 3, "pieces": [one]}
    assert client.post(f"/api/works/{work['id']}/cut-boards", json=board).status_code == 201
    cut_one = order(client, job)
    assert task(cut_one, work, "pattern")["state"] == "done" and not task(cut_one, work, "pattern")["by_hand"]
    assert task(cut_one, work, "commons_cut")["progress"] == ""  # the pattern is none of the others
    client.put(f"/api/works/{work['id']}/tried", json={"tried": True})
    client.post(f"/api/works/{work['id']}/cut-boards", json=board)
    now = order(client, job)
    assert task(now, work, "commons_cut")["progress"].startswith("1 of ")
    assert task(now, work, "commons_cut")["minutes"] < task(before, work, "commons_cut")["minutes"]
    assert now["ends"] < before["ends"]


def test_what_is_read_once_it_stands_is_told_in_the_order_at_fit_and_in_the_record(client, steps):
    job, work = steps
    file = {**client.get(f"/api/jobs/{job['id']}/file").json, "works": [work["document"]]}
    rows = client.post("/api/assembled", json=file).json["rows"]
    assert {"top_riser", "guard_gap", "stair_diagonal"} <= {one["id"] for one in rows}
    assert all(one["level"] == "" and one["how"] and "Should read" in one["should"] for one in rows)
    document = {**work["document"], "assembled": {"tread_level": '1/2"', "risers_differ": '1/16"'}}
    client.put(f"/api/works/{work['id']}", json={"revision": work["revision"], "document": document})
    told = client.post("/api/assembled", json={**file, "works": [document]}).json
    assert told["said"] == f"2 of {len(rows)} read, 1 to put right"
    read = {one["id"]: one for one in told["rows"] if one["level"]}
    assert read["risers_differ"]["level"] == "ok" and read["tread_level"]["level"] == "look"
    assert "stands lower" in read["tread_level"]["remedy"]
    check = task(order(client, job), work, "check_stair")
    assert check["progress"].startswith("2 of ") and check["state"] != "done"
    record = client.get(f"/api/jobs/{job['id']}/site-record").data.decode()
    assert "Gap under a level across a tread: 1/2″" in record.replace("½", "1/2")
    book = client.get(f"/api/jobs/{job['id']}/logbook").json["lines"][0]["text"]
    assert "Gap under a level across a tread none → " in book


def test_a_task_held_by_hand_moves_what_comes_after_and_the_agreed_plan_says_so(client, steps):
    job, work = steps
    plan = order(client, job)
    agreed = client.post(f"/api/jobs/{job['id']}/order/agreed", query_string={"today": TODAY})
    assert agreed.status_code == 201 and not any(one["was"] for one in agreed.json["tasks"])
    held = put(client, job, f"tasks/{work['id']}.pour/held", {"until": "2026-12-14", "why": "Frost"}).json
    pour = task(held, work, "pour")
    assert pour["starts"].startswith("2026-12-14") and "Frost" in pour["why"]
    assert pour["was"] == [task(plan, work, "pour")["starts"], task(plan, work, "pour")["ends"]]
    assert task(held, work, "treads")["was"] and held["agreed_ends"] == plan["ends"] < held["ends"]
    let_go = put(client, job, f"tasks/{work['id']}.pour/held", {"until": None}).json
    assert not any(one["was"] for one in let_go["tasks"])
    lines = [one["text"] for one in client.get(f"/api/jobs/{job['id']}/logbook").json["lines"]]
    assert [one.split(":")[0] for one in lines[:3]] == [
        "Held no longer",
        "Held",
        "The order of work was agreed as it stood.",
    ]


def test_a_done_task_goes_out_of_the_plan_and_its_minutes_are_learnt_from(client, steps, roof):
    for job, work, kind in ((*steps, "form"), (*steps, "pour")):
        usual = task(order(client, job), work, kind)["minutes"]
        done = put(client, job, f"tasks/{work['id']}.{kind}/done", {"done": True, "minutes": usual * 2}).json
        assert task(done, work, kind)["state"] == "done"
    assert task(done, work, "set")["starts"].startswith(TODAY)  # poured: the days count from now
    job, work = roof
    first = order(client, job)
    for kind in ("walls", "scaffold"):
        usual = task(first, work, kind)["minutes"]
        put(client, job, f"tasks/{work['id']}.{kind}/done", {"done": True, "minutes": usual * 2})
    # One of a kind is an accident; two are a habit.
    assert {one["origin"] for one in order(client, job)["times"]} == {"usual"}
    typed = put(client, job, "times/commons_cut", {"factor": 2}).json
    row = next(one for one in typed["times"] if one["kind"] == "commons_cut")
    assert (row["factor"], row["origin"]) == (2, "typed")
    twice, once = task(typed, work, "commons_cut")["minutes"], task(first, work, "commons_cut")["minutes"]
    assert abs(twice - 2 * once) <= 1
    again = put(client, job, f"tasks/{work['id']}.walls/done", {"done": False}).json
    assert task(again, work, "walls")["state"] != "done"
    assert put(client, job, "times/commons_cut", {"factor": None}).json["times"] == first["times"]


def test_what_cures_goes_on_curing_while_nobody_looks(client, steps):
    job, work = steps
    for kind in ("form", "pour"):
        put(client, job, f"tasks/{work['id']}.{kind}/done", {"done": True})
    day = datetime.now().date()
    before = task(order(client, job, today=day.isoformat()), work, "cure")
    later = order(client, job, today=(day + timedelta(days=2)).isoformat())
    assert task(later, work, "cure")["ends"][:10] == before["ends"][:10]
    assert task(later, work, "set")["state"] == "done"
    over = order(client, job, today=(day + timedelta(days=40)).isoformat())
    assert task(over, work, "cure")["state"] == "done"


def test_what_is_cut_is_not_fixed_yet(client):
    job, work = named(client, "Boat store")
    file = {**client.get(f"/api/jobs/{job['id']}/file").json, "works": [work["document"]]}
    planned = client.post(f"/api/works/{work['id']}/cut", json=file, query_string={"quick": True}).json
    for section in planned["sections"]:
        for board in section["boards"]:
            pieces = [
                {key: one[key] for key in ("work_id", "piece", "title", "shape")} | {"start": n, "stop": n + 1}
                for n, one in enumerate(board["laid"]) if one["piece"].startswith("block")
            ]  # fmt: skip
            body = {key: section[key] for key in ("thickness", "depth")}
            body |= {"length": board["whole"], "rack": "", "kerf": 3, "pieces": pieces}
            for _ in range(board["count"] if pieces else 0):
                assert client.post(f"/api/works/{work['id']}/cut-boards", json=body).status_code == 201
    blocks = task(order(client, job), work, "blocks")
    assert blocks["progress"].startswith("All ") and blocks["state"] != "done" and blocks["by_hand"]


def test_times_of_a_kind_are_learnt_from_two_jobs_on(client):
    jobs = [one["job"] for one in client.get("/api/bench").json["jobs"]]
    roofs = [(job, one) for job in jobs for one in order(client, job)["tasks"] if one["kind"] == "scaffold"][:3]
    for job, one in roofs[:2]:
        put(client, job, f"tasks/{one['id']}/done", {"done": True, "minutes": one["minutes"] * 1.5})
    job, one = roofs[2]
    learnt = order(client, job)
    row = next(time for time in learnt["times"] if time["kind"] == "scaffold")
    assert (row["origin"], row["learnt_from"]) == ("learnt", 2) and row["factor"] == pytest.approx(1.5, abs=0.02)
    now = next(other for other in learnt["tasks"] if other["id"] == one["id"])
    assert now["minutes"] == pytest.approx(1.5 * one["minutes"], abs=2)


def test_the_crew_of_a_job_stands_over_the_shops(client, steps, roof):
    alone = {
        "people": [{"role": "lead", "experience": "quick"}],
        "hours": 10,
        "begins": "06:30",
        "weekdays": [0, 1, 2, 3, 4, 5],
    }
    job, _ = steps
    own = put(client, job, "crew", {"crew": alone, "whose": "job"}).json
    assert own["crew"]["own"] and own["starts"].endswith("06:30")
    assert any("somebody has to help" in note for one in own["tasks"] for note in one["notes"])
    other, _ = roof
    assert len(order(client, other)["crew"]["people"]) == 2
    three = {"people": [{"role": "lead"}, {"role": "second"}, {"role": "apprentice", "experience": "learning"}]}
    shop = put(client, other, "crew", {"crew": three, "whose": "shop"}).json
    assert len(shop["crew"]["people"]) == 3 and not shop["crew"]["own"]
    assert len(order(client, job)["crew"]["people"]) == 1
    back = put(client, job, "crew", {"crew": None}).json
    assert len(back["crew"]["people"]) == 3 and not back["crew"]["own"]


def test_ordered_boards_are_waited_for(client, roof):
    job, work = roof
    line = {"thickness": 38.1, "depth": 184.15, "length": 3048.0, "count": 4, "price": 9.0, "days": 9}
    client.post(f"/api/jobs/{job['id']}/orders", json={"lines": [line]})
    today = datetime.now().date()
    plan = client.get(f"/api/jobs/{job['id']}/order", query_string={"today": today.isoformat()}).json
    yard = next(one for one in plan["tasks"] if one["kind"] == "yard")
    assert date.fromisoformat(yard["ends"][:10]) >= today + timedelta(days=8)
    assert task(plan, work, "pattern")["starts"] >= yard["ends"] > task(plan, work, "set_out")["ends"]


def test_both_schools_give_their_order(client, roof):
    job, work = roof
    first = order(client, job)
    assert task(first, work, "prop_ridge")["ends"] <= task(first, work, "try")["starts"]
    kept = client.get(f"/api/jobs/{job['id']}").json["job"]
    answer = client.put(
        f"/api/jobs/{job['id']}",
        json={
            "revision": kept["revision"], "name": kept["name"], "units": kept["units"], "limits": kept["limits"],
            "settings": {"habits": {"ridge_order": "rafters_first"}}, "overrides": None,
        },
    )  # fmt: skip
    assert answer.status_code == 200
    other = order(client, job)
    assert task(other, work, "first_pairs")["ends"] <= task(other, work, "ridge_in")["starts"]
    assert next(one for one in other["schools"] if one["key"] == "ridge_order")["answer"] == "a pair of rafters"


def test_the_plan_opens_in_another_calendar(client, steps):
    job, _ = steps
    plan = order(client, job)
    answer = client.get(f"/api/jobs/{job['id']}/order.ics", query_string={"today": TODAY, "person": 1})
    assert answer.mimetype == "text/calendar" and "attachment" in answer.headers["Content-Disposition"]
    (calendar,) = vobject.readComponents(io.StringIO(answer.data.decode()))
    events = calendar.vevent_list
    wanted = {(one["starts"], one["ends"]) for one in plan["stretches"] if one["person"] == 1}
    assert {
        (one.dtstart.value.isoformat(timespec="minutes"), one.dtend.value.isoformat(timespec="minutes"))
        for one in events
    } == wanted
    assert len({one.uid.value for one in events}) == len(events) == len(wanted)
    titles = {one["title"] for one in plan["tasks"]}
    assert all(one.summary.value.split(" (")[0] in titles for one in events)


def test_what_is_no_task_is_refused_in_words_and_an_unmeasured_work_is_measured_first(client, roof):
    job, work = roof
    refused = put(client, job, f"tasks/{work['id']}.dancing/done", {"done": True})
    assert refused.status_code == 422 and "no such task" in refused.json["errors"][0]["sentence"]
    assert put(client, job, f"tasks/{work['id']}.walls/held", {"until": "31.2.2027"}).status_code == 422
    assert put(client, job, "times/walls", {"factor": 0}).status_code == 422
    assert put(client, job, "times/dancing", {"factor": 1}).status_code == 422
    assert put(client, job, "crew", {"crew": {"people": []}}).status_code == 422
    assert client.get("/api/jobs/nowhere/order").status_code == 404
    new = client.post("/api/jobs", json={"name": "New", "units": "metric"}).json
    assert order(client, new)["tasks"] == []
    made = client.post(f"/api/jobs/{new['id']}/works", json={"kind": "roof", "name": "Shed", "document": None}).json
    plan = order(client, new)
    assert [one["kind"] for one in plan["tasks"]] == ["walls", "measure"] and "Shed" in plan["told"][0]
    assert plan["tasks"][1]["work_id"] == made["id"]
