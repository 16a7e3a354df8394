-- A job may differ from the shop in its settings and its limits; jobs and works can be put away without being deleted.
ALTER TABLE job ADD COLUMN settings TEXT NOT NULL DEFAULT '{}';
ALTER TABLE job ADD COLUMN overrides TEXT NOT NULL DEFAULT '{}';
ALTER TABLE job ADD COLUMN archived_at TEXT;
ALTER TABLE work ADD COLUMN archived_at TEXT;

-- Limit sets of the shop's own: a shipped set, and what differs from it with the reason.
CREATE TABLE limit_set (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    base TEXT NOT NULL,
    changes TEXT NOT NULL,
    revision INTEGER NOT NULL,
    made_at TEXT NOT NULL,
    deleted_at TEXT
) STRICT;

-- Devices that were paired. Only the hash of a token or code is kept.
CREATE TABLE device (
    id TEXT PRIMARY KEY,
    name TEXT NOT NULL,
    token_hash TEXT NOT NULL UNIQUE,
    paired_at TEXT NOT NULL,
    seen_at TEXT NOT NULL,
    shut_out_at TEXT
) STRICT;

CREATE TABLE pairing_code (
    code_hash TEXT PRIMARY KEY,
    made_at TEXT NOT NULL,
    ends_at TEXT NOT NULL
) STRICT;

CREATE TABLE wrong_code (
    tried_at TEXT NOT NULL
) STRICT;
