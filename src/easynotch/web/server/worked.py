"""Works worked out for the questions about them: a screen asks several about one body, which is worked out once."""

from collections import OrderedDict
from hashlib import sha256
from threading import Lock

from flask import g, request

from ...core.tape import Tape
from ...exchange import JobInput, Worked, worked_out

Key = tuple[bytes, tuple[str, ...], int, Tape]
MOST = 4
"""Works remembered by a process that answers; the oldest is forgotten."""

_remembered: OrderedDict[Key, Worked] = OrderedDict()
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
        found = _remembered.get(key)
        if found is not None:
            _remembered.move_to_end(key)
            return found
    made = worked_out(job, number, tape)
    with _lock:
        _remembered[key] = made
        while len(_remembered) > MOST:
            _remembered.popitem(last=False)
    return made
