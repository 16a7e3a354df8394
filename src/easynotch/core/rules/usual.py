"""Usual sizes, read from ``usual.toml``: what a thing is given when it is first said to be there, to be measured."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Any

from ..tape import Units


@cache
def usual_sizes() -> dict[Units, dict[str, Any]]:
    """Return for each unit the values by the key of a job file they stand under; all of them typed, none a number."""
    return {
        Units(units): rows
        for units, rows in tomllib.loads((files(__package__) / "usual.toml").read_text("utf-8")).items()
    }
