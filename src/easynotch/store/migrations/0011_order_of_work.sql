-- The order of work: from when a job is planned and what was agreed, task by task what was said of it by hand. A task is
-- named by its work's id and its kind.
CREATE TABLE job_plan (
    job_id TEXT PRIMARY KEY REFERENCES job (id),
    starts TEXT NOT NULL DEFAULT '',
    agreed TEXT NOT NULL DEFAULT '{}',
    agreed_at TEXT
) STRICT;

-- `took` is how many minutes a task took in all, `usual` how many it usually takes those who did it.
CREATE TABLE job_task (
    job_id TEXT NOT NULL REFERENCES job (id),
    task TEXT NOT NULL,
    done_at TEXT,
    took REAL,
    usual REAL,
    held_until TEXT,
    held_why TEXT NOT NULL DEFAULT '',
    PRIMARY KEY (job_id, task)
) STRICT;
