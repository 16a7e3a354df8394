"""What is kept: jobs, works and every revision of them, in SQLite through plain SQL."""

from .database import Database, DatabaseRefused
from .jobs import Job, JobNotFound, create_job, delete_job, get_job, list_jobs, save_job
from .shop import Shop, get_shop, save_shop
from .works import (
    Revision,
    Stale,
    Work,
    WorkNotFound,
    create_work,
    delete_work,
    get_work,
    history,
    list_works,
    redo_work,
    save_work,
    undo_work,
)

__all__ = [
    "Database",
    "DatabaseRefused",
    "Job",
    "JobNotFound",
    "Revision",
    "Shop",
    "Stale",
    "Work",
    "WorkNotFound",
    "create_job",
    "create_work",
    "delete_job",
    "delete_work",
    "get_job",
    "get_shop",
    "get_work",
    "history",
    "list_jobs",
    "list_works",
    "redo_work",
    "save_job",
    "save_shop",
    "save_work",
    "undo_work",
]
