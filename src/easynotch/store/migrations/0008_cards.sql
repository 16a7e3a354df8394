-- What a work's card on the bench shows, worked out before, for each dialect and tape: nothing that cannot be made again.
CREATE TABLE card (
    work_id TEXT NOT NULL REFERENCES work (id) ON DELETE CASCADE,
    words TEXT NOT NULL,
    made_of TEXT NOT NULL,
    drawn TEXT NOT NULL,
    PRIMARY KEY (work_id, words)
) STRICT;
