-- The instruments of the tray as they stand, and what they read that a screen may not have heard of yet.
CREATE TABLE instrument (
    kind TEXT PRIMARY KEY,
    state TEXT NOT NULL
) STRICT;
CREATE TABLE instrument_reading (
    number INTEGER PRIMARY KEY,
    tray TEXT NOT NULL,
    reading TEXT NOT NULL,
    at TEXT NOT NULL
) STRICT;
CREATE INDEX instrument_reading_tray ON instrument_reading (tray, number);
