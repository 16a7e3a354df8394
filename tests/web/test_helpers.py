"""If these break, a screen waits for an answer that never comes, or a late request is served before an early one."""

import contextlib
import io
import json
import os
import signal
import socket
from threading import Thread
from time import sleep

import pytest

from easynotch.store import Database
from easynotch.web.app import create_app
from easynotch.web.server import listening
from easynotch.web.server.helpers import Helpers, Turns
from easynotch.web.server.nursery import request_to
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
        told = environ["wsgi.input"].read().strip()
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


@pytest.fixture
def patient():
    helpers = Helpers(Slow(), 2, (PATH, b"warm"), budget=120.0)
    yield helpers
    helpers.stop()


def test_an_answer_nobody_waits_for_is_worked_out_no_further(patient):
    before = set(patient.children)
    status, _ = answered(patient, b"loop", **{"waitress.client_disconnected": lambda: True})
    assert status.startswith("503")
    assert len(set(patient.children) - before) == 1
    # A change is made to its end, whoever hears of it.
    status, answer = answered(
        patient, b"x", HTTP_IDEMPOTENCY_KEY="a-change", **{"waitress.client_disconnected": lambda: True}
    )
    assert (status, answer) == ("200 OK", b"well")


def test_a_newer_question_of_a_screen_takes_the_place_of_the_older_one_and_of_no_other_screens(patient):
    told = {}

    def ask(name, screen, number=2):
        told[name] = answered(patient, b"loop" if name != "newer" else b"x", HTTP_X_SCREEN=f"{screen} {number}")[0]

    older, other = (Thread(target=ask, args=(name, name)) for name in ("first", "second"))
    older.start()
    other.start()
    while len(patient.turns.idle):
        sleep(0.01)
    # Both helpers are at work: one is set free by the newer question, the other goes on. One that was asked before and
    # arrives late is vain itself.
    ask("late", "first", 1)
    assert told.pop("late").startswith("503")
    assert older.is_alive()
    ask("newer", "first", 3)
    older.join(30)
    assert told == {"first": told["first"], "newer": "200 OK"}
    assert told["first"].startswith("503")
    assert other.is_alive()
    # Who waits for a turn and goes away leaves the queue.
    again = Thread(target=ask, args=("third", "third"))
    again.start()
    while len(patient.turns.idle):
        sleep(0.01)
    assert answered(patient, b"x", **{"waitress.client_disconnected": lambda: True})[0].startswith("503")
    assert not patient.turns.waiting
    for one in list(patient.known.values()):
        os.kill(one.pid, signal.SIGKILL)
    other.join(30)
    again.join(30)


@pytest.mark.parametrize(
    ("method", "path", "size"),
    [("PUT", "/api/works/a1", 70_000), ("POST", "/api/jobs", 70_000), ("POST", "/api/backup", 9_000_000)],
)
def test_what_is_long_to_read_is_read_in_a_helper_and_what_is_as_large_as_it_is_goes_over_as_a_file(
    slow, method, path, size
):
    # Read here, it would end this very process.
    assert answered(slow, b"die" + b" " * size, path=path, REQUEST_METHOD=method)[0].startswith("503")
    assert answered(slow, b"x" + b" " * size, path=path, REQUEST_METHOD=method) == ("200 OK", b"well")


def test_what_is_kept_waits_for_no_helper(patient):
    ways = [Thread(target=lambda: answered(patient, b"loop")) for _ in range(2)]
    for way in ways:
        way.start()
    while len(patient.turns.idle):
        sleep(0.01)
    for path in ("/api/jobs", "/api/works/a1/undo", "/api/rack", "/api/jobs/a1/works"):
        assert answered(patient, b"x", path=path) == ("200 OK", b"well")
    for one in list(patient.known.values()):
        os.kill(one.pid, signal.SIGKILL)
    for way in ways:
        way.join(30)


@pytest.fixture
def port(monkeypatch):
    """A server that takes so little time to lose patience, on a port of this machine."""
    monkeypatch.setattr(listening, "HEADERS_S", 0.5)
    monkeypatch.setattr(listening, "LOOK_S", 0.1)
    listens = socket.create_server(("127.0.0.1", 0), backlog=256)
    server = listening.listen(Slow(), listens, None, 4)
    running = Thread(target=server.run, daemon=True)
    running.start()
    yield listens.getsockname()[1]
    server.stop()
    running.join(10)


def test_a_hundred_slow_connections_of_one_address_hold_nobody_else_up_and_are_closed(port):
    slow = []
    for _ in range(110):
        one = socket.create_connection(("127.0.0.1", port), source_address=("127.0.0.2", 0))
        one.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\n")
        slow.append(one)
    with socket.create_connection(("127.0.0.1", port)) as other:
        other.sendall(b"GET / HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
        assert other.recv(1000).startswith(b"HTTP/1.1 200")
    for one in slow:
        one.settimeout(30)
        with contextlib.suppress(ConnectionResetError):
            # Hung up on, or told that it took too long.
            while one.recv(1000):
                pass
        one.close()


def test_a_body_whose_end_is_said_twice_is_refused(port):
    with socket.create_connection(("127.0.0.1", port)) as one:
        one.sendall(
            b"POST / HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 3\r\nTransfer-Encoding: chunked\r\n\r\n0\r\n\r\n"
        )
        assert one.recv(1000).startswith(b"HTTP/1.1 400")


def test_stopping_waits_for_nobody_who_computes(patient):
    told = []
    ways = [Thread(target=lambda: told.append(answered(patient, b"loop")[0])) for _ in range(4)]
    for way in ways:
        way.start()
    while len(patient.turns.idle) or len(patient.turns.waiting) < 2:
        sleep(0.01)
    patient.stop()
    for way in ways:
        way.join(20)
    assert [one[:3] for one in told] == ["503"] * 4
    assert all(gone(child) is False for child in patient.children)
