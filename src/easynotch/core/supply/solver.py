"""The solver, quiet and always the same: one thread, a fixed seed.

HiGHS greets whoever makes the first one on the standard output of the process, before it can be told not to; whoever
answers on that output lets it greet into nothing first (``exchange.quiet``).
"""

import highspy


def solver() -> highspy.Highs:
    """A solver that gives the same plan for the same input."""
    made = highspy.Highs()  # type: ignore[no-untyped-call]
    made.silent()
    made.setOptionValue("threads", 1)
    made.setOptionValue("random_seed", 0)
    return made
