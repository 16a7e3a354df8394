"""If these break, a job does not come back from its file, a backup loses what was kept, or a hostile file gets in."""

import io
import json
import sqlite3

import ezdxf
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easynotch.core.tape import Units
from easynotch.exchange import Problems, read_job, worked_out
from easynotch.exchange.dxf_in import outline_from_dxf
from easynotch.exchange.tables.readings_table import read_readings
from easynotch.exchange.working.answer import contract
from easynotch.store import Database, restore_backup, write_backup
from easynotch.store.backup import BackupRefused
from easynotch.web.app import create_app
from easynotch.web.serving import load_demo


def jobs_of(client):
    return [one["job"]["id"] for one in client.get("/api/bench").json["jobs"]]


def worked(file):
    job = read_job(json.loads(file))
    return [contract(given.name, worked_out(job, number)) for number, given in enumerate(job.works)]


def test_every_job_goes_out_as_a_file_and_comes_back_the_same(client):
    for job in jobs_of(client):
        file = client.get(f"/api/jobs/{job}/file")
        made = client.post("/api/jobs/import", data=file.data, content_type="application/json")
        assert made.status_code == 201, made.json
        # What was typed without its unit is kept with it; from then on not a byte differs.
        again = client.get(f"/api/jobs/{made.json['id']}/file").data
        third = client.post("/api/jobs/import", data=again, content_type="application/json").json["id"]
        assert client.get(f"/api/jobs/{third}/file").data == again
        assert worked(again) == worked(file.data)


def test_a_jobs_own_limits_settings_and_unmeasured_works_travel_with_its_file(client):
    file = {
        "format": "easy-notch-job", "version": 1, "name": "Heron Flats", "units": "metric",
        "limits": {
            "base": "british_dwelling", "name": "Ours", "changes": {},
            "overrides": {"headroom_min": {"value": "1980 mm", "reason": "an old stair"}},
        },
        "settings": {"kerf": "2.8 mm", "habits": {"hand": "left"}},
        "works": [{"kind": "flight", "name": "Still to measure", "riser": {"at_most": "190 mm"}}],
    }  # fmt: skip
    made = client.post("/api/jobs/import", json=file)
    assert made.status_code == 201, made.json
    out = client.get(f"/api/jobs/{made.json['id']}/file").json
    assert out["limits"]["overrides"] == {"headroom_min": {"value": "1980 mm", "reason": "an old stair"}}
    assert out["limits"]["name"] == "Ours"
    assert out["settings"]["kerf"] == "2.8 mm"
    assert out["settings"]["habits"] == {"hand": "left"}
    assert out["works"][0]["name"] == "Still to measure"


@pytest.mark.parametrize(
    ("body", "status", "said"),
    [
        (b'{"format": "easy-notch-job", "version": 2, "units": "metric", "works": []}', 422, "version 2"),
        (
            b'{"format": "easy-notch-job", "version": 1, "units": "metric", "works": [{"kind": "flight", "widht": 3}]}',
            422,
            "width",
        ),
        (b'{"format": "easy-notch-job", "version": 1, "units": "metric", "works": [7]}', 422, ""),
        (b'{"format": "easy-notch-job"', 422, ""),
        (b"PK\x03\x04" + b"\x00" * 1000, 422, ""),
        (b"[" * 50_000_000, 413, ""),
        (
            b'{"format": "easy-notch-job", "version": 1, "units": "metric", "works": ' + b"[" * 90 + b"]" * 90 + b"}",
            422,
            "",
        ),
    ],
    ids=["newer", "unknown key", "a number", "broken", "an archive", "50 MB", "deep"],
)
def test_a_newer_or_broken_job_file_gets_a_sentence_and_nothing_is_kept(client, body, status, said):
    before = client.get("/api/bench").json
    found = client.post("/api/jobs/import", data=body, content_type="application/json")
    assert found.status_code == status
    assert said in found.json["detail"]
    assert found.json["detail"].rstrip().endswith((".", "?", '"'))
    assert client.get("/api/bench").json == before


def rows_of(database):
    with database.read() as db:
        names = [row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")]
        return {name: [tuple(row) for row in db.execute(f"SELECT * FROM {name} ORDER BY rowid")] for name in names}


def test_a_backup_put_back_elsewhere_is_the_same_to_the_byte_of_every_value(client, tmp_path, home):
    work = client.get("/api/bench").json["jobs"][0]["cards"][0]["work"]
    client.put(f"/api/works/{work['id']}", json={"revision": 1, "document": work["document"] | {"name": "⅞ – “steps”"}})
    client.post("/api/rack", json={"thickness": "38.1 mm", "depth": "140 mm", "length": "12' 1/64\""})
    body = client.get("/api/backup").data
    other = Database(tmp_path / "other")
    load_demo(other, home / "demo")
    elsewhere = create_app(other).test_client()
    assert elsewhere.post("/api/backup", data=body).json["jobs"] == len(jobs_of(client))
    first = client.application.extensions["easynotch.database"].database
    assert rows_of(other) == rows_of(first)
    assert elsewhere.get(f"/api/works/{work['id']}/history").json == client.get(f"/api/works/{work['id']}/history").json
    (copy,) = elsewhere.get("/api/backup/copies").json["copies"]
    assert copy["number"] == 1
    assert copy["jobs"] == len(jobs_of(client))


def backup_of(database):
    out = io.BytesIO()
    write_backup(database, out)
    return out.getvalue()


JOB = """INSERT INTO job (id, name, units, revision, made_at) VALUES ('j', '', 'metric', 1, '');
INSERT INTO work (id, job_id, revision, made_at) VALUES ('w', 'j', 1, '');"""
WORK = "INSERT INTO revision (work_id, number, state, document, made_at) "


def poisoned(tmp_path, statement):
    file = tmp_path / "poison.db"
    file.write_bytes(backup_of(Database(tmp_path / "one")))
    with sqlite3.connect(file) as db:
        db.executescript(statement)
    db.close()
    return file.read_bytes()


@pytest.mark.parametrize(
    ("made", "reason"),
    [
        (lambda _: b"", "other"),
        (lambda _: b"not a database", "other"),
        (lambda _: b"SQLite format 3\x00" + b"\xff" * 8000, "damaged"),
        (lambda path: poisoned(path, "PRAGMA user_version = 9000"), "newer"),
        (lambda path: poisoned(path, "CREATE TRIGGER t AFTER INSERT ON job BEGIN DELETE FROM work; END"), "other"),
        (lambda path: poisoned(path, "CREATE VIEW v AS SELECT 1"), "other"),
        (lambda path: poisoned(path, "ALTER TABLE job ADD COLUMN more TEXT"), "other"),
        (lambda path: poisoned(path, "DROP TABLE revision"), "other"),
        (lambda path: backup_of(Database(path / "one"))[:20_000], "damaged"),
        (lambda _: b"SQLite format 3\x00" * 5_000_000, "damaged"),
        (lambda path: poisoned(path, "UPDATE shop SET settings = '{'"), "row"),
        (lambda path: poisoned(path, "UPDATE shop SET settings = '[]'"), "row"),
        (lambda path: poisoned(path, JOB + WORK + "VALUES ('w', 1, 1, '{}', '')"), "row"),
        (lambda path: poisoned(path, JOB + WORK + "VALUES ('w', 1, 7, '{\"kind\": \"roof\"}', '')"), "row"),
        (lambda path: poisoned(path, JOB), "row"),
    ],
    ids=[
        "empty",
        "text",
        "noise",
        "newer",
        "trigger",
        "view",
        "column",
        "table",
        "cut off",
        "80 MB",
        "bad JSON",
        "a list",
        "no work",
        "no state",
        "no revision",
    ],
)
def test_what_is_no_backup_is_refused_and_nothing_is_touched(tmp_path, home, made, reason):
    database = Database(tmp_path / "kept")
    load_demo(database, home / "demo")
    before = rows_of(database)
    with pytest.raises(BackupRefused) as refused:
        restore_backup(database, io.BytesIO(made(tmp_path)))
    assert refused.value.reason == reason
    assert rows_of(database) == before


def test_a_works_readings_go_out_as_a_table_and_come_back_the_same(client):
    for one in client.get("/api/bench").json["jobs"]:
        for card in one["cards"]:
            work = client.get(f"/api/works/{card['work']['id']}").json["work"]
            table = client.get(f"/api/works/{work['id']}/readings").data
            back = client.post(f"/api/works/{work['id']}/readings?revision={work['revision']}", data=table)
            assert back.status_code == 200, back.json
            typed = {"revision": back.json["revision"], "document": work["document"]}
            assert client.put(f"/api/works/{work['id']}", json=typed).json["document"] == back.json["document"]


@pytest.mark.parametrize(
    "text", ["=1+1", "@sum(a1)", "+cmd", "-2+3", "\tx", '<svg onload="alert(1)">', "[1]", "true", 'a,b"c\nd']
)
def test_a_name_that_is_a_formula_or_a_script_stays_a_name_wherever_it_is_taken(client, text):
    work = client.get("/api/bench").json["jobs"][0]["cards"][0]["work"]
    document = work["document"] | {"name": text}
    saved = client.put(f"/api/works/{work['id']}", json={"revision": work["revision"], "document": document})
    name = saved.json["document"]["name"]
    table = client.get(f"/api/works/{work['id']}/readings").data.decode("utf-8-sig")
    assert not any(line.partition(",")[2].lstrip('"').startswith(("=", "+", "@")) for line in table.splitlines())
    job = {"format": "easy-notch-job", "version": 1, "units": "imperial", "works": [document]}
    again = read_readings(table.encode(), {"kind": "flight"}, Units.IMPERIAL)
    assert again["name"] == name
    for file in ("html", "svg"):
        made = client.post(f"/api/export?file={file}", json=job).data
        assert b"<svg onload" not in made


@pytest.mark.parametrize(
    ("table", "said"),
    [
        (b"a\n1\n", "key, value"),
        (b"key,value\ntotal_rise,abc\n", "abc"),
        (b"key,value\nwdith,42\n", "width"),
        (b"key,value\nname.inner.more,1\n", "no key"),
        (b"\x00\xff", "no table"),
    ],
    ids=["head", "length", "key", "below a name", "noise"],
)
def test_a_readings_table_with_an_error_changes_nothing(client, table, said):
    card = next(
        c
        for one in client.get("/api/bench").json["jobs"]
        for c in one["cards"]
        if c["work"]["document"]["kind"] == "flight"
    )
    work = client.get(f"/api/works/{card['work']['id']}").json["work"]
    found = client.post(f"/api/works/{work['id']}/readings?revision={work['revision']}", data=table)
    assert found.status_code == 422
    assert said in found.json["detail"]
    assert client.get(f"/api/works/{work['id']}").json["work"] == work


def drawing_of(corners, unit=4, as_lines=False):
    made = ezdxf.new()
    made.header["$INSUNITS"] = unit
    if as_lines:
        for a, b in zip(corners, [*corners[1:], *corners[:1]], strict=True):
            made.modelspace().add_line(a, b)
    else:
        made.modelspace().add_lwpolyline(corners, close=True)
    out = io.StringIO()
    made.write(out)
    return out.getvalue().encode()


@settings(max_examples=30)
@given(
    st.floats(1000, 20000), st.floats(1000, 20000), st.floats(0, 900), st.sampled_from([1, 4, 5, 6]), st.booleans(),
    st.booleans(),
)  # fmt: skip
def test_a_drawn_outline_becomes_the_plan_it_is_in_whatever_unit_and_way_round(wide, long, lean, unit, lines, turned):
    mm = {1: 25.4, 4: 1.0, 5: 10.0, 6: 1000.0}[unit]
    corners = [(0.0, 0.0), (long, 0.0), (long - lean, wide), (0.0, wide)]
    drawn = [((x + 500) / mm, (y - 300) / mm) for x, y in corners]
    found = outline_from_dxf(drawing_of(drawn[::-1] if turned else drawn, unit, lines))
    assert [c for p in found for c in p] == pytest.approx([c for p in corners for c in p], abs=0.01)


@pytest.mark.parametrize(
    ("body", "said"),
    [
        (b"not a drawing", "no DXF"),
        (b"\xff" * 5000, "no DXF"),
        (b"0\nLINE\n" * 1_000_000, "parts"),
        (b" " * 9_000_000, "megabytes"),
        (drawing_of([(0, 0), (10, 0)]), "closed outline"),
        (drawing_of([(k * 100.0, (k % 2) * 50.0 + (k > 15) * 900) for k in range(31)]), "corners"),
    ],
    ids=["text", "noise", "a million parts", "9 MB", "a line", "many corners"],
)
def test_a_drawing_that_is_no_plan_is_refused_in_words(client, body, said):
    found = client.post("/api/plan-from-drawing", data=body)
    assert found.status_code in (413, 422)
    if found.status_code == 422:
        assert said in found.json["detail"]
    with pytest.raises(Problems):
        outline_from_dxf(body)


def test_what_is_kept_in_a_file_is_what_the_work_out_reads(client, tmp_path):
    from easynotch.cli import main  # noqa: PLC0415

    file = tmp_path / "job.json"
    file.write_bytes(client.get(f"/api/jobs/{jobs_of(client)[0]}/file").data)
    assert main(["work-out", str(file), "--json"]) == 0
    assert json.loads(file.read_text())["format"] == "easy-notch-job"


@pytest.mark.parametrize(("path", "size", "status"), [
    ("/api/backup", 5_000_000, 422), ("/api/backup", 70_000_000, 422), ("/api/plan-from-drawing", 5_000_000, 422),
    ("/api/plan-from-drawing", 50_000_000, 413), ("/api/jobs/import", 5_000_000, 413), ("/api/rack/csv", 50_000_000, 413),
])  # fmt: skip
def test_a_file_may_be_as_large_as_its_kind_and_no_larger(client, path, size, status):
    assert client.post(path, data=b"x" * size).status_code == status


def test_a_jobs_history_travels_where_it_is_asked_for_and_can_be_undone_elsewhere(client):
    job = jobs_of(client)[0]
    work = client.get("/api/bench").json["jobs"][0]["cards"][0]["work"]
    for revision, width in enumerate(("40 in", "41 in", "43 in"), 1):
        typed = {"revision": revision, "document": work["document"] | {"width": width}}
        assert client.put(f"/api/works/{work['id']}", json=typed).status_code == 200
    file = client.get(f"/api/jobs/{job}/file?history=true").data
    made = client.post("/api/jobs/import", data=file, content_type="application/json").json
    again = client.get(f"/api/jobs/{made['id']}/file?history=true").json
    assert again["history"][0][-2:] == json.loads(file)["history"][0][-2:]
    there = next(one for one in client.get("/api/bench").json["jobs"] if one["job"]["id"] == made["id"])["cards"][0][
        "work"
    ]
    back = client.post(f"/api/works/{there['id']}/undo", json={"revision": there["revision"]}).json
    assert back["document"]["width"] == "41 in"
