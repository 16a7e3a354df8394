"""Put wrong lines in, one at a time, and tell which no test notices.

``python -m tests.mutation [--count N] [--seed N] [--by TESTS] [--cores N] [PATH ...]``: PATH below ``src/easynotch``, by
default the core, the store and what is presented. Each line no test noticed is printed as it is found. ``--by`` names the tests that are to notice, by default all but the slow ones and
the browser's. Which of them reach a function is found out once, and kept in ``.mutation``. Exit code 1 where fewer than
85 % are noticed. A wrong line that the first, short run of its tests passes and the second, long one does not end in
time is told as not noticed.
"""

import argparse
import json
import os
import random
import shutil
import subprocess
import sys
import tempfile
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from hashlib import sha256
from pathlib import Path
from queue import Queue

from tests.mutation.mutants import Mutant, mutants_of
from tests.mutation.warm import Warm

HOME = Path(__file__).parents[2]
SOURCE = HOME / "src" / "easynotch"
KEPT = HOME / ".mutation"
USUAL = ("core", "store", "presenting")
REACHING = ("tests/core", "tests/store", "tests/presenting", "tests/exchange", "tests/web")
SLOW = ("test_kill", "test_fuzz", "test_extremes", "test_helpers", "test_sharing", "test_trust")
FIRST_TESTS, MOST_TESTS = 45, 30
SHORT_S, LONG_S = 400.0, 150.0
WANTED = 0.85


def main(arguments: list[str]) -> int:
    """Run the mutants and print what came of them; return the exit code."""
    parser = argparse.ArgumentParser(prog="easy-notch test --mutate")
    parser.add_argument("paths", nargs="*", default=list(USUAL))
    parser.add_argument("--count", type=int, default=200)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--by", nargs="*", default=list(REACHING))
    parser.add_argument("--cores", type=int, default=2)
    chosen = parser.parse_args(arguments)
    modules = [one for path in chosen.paths for one in _modules(SOURCE / path)]
    every = [mutant for module in modules for mutant in mutants_of(module)]
    sample = random.Random(chosen.seed).sample(every, min(chosen.count, len(every)))
    reached = Reached(tuple(chosen.by))
    print(f"{len(every)} places, {len(sample)} wrong lines; seed {chosen.seed}", flush=True)
    # A copy of the code for every core, and a process that has loaded it.
    warm: Queue[Warm] = Queue()
    counted: Counter[str] = Counter()
    with tempfile.TemporaryDirectory() as folder:
        for number in range(chosen.cores):
            copy = Path(folder) / str(number)
            shutil.copytree(HOME / "src", copy / "src")
            warm.put(Warm(HOME, copy))

        def tried(mutant: Mutant) -> None:
            process = warm.get()
            try:
                outcome = _outcome(mutant, reached.tests(mutant), process)
            finally:
                warm.put(process)
            counted[outcome] += 1
            if outcome != "noticed":
                place = f"{mutant.path.relative_to(SOURCE)}:{mutant.line}"
                print(f"{place}: {outcome}: {mutant.before}  ->  {mutant.after.strip()}", flush=True)
            elif counted["noticed"] % 10 == 0:
                print(f"{counted['noticed']} noticed of {counted.total()} so far", flush=True)

        with ThreadPoolExecutor(chosen.cores) as pool:
            list(pool.map(tried, sample))
        while not warm.empty():
            warm.get().close()
    share = counted["noticed"] / max(1, len(sample))
    print(f"{counted['noticed']} of {len(sample)} noticed: {share:.1%}")
    return 0 if share >= WANTED else 1


def _modules(path: Path) -> list[Path]:
    found = [path] if path.is_file() else sorted(path.rglob("*.py"))
    return [one for one in found if one.name != "__init__.py"]


class Reached:
    """Which tests call which function, the most particular first."""

    def __init__(self, by: tuple[str, ...]) -> None:
        """Read what was found out before about these tests, or find it out."""
        # Found out anew once there are other tests.
        files = sorted(str(one.relative_to(HOME)) for one in (HOME / "tests").rglob("test_*.py"))
        file = KEPT / f"reached-{sha256(repr((by, files)).encode()).hexdigest()[:12]}.json"
        if not file.exists():
            _find_out(file, by)
        self.callers: dict[str, list[str]] = {}
        breadth: dict[str, int] = {}
        for test, functions in json.loads(file.read_text()).items():
            breadth[test] = len(functions)
            for function in functions:
                self.callers.setdefault(function, []).append(test)
        for tests in self.callers.values():
            tests.sort(key=lambda test: breadth[test])

    def tests(self, mutant: Mutant) -> list[str]:
        """Return the tests to run for a mutant: those that call its function, then others of its module, as what is
        worked out once is called by one test alone.
        """
        module = str(mutant.path.relative_to(HOME / "src"))
        own = self.callers.get(f"{module}:{mutant.function}", [])
        others = Counter(test for key, tests in self.callers.items() if key.startswith(f"{module}:") for test in tests)
        return list(dict.fromkeys([*own, *(test for test, _ in others.most_common())]))[:FIRST_TESTS]


def _find_out(file: Path, by: tuple[str, ...]) -> None:
    print("finding out which tests reach which functions (once, some minutes)", flush=True)
    file.parent.mkdir(exist_ok=True)
    left_out = [f"--ignore=tests/web/{name}.py" for name in SLOW]
    subprocess.run(
        [sys.executable, "-m", "pytest", "-p", "tests.mutation.reaching", *by, *left_out],
        cwd=HOME, env={**os.environ, "EXAMPLES": "4", "EASY_NOTCH_REACHED": str(file)},
        stdout=subprocess.DEVNULL, check=False,
    )  # fmt: skip


def _outcome(mutant: Mutant, tests: list[str], process: Warm) -> str:
    """Return ``noticed``, or why not."""
    if not tests:
        return "no test reaches it"
    file = process.copy / mutant.path.relative_to(HOME)
    sound = file.read_text("utf-8")
    file.write_text(mutant.applied(sound), "utf-8")
    try:
        # Most wrong lines are noticed by a few examples: only what is not is tried with all of them.
        if process.fails(file, tests, SHORT_S):
            return "noticed"
        try:
            done = subprocess.run(
                [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *tests[:MOST_TESTS]],
                cwd=HOME, env=process.environment, capture_output=True, timeout=LONG_S, check=False,
            )  # fmt: skip
        except subprocess.TimeoutExpired:
            return "survived, as far as there was time"
        return "survived" if done.returncode == 0 else "noticed"
    finally:
        file.write_text(sound, "utf-8")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
