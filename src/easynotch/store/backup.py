"""Everything kept as one file, and that file put back: checked row by row before anything is touched.

What was there before stays beside it as a numbered, verified copy that can be gone back to. Devices, their tokens and
codes never travel: they belong to this machine.
"""

import re
import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from pathlib import Path
from shutil import copyfileobj
from tempfile import TemporaryDirectory
from typing import IO

from .checked import first_wrong_row
from .database import FILE_NAME, Database, DatabaseRefused, migrations

MAGIC = b"SQLite format 3\x00"
SCHEMA = "SELECT type, name, sql FROM sqlite_master WHERE name NOT LIKE 'sqlite_%' ORDER BY type, name"
TABLES = "SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name"
CONTENT = """
SELECT (SELECT COUNT(*) FROM job WHERE deleted_at IS NULL), (SELECT COUNT(*) FROM work WHERE deleted_at IS NULL)
"""
STAYS = ("device", "pairing_code", "wrong_code", "answered")
"""Tables of this machine alone."""
COPY = re.compile(r"easy-notch-copy-(\d{4,})\.db")
MOST_COPIES = 30
"""Older ones are taken away when another is made."""


class BackupRefused(ValueError):
    """A file that is no backup of ours, or no room for it; ``reason`` is ``other``, ``damaged``, ``newer``, ``row``
    or ``full``, and ``row`` names a row that is not as rows are.
    """

    def __init__(self, reason: str, row: str = "") -> None:
        super().__init__(reason)
        self.reason, self.row = reason, row


@dataclass(frozen=True, slots=True)
class Copy:
    """What was there before a backup was put back: its number, when it was made, and what is in it."""

    number: int
    at: float
    jobs: int
    works: int


def write_backup(database: Database, out: IO[bytes]) -> None:
    """Everything that is kept, as one file, without what belongs to this machine alone.

    Raises:
        sqlite3.OperationalError: there is no database any more, or no room.
    """
    with TemporaryDirectory(dir=database.file.parent, prefix=".backup-") as folder:
        file = Path(folder) / FILE_NAME
        with database.read() as db:
            _copy(db, file)
        with closing(sqlite3.connect(file, isolation_level=None)) as copy:
            for table in STAYS:
                copy.execute(f"DELETE FROM {table}")
            # One file, with nothing left in it of what was taken out.
            copy.execute("PRAGMA journal_mode = DELETE")
            copy.execute("VACUUM")
        with file.open("rb") as made:
            copyfileobj(made, out)


def restore_backup(database: Database, given: IO[bytes]) -> None:
    """Put a backup in the place of everything that is kept; one of an older format is brought up to date first.

    Whoever changes something meanwhile waits, and is told to come again: nothing that was acknowledged is in neither
    the copy nor the kept one.

    Raises:
        BackupRefused: it is none; nothing was changed.
    """
    with TemporaryDirectory(dir=database.file.parent, prefix=".restore-") as folder:
        scratch = Path(folder) / "given"
        scratch.mkdir()
        with (scratch / FILE_NAME).open("wb") as file:
            copyfileobj(given, file)
        brought = _brought_up_to_date(scratch, Path(folder) / "fresh")
        _put_back(database, brought)


def list_copies(database: Database) -> list[Copy]:
    """The copies that can be gone back to, latest first; what cannot be read is none."""
    return [found for file in reversed(_copies(database)) if (found := _described(file)) is not None]


def restore_copy(database: Database, number: int) -> None:
    """Go back to a copy. Raises LookupError where there is none, and as ``restore_backup``."""
    file = next((copy for copy in _copies(database) if _number(copy) == number), None)
    if file is None:
        raise LookupError(number)
    with file.open("rb") as given:
        restore_backup(database, given)


def newest() -> int:
    """The format this program writes."""
    return migrations()[-1][0]


def _copy(source: sqlite3.Connection, file: Path) -> None:
    with closing(sqlite3.connect(file)) as copy:
        source.backup(copy)


def _brought_up_to_date(scratch: Path, fresh: Path) -> Database:
    file = scratch / FILE_NAME
    with file.open("rb") as start:
        if start.read(len(MAGIC)) != MAGIC:
            raise BackupRefused("other")
    _refuse_other(file)
    try:
        brought = Database(scratch)
    except (DatabaseRefused, sqlite3.DatabaseError):
        raise BackupRefused("damaged") from None
    if _schema(brought) != _schema(Database(fresh)):
        raise BackupRefused("other")
    with brought.read() as db:
        if db.execute("PRAGMA foreign_key_check").fetchone() is not None:
            raise BackupRefused("damaged")
        wrong = first_wrong_row(db)
    if wrong:
        raise BackupRefused("row", wrong)
    return brought


def _refuse_other(file: Path) -> None:
    try:
        with closing(sqlite3.connect(file)) as db:
            db.execute("PRAGMA trusted_schema = OFF")
            version = int(db.execute("PRAGMA user_version").fetchone()[0])
            tables = {row[0] for row in db.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            strange = db.execute(
                "SELECT COUNT(*) FROM sqlite_master WHERE type IN ('view', 'trigger') OR sql LIKE 'CREATE VIRTUAL%'"
            ).fetchone()[0]
    except sqlite3.DatabaseError:
        raise BackupRefused("damaged") from None
    if version > newest():
        raise BackupRefused("newer")
    if version < 1 or strange or not {"job", "work", "revision"} <= tables:
        raise BackupRefused("other")


def _schema(database: Database) -> list[tuple[str, str, str]]:
    with database.read() as db:
        return [tuple(row) for row in db.execute(SCHEMA)]


def _put_back(database: Database, brought: Database) -> None:
    """In one transaction, so that a kill in the middle of it leaves what was there; nobody writes meanwhile."""
    with _alone(database, brought.file) as db:
        _keep_copy(database)
        tables = [row[0] for row in db.execute(TABLES) if row[0] not in STAYS]
        for table in tables:
            db.execute(f"DELETE FROM main.{table}")
            # Numbered rows keep their numbers; the schemas are the same, so that the columns are.
            db.execute(f"INSERT INTO main.{table} SELECT * FROM given.{table}")


@contextmanager
def _alone(database: Database, other: Path) -> Iterator[sqlite3.Connection]:
    """A transaction with another file at hand, its foreign keys held at the end alone."""
    db = sqlite3.connect(database.file, timeout=30, isolation_level=None)
    try:
        db.execute("PRAGMA foreign_keys = OFF")
        db.execute("PRAGMA synchronous = FULL")
        db.execute("ATTACH DATABASE :file AS given", {"file": str(other)})
        db.execute("BEGIN IMMEDIATE")
        yield db
        db.execute("COMMIT")
    except BaseException:
        if db.in_transaction:
            db.execute("ROLLBACK")
        raise
    finally:
        db.close()


def _keep_copy(database: Database) -> None:
    """A numbered copy of what is kept, under its name only once it is whole and has been read again."""
    copies = _copies(database)
    number = 1 + max((_number(copy) for copy in copies), default=0)
    whole = database.file.with_name(f"easy-notch-copy-{number:04d}.db")
    part = whole.with_suffix(".part")
    try:
        with database.read() as db:
            _copy(db, part)
            counts = _counted(db)
        with closing(sqlite3.connect(part)) as made:
            good = made.execute("PRAGMA quick_check").fetchone()[0] == "ok" and _counted(made) == counts
        if not good:
            raise BackupRefused("full")
        part.replace(whole)
    except (sqlite3.Error, OSError):
        raise BackupRefused("full") from None
    finally:
        part.unlink(missing_ok=True)
    for old in copies[: max(0, len(copies) + 1 - MOST_COPIES)]:
        old.unlink(missing_ok=True)


def _counted(db: sqlite3.Connection) -> list[int]:
    tables = [row[0] for row in db.execute(TABLES).fetchall()]
    return [db.execute(f"SELECT COUNT(*) FROM {table}").fetchone()[0] for table in tables]


def _copies(database: Database) -> list[Path]:
    """Files of copies, oldest first."""
    found = [one for one in database.file.parent.iterdir() if COPY.fullmatch(one.name)]
    return sorted(found, key=_number)


def _number(file: Path) -> int:
    found = COPY.fullmatch(file.name)
    return int(found[1]) if found else 0


def _described(file: Path) -> Copy | None:
    try:
        with closing(sqlite3.connect(f"{file.resolve().as_uri()}?mode=ro", uri=True)) as db:
            jobs, works = db.execute(CONTENT).fetchone()
            return Copy(_number(file), file.stat().st_mtime, jobs, works)
    except (sqlite3.Error, OSError):
        return None
