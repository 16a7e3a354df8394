"""The nursery: a process of one thread that processes which compute are forked from, and what those do.

It is forked itself before any thread is started and does nothing else: so a helper that died, or took longer than its
request may, is replaced at any time.
"""

import contextlib
import ctypes
import io
import os
import resource
import signal
import sys
from collections.abc import Callable, Iterable
from dataclasses import dataclass
from multiprocessing import Pipe
from multiprocessing.connection import Connection
from multiprocessing.reduction import recv_handle, send_handle
from pathlib import Path
from threading import Lock
from typing import Any

Environ = dict[str, Any]
Start = Callable[..., Any]
Application = Callable[[Environ, Start], Iterable[bytes]]
Answer = tuple[str, list[tuple[str, str]], bytes]

SETTLE_S = 0.4
"""Before the first answer of its own: the process that listens is still starting."""
GRACE_S = 1.0
NICER = 5
MEMORY = 1_500_000_000
"""Bytes a helper may take beyond what it starts with."""
FILE = "easynotch.file"
"""Where such a body lies."""
PARENT_GONE = 1
"""``prctl``: the signal to get when the parent ends."""


@dataclass(frozen=True, slots=True)
class Helper:
    """A process that computes, and the pipe to it."""

    pipe: Connection
    pid: int

    def end(self) -> None:
        """Whatever it is doing."""
        with contextlib.suppress(ProcessLookupError):
            os.kill(self.pid, signal.SIGKILL)
        self.pipe.close()


class Nursery:
    """The process that helpers are forked from."""

    def __init__(self, application: Application, first: tuple[str, bytes], let_go: Callable[[], None]) -> None:
        here, there = Pipe()
        listening = os.getpid()
        self.pid = os.fork()
        if self.pid == 0:
            here.close()
            let_go()
            _ends_with(listening)
            _nurse(application, there, first)
        there.close()
        self.pipe, self.lock = here, Lock()

    def helper(self) -> Helper | None:
        """A new helper; None where the nursery is gone."""
        with self.lock:
            try:
                self.pipe.send(os.getpid())
                handle = recv_handle(self.pipe)
                return Helper(Connection(handle), self.pipe.recv())
            except (EOFError, OSError):
                return None

    def stop(self) -> None:
        """End it, and wait for it."""
        with contextlib.suppress(ProcessLookupError):
            os.kill(self.pid, signal.SIGTERM)
        with contextlib.suppress(ChildProcessError):
            os.waitpid(self.pid, 0)
        self.pipe.close()


def _ends_with(parent: int) -> None:
    """From now on this process ends when that one does, even in the middle of a loop."""
    with contextlib.suppress(AttributeError, OSError):
        ctypes.CDLL(None).prctl(PARENT_GONE, signal.SIGKILL)
    if os.getppid() != parent:
        os._exit(0)


def _nurse(application: Application, pipe: Connection, first: tuple[str, bytes]) -> None:
    """Fork a helper for every number that comes through the pipe, until it closes. Does not return."""
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    signal.signal(signal.SIGTERM, signal.SIG_DFL)
    # Helpers that ended leave nothing behind.
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    nursery = os.getpid()
    try:
        while True:
            wanted = pipe.recv()
            here, there = Pipe()
            child = os.fork()
            if child == 0:
                pipe.close()
                here.close()
                _ends_with(nursery)
                _help(application, there, first)
            there.close()
            send_handle(pipe, here.fileno(), wanted)
            here.close()
            pipe.send(child)
    except (EOFError, OSError):
        os._exit(0)
    finally:
        os._exit(1)


def _help(application: Application, pipe: Connection, first: tuple[str, bytes]) -> None:
    """Answer what comes through the pipe until it closes. Does not return."""
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    signal.signal(signal.SIGALRM, signal.SIG_DFL)
    # The process that listens and keeps goes first where there are fewer cores than work.
    os.nice(NICER)
    _bound_memory()
    path, warm = first
    try:
        if not pipe.poll(SETTLE_S):
            answer_of(application, request_to(path, warm), warm)
        while True:
            environ, body, budget = pipe.recv()
            # Where nobody is left to end it, it ends itself.
            signal.setitimer(signal.ITIMER_REAL, budget + 2 * GRACE_S)
            pipe.send(answer_of(application, environ, body))
            signal.setitimer(signal.ITIMER_REAL, 0)
    except (EOFError, OSError):
        os._exit(0)
    finally:
        os._exit(1)


def _bound_memory() -> None:
    """So much more than now, and no more: what asks for more is told so, and the machine goes on."""
    with contextlib.suppress(OSError, ValueError):
        now = int(Path("/proc/self/statm").read_text("ascii").split()[0]) * resource.getpagesize()
        resource.setrlimit(resource.RLIMIT_AS, (now + MEMORY, now + MEMORY))


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
    with contextlib.ExitStack() as stack:
        if FILE in environ:
            whole["wsgi.input"] = stack.enter_context(Path(environ[FILE]).open("rb"))
        parts = application(whole, start)
        stack.callback(getattr(parts, "close", lambda: None))
        answer = b"".join(parts)
    status, headers = told[-1]
    return status, headers, answer
