"""A process that has loaded every test once and forks for each wrong line, as loading takes longer than most tests.

``python -m tests.mutation.warm`` reads one request a line, ``{"file", "tests", "longest_s"}``, and answers each with one
line: ``fails`` or ``passes``. In the fork the functions that differ in the file get the code it has now; where the wrong
line lies outside of all functions, a new process is started.
"""

import gc
import json
import os
import select
import signal
import subprocess
import sys
from pathlib import Path
from types import CodeType, FunctionType

import pytest

FEW = "8"
UNTOUCHED = 99
QUIET = ["-x", "-q", "-p", "no:cacheprovider"]


class Warm:
    """The process and the copy of the code it has loaded."""

    def __init__(self, home: Path, copy: Path) -> None:
        """Start it; ``home`` has the tests."""
        self.copy = copy
        self.home = home
        self.environment = {
            **os.environ, "PYTHONPATH": f"{copy / 'src'}:{home}", "EASY_NOTCH_HOME": str(home),
            "PYTHONDONTWRITEBYTECODE": "1", "EXAMPLES": "0",
        }  # fmt: skip
        self._process = subprocess.Popen(
            [sys.executable, "-m", "tests.mutation.warm"], cwd=home, env={**self.environment, "EXAMPLES": FEW},
            stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True,
        )  # fmt: skip

    def fails(self, file: Path, tests: list[str], longest_s: float) -> bool:
        """Return whether one of the tests fails, or does not end in time, with the file as it is now."""
        assert self._process.stdin is not None
        assert self._process.stdout is not None
        self._process.stdin.write(json.dumps({"file": str(file), "tests": tests, "longest_s": longest_s}) + "\n")
        self._process.stdin.flush()
        answer = self._process.stdout.readline().strip()
        assert answer in {"fails", "passes"}, answer
        return answer == "fails"

    def close(self) -> None:
        """End it."""
        assert self._process.stdin is not None
        self._process.stdin.close()
        self._process.wait()


def main() -> None:
    """Load every test, then answer requests until there are no more."""
    answers = os.fdopen(os.dup(1), "w")
    silent = os.open(os.devnull, os.O_WRONLY)
    os.dup2(silent, 1)
    pytest.main([*QUIET, "--collect-only", "--ignore=tests/browser", "--ignore=tests/frontend", "tests"])
    for line in sys.stdin:
        request = json.loads(line)
        failed = _failed(Path(request["file"]), request["tests"], request["longest_s"])
        print("fails" if failed else "passes", file=answers, flush=True)


def _failed(file: Path, tests: list[str], longest_s: float) -> bool:
    child = os.fork()
    if child == 0:
        os.setsid()
        os._exit(_in_the_fork(file, tests))
    outcome = _ended(child, longest_s)
    if outcome != UNTOUCHED:
        return outcome != 0
    try:
        command = [sys.executable, "-m", "pytest", *QUIET, *tests]
        return subprocess.run(command, stdout=subprocess.DEVNULL, timeout=longest_s, check=False).returncode != 0
    except subprocess.TimeoutExpired:
        return True


def _ended(child: int, longest_s: float) -> int:
    """Return a process's exit code, or 1 for one that had to be stopped."""
    handle = os.pidfd_open(child)
    try:
        if not select.select([handle], [], [], longest_s)[0]:
            os.killpg(child, signal.SIGKILL)
    finally:
        os.close(handle)
    _, status = os.waitpid(child, 0)
    return os.waitstatus_to_exitcode(status) if os.WIFEXITED(status) else 1


def _in_the_fork(file: Path, tests: list[str]) -> int:
    try:
        if not _take_over(file):
            return UNTOUCHED
    except ValueError:  # another number of names from outside
        return UNTOUCHED
    return int(pytest.main([*QUIET, *tests]))


def _take_over(file: Path) -> bool:
    """Give every function of the file the code that stands there now; return whether one differs."""
    now = dict(_codes(compile(file.read_text("utf-8"), str(file), "exec")))
    functions = [
        one for one in gc.get_objects() if isinstance(one, FunctionType) and one.__code__.co_filename == str(file)
    ]
    changed = False
    for function in functions:
        old = function.__code__
        new = now.get((old.co_qualname, old.co_firstlineno))
        if new is not None and new != old:
            function.__code__ = new
            changed = True
    return changed


def _codes(code: CodeType) -> list[tuple[tuple[str, int], CodeType]]:
    found = []
    for constant in code.co_consts:
        if isinstance(constant, CodeType):
            found.append(((constant.co_qualname, constant.co_firstlineno), constant))
            found.extend(_codes(constant))
    return found


if __name__ == "__main__":
    main()
