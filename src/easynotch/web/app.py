"""The application: guards, blueprints, and the built screens."""

from pathlib import Path

from flask import Flask, Response, send_from_directory
from flask_openapi3 import Info, OpenAPI
from pydantic import ValidationError
from werkzeug.exceptions import HTTPException

from .. import __version__
from ..core.terms import Message
from ..exchange import Problems
from ..exchange.reading import MOST_BYTES
from ..store import BoardNotFound, BoardUsed, Database, JobNotFound, LimitSetNotFound, Stale, WorkDeleted, WorkNotFound
from ..store.log import EntryNotFound, LogSearch
from .routes import (
    cutting,
    devices,
    exports,
    gauge,
    hand_out,
    hips,
    jobs,
    limit_sets,
    logbook,
    marking,
    order,
    practice,
    rack,
    shop,
    stair,
    tasks,
    transfer,
    whole,
    work_out,
    works,
)
from .routes.measuring import instruments, outline
from .server import problem
from .server.guard import GuardedRequest, guard_requests
from .server.once import RequestDatabase, guard_changes
from .server.openapi import served
from .server.sharing import HERE_ALONE, Door, guard_door

RESOURCES = (
    work_out, whole, hand_out, gauge, outline, instruments, hips,
    transfer, cutting, tasks, rack, exports, stair, practice,
    jobs, works, marking, shop, limit_sets, devices, logbook, order,
)  # fmt: skip
"""The modules whose routes are answered."""


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
    app.extensions[logbook.SEARCH] = LogSearch()
    guard_requests(app, door)
    guard_door(app, database, door)
    guard_changes(app, database)
    _problems(app)
    for resource in RESOURCES:
        app.register_api(resource.api)
    app.register_api(cutting.questions)
    app.register_api(instruments.questions)
    app.add_url_rule("/api/openapi.json", "openapi_document", lambda: served(app))
    if screens is not None:
        _serve_screens(app, screens)
    return app


def _problems(app: Flask) -> None:
    app.register_error_handler(Problems, problem.from_problems)
    app.register_error_handler(ValidationError, problem.from_pydantic)
    app.register_error_handler(Stale, problem.stale)
    app.register_error_handler(WorkDeleted, problem.deleted)
    app.register_error_handler(WorkNotFound, problem.missing)
    app.register_error_handler(JobNotFound, problem.missing)
    app.register_error_handler(LimitSetNotFound, problem.missing)
    app.register_error_handler(BoardNotFound, problem.missing)
    app.register_error_handler(EntryNotFound, problem.missing)
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
