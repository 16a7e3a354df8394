"""The solver, quiet: HiGHS greets whoever makes the first one, on the standard output of the process, before it can be
told not to. That output is ours: it carries answers as JSON.
"""

import os
from functools import cache

import highspy


@cache
def _greeted() -> bool:
    """Let it greet once, into nothing."""
    kept, nothing = os.dup(1), os.open(os.devnull, os.O_WRONLY)
    try:
        os.dup2(nothing, 1)
        highspy.Highs()  # type: ignore[no-untyped-call]
    finally:
        os.dup2(kept, 1)
        os.close(kept)
        os.close(nothing)
    return True


def solver() -> highspy.Highs:
    """A solver of one thread and a fixed seed, so that the same input gives the same plan."""
    _greeted()
    made = highspy.Highs()  # type: ignore[no-untyped-call]
    made.silent()
    made.setOptionValue("threads", 1)
    made.setOptionValue("random_seed", 0)
    return made
