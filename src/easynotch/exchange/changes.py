"""What differs between two documents of a work, key by key, in words."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ..core.rules import Words, catalogue
from ..core.terms import Count, Message

READINGS = "survey.readings"
READING = re.compile(r"survey\.readings\[(\d+)\]\.(\w+)")


@dataclass(frozen=True, slots=True)
class Difference:
    """One key whose value differs; a missing one is None."""

    path: str
    before: Any
    after: Any


def flat(document: Mapping[str, Any], prefix: str = "") -> dict[str, Any]:
    """A document's leaves by the path of their key; an empty object is a leaf."""
    leaves: dict[str, Any] = {}
    for key, value in document.items():
        if isinstance(value, Mapping) and value:
            leaves.update(flat(value, f"{prefix}{key}."))
        else:
            leaves[prefix + key] = value
    return leaves


def by_rows(*documents: Mapping[str, Any]) -> list[dict[str, Any]]:
    """The leaves of versions of one document; readings, where all have as many, row by row."""
    flats = [flat(document) for document in documents]
    rows = [found.get(READINGS) for found in flats]
    counts = {len(row) if isinstance(row, list) else -1 for row in rows}
    if counts == {-1} or len(counts) > 1:
        return flats
    for found in flats:
        for number, row in enumerate(found.pop(READINGS)):
            found.update({f"{READINGS}[{number}].{key}": value for key, value in row.items()})
    return flats


def differences(before: Mapping[str, Any], after: Mapping[str, Any]) -> list[Difference]:
    """Every leaf that differs, in the order of the later document, what vanished last."""
    old, new = flat(before), flat(after)
    paths = [*new, *(path for path in old if path not in new)]
    return [Difference(path, old.get(path), new.get(path)) for path in paths if old.get(path) != new.get(path)]


def label(path: str, words: Words) -> str:
    """What a key is called; a key without a word is called by itself."""
    sentences = catalogue("messages", words.dialect)
    row = READING.fullmatch(path)
    if row is not None:
        return words.say(Message("survey.reading", {"n": Count(int(row[1]) + 1), "key": row[2]}))
    # What is read on a work that stands is called by its check.
    return sentences.get(f"key.{path}", sentences.get(f"{path}.what", path))


def called(value: Any, words: Words) -> str:
    """A kept value as it is said: text as typed, choices by their word, nothing as nothing."""
    if value is None:
        return words.say(Message("key_value.none")).lower()
    if isinstance(value, bool):
        return words.say(Message(f"key_value.{'yes' if value else 'no'}")).lower()
    if isinstance(value, list) and any(isinstance(row, Mapping) for row in value):
        return words.say(Message("key_value.rows", {"n": Count(len(value))}))
    if isinstance(value, list):
        return "; ".join(called(one, words) for one in value) or called(None, words)
    return catalogue("messages", words.dialect).get(f"key_value.{value}", str(value))
