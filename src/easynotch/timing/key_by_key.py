"""What a number costs that is typed key by key: the time of the dearest key in any field of the demo works."""

import json
import tempfile
import time
from collections.abc import Iterator
from copy import deepcopy
from pathlib import Path
from typing import Any

from ..store import Database
from ..web.app import create_app
from ..web.home import home

KEYS = ("4", "40", "400")
COUNT_GIVING = frozenset({
    "spacing", "post_spacing", "opening", "gap", "bag", "total_rise", "going", "width", "length", "side", "value",
    "at_most", "target", "overhang", "board", "after",
})  # fmt: skip
"""Fields whose numbers say how many of something there are."""
Place = tuple[str | int, ...]


def leaves(found: Any, path: Place = ()) -> Iterator[Place]:
    """The path of every value in a work that is a number, or text that may be one."""
    inner = found.items() if isinstance(found, dict) else enumerate(found) if isinstance(found, list) else ()
    for key, value in inner:
        if isinstance(value, dict | list):
            yield from leaves(value, (*path, key))
        elif key not in ("kind", "name", "notes"):
            yield (*path, key)


def with_value(work: dict[str, Any], path: Place, value: Any) -> dict[str, Any]:
    """A copy of a work with another value at a path."""
    made = deepcopy(work)
    here: Any = made
    for key in path[:-1]:
        here = here[key]
    here[path[-1]] = value
    return made


def dearest_key_ms() -> float:
    """The most time of a processor that one key takes, ms."""
    most = 0.0
    with tempfile.TemporaryDirectory() as folder:
        client = create_app(Database(Path(folder))).test_client()
        for file in sorted((home() / "demo").glob("*.json")):
            job = json.loads(file.read_text("utf-8"))
            for work in job["works"]:
                for path in leaves(work):
                    if path[-1] not in COUNT_GIVING:
                        continue
                    for typed in KEYS:
                        body = {**job, "works": [with_value(work, path, typed)]}
                        start = time.process_time()
                        client.post("/api/sketch?suppose=true", json=body)
                        most = max(most, time.process_time() - start)
    return most * 1000
