"""The gauge check: what is really clamped, or where the first mark really came, and what that does to the piece."""

from dataclasses import dataclass
from math import hypot

from ...core.bench import Clamped, Do, Edge, LeggedHold, Setting, Shifted, clamped
from ...core.rules import Words
from ...core.solid import Member, extent
from ...core.terms import Angle, Count, Length, Message, Value
from ...exchange import JobInput, Problem, Problems, Worked, typed_length
from ..shared.models import CheckView
from .laying import lay_out_piece
from .pieces import tools_of

PENCIL = 0.4
"""mm: half a pencil's line."""


@dataclass(frozen=True, slots=True, kw_only=True)
class GaugeView:
    """What a setting or a first mark that is off does, and how to absorb it."""

    rows: list[CheckView]


@dataclass(frozen=True, slots=True)
class Read:
    """What was read at a stop, as it was typed; what was not read is empty."""

    stop: str
    tongue: str
    body: str
    first: str


def gauge_rows(query: Read, job: JobInput, of: tuple[Worked, Member], words: Words) -> list[CheckView]:
    """Return what was read off does to the piece, and how to absorb it.

    Args:
        query: what was read, and where.
        job: the job, with the shop's tools.
        of: the work, and which of its pieces.
        words: the user's.

    Raises:
        Problems: a stop that is none, a reading that is no length.
    """
    worked, member = of
    laid = lay_out_piece(worked, member, tools_of(job).preferences)
    steps = [step for step in laid.steps if step.stop == query.stop]
    if not steps:
        raise Problems([Problem("stop", Message("problem.no_stop"))])
    rows = []
    read = {key: _typed(text, job, key) for key, text in
            (("tongue", query.tongue), ("body", query.body), ("first", query.first)) if text.strip()}  # fmt: skip
    for step in steps:
        hold, line = step.hold, step.line
        if not isinstance(hold, LeggedHold) or line is None or not {"tongue", "body"} & read.keys():
            continue
        notches = sum(removal.planes[0].role == "riser" for removal in member.removals if len(removal.planes) > 1)
        stepped = notches if {"riser", "tread"} <= {one.role for one in steps} else 0
        long = hypot(line.end[0] - line.start[0], line.end[1] - line.start[1])
        off = clamped(
            Setting(hold.tongue, hold.body), read.get("tongue", hold.tongue), read.get("body", hold.body), long, stepped
        )
        rows += _clamped(off, words)
        break
    ticks = [step for step in steps if step.do is Do.TICK and step.start is not None and step.start.edge is Edge.END]
    if "first" in read and ticks:
        low, high = extent(member)
        stock = member.stock.length
        spare = None if stock is None or not laid.layout.holds else stock - (high - low)
        rows += _shifted(Shifted(ticks[-1].reading or 0.0, read["first"], spare), words)
    return rows


def _typed(text: str, job: JobInput, key: str) -> float:
    mm = typed_length(text, job.units, key)
    if mm <= 0:
        raise Problems([Problem(key, Message("gauge.not_positive"))])
    return mm


def _clamped(off: Clamped, words: Words) -> list[CheckView]:
    small = off.over_line <= PENCIL and abs(off.total) <= PENCIL
    if small:
        return [_row("ok", "gauge.fine", {}, words)]
    rows = [_row("look", "gauge.turned", {"angle": Angle(off.turned), "off": Length(off.over_line)}, words)]
    if off.steps > 1 and abs(off.total) > PENCIL:
        way = "long" if off.each > 0 else "short"
        values: dict[str, Value] = {
            "each": Length(abs(off.each)),
            "n": Count(off.steps),
            "total": Length(abs(off.total)),
            "plumb": Length(abs(off.plumb * off.steps)),
        }
        rows.append(_row("look", f"gauge.step_{way}", values, words))
        rows.append(_row("ok", "gauge.absorb_step", {"off": Length(off.over_line)}, words))
    else:
        rows.append(_row("ok", "gauge.absorb_line", {}, words))
    return rows


def _shifted(off: Shifted, words: Words) -> list[CheckView]:
    if abs(off.by) <= words.tape.division / 2 + PENCIL:
        return [_row("ok", "gauge.fine", {}, words)]
    values: dict[str, Value] = {"by": Length(abs(off.by)), "expected": Length(off.expected),
                                "measured": Length(off.measured), "spare": Length(off.spare or 0.0)}  # fmt: skip
    way = "far" if off.by > 0 else "near"
    rows = [_row("look", f"gauge.first_{way}", values, words)]
    if off.by > 0:
        return [*rows, _row("ok", "gauge.absorb_far", values, words)]
    return [*rows, _row("ok" if off.fits else "look", "gauge.absorb_near" if off.fits else "gauge.anew", values, words)]


def _row(level: str, key: str, values: dict[str, Value], words: Words) -> CheckView:
    return CheckView(id=key, level=level, text=words.say(Message(key, values)), remedy=None, source=None)
