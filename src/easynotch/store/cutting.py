"""Boards on hand, boards that were cut with the pieces in them, and what a yard still owes."""

import json
import sqlite3
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal
from uuid import uuid4

from ..core.supply import Sighted
from .jobs import get_job, now
from .works import get_work

Origin = Literal["hand", "bought", "offcut"]
"""What was found when a board was sighted along; empty where nobody looked."""
RACK = """
SELECT id, thickness, depth, length, price, note, defects, origin, sighted FROM rack_board
WHERE gone_at IS NULL ORDER BY thickness, depth, length DESC, made_at, rowid
"""
ONE = "SELECT id, thickness, depth, length, price, note, defects, origin, sighted FROM rack_board WHERE id = :id"
INSERT_RACK = """
INSERT INTO rack_board (id, thickness, depth, length, price, note, defects, origin, sighted, cut_board_id, made_at)
VALUES (:id, :thickness, :depth, :length, :price, :note, :defects, :origin, :sighted, :cut_board_id, :made_at)
"""
UPDATE_RACK = """
UPDATE rack_board SET defects = :defects, note = :note, sighted = :sighted WHERE id = :id AND gone_at IS NULL
"""
GONE = "UPDATE rack_board SET gone_at = :at WHERE id = :id"
GONE_OF = "UPDATE rack_board SET gone_at = :at WHERE cut_board_id = :id AND gone_at IS NULL"
USED_OF = "SELECT COUNT(*) FROM rack_board WHERE cut_board_id = :id AND gone_at IS NOT NULL"
INSERT_CUT = """
INSERT INTO cut_board (id, job_id, rack_board_id, thickness, depth, length, made_at)
VALUES (:id, :job_id, :rack_board_id, :thickness, :depth, :length, :made_at)
"""
INSERT_PIECE = """
INSERT INTO cut_piece (board_id, place, work_id, piece, title, shape, start, stop)
VALUES (:board_id, :place, :work_id, :piece, :title, :shape, :start, :stop)
"""
CUT = """
SELECT id, rack_board_id, thickness, depth, length, made_at FROM cut_board
WHERE job_id = :job_id AND undone_at IS NULL ORDER BY made_at, rowid
"""
CUT_ONE = "SELECT id, job_id, rack_board_id FROM cut_board WHERE id = :id AND undone_at IS NULL"
PIECES = """
SELECT work_id, piece, title, shape, start, stop, spoiled_at IS NOT NULL AS spoiled FROM cut_piece
WHERE board_id = :board_id ORDER BY place
"""
UNDO = "UPDATE cut_board SET undone_at = :at WHERE id = :id"
SPOIL = "UPDATE cut_piece SET spoiled_at = :at WHERE board_id = :board_id AND place = :place"
RESHAPE = "UPDATE cut_piece SET shape = :shape WHERE board_id = :board_id AND place = :place"
DONE = """
SELECT cut_piece.work_id, cut_piece.piece, cut_piece.shape, COUNT(*) AS n FROM cut_piece
JOIN cut_board ON cut_board.id = cut_piece.board_id
WHERE cut_board.job_id = :job_id AND cut_board.undone_at IS NULL AND cut_piece.spoiled_at IS NULL
GROUP BY cut_piece.work_id, cut_piece.piece, cut_piece.shape
"""
TRIED = "SELECT 1 FROM pattern_tried WHERE work_id = :work_id"
NOTE_TRIED = "INSERT INTO pattern_tried (work_id, at) VALUES (:work_id, :at) ON CONFLICT (work_id) DO NOTHING"
NOT_TRIED = "DELETE FROM pattern_tried WHERE work_id = :work_id"


class BoardNotFound(LookupError):
    """There is no such board, or it is gone."""


class BoardUsed(RuntimeError):
    """A cut cannot be taken back: an off-cut of it was cut already."""


@dataclass(frozen=True, slots=True)
class RackBoard:
    """A board on hand; its defects are intervals from its better end, and ``sighted`` what was found along it."""

    thickness: float
    depth: float
    length: float
    price: float | None = None
    note: str = ""
    defects: tuple[tuple[float, float], ...] = ()
    origin: Origin = "hand"
    id: str = ""
    sighted: Sighted = ""


@dataclass(frozen=True, slots=True)
class CutPiece:
    """A piece of a work in a board that was cut, mm from the board's end."""

    work_id: str
    piece: str
    title: str
    start: float
    stop: float
    shape: str = ""
    spoiled: bool = False


@dataclass(frozen=True, slots=True)
class CutBoard:
    """A board that was cut; ``rack_board_id`` where it came off the rack."""

    thickness: float
    depth: float
    length: float
    pieces: tuple[CutPiece, ...]
    rack_board_id: str | None = None
    id: str = ""
    made_at: str = ""


def rack(db: sqlite3.Connection) -> list[RackBoard]:
    """Every board on hand."""
    return [_rack_board(row) for row in db.execute(RACK)]


def get_rack_board(db: sqlite3.Connection, board_id: str) -> RackBoard:
    """A board on hand, or one that is gone. Raises BoardNotFound."""
    row = db.execute(ONE, {"id": board_id}).fetchone()
    if row is None:
        raise BoardNotFound(board_id)
    return _rack_board(row)


def add_to_rack(db: sqlite3.Connection, board: RackBoard, cut_board_id: str | None = None) -> str:
    """A board more on hand; its id."""
    board_id = uuid4().hex[:12]
    db.execute(
        INSERT_RACK,
        {
            "id": board_id, "thickness": board.thickness, "depth": board.depth, "length": board.length,
            "price": board.price, "note": board.note, "defects": json.dumps(board.defects), "origin": board.origin,
            "sighted": board.sighted, "cut_board_id": cut_board_id, "made_at": now(),
        },
    )  # fmt: skip
    return board_id


def change_rack_board(
    db: sqlite3.Connection, board_id: str, defects: Sequence[tuple[float, float]], note: str, sighted: Sighted
) -> RackBoard:
    """New defects and note of a board on hand, and what was found along it. Raises BoardNotFound."""
    values = {"id": board_id, "defects": json.dumps(list(defects)), "note": note, "sighted": sighted}
    if db.execute(UPDATE_RACK, values).rowcount == 0:
        raise BoardNotFound(board_id)
    return get_rack_board(db, board_id)


def take_off_rack(db: sqlite3.Connection, board_id: str, *, gone: bool) -> None:
    """A board is gone, or is there again after all. Raises BoardNotFound."""
    get_rack_board(db, board_id)
    db.execute(GONE, {"id": board_id, "at": now() if gone else None})


def keep_cut(db: sqlite3.Connection, job_id: str, board: CutBoard, off_cuts: Sequence[RackBoard]) -> str:
    """A board was cut: its pieces are done, it is off the rack, and what is left of it lies there. Its id.

    Raises:
        JobNotFound: no such job.
        BoardNotFound: it is not on the rack any more.
    """
    get_job(db, job_id)
    if board.rack_board_id is not None:
        there = {one.id for one in rack(db)}
        if board.rack_board_id not in there:
            raise BoardNotFound(board.rack_board_id)
        take_off_rack(db, board.rack_board_id, gone=True)
    board_id = uuid4().hex[:12]
    db.execute(
        INSERT_CUT,
        {
            "id": board_id, "job_id": job_id, "rack_board_id": board.rack_board_id, "thickness": board.thickness,
            "depth": board.depth, "length": board.length, "made_at": now(),
        },
    )  # fmt: skip
    for place, one in enumerate(board.pieces):
        db.execute(
            INSERT_PIECE,
            {
                "board_id": board_id, "place": place, "work_id": one.work_id, "piece": one.piece, "title": one.title,
                "shape": one.shape,
                "start": one.start, "stop": one.stop,
            },
        )  # fmt: skip
    for left in off_cuts:
        add_to_rack(db, left, board_id)
    return board_id


def take_back_cut(db: sqlite3.Connection, board_id: str) -> str:
    """A tick was a slip: the pieces are wanted again, the board is back, its off-cuts never were. The job's id.

    Raises:
        BoardNotFound: no such cut board.
        BoardUsed: an off-cut of it is gone already.
    """
    row = db.execute(CUT_ONE, {"id": board_id}).fetchone()
    if row is None:
        raise BoardNotFound(board_id)
    if db.execute(USED_OF, {"id": board_id}).fetchone()[0]:
        raise BoardUsed(board_id)
    db.execute(GONE_OF, {"id": board_id, "at": now()})
    db.execute(UNDO, {"id": board_id, "at": now()})
    if row["rack_board_id"] is not None:
        take_off_rack(db, row["rack_board_id"], gone=False)
    return str(row["job_id"])


def spoil(db: sqlite3.Connection, board_id: str, place: int, *, spoiled: bool) -> str:
    """A piece of a cut board was spoiled, so it is wanted again; or it was not. The job's id. Raises BoardNotFound."""
    row = db.execute(CUT_ONE, {"id": board_id}).fetchone()
    values = {"board_id": board_id, "place": place, "at": now() if spoiled else None}
    if row is None or db.execute(SPOIL, values).rowcount == 0:
        raise BoardNotFound(board_id)
    return str(row["job_id"])


def board_job(db: sqlite3.Connection, board_id: str) -> str:
    """The job a cut board was cut for. Raises BoardNotFound."""
    row = db.execute(CUT_ONE, {"id": board_id}).fetchone()
    if row is None:
        raise BoardNotFound(board_id)
    return str(row["job_id"])


def recut(db: sqlite3.Connection, board_id: str, place: int, shape: str) -> str:
    """A piece that was cut before was sawn anew, and has this shape now. The job's id. Raises BoardNotFound."""
    values = {"board_id": board_id, "place": place, "shape": shape}
    if db.execute(RESHAPE, values).rowcount == 0:
        raise BoardNotFound(board_id)
    return board_job(db, board_id)


def cut_boards(db: sqlite3.Connection, job_id: str) -> list[CutBoard]:
    """The boards of a job that were cut, first to last."""
    return [
        CutBoard(
            row["thickness"], row["depth"], row["length"],
            tuple(
                CutPiece(
                    one["work_id"], one["piece"], one["title"], one["start"], one["stop"], one["shape"],
                    bool(one["spoiled"]),
                )
                for one in db.execute(PIECES, {"board_id": row["id"]})
            ),
            row["rack_board_id"], row["id"], row["made_at"],
        )
        for row in db.execute(CUT, {"job_id": job_id})
    ]  # fmt: skip


def pieces_done(db: sqlite3.Connection, job_id: str) -> dict[tuple[str, str, str], int]:
    """How many of each work's pieces, in each shape, are cut and good."""
    return {(row["work_id"], row["piece"], row["shape"]): row["n"] for row in db.execute(DONE, {"job_id": job_id})}


def _rack_board(row: sqlite3.Row) -> RackBoard:
    return RackBoard(
        row["thickness"], row["depth"], row["length"], row["price"], row["note"],
        tuple((float(a), float(b)) for a, b in json.loads(row["defects"])), row["origin"], row["id"],
        row["sighted"],
    )  # fmt: skip


def pattern_tried(db: sqlite3.Connection, work_id: str) -> bool:
    """Whether a work's pattern was tried in place and fits."""
    return db.execute(TRIED, {"work_id": work_id}).fetchone() is not None


def note_tried(db: sqlite3.Connection, work_id: str, *, tried: bool) -> None:
    """The pattern fits, or is to be tried again. Raises WorkNotFound."""
    get_work(db, work_id)
    db.execute(NOTE_TRIED if tried else NOT_TRIED, {"work_id": work_id, "at": now()})
