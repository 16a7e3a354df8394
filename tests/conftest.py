"""Shared set-up. EXAMPLES=1000 searches harder; the usual run repeats the same examples, so that it never flickers."""

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

# Examples are drawn from the constants of every module that is loaded: all of them are, whatever tests are chosen.
for found in pkgutil.walk_packages(easynotch.__path__, "easynotch."):
    if not found.name.endswith("__main__"):
        importlib.import_module(found.name)

HOME = Path(__file__).parents[1]
REFERENCE = HOME / "tests" / "reference"


@pytest.fixture(scope="session")
def home() -> Path:
    return HOME
