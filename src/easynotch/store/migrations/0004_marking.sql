-- Where somebody is on a piece at the bench, and what was ticked there with the lines as they were then.
CREATE TABLE bench_place (
    work_id TEXT NOT NULL REFERENCES work (id),
    piece TEXT NOT NULL,
    stop TEXT NOT NULL,
    at TEXT NOT NULL,
    PRIMARY KEY (work_id, piece)
) STRICT;

CREATE TABLE tick (
    work_id TEXT NOT NULL REFERENCES work (id),
    piece TEXT NOT NULL,
    stop TEXT NOT NULL,
    figure REAL,
    lines TEXT NOT NULL,
    at TEXT NOT NULL,
    number INTEGER NOT NULL,
    PRIMARY KEY (work_id, piece, stop)
) STRICT;

-- The trainer's answers, one row each.
CREATE TABLE practice (
    id INTEGER PRIMARY KEY,
    school TEXT NOT NULL,
    seed INTEGER NOT NULL,
    question TEXT NOT NULL,
    good INTEGER NOT NULL,
    at TEXT NOT NULL
) STRICT;
