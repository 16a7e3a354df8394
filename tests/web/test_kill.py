"""If this breaks, a measurement or a note that was said to be saved is gone after the power went."""

import http.client
import json
import os
import random
import signal
import sqlite3
import subprocess
import sys
import threading
import urllib.request

from easynotch.store import Database, create_job, create_work, get_work
from easynotch.store.database import FILE_NAME
from easynotch.store.log import Entry, Sought, log_of
from easynotch.timing.server import free_port, wait_for

KILLS = 200 if os.environ.get("EASY_NOTCH_LONG") == "1" else 15
SERVER = """
import sys
from pathlib import Path
import waitress
from easynotch.store import Database
from easynotch.web.app import create_app
waitress.serve(create_app(Database(Path(sys.argv[1]))), host="127.0.0.1", port=int(sys.argv[2]), threads=2, _quiet=True)
"""


def start(folder, port: int) -> subprocess.Popen[bytes]:
    return subprocess.Popen([sys.executable, "-c", SERVER, str(folder), str(port)], stderr=subprocess.DEVNULL)


def write_note(address: str, text: str) -> None:
    """Add a note to a logbook."""
    body = json.dumps({"note": text}).encode()
    request = urllib.request.Request(address, body, {"Content-Type": "application/json"}, method="POST")
    with urllib.request.urlopen(request, timeout=10) as answer:
        answer.read()


def put(address: str, revision: int, number: int) -> int:
    """The acknowledged revision after one PUT."""
    document = {"kind": "flight", "name": f"{number}"}
    body = json.dumps({"revision": revision, "document": document}).encode()
    request = urllib.request.Request(address, body, {"Content-Type": "application/json"}, method="PUT")
    with urllib.request.urlopen(request, timeout=10) as answer:
        revision_now: int = json.load(answer)["revision"]
        return revision_now


def test_kills_at_random_moments_lose_no_acknowledged_put_and_break_no_file(tmp_path):
    database = Database(tmp_path)
    with database.connect() as db:
        job = create_job(db, "J", "metric").id
        work = create_work(db, job, {"kind": "flight", "name": "0"})
    chance = random.Random(7)
    acknowledged, sent = 1, 0
    noted: list[str] = []
    ports = [free_port(), free_port()]
    # The next server starts up on the other port while this one is written to and killed.
    servers = [start(tmp_path, ports[0]), start(tmp_path, ports[1])]
    for kill in range(KILLS):
        which = kill % 2
        wait_for(f"http://127.0.0.1:{ports[which]}")
        sent += 1
        # One save and one note before the clock starts, so that every round has some to lose however slow the machine is.
        acknowledged = put(f"http://127.0.0.1:{ports[which]}/api/works/{work.id}", acknowledged, sent)
        write_note(f"http://127.0.0.1:{ports[which]}/api/jobs/{job}/logbook?most=1", str(sent))
        noted.append(str(sent))
        killer = threading.Timer(chance.uniform(0.001, 0.03), os.kill, (servers[which].pid, signal.SIGKILL))
        killer.start()
        while True:
            sent += 1
            try:
                acknowledged = put(f"http://127.0.0.1:{ports[which]}/api/works/{work.id}", acknowledged, sent)
                write_note(f"http://127.0.0.1:{ports[which]}/api/jobs/{job}/logbook?most=1", str(sent))
                noted.append(str(sent))
            except (OSError, http.client.HTTPException):
                break
        killer.join()
        servers[which].wait()
        servers[which] = start(tmp_path, ports[which])
        with sqlite3.connect(tmp_path / FILE_NAME) as check:
            assert check.execute("PRAGMA quick_check").fetchone() == ("ok",)
        with database.read() as db:
            kept = get_work(db, work.id)
            written = [one.note for one in log_of(db, Sought(job, kind="note"), 10_000)[0] if isinstance(one, Entry)]
        # Every note that was acknowledged is there once; at most one more, whose acknowledgement was cut off.
        assert set(noted) <= set(written) <= {*noted, str(sent)}
        assert len(set(written)) == len(written)
        noted = written[::-1]
        # One more may have been kept whose acknowledgement the kill cut off; none fewer.
        assert kept.revision in (acknowledged, acknowledged + 1)
        acknowledged = kept.revision
    for server in servers:
        server.kill()
        server.wait()
    assert acknowledged > KILLS
    assert len(noted) >= KILLS
