"""A change and its answer are kept together: sent again under the same number, it is answered as it was.

A request that names no change is handled as ever: each ``connect`` is a transaction of its own.
"""

import re
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, suppress

from flask import Flask, Response, g, request

from ...core.terms import Message
from ...store import Database
from ...store.answered import Given, given_answer, keep_given
from . import problem

HEADER = "Idempotency-Key"
NUMBER = re.compile(r"[A-Za-z0-9-]{8,64}")


class MadeBefore(Exception):
    """The change was made before; what was answered then."""

    def __init__(self, given: Given) -> None:
        super().__init__(given.address)
        self.given = given


class RequestDatabase:
    """The database as the routes see it: what a numbered change does stays in one transaction until it is answered."""

    def __init__(self, database: Database) -> None:
        self.database = database

    @contextmanager
    def connect(self) -> Iterator[sqlite3.Connection]:
        """A connection inside a transaction.

        Raises:
            MadeBefore: this change was made while this request waited for the one that made it.
        """
        if g.get("change") is None:
            with self.database.connect() as db:
                yield db
            return
        if g.get("transaction") is None:
            transaction = self.database.begin()
            given = given_answer(transaction, g.change)
            if given is not None:
                transaction.close()
                raise MadeBefore(given)
            g.transaction = transaction
        yield g.transaction

    @contextmanager
    def read(self) -> Iterator[sqlite3.Connection]:
        """A connection for reading; within a numbered change it sees what the change did."""
        if g.get("transaction") is not None:
            yield g.transaction
            return
        with self.database.read() as db:
            yield db


def guard_changes(app: Flask, database: Database) -> None:
    """Answer what was made before, and keep what is made with its answer."""

    @app.before_request
    def known() -> Response | None:
        number = request.headers.get(HEADER)
        if number is None or request.method in ("GET", "HEAD", "OPTIONS"):
            return None
        if not NUMBER.fullmatch(number):
            return problem.problem(400, problem.PLAIN.say(Message("problem.change_number")))
        with database.read() as db:
            given = given_answer(db, number)
        if given is not None:
            return _as_given(given)
        g.change = number
        return None

    @app.after_request
    def keep(response: Response) -> Response:
        db: sqlite3.Connection | None = g.pop("transaction", None)
        if db is None:
            return response
        try:
            if response.status_code >= 400:
                db.execute("ROLLBACK")
                return response
            keep_given(db, g.change, Given(_address(), response.status_code, response.get_data(as_text=True)))
            db.execute("COMMIT")
        except sqlite3.Error as error:
            return problem.unknown(error)
        finally:
            db.close()
        return response

    @app.teardown_request
    def let_go(_: BaseException | None) -> None:
        db: sqlite3.Connection | None = g.pop("transaction", None)
        if db is not None:
            with suppress(sqlite3.Error):
                db.close()

    app.register_error_handler(MadeBefore, lambda found: _as_given(found.given))


def _address() -> str:
    return f"{request.method} {request.path}"


def _as_given(given: Given) -> Response:
    if given.address != _address():
        return problem.problem(400, problem.PLAIN.say(Message("problem.change_number")))
    return Response(given.body, status=given.status, mimetype="application/json")
