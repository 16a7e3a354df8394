"""Shared set-up. EXAMPLES=1000 searches harder; the usual run draws few and repeats the same examples, so that it never flickers."""

import importlib
import os
import pkgutil
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings

import easynotch

# Served, the API is described by the file that was written of it; here by its routes.
os.environ["EASY_NOTCH_DESCRIBE"] = "1"

EXAMPLES = int(os.environ.get("EXAMPLES", "0"))
settings.register_profile(
    "usual",
    max_examples=EXAMPLES or 30,
    derandomize=EXAMPLES <= 30,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("usual")
SHARE, FEWEST = 0.5, 5
"""Of the examples a test names, the usual run draws the first so many, so that it stays under twenty minutes; with
EXAMPLES or --long all are drawn.
"""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Fewer examples for every property in the usual run."""
    if EXAMPLES or os.environ.get("EASY_NOTCH_LONG") == "1":
        return
    seen = set()
    for item in items:
        test = getattr(item, "function", None)
        asked = getattr(test, "_hypothesis_internal_use_settings", None)
        if test is not None and asked is not None and test not in seen:
            seen.add(test)
            fewer = settings(asked, max_examples=max(FEWEST, round(asked.max_examples * SHARE)))
            test._hypothesis_internal_use_settings = fewer


# Examples are drawn from the constants of every module that is loaded: all of them are, whatever tests are chosen.
for found in pkgutil.walk_packages(easynotch.__path__, "easynotch."):
    if not found.name.endswith("__main__"):
        importlib.import_module(found.name)

HOME = Path(__file__).parents[1]
REFERENCE = HOME / "tests" / "reference"


@pytest.fixture(scope="session")
def home() -> Path:
    return HOME
