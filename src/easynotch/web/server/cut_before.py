"""Pieces that were cut before their marks moved: what becomes of each, by the work as it was when they were cut."""

import json
import sqlite3
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from ...core.rules import Words
from ...core.solid import Member, Outcome, Recut, recut_to
from ...core.terms import Length, message
from ...exchange import JobInput, Problems, Worked, worked_out
from ...presenting.cut.batch import shape_of
from ...presenting.cut.recut import slide_of, told_of
from ...presenting.shared.supposed import suppose_missing
from ...store import CutPiece, Job, cut_boards, document_at, get_work, pieces_done
from .requests import settled_job

Done = dict[tuple[str, str, str], int]


@dataclass(frozen=True, slots=True)
class Before:
    """What becomes of a piece that was cut before: in a word, in a sentence, and its shape as it should be now."""

    outcome: str
    said: str
    shape: str


def cut_before(db: sqlite3.Connection, job: Job, words: Words) -> dict[tuple[str, int], Before]:
    """Return what becomes of the good pieces of a job that are not as they are marked now, by board and place."""
    found: dict[tuple[str, int], Before] = {}
    for board in cut_boards(db, job.id):
        for place, piece in enumerate(board.pieces):
            if not piece.spoiled and (one := _before(db, job, piece, board.made_at, words)) is not None:
                found[board.id, place] = one
    return found


def good_pieces(db: sqlite3.Connection, job: Job, words: Words) -> Done:
    """Return how many of each work's pieces are cut and good as they are marked now, in their shape."""
    done = dict(pieces_done(db, job.id))
    before = cut_before(db, job, words)
    for board in cut_boards(db, job.id):
        for place, piece in enumerate(board.pieces):
            one = before.get((board.id, place))
            if one is not None and one.outcome == Outcome.FITS:
                key = (piece.work_id, piece.piece, one.shape)
                done[key] = done.get(key, 0) + 1
    return done


def _before(db: sqlite3.Connection, job: Job, piece: CutPiece, at: str, words: Words) -> Before | None:
    """What becomes of a piece; None of one that is as it is marked now, or of which that is not known."""
    now = get_work(db, piece.work_id).document
    wanted = json.dumps(settled_job(db, job, [now]), sort_keys=True)
    worked = worked_as(wanted)
    after = pieces_as(wanted).get(piece.piece)
    if worked is None or after is None or after[1] == piece.shape:
        return None
    then = document_at(db, piece.work_id, at)
    if then is None:
        return None
    before = pieces_as(json.dumps(settled_job(db, job, [then]), sort_keys=True)).get(piece.piece)
    if before is None or before[1] != piece.shape:
        return None
    found = compared(before[0], after[0])
    slide = slide_of(worked, before[0], after[0], found)
    said = words.say(message("recut.slide", by=Length(slide))) if slide else told_of(found, words)
    return Before("slide" if slide else str(found.outcome), said, after[1])


@lru_cache(maxsize=32)
def worked_as(document: str) -> Worked | None:
    """Return the one work of a job's document, as JSON, worked out; None where it cannot be."""
    job = json.loads(document)
    if suppose_missing(job):
        return None
    try:
        return worked_out(JobInput.model_validate(job), 0)
    except Problems:
        return None


@lru_cache(maxsize=32)
def pieces_as(document: str) -> Mapping[str, tuple[Member, str]]:
    """Return the pieces of a document's one work by their ids, each with its shape."""
    worked = worked_as(document)
    members = [] if worked is None else [one.member for one in worked.members]
    return {member.id: (member, shape_of(member)) for member in members}


@lru_cache(maxsize=256)
def compared(before: Member, after: Member) -> Recut:
    """Return what becomes of a piece; asked again of the same two, it is there."""
    return recut_to(before, after)
