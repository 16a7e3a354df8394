"""The shop's settings: one document for all jobs."""

import json
import sqlite3
from dataclasses import dataclass
from typing import Any

SELECT = "SELECT revision, settings FROM shop"
UPDATE = "UPDATE shop SET settings = :settings, revision = revision + 1 WHERE revision = :revision"


@dataclass(frozen=True, slots=True)
class Shop:
    """The settings as they are kept; what is not in them stands as usual."""

    revision: int
    settings: dict[str, Any]


def get_shop(db: sqlite3.Connection) -> Shop:
    """The kept settings."""
    row = db.execute(SELECT).fetchone()
    return Shop(row["revision"], json.loads(row["settings"]))


def save_shop(db: sqlite3.Connection, revision: int, settings: dict[str, Any]) -> bool:
    """Keep changed settings if ``revision`` is still the kept one; False where it is stale."""
    return db.execute(UPDATE, {"settings": json.dumps(settings), "revision": revision}).rowcount == 1
