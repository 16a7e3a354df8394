"""What most answers about a work begin with: the first work of a job worked out in the words asked for, or why not."""

from collections.abc import Callable

from flask import Response
from pydantic import BaseModel

from ..core.rules import Words
from ..exchange import JobInput, Problems, Worked, worked_out
from . import problem
from .kept import WordsQuery, answer, words_of


def first_work(query: WordsQuery, body: JobInput, made: Callable[[Worked | None, Words], BaseModel]) -> Response:
    """The answer made from a job's first work (None where it has none); a problem where it cannot be worked out."""
    words = words_of(query, body.units)
    try:
        worked = worked_out(body, 0, words.tape) if body.works else None
    except Problems as found:
        return problem.from_problems(found, words)
    return answer(made(worked, words))
