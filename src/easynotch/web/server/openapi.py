"""The OpenAPI document: what flask-openapi3 collects, with every problem response declared."""

import copy
from typing import Any

from flask import Response, jsonify, send_file
from flask_openapi3 import OpenAPI
from pydantic import BaseModel

from ..bodies.answers import ProblemView
from ..bodies.describing import describing
from ..home import home
from .problem import MIME

PROBLEMS = {
    400: "Not readable",
    401: "Not paired",
    403: "Not from here",
    404: "Not here",
    405: "Not done this way",
    409: "Changed meanwhile",
    413: "Too big",
    422: "Not understood",
}
FILES: dict[tuple[str, str], tuple[str, ...]] = {
    ("/api/jobs/{job_id}/file", "get"): ("application/json",),
    ("/api/works/{work_id}/readings", "get"): ("text/csv",),
    ("/api/instruments/stream", "get"): ("text/event-stream",),
    ("/api/rack/csv", "get"): ("text/csv",),
    ("/api/jobs/{job_id}/logbook/pictures/{entry}", "get"): ("image/jpeg",),
    ("/api/jobs/{job_id}/order.ics", "get"): ("text/calendar",),
    ("/api/jobs/{job_id}/site-record", "get"): ("text/html", "application/pdf"),
    ("/api/backup", "get"): ("application/vnd.sqlite3",),
    ("/api/export", "post"): (
        "application/pdf", "application/zip", "application/dxf", "text/csv", "text/html", "model/gltf-binary",
        "application/json",
    ),
}  # fmt: skip
"""What is answered as a file, by path and method: its types."""
WRITTEN = home() / "frontend" / "src" / "api" / "openapi.json"
"""The document as the schema command wrote it last."""
REFERENCE = "#/components/schemas/{model}"


def served(app: OpenAPI) -> Response:
    """Answer with the document: of the routes where they are described, else as it was written."""
    if not describing():
        return send_file(WRITTEN)
    return jsonify(document(app))


def document(app: OpenAPI) -> dict[str, Any]:
    """The document of an application, for the screen's types and for whoever else calls the API."""
    described = copy.deepcopy(app.api_doc)
    schemas = described["components"]["schemas"]
    schemas.pop("ValidationErrorModel", None)
    schemas.update(_schemas(ProblemView))
    content = {MIME: {"schema": {"$ref": REFERENCE.format(model="ProblemView")}}}
    for (path, method), kinds in FILES.items():
        found = described["paths"][path][method]["responses"]
        found["200"] = {"description": "A file", "content": {kind: {"schema": {}} for kind in kinds}}
    described["components"]["responses"] = {
        f"Problem{code}": {"description": title, "content": content} for code, title in PROBLEMS.items()
    }
    for operations in described["paths"].values():
        for operation in operations.values():
            for code in PROBLEMS:
                operation["responses"][str(code)] = {"$ref": f"#/components/responses/Problem{code}"}
    result: dict[str, Any] = described
    return result


def _schemas(model: type[BaseModel]) -> dict[str, Any]:
    schema = model.model_json_schema(ref_template=REFERENCE, mode="serialization")
    parts: dict[str, Any] = schema.pop("$defs", {})
    return {**parts, model.__name__: schema}
