"""What takes a while to make: how far it is, and that it may stop.

Whoever asks for it names it by a token, and asks by that. Kept in the store, because another process may be making it.
"""

from flask import Response
from pydantic import BaseModel, Field

from ...store import cancel_task, task_of
from ..bodies.answers import ChangedView
from ..bodies.describing import blueprint
from ..bodies.view import View
from ..server.requests import answer, database

api = blueprint("making", __name__, "making")


class TokenPath(BaseModel):
    """Which thing in the making."""

    token: str = Field(min_length=1, max_length=40)


class MakingView(View):
    """How many of how many parts are made; none of none before it is known."""

    done: int
    whole: int


@api.get("/making/<token>", responses={200: MakingView})
def how_far(path: TokenPath) -> Response:
    """How far something in the making is."""
    with database().read() as db:
        found = task_of(db, path.token)
    return answer(MakingView(done=found.done, whole=found.whole))


@api.put("/making/<token>/stop", responses={200: ChangedView})
def stop(path: TokenPath) -> Response:
    """It may stop: a plan looks no longer for a cheaper one, the plain good one is answered and says so."""
    with database().connect() as db:
        cancel_task(db, path.token)
    return answer(ChangedView(id=path.token))
