"""What was ordered from a yard: it comes, or is dropped."""

import sqlite3
from dataclasses import dataclass
from uuid import uuid4

from .cutting import BoardNotFound, RackBoard, add_to_rack
from .jobs import get_job, now

INSERT = """
INSERT INTO yard_order (id, job_id, thickness, depth, length, count, price, days, made_at)
VALUES (:id, :job_id, :thickness, :depth, :length, :count, :price, :days, :made_at)
"""
OPEN = """
SELECT id, job_id, thickness, depth, length, count, price, days FROM yard_order
WHERE job_id = :job_id AND came_at IS NULL AND dropped_at IS NULL ORDER BY days, made_at, rowid
"""
ONE = """
SELECT id, job_id, thickness, depth, length, count, price, days FROM yard_order
WHERE id = :id AND came_at IS NULL AND dropped_at IS NULL
"""
OWED = "SELECT made_at, days FROM yard_order WHERE job_id = :job_id AND came_at IS NULL AND dropped_at IS NULL"
CAME = "UPDATE yard_order SET came_at = :at WHERE id = :id"
DROPPED = "UPDATE yard_order SET dropped_at = :at WHERE id = :id"


@dataclass(frozen=True, slots=True)
class Ordered:
    """Boards of one length that were ordered; ``days`` is how long the yard takes, ``price`` of one board."""

    job_id: str
    thickness: float
    depth: float
    length: float
    count: int
    price: float | None
    days: int
    id: str = ""


def order(db: sqlite3.Connection, ordered: Ordered) -> str:
    """Keep an order; its id. Raises JobNotFound."""
    get_job(db, ordered.job_id)
    order_id = uuid4().hex[:12]
    db.execute(
        INSERT,
        {
            "id": order_id, "job_id": ordered.job_id, "thickness": ordered.thickness, "depth": ordered.depth,
            "length": ordered.length,
            "count": ordered.count, "price": ordered.price, "days": ordered.days, "made_at": now(),
        },
    )  # fmt: skip
    return order_id


def open_orders(db: sqlite3.Connection, job_id: str) -> list[Ordered]:
    """What a yard still owes a job, soonest first."""
    return [_ordered(row) for row in db.execute(OPEN, {"job_id": job_id})]


def yard_owes(db: sqlite3.Connection, job_id: str) -> list[tuple[str, int]]:
    """When each order that has not come was made, and how many days the yard takes."""
    return [(row["made_at"], row["days"]) for row in db.execute(OWED, {"job_id": job_id})]


def order_came(db: sqlite3.Connection, order_id: str, *, came: bool) -> Ordered:
    """It came, and lies on the rack; or it was dropped. What was ordered. Raises BoardNotFound."""
    row = db.execute(ONE, {"id": order_id}).fetchone()
    if row is None:
        raise BoardNotFound(order_id)
    one = _ordered(row)
    db.execute(CAME if came else DROPPED, {"id": order_id, "at": now()})
    if came:
        for _ in range(one.count):
            add_to_rack(db, RackBoard(one.thickness, one.depth, one.length, one.price, origin="bought"))
    return one


def _ordered(row: sqlite3.Row) -> Ordered:
    return Ordered(
        row["job_id"], row["thickness"], row["depth"], row["length"], row["count"], row["price"], row["days"], row["id"]
    )
