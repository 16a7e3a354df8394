"""Shared set-up. EXAMPLES=1000 searches harder; the usual run repeats the same examples, so that it never flickers."""

import os
from pathlib import Path

import pytest
from hypothesis import HealthCheck, settings

EXAMPLES = int(os.environ.get("EXAMPLES", "0"))
settings.register_profile(
    "usual",
    max_examples=EXAMPLES or 60,
    derandomize=EXAMPLES == 0,
    deadline=None,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("usual")

HOME = Path(__file__).parents[1]
REFERENCE = HOME / "tests" / "reference"


@pytest.fixture(scope="session")
def home() -> Path:
    return HOME
