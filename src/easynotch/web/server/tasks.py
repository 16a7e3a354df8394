"""Tasks that take a while: whether one was cancelled, and reports of how far it is."""

from time import monotonic

from ...presenting.shared.progress import OnProgress
from ...store import note_progress, task_of
from .requests import database

SOON_S = 0.3
"""What is made sooner says nothing of its progress."""


OFTEN_S = 0.1
"""It is not said more often."""


def is_cancelled(token: str) -> bool:
    """Whether it may stop. Looked up in a transaction of its own: one that was begun before does not see it."""
    if not token:
        return False
    with database().read() as db:
        return task_of(db, token).stopped


def progress_reporter(token: str) -> OnProgress | None:
    """Notes how far it is, once it takes long enough to be asked; None where nobody will ask."""
    if not token:
        return None
    due = monotonic() + SOON_S

    def report(done: int, whole: int) -> None:
        nonlocal due
        if monotonic() < due:
            return
        due = monotonic() + OFTEN_S
        with database().connect() as db:
            note_progress(db, token, done, whole)

    return report
