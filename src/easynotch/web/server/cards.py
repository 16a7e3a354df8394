"""Cards of the bench: drawn once, and kept beside the works, so that a start of the server draws none again."""

import json
import sqlite3
from contextlib import suppress
from functools import cache, lru_cache
from hashlib import sha256
from pathlib import Path

from pydantic import TypeAdapter

import easynotch

from ...core.rules import Words
from ...core.tape import Units
from ...presenting.work_out.card import Card, card_of
from ...store import Database, Job, Work
from ...store.cards import KeptCard, keep_cards, kept_card

CARD = TypeAdapter(Card)
drawn = lru_cache(maxsize=4096)(card_of)
"""Kept in the process too, for most works on a bench rest."""


class Cards:
    """The cards of one answer: those that are kept are read, the others drawn, and ``keep`` keeps these."""

    def __init__(self) -> None:
        self.new: list[KeptCard] = []

    def card(self, db: sqlite3.Connection, job: Job, work: Work, limits: str, words: Words) -> Card:
        """Return a work's card; ``limits`` are its job's, as JSON, empty for the usual ones."""
        # A name changes nothing of what is drawn, nor does the order of keys.
        document = json.dumps({key: value for key, value in work.document.items() if key != "name"}, sort_keys=True)
        units = Units(job.units)
        said_in = repr(words)
        made_of = sha256("\n".join((code(), document, job.units, limits, said_in)).encode()).hexdigest()
        stored = kept_card(db, work.id, said_in, made_of)
        if stored is not None:
            return CARD.validate_json(stored)
        card = drawn(document, units, limits, words)
        self.new.append(KeptCard(work.id, said_in, made_of, CARD.dump_json(card).decode()))
        return card

    def keep(self, database: Database) -> None:
        """Keep what was drawn; where the database is held by another change, it is drawn again next time."""
        if self.new:
            with suppress(sqlite3.OperationalError), database.connect() as db:
                keep_cards(db, self.new)


@cache
def code() -> str:
    """Return a digest of the program's files as they stand: another program draws its own cards."""
    folder = Path(easynotch.__file__).parent
    files = sorted(one for one in folder.rglob("*") if one.suffix in {".py", ".toml"})
    stand = [(str(file.relative_to(folder)), file.stat().st_size, file.stat().st_mtime_ns) for file in files]
    return sha256(repr(stand).encode()).hexdigest()
