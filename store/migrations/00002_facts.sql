-- +goose Up
-- Marks are facts from the saw: rows are added, never changed or taken out.
CREATE TABLE marks (
    job_id    TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
    id        TEXT NOT NULL,
    pos       INTEGER NOT NULL,
    kind      TEXT NOT NULL CHECK (kind IN ('cut', 'miscut', 'undone')),
    of_id     TEXT NOT NULL,
    piece     TEXT NOT NULL,
    label     TEXT NOT NULL,
    hand      TEXT NOT NULL,
    cut_nm    INTEGER NOT NULL,
    mitre_deg REAL NOT NULL,
    bevel_deg REAL NOT NULL,
    at        TEXT NOT NULL,
    PRIMARY KEY (job_id, id)
);
-- Every change, with the steps that undo it.
CREATE TABLE changes (
    seq     INTEGER PRIMARY KEY AUTOINCREMENT,
    job_id  TEXT NOT NULL REFERENCES jobs (id) ON DELETE CASCADE,
    client  TEXT NOT NULL,
    kind    TEXT NOT NULL CHECK (kind IN ('do', 'undo', 'redo')),
    state   TEXT NOT NULL CHECK (state IN ('standing', 'undone', 'spent')),
    ops     TEXT NOT NULL,
    inverse TEXT NOT NULL,
    at      TEXT NOT NULL
);
CREATE INDEX changes_by_client ON changes (job_id, client, seq);

-- +goose Down
DROP TABLE changes;
DROP TABLE marks;
