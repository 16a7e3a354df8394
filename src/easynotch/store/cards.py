"""What works' cards on the bench show, as worked out before: a start of the server works nothing out again."""

import sqlite3
from collections.abc import Iterable
from dataclasses import dataclass

SELECT = "SELECT drawn FROM card WHERE work_id = :work AND words = :words AND made_of = :made_of"
INSERT = """
INSERT INTO card (work_id, words, made_of, drawn) SELECT :work, :words, :made_of, :drawn
 WHERE EXISTS (SELECT 1 FROM work WHERE id = :work)
    ON CONFLICT (work_id, words) DO UPDATE SET made_of = excluded.made_of, drawn = excluded.drawn
"""


@dataclass(frozen=True, slots=True)
class KeptCard:
    """A card: of which work, in which words, the digest of all it was made of, and what it shows, as JSON."""

    work: str
    words: str
    made_of: str
    drawn: str


def kept_card(db: sqlite3.Connection, work: str, words: str, made_of: str) -> str | None:
    """Return what a work's card shows; None where it was made of something else, or never."""
    row = db.execute(SELECT, {"work": work, "words": words, "made_of": made_of}).fetchone()
    return None if row is None else str(row["drawn"])


def keep_cards(db: sqlite3.Connection, cards: Iterable[KeptCard]) -> None:
    """Keep cards in place of the works' earlier ones; a work that is gone by now gets none."""
    for card in cards:
        db.execute(
            INSERT, {"work": card.work, "words": card.words, "made_of": card.made_of, "drawn": card.drawn}
        )  # fmt: skip
