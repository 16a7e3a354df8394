"""What every work's screen is made of: facts, checks, working and drawings in words."""

from pydantic import BaseModel

from ...core.rules import LimitSet, Words, is_length
from ...core.terms import Check, Count, Length, Level, Line, Message, Value, Working
from ...drawing import Sheet
from ...exchange import Measured
from .lengths import format_length
from .models import (
    CheckView,
    DimensionView,
    FactView,
    FigureView,
    LineView,
    PathView,
    SheetView,
    Shown,
    TextView,
    WorkingView,
)


def readings(model: BaseModel, words: Words, prefix: str = "") -> dict[str, Shown]:
    """Every length of a model by its key, as it was understood."""
    found: dict[str, Shown] = {}
    for key, value in model:
        if isinstance(value, Measured):
            found[prefix + key] = format_length(value.mm, words)
        elif isinstance(value, BaseModel):
            found.update(readings(value, words, f"{prefix}{key}."))
    return found


def fact_view(key: str, value: float | int, words: Words) -> FactView:
    """A fact with its two ends."""
    text, sense = words.called(value) if is_length(key, value) else (words.fact_value(key, value), "")
    return FactView(id=key, label=words.fact(key), text=text, sense=sense, value=value)


def check_view(check: Check, words: Words) -> CheckView:
    """A check in words; one of the flight below a platform says so."""
    text = words.say(check.message)
    return CheckView(
        id=check.id,
        level=check.level,
        text=text if not check.id.startswith("lower.") else words.say(Message("check.below", {"text": text})),
        remedy=words.say(check.remedy) if check.remedy else None,
        source=words.say(check.limit.source) if check.limit else None,
    )


def working_view(working: Working, words: Words) -> WorkingView:
    """Two roads in words."""
    return WorkingView(
        fact=working.fact,
        label=words.fact(working.fact),
        first=[_line(line, words) for line in working.first.lines],
        second=[_line(line, words) for line in working.second.lines],
        result=_figure(working.first.value, words),
        agrees=working.agrees,
    )


def _figure(value: Value, words: Words) -> FigureView:
    """What a road comes to: a length as it is called, anything else as its figure."""
    text, sense = words.called(value.mm) if isinstance(value, Length) else (words.value(value), "")
    return FigureView(text=text, sense=sense)


def _line(line: Line, words: Words) -> LineView:
    return LineView(what=words.say(line.what), figures=words.figures(line.figures), result=words.figure(line.result))


def dimension_message(dimension_id: str) -> Message:
    """What a dimension is between; numbered ones say their number."""
    name, _, number = dimension_id.rpartition("_")
    if number.isdigit():
        return Message(f"dimension.{name}", {"n": Count(int(number))})
    return Message(f"dimension.{dimension_id}")


def sheet_view(sheet: Sheet, words: Words) -> SheetView:
    """A sheet with its words."""
    return SheetView(
        extent=sheet.extent,
        paths=[
            PathView(id=path.id, layer=path.layer, points=list(path.points), closed=path.closed) for path in sheet.paths
        ],
        dimensions=[
            DimensionView(
                id=dimension.id, start=dimension.start, end=dimension.end, offset=dimension.offset,
                label_at=dimension.label_at,
                length=format_length(dimension.length.mm, words),
                label=words.say(dimension_message(dimension.id)), field=dimension.field,
            )
            for dimension in sheet.dimensions
        ],
        texts=[TextView(id=text.id, at=text.at, text=words.say(text.words)) for text in sheet.texts],
    )  # fmt: skip


def urgency(check: Check) -> int:
    """What matters most stands first."""
    return [Level.STOP, Level.LOOK, Level.OK].index(check.level)


def limits_said(limits: LimitSet, words: Words) -> str:
    """The limit set's name, and how many of its values are changed for this job."""
    overridden = [name for name in limits.changed if limits.limits[name].source.id == "source.override"]
    changed = words.say(Message("limits.changed", {"n": Count(len(overridden))}))
    return ", ".join([words.say(limits.name), *([changed] if overridden else [])])
