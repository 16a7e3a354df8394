"""The site record: what was measured, decided and checked on a job, by which limits, as one self-contained page and on
paper.
"""

from dataclasses import dataclass

from ..core.rules import Words
from ..core.terms import message
from ..drawing.page import MARGIN, Draft, Page, Paper, wrapped
from .hand_out import TEMPLATES

BODY, QUIET = 2.6, 2.2
"""mm: capital letters of the text, and of what stands beside it."""


@dataclass(frozen=True, slots=True)
class RecordCheck:
    """A check that stops or asks for a look, and where its limit comes from."""

    level: str
    text: str
    source: str


@dataclass(frozen=True, slots=True)
class RecordWork:
    """A work of the record: what was measured and chosen, key by key; what was assumed; what its checks say."""

    name: str
    measured: tuple[tuple[str, str], ...]
    assumed: tuple[str, ...]
    passed: int
    checks: tuple[RecordCheck, ...]
    open: str
    """Why nothing is checked yet; empty where it is."""


@dataclass(frozen=True, slots=True)
class RecordLine:
    """A line of the logbook; ``picture`` is an address that holds the picture itself, empty where there is none."""

    at: str
    who: str
    text: str
    picture: str = ""


@dataclass(frozen=True, slots=True)
class SiteRecord:
    """The record of a job; ``limits`` are the names of its limit set and what it changed, with the reasons."""

    title: str
    limits: str
    changes: tuple[str, ...]
    works: tuple[RecordWork, ...]
    lines: tuple[RecordLine, ...]
    left_out: int = 0
    """So many older lines are not among them."""


def record_html(record: SiteRecord, words: Words) -> str:
    """Return the record as one page, with its pictures in it. Everything that was typed is escaped."""

    def say(key: str, **values: str) -> str:
        return words.say(message(key, **values))

    return TEMPLATES.get_template("site_record.html").render(record=record, say=say)


def record_pages(record: SiteRecord, paper: Paper, words: Words) -> list[Page]:
    """Return the record's pages; pictures are told of, and are in the page for a browser."""
    flow = _Flow(record.title, paper, words)
    flow.heading(record.title, 5.2)
    flow.text(record.limits, bold=True)
    for change in record.changes:
        flow.text(change)
    for work in record.works:
        flow.heading(work.name, 4.0)
        for name, value in work.measured:
            flow.row(name, value)
        for text in (*work.assumed, work.open):
            flow.text(text)
        for check in work.checks:
            flow.text(_check(check, words), bold=check.level == "stop")
        if not work.open:
            flow.text(words.say(message("record.passed", n=str(work.passed))))
    flow.heading(words.say(message("record.logbook")), 4.0)
    for line in record.lines:
        flow.text(" · ".join(part for part in (line.at, line.who) if part), QUIET)
        flow.text(line.text + (f" {words.say(message('record.picture'))}" if line.picture else ""))
    if record.left_out:
        flow.text(words.say(message("record.left_out", n=str(record.left_out))))
    flow.text(words.say(message("record.caution")), QUIET)
    return flow.pages()


def _check(check: RecordCheck, words: Words) -> str:
    said = f"{words.say(message(f'record.{check.level}'))} {check.text}"
    return f"{said} ({check.source})" if check.source else said


class _Flow:
    """Text that runs on from page to page."""

    def __init__(self, title: str, paper: Paper, words: Words) -> None:
        self._title, self._words = title, words
        self._wide, self._high = paper.size
        self._drafts: list[Draft] = []
        self._y = 0.0
        self._turn()

    def pages(self) -> list[Page]:
        """The pages, numbered."""
        for number, draft in enumerate(self._drafts, 1):
            draft.say((self._wide - MARGIN, self._high - MARGIN), f"{number} / {len(self._drafts)}", QUIET, "end")
        return [draft.page() for draft in self._drafts]

    def heading(self, text: str, size: float) -> None:
        """A line in bold type, with room for what comes under it."""
        self._room(size * 5)
        self._y += size * 1.2
        self._drafts[-1].heading((MARGIN, self._y), text, size, self._wide - 2 * MARGIN)
        self._y += size * 1.6

    def text(self, text: str, size: float = BODY, *, bold: bool = False) -> None:
        """A paragraph; nothing where there is none."""
        if text:
            self._paragraph(text, (MARGIN, self._wide - 2 * MARGIN), size, bold=bold)

    def row(self, name: str, value: str) -> None:
        """What is called something, and its value beside it."""
        left = (self._wide - 2 * MARGIN) * 0.46
        self._room(BODY * 4)
        top = self._y
        self._paragraph(name, (MARGIN, left - 3), BODY, bold=False)
        below, self._y = self._y, top
        self._paragraph(value, (MARGIN + left, self._wide - 2 * MARGIN - left), BODY, bold=False)
        self._y = max(self._y, below)

    def _paragraph(self, text: str, span: tuple[float, float], size: float, *, bold: bool) -> None:
        for row in wrapped(text, size, span[1], bold=bold):
            self._room(size * 1.75)
            self._drafts[-1].say((span[0], self._y), row, size, bold=bold)
            self._y += size * 1.75

    def _room(self, high: float) -> None:
        if self._y + high > self._high - 2 * MARGIN:
            self._turn()

    def _turn(self) -> None:
        number = len(self._drafts) + 1
        self._drafts.append(Draft(self._title if number == 1 else f"{self._title}, {number}", self._wide, self._high))
        self._y = MARGIN + 4
