"""Works worked out for the questions about them: a screen asks several about one body, which is worked out once.

Each process that answers remembers the last one.
"""

from hashlib import sha256
from threading import Lock

from flask import g, request

from ...core.tape import Tape
from ...exchange import JobInput, Worked, worked_out

Key = tuple[bytes, tuple[str, ...], int, Tape]
_last: dict[Key, Worked] = {}
_lock = Lock()


def worked_of(job: JobInput, number: int, tape: Tape) -> Worked:
    """Return a work of the body that is being answered, worked out now or for the question before.

    Args:
        job: the body, read.
        number: which of its works.
        tape: the tape of the answer.

    Raises:
        Problems: what cannot be worked out.
    """
    supposed: list[str] = g.get("supposed", [])
    key = (sha256(request.get_data(cache=True)).digest(), tuple(supposed), number, tape)
    with _lock:
        found = _last.get(key)
        if found is not None:
            return found
        # Forgotten before the next is made: a helper's memory is bounded, and a large roof wants it for itself.
        _last.clear()
    made = worked_out(job, number, tape)
    with _lock:
        _last.clear()
        _last[key] = made
    return made
