"""If these break, the one command does not start, does not stop, or does not say what is missing."""

import os
import signal
import subprocess
import sys
import time

import pytest

from easynotch.timing.server import free_port, wait_for
from tests.conftest import HOME, REFERENCE

LAUNCHER = str(HOME / "easy-notch")


def run(*arguments: str, **environment: str) -> subprocess.CompletedProcess[str]:
    return subprocess.run(
        [LAUNCHER, *arguments],
        capture_output=True,
        text=True,
        timeout=60,
        env={**os.environ, **environment},
        check=False,
    )


def test_a_second_start_installs_nothing_and_says_nothing_but_its_answer():
    done = run("work-out", str(REFERENCE / "flights.job.json"))
    assert (done.returncode, done.stderr) == (0, "")
    assert "  Risers " in done.stdout


def test_every_kind_of_file_is_written_from_the_one_command(tmp_path):
    done = run("export", str(REFERENCE / "roof-hip.job.json"), "--to", str(tmp_path), "--only", "pdf,dxf,csv,gltf")
    assert (done.returncode, done.stderr) == (0, "")
    kinds = [one.rpartition(".")[2] for one in done.stdout.split()]
    assert {"pdf", "dxf", "csv", "glb"} == set(kinds)
    written = list(tmp_path.iterdir())
    assert len(written) == len(kinds)
    assert all(one.stat().st_size > 200 for one in written)
    refused = run("export", str(REFERENCE / "roof-hip.job.json"), "--to", str(tmp_path), "--only", "papyrus")
    assert refused.returncode == 2
    assert "papyrus" in refused.stderr


@pytest.mark.parametrize("command", ["work-out", "steps", "export"])
def test_what_needs_no_server_loads_none(command, tmp_path):
    arguments = [
        command,
        str(REFERENCE / "roof-hip.job.json"),
        *(["--to", str(tmp_path)] if command == "export" else []),
    ]
    seen = "print([one for one in ('flask', 'werkzeug', 'waitress', 'sqlite3') if one in sys.modules], file=sys.stderr)"
    script = f"import sys; from easynotch.cli import main; main({arguments!r}); {seen}"
    done = subprocess.run([sys.executable, "-c", script], capture_output=True, text=True, timeout=60, check=True)
    assert done.stderr.strip() == "[]"


def test_an_unknown_command_shows_what_there_is():
    done = run("dance")
    assert done.returncode == 2
    assert "./easy-notch demo" in done.stderr


@pytest.mark.parametrize("stop", [signal.SIGINT, signal.SIGTERM])
def test_the_demo_stops_cleanly_and_leaves_neither_process_nor_folder(stop, tmp_path):
    port = free_port()
    environment = {**os.environ, "TMPDIR": str(tmp_path)}
    process = subprocess.Popen(
        [LAUNCHER, "demo", "--port", str(port)], stdout=subprocess.PIPE, text=True, env=environment
    )
    wait_for(f"http://127.0.0.1:{port}")
    assert list(tmp_path.glob("easy-notch-demo-*"))
    busy = run("serve", "--port", str(port), "--data", str(tmp_path / "other"))
    assert busy.returncode == 3
    assert f"Port {port} is in use. Type ./easy-notch serve --port" in busy.stdout
    process.send_signal(stop)
    out, _ = process.communicate(timeout=20)
    assert process.returncode == 0
    assert out.splitlines()[-1] == "Stopped. Everything saved."
    assert f"http://127.0.0.1:{port}/" in out
    assert not list(tmp_path.glob("easy-notch-demo-*"))


def test_a_killed_server_takes_its_helper_along_so_that_the_port_is_free_again(tmp_path):
    port = free_port()
    for _ in range(2):
        process = subprocess.Popen(
            [LAUNCHER, "serve", "--port", str(port), "--data", str(tmp_path)], stdout=subprocess.DEVNULL
        )
        wait_for(f"http://127.0.0.1:{port}")
        process.kill()
        process.wait()
        time.sleep(0.3)


def test_a_damaged_database_is_told_on_the_terminal_and_left_alone(tmp_path):
    file = tmp_path / "easy-notch.db"
    file.write_bytes(b"no database" * 200)
    done = run("serve", "--port", str(free_port()), "--data", str(tmp_path))
    assert done.returncode == 3
    assert "It was left as it is" in done.stdout
    assert file.read_bytes() == b"no database" * 200


def test_a_port_of_the_machines_choice_is_the_one_that_is_told(tmp_path):
    launch = [LAUNCHER, "serve", "--port", "0", "--data", str(tmp_path)]
    with subprocess.Popen(launch, stdout=subprocess.PIPE, text=True) as server:
        assert server.stdout is not None
        (told,) = [line for line in (server.stdout.readline(), server.stdout.readline()) if "http://" in line]
        wait_for(told.split()[4])
        server.send_signal(signal.SIGTERM)
        assert "Stopped" in server.stdout.read()
    assert server.returncode == 0
