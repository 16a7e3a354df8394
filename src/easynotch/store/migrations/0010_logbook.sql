-- The logbook: what happened beside the saved documents, and what was written and pictured by hand. Rows are added,
-- never changed: a correction is an entry of its own that names the one it corrects. `about` is what a machine noted, a
-- sentence's id with its values; `note` what a person wrote.
CREATE TABLE log_entry (
    id INTEGER PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES job (id),
    work_id TEXT REFERENCES work (id),
    kind TEXT NOT NULL CHECK (kind IN ('note', 'picture', 'marked', 'cut', 'tried', 'ordered', 'decided')),
    about TEXT NOT NULL DEFAULT '{}',
    note TEXT NOT NULL DEFAULT '',
    role TEXT NOT NULL DEFAULT '',
    device TEXT NOT NULL DEFAULT '',
    corrects INTEGER REFERENCES log_entry (id),
    at TEXT NOT NULL
) STRICT;

CREATE INDEX log_entry_of_job ON log_entry (job_id, at);
CREATE INDEX log_entry_corrects ON log_entry (corrects);

-- Pictures as they are shown: without place or camera, in two sizes, JPEG.
CREATE TABLE log_picture (
    entry_id INTEGER PRIMARY KEY REFERENCES log_entry (id),
    width INTEGER NOT NULL,
    height INTEGER NOT NULL,
    large BLOB NOT NULL,
    small BLOB NOT NULL
) STRICT;
