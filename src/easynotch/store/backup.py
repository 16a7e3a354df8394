"""Everything kept as one file, and that file put back: checked before anything is touched, with a copy of what was
there before.
"""

import sqlite3
import tempfile
from pathlib import Path

from .database import FILE_NAME, Database, DatabaseRefused, migrations

MAGIC = b"SQLite format 3\x00"
MOST_BYTES = 64 * 1024 * 1024
BEFORE = "easy-notch-before-restore.db"
SCHEMA = "SELECT type, name, sql FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY type, name"


class BackupRefused(ValueError):
    """A file that is no backup of ours; ``reason`` is ``large``, ``other``, ``damaged`` or ``newer``."""

    def __init__(self, reason: str) -> None:
        super().__init__(reason)
        self.reason = reason


def write_backup(database: Database) -> bytes:
    """Everything that is kept, as the bytes of one file."""
    with tempfile.TemporaryDirectory() as folder:
        file = Path(folder) / "backup.db"
        copy = sqlite3.connect(file)
        try:
            with database.read() as db:
                db.backup(copy)
            # One file, without the side files of a write-ahead log.
            copy.execute("PRAGMA journal_mode = DELETE")
        finally:
            copy.close()
        return file.read_bytes()


def restore_backup(database: Database, body: bytes) -> None:
    """Put a backup in the place of everything that is kept; one of an older format is brought up to date first.

    Raises:
        BackupRefused: it is none; nothing was changed.
    """
    if len(body) > MOST_BYTES:
        raise BackupRefused("large")
    if not body.startswith(MAGIC):
        raise BackupRefused("other")
    with tempfile.TemporaryDirectory() as folder:
        given = Path(folder) / "given"
        given.mkdir()
        (given / FILE_NAME).write_bytes(body)
        _refuse_newer(given / FILE_NAME)
        try:
            brought = Database(given)
        except (DatabaseRefused, sqlite3.DatabaseError):
            raise BackupRefused("damaged") from None
        if _schema(brought) != _schema(Database(Path(folder) / "fresh")):
            raise BackupRefused("other")
        _put_back(database, brought)


def _refuse_newer(file: Path) -> None:
    db = sqlite3.connect(file)
    try:
        db.execute("PRAGMA trusted_schema = OFF")
        version = int(db.execute("PRAGMA user_version").fetchone()[0])
        tables = {row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        strange = db.execute("SELECT COUNT(*) FROM sqlite_master WHERE type IN ('view', 'trigger')").fetchone()[0]
    except sqlite3.DatabaseError:
        raise BackupRefused("damaged") from None
    finally:
        db.close()
    if version > newest():
        raise BackupRefused("newer")
    if version < 1 or strange or not {"job", "work", "revision"} <= tables:
        raise BackupRefused("other")


def newest() -> int:
    """The format this program writes."""
    return migrations()[-1][0]


def _schema(database: Database) -> list[tuple[str, str, str]]:
    with database.read() as db:
        return [tuple(row) for row in db.execute(SCHEMA)]


def _put_back(database: Database, given: Database) -> None:
    with given.read() as db:
        if db.execute("PRAGMA foreign_key_check").fetchone() is not None:
            raise BackupRefused("damaged")
    before = sqlite3.connect(database.file.with_name(BEFORE))
    target = sqlite3.connect(database.file, timeout=10)
    source = sqlite3.connect(given.file)
    try:
        with database.read() as db:
            db.backup(before)
        source.backup(target)
    finally:
        for connection in (before, target, source):
            connection.close()
