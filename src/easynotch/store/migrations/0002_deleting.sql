-- Deleting can be undone: what was deleted is kept, with the time.
ALTER TABLE job ADD COLUMN deleted_at TEXT;
ALTER TABLE work ADD COLUMN deleted_at TEXT;
-- The shop's settings, as one JSON document with its revision.
CREATE TABLE shop (
    only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
    revision INTEGER NOT NULL,
    settings TEXT NOT NULL
) STRICT;
INSERT INTO shop (only_one, revision, settings) VALUES (1, 1, '{}');
