"""What every request passes: whose host and origin are answered, bodies read by us; and the headers that are sent."""

from typing import Any

from flask import Flask, Request, Response, g, request

from ...core.terms import Message
from ...exchange import Problem, Problems, parse_json
from ...exchange.problems import quotable
from . import problem
from .sharing import Door, host_name

SECURITY_HEADERS = {
    "Content-Security-Policy": (
        "default-src 'none'; script-src 'self'; connect-src 'self'; img-src 'self' data:; font-src 'self'; "
        "style-src 'self' 'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='; "
        "base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    ),
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
}


class GuardedRequest(Request):
    """A request whose JSON was parsed by us: size, nesting and endless numbers are refused before anything else."""

    def get_json(self, *_: Any, **__: Any) -> Any:
        """The body, parsed once.

        Raises:
            Problems: as ``parse_json``.
        """
        if "body" not in g:
            g.body = parse_json(self.get_data(cache=True))
            if not isinstance(g.body, dict):
                raise Problems([Problem("", Message("error.not_object", {"found": quotable(g.body)}))])
        return g.body


def guard_requests(app: Flask, door: Door) -> None:
    """Refuse foreign hosts and origins, and send the security headers with every answer."""

    @app.before_request
    def refuse_strangers() -> Response | None:
        if host_name() not in door.hosts:
            return problem.problem(403, problem.PLAIN.say(Message("problem.bad_host")))
        origin = request.headers.get("Origin")
        changes = request.method not in ("GET", "HEAD", "OPTIONS")
        if changes and origin is not None and origin != f"{request.scheme}://{request.host}":
            return problem.problem(403, problem.PLAIN.say(Message("problem.bad_origin")))
        return None

    @app.after_request
    def secure(response: Response) -> Response:
        for name, value in SECURITY_HEADERS.items():
            response.headers.setdefault(name, value)
        if request.path.startswith("/api/"):
            response.headers["Cache-Control"] = "no-store"
        return response
