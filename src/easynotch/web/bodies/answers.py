"""What the API says of what is kept: jobs, works, settings, limits, devices, problems."""

from dataclasses import dataclass
from typing import Annotated, Any, Literal

from pydantic import Field

from ...core.rules import LimitSetId
from ...core.tape import Units
from ...presenting.shared.models import Point, Shown, WorkingView
from ...presenting.shared.settings import GroupView, SettledView
from ...presenting.work_out.models import PlanCardView, ProfileView
from .view import View
from .works import School


@dataclass(frozen=True, slots=True, kw_only=True)
class ErrorView:
    """One thing that is wrong: the key's path, a sentence, and the place in the text where there is one."""

    path: str
    sentence: str
    at: int | None = None


class WorkView(View):
    """A kept work: its document is its part of a job file."""

    id: str
    job_id: str
    revision: int
    document: dict[str, Any]
    changed_at: str
    can_undo: bool
    can_redo: bool
    archived: bool
    deleted: bool


class JobView(View):
    """A kept job. ``limits_document`` is what its job file says about limits."""

    id: str
    name: str
    units: Units
    limits: str | None
    revision: int
    settings: dict[str, Any]
    overrides: dict[str, Any]
    archived: bool
    limits_document: Annotated[Any, Field(description="an id, an object, or null for the usual set")]


@dataclass(frozen=True, slots=True, kw_only=True)
class ConflictView:
    """One key that differs after a stale save: what it was, what this save says, what is kept meanwhile."""

    path: str
    label: str
    base: str
    mine: str
    kept: str
    mine_changed: bool
    kept_changed: bool


class ProblemView(View):
    """A problem document (RFC 9457): what is wrong and where; ``kept`` is what is stored, after a stale save."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str
    errors: list[ErrorView] = []  # noqa: RUF012 - pydantic gives every answer its own
    kept: WorkView | None = None
    conflict: list[ConflictView] = []  # noqa: RUF012
    incident: str | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class DeletedView:
    """A deleted work or job that can be put back; ``job`` is a work's job."""

    what: Literal["works", "jobs"]
    id: str
    name: str
    job: str
    at: str


class DeletedListView(View):
    """What was deleted, latest first."""

    deleted: list[DeletedView]


@dataclass(frozen=True, slots=True, kw_only=True)
class CardView:
    """A work on the bench: its true profile, or its plan where that shows it better, and its next step."""

    work: WorkView
    profile: ProfileView | None
    plan: PlanCardView | None
    summary: str
    next: str


@dataclass(frozen=True, slots=True, kw_only=True)
class BenchJobView:
    """A job with the works that are shown of it, and how many it has in all."""

    job: JobView
    cards: list[CardView]
    of_job: int


class BenchView(View):
    """What lies on the bench, how many works there are in all, and how many are put away."""

    jobs: list[BenchJobView]
    of_all: int
    put_away: int


class WorkPage(View):
    """A work with its job: what a station starts from."""

    work: WorkView
    job: JobView
    settled: SettledView


@dataclass(frozen=True, slots=True, kw_only=True)
class HistoryLine:
    """One step of a work's history, in words."""

    number: int
    at: str
    text: str


class HistoryView(View):
    """The history of a work, newest first."""

    lines: list[HistoryLine]


class LimitView(View):
    """A limit of a set: its value as text, where it comes from, and what was typed and why where it was changed."""

    id: str
    label: str
    bound: str
    value: str
    source: str
    usual: str
    typed: Annotated[str | None, Field(description="the value as it was typed, where it was changed")]
    reason: str | None


class LimitSetView(View):
    """A limit set; ``own`` tells whether it is the shop's and can be changed."""

    id: str
    name: str
    own: bool
    base: LimitSetId
    revision: int
    limits: list[LimitView]


class TouchedView(View):
    """A work that is held against a set."""

    job: str
    work_id: str
    work: str


class LimitSetPage(View):
    """A limit set with the works it touches."""

    limit_set: LimitSetView
    touches: list[TouchedView]


class JobPage(View):
    """A job: the settings that hold for it, what the shop alone would say, and the limits it is held against."""

    job: JobView
    settled: SettledView
    shop: dict[str, Any]
    limits_name: str
    limits: list[LimitView]


class NamedView(View):
    """Something by its id and name."""

    id: str
    name: str


class ShopView(View):
    """The shop's settings: what was chosen, everything as it stands, and what there is to choose from."""

    revision: int
    settings: dict[str, Any]
    settled: SettledView
    groups: list[GroupView]
    limit_sets: list[NamedView]


class DeviceView(View):
    """A device that may come in."""

    id: str
    name: str
    paired_at: str
    seen_at: str


class DevicesView(View):
    """Who may come in; ``address`` is where the program is shared, null where it is not."""

    fingerprint: str
    address: str | None
    devices: list[DeviceView]


class CodeView(View):
    """A one-time pairing code, and its link as a QR picture (a data URI)."""

    code: str
    address: str
    picture: str


@dataclass(frozen=True, slots=True, kw_only=True)
class TickView:
    """A ticked stop: ``good``, ``disturbed`` by a change since, or ``gone``; if not good, its lines as drawn."""

    stop: str
    state: str
    said: str
    before: list[tuple[Point, Point]]


@dataclass(frozen=True, slots=True, kw_only=True)
class PieceMarkingView:
    """What was done on a piece: the stop it was left at, its ticks, stops skipped and stops ticked too early."""

    piece: str
    place: str
    ticks: list[TickView]
    skipped: list[str]
    early: list[str]


class MarkingView(View):
    """What was done on a work's pieces."""

    pieces: list[PieceMarkingView]


class PlaceKeptView(View):
    """The stop a piece is left at, as it is kept now."""

    piece: str
    stop: str


@dataclass(frozen=True, slots=True, kw_only=True)
class QuestionView:
    """What is asked."""

    fact: str
    label: str


@dataclass(frozen=True, slots=True, kw_only=True)
class ProgressView:
    """How often a question was tried and got right."""

    school: str
    question: str
    label: str
    tried: int
    good: int


class PracticeView(View):
    """A made-up piece: what is given and asked, and how far one has come."""

    seed: int
    school: School
    given: list[str]
    questions: list[QuestionView]
    progress: list[ProgressView]


class AnsweredView(View):
    """Whether an answer is good, what it is, and the two roads to it."""

    good: bool
    said: str
    expected: Shown
    working: WorkingView


class ChangedView(View):
    """That a change is kept."""

    id: str
