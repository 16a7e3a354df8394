"""What the routes share: the database, and kept rows as views."""

import sqlite3
from dataclasses import asdict
from functools import cache
from typing import Any

from flask import Response, current_app
from pydantic import BaseModel, Field

from ...core.rules import Dialect, LimitSetId, Words, usual_limit_set
from ...core.tape import Tape, Units
from ...exchange import limits_document, resolve_settings
from ...exchange.whole_job import job_document
from ...store import Database, Job, LimitSetNotFound, Work, get_limit_set, get_shop
from ..bodies.answers import JobView, WorkView
from ..bodies.view import written
from .once import RequestDatabase


class JobPath(BaseModel):
    """Which job."""

    job_id: str = Field(max_length=40)


class WorkPath(BaseModel):
    """Which work."""

    work_id: str = Field(max_length=40)


class WordsQuery(BaseModel):
    """In which words and on which tape the answer is given.

    flask-openapi3 asks a query for its schema at every request; it is made once.
    """

    @classmethod
    @cache
    def model_json_schema(cls, *arguments: Any, **named: Any) -> dict[str, Any]:  # type: ignore[override]
        """The schema, made once for each class."""
        return super().model_json_schema(*arguments, **named)

    dialect: Dialect = Dialect.NORTH_AMERICA
    fine: bool = False


def database() -> RequestDatabase:
    """The application's database, as this request sees it."""
    stored: RequestDatabase = current_app.extensions["easynotch.database"]
    return stored


def kept_database() -> Database:
    """The database itself, for what copies or replaces it as a whole."""
    return database().database


def answer(view: Any, status: int = 200) -> Response:
    """Return what was made for an answer, a model or a dataclass, as a JSON response."""
    return Response(written(view), status=status, mimetype="application/json")


def work_view(work: Work) -> WorkView:
    """A kept work as it is sent."""
    return WorkView.model_validate(work, from_attributes=True)


def job_view(db: sqlite3.Connection, job: Job) -> JobView:
    """A kept job as it is sent."""
    return JobView(**asdict(job), limits_document=limits_of_job(db, job))


def limits_of_job(db: sqlite3.Connection, job: Job) -> Any:
    """What a job's file says about limits: an id, an object with the reasons, or nothing for the usual set."""
    own = None
    shipped = job.limits
    if job.limits and job.limits not in list(LimitSetId):
        try:
            stored = get_limit_set(db, job.limits)
            own = {"name": stored.name, "base": stored.base, "changes": stored.changes}
        except LimitSetNotFound:
            shipped = None
    if job.overrides and own is None:
        shipped = shipped or usual_limit_set(Units(job.units))
    return limits_document(shipped, own, job.overrides)


def settled_job(db: sqlite3.Connection, job: Job, works: list[dict[str, Any]]) -> dict[str, Any]:
    """A job's file with some of its works, its settings as they hold: the shop's where it says nothing else."""
    settings = resolve_settings(get_shop(db).settings, job.settings, Units(job.units)).document
    # What a job does not say about limits is left out of its file.
    return job_document(job.name, job.units, limits_of_job(db, job) or None, settings, works)


def words_of(query: WordsQuery, units: Units) -> Words:
    """The words of a query, on the job's tape."""
    return Words(query.dialect, Tape.of(units, query.fine))
