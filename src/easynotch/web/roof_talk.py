"""What is said at the stops of a rafter, a ridge or a fascia."""

import re
from dataclasses import dataclass
from math import hypot

from ..core.bench import Stop, StopKind
from ..core.roofs import RoofLayout, Tails
from ..core.solid import Member
from ..core.terms import Count, Length, Message, Value
from .shown_models import Point


@dataclass(frozen=True, slots=True)
class RoofTalk:
    """The sentences of a roof's pieces."""

    layout: RoofLayout

    def key(self, stop: Stop) -> str:
        """By what the stop's first mark is: over the plate, a beam, a purlin; head, tail, lap."""
        if stop.kind is StopKind.HOOK:
            return "rafter_hook"
        first = stop.marks[0].rsplit("_heel", 1)
        where = first[0] if len(first) > 1 else ""
        if stop.role == "tail" and self.layout.roof.eaves.tails is Tails.SNAPPED and not self.layout.hipped:
            return "rafter_tail_snapped"
        if stop.role == "seat":
            return f"rafter_{where}_notch" if where in ("beam", "purlin", "upper") else "rafter_notch"
        return {
            "end": "rafter_end",
            "shoulder": "rafter_lap",
            "bevel": "rafter_bevel",
            "backing": "rafter_bevel",
            "clip": "rafter_bevel",
            "heel": "rafter_notch",
        }.get(stop.role, f"rafter_{stop.role}")

    def values(self, stop: Stop) -> dict[str, Value]:
        """How far the notch's corner lies down its plumb line, and a bobbed tail's level line down its own.

        Read off this very piece: a dropped rafter's and a board's gauged from its underside are not the common's.
        """
        hap = self.layout.notch.hap
        if stop.role == "seat" and stop.start is not None and stop.along_top is not None:
            hap = hypot(stop.start[0] - stop.along_top, stop.start[1])
        return {"hap": Length(hap), "face": Length(self.figure(stop) or 0.0)}

    def figure(self, stop: Stop) -> float | None:
        """A bobbed tail's level line is found down its plumb line, which stands square to it."""
        if stop.role != "tail_level" or stop.start is None:
            return None
        (a, b), (c, d) = stop.lines[0]
        return stop.start[1] * hypot(c - a, d - b) / abs(c - a)

    def measure(self, stop: Stop, last: float) -> tuple[Point, Point] | None:
        """Every rafter stop is read on the tape."""
        del stop, last
        return None

    def title(self, member: Member) -> Message:
        """By the piece; numbered ones with their number."""
        return title_of(member.id)


_NUMBERED = re.compile(r"(?P<kind>[a-z_]+?)_(?P<side>[ab])?_?(?P<n>\d+)(?:_(?P<hand>\w+))?")
_OFTEN_ALONE = frozenset({"common", "king_common", "end_common", "hip", "ridge", "king_post", "hung"})
"""Pieces that are numbered only where they differ."""
_NAMES = {"board": "measured_board", "fascia": "fascia_piece"}


def title_of(member_id: str) -> Message:
    """A piece's name by its id: ``hip``, ``jack_3_left``, ``pair_1_a``, ``block_2``, ``fascia_a_1``."""
    found = _NUMBERED.fullmatch(member_id)
    if found is None:
        return Message(f"board.{member_id}")
    kind = _NAMES.get(found["kind"], found["kind"])
    if kind in _OFTEN_ALONE:
        kind = f"numbered_{kind}"
    more = found["hand"] or found["side"]
    return Message(f"board.{kind}_{more}" if more else f"board.{kind}", {"n": Count(int(found["n"]))})
