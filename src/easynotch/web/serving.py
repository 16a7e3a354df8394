"""Serving: the data folder, the demo, the port, and stopping cleanly."""

import errno
import gc
import io
import json
import logging
import os
import shutil
import signal
import socket
import sys
import tempfile
from pathlib import Path

import segno
from platformdirs import user_data_path

from ..core.rules import LimitSetId
from ..exchange import read_job
from ..store import Database, DatabaseRefused, create_job, create_work, new_code
from .app import HERE_ALONE, LOOPBACK, create_app
from .devices import pairing_link
from .helpers import Helpers
from .listening import listen
from .sharing import Door

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


def home() -> Path:
    """The project's folder."""
    return Path(os.environ.get("EASY_NOTCH_HOME", Path(__file__).parents[3]))


def say(sentence: str) -> None:
    """A line on the terminal."""
    sys.stdout.write(sentence + "\n")
    sys.stdout.flush()


def clear_leftovers(folder: Path) -> None:
    """Take away what a backup or a restore left half made when the machine went off."""
    for left in (*folder.glob(".backup-*"), *folder.glob(".restore-*"), *folder.glob(".new-*")):
        shutil.rmtree(left, ignore_errors=True)
    for left in folder.glob("easy-notch-copy-*.part"):
        left.unlink(missing_ok=True)


def load_demo(database: Database, folder: Path) -> None:
    """Put every job file of a folder into a database."""
    for file in sorted(folder.glob("*.json")):
        data = json.loads(file.read_text("utf-8"))
        job = read_job(data)
        with database.connect() as db:
            limits = job.limits if isinstance(job.limits, LimitSetId) else None
            kept = create_job(db, job.name, str(job.units), limits)
            for document in data["works"]:
                create_work(db, kept.id, document)


def serve(*, data: Path | None, port: int, demo: bool, share: bool = False, name: str | None = None) -> int:
    """Serve until Ctrl-C. Returns the exit code.

    Args:
        data: the folder of the database.
        port: on which port.
        demo: load the demo jobs.
        share: let paired devices on the same network in.
        name: a further host name under which the network reaches this machine.
    """
    throw_away = Path(tempfile.mkdtemp(prefix="easy-notch-demo-")) if demo and data is None else None
    folder = data or throw_away or user_data_path("easy-notch", appauthor=False)
    try:
        clear_leftovers(folder)
        database = Database(folder)
        if demo:
            load_demo(database, home() / "demo")
        listening = socket.create_server(("0.0.0.0" if share else "127.0.0.1", port), backlog=256)
    except DatabaseRefused as refused:
        say(str(refused))
        return 3
    except (OSError, OverflowError) as error:
        if getattr(error, "errno", None) == errno.EADDRINUSE:
            command = "demo" if demo else "serve"
            say(f"Port {port} is in use. Type ./easy-notch {command} --port {port + 1 if port < 65000 else 8490}")
        else:
            say(f"Cannot serve: {error}")
        return 3
    logging.getLogger("waitress.queue").setLevel(logging.ERROR)
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    port = listening.getsockname()[1]
    door = door_of(port, name) if share else HERE_ALONE
    app = create_app(database, home() / "frontend" / "dist", door)
    # What is loaded stays for good: collections look at what requests leave alone, and seldom.
    gc.collect()
    gc.freeze()
    gc.enable()
    gc.set_threshold(*SELDOM)
    helpers = Helpers(app, min(HELPERS, os.cpu_count() or 1), ("/api/work-out", WARM), listening.close)
    server = listen(helpers, listening, None, THREADS)
    say(f"Kept in {folder}{' (thrown away at the end)' if throw_away else ''}")
    if door.address:
        invite(database, door.address)
    say(f"Easy Notch is at http://127.0.0.1:{port}/  (Ctrl-C stops it)")
    try:
        server.run()
    except (KeyboardInterrupt, SystemExit):
        pass
    finally:
        # Who waits for a helper is told so at once: stopping takes no longer than what is being kept.
        helpers.stop()
        server.stop()
    if throw_away is not None:
        shutil.rmtree(throw_away, ignore_errors=True)
    say("Stopped. Everything saved.")
    return 0


def door_of(port: int, name: str | None) -> Door:
    """How this machine is reached from its network: by its address there, its own name, and a name given."""
    address = network_address()
    own = socket.gethostname().lower()
    names = {address, own, f"{own}.local", *([name.lower()] if name else [])}
    return Door(LOOPBACK, frozenset(names) - LOOPBACK, f"http://{name or address}:{port}")


def network_address() -> str:
    """This machine's address on its network; loopback where it has none. Nothing is sent to find it out."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            probe.connect(("192.0.2.1", 9))  # a documentation address: connecting a datagram socket sends nothing
            address: str = probe.getsockname()[0]
        except OSError:
            return "127.0.0.1"
    return address


def invite(database: Database, address: str) -> None:
    """Print how a phone comes in: the address, a one-time code, and both as a QR picture."""
    with database.connect() as db:
        code = new_code(db)
    say(f"Phones on this network: open {address}/ and type the code {code[:3]} {code[3:]}")
    say("The code lets one device in, within ten minutes. The next one is made under Settings, Phones.")
    text = io.StringIO()
    segno.make(pairing_link(address, code), error="m").terminal(out=text, compact=True, border=2)
    say(text.getvalue())


def _stop(*_: object) -> None:
    raise SystemExit(0)
