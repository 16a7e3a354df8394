"""Collect the TypeScript tests: all are run once, as they are collected, and each is reported as an item."""

import json
import subprocess
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

import pytest

FRONTEND = Path(__file__).parents[2] / "frontend"
PATIENCE_S = 600


def pytest_collect_file(file_path: Path, parent: pytest.Collector) -> pytest.Collector | None:
    if not file_path.name.endswith((".test.ts", ".test.tsx")):
        return None
    found: pytest.Collector = Unit.from_parent(parent, path=file_path)
    return found


class Unit(pytest.File):
    """A file of TypeScript tests."""

    def collect(self) -> Iterator[pytest.Item]:
        outcome = outcomes().get(str(self.path), {})
        cases = outcome.get("assertionResults", [])
        if not cases:
            raise self.CollectError(outcome.get("message") or f"no test ran in {self.path.name}")
        for case in cases:
            title = " > ".join([*case["ancestorTitles"], case["title"]])
            yield Case.from_parent(
                self, name=title, failures=case["failureMessages"], passed=case["status"] == "passed"
            )


class Case(pytest.Item):
    """One TypeScript test, which has run."""

    def __init__(self, *, failures: list[str], passed: bool, **rest: Any) -> None:
        super().__init__(**rest)
        self.failures = failures
        self.passed = passed

    def runtest(self) -> None:
        if not self.passed:
            raise AssertionError("\n".join(self.failures) or "it did not run")

    def repr_failure(self, excinfo: pytest.ExceptionInfo[BaseException], style: Any = None) -> str:
        return str(excinfo.value)


@cache
def outcomes() -> dict[str, dict[str, Any]]:
    """What came of every file of TypeScript tests."""
    command = [str(FRONTEND / "node_modules" / ".bin" / "vitest"), "run", "--reporter=json"]
    done = subprocess.run(command, cwd=FRONTEND, capture_output=True, text=True, timeout=PATIENCE_S, check=False)
    try:
        report = json.loads(done.stdout)
    except json.JSONDecodeError as error:
        raise pytest.Collector.CollectError(f"{done.stdout}\n{done.stderr}") from error
    return {file["name"]: file for file in report["testResults"]}
