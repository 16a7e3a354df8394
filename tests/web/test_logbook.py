"""If these break, the logbook forgets or rewrites what happened, a picture carries where it was taken, or the record an
inspector reads says what nobody did.
"""

import io
import json
import re
import sqlite3

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from PIL import Image
from pypdf import PdfReader

from easynotch.store import Database
from easynotch.store.log import Entry, LogSearch, add_entry
from easynotch.web.app import create_app


@pytest.fixture
def store(client):
    """The job with the boat store, and the work."""
    jobs = client.get("/api/bench").json["jobs"]
    return next(
        (job["job"]["id"], card["work"]) for job in jobs for card in job["cards"]
        if card["work"]["document"]["name"] == "Boat store"
    )  # fmt: skip


def lines(client, job, **query):
    return client.get(f"/api/jobs/{job}/logbook", query_string=query).json["lines"]


def note(client, job, text, **more):
    return client.post(f"/api/jobs/{job}/logbook", json={"note": text, **more})


def saved(picture, **more):
    made = io.BytesIO()
    picture.save(made, "JPEG", **more)
    return made.getvalue()


def test_what_happens_is_noted_with_it_in_the_order_of_time_and_in_the_readers_words(client, store):
    job, work = store
    begun = len(lines(client, job))
    document = {**work["document"], "pitch": "8/12"}
    client.put(f"/api/works/{work['id']}", json={"revision": work["revision"], "document": document})
    client.post(f"/api/works/{work['id']}/undo", json={"revision": work["revision"] + 1})
    tick = f"/api/works/{work['id']}/marking/tick"
    stop = "hook"
    assert client.put(tick, json={"piece": "common", "stop": stop, "done": True}).status_code == 200
    client.put(tick, json={"piece": "common", "stop": stop, "done": False})
    client.put(f"/api/works/{work['id']}/tried", json={"tried": True})
    line = {"thickness": 38.1, "depth": 184.15, "length": 3048.0, "count": 4, "price": 9.0, "days": 2}
    client.post(f"/api/jobs/{job}/orders", json={"lines": [line]})
    kept = client.get(f"/api/jobs/{job}").json["job"]
    change = {"riser_max": {"value": "190 mm", "reason": "As the stair beside it."}}
    answer = client.put(f"/api/jobs/{job}", json={
        "revision": kept["revision"], "name": kept["name"], "units": kept["units"], "limits": "british_dwelling",
        "overrides": change,
    })  # fmt: skip
    assert answer.status_code == 200, answer.json
    found = lines(client, job)[:-begun][::-1]
    assert [one["kind"] for one in found] == [
        "changed", "changed", "marked", "marked", "tried", "ordered", "decided", "decided",
    ]  # fmt: skip
    told = [one["text"] for one in found]
    assert "9/12 → 8/12" in told[0]
    assert told[1].startswith("Undone: ")
    assert told[2].startswith("Common rafter marked: Square the end")
    assert told[3] == "Common rafter: a mark was taken back."
    assert told[5] == "Ordered: 4 of 1 1/2″ × 7 1/4″, 10′ 0″ long."
    assert told[6].endswith("Typical British dwelling.")
    assert "190 mm" in told[7]
    assert told[7].endswith("As the stair beside it.")
    assert [one["at"] for one in found] == sorted(one["at"] for one in found)
    assert found == lines(client, job, most=8)[::-1]
    british = lines(client, job, dialect="britain_ireland", kind="ordered")
    assert [one["kind"] for one in british] == ["ordered"]
    # Only what belongs to the work.
    assert len(lines(client, job, work=work["id"])) == 6


def test_an_entry_is_put_right_by_another_and_never_changed(client, store):
    job, work = store
    first = note(client, job, "Plate planed by 3 mm.", role="Carpenter", work_id=work["id"]).json["lines"][0]
    second = note(client, job, "By 5 mm.", role="Lead carpenter", corrects=first["number"]).json["lines"][0]
    now = {one["number"]: one for one in lines(client, job, kind="note")}
    assert now[first["number"]] == {**first, "corrected": second["number"]}
    assert now[second["number"]]["corrects"] == first["number"]
    assert [one["text"] for one in lines(client, job, role="Carpenter")] == ["Plate planed by 3 mm."]
    other = next(one["job"]["id"] for one in client.get("/api/bench").json["jobs"] if one["job"]["id"] != job)
    assert note(client, other, "Not ours.", corrects=first["number"]).status_code == 404
    assert note(client, other, "Not ours.", work_id=work["id"]).status_code == 404
    assert note(client, job, "").status_code == 422
    assert note(client, "nowhere", "Lost.").status_code == 404
    # There is no way to change or take away what is there.
    entries = [rule for rule in client.application.url_map.iter_rules() if "logbook" in rule.rule]
    assert {method for rule in entries for method in rule.methods} <= {"GET", "HEAD", "OPTIONS", "POST"}


def test_a_note_sent_twice_is_one_and_what_was_refused_is_not_in_it(client, store):
    job, work = store
    for _ in range(2):
        sent = client.post(f"/api/jobs/{job}/logbook", json={"note": "Once."}, headers={"Idempotency-Key": "a" * 12})
        assert sent.status_code == 201
    assert (
        client.put(f"/api/works/{work['id']}/marking/tick", json={"piece": "x", "stop": "y", "done": True}).status_code
        == 422
    )
    assert lines(client, job)[0]["text"] == "Once."
    assert len(lines(client, job, kind="note")) == 1
    assert lines(client, job, kind="marked") == []


WORDS = st.lists(
    st.sampled_from(
        [
            "plate",
            "ridge",
            "gable",
            "rain",
            "Rähm",
            "seat",
            "post",
            "beam",
            "café",
            "3/16",
            "o'clock",
            "AND",
            '"',
            "*",
            "-",
        ]
    ),
    max_size=5,
)


@settings(max_examples=40, deadline=None, suppress_health_check=list(HealthCheck))
@given(st.lists(WORDS, max_size=12), WORDS)
def test_a_search_finds_the_lines_that_hold_every_word_or_one_that_begins_with_it(client, store, texts, sought):
    def folded(text):
        return re.findall(r"\w+", text.lower().replace("ä", "a").replace("é", "e"))

    job = client.post("/api/jobs", json={"name": "Heron Flats", "units": "imperial"}).json["id"]
    for text in texts:
        if text:
            note(client, job, " ".join(text))
    wanted = folded(" ".join(sought))
    expected = [
        " ".join(text) for text in texts[::-1]
        if text and all(any(word.startswith(one) for word in folded(" ".join(text))) for one in wanted)
    ]  # fmt: skip
    asked = " ".join(sought)
    found = [one["text"] for one in lines(client, job, sought=asked)]
    if asked.strip() and not wanted:
        assert found == []
    else:
        assert sorted(found) == sorted(expected)


def test_the_search_follows_a_file_that_was_put_back(client, store, tmp_path):
    job, _ = store
    before = client.get("/api/backup").data
    note(client, job, "A heron on the ridge.")
    assert len(lines(client, job, sought="heron ridge")) == 1
    assert client.post("/api/backup", data=before).status_code == 200
    assert lines(client, job, sought="heron ridge") == []
    note(client, job, "An otter under the deck.")
    assert lines(client, job, sought="heron") == []
    assert len(lines(client, job, sought="otter")) == 1


def test_a_picture_is_kept_small_upright_and_without_the_place_it_was_taken(client, store, tmp_path):
    job, _ = store
    taken = Image.new("RGB", (4000, 3000), "white")
    taken.paste("red", (0, 0, 400, 3000))
    exif = Image.Exif()
    exif[0x0112] = 6  # turned by a quarter
    exif[0x010F] = "A camera"
    exif[0x8825] = {1: "N", 2: (54.0, 5.0, 59.0)}
    answer = client.post(
        f"/api/jobs/{job}/logbook/pictures", query_string={"note": "The gable", "role": "Helper"},
        data=saved(taken, exif=exif),
    )  # fmt: skip
    assert answer.status_code == 201, answer.json
    line = answer.json["lines"][0]
    assert (line["kind"], line["text"], line["role"]) == ("picture", "The gable", "Helper")
    assert (line["picture"]["width"], line["picture"]["height"]) == (1536, 2048)
    for size, longer in (("large", 2048), ("small", 360)):
        body = client.get(f"{line['picture']['address']}?size={size}").data
        kept = Image.open(io.BytesIO(body))
        assert max(kept.size) == longer
        assert dict(kept.getexif()) == {}
        assert b"A camera" not in body
        # Its left edge was red; turned upright that is its upper one.
        upper, lower = kept.getpixel((kept.width // 2, 3)), kept.getpixel((kept.width // 2, kept.height - 4))
        assert upper[1] < 60
        assert lower[1] > 200
    # It goes with a backup, and lies in the record.
    elsewhere = create_app(Database(tmp_path / "elsewhere")).test_client()
    assert elsewhere.post("/api/backup", data=client.get("/api/backup").data).status_code == 200
    assert elsewhere.get(line["picture"]["address"]).data == client.get(line["picture"]["address"]).data
    assert "data:image/jpeg;base64," in elsewhere.get(f"/api/jobs/{job}/site-record").text


def bomb():
    """A picture whose head says it is far larger than it is."""
    made = bytearray(saved(Image.new("RGB", (64, 64))))
    at = made.index(b"\xff\xc0") + 5
    made[at : at + 4] = b"\xff\xff\xff\xff"
    return bytes(made)


@pytest.mark.parametrize("body", [
    b"", b"hello", b"<svg xmlns='http://www.w3.org/2000/svg'><script>1</script></svg>", b"\xff\xd8\xff\xe0 broken",
    saved(Image.effect_noise((640, 480), 90))[:4000], bomb(), saved(Image.new("RGB", (4000, 2))),
])  # fmt: skip
def test_what_is_no_picture_is_refused_in_words(client, store, body):
    job, _ = store
    answer = client.post(f"/api/jobs/{job}/logbook/pictures", data=body)
    assert answer.status_code == 422, answer.json
    assert re.search(r"picture", answer.json["detail"], re.IGNORECASE)
    assert lines(client, job, kind="picture") == []


def test_the_record_says_what_was_measured_decided_and_checked_and_nothing_that_was_typed_runs_in_it(client, store):
    job, _ = store
    note(client, job, "<script>alert(1)</script> The gable stands 12 mm out.", role="Lead <b>")
    told = note(client, job, "It stands 10 mm out.", corrects=lines(client, job)[0]["number"]).json["lines"][0]
    page = client.get(f"/api/jobs/{job}/site-record")
    assert page.mimetype == "text/html"
    html = page.text
    assert "<script" not in html
    assert "Lead <b>" not in html
    assert "&lt;script&gt;alert(1)&lt;/script&gt; The gable stands 12 mm out." in html
    assert f"Correction: {told['text']}" in html
    for text in ("Boat store", "9/12", "11&#39; 3&#34;", "Typical North American dwelling"):
        assert text in html
    # What the checks say is what the screen says.
    file = json.loads(client.get(f"/api/jobs/{job}/file").data)
    worked = client.post("/api/work-out", json=file).json["works"]
    for one in worked:
        told_checks = [check for check in one["screen"]["checks"] if check["level"] != "ok"]
        assert all(check["text"].split("″")[0].split("'")[0] in html for check in told_checks)
    reader = PdfReader(io.BytesIO(client.get(f"/api/jobs/{job}/site-record?file=pdf&paper=letter").data))
    text = " ".join(page.extract_text() for page in reader.pages)
    assert "Boat store" in text
    assert "The gable stands 12 mm out." in " ".join(text.split())
    assert reader.metadata.title == f"Site record: {client.get(f'/api/jobs/{job}').json['job']['name']}"


def test_ten_thousand_entries_are_searched_and_none_is_left_out(client, store, tmp_path):
    job, _ = store
    database = client.application.extensions["easynotch.database"].database
    with database.connect() as db:
        for number in range(10_000):
            add_entry(db, Entry(job, "note", note=f"reading {number} of the plate{'s far end' * (number % 100 == 7)}"))
    found = client.get(f"/api/jobs/{job}/logbook", query_string={"sought": "far plates", "most": 10}).json
    assert found["count"] == 100
    assert [one["text"].split()[1] for one in found["lines"]][:2] == ["9907", "9807"]
    search = LogSearch()
    with database.read() as db:
        assert len(search.find(db, job, "read", lambda _, line: getattr(line, "note", ""))) == 10_000


def test_a_logbook_that_was_tampered_with_is_refused(client, store, tmp_path):
    job, _ = store
    note(client, job, "Plain.")
    file = tmp_path / "taken.db"
    file.write_bytes(client.get("/api/backup").data)
    with sqlite3.connect(file) as db:
        db.execute("UPDATE log_entry SET about = '[]'")
    db.close()
    answer = client.post("/api/backup", data=file.read_bytes())
    assert answer.status_code == 422
    assert "log_entry" in answer.json["detail"]
