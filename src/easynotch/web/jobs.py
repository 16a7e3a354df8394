"""Jobs and the bench."""

import json
from functools import lru_cache

from flask import Response
from flask_openapi3 import APIBlueprint, Tag

from ..core.rules import Words
from ..core.stairs import lay_out
from ..core.tape import Units
from ..core.terms import Count, Length, Message
from ..drawing import draw_profile
from ..exchange import FlightInput, usual_flight
from ..exchange.measured import reading_in
from ..store import Job, Work, create_job, create_work, delete_job, get_job, list_jobs, list_works, save_job
from . import problem
from .bodies import JobBody, NewJobBody, NewWorkBody
from .kept import JobPath, WordsQuery, answer, database, job_view, words_of, work_view
from .models import BenchJobView, BenchView, CardView, JobView, ProfileView, WorkView
from .screen import profile_view
from .works import read_kept

api = APIBlueprint("jobs", __name__, url_prefix="/api", abp_tags=[Tag(name="jobs")])


@api.get("/bench", responses={200: BenchView})
def bench(query: WordsQuery) -> Response:
    """Everything on the bench: each work with its profile and its next step."""
    with database().read() as db:
        kept = [(job, list_works(db, job.id)) for job in list_jobs(db)]
    jobs = [
        BenchJobView(job=job_view(job), cards=[_card(job, work, words_of(query, Units(job.units))) for work in works])
        for job, works in kept
    ]
    return answer(BenchView(jobs=jobs))


def _card(job: Job, work: Work, words: Words) -> CardView:
    profile, summary, following = _drawn(json.dumps(work.document), Units(job.units), words)
    return CardView(work=work_view(work), profile=profile, summary=summary, next=following)


@lru_cache(maxsize=4096)
def _drawn(document: str, units: Units, words: Words) -> tuple[ProfileView | None, str, str]:
    """Profile, summary and next step of a document; kept, for most works on a bench rest."""
    try:
        with reading_in(units):
            layout = lay_out(FlightInput.model_validate(json.loads(document)).flight(units))
    except ValueError:
        return None, "", words.say(Message("next.measure"))
    summary = Message("next.summary", {"n": Count(layout.riser_count), "riser": Length(layout.riser)})
    return profile_view(draw_profile(layout)), words.say(summary), words.say(Message("next.mark"))


@api.post("/jobs", responses={201: JobView})
def new_job(body: NewJobBody) -> Response:
    """Begin a job."""
    with database().connect() as db:
        return answer(job_view(create_job(db, body.name, body.units)), 201)


@api.put("/jobs/<job_id>", responses={200: JobView})
def change_job(path: JobPath, body: JobBody) -> Response:
    """Rename a job, or give it other units or limits. No stored measurement changes: each has its unit written out."""
    with database().connect() as db:
        job = get_job(db, path.job_id)
        changed = Job(job.id, body.name, body.units, body.limits, body.revision)
        if not save_job(db, changed):
            return problem.problem(409, problem.PLAIN.say(Message("problem.stale")))
        return answer(job_view(get_job(db, path.job_id)))


@api.delete("/jobs/<job_id>", responses={200: JobView})
def remove_job(path: JobPath) -> Response:
    """Take a job off the bench; it can be put back."""
    with database().connect() as db:
        return answer(job_view(delete_job(db, path.job_id, deleted=True)))


@api.post("/jobs/<job_id>/restore", responses={200: JobView})
def restore_job(path: JobPath) -> Response:
    """Put a deleted job back."""
    with database().connect() as db:
        return answer(job_view(delete_job(db, path.job_id, deleted=False)))


@api.post("/jobs/<job_id>/works", responses={201: WorkView})
def new_work(path: JobPath, body: NewWorkBody) -> Response:
    """Begin a work in a job."""
    with database().connect() as db:
        job = get_job(db, path.job_id)
        document = body.document or usual_flight(Units(job.units), body.name)
        return answer(work_view(create_work(db, job.id, read_kept(document, job))), 201)
