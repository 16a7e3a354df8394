"""Working: the road to a number in lines a person can follow, and a second road to the same number."""

from dataclasses import dataclass

from .message import Message, Value

SAME = 1e-6
"""Relative (and mm or degrees, absolute): two roads that come nearer than this agree."""


@dataclass(frozen=True, slots=True)
class Line:
    """A step: what is worked out, the expression with its figures, and the result."""

    what: Message
    figures: Message
    result: Value


@dataclass(frozen=True, slots=True)
class Road:
    """A way to a number: its steps, and what it comes to in mm, degrees or as a plain number."""

    lines: tuple[Line, ...]
    result: float

    @property
    def value(self) -> Value:
        """What it comes to, with its unit."""
        return self.lines[-1].result


@dataclass(frozen=True, slots=True)
class Working:
    """A fact worked out twice. The second road shares no intermediate with the first."""

    fact: str
    first: Road
    second: Road

    @property
    def difference(self) -> float:
        """How far the roads end apart."""
        return abs(self.first.result - self.second.result)

    @property
    def agrees(self) -> bool:
        """Whether both roads come to the same number."""
        return self.difference <= SAME * max(1.0, abs(self.first.result))
