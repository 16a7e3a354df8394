"""Serving: the data folder, the demo, the port, and stopping cleanly."""

import errno
import json
import os
import shutil
import signal
import sys
import tempfile
from pathlib import Path

import waitress
from platformdirs import user_data_path

from ..exchange import read_job
from ..store import Database, DatabaseRefused, create_job, create_work
from .app import create_app

THREADS = 4
"""Measured: with two cores, more threads than this only wait for each other."""


def home() -> Path:
    """The project's folder."""
    return Path(os.environ.get("EASY_NOTCH_HOME", Path(__file__).parents[3]))


def say(sentence: str) -> None:
    """A line on the terminal."""
    sys.stdout.write(sentence + "\n")
    sys.stdout.flush()


def load_demo(database: Database, folder: Path) -> None:
    """Put every job file of a folder into a database."""
    for file in sorted(folder.glob("*.json")):
        data = json.loads(file.read_text("utf-8"))
        job = read_job(data)
        with database.connect() as db:
            kept = create_job(db, job.name, str(job.units), job.limits)
            for document in data["works"]:
                create_work(db, kept.id, document)


def serve(*, data: Path | None, port: int, demo: bool) -> int:
    """Serve until Ctrl-C. Returns the exit code."""
    throw_away = Path(tempfile.mkdtemp(prefix="easy-notch-demo-")) if demo and data is None else None
    folder = data or throw_away or user_data_path("easy-notch", appauthor=False)
    try:
        database = Database(folder)
        if demo:
            load_demo(database, home() / "demo")
        app = create_app(database, home() / "frontend" / "dist")
        server = waitress.create_server(app, host="127.0.0.1", port=port, threads=THREADS, ident=None)
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
    signal.signal(signal.SIGTERM, _stop)
    signal.signal(signal.SIGINT, _stop)
    say(f"Kept in {folder}{' (thrown away at the end)' if throw_away else ''}")
    say(f"Easy Notch is at http://127.0.0.1:{port}/  (Ctrl-C stops it)")
    try:
        server.run()
    except (KeyboardInterrupt, SystemExit):
        pass
    finally:
        server.close()
        if throw_away is not None:
            shutil.rmtree(throw_away, ignore_errors=True)
    say("Stopped. Everything saved.")
    return 0


def _stop(*_: object) -> None:
    raise SystemExit(0)
