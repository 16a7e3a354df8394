"""Helper processes that compute, so that as many answers are worked out at once as there are cores.

The first process listens, hands a request on to the helper that has been idle longest, and passes its answer back;
requests wait in the order they came. A helper is the same application, forked before any thread was started. It ends
when its pipe does: however the first process went, its end of the pipe goes with it.
"""

import contextlib
import io
import os
import signal
import sys
from collections import deque
from collections.abc import Callable, Iterable
from concurrent.futures import Future
from multiprocessing import Pipe
from multiprocessing.connection import Connection
from threading import Lock
from typing import Any

Environ = dict[str, Any]
Start = Callable[..., Any]
Application = Callable[[Environ, Start], Iterable[bytes]]
Answer = tuple[str, list[tuple[str, str]], bytes]

MOST_BYTES = 1_000_000
"""A larger body is not carried over: the first process answers it itself."""
SETTLE_S = 0.4
"""Before the first answer of its own: the process that listens is still starting."""
CARRIED = frozenset(
    {"REQUEST_METHOD", "SCRIPT_NAME", "PATH_INFO", "QUERY_STRING", "CONTENT_TYPE", "CONTENT_LENGTH", "SERVER_NAME",
     "SERVER_PORT", "SERVER_PROTOCOL", "REMOTE_ADDR", "wsgi.url_scheme", "wsgi.version"}
)  # fmt: skip
"""What of a request is carried over, beside its headers and its body."""


class Turns:
    """Idle helpers, each handed to who has waited longest: a queue of the library lets late comers slip in."""

    def __init__(self, helpers: Iterable[Connection]) -> None:
        self.lock = Lock()
        self.idle = deque(helpers)
        self.left = len(self.idle)
        self.waiting: deque[Future[Connection | None]] = deque()

    def take(self) -> Connection | None:
        """The helper that has been idle longest, once it is one's turn; None where none is left."""
        with self.lock:
            if self.idle or not self.left:
                return self.idle.popleft() if self.idle else None
            turn: Future[Connection | None] = Future()
            self.waiting.append(turn)
        return turn.result()

    def give(self, helper: Connection) -> None:
        """A helper is idle again."""
        with self.lock:
            if not self.waiting:
                self.idle.append(helper)
                return
            turn = self.waiting.popleft()
        turn.set_result(helper)

    def lose(self) -> None:
        """A helper that was taken is gone; with the last one nobody waits any more."""
        with self.lock:
            self.left -= 1
            stranded = list(self.waiting) if not self.left else []
            if stranded:
                self.waiting.clear()
        for turn in stranded:
            turn.set_result(None)


class Helpers:
    """Forked helpers of an application."""

    def __init__(
        self, application: Application, count: int, first: tuple[str, bytes], let_go: Callable[[], None] = lambda: None
    ) -> None:
        """Fork them. To be called before any thread is started.

        Args:
            application: what answers.
            count: how many; none where there is no fork.
            first: the path and body of a request each answers to itself, so that all it needs is at hand for others.
            let_go: what a helper lets go of that only the first process needs: the port it listens on.
        """
        self.application = application
        self.children: list[int] = []
        mine: list[Connection] = []
        for _ in range(count if hasattr(os, "fork") else 0):
            here, there = Pipe()
            child = os.fork()
            if child == 0:
                let_go()
                for other in [*mine, here]:
                    other.close()
                _help(application, there, first)
            there.close()
            mine.append(here)
            self.children.append(child)
        self.turns = Turns(mine)

    def __call__(self, environ: Environ, start: Start) -> Iterable[bytes]:
        """Answer a request: what computes in a helper, everything else here."""
        length = environ.get("CONTENT_LENGTH") or "0"
        computes = environ["REQUEST_METHOD"] == "POST" and environ.get("PATH_INFO", "").startswith("/api/")
        if not computes or not length.isdigit() or int(length) > MOST_BYTES:
            return self.application(environ, start)
        body = environ["wsgi.input"].read(int(length))
        helper = self.turns.take()
        if helper is None:
            return self.application({**environ, "wsgi.input": io.BytesIO(body)}, start)
        kept = {key: value for key, value in environ.items() if key in CARRIED or key.startswith("HTTP_")}
        try:
            helper.send((kept, body))
            status, headers, answer = helper.recv()
        except (EOFError, OSError):
            # It is gone, and this process does its work.
            self.turns.lose()
            return self.application({**environ, "wsgi.input": io.BytesIO(body)}, start)
        self.turns.give(helper)
        start(status, headers)
        return [answer]

    def stop(self) -> None:
        """End the helpers, and wait for them."""
        for child in self.children:
            with contextlib.suppress(ProcessLookupError):
                os.kill(child, signal.SIGTERM)
        for child in self.children:
            with contextlib.suppress(ChildProcessError):
                os.waitpid(child, 0)


def _help(application: Application, pipe: Connection, first: tuple[str, bytes]) -> None:
    """Answer what comes through the pipe until it closes. Does not return."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    signal.signal(signal.SIGTERM, signal.SIG_DFL)
    path, warm = first
    try:
        if not pipe.poll(SETTLE_S):
            answer_of(application, request_to(path, warm), warm)
        while True:
            environ, body = pipe.recv()
            pipe.send(answer_of(application, environ, body))
    except (EOFError, OSError):
        os._exit(0)
    finally:
        os._exit(1)


def request_to(path: str, body: bytes) -> Environ:
    """A request of this machine's own."""
    return {
        "REQUEST_METHOD": "POST", "SCRIPT_NAME": "", "PATH_INFO": path, "QUERY_STRING": "", "SERVER_NAME": "127.0.0.1",
        "CONTENT_TYPE": "application/json", "CONTENT_LENGTH": str(len(body)), "SERVER_PORT": "80",
        "SERVER_PROTOCOL": "HTTP/1.1", "REMOTE_ADDR": "127.0.0.1", "HTTP_HOST": "127.0.0.1",
        "wsgi.url_scheme": "http", "wsgi.version": (1, 0),
    }  # fmt: skip


def answer_of(application: Application, environ: Environ, body: bytes) -> Answer:
    """An application's answer to a request that was carried over, whole."""
    told: list[tuple[str, list[tuple[str, str]]]] = []

    def start(status: str, headers: list[tuple[str, str]], *_: object) -> None:
        told.append((status, headers))

    whole = {
        **environ,
        "wsgi.input": io.BytesIO(body), "wsgi.errors": sys.stderr, "wsgi.multithread": False,
        "wsgi.multiprocess": True, "wsgi.run_once": False,
    }  # fmt: skip
    parts = application(whole, start)
    try:
        answer = b"".join(parts)
    finally:
        close = getattr(parts, "close", None)
        if close is not None:
            close()
    status, headers = told[-1]
    return status, headers, answer
