"""If these break, a kept measurement is lost, silently overwritten, or undone into something that never was."""

import sqlite3

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easynotch.store import (
    Database,
    DatabaseRefused,
    Stale,
    create_job,
    create_work,
    get_work,
    history,
    redo_work,
    save_work,
    undo_work,
)
from easynotch.store.database import FILE_NAME
from easynotch.store.instruments import instrument_states, keep_instrument, last_reading, readings_since, send_reading
from easynotch.web.serving import load_demo


@pytest.fixture
def database(tmp_path) -> Database:
    return Database(tmp_path)


def new_work(database: Database, document):
    with database.connect() as db:
        return create_work(db, create_job(db, "Heron Flats", "imperial").id, document)


def test_a_stale_save_changes_nothing_and_hands_over_what_is_kept(database):
    work = new_work(database, {"total_rise": '52"'})
    with database.connect() as db:
        save_work(db, work.id, 1, {"total_rise": '53"'})
    for change in (lambda db: save_work(db, work.id, 1, {"total_rise": '54"'}), lambda db: undo_work(db, work.id, 1)):
        with pytest.raises(Stale) as caught, database.connect() as db:
            change(db)
        assert caught.value.stored.document == {"total_rise": '53"'}
    with database.read() as db:
        assert get_work(db, work.id).document == {"total_rise": '53"'}


@given(st.lists(st.sampled_from(["edit", "undo", "redo"]), max_size=25))
def test_undo_and_redo_walk_the_edits_as_a_person_expects(tmp_path_factory, moves):
    """Held against a plain list with a finger on it."""
    database = Database(tmp_path_factory.mktemp("undo"))
    work = new_work(database, {"n": 0})
    states, finger, made = [0], 0, 0
    for move in moves:
        with database.connect() as db:
            if move == "edit":
                made += 1
                work = save_work(db, work.id, work.revision, {"n": made})
                states, finger = [*states[: finger + 1], made], finger + 1
            elif move == "undo":
                work = undo_work(db, work.id, work.revision)
                finger = max(0, finger - 1)
            else:
                work = redo_work(db, work.id, work.revision)
                finger = min(len(states) - 1, finger + 1)
        assert work.document == {"n": states[finger]}
        assert (work.can_undo, work.can_redo) == (finger > 0, finger < len(states) - 1)
    with database.read() as db:
        assert history(db, work.id)[0].document == work.document


def test_a_failing_change_leaves_nothing_behind(database):
    work = new_work(database, {"n": 0})
    with pytest.raises(ZeroDivisionError), database.connect() as db:
        save_work(db, work.id, 1, {"n": 1})
        raise ZeroDivisionError
    with database.read() as db:
        assert get_work(db, work.id).revision == 1


@pytest.mark.parametrize("content", [b"not a database at all" * 100, b"SQLite format 3\x00" + b"\xff" * 4000])
def test_a_damaged_file_is_told_in_words_and_left_untouched(tmp_path, content):
    (tmp_path / FILE_NAME).write_bytes(content)
    with pytest.raises(DatabaseRefused, match="left as it is|Nothing was changed"):
        Database(tmp_path)
    assert (tmp_path / FILE_NAME).read_bytes() == content


def test_a_newer_file_is_told_in_words_and_left_untouched(tmp_path):
    Database(tmp_path)
    with sqlite3.connect(tmp_path / FILE_NAME) as db:
        db.execute("PRAGMA user_version = 9000")
    with pytest.raises(DatabaseRefused, match="newer Easy Notch"):
        Database(tmp_path)
    with sqlite3.connect(tmp_path / FILE_NAME) as db:
        assert db.execute("PRAGMA user_version").fetchone() == (9000,)


def test_an_older_file_is_copied_before_it_is_changed_and_keeps_every_work(tmp_path, monkeypatch):
    from easynotch.store import database as module  # noqa: PLC0415

    every = module.migrations()
    monkeypatch.setattr(module, "migrations", lambda: every[:1])
    with Database(tmp_path).connect() as db:
        db.execute("INSERT INTO job VALUES ('j', 'old', 'imperial', NULL, 1, '2020')")
        db.execute("INSERT INTO work VALUES ('w', 'j', 1, '2020')")
        db.execute("INSERT INTO revision VALUES ('w', 1, 1, NULL, '{\"total_rise\": \"52 in\"}', '2020')")
    monkeypatch.undo()
    newer = Database(tmp_path)
    with newer.read() as db:
        assert get_work(db, "w").document == {"total_rise": "52 in"}
    with sqlite3.connect(tmp_path / "easy-notch-before-0002.db") as copy:
        assert copy.execute("PRAGMA user_version").fetchone() == (1,)
        assert copy.execute("SELECT count(*) FROM revision").fetchone() == (1,)


@pytest.mark.parametrize("back", [1, 2])
def test_a_file_of_the_versions_before_keeps_the_examples_word_for_word(tmp_path, monkeypatch, home, back):
    from easynotch.store import database as module  # noqa: PLC0415

    every = module.migrations()
    monkeypatch.setattr(module, "migrations", lambda: every[:-back])
    load_demo(Database(tmp_path), home / "demo")

    def kept(database):
        with database.read() as db:
            tables = ("job", "work", "revision")
            return {name: [tuple(row) for row in db.execute(f"SELECT * FROM {name} ORDER BY rowid")] for name in tables}

    before = kept(Database(tmp_path))
    monkeypatch.undo()
    newer = Database(tmp_path)
    assert kept(newer) == before and len(before["work"]) > 15
    with newer.connect() as db:
        keep_instrument(db, "meter", {"paired": True})
        send_reading(db, "tray", {"value": "1 mm"})
        assert instrument_states(db) == {"meter": {"paired": True}}
        assert [reading for _, reading in readings_since(db, "tray", 0)] == [{"value": "1 mm"}]


def test_readings_are_numbered_on_and_the_oldest_are_forgotten(tmp_path, monkeypatch):
    monkeypatch.setattr("easynotch.store.instruments.MOST", 3)
    with Database(tmp_path).connect() as db:
        for number in range(6):
            send_reading(db, "one", {"n": number})
        found = readings_since(db, "one", 0)
        assert [reading["n"] for _, reading in found] == [3, 4, 5]
        assert [number for number, _ in found] == [4, 5, 6] and last_reading(db) == 6
        assert readings_since(db, "other", 0) == [] and readings_since(db, "one", 5) == [(6, {"n": 5})]
