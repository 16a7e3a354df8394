"""If these break, a stranger on the site's network reads a job, or guesses his way in."""

from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from easynotch.store import Database, list_devices, new_code
from easynotch.web.app import create_app
from easynotch.web.server.encrypting import certificate, fingerprint
from easynotch.web.server.sharing import LOOPBACK, Door

NETWORK = "http://heron.test:8490"
DOOR = Door(LOOPBACK, frozenset({"heron.test"}), NETWORK)


@pytest.fixture
def shared(tmp_path):
    screens = tmp_path / "screens"
    screens.mkdir()
    (screens / "index.html").write_text("the screens")
    database = Database(tmp_path / "data")
    return create_app(database, Path(screens), DOOR), database


def try_code(client, code, **more):
    return client.post("/pair", data={"code": code, **more}, base_url=NETWORK, headers={"Origin": NETWORK})


def code_of(database):
    with database.connect() as db:
        return new_code(db)


def test_a_stranger_gets_the_pairing_page_and_nothing_else(shared):
    app, _ = shared
    client = app.test_client()
    for path in ("/", "/index.html", "/assets/any.js", "/work/1/mark"):
        answer = client.get(path, base_url=NETWORK)
        assert (answer.status_code, answer.headers["Location"]) == (303, "/pair"), path
    for rule in app.url_map.iter_rules():
        if rule.rule.startswith("/api/"):
            for method in rule.methods - {"OPTIONS", "HEAD"}:
                path = rule.rule.replace("<", "").replace(">", "")
                assert client.open(path, method=method, base_url=NETWORK).status_code == 401, (method, path)
    assert client.get("/pair", base_url=NETWORK).status_code == 200
    assert client.get("/", base_url="http://stranger.test").status_code == 403


def test_saying_localhost_from_the_network_opens_nothing(shared):
    app, _ = shared
    far = {"REMOTE_ADDR": "192.0.2.7"}
    assert app.test_client().get("/api/bench", environ_base=far).status_code == 401


def test_a_code_lets_one_device_in_once_until_it_is_shut_out(shared):
    app, database = shared
    phone, here = app.test_client(), app.test_client()
    code = code_of(database)
    answer = try_code(phone, f"{code[:3]} {code[3:]}", name="<b>Second's</b> phone")
    assert answer.status_code == 303
    assert "HttpOnly" in answer.headers["Set-Cookie"]
    assert phone.get("/api/bench", base_url=NETWORK).status_code == 200
    assert try_code(app.test_client(), code).status_code == 403
    for method, path in (("GET", "/api/devices"), ("POST", "/api/devices/code")):
        assert phone.open(path, method=method, base_url=NETWORK).status_code == 403, "a phone lets no others in"
    listed = here.get("/api/devices").json
    assert [one["name"] for one in listed["devices"]] == ["<b>Second's</b> phone"]
    left = here.delete(f"/api/devices/{listed['devices'][0]['id']}").json
    assert left["devices"] == []
    assert phone.get("/api/bench", base_url=NETWORK).status_code == 401
    assert here.delete(f"/api/devices/{listed['devices'][0]['id']}").status_code == 404


def test_wrong_codes_make_the_next_try_wait_and_in_the_end_void_the_code(shared):
    app, database = shared
    code = code_of(database)
    wrong = f"{(int(code) + 1) % 1_000_000:06d}"
    client = app.test_client()
    answers = [try_code(client, wrong) for _ in range(4)]
    assert [one.status_code for one in answers] == [403, 403, 429, 429]
    assert int(answers[-1].headers["Retry-After"]) >= 1
    assert try_code(client, code).status_code == 429, "even the right code waits"
    with database.connect() as db:
        db.execute("UPDATE wrong_code SET tried_at = '2000-01-01T00:00:00.000+00:00'")
        for _ in range(8):
            db.execute("INSERT INTO wrong_code VALUES ('2000-01-01T00:00:00.000+00:00')")
    assert try_code(client, wrong).status_code == 403
    assert try_code(client, code).status_code == 403, "a code that was guessed at too often is void"
    with database.read() as db:
        assert list_devices(db) == []


def test_a_code_left_lying_for_ten_minutes_is_worth_nothing(shared):
    app, database = shared
    code = code_of(database)
    with database.connect() as db:
        db.execute("UPDATE pairing_code SET ends_at = '2000-01-01T00:00:00.000+00:00'")
    assert try_code(app.test_client(), code).status_code == 403


def test_without_share_no_code_is_made_and_no_other_name_is_answered(tmp_path):
    client = create_app(Database(tmp_path)).test_client()
    assert client.post("/api/devices/code").status_code == 409
    assert client.get("/api/devices").json["address"] is None
    assert client.get("/pair", base_url=NETWORK).status_code == 403


def test_a_device_that_was_long_unused_is_paired_anew_and_the_certificate_asks_no_pairing(shared, tmp_path):
    app, database = shared
    phone = app.test_client()
    try_code(phone, code_of(database))
    assert phone.get("/api/bench", base_url=NETWORK).status_code == 200
    for days, status in ((89, 200), (91, 401)):
        seen = (datetime.now(UTC) - timedelta(days=days)).isoformat(timespec="milliseconds")
        with database.connect() as db:
            db.execute("UPDATE device SET seen_at = :seen", {"seen": seen})
        assert phone.get("/api/bench", base_url=NETWORK).status_code == status
    # In the clear it is said, and there is no certificate; sealed there is, and its fingerprint.
    assert "Nothing is encrypted" in phone.get("/pair", base_url=NETWORK).text
    assert phone.get("/certificate", base_url=NETWORK).status_code == 404
    files = certificate(tmp_path, ["heron.test", "192.0.2.7"])
    print_of = fingerprint(files[0])
    assert certificate(tmp_path, ["192.0.2.7", "heron.test"]) == files
    assert fingerprint(files[0]) == print_of, "the same names keep their certificate"
    door = Door(LOOPBACK, frozenset({"heron.test"}), NETWORK, print_of, files[0])
    sealed = create_app(database, None, door).test_client()
    assert print_of in sealed.get("/pair", base_url=NETWORK).text
    assert sealed.get("/certificate", base_url=NETWORK).data == files[0].read_bytes()
    cookie = try_code(sealed, code_of(database)).headers["Set-Cookie"]
    assert "Secure" in cookie
    certificate(tmp_path, ["another.test"])
    assert fingerprint(files[0]) != print_of
