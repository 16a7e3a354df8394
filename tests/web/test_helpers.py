"""If these break, a screen waits for an answer that never comes, or a late request is served before an early one."""

import io
import json
import os
import signal
from threading import Thread
from time import sleep

import pytest

from easynotch.store import Database
from easynotch.web.app import create_app
from easynotch.web.helpers import Helpers, Turns, request_to
from easynotch.web.serving import WARM

PATH = "/api/work-out"


@pytest.fixture
def helped(tmp_path):
    helpers = Helpers(create_app(Database(tmp_path)), 2, (PATH, WARM))
    yield helpers
    helpers.stop()


def answered(helpers, body=WARM, path=PATH, **more):
    told = []

    def start(status, headers, *_):
        told.append((status, dict(headers)))

    environ = request_to(path, body) | {"wsgi.input": io.BytesIO(body), "wsgi.errors": io.StringIO()} | more
    answer = b"".join(helpers(environ, start))
    return told[0][0], answer


def test_a_helper_answers_as_the_application_itself_does_and_refuses_what_it_refuses(helped):
    for body in (WARM, b"{", json.dumps({"format": "easy-notch-job"}).encode()):
        alone = Helpers(helped.application, 0, (PATH, WARM))
        assert answered(helped, body) == answered(alone, body)
    assert answered(helped)[0] == "200 OK"
    assert answered(helped, HTTP_HOST="elsewhere.example")[0].startswith("4")


def test_helpers_that_are_killed_are_replaced_and_only_what_they_were_at_is_refused(helped):
    for killed in helped.children:
        os.kill(killed, signal.SIGKILL)
        while gone(killed):
            pass
    answers = [answered(helped)[0] for _ in range(6)]
    # A helper that was gone already is found out before a request reaches it, or as it does.
    assert sum(one.startswith("503") for one in answers) <= 2
    assert answers[2:] == ["200 OK"] * 4
    assert len(helped.children) == 2
    assert not any(gone(child) is False for child in helped.children)


def gone(process):
    """Whether a process is still to be found; a killed one is taken away by its parent."""
    try:
        os.kill(process, 0)
    except ProcessLookupError:
        return False
    return True


class Slow:
    """An application that does as it is told: sleeps, takes memory, or dies."""

    def __call__(self, environ, start):
        told = environ["wsgi.input"].read()
        if told == b"sleep":
            sleep(60)
        if told == b"loop":
            while True:
                pass
        if told == b"die":
            os.kill(os.getpid(), signal.SIGKILL)
        if told == b"memory":
            try:
                bytearray(8_000_000_000)
            except MemoryError:
                start("503 Service Unavailable", [])
                return [b"memory"]
        start("200 OK", [])
        return [b"well"]


@pytest.fixture
def slow():
    helpers = Helpers(Slow(), 2, (PATH, b"warm"), budget=0.5)
    yield helpers
    helpers.stop()


@pytest.mark.parametrize(("told", "begins"), [(b"sleep", "503"), (b"loop", "503"), (b"die", "503"), (b"memory", "503")])
def test_a_request_that_hangs_loops_dies_or_eats_memory_is_refused_in_words_and_nobody_else_notices(slow, told, begins):
    before = slow.children
    status, answer = answered(slow, told)
    assert status.startswith(begins)
    assert told == b"memory" or json.loads(answer)["detail"]
    assert answered(slow, b"x")[0] == answered(slow, b"y")[0] == "200 OK"
    assert len(slow.children) == 2
    assert (set(slow.children) == set(before)) is (told == b"memory")


def test_heavy_requests_on_every_helper_hold_up_no_other_for_longer_than_their_budget(slow):
    ways = [Thread(target=lambda: answered(slow, b"loop")) for _ in range(2)]
    for way in ways:
        way.start()
    assert answered(slow, b"x")[0] == "200 OK"
    for way in ways:
        way.join(30)
    # What is kept is kept by the process that listens: it never waits for a helper.
    assert answered(slow, b"x", REQUEST_METHOD="PUT")[0] == "200 OK"


def test_helpers_that_are_at_work_end_with_the_process_that_listens_too():
    reading, writing = os.pipe()
    parent = os.fork()
    if parent == 0:
        helpers = Helpers(Slow(), 2, (PATH, b"warm"), budget=120.0)
        for _ in range(2):
            Thread(target=lambda: answered(helpers, b"loop"), daemon=True).start()
        sleep(0.3)
        os.kill(os.getpid(), signal.SIGKILL)
    os.waitpid(parent, 0)
    os.close(writing)
    assert os.read(reading, 1) == b""


def test_who_came_first_is_served_first_and_nobody_waits_for_a_helper_that_is_gone():
    turns, served = Turns(["one"]), []
    only = turns.take()
    ways = []
    for number in range(5):
        way = Thread(target=lambda number=number: served.append((number, turns.take())))
        way.start()
        while len(turns.waiting) <= number:
            way.join(0.001)
        ways.append(way)
    for number in range(3):
        turns.give(only)
        ways[number].join(10)
    assert served == [(0, "one"), (1, "one"), (2, "one")]
    turns.lose()
    for way in ways:
        way.join(10)
    assert sorted(served[3:]) == [(3, None), (4, None)]
    assert turns.take() is None


def test_helpers_end_with_the_process_that_listens(tmp_path):
    reading, writing = os.pipe()
    parent = os.fork()
    if parent == 0:
        helpers = Helpers(create_app(Database(tmp_path)), 2, (PATH, WARM))
        os.write(writing, json.dumps(helpers.children).encode())
        os.kill(os.getpid(), signal.SIGKILL)
    os.waitpid(parent, 0)
    children = json.loads(os.read(reading, 1000))
    # The pipe's other ends are theirs alone now: it closes once they are gone.
    os.close(writing)
    assert os.read(reading, 1) == b""
    assert len(children) == 2
