"""What was done at the bench: places and ticks, shared by every device, and what a change disturbed since.

A tick keeps the lines as they were drawn. Held against the work as it is now, it is good, disturbed or gone.
"""

from dataclasses import dataclass
from math import hypot

from flask import Response

from ...core.rules import Words
from ...core.tape import Units
from ...core.terms import Length, Message, Named, Value, message
from ...exchange import JobInput, Problem, Problems, worked_out
from ...presenting.mark.models import BoardView, StopView
from ...presenting.mark.pieces import boards_of
from ...presenting.shared.supposed import suppose_missing
from ...store import KeptTick, drop_tick, get_job, get_work, keep_place, keep_tick, places_of, ticks_of
from ..bodies.answers import MarkingView, PieceMarkingView, PlaceKeptView, TickView
from ..bodies.describing import blueprint
from ..bodies.works import PlaceBody, TickBody
from ..server.happenings import note_happening
from ..server.requests import WordsQuery, WorkPath, answer, database, settled_job, words_of

api = blueprint("marking", __name__, "marking", "/api/works")

MOVED = 0.05
"""mm: a line that moved less is where it was."""
MOST_TICKS = 5000


@dataclass(frozen=True, slots=True)
class _Kept:
    """A kept work, worked out: its boards by piece, and what was done on it."""

    boards: dict[str, BoardView]
    ticks: list[KeptTick]
    places: dict[str, str]
    words: Words


@api.get("/<work_id>/marking", responses={200: MarkingView})
def read(path: WorkPath, query: WordsQuery) -> Response:
    """Where one is on every piece, and every tick with what a change since did to it."""
    return answer(_view(_kept(path.work_id, query)))


@api.put("/<work_id>/marking/place", responses={200: PlaceKeptView})
def place(path: WorkPath, body: PlaceBody) -> Response:
    """Remember the stop a piece is left at."""
    with database().connect() as db:
        keep_place(db, path.work_id, body.piece, body.stop)
    return answer(PlaceKeptView(piece=body.piece, stop=body.stop))


@api.put("/<work_id>/marking/tick", responses={200: MarkingView})
def tick(path: WorkPath, query: WordsQuery, body: TickBody) -> Response:
    """Tick a stop, with its lines as they are now, or take its tick away."""
    if not body.done:
        with database().connect() as db:
            drop_tick(db, path.work_id, body.piece, body.stop)
            note_happening(db, path.work_id, "marked", message("log.unmarked", piece=Named(body.piece)))
        return answer(_view(_kept(path.work_id, query)))
    kept = _kept(path.work_id, query, body.piece)
    board = kept.boards.get(body.piece)
    stop = next((one for one in board.stops if one.id == body.stop), None) if board else None
    if board is None or stop is None or len(kept.ticks) >= MOST_TICKS:
        raise Problems([Problem("stop", Message("problem.no_stop"))])
    with database().connect() as db:
        figure = stop.figure.mm if stop.figure else None
        keep_tick(db, path.work_id, body.piece, body.stop, (figure, _lines(board, stop)))
        values: dict[str, Value] = {"piece": board.title, "stop": stop.title}
        told = (
            Message("log.marked", values)
            if figure is None
            else Message("log.marked_at", values | {"at": Length(figure)})
        )
        note_happening(db, path.work_id, "marked", told)
    return answer(_view(_kept(path.work_id, query)))


def _kept(work_id: str, query: WordsQuery, also: str = "") -> _Kept:
    with database().read() as db:
        work = get_work(db, work_id)
        job = get_job(db, work.job_id)
        units = Units(job.units)
        document = settled_job(db, job, [work.document])
        ticks, places = ticks_of(db, work_id), places_of(db, work_id)
    words = words_of(query, units)
    wanted = frozenset({one.piece for one in ticks} | {also}) - {""}
    boards: dict[str, BoardView] = {}
    if wanted and not suppose_missing(document):
        body = JobInput.model_validate(document)
        try:
            worked = worked_out(body, 0, words.tape)
        except Problems:
            # What cannot be worked out now disturbs nothing yet: ticks stand as they are.
            return _Kept({}, ticks, places, words)
        boards = {laid.member.id: board for laid, board in boards_of(worked, body, words, wanted)}
    return _Kept(boards, ticks, places, words)


def _view(kept: _Kept) -> MarkingView:
    pieces = dict.fromkeys([*kept.places, *(one.piece for one in kept.ticks)])
    return MarkingView(pieces=[_piece(piece, kept) for piece in pieces])


def _piece(piece: str, kept: _Kept) -> PieceMarkingView:
    board = kept.boards.get(piece)
    ticks = [one for one in kept.ticks if one.piece == piece]
    order = {stop.id: n for n, stop in enumerate(board.stops)} if board else {}
    known = [one for one in ticks if one.stop in order]
    last = max((order[one.stop] for one in known), default=-1)
    ticked = {one.stop: one.number for one in known}
    skipped = [stop for stop, n in order.items() if n < last and stop not in ticked]
    early = [
        stop for stop, number in ticked.items()
        if any(order[other] < order[stop] and ticked[other] > number for other in ticked)
    ]  # fmt: skip
    return PieceMarkingView(
        piece=piece,
        place=kept.places.get(piece, ""),
        ticks=[_tick(one, board, kept.words) for one in ticks],
        skipped=skipped,
        early=early,
    )


def _tick(kept: KeptTick, board: BoardView | None, words: Words) -> TickView:
    hook = board.hook if board is not None else 0.0
    before = [((a[0] + hook, a[1]), (b[0] + hook, b[1])) for pieces in kept.lines.values() for a, b in pieces]
    if board is None:
        return TickView(stop=kept.stop, state="good", said="", before=[])
    stop = next((one for one in board.stops if one.id == kept.stop), None)
    if stop is None:
        return TickView(stop=kept.stop, state="gone", said=words.say(Message("marking.gone")), before=before)
    moved = _moved(kept.lines, _lines(board, stop))
    if moved <= MOVED:
        return TickView(stop=kept.stop, state="good", said="", before=[])
    now = stop.figure.mm if stop.figure else None
    if now is not None and kept.figure is not None and abs(now - kept.figure) > MOVED:
        values = {"before": Length(kept.figure), "now": Length(now)}
        said = words.say(Message("marking.moved", values))
    else:
        said = words.say(Message("marking.turned", {"by": Length(moved)}))
    return TickView(stop=kept.stop, state="disturbed", said=said, before=before)


def _lines(board: BoardView, stop: StopView) -> dict[str, list[tuple[tuple[float, float], tuple[float, float]]]]:
    """The lines a stop draws, by mark, in mm from the hook; a stop that draws none has none."""
    marks = [*board.marks, *(board.far.marks if board.far else [])]
    return {
        mark.id: [((a - board.hook, b), (c - board.hook, d)) for (a, b), (c, d) in mark.pieces]
        for mark in marks if mark.id in stop.marks and stop.kind != "saw"
    }  # fmt: skip


def _moved(before: dict[str, list[tuple[tuple[float, float], tuple[float, float]]]],
           now: dict[str, list[tuple[tuple[float, float], tuple[float, float]]]]) -> float:  # fmt: skip
    """The farthest any end of a line has moved, mm."""
    if before.keys() != now.keys() or any(len(before[key]) != len(now[key]) for key in now):
        return float("inf") if before else 0.0
    return max(
        (hypot(a[0] - b[0], a[1] - b[1])
         for key in now for old, new in zip(before[key], now[key], strict=True)
         for a, b in zip(old, new, strict=True)),
        default=0.0,
    )  # fmt: skip
