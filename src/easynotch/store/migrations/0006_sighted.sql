-- What was found when a board on hand was sighted along; empty where nobody looked.
ALTER TABLE rack_board ADD COLUMN sighted TEXT NOT NULL DEFAULT '' CHECK (sighted IN ('', 'straight', 'crooked'));

-- When the search for a cheaper cutting plan was stopped: how many boards the plan took that it left,
-- and the share of its cost that was not proved needed.
CREATE TABLE plan_stop (
  id INTEGER PRIMARY KEY,
  work_id TEXT NOT NULL REFERENCES work (id),
  scope TEXT NOT NULL CHECK (scope IN ('work', 'job')),
  boards INTEGER NOT NULL CHECK (boards >= 0),
  gap REAL NOT NULL CHECK (gap >= 0 AND gap <= 1),
  at TEXT NOT NULL
) STRICT;

-- What is in the making (a plan, a file): how much of it is made, and whether it was told to stop. Kept here because
-- another process may be making it.
CREATE TABLE making (
  token TEXT PRIMARY KEY,
  done INTEGER NOT NULL DEFAULT 0,
  whole INTEGER NOT NULL DEFAULT 0,
  stopped INTEGER NOT NULL DEFAULT 0 CHECK (stopped IN (0, 1)),
  at TEXT NOT NULL
) STRICT;

CREATE INDEX plan_stop_by_work ON plan_stop (work_id);
