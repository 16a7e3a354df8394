"""If these break, a screen waits for an answer that never comes, or a late request is served before an early one."""

import io
import json
import os
import signal
from threading import Thread

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


def test_when_helpers_are_killed_every_request_is_answered_all_the_same(helped):
    os.kill(helped.children[0], signal.SIGKILL)
    answers = []
    ways = [Thread(target=lambda: answers.append(answered(helped)[0])) for _ in range(6)]
    for way in ways:
        way.start()
    os.kill(helped.children[1], signal.SIGKILL)
    for way in ways:
        way.join(60)
    assert answers == ["200 OK"] * 6
    assert answered(helped)[0] == "200 OK"


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
