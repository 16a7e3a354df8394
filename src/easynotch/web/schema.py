"""Writing what others read: the job file's JSON Schema, the OpenAPI document, and the screens' words."""

import json
import sys
import tempfile
from pathlib import Path
from typing import Any

from ..core.rules import Dialect, catalogue
from ..core.rules.usual import usual_sizes
from ..exchange import JobInput
from ..store import Database
from .app import create_app
from .home import home
from .server.openapi import document


def job_schema() -> dict[str, Any]:
    """The JSON Schema of the job file."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **JobInput.model_json_schema()}


def openapi() -> dict[str, Any]:
    """The OpenAPI document."""
    with tempfile.TemporaryDirectory() as folder:
        app = create_app(Database(Path(folder)))
        return document(app)


def made_files() -> dict[Path, str]:
    """Every generated file with its text."""
    source = home() / "frontend" / "src"
    files = {
        home() / "docs" / "job-file.schema.json": _json(job_schema()),
        source / "api" / "openapi.json": _json(openapi()),
    }
    for dialect in Dialect:
        files[source / "words" / "generated" / f"{dialect}.json"] = _json(catalogue("interface", dialect))
    files[source / "words" / "generated" / "usual.json"] = _json(usual_sizes())
    return files


def _json(value: object) -> str:
    return json.dumps(value, indent=1, ensure_ascii=False, sort_keys=False) + "\n"


def write_schemas() -> int:
    """Write every generated file. The types follow with ``npm run types``."""
    for file, text in made_files().items():
        file.parent.mkdir(parents=True, exist_ok=True)
        file.write_text(text, "utf-8")
        sys.stdout.write(f"{file.relative_to(home())}\n")
    return 0
