"""Helper processes that compute, each request within a budget, so that no request stops another device's.

The first process listens, hands a request on to the helper that has been idle longest, and passes its answer back;
requests wait in the order they came. No request that a helper did not answer is tried again: it may be what ended it.
"""

import json
import os
import re
from collections import deque
from collections.abc import Callable, Iterable
from concurrent.futures import Future
from shutil import copyfileobj
from tempfile import NamedTemporaryFile
from threading import Lock
from time import monotonic

from ...core.terms import Message
from ...exchange.reading import MOST_BYTES
from .nursery import FILE, GRACE_S, Answer, Application, Environ, Helper, Nursery, Start
from .problem import PLAIN

BUDGET_S = 20.0
"""What a request may take; on a slow machine the largest roof of the tests takes a quarter of it."""
LONG_S = 600.0
"""What making files, plans and backups may take."""
LONG = ("export", "preview", "hand-out", "plan", "cut", "yard", "backup", "import", "carry", "jobs", "making")
"""Parts of the addresses of what is made long."""
LOOK_S = 0.1
"""Between two looks at whether the answer is still wanted."""
SCREEN = "HTTP_X_SCREEN"
"""The header that names the screen that asks, and which of its questions this is: a later one makes it vain. They need
not arrive in the order they were asked.
"""
MOST_SCREENS, MOST_LETTERS = 500, 80
CHANGE = "HTTP_IDEMPOTENCY_KEY"
"""The header that numbers a change."""
KEEPING = re.compile(
    r"/api/(instruments/\w+|jobs(/\w+/(works|archive|restore|orders))?|works/\w+/(undo|redo|restore|archive|duplicate)|rack|limit-sets"
    r"|devices/code)"
)
"""What keeps something and computes nothing: answered at once, however busy the helpers are."""
LIGHT_BYTES = 65536
"""A larger body takes so long to read that it is read in a helper, whatever it is for."""
COMPUTING = re.compile(r"/api/(works/\w+/(marking|marking/tick|cutting)|jobs/\w+/order(\.ics|/.*)?|cut-boards/.*)")
"""What computes though it is no POST."""
FILES = "/api/backup"
"""The address whose bodies may be larger than ``MOST_BYTES``."""
CARRIED = frozenset(
    {"REQUEST_METHOD", "SCRIPT_NAME", "PATH_INFO", "QUERY_STRING", "CONTENT_TYPE", "CONTENT_LENGTH", "SERVER_NAME",
     "SERVER_PORT", "SERVER_PROTOCOL", "REMOTE_ADDR", "wsgi.url_scheme", "wsgi.version"}
)  # fmt: skip
"""What of a request is carried over, beside its headers and its body."""


def never() -> bool:
    """Whoever asked goes on waiting."""
    return False


class Dropped(Exception):
    """Nobody wants an answer any more: whoever asked is gone, or has asked anew."""


class Turns:
    """Idle helpers, each handed to who has waited longest: a queue of the library lets late comers slip in."""

    def __init__(self, helpers: Iterable[Helper]) -> None:
        self.lock = Lock()
        self.idle = deque(helpers)
        self.left = len(self.idle)
        self.waiting: deque[Future[Helper | None]] = deque()

    def take(self, dropped: Callable[[], bool] = never) -> Helper | None:
        """The helper that has been idle longest, once it is one's turn; None where none is left.

        Raises:
            Dropped: nobody wants the answer any more.
        """
        with self.lock:
            if self.idle or not self.left:
                return self.idle.popleft() if self.idle else None
            turn: Future[Helper | None] = Future()
            self.waiting.append(turn)
        while True:
            try:
                return turn.result(LOOK_S)
            except TimeoutError:
                if dropped() and self._leave(turn):
                    raise Dropped from None

    def _leave(self, turn: "Future[Helper | None]") -> bool:
        """Wait no longer; False where the turn has come meanwhile."""
        with self.lock:
            if turn not in self.waiting:
                return False
            self.waiting.remove(turn)
            return True

    def give(self, helper: Helper) -> None:
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
    """As many helpers of an application as were asked for, always."""

    def __init__(
        self,
        application: Application,
        count: int,
        first: tuple[str, bytes],
        let_go: Callable[[], None] = lambda: None,
        budget: float = BUDGET_S,
    ) -> None:
        """Fork them. To be called before any thread is started.

        Args:
            application: what answers.
            count: how many; none where there is no fork.
            first: the path and body of a request each answers to itself, so that all it needs is at hand for others.
            let_go: what a helper lets go of that only the first process needs: the port it listens on.
            budget: seconds a request may take that makes nothing long.
        """
        self.application, self.budget = application, budget
        self.nursery = Nursery(application, first, let_go) if count and hasattr(os, "fork") else None
        made = [one for _ in range(count) if self.nursery and (one := self.nursery.helper()) is not None]
        self.known = {one.pid: one for one in made}
        self.latest: dict[str, int] = {}
        self.turns = Turns(made)

    @property
    def children(self) -> list[int]:
        """The helpers' process numbers."""
        return list(self.known)

    def __call__(self, environ: Environ, start: Start) -> Iterable[bytes]:
        """Answer a request: what computes in a helper, everything else here."""
        length = environ.get("CONTENT_LENGTH") or "0"
        if self.nursery is None or not _computes(environ) or not length.isdigit():
            return self.application(environ, start)
        kept = {key: value for key, value in environ.items() if key in CARRIED or key.startswith("HTTP_")}
        if int(length) > MOST_BYTES:
            if not environ["PATH_INFO"].startswith(FILES):
                return self.application(environ, start)
            # What is as large as it is goes over as a file.
            with NamedTemporaryFile(prefix="easy-notch-") as file:
                copyfileobj(environ["wsgi.input"], file)
                file.flush()
                status, headers, answer = self._computed({**kept, FILE: file.name}, b"")
        else:
            body = environ["wsgi.input"].read(int(length))
            try:
                status, headers, answer = self._computed(kept, body, self._vain(environ))
            except Dropped:
                status, headers, answer = refused("newer")
        start(status, headers)
        return [answer]

    def _vain(self, environ: Environ) -> Callable[[], bool]:
        """Whether a request's answer is wanted no more: its client is gone, or the same screen has asked anew."""
        gone: Callable[[], bool] = environ.get("waitress.client_disconnected", never)
        screen, _, count = environ.get(SCREEN, "")[:MOST_LETTERS].rpartition(" ")
        # A change is made, whoever hears of it.
        if environ["REQUEST_METHOD"] not in ("GET", "POST") or CHANGE in environ:
            return never
        if not screen or not count.isdigit():
            return gone
        number = int(count)
        self.latest[screen] = max(number, self.latest.pop(screen, 0))
        while len(self.latest) > MOST_SCREENS:
            self.latest.pop(next(iter(self.latest)), None)
        return lambda: gone() or self.latest.get(screen, 0) > number

    def _computed(self, environ: Environ, body: bytes, vain: Callable[[], bool] = never) -> Answer:
        budget = LONG_S if any(part in environ["PATH_INFO"] for part in LONG) else self.budget
        while (helper := self.turns.take(vain)) is not None:
            try:
                helper.pipe.send((environ, body, budget))
            except OSError:
                # It was gone before the request reached it.
                self._replace(helper)
                continue
            try:
                if not self._answered(helper, monotonic() + budget + GRACE_S, vain):
                    self._replace(helper)
                    return refused("too_long")
                answer: Answer = helper.pipe.recv()
            except (EOFError, OSError):
                self._replace(helper)
                return refused("too_heavy")
            self.turns.give(helper)
            return answer
        return refused("no_helper")

    def _answered(self, helper: Helper, until: float, vain: Callable[[], bool]) -> bool:
        """Wait for an answer; False where it does not come in time. What is wanted no more is stopped."""
        while not helper.pipe.poll(min(LOOK_S, max(0.0, until - monotonic()))):
            if vain():
                self._replace(helper)
                raise Dropped
            if monotonic() > until:
                return False
        return True

    def _replace(self, helper: Helper) -> None:
        helper.end()
        self.known.pop(helper.pid, None)
        new = self.nursery.helper() if self.nursery else None
        if new is None:
            self.turns.lose()
            return
        self.known[new.pid] = new
        self.turns.give(new)

    def stop(self) -> None:
        """End the nursery, so that none is replaced, and the helpers."""
        if self.nursery is not None:
            self.nursery.stop()
        for one in list(self.known.values()):
            one.end()


def _computes(environ: Environ) -> bool:
    path: str = environ.get("PATH_INFO", "")
    length = environ.get("CONTENT_LENGTH") or "0"
    if path.startswith("/api/") and length.isdigit() and int(length) > LIGHT_BYTES:
        return True
    if environ["REQUEST_METHOD"] == "POST":
        return path.startswith("/api/") and not KEEPING.fullmatch(path)
    return COMPUTING.fullmatch(path) is not None


def refused(why: str) -> Answer:
    """The answer to a request that no helper answered: a problem in words, and when to come again."""
    title, detail = PLAIN.say(Message("problem.title_503")), PLAIN.say(Message(f"problem.{why}"))
    body = json.dumps({"type": "about:blank", "title": title, "status": 503, "detail": detail, "errors": []}).encode()
    headers = [("Content-Type", "application/problem+json"), ("Content-Length", str(len(body))), ("Retry-After", "2")]
    return "503 Service Unavailable", headers, body
