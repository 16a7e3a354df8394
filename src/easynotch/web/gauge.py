"""The gauge check: what is really clamped, or where the first mark really came, and what that does to the piece."""

from flask import Response, request
from flask_openapi3 import APIBlueprint, Tag
from pydantic import Field

from ..core.bench import Clamped, Shifted, StopKind, clamped
from ..core.rules import Words
from ..core.terms import Angle, Count, Length, Message, Value
from ..drawing import draw_board
from ..exchange import JobInput, Problem, Problems, WorkedMember, typed_length, worked_out
from . import problem
from .kept import WordsQuery, answer, words_of
from .models import GaugeView
from .pieces import tools_of
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
        laid = next((one for one in worked.members if one.member.id == query.piece), None) if worked else None
        if laid is None:
            raise Problems([Problem("stop", Message("problem.no_stop"))])
        return answer(GaugeView(rows=_rows(query, body, laid, words)))
    except Problems as found:
        return problem.from_problems(found, words)


def _rows(query: GaugeQuery, job: JobInput, laid: WorkedMember, words: Words) -> list[CheckView]:
    sheet = draw_board(laid.member, laid.marks, tools_of(job).bench(laid.member))
    stop = next((one for one in sheet.stops if one.id == query.stop), None)
    if stop is None:
        raise Problems([Problem("stop", Message("problem.no_stop"))])
    rows = []
    read = {key: _typed(text, job, key) for key, text in
            (("tongue", query.tongue), ("body", query.body), ("first", query.first)) if text.strip()}  # fmt: skip
    if stop.setting is not None and ("tongue" in read or "body" in read):
        tongue = read.get("tongue", stop.setting.tongue_figure)
        along = read.get("body", stop.setting.body_figure)
        steps = sum(one.kind is StopKind.NOTCH for one in sheet.stops) if stop.kind is StopKind.NOTCH else 0
        rows += _clamped(clamped(stop.setting, tongue, along, stop.line_length or 0.0, steps), words)
    at = stop.also_top if stop.also_top is not None else stop.along_top
    if "first" in read and at is not None:
        spare = sheet.stock - sheet.board if sheet.stock else None
        rows += _shifted(Shifted(at, read["first"], spare), words)
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
