"""Sheets and files of a work: made here for the screen's ``/api/export`` and for ``./easy-notch export`` alike."""

import io
import json
import re
import unicodedata
import zipfile
from collections.abc import Callable, Iterable
from functools import cached_property
from typing import Any

from ..core.roofs import Seam, SeamKind, distinct_corners
from ..core.rules import Words
from ..core.tape import Units
from ..core.terms import Count, Message, message
from ..drawing import draw_plan, draw_section, draw_stair, draw_stair_plan
from ..drawing.codes import with_codes
from ..drawing.page import Page, Paper
from ..drawing.pdf import pdf_of
from ..drawing.roofs.geometric import draw_geometric
from ..drawing.sheet import Sheet
from ..drawing.svg import svg_of
from ..exchange import JobInput, Problem, Problems, Worked, WorkedFlight, WorkedRoof, worked_out
from ..exchange.gltf import glb_of
from ..exchange.tables.csv_tables import csv_of
from ..presenting.cut.batch import Part, batch_of
from ..presenting.cut.models import CuttingView
from ..presenting.cut.plan import cut_view
from ..presenting.mark.pieces import boards_of
from ..presenting.mark.titles import title_in
from ..presenting.shared.assumed import assumed_said
from ..presenting.shared.models import Shown
from ..presenting.shared.progress import OnProgress
from .board_pages import board_pages
from .geometric_page import geometric_page
from .hand_out import hand_out_page
from .model_pages import model_pages
from .piece_pages import (
    cutting_sheets,
    drawing_page,
    label_pages,
    near_face,
    rain_page,
    template_pages,
)
from .setting_pages import bevel_pages, set_out_pages

FORMATS = ("pdf", "dxf", "svg", "csv", "html", "gltf")
Files = dict[str, bytes]


class Work:
    """A work that was worked out, with the words and the paper its files are made in."""

    def __init__(
        self, job: JobInput, number: int, words: Words, paper: Paper, on_progress: OnProgress | None = None
    ) -> None:
        self.on_progress = on_progress
        self.job, self.words, self.paper = job.model_copy(update={"works": [job.works[number]]}), words, paper
        self.worked: Worked = worked_out(job, number, words.tape)
        self.name = job.works[number].name or words.say(Message("hand_out.unnamed"))
        self.imperial = job.units is Units.IMPERIAL
        self.boards = [board for _, board in boards_of(self.worked, self.job, words)]
        stops = [words.say(check.message) for check in self.worked.checks if check.level == "stop"]
        self.warned = [*assumed_said(job.works[number], words), *stops]

    def drawings(self) -> list[tuple[str, Sheet]]:
        """The work as it is built, from the sides it is looked at."""
        worked, say = self.worked, self.words.say
        if isinstance(worked, WorkedFlight):
            return [
                (say(Message("sheet.elevation")), draw_stair(worked.layout, worked.two, worked.framing)),
                (say(Message("sheet.plan")), draw_stair_plan(worked.layout, worked.two, worked.framing)),
            ]
        return [
            (say(Message("sheet.section")), draw_section(worked.layout, worked.framing)),
            (say(Message("sheet.roof_plan")), _coded_plan(worked)),
        ]

    def geometric(self) -> list[tuple[str, Seam]]:
        """The corners whose geometric sheets differ, each with its sheet's title."""
        if not isinstance(self.worked, WorkedRoof):
            return []
        keys = {SeamKind.HIP: "sheet.geometric", SeamKind.VALLEY: "sheet.geometric_valley"}
        return [
            (self.words.say(message(keys[corner.kind], n=Count(numbers[0]))), corner)
            for corner, numbers in distinct_corners(self.worked.layout)
        ]

    def constructions(self) -> list[tuple[str, Sheet]]:
        """The geometric sheets, each at the scale its steps tell."""
        return [(title, draw_geometric(hip).sheet) for title, hip in self.geometric()]

    def sheets(self) -> list[Page]:
        """Drawings first, then a cutting sheet for every piece."""
        pages = [drawing_page(title, self.name, sheet, self.paper, self.words) for title, sheet in self.drawings()]
        if isinstance(self.worked, WorkedRoof):
            layout = self.worked.layout
            pages += [
                geometric_page(title, self.name, (layout, hip), self.paper, self.words)
                for title, hip in self.geometric()
            ]
        for board in self.boards:
            pages += cutting_sheets(self.name, board, self.warned, self.paper, self.words)
        return pages

    def pages(self, kind: str) -> list[Page]:
        """The pages of a kind of sheet, as they are printed."""
        return PAGES[kind](self)

    @cached_property
    def cutting(self) -> CuttingView:
        """The work at the saw, as if nothing were cut and no board on hand."""
        return cut_view(batch_of([Part("", "", self.worked)], self.job, self.words), self.job, self.words)

    def dxf(self) -> bytes:
        """Every piece's near face at full size, and the drawings."""
        from ..drawing.dxf import dxf_of  # noqa: PLC0415 (its writer is slow to load)

        faces = [
            (title_in(self.worked, member.member, self.words), near_face(member)) for member in self.worked.members
        ]
        return dxf_of([*self.drawings(), *self.constructions(), *faces]).encode()

    def csv(self) -> bytes:
        """The cut list; lengths in mm with their two ends, and as they are called."""
        view = self.cutting
        head = [
            self.words.say(Message(f"table.{key}")) for key in ("piece", "count", "section", "mm", "called", "ends")
        ]
        rows = [
            (
                row.title,
                row.count,
                row.section,
                row.length.mm,
                f"{row.length.text} {row.length.sense}".strip(),
                row.ends,
            )
            for row in view.rows
        ]
        return ("\ufeff" + csv_of(head, rows)).encode()

    def buying(self) -> bytes:
        """What to buy, as a table; lengths in mm and as they are called."""
        view = self.cutting
        head = [self.words.say(Message(f"table.{key}")) for key in ("what", "count", "mm", "called", "cost")]
        rows = [
            (
                row.what, row.count, row.length.mm if row.length else "", called(row.length) if row.length else "",
                row.cost if row.cost is not None else "",
            )
            for row in view.buying
        ]  # fmt: skip
        return ("\ufeff" + csv_of(head, rows)).encode()

    def html(self) -> bytes:
        """Every piece's bench steps on one self-contained page."""
        return hand_out_page(self.name, self.boards, self.warned, self.words).encode()

    def gltf(self) -> bytes:
        """The whole in 3D."""
        pieces = [
            (piece.member, title_in(self.worked, piece.member, self.words), piece.frames)
            for piece in self.worked.framing.pieces
            if piece.frames
        ]
        return glb_of(self.name, pieces)

    def svg(self) -> bytes:
        """The sheets as drawings, zipped."""
        made = io.BytesIO()
        with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as packed:
            for name, text in self.svgs().items():
                packed.writestr(zipfile.ZipInfo(name, (2000, 1, 1, 0, 0, 0)), text)
        return made.getvalue()

    def svgs(self) -> Files:
        """The sheets as drawings, each under its name."""
        made: Files = {}
        pages = [*self.sheets(), *self.pages("setting")]
        for number, page in enumerate(pages, 1):
            made[f"{number:02d}-{slug(page.title)}.svg"] = svg_of(page).encode()
            if self.on_progress is not None:
                self.on_progress(number, len(pages))
        return made

    def file(self) -> bytes:
        """The job file: what was typed, every unit written out."""
        return (json.dumps(document_of(self.job), indent=1, ensure_ascii=False) + "\n").encode()


def _coded_plan(worked: WorkedRoof) -> Sheet:
    plan = draw_plan(worked.layout, worked.framing)
    return with_codes(plan, worked.framing, mirrored=worked.layout.outline is not None)


def document_of(job: JobInput) -> dict[str, Any]:
    """A job as its file says it."""
    found: dict[str, Any] = job.model_dump(mode="json", exclude_none=True, exclude_defaults=True)
    return {"format": "easy-notch-job", "version": 1, "units": str(job.units), **found}


PAGES: dict[str, Callable[[Work], list[Page]]] = {
    "pdf": Work.sheets,
    "boards": lambda work: board_pages(work.cutting.sections, work.name, work.paper, work.words),
    "setting": lambda work: set_out_pages(work.worked, work.name, work.paper, work.words),
    "templates": lambda work: template_pages(work.worked, work.paper, work.words, imperial=work.imperial),
    "bevels": lambda work: bevel_pages(work.worked, work.name, work.paper, work.words, imperial=work.imperial),
    "labels": lambda work: label_pages(work.worked, work.name, work.paper, work.words),
    "rain": lambda work: rain_page(work.name, work.boards[0], work.paper, work.words),
    "model": lambda work: model_pages(work.worked, work.paper, work.words),
}
"""What is printed, by its kind."""
PRINTED = {
    "pdf": "sheets.pdf",
    "boards": "boards.pdf",
    "setting": "set-out.pdf",
    "templates": "templates.pdf",
    "bevels": "bevels.pdf",
    "labels": "labels.pdf",
    "rain": "rain-sheet.pdf",
    "model": "paper-model.pdf",
}


KINDS: dict[str, tuple[str, ...]] = {"pdf": tuple(PRINTED), "csv": ("csv", "buying")}
"""What a format asked for by its name brings, where it is more than one file."""


def _printer(kind: str) -> Callable[[Work], bytes]:
    return lambda work: pdf_of(work.name, work.pages(kind), work.on_progress)


MAKERS: dict[str, tuple[Callable[[Work], bytes], str, str]] = {
    **{kind: (_printer(kind), "application/pdf", name) for kind, name in PRINTED.items()},
    "svg": (Work.svg, "application/zip", "sheets.zip"),
    "dxf": (Work.dxf, "application/dxf", "drawings.dxf"),
    "buying": (Work.buying, "text/csv; charset=utf-8", "to-buy.csv"),
    "csv": (Work.csv, "text/csv; charset=utf-8", "cut-list.csv"),
    "html": (Work.html, "text/html; charset=utf-8", "bench-steps.html"),
    "gltf": (Work.gltf, "model/gltf-binary", "whole.glb"),
    "job": (Work.file, "application/json", "job.json"),
}


def export_files(job: JobInput, words: Words, only: Iterable[str] = FORMATS, paper: Paper | None = None) -> Files:
    """Every file of a job by its name, the works one after the other.

    Raises:
        Problems: what cannot be worked out, or a format that is none.
    """
    wanted = list(only)
    for one in wanted:
        if one not in FORMATS:
            raise Problems([Problem("only", Message("error.no_format", {"found": one, "known": ", ".join(FORMATS)}))])
    paper = paper or (Paper.LETTER if job.units is Units.IMPERIAL else Paper.A4)
    made: Files = {}
    for number in range(len(job.works)):
        work = Work(job, number, words, paper)
        base = f"{number + 1:02d}-{slug(work.name)}"
        for one in wanted:
            if one == "svg":
                made |= {f"{base}-{name}": text for name, text in work.svgs().items()}
                continue
            for kind in KINDS.get(one, (one,)):
                maker, _, ending = MAKERS[kind]
                made[f"{base}-{ending}"] = maker(work)
    return made


def called(length: Shown) -> str:
    """A length as it is read out."""
    return f"{length.text} {length.sense}".strip()


def slug(text: str) -> str:
    """A name for a file: letters, figures and dashes, whatever was typed."""
    plain = unicodedata.normalize("NFKD", text).encode("ascii", "ignore").decode()
    return re.sub(r"[^a-z0-9]+", "-", plain.lower()).strip("-")[:60] or "work"
