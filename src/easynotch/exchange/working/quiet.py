"""The standard output of the process is ours: it carries answers as JSON. The solver's one greeting goes elsewhere."""

import os
import sys
from functools import cache

from ...core.supply.solver import solver


@cache
def greeted() -> bool:
    """Let the solver greet once, into nothing."""
    sys.stdout.flush()
    kept, nothing = os.dup(1), os.open(os.devnull, os.O_WRONLY)
    try:
        os.dup2(nothing, 1)
        solver()
    finally:
        os.dup2(kept, 1)
        os.close(kept)
        os.close(nothing)
    return True
