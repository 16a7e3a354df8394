"""Limit sets: the shipped ones, the shop's own, and which works each touches."""

from typing import Any

from flask import Response
from pydantic import BaseModel, Field

from ...core.rules import LimitSet, LimitSetId, Words, limit_set
from ...core.terms import Message
from ...exchange import LimitsInput, limits_of, read_changes
from ...store import (
    OwnLimitSet,
    create_limit_set,
    delete_limit_set,
    get_limit_set,
    get_shop,
    save_limit_set,
    works_held_against,
)
from ..bodies.answers import LimitSetPage, LimitSetView, LimitView, TouchedView
from ..bodies.describing import blueprint
from ..bodies.works import LimitSetBody, NewLimitSetBody
from ..server import problem
from ..server.requests import WordsQuery, answer, database, words_of
from .shop import units_of

api = blueprint("limit_sets", __name__, "limit sets", "/api/limit-sets")


class LimitSetPath(BaseModel):
    """Which set: the id of a shipped one, or of one of the shop's own."""

    set_id: str = Field(max_length=60)


def limit_views(found: LimitSet, base: LimitSet, words: Words, changes: dict[str, Any]) -> list[LimitView]:
    """The limits of a set in words, each beside what it is in the set it starts from."""
    return [
        LimitView(
            id=name,
            label=words.say(Message(f"limit.{name}")),
            bound=limit.bound,
            value=words.value(limit.value),
            source=words.say(limit.source),
            usual=words.value(base.limits[name].value),
            typed=changes.get(name, {}).get("value"),
            reason=changes.get(name, {}).get("reason"),
        )
        for name, limit in found.limits.items()
    ]


def _page(set_id: str, own: OwnLimitSet | None, words: Words, touches: list[TouchedView]) -> LimitSetPage:
    base = limit_set(LimitSetId(own.base if own else set_id))
    found = base
    if own is not None:
        given = LimitsInput.model_validate({"base": own.base, "name": own.name, "changes": own.changes})
        found = limits_of(given)
    view = LimitSetView(
        id=set_id,
        name=own.name if own else words.say(base.name),
        own=own is not None,
        base=base.id,
        revision=own.revision if own else 0,
        limits=limit_views(found, base, words, own.changes if own else {}),
    )
    return LimitSetPage(limit_set=view, touches=touches)


@api.get("/<set_id>", responses={200: LimitSetPage})
def read_limit_set(path: LimitSetPath, query: WordsQuery) -> Response:
    """A set with its values and the works it touches."""
    with database().read() as db:
        words = words_of(query, units_of(get_shop(db).settings))
        own = None if path.set_id in list(LimitSetId) else get_limit_set(db, path.set_id)
        touches = [TouchedView(job=t.job, work_id=t.work_id, work=t.work) for t in works_held_against(db, path.set_id)]
        return answer(_page(path.set_id, own, words, touches))


@api.post("", responses={201: LimitSetPage})
def new_limit_set(query: WordsQuery, body: NewLimitSetBody) -> Response:
    """Begin an own set as a copy of a shipped one."""
    with database().connect() as db:
        words = words_of(query, units_of(get_shop(db).settings))
        made = create_limit_set(db, body.name, body.base)
        return answer(_page(made.id, made, words, []), 201)


@api.put("/<set_id>", responses={200: LimitSetPage})
def change_limit_set(path: LimitSetPath, query: WordsQuery, body: LimitSetBody) -> Response:
    """Keep changed values, each with its reason; the answer names the works they touch."""
    with database().connect() as db:
        units = units_of(get_shop(db).settings)
        stored = get_limit_set(db, path.set_id)
        changes = read_changes(body.changes, units, "changes")
        changed = OwnLimitSet(stored.id, body.name, stored.base, changes, body.revision)
        if not save_limit_set(db, changed):
            return problem.problem(409, problem.PLAIN.say(Message("problem.stale")))
        touches = [TouchedView(job=t.job, work_id=t.work_id, work=t.work) for t in works_held_against(db, stored.id)]
        return answer(_page(stored.id, get_limit_set(db, stored.id), words_of(query, units), touches))


@api.delete("/<set_id>", responses={200: LimitSetPage})
def remove_limit_set(path: LimitSetPath, query: WordsQuery) -> Response:
    """Take an own set away; not while a job is held against it."""
    with database().connect() as db:
        touches = works_held_against(db, path.set_id)
        if touches:
            names = ", ".join(dict.fromkeys(one.job for one in touches))
            return problem.problem(409, problem.PLAIN.say(Message("problem.limits_in_use", {"jobs": names})))
        words = words_of(query, units_of(get_shop(db).settings))
        return answer(_page(path.set_id, delete_limit_set(db, path.set_id), words, []))
