"""A pytest plugin that notes which functions every test calls: ``-p tests.mutation.reaching``, to ``EASY_NOTCH_REACHED``.

Every function of ours begins with a store into a row of bytes, put there as its module is loaded: a tracer would make
the tests take several times as long.
"""

import ast
import builtins
import json
import os
import sys
from collections.abc import Iterator
from importlib.abc import MetaPathFinder
from importlib.machinery import ModuleSpec, PathFinder, SourceFileLoader
from pathlib import Path

import pytest

MOST = 20_000
CALLED = bytearray(MOST)
FUNCTIONS: list[str] = []
FOUND: dict[str, set[str]] = {}


class _Loader(SourceFileLoader):
    def get_code(self, fullname):
        return self.source_to_code(self.get_data(self.path), self.path)

    def source_to_code(self, data, path, *, _optimize=-1):
        tree = ast.parse(data)
        for node in ast.walk(tree):
            if isinstance(node, ast.FunctionDef):
                first = min([node.lineno, *(one.lineno for one in node.decorator_list)])
                note = ast.parse(f"__called__[{len(FUNCTIONS)}] = 1").body[0]
                FUNCTIONS.append(f"{str(path).rpartition('/src/')[2]}:{first}")
                node.body.insert(1 if ast.get_docstring(node) is not None else 0, note)
        return compile(ast.fix_missing_locations(tree), path, "exec")


class _Finder(MetaPathFinder):
    def find_spec(self, fullname, path, target=None) -> ModuleSpec | None:
        if not fullname.startswith("easynotch."):
            return None
        spec = PathFinder.find_spec(fullname, path, target)
        if spec is not None and isinstance(spec.loader, SourceFileLoader):
            spec.loader = _Loader(spec.loader.name, spec.loader.path)
        return spec


builtins.__called__ = CALLED  # type: ignore[attr-defined]
sys.meta_path.insert(0, _Finder())


@pytest.hookimpl(hookwrapper=True)
def pytest_runtest_protocol(item: pytest.Item) -> Iterator[None]:
    """Note what runs from a test's first fixture to its end; tests of one function are one."""
    CALLED[:] = bytes(MOST)
    yield
    FOUND.setdefault(item.nodeid.partition("[")[0], set()).update(
        name for name, called in zip(FUNCTIONS, CALLED, strict=False) if called
    )


def pytest_sessionfinish() -> None:
    """Write what was found: for every test the functions of ours, by file and first line."""
    Path(os.environ["EASY_NOTCH_REACHED"]).write_text(json.dumps({test: sorted(of) for test, of in FOUND.items()}))
