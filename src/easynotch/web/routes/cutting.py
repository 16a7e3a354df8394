"""Cutting as it goes on in the shop: boards cut, pieces spoiled, beside boards on hand and orders; on every device.

The plan is made of what is still to cut, so that a spoiled piece is nested again and a cut one is not.
"""

import sqlite3
from collections.abc import Callable, Mapping
from dataclasses import replace
from typing import Literal

from flask import Response, g
from pydantic import BaseModel, Field

from ...core.rules import Words
from ...core.supply import OnHand, off_cuts
from ...core.tape import Units
from ...core.terms import Count, Length, Message, message
from ...exchange import JobInput, Problem, Problems, Worked, read_job, worked_out
from ...presenting.cut.batch import Part, Rack, Ways, batch_of
from ...presenting.cut.models import CutDoneView, CutPieceView, CuttingView, KeptView, OrderView, PlanStopView, RackView
from ...presenting.cut.plan import NOTHING, PROVED, cut_view, percent
from ...presenting.fit.trial import passed_said
from ...presenting.shared.lengths import format_length
from ...presenting.shared.supposed import suppose_missing
from ...store import (
    CutBoard,
    CutPiece,
    Ordered,
    PlanStop,
    RackBoard,
    add_to_rack,
    board_job,
    cut_boards,
    get_job,
    get_rack_board,
    get_work,
    keep_cut,
    latest_stops,
    list_works,
    note_stop,
    note_tried,
    open_orders,
    pattern_tried,
    rack,
    recut,
    spoil,
    take_back_cut,
)
from ..bodies.answers import ChangedView
from ..bodies.cutting import CutBoardBody, SpoiledBody, TriedBody
from ..bodies.describing import blueprint
from ..bodies.view import described
from ..server.cut_before import Before, cut_before, good_pieces
from ..server.first_work import Asked, about_first_work, work_questions
from ..server.happenings import note_happening, note_in_job
from ..server.requests import WordsQuery, WorkPath, answer, database, words_of
from ..server.tasks import is_cancelled, progress_reporter
from ..server.worked import worked_of

api = blueprint("cutting", __name__, "cutting")
questions = work_questions("cut", __name__)
AS_MARKED = Before("", "", "")
"""Of a piece whose marks did not move."""
MOST_BOARDS = 2000
"""Cut boards of a job, and boards on a rack."""


class ScopeQuery(WordsQuery):
    """Whether a work is looked at, or its whole job."""

    scope: Literal["work", "job"] = "work"


class BatchQuery(ScopeQuery):
    """How a batch is planned: whether a piece that is not seen may lie with its other edge up, whether one that is seen
    keeps its face, and whether pieces longer than any board are planned in two parts; whether other ways to buy are
    told too; whether the plain good plan is enough for now; and a token by which looking for a cheaper one can be
    stopped.
    """

    edge_free: bool = False
    face_given: bool = False
    scarfed: bool = False
    others: bool = False
    quick: bool = False
    token: str = Field(default="", max_length=40)


class CutQuery(WordsQuery):
    """Whether a piece may lie with its other edge up: only where its crown does not matter."""

    edge_free: bool = False


class CutBoardPath(BaseModel):
    """Which cut board."""

    board_id: str = Field(max_length=40)


class PlacePath(CutBoardPath):
    """Which piece of a cut board."""

    place: int = Field(ge=0, le=1000)


# What is missing is supposed for no saw: nothing is cut before it is measured.
@about_first_work(questions, "/cut", NOTHING, query=CutQuery, measured=True)
def cut(asked: Asked) -> CuttingView:
    """The first work of a job at the saw, as if nothing were cut and no board on hand."""
    ways = Ways(edge_free=asked.query.edge_free)
    return cut_view(batch_of([Part("", "", asked.worked)], asked.job, asked.words, ways), asked.job, asked.words)


@api.post("/works/<work_id>/cut", responses={200: described(CuttingView)})
def plan(path: WorkPath, query: BatchQuery, body: JobInput) -> Response:
    """What is still to cut of a work as it is shown, or of its whole job, from boards on hand and what is bought."""
    words = words_of(query, body.units)
    if not body.works or suppose_missing(g.body):
        return answer(NOTHING)
    with database().read() as db:
        work = get_work(db, path.work_id)
        shown_work = Part(work.id, "", worked_of(body, 0, words.tape))
        parts: list[Part] = [shown_work]
        left_out: tuple[str, ...] = ()
        if query.scope == "job":
            parts, left_out = _of_job(db, shown_work, body, words, work.job_id)
        there = tuple(Rack(board.thickness, board.depth, _on_hand(board), board.note) for board in rack(db))
        done = good_pieces(db, get_job(db, work.job_id), words)
        ways = Ways(
            query.edge_free, query.face_given, query.scarfed, done, there, _until_stopped(query),
            progress_reporter("" if query.quick else query.token),
        )  # fmt: skip
        batch = batch_of(parts, body, words, ways)
        kept = _kept(db, work.id, query.scope, words)
    view = cut_view(batch, body, words, others=query.others)
    if any(section.stopped for section in view.sections) and is_cancelled(query.token):
        kept = _noted(view, path.work_id, query.scope, words)
    said: list[str] = [words.say(message("cut.left_out", works=", ".join(left_out)))] if left_out else []
    tried, trial = _tried(shown_work.worked, words, by_hand=kept.tried)
    return answer(
        replace(
            view, tried=tried, trial=trial, cut=kept.cut, rack=kept.rack, orders=kept.orders, stops=kept.stops,
            notes=[*said, *view.notes],
        )
    )  # fmt: skip


def _tried(worked: Worked, words: Words, *, by_hand: bool) -> tuple[bool, str]:
    """Whether others can be cut by the pattern, and what Fit says of it; where it is tried there, that alone counts."""
    if not worked.places:
        return by_hand, ""
    return len(worked.passed) == len(worked.places), passed_said(len(worked.passed), len(worked.places), words)


def _noted(view: CuttingView, work_id: str, scope: str, words: Words) -> KeptView:
    """What is kept, and that the search for this plan was stopped."""
    boards = sum(board.count for section in view.sections for board in section.boards)
    with database().connect() as db:
        note_stop(db, work_id, scope, boards, max(one.gap for one in view.sections))
        return _kept(db, work_id, scope, words)


def _until_stopped(query: BatchQuery) -> Callable[[], bool]:
    """Whether a cheaper plan is still looked for: not for a quick answer, and not once its token was stopped."""
    return lambda: not query.quick and not is_cancelled(query.token)


def _of_job(
    db: sqlite3.Connection, here: Part, job: JobInput, words: Words, job_id: str
) -> tuple[list[Part], tuple[str, ...]]:
    """Every work of a job that can be worked out, the one that is shown as it is shown; and the names of the others."""
    parts: list[Part] = []
    left_out: list[str] = []
    for work in list_works(db, job_id):
        if work.id == here.work_id:
            parts.append(replace(here, name=job.works[0].name or "1"))
            continue
        if work.archived:
            continue
        name = str(work.document.get("name") or len(parts) + len(left_out) + 1)
        worked = _worked(work.document, job, words)
        if worked is None:
            left_out.append(name)
        else:
            parts.append(Part(work.id, name, worked))
    return parts, tuple(left_out)


def _worked(document: dict[str, object], job: JobInput, words: Words) -> Worked | None:
    """A kept work worked out; None while something of it is missing."""
    whole = {"format": "easy-notch-job", "version": 1, "units": str(job.units), "works": [document]}
    try:
        return worked_out(read_job(whole).model_copy(update={"settings": job.settings}), 0, words.tape)
    except Problems:
        return None


def _on_hand(board: RackBoard) -> OnHand:
    straight = {"": None, "straight": True, "crooked": False}[board.sighted]
    return OnHand(board.id, board.length, board.defects, straight)


def _kept(db: sqlite3.Connection, work_id: str, scope: str, words: Words) -> KeptView:
    """What is kept beside the plan."""
    job_id = get_work(db, work_id).job_id
    before = cut_before(db, get_job(db, job_id), words)
    return KeptView(
        tried=pattern_tried(db, work_id),
        cut=[
            _done(board, before, words)
            for board in cut_boards(db, job_id)
            if scope == "job" or any(piece.work_id == work_id for piece in board.pieces)
        ],
        rack=[rack_view(one, words) for one in rack(db)],
        orders=[OrderView(id=order.id, say=_ordered(order, words)) for order in open_orders(db, job_id)],
        stops=[
            PlanStopView(id=stop.id, at=stop.at, say=_stopped(stop, words)) for stop in latest_stops(db, work_id, scope)
        ],
    )


def _stopped(stop: PlanStop, words: Words) -> str:
    key = "stop_proved" if stop.gap < PROVED else "stop_kept"
    return words.say(message(f"cut.{key}", n=Count(stop.boards), share=percent(stop.gap, least=True)))


@api.get("/works/<work_id>/cutting", responses={200: described(KeptView)})
def kept(path: WorkPath, query: ScopeQuery) -> Response:
    """What is kept of the cutting of a work and its job."""
    with database().read() as db:
        units = Units(get_job(db, get_work(db, path.work_id).job_id).units)
        return answer(_kept(db, path.work_id, query.scope, words_of(query, units)))


def _done(board: CutBoard, before: Mapping[tuple[str, int], Before], words: Words) -> CutDoneView:
    found = {place: before.get((board.id, place), AS_MARKED) for place in range(len(board.pieces))}
    return CutDoneView(
        id=board.id,
        section=section_name(board, words),
        length=format_length(board.length, words),
        pieces=[
            CutPieceView(
                place=place,
                title=piece.title,
                start=piece.start,
                stop=piece.stop,
                spoiled=piece.spoiled,
                outcome=found[place].outcome,
                said=found[place].said,
            )
            for place, piece in enumerate(board.pieces)
        ],
    )


def section_name(board: CutBoard | RackBoard | Ordered, words: Words) -> str:
    """A section as it is called."""
    return f"{words.value(Length(board.thickness))} × {words.value(Length(board.depth))}"


def rack_view(board: RackBoard, words: Words) -> RackView:
    """A board on hand in words."""
    return RackView(
        id=board.id, section=section_name(board, words), length=format_length(board.length, words), note=board.note,
        origin=words.within(Message(f"rack.{board.origin}")), sighted=board.sighted,
        defects=[(format_length(start, words), format_length(stop, words)) for start, stop in board.defects],
    )  # fmt: skip


def _ordered(ordered: Ordered, words: Words) -> str:
    return words.say(
        message(
            "yard.ordered", n=Count(ordered.count), section=section_name(ordered, words), length=Length(ordered.length),
            days=Count(ordered.days),
        )
    )  # fmt: skip


@api.post("/works/<work_id>/cut-boards", responses={201: ChangedView})
def board_cut(path: WorkPath, body: CutBoardBody) -> Response:
    """A board was cut: its pieces are done, and what is left of it lies on the rack."""
    spans = [(piece.start, piece.stop) for piece in body.pieces]
    with database().connect() as db:
        job_id = get_work(db, path.work_id).job_id
        known = {work.id for work in list_works(db, job_id)}
        if not {one.work_id for one in body.pieces} <= known or len(cut_boards(db, job_id)) >= MOST_BOARDS:
            raise Problems([Problem("pieces", Message("problem.no_work"))])
        there = get_rack_board(db, body.rack) if body.rack else RackBoard(body.thickness, body.depth, body.length)
        if max(stop for _, stop in spans) > there.length + 1e-3:
            raise Problems([Problem("pieces", Message("problem.board_short"))])
        left = off_cuts(_on_hand(there), spans, body.kerf)
        board = CutBoard(
            there.thickness, there.depth, there.length,
            tuple(CutPiece(one.work_id, one.piece, one.title, one.start, one.stop, one.shape) for one in body.pieces),
            body.rack or None,
        )  # fmt: skip
        kept = [
            RackBoard(
                there.thickness, there.depth, one.length, None, there.note, one.defects, "offcut", sighted=there.sighted
            )
            for one in left
        ]
        made = keep_cut(db, job_id, board, kept)
        note_happening(
            db, path.work_id, "cut",
            message("log.cut", n=Count(len(board.pieces)), length=Length(there.length), pieces=_titles(board)),
        )  # fmt: skip
        return answer(ChangedView(id=made), 201)


def _titles(board: CutBoard) -> str:
    """The pieces of a board by their titles, each once with how many."""
    titles = [one.title for one in board.pieces]
    return ", ".join(f"{titles.count(one)} × {one}" if titles.count(one) > 1 else one for one in dict.fromkeys(titles))


@api.delete("/cut-boards/<board_id>", responses={200: ChangedView})
def not_cut(path: CutBoardPath) -> Response:
    """The tick was a slip."""
    with database().connect() as db:
        job_id = take_back_cut(db, path.board_id)
        note_in_job(db, job_id, "cut", Message("log.not_cut"))
    return answer(ChangedView(id=path.board_id))


@api.put("/cut-boards/<board_id>/pieces/<int:place>", responses={200: ChangedView})
def piece_spoiled(path: PlacePath, query: WordsQuery, body: SpoiledBody) -> Response:
    """A piece was spoiled, and is wanted again, its wood back on the rack where that is said; or it was not. Or it was
    sawn anew, to where its marks are now.
    """
    with database().connect() as db:
        job_id = (
            _sawn_anew(db, path, query) if body.recut else spoil(db, path.board_id, path.place, spoiled=body.spoiled)
        )
        board = next(one for one in cut_boards(db, job_id) if one.id == path.board_id)
        piece = board.pieces[path.place]
        if body.spoiled and body.to_rack:
            length = piece.stop - piece.start
            add_to_rack(
                db, RackBoard(board.thickness, board.depth, length, None, piece.title, origin="offcut"), board.id
            )
        key = "log.recut" if body.recut else "log.spoiled" if body.spoiled else "log.not_spoiled"
        note_happening(db, piece.work_id, "cut", message(key, piece=piece.title))
    return answer(ChangedView(id=path.board_id))


def _sawn_anew(db: sqlite3.Connection, path: PlacePath, query: WordsQuery) -> str:
    """Keep a piece as it is marked now, where it can be sawn to that."""
    job_id = board_job(db, path.board_id)
    job = get_job(db, job_id)
    found = cut_before(db, job, words_of(query, Units(job.units))).get((path.board_id, path.place))
    if found is None or found.outcome == "short":
        raise Problems([Problem("recut", Message("problem.no_recut"))])
    return recut(db, path.board_id, path.place, found.shape)


@api.put("/works/<work_id>/tried", responses={200: ChangedView})
def tried(path: WorkPath, body: TriedBody) -> Response:
    """The pattern was tried in place and fits, or is to be tried again."""
    with database().connect() as db:
        note_tried(db, path.work_id, tried=body.tried)
        note_happening(db, path.work_id, "tried", Message("log.tried" if body.tried else "log.not_tried"))
    return answer(ChangedView(id=path.work_id))
