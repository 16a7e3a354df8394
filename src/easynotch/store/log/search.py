"""Full-text search in the logbooks: an index in memory (SQLite FTS5), caught up with what was added before each search.

What is kept needs no index of its own: a file is put back or killed without one being left behind it.
"""

import re
import sqlite3
from collections.abc import Callable
from threading import Lock

from .entries import Change, Entry, line_at

TABLE = "CREATE VIRTUAL TABLE line USING fts5(said, job UNINDEXED, key UNINDEXED, tokenize = 'unicode61')"
NEW_ENTRIES = "SELECT id AS number, job_id FROM log_entry WHERE id > :last ORDER BY id"
NEW_CHANGES = """
SELECT revision.rowid AS number, work.job_id FROM revision JOIN work ON work.id = revision.work_id
WHERE revision.rowid > :last ORDER BY revision.rowid
"""
LAST = {
    "entry": "SELECT at || job_id FROM log_entry WHERE id = :last",
    "change": "SELECT made_at || work_id || number FROM revision WHERE rowid = :last",
}
NEW = {"entry": NEW_ENTRIES, "change": NEW_CHANGES}
FIND = "SELECT key FROM line WHERE line MATCH :words AND job = :job_id ORDER BY rowid DESC LIMIT :most"
MOST = 20_000
"""Lines that are found at most."""


class LogSearch:
    """The index of all logbooks; one for all threads of a program."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._begin()

    def _begin(self) -> None:
        self._index = sqlite3.connect(":memory:", check_same_thread=False, isolation_level=None)
        self._index.execute(TABLE)
        self._last = {"entry": 0, "change": 0}
        self._mark = {"entry": "", "change": ""}

    def find(
        self, db: sqlite3.Connection, job_id: str, sought: str, said: Callable[[str, Entry | Change], str]
    ) -> list[str]:
        """The keys of a job's lines that hold every word, or a word that begins with it.

        Args:
            db: what is kept.
            job_id: whose logbook.
            sought: words.
            said: what a line of a job says, in all words it may be sought by.
        """
        words = re.findall(r"\w+", sought)
        if not words:
            return []
        with self._lock:
            self._catch_up(db, said)
            values = {"words": " ".join(f'"{one}"*' for one in words), "job_id": job_id, "most": MOST}
            return [row[0] for row in self._index.execute(FIND, values)]

    def _catch_up(self, db: sqlite3.Connection, said: Callable[[str, Entry | Change], str]) -> None:
        if any(self._last[what] and self._marked(db, what) != self._mark[what] for what in NEW):
            # Something else was put in the place of what is kept.
            self._index.close()
            self._begin()
        for what, new in NEW.items():
            rows = db.execute(new, {"last": self._last[what]}).fetchall()
            lines = [(said(row["job_id"], line_at(db, what, row["number"])), row["job_id"], f"{what}:{row['number']}")
                     for row in rows]  # fmt: skip
            self._index.execute("BEGIN")
            self._index.executemany("INSERT INTO line (said, job, key) VALUES (?, ?, ?)", lines)
            self._index.execute("COMMIT")
            if rows:
                self._last[what] = rows[-1]["number"]
                self._mark[what] = self._marked(db, what)

    def _marked(self, db: sqlite3.Connection, what: str) -> str:
        row = db.execute(LAST[what], {"last": self._last[what]}).fetchone()
        return "" if row is None else str(row[0])
