"""``POST /api/export``: one file of a work, made from what is typed; nothing is stored."""

from dataclasses import dataclass
from typing import Literal

from flask import Response, g
from pydantic import Field

from ...core.terms import message
from ...drawing.page import Paper
from ...drawing.svg import svg_of
from ...exchange import JobInput, Problem, Problems
from ...paper.export import MAKERS, Work, slug
from ..bodies.view import described
from ..server import problem
from ..server.first_work import work_questions
from ..server.requests import WordsQuery, answer, words_of
from ..server.tasks import progress_reporter

# Nobody cuts from a supposed figure: what is missing is refused.
api = work_questions("export", __name__)


class ExportQuery(WordsQuery):
    """Which file, on which paper, and a token by which its progress can be asked."""

    file: Literal[
        "pdf", "boards", "setting", "templates", "bevels", "labels", "rain", "model", "svg", "dxf", "csv", "buying",
        "html", "gltf", "job",
    ] = "pdf"  # fmt: skip
    paper: Paper = Paper.A4
    token: str = Field(default="", max_length=40)


class PreviewQuery(WordsQuery):
    """Which page of which sheets, on which paper."""

    file: Literal["pdf", "boards", "setting", "templates", "bevels", "labels", "rain", "model"] = "pdf"
    paper: Paper = Paper.A4
    page: int = Field(default=1, ge=1, le=100_000)


@dataclass(frozen=True, slots=True, kw_only=True)
class PreviewView:
    """A page as it will be printed, among how many."""

    title: str
    page: int
    pages: int
    svg: str


def _work(query: ExportQuery | PreviewQuery, body: JobInput) -> Work:
    if not body.works or g.supposed:
        raise Problems([Problem("works[0]", message("error.nothing_to_export"))])
    on_progress = progress_reporter(query.token) if isinstance(query, ExportQuery) else None
    return Work(body, 0, words_of(query, body.units), query.paper, on_progress)


@api.post("/export")
def export(query: ExportQuery, body: JobInput) -> Response:
    """A file of a job's first work."""
    try:
        work = _work(query, body)
    except Problems as found:
        return problem.from_problems(found, words_of(query, body.units))
    maker, kind, ending = MAKERS[query.file]
    name = f"{slug(work.name)}-{ending}"
    return Response(
        maker(work), mimetype=kind.split(";")[0], headers={"Content-Disposition": f'attachment; filename="{name}"'}
    )


@api.post("/preview", responses={200: described(PreviewView)})
def preview(query: PreviewQuery, body: JobInput) -> Response:
    """A page as it will be printed."""
    try:
        pages = _work(query, body).pages(query.file)
    except Problems as found:
        return problem.from_problems(found, words_of(query, body.units))
    number = min(query.page, len(pages))
    shown = pages[number - 1]
    return answer(PreviewView(title=shown.title, page=number, pages=len(pages), svg=svg_of(shown)))
