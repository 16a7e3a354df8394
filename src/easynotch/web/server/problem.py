"""Problem documents (RFC 9457): errors with a path and a sentence a person can act on."""

import logging
import sqlite3
from uuid import uuid4

from flask import Response
from pydantic import BaseModel, ValidationError
from werkzeug.exceptions import HTTPException

from ...core.rules import Dialect, Words
from ...core.tape import Tape, Units
from ...core.terms import Message
from ...exchange import JobInput, Problems
from ...exchange.problems import from_validation
from ...store import BoardNotFound, BoardUsed, LimitSetNotFound, Stale, WorkDeleted, WorkNotFound
from ..bodies import cutting as cut_bodies
from ..bodies import works as bodies
from ..bodies.answers import ConflictView, ErrorView, ProblemView, WorkView


def _is_body(found: object) -> bool:
    return isinstance(found, type) and issubclass(found, BaseModel) and found is not BaseModel


logger = logging.getLogger("easynotch")
BODIES: tuple[type[BaseModel], ...] = (
    JobInput,
    *(one for part in (bodies, cut_bodies) for one in vars(part).values() if _is_body(one)),
)
MIME = "application/problem+json"
PLAIN = Words(Dialect.NORTH_AMERICA, Tape.of(Units.IMPERIAL))


def answer(problem: ProblemView) -> Response:
    """A problem as a response."""
    return Response(problem.model_dump_json(exclude_none=True), status=problem.status, mimetype=MIME)


def problem(status: int, sentence: str, errors: list[ErrorView] | None = None) -> Response:
    """A problem from its status and sentence."""
    title = PLAIN.say(Message(f"problem.title_{status}"))
    return answer(ProblemView(title=title, status=status, detail=sentence, errors=errors or []))


def from_problems(found: Problems, words: Words = PLAIN) -> Response:
    """Everything wrong with a body, in words."""
    errors = [ErrorView(path=one.path, sentence=words.say(one.message), at=one.at) for one in found.problems]
    status = 413 if found.problems[0].message.id == "error.too_big" else 422
    return problem(status, errors[0].sentence, errors)


def from_pydantic(error: ValidationError) -> Response:
    """A body or query that does not fit its model, which pydantic names in the error's title."""
    model = next((model for model in BODIES if model.__name__ == error.title), bodies.SaveBody)
    return from_problems(from_validation(error, model))


def stale(error: Stale, conflict: list[ConflictView] | None = None) -> Response:
    """A save made on an older revision: what is kept is sent along, and where the versions differ."""
    kept = WorkView.model_validate(error.stored, from_attributes=True)
    title, sentence = PLAIN.say(Message("problem.title_409")), PLAIN.say(Message("problem.stale"))
    return answer(ProblemView(title=title, status=409, detail=sentence, kept=kept, conflict=conflict or []))


def deleted(error: WorkDeleted) -> Response:
    """A change to a work that was deleted: it is not kept where nobody would find it; the work can be put back."""
    kept = WorkView.model_validate(error.stored, from_attributes=True)
    title, sentence = PLAIN.say(Message("problem.title_410")), PLAIN.say(Message("problem.deleted"))
    return answer(ProblemView(title=title, status=410, detail=sentence, kept=kept))


def missing(error: LookupError) -> Response:
    """A job, work or limit set that is not there."""
    which = "no_work" if isinstance(error, WorkNotFound) else "no_job"
    if isinstance(error, LimitSetNotFound):
        which = "no_limit_set"
    if isinstance(error, BoardNotFound):
        which = "no_board"
    return problem(404, PLAIN.say(Message(f"problem.{which}")))


def used(_: BoardUsed) -> Response:
    """A cut that cannot be taken back."""
    return problem(409, PLAIN.say(Message("problem.board_used")))


def http(error: HTTPException) -> Response:
    """What Flask itself refuses."""
    code = error.code or 500
    if code in (404, 405, 413):
        words = {404: "problem.not_found", 405: "problem.method", 413: "error.too_big"}[code]
        return problem(code, PLAIN.say(Message(words)))
    return problem(400, error.description or "")


OF_THE_STORE = {
    sqlite3.SQLITE_BUSY: "busy",
    sqlite3.SQLITE_LOCKED: "busy",
    sqlite3.SQLITE_FULL: "full",
    sqlite3.SQLITE_IOERR: "full",
    sqlite3.SQLITE_READONLY: "closed",
    sqlite3.SQLITE_CANTOPEN: "closed",
    sqlite3.SQLITE_PERM: "closed",
    sqlite3.SQLITE_CORRUPT: "broken",
    sqlite3.SQLITE_NOTADB: "broken",
}
COME_AGAIN_S = "1"


def of_the_store(error: sqlite3.Error) -> Response | None:
    """Why the store keeps nothing now: it is busy, its disk is full, it may not be written, or it is damaged."""
    key = OF_THE_STORE.get(getattr(error, "sqlite_errorcode", 0) & 0xFF)
    if key is None:
        return None
    logger.error("the store: %s", error)
    told = problem(503 if key == "busy" else 507, PLAIN.say(Message(f"problem.store_{key}")))
    if key == "busy":
        told.headers["Retry-After"] = COME_AGAIN_S
    return told


def unknown(error: Exception) -> Response:
    """An unknown failure: an incident number for the person, the traceback for the log; what took too much memory is
    told as that.
    """
    if isinstance(error, MemoryError):
        return problem(503, PLAIN.say(Message("problem.too_heavy")))
    if isinstance(error, sqlite3.Error) and (told := of_the_store(error)) is not None:
        return told
    incident = uuid4().hex[:8]
    logger.error("incident %s", incident, exc_info=error)
    sentence = PLAIN.say(Message("problem.unknown", {"incident": incident}))
    title = PLAIN.say(Message("problem.title_500"))
    return answer(ProblemView(title=title, status=500, detail=sentence, incident=incident))
