"""Opening the database: migrations in one transaction, a copy before each, damage told in words."""

import os
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from importlib.resources import files
from pathlib import Path
from tempfile import TemporaryDirectory

FILE_NAME = "easy-notch.db"
WAITS_S = 5.0
"""For another change to be kept, before whoever asks is told to come again."""


class DatabaseRefused(RuntimeError):
    """A database file that is left untouched; the text says why and what to do."""


def migrations() -> list[tuple[int, str]]:
    """Number and statements of every migration, in order."""
    folder = files(__package__) / "migrations"
    found = [
        (int(entry.name[:4]), entry.read_text("utf-8")) for entry in folder.iterdir() if entry.name.endswith(".sql")
    ]
    return sorted(found)


class Database:
    """A database file in a folder. Each ``connect`` is a connection of its own: use it in one thread."""

    def __init__(self, folder: Path) -> None:
        folder.mkdir(parents=True, exist_ok=True)
        self.file = folder / FILE_NAME
        if not self.file.exists():
            self._begin()
        elif self.file.stat().st_size == 0:
            raise DatabaseRefused(
                f"{self.file} is empty: 0 bytes, where an Easy Notch database always has some. It was left as it is. "
                "Put back one of the copies beside it, or move it away to begin anew, and start again."
            )
        self._migrate()

    def begin(self) -> sqlite3.Connection:
        """A connection inside a write-ahead transaction, which whoever asked for it ends.

        Raises:
            sqlite3.OperationalError: another has held it for all the time that is waited.
        """
        connection = self._open()
        try:
            connection.execute("BEGIN IMMEDIATE")
        except BaseException:
            connection.close()
            raise
        return connection

    @contextmanager
    def connect(self) -> Iterator[sqlite3.Connection]:
        """A connection inside a write-ahead transaction; committed when the block ends well."""
        connection = self.begin()
        try:
            yield connection
            connection.execute("COMMIT")
        except BaseException:
            if connection.in_transaction:
                connection.execute("ROLLBACK")
            raise
        finally:
            connection.close()

    @contextmanager
    def read(self) -> Iterator[sqlite3.Connection]:
        """A connection for reading alone: one consistent view."""
        connection = self._open()
        try:
            connection.execute("BEGIN")
            yield connection
        finally:
            connection.close()

    def _begin(self) -> None:
        """Make the file under another name and move it into its place whole: half of one is never found there."""
        with TemporaryDirectory(dir=self.file.parent, prefix=".new-") as folder:
            made = object.__new__(Database)
            made.file = Path(folder) / FILE_NAME
            made.file.touch()
            made._migrate()
            # Where another process began at the same time, its file stands.
            with suppress(FileExistsError):
                os.link(made.file, self.file)

    def _open(self) -> sqlite3.Connection:
        # A file that was taken away is not begun anew unasked.
        address = f"{self.file.resolve().as_uri()}?mode=rw"
        connection = sqlite3.connect(address, timeout=WAITS_S, isolation_level=None, uri=True)
        connection.row_factory = sqlite3.Row
        connection.execute("PRAGMA foreign_keys = ON")
        connection.execute("PRAGMA synchronous = FULL")
        return connection

    def _migrate(self) -> None:
        try:
            connection = self._open()
            try:
                if connection.execute("PRAGMA quick_check").fetchone()[0] != "ok":
                    raise sqlite3.DatabaseError("quick check failed")
                self._apply(connection)
            finally:
                connection.close()
        except sqlite3.DatabaseError as error:
            if isinstance(error, sqlite3.OperationalError):
                raise DatabaseRefused(f"{self.file} cannot be opened ({error}). Nothing was changed.") from error
            raise DatabaseRefused(
                f"{self.file} is damaged or is not an Easy Notch database. It was left as it is. "
                f"Move it away, or put back one of the copies beside it, and start again."
            ) from error

    def _apply(self, connection: sqlite3.Connection) -> None:
        version: int = connection.execute("PRAGMA user_version").fetchone()[0]
        known = migrations()
        newest = known[-1][0]
        if version > newest:
            raise DatabaseRefused(
                f"{self.file} was written by a newer Easy Notch (format {version}; this one knows {newest}). "
                "It was left as it is. Use the newer program, or another folder with --data."
            )
        if version == newest:
            return
        connection.execute("PRAGMA journal_mode = WAL")
        for number, statements in known:
            if number > version:
                self._copy(connection, version)
                connection.executescript(f"BEGIN IMMEDIATE;\n{statements}\nPRAGMA user_version = {number:d};\nCOMMIT;")
                version = number

    def _copy(self, connection: sqlite3.Connection, version: int) -> None:
        if version == 0:
            return
        copy = sqlite3.connect(self.file.with_name(f"{self.file.stem}-before-{version + 1:04d}.db"))
        try:
            connection.backup(copy)
        finally:
            copy.close()
