"""Times and weights of the server, measured on a real one of its own."""

import gzip
import json
import re
import socket
import subprocess
import threading
import time
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory

from ..store import Database
from ..web.home import home
from ..web.serving import load_demo

CLIENTS = 8
REQUESTS = 40
PATIENCE_S = 120


def free_port() -> int:
    """A port nothing listens on now."""
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port: int = probe.getsockname()[1]
        return port


@contextmanager
def served(data: Path | None = None) -> Iterator[str]:
    """A server of our own, of the demo or of a folder; yields its address once it answers."""
    port = free_port()
    what = ["demo"] if data is None else ["serve", "--data", str(data)]
    command = [str(home() / "easy-notch"), *what, "--port", str(port)]
    process = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    address = f"http://127.0.0.1:{port}"
    try:
        wait_for(address)
        yield address
    finally:
        process.terminate()
        process.wait(20)


def wait_for(address: str) -> None:
    """Wait until a server answers.

    Raises:
        TimeoutError: it does not.
    """
    end = time.monotonic() + PATIENCE_S
    while time.monotonic() < end:
        try:
            with urllib.request.urlopen(f"{address}/api/bench", timeout=5):
                return
        except OSError:
            time.sleep(0.02)
    raise TimeoutError(address)


def second_start_s() -> float:
    """From the command to the first answer, the bench of the demo's works, everything being set up and kept already."""
    with TemporaryDirectory() as folder:
        load_demo(Database(Path(folder)), home() / "demo")
        with served(Path(folder)):
            pass
        start = time.perf_counter()
        with served(Path(folder)):
            return time.perf_counter() - start


def api_p95_ms() -> float:
    """The 95th percentile of working the boardwalk flight out, eight clients at once, every request another rise."""
    job = json.loads((home() / "demo" / "1-heron-flats.json").read_text("utf-8"))
    job["works"] = job["works"][:1]
    times: list[float] = []
    with served() as address:

        def client(number: int) -> None:
            for k in range(REQUESTS):
                job_now = {**job, "works": [{**job["works"][0], "total_rise": 1200 + number * 31 + k * 0.7}]}
                body = json.dumps(job_now).encode()
                headers = {"Content-Type": "application/json"}
                request = urllib.request.Request(f"{address}/api/work-out", body, headers)
                start = time.perf_counter()
                with urllib.request.urlopen(request, timeout=30) as answer:
                    answer.read()
                times.append((time.perf_counter() - start) * 1000)

        threads = [threading.Thread(target=client, args=(number,)) for number in range(CLIENTS)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
    return percentile(times, 95)


def first_screen_kb() -> float:
    """Script and style the first page names, gzipped, in thousands of bytes."""
    dist = home() / "frontend" / "dist"
    names = re.findall(r"(?:src|href)=\"/(assets/[^\"]+\.(?:js|css))\"", (dist / "index.html").read_text("utf-8"))
    return sum(len(gzip.compress((dist / name).read_bytes())) for name in names) / 1000


def percentile(values: list[float], percent: float) -> float:
    """The value that ``percent`` of the values do not exceed."""
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, int(len(ordered) * percent / 100))]
