-- Jobs and their works. A work's document is its part of a job file, as text with every unit written out.
CREATE TABLE job (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    units TEXT NOT NULL CHECK (units IN ('imperial', 'metric')),
    limits TEXT,
    revision INTEGER NOT NULL,
    made_at TEXT NOT NULL
) STRICT;

CREATE TABLE work (
    id TEXT PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES job (id),
    revision INTEGER NOT NULL,
    made_at TEXT NOT NULL
) STRICT;

CREATE INDEX work_of_job ON work (job_id);

-- Every saved document. `state` is the revision whose document this is: its own number for an edit, an earlier
-- one where it was undone or done again. `parent` is the state the edit was made on.
CREATE TABLE revision (
    work_id TEXT NOT NULL REFERENCES work (id),
    number INTEGER NOT NULL,
    state INTEGER NOT NULL,
    parent INTEGER,
    document TEXT NOT NULL,
    made_at TEXT NOT NULL,
    PRIMARY KEY (work_id, number)
) STRICT;
