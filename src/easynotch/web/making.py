"""What takes a while to make: how far it is, and that it may stop.

Whoever asks for it names it by a token, and asks by that. Kept in the store, because another process may be making it.
"""

from collections.abc import Callable
from time import monotonic

from flask import Response
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, Field

from ..store import making, note_progress, stop_making
from .kept import answer, database
from .models import ChangedView
from .shown_models import View

api = APIBlueprint("making", __name__, url_prefix="/api", abp_tags=[Tag(name="making")])

Told = Callable[[int, int], None]
"""Called with how many of how many parts are made."""
SOON_S = 0.3
"""What is made sooner says nothing of its progress."""
OFTEN_S = 0.1
"""It is not said more often."""


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
        found = making(db, path.token)
    return answer(MakingView(done=found.done, whole=found.whole))


@api.put("/making/<token>/stop", responses={200: ChangedView})
def stop(path: TokenPath) -> Response:
    """It may stop: a plan looks no longer for a cheaper one, the plain good one is answered and says so."""
    with database().connect() as db:
        stop_making(db, path.token)
    return answer(ChangedView(id=path.token))


def told_to_stop(token: str) -> bool:
    """Whether it may stop. Looked up in a transaction of its own: one that was begun before does not see it."""
    if not token:
        return False
    with database().read() as db:
        return making(db, token).stopped


def teller(token: str) -> Told | None:
    """Notes how far it is, once it takes long enough to be asked; None where nobody will ask."""
    if not token:
        return None
    due = monotonic() + SOON_S

    def told(done: int, whole: int) -> None:
        nonlocal due
        if monotonic() < due:
            return
        due = monotonic() + OFTEN_S
        with database().connect() as db:
            note_progress(db, token, done, whole)

    return told
