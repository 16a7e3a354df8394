"""The gauge check: what is really clamped, or where the first mark really came, and what that does to the piece."""

from math import hypot

from flask import Response, request
from flask_openapi3 import APIBlueprint, Tag
from pydantic import Field

from ..core.bench import Clamped, Do, Edge, LeggedHold, Setting, Shifted, clamped
from ..core.rules import Words
from ..core.solid import Member, extent
from ..core.terms import Angle, Count, Length, Message, Value
from ..exchange import JobInput, Problem, Problems, Worked, typed_length, worked_out
from ..presenting.mark.laying import lay_out_piece
from ..presenting.mark.pieces import tools_of
from . import problem
from .kept import WordsQuery, answer, words_of
from .models import GaugeView
from .screen_models import CheckView
from .work_out import suppose_missing

api = APIBlueprint("gauge", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])

PENCIL = 0.4
"""mm: half a pencil's line."""


class GaugeQuery(WordsQuery):
    """Which stop of which piece, and what was read there; what was not read is left empty."""

    piece: str = Field(max_length=300)
    stop: str = Field(max_length=300)
    tongue: str = Field(default="", max_length=100)
    body: str = Field(default="", max_length=100)
    first: str = Field(default="", max_length=100)


@api.before_request
def suppose() -> None:
    """What is missing is supposed as on the screen; the check is of the drawing that is there."""
    suppose_missing(request.get_json())


@api.post("/gauge-check", responses={200: GaugeView})
def gauge_check(query: GaugeQuery, body: JobInput) -> Response:
    """What a setting or a first mark that is off does to a piece, and how to absorb it."""
    words = words_of(query, body.units)
    try:
        worked = worked_out(body, 0, words.tape) if body.works else None
        found = next((one for one in worked.members if one.member.id == query.piece), None) if worked else None
        if worked is None or found is None:
            raise Problems([Problem("stop", Message("problem.no_stop"))])
        return answer(GaugeView(rows=_rows(query, body, (worked, found.member), words)))
    except Problems as wrong:
        return problem.from_problems(wrong, words)


def _rows(query: GaugeQuery, job: JobInput, of: tuple[Worked, Member], words: Words) -> list[CheckView]:
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
        notches = sum(one.planes[0].role == "riser" for one in member.removals if len(one.planes) > 1)
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
