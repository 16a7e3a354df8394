"""If these break, a typo of a thousand stops the program, or is answered by a failure instead of a sentence."""

import io
import json
import os
from itertools import product

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easynotch.store import Database
from easynotch.timing.key_by_key import COUNT_GIVING, KEYS, leaves, with_value
from easynotch.web.app import create_app
from easynotch.web.server.helpers import Helpers
from easynotch.web.server.nursery import request_to
from easynotch.web.serving import WARM
from tests.conftest import HOME

LONG = os.environ.get("EASY_NOTCH_LONG") == "1"
REQUESTS = 2000 if LONG else 110
WAYS = (
    "/api/sketch?suppose=true",
    "/api/work-out?suppose=true", "/api/work-out", "/api/whole", "/api/hips", "/api/cut", "/api/stair",
    "/api/stair-fit", "/api/overlaps", "/api/hand-out", "/api/pitch?top=2000",
    "/api/export?file=pieces.dxf&paper=a4&token=t", "/api/export?file=marks.csv&paper=a4&token=t",
    "/api/preview?file=sheets.pdf&paper=a4&page=1", "/api/gauge-check",
)  # fmt: skip
"""Every address that computes from a job alone."""
JOBS = [json.loads(one.read_text("utf-8")) for one in sorted((HOME / "demo").glob("*.json"))]
DEMO_WORKS = sum(len(job["works"]) for job in JOBS)
JOBS += [json.loads(one.read_text("utf-8")) for one in sorted((HOME / "tests" / "reference").glob("*.job.json"))]
WORKS = [(job, number) for job in JOBS for number in range(len(job["works"]))]
EXTREMES = (
    "0", "1", "4", "40", "400", "0.1 mm", "1/64\"", "1e-300", "-3", "1 mm", "9 mm", "1000", "12345 mm", "40'", "400'",
    "2500 mm", "1 km", "99999999", "0.1 %", "0.1:12", "89°", "88.9°", "0.01°", "12/12", "999/1", "1:1", "50 %", "",
)  # fmt: skip


@pytest.fixture(scope="module")
def helped(tmp_path_factory):
    helpers = Helpers(create_app(Database(tmp_path_factory.mktemp("extremes"))), 2, ("/api/work-out", WARM))
    yield helpers
    helpers.stop()


def status_of(helpers, path, job):
    """As the server answers it: in a helper, within its budget."""
    body, told = json.dumps(job).encode(), []
    path, _, query = path.partition("?")
    environ = request_to(path, body) | {"wsgi.input": io.BytesIO(body), "wsgi.errors": io.StringIO()}
    answer = b"".join(helpers(environ | {"QUERY_STRING": query}, lambda status, *_: told.append(status)))
    return int(told[0][:3]), answer


@st.composite
def extreme_jobs(draw):
    """A real work with one to three of its values gone to an extreme, each still of its kind."""
    job, number = draw(st.sampled_from(WORKS))
    work = job["works"][number]
    for path in draw(st.lists(st.sampled_from(sorted(leaves(work), key=str)), min_size=1, max_size=3, unique=True)):
        here = work
        for key in path:
            here = here[key]
        if isinstance(here, bool):
            value = not here
        elif isinstance(here, int):
            value = draw(st.sampled_from((0, 1, 2, 11, 97, 1000, 10**6, -1)))
        else:
            value = draw(st.sampled_from(EXTREMES))
        work = with_value(work, path, value)
    return {**job, "works": [work]}


def test_extreme_but_valid_looking_jobs_are_answered_in_words_within_their_budget(helped):
    asked = 0

    @settings(max_examples=REQUESTS // len(WAYS) + 1, deadline=None, suppress_health_check=list(HealthCheck))
    @given(job=extreme_jobs())
    def ask(job):
        nonlocal asked
        for way in WAYS:
            status, answer = status_of(helped, way, job)
            assert status < 500, (way, json.dumps(job["works"]), answer[:300])
            asked += 1

    ask()
    assert asked >= REQUESTS


@pytest.mark.parametrize("number", range(len(WORKS) if LONG else DEMO_WORKS))
def test_a_number_typed_key_by_key_into_any_field_is_answered_at_every_key(helped, number):
    job, place = WORKS[number]
    work = job["works"][place]
    for path in leaves(work):
        if not LONG and path[-1] not in COUNT_GIVING:
            continue
        for way, typed in product(WAYS[:2], KEYS):
            status, answer = status_of(helped, way, {**job, "works": [with_value(work, path, typed)]})
            assert status < 500, (way, path, typed, answer[:300])
