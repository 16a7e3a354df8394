"""Where the project's folder is: the demo, the built screens and the written OpenAPI document lie below it."""

import os
from pathlib import Path


def home() -> Path:
    """Return the project's folder."""
    return Path(os.environ.get("EASY_NOTCH_HOME", Path(__file__).parents[3]))
