"""What is said at the stops of a stair's other pieces, and what every piece of a stair is called."""

import re
from dataclasses import dataclass

from ..core.bench import Stop, StopKind
from ..core.rules import Words
from ..core.solid import Member
from ..core.terms import Count, Message, Value
from .shown_models import Point

BELOW = "lower_"
_NUMBERED = re.compile(r"(?P<kind>[a-z_]+?)_(?P<n>\d+)")


def stair_title(member_id: str, words: Words) -> Message:
    """A piece's name by its id: ``stringer``, ``tread_2``, ``lower_stringer``."""
    if member_id.startswith(BELOW):
        return Message("board.below", {"piece": words.say(stair_title(member_id.removeprefix(BELOW), words))})
    found = _NUMBERED.fullmatch(member_id)
    if found is None:
        return Message(f"board.{member_id}")
    return Message(f"board.{found['kind']}_n", {"n": Count(int(found["n"]))})


@dataclass(frozen=True, slots=True)
class PieceTalk:
    """The sentences of boards that are sawn, ripped, notched round a post or housed."""

    words: Words

    def key(self, stop: Stop) -> str:
        """By the stop's role; a housing by whether a tread or a riser goes into it."""
        if stop.role == "housing":
            return f"piece_housing_{'riser' if stop.id.startswith('riser') else 'tread'}"
        return "piece_hook" if stop.kind is StopKind.HOOK else f"piece_{stop.role.removesuffix('_depth')}"

    def values(self, stop: Stop) -> dict[str, Value]:
        """Which housing it is, counted from the stair's head; else nothing but the running marks."""
        found = _NUMBERED.fullmatch(stop.marks[0]) if stop.role == "housing" else None
        return {"n": Count(int(found["n"]))} if found else {}

    def figure(self, stop: Stop) -> float | None:
        """A rip is read across the board."""
        return stop.start[1] if stop.role == "rip" and stop.start is not None else None

    def measure(self, stop: Stop, last: float) -> tuple[Point, Point] | None:
        """A rip's width, from the front edge."""
        del last
        if stop.role != "rip" or stop.start is None:
            return None
        return (stop.start[0], 0.0), stop.start

    def title(self, member: Member) -> Message:
        """By the piece."""
        return stair_title(member.id, self.words)
