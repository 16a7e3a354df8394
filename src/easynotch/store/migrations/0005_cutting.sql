-- Boards on hand. One that is gone was cut, or taken off the rack by hand; off-cuts know the board they are from.
CREATE TABLE rack_board (
  id TEXT PRIMARY KEY,
  thickness REAL NOT NULL CHECK (thickness > 0),
  depth REAL NOT NULL CHECK (depth > 0),
  length REAL NOT NULL CHECK (length > 0),
  price REAL CHECK (price >= 0),
  note TEXT NOT NULL DEFAULT '',
  defects TEXT NOT NULL DEFAULT '[]',
  origin TEXT NOT NULL CHECK (origin IN ('hand', 'bought', 'offcut')),
  cut_board_id TEXT REFERENCES cut_board (id),
  made_at TEXT NOT NULL,
  gone_at TEXT
) STRICT;

-- A board that was cut, of a job; taken back it counts no more.
CREATE TABLE cut_board (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id),
  rack_board_id TEXT REFERENCES rack_board (id),
  thickness REAL NOT NULL,
  depth REAL NOT NULL,
  length REAL NOT NULL,
  made_at TEXT NOT NULL,
  undone_at TEXT
) STRICT;

-- The pieces in it, where they lay and what shape they had then. A spoiled one is wanted again,
-- and so is one whose shape was changed since.
CREATE TABLE cut_piece (
  board_id TEXT NOT NULL REFERENCES cut_board (id),
  place INTEGER NOT NULL,
  work_id TEXT NOT NULL REFERENCES work (id),
  piece TEXT NOT NULL,
  title TEXT NOT NULL,
  shape TEXT NOT NULL,
  start REAL NOT NULL,
  stop REAL NOT NULL,
  spoiled_at TEXT,
  PRIMARY KEY (board_id, place)
) STRICT;

CREATE INDEX cut_board_by_job ON cut_board (job_id);

-- What was ordered from a yard and has not come yet, or came.
CREATE TABLE yard_order (
  id TEXT PRIMARY KEY,
  job_id TEXT NOT NULL REFERENCES job (id),
  thickness REAL NOT NULL CHECK (thickness > 0),
  depth REAL NOT NULL CHECK (depth > 0),
  length REAL NOT NULL CHECK (length > 0),
  count INTEGER NOT NULL CHECK (count > 0),
  price REAL,
  days INTEGER NOT NULL,
  made_at TEXT NOT NULL,
  came_at TEXT,
  dropped_at TEXT
) STRICT;

-- When a work's pattern was tried in place and found to fit.
CREATE TABLE pattern_tried (
  work_id TEXT PRIMARY KEY REFERENCES work (id),
  at TEXT NOT NULL
) STRICT;
