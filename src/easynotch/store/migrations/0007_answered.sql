-- Changes that were made, by the number their sender gave them, with what was answered: sent again, a change is not
-- made again, but answered as it was.
CREATE TABLE answered (
    change_id TEXT PRIMARY KEY,
    address TEXT NOT NULL,
    status INTEGER NOT NULL,
    body TEXT NOT NULL,
    at TEXT NOT NULL
) STRICT;
