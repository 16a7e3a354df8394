"""Devices on the network: one-time pairing codes, tokens, and who was let in. Only hashes are kept."""

import hashlib
import secrets
import sqlite3
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import uuid4

from .jobs import now

CODE_LASTS = timedelta(minutes=10)
FREE_TRIES = 3
"""Wrong codes before each further one makes everybody wait, twice as long every time."""
MOST_TRIES = 12
"""Wrong codes after which every open code is void."""

SELECT_ALL = "SELECT id, name, paired_at, seen_at FROM device WHERE shut_out_at IS NULL ORDER BY paired_at, rowid"
UNUSED_FOR = timedelta(days=90)
"""After which a device has to be paired anew."""
SELECT_BY_TOKEN = "SELECT id FROM device WHERE token_hash = :hash AND shut_out_at IS NULL AND seen_at > :since"
INSERT = """
INSERT INTO device (id, name, token_hash, paired_at, seen_at) VALUES (:id, :name, :hash, :at, :at)
"""
SEEN = "UPDATE device SET seen_at = :at WHERE id = :id"
SHUT_OUT = "UPDATE device SET shut_out_at = :at WHERE id = :id AND shut_out_at IS NULL"
NEW_CODE = "INSERT INTO pairing_code (code_hash, made_at, ends_at) VALUES (:hash, :at, :ends)"
FORGET_CODES = "DELETE FROM pairing_code"
USE_CODE = "DELETE FROM pairing_code WHERE code_hash = :hash AND ends_at > :at"
WRONG = "INSERT INTO wrong_code (tried_at) VALUES (:at)"
SELECT_WRONG = "SELECT COUNT(*) AS tries, MAX(tried_at) AS latest FROM wrong_code WHERE tried_at > :since"
FORGET_WRONG = "DELETE FROM wrong_code"


class DeviceNotFound(LookupError):
    """There is no such device, or it was shut out already."""


@dataclass(frozen=True, slots=True)
class Device:
    """A paired device."""

    id: str
    name: str
    paired_at: str
    seen_at: str


@dataclass(frozen=True, slots=True)
class Paired:
    """What came of trying a code: the token, or how many seconds to wait before the next try."""

    token: str | None
    wait: int = 0


def _hash(secret: str) -> str:
    return hashlib.sha256(secret.encode()).hexdigest()


def _text(moment: datetime) -> str:
    return moment.isoformat(timespec="milliseconds")


def new_code(db: sqlite3.Connection) -> str:
    """A code of six figures, good once and for ten minutes; an older one is void from now on."""
    code = f"{secrets.randbelow(1_000_000):06d}"
    moment = datetime.now(UTC)
    db.execute(FORGET_CODES)
    db.execute(FORGET_WRONG)
    db.execute(NEW_CODE, {"hash": _hash(code), "at": _text(moment), "ends": _text(moment + CODE_LASTS)})
    return code


def wait_before_trying(db: sqlite3.Connection) -> int:
    """Seconds until the next code may be tried: none for the first wrong ones, then twice as many each time."""
    moment = datetime.now(UTC)
    row = db.execute(SELECT_WRONG, {"since": _text(moment - CODE_LASTS)}).fetchone()
    if row["tries"] < FREE_TRIES:
        return 0
    until = datetime.fromisoformat(row["latest"]) + timedelta(seconds=2.0 ** (row["tries"] - FREE_TRIES + 1))
    return max(0, int((until - moment).total_seconds() + 0.999))


def pair(db: sqlite3.Connection, code: str, name: str) -> Paired:
    """Try a code. The right one is used up and gives a device its token; wrong ones slow everybody down."""
    wait = wait_before_trying(db)
    if wait:
        return Paired(None, wait)
    at = now()
    if db.execute(USE_CODE, {"hash": _hash(code), "at": at}).rowcount != 1:
        db.execute(WRONG, {"at": at})
        if db.execute(SELECT_WRONG, {"since": ""}).fetchone()["tries"] >= MOST_TRIES:
            db.execute(FORGET_CODES)
        return Paired(None, wait_before_trying(db))
    db.execute(FORGET_WRONG)
    token = secrets.token_urlsafe(32)
    db.execute(INSERT, {"id": uuid4().hex[:12], "name": name, "hash": _hash(token), "at": at})
    return Paired(token)


def known_device(db: sqlite3.Connection, token: str) -> str | None:
    """The id of the device a token belongs to; None for a stranger's, one that was shut out, or long unused."""
    since = _text(datetime.now(UTC) - UNUSED_FOR)
    row = db.execute(SELECT_BY_TOKEN, {"hash": _hash(token), "since": since}).fetchone()
    return None if row is None else str(row["id"])


def note_seen(db: sqlite3.Connection, device_id: str) -> None:
    """Write down that a device was here now."""
    db.execute(SEEN, {"id": device_id, "at": now()})


def list_devices(db: sqlite3.Connection) -> list[Device]:
    """The devices that may come in, oldest first."""
    return [Device(**dict(row)) for row in db.execute(SELECT_ALL)]


def shut_out(db: sqlite3.Connection, device_id: str) -> None:
    """Let a device in no longer.

    Raises:
        DeviceNotFound: there is none of that id.
    """
    if db.execute(SHUT_OUT, {"id": device_id, "at": now()}).rowcount != 1:
        raise DeviceNotFound(device_id)
