"""The application: guards, blueprints, and the built screens."""

from pathlib import Path
from typing import Any

from flask import Flask, Request, Response, g, request, send_from_directory
from flask_openapi3 import Info, OpenAPI
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException

from .. import __version__
from ..core.terms import Message
from ..exchange import Problem, Problems, parse_json
from ..exchange.problems import shown
from ..exchange.reading import MOST_BYTES
from ..store import BoardNotFound, BoardUsed, Database, JobNotFound, LimitSetNotFound, Stale, WorkDeleted, WorkNotFound
from . import problem
from .once import RequestDatabase, guard_changes
from .openapi import document
from .sharing import Door, guard_door, host_name

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
LOOPBACK = frozenset({"127.0.0.1", "localhost", "[::1]"})
HERE_ALONE = Door(LOOPBACK)


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
                raise Problems([Problem("", Message("error.not_object", {"found": shown(g.body)}))])
        return g.body


def create_app(database: Database, screens: Path | None = None, door: Door = HERE_ALONE) -> OpenAPI:
    """The Flask application.

    Args:
        database: where jobs and works are kept.
        screens: the folder of the built front end; without it only the API is served.
        door: the host names that are answered, and the address where it is shared.
    """
    app = OpenAPI(
        "easynotch",
        info=Info(title="Easy Notch", version=__version__),
        security_schemes={},
        validation_error_callback=problem.from_pydantic,
        doc_ui=False,
    )
    app.request_class = GuardedRequest
    app.config["MAX_CONTENT_LENGTH"] = MOST_BYTES
    app.extensions["easynotch.database"] = RequestDatabase(database)
    app.extensions["easynotch.door"] = door
    _guard(app, door)
    guard_door(app, database, door)
    guard_changes(app, database)
    _problems(app)
    from .carry import api as carry  # noqa: PLC0415
    from .cut import api as cut  # noqa: PLC0415
    from .cutting import api as cutting  # noqa: PLC0415
    from .devices import api as devices  # noqa: PLC0415
    from .exports import api as exports  # noqa: PLC0415
    from .gauge import api as gauge  # noqa: PLC0415
    from .hips import api as hips  # noqa: PLC0415
    from .jobs import api as jobs  # noqa: PLC0415
    from .limit_sets import api as limit_sets  # noqa: PLC0415
    from .making import api as making  # noqa: PLC0415
    from .marking import api as marking  # noqa: PLC0415
    from .outline import api as outline  # noqa: PLC0415
    from .practice import api as practice  # noqa: PLC0415
    from .rack import api as rack  # noqa: PLC0415
    from .shop import api as shop  # noqa: PLC0415
    from .stair import api as stair  # noqa: PLC0415
    from .take_away import api as take_away  # noqa: PLC0415
    from .whole import api as whole  # noqa: PLC0415
    from .work_out import api as work_out  # noqa: PLC0415
    from .works import api as works  # noqa: PLC0415

    for blueprint in (
        work_out,
        whole,
        take_away,
        gauge,
        outline,
        hips,
        cut,
        carry,
        cutting,
        making,
        rack,
        exports,
        stair,
        practice,
        jobs,
        works,
        marking,
        shop,
        limit_sets,
        devices,
    ):
        app.register_api(blueprint)
    app.add_url_rule("/api/openapi.json", "openapi_document", lambda: document(app))
    if screens is not None:
        _serve_screens(app, screens)
    return app


def _guard(app: Flask, door: Door) -> None:
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


def _problems(app: Flask) -> None:
    app.register_error_handler(Problems, problem.from_problems)
    app.register_error_handler(ValidationError, problem.from_pydantic)
    app.register_error_handler(Stale, problem.stale)
    app.register_error_handler(WorkDeleted, problem.deleted)
    app.register_error_handler(WorkNotFound, problem.missing)
    app.register_error_handler(JobNotFound, problem.missing)
    app.register_error_handler(LimitSetNotFound, problem.missing)
    app.register_error_handler(BoardNotFound, problem.missing)
    app.register_error_handler(BoardUsed, problem.used)
    app.register_error_handler(HTTPException, problem.http)
    app.register_error_handler(Exception, problem.unknown)


LONGEST_NAME = 200
"""Of a built file: a longer one is none, and more than a file system takes."""


def _serve_screens(app: Flask, screens: Path) -> None:
    def screen(file: str) -> Response:
        if file.startswith("api/"):
            return problem.problem(404, problem.PLAIN.say(Message("problem.not_found")))
        wanted = file if file and len(file) < LONGEST_NAME and (screens / file).is_file() else "index.html"
        response = send_from_directory(screens, wanted)
        lasting = wanted.startswith("assets/")
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable" if lasting else "no-cache"
        return response

    app.add_url_rule("/", "front", screen, defaults={"file": ""})
    app.add_url_rule("/<path:file>", "screen", screen)
