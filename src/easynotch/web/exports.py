"""``POST /api/export``: one file of a work, made from what is typed; nothing is stored."""

from typing import Literal

from flask import Response, g, request
from flask_openapi3 import APIBlueprint, Tag

from ..core.terms import message
from ..drawing.page import Paper
from ..exchange import JobInput, Problem, Problems
from . import problem
from .export import MAKERS, Work, slug
from .kept import WordsQuery, words_of
from .work_out import suppose_missing

api = APIBlueprint("export", __name__, url_prefix="/api", abp_tags=[Tag(name="work-out")])


class ExportQuery(WordsQuery):
    """Which file, on which paper."""

    file: Literal["pdf", "templates", "labels", "rain", "model", "svg", "dxf", "csv", "html", "gltf", "job"] = "pdf"
    paper: Paper = Paper.A4


@api.before_request
def suppose() -> None:
    """What is missing is refused here: nobody cuts from a supposed figure."""
    g.supposed = suppose_missing(request.get_json())


@api.post("/export")
def export(query: ExportQuery, body: JobInput) -> Response:
    """A file of a job's first work."""
    words = words_of(query, body.units)
    if not body.works or g.supposed:
        missing = Problems([Problem("works[0]", message("error.nothing_to_export"))])
        return problem.from_problems(missing, words)
    try:
        work = Work(body, 0, words, query.paper)
    except Problems as found:
        return problem.from_problems(found, words)
    maker, kind, ending = MAKERS[query.file]
    name = f"{slug(work.name)}-{ending}"
    return Response(
        maker(work), mimetype=kind.split(";")[0], headers={"Content-Disposition": f'attachment; filename="{name}"'}
    )
