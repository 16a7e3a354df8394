"""If these break, something that was said to be kept is not, is kept twice, or is lost with the machine that kept it."""

import io
import sqlite3
import threading
from contextlib import closing

import pytest

from easynotch.store import Database, DatabaseRefused, restore_backup, write_backup
from easynotch.store import database as opened
from easynotch.store.answered import MOST, Given, given_answer, keep_given
from easynotch.web.app import create_app
from easynotch.web.serving import clear_leftovers, load_demo


@pytest.fixture
def database(tmp_path, home):
    found = Database(tmp_path / "kept")
    load_demo(found, home / "demo")
    return found


@pytest.fixture
def here(database):
    return create_app(database).test_client()


def first_work(client):
    return client.get("/api/bench").json["jobs"][0]["cards"][0]["work"]


def numbered(number):
    return {"Idempotency-Key": number}


def counts(database):
    with database.read() as db:
        tables = [row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")]
        return {one: db.execute(f"SELECT COUNT(*) FROM {one}").fetchone()[0] for one in tables if one != "answered"}


CHANGES = [
    ("put", "/api/works/{work}", lambda work: {"revision": 1, "document": work["document"] | {"name": "twice"}}),
    ("post", "/api/works/{work}/duplicate", lambda _: {}),
    ("post", "/api/works/{work}/undo", lambda _: {"revision": 1}),
    ("delete", "/api/works/{work}", lambda _: None),
    ("post", "/api/jobs", lambda _: {"name": "new", "units": "metric"}),
    ("post", "/api/jobs/{job}/works", lambda _: {"name": "new", "kind": "roof"}),
    ("post", "/api/rack?units=metric", lambda _: {"thickness": "45", "depth": "145", "length": "3000"}),
    ("post", "/api/limit-sets", lambda _: {"name": "own", "base": "dwelling_na"}),
    ("put", "/api/works/{work}/marking/tick", lambda _: {"piece": "no", "stop": "no", "done": True}),
]


@pytest.mark.parametrize(("method", "address", "body"), CHANGES, ids=[f"{m} {a}" for m, a, _ in CHANGES])
def test_a_change_sent_again_is_answered_as_it_was_and_made_once(here, database, method, address, body):
    work = first_work(here)
    where = address.format(work=work["id"], job=work["job_id"])
    send = getattr(here, method)
    once = send(where, json=body(work), headers=numbered("one-and-the-same"))
    after = counts(database)
    again = send(where, json=body(work), headers=numbered("one-and-the-same"))
    assert (again.status_code, counts(database)) == (once.status_code, after)
    assert again.data == once.data
    # Another one of the same words is another change.
    other = send(where, json=body(work), headers=numbered("another-change"))
    assert other.status_code != 400
    # A number that was used elsewhere changes nothing.
    assert here.post("/api/jobs", json={"name": "x", "units": "metric"}, headers=numbered("short")).status_code == 400
    if once.status_code < 400 and where != "/api/jobs":
        taken = here.post("/api/jobs", json={"name": "x", "units": "metric"}, headers=numbered("one-and-the-same"))
        assert taken.status_code == 400


def test_twenty_of_one_number_at_once_make_one_board(database):
    app = create_app(database)
    answers = []

    def send():
        body = {"thickness": "45", "depth": "145", "length": "3000"}
        with app.test_client() as client:
            answers.append(client.post("/api/rack?units=metric", json=body, headers=numbered("at-once-1")))

    threads = [threading.Thread(target=send) for _ in range(20)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    assert {one.status_code for one in answers} == {answers[0].status_code}
    assert counts(database)["rack_board"] == 1


def test_a_store_that_is_busy_full_closed_or_broken_says_so_and_keeps_what_it_has(here, database, monkeypatch):
    monkeypatch.setattr(opened, "WAITS_S", 0.05)
    work = first_work(here)
    save = {"revision": 1, "document": work["document"] | {"name": "later"}}
    for headers in ({}, numbered("while-it-waits")):
        with database.connect():
            busy = here.put(f"/api/works/{work['id']}", json=save, headers=headers)
        assert (busy.status_code, busy.headers["Retry-After"]) == (503, "1")
    # The same number, once there is room for it.
    assert here.put(f"/api/works/{work['id']}", json=save, headers=numbered("while-it-waits")).status_code == 200
    real = sqlite3.connect

    def full(*arguments, **named):
        db = real(*arguments, **named)
        db.execute("PRAGMA max_page_count = 1")
        return db

    monkeypatch.setattr(opened.sqlite3, "connect", full)
    big = {"revision": 2, "document": work["document"] | {"name": "x" * 190, "notes": "y"}}
    big["document"].pop("notes")
    answers = [here.post(f"/api/works/{work['id']}/duplicate", json={}) for _ in range(200)]
    assert {one.status_code for one in answers} <= {201, 507}
    assert answers[-1].status_code == 507
    assert "disk" in answers[-1].json["detail"]
    monkeypatch.setattr(opened.sqlite3, "connect", real)
    assert here.get(f"/api/works/{work['id']}").json["work"]["document"]["name"] == "later"
    kept = database.file.read_bytes()
    for file in database.file.parent.iterdir():
        file.unlink()
    gone = [here.get("/api/bench"), here.get("/api/backup"), here.put(f"/api/works/{work['id']}", json=save)]
    assert [one.status_code for one in gone] == [507, 507, 507]
    assert not database.file.exists()
    database.file.write_bytes(kept[:4096] + b"\xff" * (len(kept) - 4096))
    assert here.get("/api/bench").status_code == 507


def test_an_empty_file_is_not_begun_anew_and_a_new_one_is_never_found_half_made(tmp_path):
    (tmp_path / opened.FILE_NAME).touch()
    with pytest.raises(DatabaseRefused, match="0 bytes"):
        Database(tmp_path)
    assert (tmp_path / opened.FILE_NAME).stat().st_size == 0
    (tmp_path / opened.FILE_NAME).unlink()
    threads = [threading.Thread(target=Database, args=(tmp_path,)) for _ in range(4)]
    for one in threads:
        one.start()
    for one in threads:
        one.join()
    assert {one.name for one in tmp_path.iterdir() if one.name.startswith(".")} == set()
    assert counts(Database(tmp_path))["shop"] == 1


def test_a_change_to_a_deleted_work_is_told_and_what_was_deleted_can_be_put_back(here):
    work = first_work(here)
    address = f"/api/works/{work['id']}"
    save = {"revision": 1, "document": work["document"] | {"name": "too late"}}
    for deleted in (address, f"/api/jobs/{work['job_id']}"):
        here.delete(deleted)
        refused = here.put(address, json=save)
        assert refused.status_code == 410
        assert refused.json["kept"]["document"] == work["document"]
        assert here.post(f"{address}/undo", json={"revision": 1}).status_code == 410
        assert here.get(address).json["work"]["deleted"]
        (found, *_) = here.get("/api/deleted").json["deleted"]
        assert deleted == f"/api/{found['what']}/{found['id']}"
        here.post(f"{deleted}/restore", json={})
    assert here.get("/api/deleted").json["deleted"] == []
    assert here.put(address, json=save).json["document"]["name"] == "too late"


def taken(database):
    out = io.BytesIO()
    write_backup(database, out)
    return out.getvalue()


def test_devices_stay_with_their_machine_and_every_restore_can_be_gone_back_from(here, database, tmp_path):
    with database.connect() as db:
        db.execute("INSERT INTO device VALUES ('mine', 'phone', 'hash-of-mine', '', '', NULL)")
    backup = taken(database)
    assert b"hash-of-mine" not in backup
    stranger = tmp_path / "stranger.db"
    stranger.write_bytes(backup)
    with closing(sqlite3.connect(stranger)) as db:
        db.execute("INSERT INTO device VALUES ('theirs', 'spy', 'hash-of-theirs', '', '', NULL)")
        db.commit()
    with database.connect() as db:
        db.execute("UPDATE device SET shut_out_at = 'now'")
    names = ["first", "second", "third"]
    for revision, name in enumerate(names, start=1):
        work = first_work(here)
        document = work["document"] | {"name": name}
        kept = here.put(f"/api/works/{work['id']}", json={"revision": work["revision"], "document": document})
        assert kept.status_code == 200
        assert here.post("/api/backup", data=stranger.read_bytes()).status_code == 200
        assert len(here.get("/api/backup/copies").json["copies"]) == revision
    with database.read() as db:
        assert [tuple(row) for row in db.execute("SELECT id, shut_out_at FROM device")] == [("mine", "now")]
    for number, name in enumerate(names, start=1):
        assert here.post(f"/api/backup/copies/{number}").status_code == 200
        assert first_work(here)["document"]["name"] == name
    assert here.post("/api/backup/copies/99").status_code == 404
    assert not [one for one in database.file.parent.iterdir() if one.suffix == ".part" or one.name.startswith(".")]


def test_no_room_for_the_copy_means_nothing_is_put_back(here, database, monkeypatch):
    backup = taken(database)
    work = first_work(here)
    here.put(f"/api/works/{work['id']}", json={"revision": 1, "document": work["document"] | {"name": "kept"}})

    def none_left(_, file):
        file.write_bytes(b"")
        raise sqlite3.OperationalError("database or disk is full")

    monkeypatch.setattr("easynotch.store.backup._copy", none_left)
    refused = here.post("/api/backup", data=backup)
    assert refused.status_code == 507
    assert "room" in refused.json["detail"]
    assert first_work(here)["document"]["name"] == "kept"
    assert not list(database.file.parent.glob("*copy*"))


def test_a_save_acknowledged_while_a_backup_is_put_back_is_in_it_or_in_a_copy(database, monkeypatch):
    """Saves run beside restores; each one that was acknowledged is found in a copy or in what is kept now."""
    monkeypatch.setattr(opened, "WAITS_S", 0.2)
    app = create_app(database)
    backup = taken(database)
    acknowledged = []
    over = threading.Event()

    def save():
        client = app.test_client()
        number = 0
        while not over.is_set():
            number += 1
            made = client.post("/api/jobs", json={"name": f"job {number}", "units": "metric"})
            assert made.status_code in (201, 503)
            if made.status_code == 201:
                acknowledged.append(made.json["id"])

    saving = threading.Thread(target=save)
    saving.start()
    for _ in range(6):
        restore_backup(database, io.BytesIO(backup))
    over.set()
    saving.join()
    found = set()
    for file in [database.file, *database.file.parent.glob("easy-notch-copy-*.db")]:
        with closing(sqlite3.connect(file)) as db:
            found |= {row[0] for row in db.execute("SELECT id FROM job")}
    assert acknowledged
    assert set(acknowledged) <= found


def test_a_job_of_too_many_keys_or_steps_is_refused_at_once_and_holds_nobody_up(here):
    job = {"format": "easy-notch-job", "version": 1, "name": "much", "units": "metric", "works": []}
    keys = here.post("/api/jobs/import", json=job | {f"key{n}": 1 for n in range(30_000)})
    assert keys.status_code == 422
    assert len(keys.data) < 100_000
    assert "29,900 more" in keys.json["errors"][-1]["sentence"] or "29900 more" in keys.json["errors"][-1]["sentence"]
    work = first_work(here)["document"]
    steps = here.post("/api/jobs/import", json=job | {"works": [work], "history": [[{"kind": "flight"}] * 20_000]})
    assert (steps.status_code, steps.json["errors"][0]["path"]) == (422, "history")
    # A long history is kept in one go, a step that changes nothing once.
    names = [{**work, "name": str(n)} for n in range(300)]
    made = here.post("/api/jobs/import", json=job | {"works": [work], "history": [[*names, names[-1]]]})
    (found,) = [one for one in here.get("/api/bench").json["jobs"] if one["job"]["id"] == made.json["id"]]
    assert found["cards"][0]["work"]["revision"] == 301


def test_what_was_left_half_made_when_the_machine_went_off_is_taken_away_and_nothing_else(database):
    folder = database.file.parent
    for name in (".backup-1", ".restore-2", ".new-3"):
        (folder / name).mkdir()
        (folder / name / "easy-notch.db").touch()
    (folder / "easy-notch-copy-0007.part").touch()
    kept = [folder / "easy-notch-copy-0001.db", folder / "mine.txt"]
    for file in kept:
        file.touch()
    clear_leftovers(folder)
    left = {one.name for one in folder.iterdir()}
    assert {one.name for one in kept} <= left
    assert not [one for one in left if one.startswith(".") or one.endswith(".part")]
    # A copy that cannot be read is none to go back to.
    assert create_app(database).test_client().get("/api/backup/copies").json["copies"] == []


def test_answers_are_kept_for_the_latest_changes_and_no_more(database):
    with database.connect() as db:
        for number in range(MOST + 40):
            keep_given(db, f"change-{number}", Given("PUT /x", 200, "{}"))
        assert db.execute("SELECT COUNT(*) FROM answered").fetchone()[0] == MOST
        assert given_answer(db, "change-39") is None
        assert given_answer(db, f"change-{MOST + 39}") is not None
