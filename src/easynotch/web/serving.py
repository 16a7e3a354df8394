"""Serving: the data folder, the demo, the port, and stopping cleanly."""

import errno
import gc
import json
import logging
import os
import shutil
import signal
import socket
import tempfile
from pathlib import Path

from flask_openapi3 import OpenAPI
from platformdirs import user_data_path

from ..core.rules import LimitSetId
from ..exchange import read_job
from ..store import Database, DatabaseRefused, create_job, create_work
from .app import create_app
from .home import home
from .server.helpers import Helpers
from .server.inviting import Sealed, door_of, invite, say, sealing
from .server.listening import Listening, listen
from .server.sharing import HERE_ALONE

THREADS = 12
"""They wait for helpers, or read what is kept: not one of them computes."""
HELPERS = 2
"""As many as there are cores. Measured: threads that compute in one process only take turns at it, and two processes
that both listen share requests unevenly.
"""
WARM = json.dumps(
    {
        "format": "easy-notch-job", "version": 1, "name": "", "units": "imperial",
        "works": [
            {"kind": "flight", "total_rise": "4'", "riser": {"at_most": '7 3/4"'}, "width": "3'",
             "tread": {"thickness": '1"', "nosing": '1"', "going": '10"'},
             "stock": {"thickness": '1 1/2"', "depth": '11 1/4"'}, "head": {"kind": "hanger", "header_depth": '9"'}},
        ],
    }
).encode()  # fmt: skip
"""A flight each helper works out before others ask."""

SELDOM = (50_000, 20, 50)
"""Measured: a fifth of a work-out's time went into collections that found nothing."""


def clear_leftovers(folder: Path) -> None:
    """Take away what a backup or a restore left half made when the machine went off."""
    for left in (*folder.glob(".backup-*"), *folder.glob(".restore-*"), *folder.glob(".new-*")):
        shutil.rmtree(left, ignore_errors=True)
    for left in folder.glob("easy-notch-copy-*.part"):
        left.unlink(missing_ok=True)


def why_not(error: OSError | OverflowError, command: str, port: int) -> str:
    """Why a port cannot be served, and what to type instead."""
    if getattr(error, "errno", None) == errno.EADDRINUSE:
        return f"Port {port} is in use. Type ./easy-notch {command} --port {port + 2 if port < 65000 else 8490}"
    return f"Cannot serve: {error}"


def start_listening(app: OpenAPI, port: socket.socket, sealed: Sealed | None) -> tuple[Helpers, Listening]:
    """The helpers and the server; with what is shared encrypted, the port that decrypts too."""
    # What is loaded stays for good: collections look at what requests leave alone, and seldom.
    gc.collect()
    gc.freeze()
    gc.enable()
    gc.set_threshold(*SELDOM)

    def let_go() -> None:
        port.close()
        if sealed:
            sealed.let_go()

    helpers = Helpers(app, min(HELPERS, os.cpu_count() or 1), ("/api/work-out", WARM), let_go)
    server = listen(helpers, port, sealed.within if sealed else None, THREADS)
    if sealed:
        sealed.decrypting.start()
    return helpers, server


def load_demo(database: Database, folder: Path) -> None:
    """Put every job file of a folder into a database."""
    for file in sorted(folder.glob("*.json")):
        data = json.loads(file.read_text("utf-8"))
        job = read_job(data)
        with database.connect() as db:
            limits = job.limits if isinstance(job.limits, LimitSetId) else None
            stored = create_job(db, job.name, str(job.units), limits)
            for document in data["works"]:
                create_work(db, stored.id, document)


def serve(
    *, data: Path | None, port: int, demo: bool, share: bool = False, name: str | None = None, plain: bool = False
) -> int:
    """Serve until Ctrl-C. Returns the exit code.

    Args:
        data: the folder of the database.
        port: on which port.
        demo: load the demo jobs.
        share: let paired devices on the same network in.
        name: a further host name under which the network reaches this machine.
        plain: let devices in without encryption.
    """
    throw_away = Path(tempfile.mkdtemp(prefix="easy-notch-demo-")) if demo and data is None else None
    folder = data or throw_away or user_data_path("easy-notch", appauthor=False)
    try:
        clear_leftovers(folder)
        database = Database(folder)
        if demo:
            load_demo(database, home() / "demo")
        listening = socket.create_server(("0.0.0.0" if share and plain else "127.0.0.1", port), backlog=256)
        port = listening.getsockname()[1]
        sealed = sealing(folder, port, name) if share and not plain else None
    except DatabaseRefused as refused:
        say(str(refused))
        return 3
    except (OSError, OverflowError) as error:
        say(why_not(error, "demo" if demo else "serve", port))
        return 3
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    door = sealed.door if sealed else door_of(port, name) if share else HERE_ALONE
    app = create_app(database, home() / "frontend" / "dist", door)
    helpers, server = start_listening(app, listening, sealed)
    say(f"Kept in {folder}{' (thrown away at the end)' if throw_away else ''}")
    if door.address:
        invite(database, door)
    say(f"Easy Notch is at http://127.0.0.1:{port}/  (Ctrl-C stops it)")
    try:
        server.run()
    except (KeyboardInterrupt, SystemExit):
        pass
    finally:
        # Who waits for a helper is told so at once: stopping takes no longer than what is being kept.
        helpers.stop()
        server.stop()
        if sealed:
            sealed.stop()
    if throw_away is not None:
        shutil.rmtree(throw_away, ignore_errors=True)
    say("Stopped. Everything saved.")
    return 0


def _stop(*_: object) -> None:
    raise SystemExit(0)
