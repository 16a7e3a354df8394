"""Listening for connections: so many from one address, headers and bodies within so long, no body of two lengths."""

import socket
import time
from typing import Any

from waitress.adjustments import Adjustments
from waitress.channel import HTTPChannel
from waitress.parser import HTTPRequestParser, ParsingError
from waitress.server import TcpWSGIServer, UnixWSGIServer
from waitress.task import ThreadedTaskDispatcher

MOST_OF_ONE = 48
"""Connections of one address: a browser opens six, and several may run on one machine."""
MOST = 1000
"""Connections of all."""
HEADERS_S = 15.0
"""From a request's first letter to the end of its headers."""
BODY_S = 300.0
"""To the end of its body: a backup comes from this machine, a drawing over a slow network."""
IDLE_S = 60
LOOK_S = 2
"""Between two looks at who takes too long."""


class StrictParser(HTTPRequestParser):  # type: ignore[misc]
    """A parser that refuses a body said to be of a length and chunked as well."""

    def parse_header(self, header_plus: bytes) -> None:
        """Raises ParsingError where the body's end is said twice."""
        super().parse_header(header_plus)
        if self.chunked and "CONTENT_LENGTH" in self.headers:
            raise ParsingError("Content-Length and Transfer-Encoding are both given")


class TimedChannel(HTTPChannel):  # type: ignore[misc]
    """A connection that knows when the request it is receiving began."""

    parser_class = StrictParser
    began = 0.0

    def received(self, data: bytes) -> bool:
        """Take what came."""
        if self.request is None:
            self.began = time.time()
        return bool(super().received(data))

    def takes_too_long(self, now: float) -> bool:
        """Whether its request should have come whole by now."""
        if self.request is None:
            return False
        return now - self.began > (BODY_S if self.request.headers_finished else HEADERS_S)


class _Bounded:
    """What both kinds of listening share."""

    channel_class = TimedChannel
    active_channels: dict[Any, TimedChannel]

    def maintenance(self, now: float) -> None:
        """Close what is idle, and what does not come to an end."""
        super().maintenance(now)  # type: ignore[misc]
        for channel in list(self.active_channels.values()):
            if channel.takes_too_long(now):
                channel.will_close = True


class Listening(_Bounded, TcpWSGIServer):  # type: ignore[misc]
    """A port whose addresses have so many connections each."""

    def run(self) -> None:
        """Serve until somebody says to stop, which is raised."""
        self.asyncore.loop(timeout=1, map=self._map, use_poll=True)

    def stop(self) -> None:
        """Let what is under way come to its end, and hang up."""
        self.task_dispatcher.shutdown()
        self.asyncore.close_all(self._map)

    def handle_accept(self) -> None:
        """Accept a connection, or hang up where its address has too many."""
        super().handle_accept()
        latest = next(reversed(self.active_channels.values()), None)
        if latest is None:
            return
        of_one = sum(one.addr[0] == latest.addr[0] for one in self.active_channels.values())
        if of_one > MOST_OF_ONE:
            latest.handle_close()


class ListeningWithin(_Bounded, UnixWSGIServer):  # type: ignore[misc]
    """A socket of this machine alone, at which what came over the network encrypted arrives."""


def _encrypted(application: Any) -> Any:
    """An application that knows its requests came encrypted."""
    return lambda environ, start: application({**environ, "wsgi.url_scheme": "https"}, start)


def listen(application: Any, port: socket.socket, within: socket.socket | None, threads: int) -> Listening:
    """Listen at a port, and where there is one at a socket of this machine alone. ``run`` of it serves both."""
    adjustments = Adjustments(
        threads=threads,
        ident=None,
        connection_limit=MOST,
        asyncore_use_poll=True,
        channel_timeout=IDLE_S,
        cleanup_interval=LOOK_S,
        channel_request_lookahead=1,
        max_request_body_size=2**40,
    )
    dispatcher = ThreadedTaskDispatcher()
    dispatcher.set_thread_count(adjustments.threads)
    shared: dict[int, Any] = {}
    found = None
    for one, kind, what in ((within, ListeningWithin, _encrypted(application)), (port, Listening, application)):
        if one is not None:
            found = kind(
                what, shared, True, one, dispatcher=dispatcher, adj=adjustments, bind_socket=False,
                sockinfo=(one.family, one.type, one.proto, one.getsockname()),
            )  # fmt: skip
    assert isinstance(found, Listening)
    return found
