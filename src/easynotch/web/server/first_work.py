"""Questions about the first work of a job: each is answered from it, or with why it cannot be worked out."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, TypeVar

from flask import Response, g, request
from flask_openapi3 import APIBlueprint

from ...core.rules import Words
from ...exchange import JobInput, Problems, Worked
from ...presenting.shared.supposed import suppose_missing
from ..bodies.describing import blueprint
from ..bodies.view import described
from . import problem
from .requests import WordsQuery, answer, words_of
from .worked import worked_of

Made = TypeVar("Made")
"""What is shown of a work."""


@dataclass(frozen=True, slots=True)
class Asked:
    """A question about a work: the work worked out, the job as it was sent, the words, and the query's other keys."""

    worked: Worked
    job: JobInput
    words: Words
    query: Any


def work_questions(name: str, module: str) -> APIBlueprint:
    """Return the blueprint of questions about works that are sent along.

    What is still to be measured is supposed before the body is validated; ``g.supposed`` then names the fields.
    """
    api = blueprint(name, module, "work-out")

    @api.before_request
    def suppose() -> None:
        g.supposed = suppose_missing(request.get_json())

    return api


def about_first_work(
    api: APIBlueprint, path: str, nothing: Made, *, query: type[WordsQuery] = WordsQuery, measured: bool = False
) -> Callable[[Callable[[Asked], Made]], Callable[[Asked], Made]]:
    """Answer ``POST path`` with what is made from the first work of the job in the body.

    Args:
        api: the blueprint.
        path: below ``/api``.
        nothing: the answer for a job without works.
        query: what may be asked beside the words.
        measured: answer nothing too while something is still to be measured.
    """

    def register(made: Callable[[Asked], Made]) -> Callable[[Asked], Made]:
        def route(query: WordsQuery, body: JobInput) -> Response:
            words = words_of(query, body.units)
            try:
                worked = worked_of(body, 0, words.tape) if body.works else None
            except Problems as found:
                return problem.from_problems(found, words)
            if worked is None or (measured and g.supposed):
                return answer(nothing)
            return answer(made(Asked(worked, body, words, query)))

        route.__name__, route.__doc__ = made.__name__, made.__doc__
        route.__annotations__["query"] = query
        api.post(path, responses={200: described(type(nothing))})(route)
        return made

    return register
