"""The instruments' tray: simulated stand-ins behind the calls a real instrument would use.

An instrument is paired, set, and pressed; what it reads comes over a stream of server-sent events to the tray that
pressed it, numbered, so that a stream that broke off goes on where it was. Each stream ends after some seconds and is
opened again by the browser: it holds one of the few threads that answer.
"""

import json
from collections.abc import Iterator
from dataclasses import asdict, replace
from math import atan, degrees
from threading import BoundedSemaphore
from time import monotonic, sleep
from typing import Any

from flask import Response, g, request
from pydantic import BaseModel, Field

from ....core.rules import Words
from ....core.survey import AtSide
from ....core.terms import Length, Message
from ....exchange import (
    FlightInput,
    JobInput,
    Problem,
    Problems,
    RoofInput,
    measured_roof,
    surveyed_corners,
    typed_length,
)
from ....instruments import (
    INSTRUMENTS,
    Between,
    Fault,
    HeightAt,
    Kind,
    RidgeTop,
    State,
    StringAt,
    Taken,
    Target,
    ValueOf,
    press,
    site_of,
    turned_round,
)
from ....store import Database
from ....store.instruments import instrument_states, keep_instrument, last_reading, readings_since, send_reading
from ...bodies.describing import blueprint
from ...bodies.instruments import InstrumentView, SetInstrumentBody, TrayName, TrayView
from ...server import problem
from ...server.first_work import work_questions
from ...server.requests import WordsQuery, answer, database, kept_database, words_of

api = blueprint("instruments", __name__, "instruments", "/api/instruments")
questions = work_questions("instrument", __name__)

STREAM_S, LOOK_S = 4.0, 0.1
"""How long a stream is held, and between two looks at what came."""
STREAMS = BoundedSemaphore(4)
"""Streams held at once: whoever comes beyond them hears what is there and asks again."""
AGAIN_MS = 500
MOST, MOST_LETTERS = 2**53, 20
"""Numbers as large as a browser keeps them."""
TOOLS = {Kind.METER: "laser", Kind.STAFF: "level", Kind.ANGLE: "other", Kind.TAPE: "tape"}
READS = {Between: "distance", HeightAt: "level", StringAt: "offset", RidgeTop: "height", ValueOf: "value"}
DRIFTED = 0.1
"""Degrees."""


class InstrumentPath(BaseModel):
    """Which instrument."""

    kind: Kind


class StreamQuery(BaseModel):
    """Whose readings, after which number."""

    tray: str = TrayName
    after: int = Field(default=0, ge=0, le=MOST)


class PressQuery(WordsQuery):
    """Which tray pressed which instrument, pointed at which value of the work in the body."""

    tray: str = TrayName
    instrument: Kind
    target: str = Field(max_length=120)


def _states() -> dict[Kind, State]:
    with database().read() as db:
        stored = instrument_states(db)
    return {kind: State(**{**asdict(State(kind)), **_lists(stored.get(kind, {})), "kind": kind}) for kind in Kind}


def _lists(stored: dict[str, Any]) -> dict[str, Any]:
    """What was kept, with tuples where JSON has lists."""
    return {key: tuple(value) if isinstance(value, list) else value for key, value in stored.items()}


def _tray(fault: str | None = None) -> Response:
    with database().read() as db:
        last = last_reading(db)
    return answer(TrayView(instruments=[_shown(one) for one in _states().values()], last=last, fault=fault))


def _shown(state: State) -> InstrumentView:
    reads = [*(READS[one] for one in INSTRUMENTS[state.kind].targets)]
    return InstrumentView(
        kind=state.kind.value, paired=state.paired, battery=round(state.battery * 100), reference=state.reference,
        sun=state.sun, drifted=abs(state.drift) > DRIFTED, sends=state.sends, reads=reads,
        started_at=f"{state.started_at:g} mm" if state.started_at else "",
    )  # fmt: skip


@api.get("", responses={200: TrayView})
def read_tray() -> Response:
    """The tray's instruments."""
    return _tray()


@api.put("/<kind>", responses={200: TrayView})
def set_instrument(path: InstrumentPath, body: SetInstrumentBody) -> Response:
    """Pair an instrument or let it go, set it, charge it."""
    state = _states()[path.kind]
    said = {key: value for key in ("paired", "reference", "sun", "sends") if (value := getattr(body, key)) is not None}
    if body.started_at is not None:
        said["started_at"] = typed_length(body.started_at, body.units, "started_at") if body.started_at.strip() else 0.0
        if said["started_at"] < 0:
            raise Problems([Problem("started_at", Message("gauge.not_positive"))])
    state = replace(state, **said)
    if body.charged:
        state = replace(state, battery=1.0)
    _keep(turned_round(state) if body.turned else state)
    return _tray()


def _keep(state: State) -> None:
    with database().connect() as db:
        keep_instrument(db, state.kind, asdict(state))


@questions.post("/instruments/press", responses={200: TrayView})
def press_instrument(query: PressQuery, body: JobInput) -> Response:
    """Press an instrument that is pointed at a value of the first work: its reading comes over the stream."""
    words = words_of(query, body.units)
    state = _states()[query.instrument]
    try:
        if not body.works:
            raise Problems([Problem("works", Message("error.no_works"))])
        target, corners = _target(body, query.target)
    except Problems as wrong:
        return problem.from_problems(wrong, words)
    found, after = press(state, target, site_of(body.works[0].name or "unnamed", corners))
    with database().connect() as db:
        keep_instrument(db, after.kind, asdict(after))
        if isinstance(found, Taken):
            send_reading(db, query.tray, _sent(found, state, query.target, words))
    return _tray(words.say(Message(f"instrument.{found.why}")) if isinstance(found, Fault) else None)


def _sent(found: Taken, state: State, target: str, words: Words) -> dict[str, Any]:
    """A reading as it is sent: what goes into the field, and what is said of it."""
    by = Length(found.shown)
    read = words.say(Message("instrument.length", {"by": Length(found.value)}))
    shown = f"{found.value:.2f}°" if found.degrees else read
    notes = [words.say(Message(f"instrument.note.{one}", {"by": by})) for one in found.notes]
    return {
        "instrument": state.kind.value, "target": target, "with": TOOLS[state.kind], "sends": state.sends,
        "value": f"{found.value:.2f}°" if found.degrees else f"{found.value:g} mm",
        "started_at": f"{found.started_at:g} mm" if found.started_at else "", "shown": shown, "note": " ".join(notes),
        "measured": f"{found.value - found.started_at:g} mm",
        "tolerance": f"{found.tolerance:.1f} mm" if found.tolerance else "",
    }  # fmt: skip


def _target(job: JobInput, path: str) -> tuple[Target, tuple[tuple[float, float], ...]]:
    """What an instrument is pointed at by a value's key, and the plan's corners as drawn.

    Raises:
        Problems: no reading of that number, or a plan that is none.
    """
    given = job.works[0]
    if isinstance(given, FlightInput):
        return ValueOf(path, _drawn(given, path)), ()
    corners = surveyed_corners(given.roof(job.units))
    if not path.startswith("survey.readings["):
        return ValueOf(path, _drawn(given, path)), corners
    readings = given.survey.readings if given.survey else ()
    number = path.removeprefix("survey.readings[").rstrip("]")
    if not number.isdigit() or int(number) >= len(readings):
        raise Problems([Problem("target", Message("instrument.nothing_there"))])
    one = readings[int(number)]
    place, end = one.place, one.end_place
    if one.kind == "height":
        top = measured_roof(given.model_copy(update={"survey": None}), job.units).facts["ridge_top"]
        return RidgeTop(float(top)), corners
    if one.kind == "offset" and isinstance(place, AtSide):
        return StringAt(place), corners
    if isinstance(place, int) and isinstance(end, int) and one.kind != "level":
        return Between(place, end), corners
    return HeightAt(place, end), corners


def _drawn(given: FlightInput | RoofInput, path: str) -> float | None:
    """What is drawn at a key, mm or degrees; None of what was only supposed, or is no length."""
    if path in g.get("supposed", ()):
        return None
    value: Any = given
    for key in path.split("."):
        value = getattr(value, key, None)
    if path == "pitch" and value is not None:
        return degrees(atan(value.pitch.slope))
    return float(value.mm) if hasattr(value, "mm") else None


@api.get("/stream")
def stream(query: StreamQuery) -> Response:
    """The readings of a tray as server-sent events, each under its number."""
    after = query.after
    last = request.headers.get("Last-Event-ID", "")
    if last.isascii() and last.isdecimal():
        after = max(after, min(int(last[:MOST_LETTERS]), MOST))
    return Response(_events(kept_database(), query.tray, after), mimetype="text/event-stream")


def _events(stored: Database, tray: str, after: int) -> Iterator[str]:
    held = STREAMS.acquire(blocking=False)
    try:
        yield f"retry: {AGAIN_MS}\n\n"
        until = monotonic() + (STREAM_S if held else 0.0)
        while True:
            with stored.read() as db:
                found = readings_since(db, tray, after)
            for number, reading in found:
                after = number
                yield f"id: {number}\ndata: {json.dumps(reading)}\n\n"
            if monotonic() >= until:
                return
            sleep(LOOK_S)
    finally:
        if held:
            STREAMS.release()
