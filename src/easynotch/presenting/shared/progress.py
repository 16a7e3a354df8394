"""How far a task is, told while it runs."""

from collections.abc import Callable

OnProgress = Callable[[int, int], None]
"""Called with how many of how many parts are made."""
